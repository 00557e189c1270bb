/** Before all tests: the server is built as it is where it runs, with a host that stays warm beside it, and the demo school is filled once; each test gets a copy. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildServer } from '../../server/build.js';
import { PostgresServer } from '../../server/test/postgres-server.js';
import { TestServer } from './server.js';
import { TEMPLATE } from './several.js';

const HOST = fileURLToPath(new URL('./host.ts', import.meta.url));
const OUT = fileURLToPath(new URL('../../server/dist/test', import.meta.url));

/** Has the states of all children worked out once, so that no test waits for them. */
async function workOut(url: string): Promise<void> {
  const { people } = (await (await fetch(`${url}/api/auth/state`)).json()) as { people: { id: string; role: string }[] };
  const signedIn = await fetch(`${url}/api/auth/demo-sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: people.find((p) => p.role === 'lead')!.id }),
  });
  const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!;
  await (await fetch(`${url}/api/children`, { headers: { cookie } })).text();
}

export default async function prepare(): Promise<() => void> {
  if (!existsSync(new URL('../../web/dist/sw.js', import.meta.url))) throw new Error('The interface is not built: npm run build.');
  await buildServer(OUT, { host: HOST });
  process.env.SAPLING_SERVER = join(OUT, 'main.mjs');
  process.env.SAPLING_HOST_FILE = join(OUT, 'host.mjs');
  const server = await TestServer.start({ demo: true });
  await workOut(server.url);
  await server.end();
  const template = join(mkdtempSync(join(tmpdir(), 'sapling-template-')), 'demo');
  renameSync(server.folder, template);
  process.env.SAPLING_TEMPLATE = template;
  // the same school in a PostgreSQL server, for tests of several processes: moved there as a school would move it
  const postgres = await PostgresServer.start();
  process.env.SAPLING_POSTGRES = postgres.url('');
  execFileSync(process.execPath, [process.env.SAPLING_SERVER, 'move', 'to-server'], {
    env: { ...process.env, SAPLING_DATA: template, DATABASE_URL: await postgres.database(TEMPLATE), NODE_ENV: 'test' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  return () => {
    postgres.stop();
    rmSync(join(template, '..'), { recursive: true, force: true });
  };
}
