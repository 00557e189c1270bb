/**
 * Writes the catalogue of what the interface says, found in its source: `npm run messages`. Translations stand beside it, by message.
 * It says how many of their entries are missing, and which are of messages that are no longer there.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { catalogueOf, type Listed } from '../web/messages/catalogue.js';

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const FOLDER = fileURLToPath(new URL('../web/src/wording/catalogues', import.meta.url));
const list: readonly Listed[] = catalogueOf();
writeFileSync(
  join(FOLDER, 'messages.json'),
  `${JSON.stringify(Object.fromEntries(list.map(({ message, files }) => [message, files])), null, 2)}\n`,
);
say(`${list.length} messages`);
const counts: Record<string, number> = { messages: list.length };
const known = new Set(list.map((m) => m.message));
for (const file of readdirSync(FOLDER).filter((f) => /^[a-z]{2}(-[A-Z]{2})?\.json$/.test(f))) {
  const entries = Object.keys(JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as Record<string, string>);
  const gone = entries.filter((message) => !known.has(message));
  say(
    `${relative(FOLDER, join(FOLDER, file))}: ${entries.length - gone.length} of ${list.length}; of messages that are gone: ${gone.length}`,
  );
  counts[file.replace('.json', '')] = entries.length - gone.length;
  for (const message of gone) say(`  ${message}`);
}
writeFileSync(join(FOLDER, 'counts.json'), `${JSON.stringify(counts, null, 2)}\n`);
