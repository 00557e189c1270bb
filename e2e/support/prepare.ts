/** Before all tests: the server is built as it is where it runs, with a host that stays warm beside it, and the demo school is filled once; each test gets a copy. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildServer } from '../../server/build.js';
import { PostgresServer } from '../../server/test/postgres-server.js';
import { PEOPLE } from './people.js';
import { TestServer } from './server.js';
import { TEMPLATE } from './several.js';

const HOST = fileURLToPath(new URL('./host.ts', import.meta.url));
const OUT = fileURLToPath(new URL('../../server/dist/test', import.meta.url));

/** Signs everybody of the demo in, so that each copy of it is one that they are signed in to: their cookies, by name. */
async function signEverybodyIn(url: string): Promise<Record<string, string>> {
  const { people } = (await (await fetch(`${url}/api/auth/state`)).json()) as { people: { id: string; name: string }[] };
  const cookies: Record<string, string> = {};
  for (const { id, name } of people) {
    const signedIn = await fetch(`${url}/api/auth/demo-sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id }),
    });
    cookies[name] = signedIn.headers.get('set-cookie')!.split(';')[0]!;
  }
  return cookies;
}

export default async function prepare(): Promise<() => void> {
  if (!existsSync(new URL('../../web/dist/sw.js', import.meta.url))) throw new Error('The interface is not built: npm run build.');
  await buildServer(OUT, { host: HOST });
  process.env.SAPLING_SERVER = join(OUT, 'main.mjs');
  process.env.SAPLING_HOST_FILE = join(OUT, 'host.mjs');
  // on two cores another thread takes longer: it shares one with this, and learns anew what this knows
  const server = await TestServer.start({ demo: true, env: { SAPLING_THREADS: '0' } });
  const cookies = await signEverybodyIn(server.url);
  process.env.SAPLING_SIGNED_IN = JSON.stringify(cookies);
  // the states of all children are worked out once, so that no test waits for them
  await (await fetch(`${server.url}/api/children`, { headers: { cookie: cookies[PEOPLE.lead]! } })).text();
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
