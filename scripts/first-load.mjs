// What the page and everything it names at once weigh, compressed, and whether its files can be loaded one after another:
// `node scripts/first-load.mjs` ends with 1 where that is too much, or where they cannot.
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

/** Files that wait for each other, a list for each such ring: what one takes from another may not be there yet when it runs. */
export function rings(dist) {
  const files = readdirSync(join(dist, 'assets')).filter((f) => f.endsWith('.js'));
  const imports = new Map(
    files.map((f) => [
      f,
      [...readFileSync(join(dist, 'assets', f), 'utf8').matchAll(/(?:from|import)\s*["'`]\.\/([^"'`]+\.js)["'`]/g)].map((m) => m[1]),
    ]),
  );
  const done = new Set();
  const found = [];
  const walk = (file, path) => {
    if (path.includes(file)) return void found.push(path.slice(path.indexOf(file)));
    if (done.has(file)) return;
    for (const next of imports.get(file) ?? []) walk(next, [...path, file]);
    done.add(file);
  };
  for (const file of files) walk(file, []);
  return found;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const dist = fileURLToPath(new URL('../web/dist', import.meta.url));
  const { js } = firstLoad(dist);
  const kB = Math.round(js / 1024);
  console.log(`first load: ${kB} kB of script, compressed`);
  if (kB > MOST_KB) {
    console.error(`That is more than ${MOST_KB} kB: something of the core or the contract came into the first chunk (web/vite.config.ts).`);
    process.exit(1);
  }
  for (const ring of rings(dist)) {
    console.error(`These files wait for each other: ${ring.join(', ')} (codeSplitting in web/vite.config.ts).`);
    process.exitCode = 1;
  }
}
