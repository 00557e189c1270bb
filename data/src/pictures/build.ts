/**
 * Takes the pictures that checks and sessions show out of an open picture set (OpenMoji, CC BY-SA 4.0, as
 * packaged by @iconify-json/openmoji) into one file that ships: `npm run pictures`.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { PICTURED } from './words.js';

interface IconSet {
  icons: Record<string, { body: string }>;
  aliases?: Record<string, { parent: string }>;
  info?: unknown;
}
const set = JSON.parse(readFileSync(createRequire(import.meta.url).resolve('@iconify-json/openmoji/icons.json'), 'utf8')) as IconSet;
const out: Record<string, string> = {};
for (const [word, icon] of Object.entries(PICTURED)) {
  const body = set.icons[set.aliases?.[icon]?.parent ?? icon]?.body;
  if (!body) throw new Error(`No picture "${icon}" for "${word}".`);
  out[word] = body;
}
const file = new URL('../../../web/src/pictures/pictures.json', import.meta.url);
writeFileSync(file, `${JSON.stringify(out, null, 1)}\n`);
process.stdout.write(`${Object.keys(out).length} pictures, ${(JSON.stringify(out).length / 1000).toFixed(0)} kB\n`);
