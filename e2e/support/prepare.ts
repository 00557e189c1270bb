/** Before all tests: the server is put into one file, so that it starts quickly, and the demo school is filled once; each test gets a copy. */
import { existsSync, mkdtempSync, readFileSync, rmSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { TestServer } from './server.js';

const MAIN = fileURLToPath(new URL('../../server/src/main.ts', import.meta.url));
const HOST = fileURLToPath(new URL('./host.ts', import.meta.url));

/** The server as one file beside its source. Every module keeps its own address, from which it finds its data. */
async function bundle(entry: string, name: string): Promise<string> {
  const outfile = join(MAIN, `../../dist/${name}.mjs`);
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    logLevel: 'error',
    plugins: [
      {
        name: 'ours only, each at its own address',
        setup(it) {
          it.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
            kind === 'entry-point' || path.startsWith('@sapling/') ? undefined : { path, external: true },
          );
          it.onLoad({ filter: /\.ts$/ }, ({ path }) => ({
            contents: readFileSync(path, 'utf8').replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href)),
            loader: 'ts',
          }));
        },
      },
    ],
  });
  return outfile;
}

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
  process.env.SAPLING_SERVER = await bundle(MAIN, 'test-server');
  process.env.SAPLING_HOST_FILE = await bundle(HOST, 'test-host');
  const server = await TestServer.start({ demo: true });
  await workOut(server.url);
  await server.end();
  const template = join(mkdtempSync(join(tmpdir(), 'sapling-template-')), 'demo');
  renameSync(server.folder, template);
  process.env.SAPLING_TEMPLATE = template;
  return () => rmSync(join(template, '..'), { recursive: true, force: true });
}
