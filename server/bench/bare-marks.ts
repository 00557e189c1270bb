/** What the least server there is takes for a mark: `bare-server.ts` in a process of its own, as the one that is measured. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { uuidv7 } from '../src/ids.js';

/** Milliseconds a mark, asked for one after another, when as many have gone before. */
export async function bareMarks(marks: number): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'sapling-bare-'));
  const file = fileURLToPath(new URL('./bare-server.ts', import.meta.url));
  const server = spawn(process.execPath, ['--import', 'tsx', file, folder], { stdio: ['ignore', 'pipe', 'inherit'] });
  const [port] = (await once(server.stdout, 'data')) as [Buffer];
  const url = `http://127.0.0.1:${port.toString().trim()}`;
  const one = async (): Promise<void> => {
    await (
      await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ id: uuidv7(), kind: 'see-say', gpc: 's:s', outcome: 'right', ms: 900 }),
      })
    ).text();
  };
  for (let n = 0; n < marks; n += 1) await one();
  const began = performance.now();
  for (let n = 0; n < marks; n += 1) await one();
  const each = (performance.now() - began) / marks;
  const ended = once(server, 'exit');
  server.kill('SIGTERM');
  await ended;
  rmSync(folder, { recursive: true, force: true });
  return each;
}
