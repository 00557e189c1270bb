// What the page and everything it names at once weigh, compressed: `node scripts/first-load.mjs` ends with 1 where that is too much.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';

/** The most script that signing in may wait for, kB: what it does not need comes later. */
export const MOST_KB = 200;

/** Octets of compressed script and style of the first load, and how many of how many files. */
export function firstLoad(dist) {
  const html = readFileSync(join(dist, 'index.html'), 'utf8');
  const named = new Set([...html.matchAll(/(?:src|href)="\/(assets\/[^"]+)"/g)].map((m) => m[1]));
  // what the entry imports outright comes at once too
  const queue = [...named].filter((f) => f.endsWith('.js'));
  while (queue.length > 0) {
    const text = readFileSync(join(dist, queue.pop()), 'utf8');
    for (const [, file] of text.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)) {
      if (named.has(`assets/${file}`)) continue;
      named.add(`assets/${file}`);
      queue.push(`assets/${file}`);
    }
  }
  const size = (ending) =>
    [...named].filter((f) => f.endsWith(ending)).reduce((sum, f) => sum + gzipSync(readFileSync(join(dist, f)), { level: 9 }).length, 0);
  return { js: size('.js'), css: size('.css'), files: named.size, all: readdirSync(join(dist, 'assets')).length };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { js } = firstLoad(fileURLToPath(new URL('../web/dist', import.meta.url)));
  const kB = Math.round(js / 1024);
  console.log(`first load: ${kB} kB of script, compressed`);
  if (kB > MOST_KB) {
    console.error(`That is more than ${MOST_KB} kB: something of the core or the contract came into the first chunk (web/vite.config.ts).`);
    process.exit(1);
  }
}
