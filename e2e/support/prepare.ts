/** Before all tests: the demo school is filled once; each test gets a copy. */
import { existsSync, mkdtempSync, rmSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from './server.js';

export default async function prepare(): Promise<() => void> {
  if (!existsSync(new URL('../../web/dist/sw.js', import.meta.url))) throw new Error('The interface is not built: npm run build.');
  const server = await TestServer.start({ demo: true });
  await server.end();
  const template = join(mkdtempSync(join(tmpdir(), 'sapling-template-')), 'demo');
  renameSync(server.folder, template);
  process.env.SAPLING_TEMPLATE = template;
  return () => rmSync(join(template, '..'), { recursive: true, force: true });
}
