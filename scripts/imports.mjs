// Checks who may import whom: core imports nothing of ours and nothing of the platform, and so on up.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { at, root } from './lib.mjs';

const MAY = {
  core: [],
  contract: ['core'],
  data: ['core'],
  server: ['contract', 'core', 'data'],
  web: ['contract', 'core'],
};
/** Packages from outside that a part may use; null is any. */
const OUTSIDE = { core: [], contract: ['zod'], data: null, server: null, web: null };
/** In the core there is no clock and no chance of its own. */
const NEVER_IN_CORE = /\bDate\.now\(|\bnew Date\(\)|\bMath\.random\(|\bperformance\.now\(/;

function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(entry.name)) yield path;
  }
}

const wrong = [];
let files = 0;
for (const [part, may] of Object.entries(MAY)) {
  for (const file of sources(at(part, 'src'))) {
    files += 1;
    const text = readFileSync(file, 'utf8');
    const where = relative(root, file);
    for (const [, specifier] of text.matchAll(/\b(?:from|import)\s*\(?\s*['"]([^'"\n]+)['"]/g)) {
      if (specifier.startsWith('.')) {
        const target = relative(root, join(file, '..', specifier));
        if (!target.startsWith(`${part}/`)) wrong.push(`${where}: ${specifier} leaves ${part}/`);
        continue;
      }
      const ours = /^@sapling\/([a-z]+)/.exec(specifier)?.[1];
      if (ours) {
        if (!may.includes(ours)) wrong.push(`${where}: ${part} may not import ${specifier}`);
      } else if (OUTSIDE[part] !== null && !OUTSIDE[part].includes(specifier)) wrong.push(`${where}: ${part} may not import ${specifier}`);
    }
    if (part === 'core' && NEVER_IN_CORE.test(text)) wrong.push(`${where}: the core has no clock and no randomness of its own`);
  }
}
for (const line of wrong) console.error(line);
console.log(`Import directions: ${files} files, ${wrong.length} wrong.`);
process.exit(wrong.length > 0 ? 1 : 0);
