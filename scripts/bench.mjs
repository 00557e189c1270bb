// npm run bench: what marking costs in the browser, what the first load weighs, what the core costs and how it grows.
import { mkdtempSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { firstLoad, MOST_KB } from './first-load.mjs';
import { answers, at, buildWhatIsOld, installChromium, installPackages, root, startServer } from './lib.mjs';

installPackages();
const executablePath = installChromium();
buildWhatIsOld();
const { chromium } = await import('@playwright/test');
const MARKS = 200;
// a press that comes before its card is on screen is no mark, so a few more are made than counted
const PRESSES = 240;
const STARTS = 10;
const port = 4187;
const url = `http://127.0.0.1:${port}`;
const kb = (bytes) => `${(bytes / 1024).toFixed(0)} kB`;
const times = [];
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];

const load = firstLoad(at('web', 'dist'));
console.log(
  `First load: ${kb(load.js)} of script and ${kb(load.css)} of style, compressed (${load.files} of ${load.all} files; the limit is ${MOST_KB} kB of script).`,
);

const folder = mkdtempSync(join(tmpdir(), 'sapling-bench-'));
const server = startServer(
  { SAPLING_DATA: folder, SAPLING_PORT: String(port), SAPLING_DEMO: '1', SAPLING_LOG: 'error' },
  { stdio: ['ignore', 'ignore', 'inherit'] },
);
try {
  if (!(await answers(url))) throw new Error('The server did not start.');
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url);
  await page.getByRole('button', { name: /Tobias Quill/ }).click();
  // going on before the answer is there would break the sign-in off
  await page.getByRole('link', { name: 'Check' }).first().waitFor();
  let marked = 0;
  while (marked < PRESSES) {
    await page.goto(`${url}/check`);
    await page
      .getByRole('button', { name: /^Start with/ })
      .nth(Math.floor(marked / 60))
      .click();
    await page.locator('[data-card]').waitFor();
    for (; marked < PRESSES; marked += 1) {
      const card = page.locator('[data-card]');
      if ((await card.count()) === 0) break;
      await page.waitForTimeout(30);
      await page.keyboard.press(String(1 + (marked % 5)));
    }
    const found = await page.evaluate(() => performance.getEntriesByName('mark-to-paint').map((e) => e.duration));
    times.push(...found);
  }
  // choosing what to find out and a child takes a person some seconds; the hurried one presses at once
  for (const [who, waits] of [
    ['after two seconds in Check', 2000],
    ['at once, the page just opened', 0],
  ]) {
    const prepared = [];
    for (let k = 0; k < STARTS; k += 1) {
      await page.goto(`${url}/check`);
      await page.getByRole('radio', { name: 'Spell words and a sentence' }).click();
      const start = page.getByRole('button', { name: /^Start with/ }).nth(k);
      await start.waitFor();
      await page.waitForTimeout(waits);
      await start.click();
      await page.waitForURL(/check\/[0-9a-f-]{30}/);
      if ((await page.evaluate(() => JSON.parse(globalThis.localStorage.getItem('sapling-check-choice') ?? '{}').kind)) !== 'spelling')
        throw new Error('The check that was begun is none of spelling.');
      prepared.push(...(await page.evaluate(() => performance.getEntriesByName('check-prepared').map((e) => e.duration))));
    }
    prepared.sort((a, b) => a - b);
    console.log(
      `Spelling, press to the check, ${who}: median ${quantile(prepared, 0.5).toFixed(0)} ms, longest ${prepared.at(-1).toFixed(0)} ms, over ${prepared.length} children.`,
    );
  }
  await page.goto(`${url}/library`);
  await page.getByText('Short vowels').waitFor();
  const loads = await Promise.all(
    page.workers().map((w) => w.evaluate(() => performance.getEntriesByName('lexicon').map((e) => e.duration))),
  );
  console.log(`Lexicon in the page's worker: fetched, unpacked and indexed in ${loads.flat()[0]?.toFixed(0)} ms.`);
  await browser.close();
} finally {
  server.kill('SIGTERM');
  await new Promise((resolve) => server.on('exit', resolve));
  rmSync(folder, { recursive: true, force: true });
}
times.splice(MARKS);
times.sort((a, b) => a - b);
console.log(
  `Key press to next card painted: median ${quantile(times, 0.5).toFixed(1)} ms, 95th percentile ${quantile(times, 0.95).toFixed(1)} ms, over ${times.length} marks (a frame is 16.7 ms).`,
);

spawnSync('npx', ['tsx', 'core/bench/core.bench.ts'], { cwd: root, stdio: 'inherit' });
