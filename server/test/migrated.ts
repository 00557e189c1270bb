/** Before the tests of the server: a folder with an empty database, migrated once. Each school of a test begins as a copy of it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { openDatabase } from '../src/db/open.js';

declare module 'vitest' {
  export interface ProvidedContext {
    emptyFolder: string;
  }
}

export default async function setup(project: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'sapling-migrated-'));
  await (await openDatabase({ folder })).close();
  project.provide('emptyFolder', folder);
  return () => rmSync(folder, { recursive: true, force: true });
}
