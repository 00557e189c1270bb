/** The catalogue: every message of the interface, with the files it stands in. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import { findMessages } from './find-messages.js';
import { hasMessages } from './plugin.js';

const SOURCE = fileURLToPath(new URL('../src', import.meta.url));

export interface Listed {
  readonly message: string;
  readonly files: readonly string[];
}
/** All messages in order of the alphabet. */
export function catalogueOf(): Listed[] {
  const found = new Map<string, Set<string>>();
  for (const entry of readdirSync(SOURCE, { recursive: true, withFileTypes: true })) {
    const file = join(entry.parentPath, entry.name);
    if (!entry.isFile() || !hasMessages(file)) continue;
    const name = relative(SOURCE, file).split(sep).join('/');
    for (const message of findMessages(readFileSync(file, 'utf8'), name, '').messages) {
      if (!found.has(message)) found.set(message, new Set());
      found.get(message)!.add(name);
    }
  }
  return [...found].map(([message, files]) => ({ message, files: [...files].sort() })).sort((a, b) => (a.message < b.message ? -1 : 1));
}
