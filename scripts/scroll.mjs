/* global scrollBy, scrollY, innerHeight, requestAnimationFrame */
// npm run bench:scroll -- <data folder> [place …]: how long lists scroll in a large school. A folder of 400 children is made with
// npm run bench:server and KEEP=1, or any demo's folder does. Each place is scrolled by 3,000 pixels a second for five seconds in
// headless Chromium; printed is the share of frames under 32 ms, beside the same on an empty page, and how many elements there are.
import { answers, at, installChromium, startServer } from './lib.mjs';

const [folder, ...wanted] = process.argv.slice(2);
const PLACES = wanted.length > 0 ? wanted : ['/children', '/gaps', '/check'];
const port = 4189;
const url = `http://127.0.0.1:${port}`;
const { chromium } = await import('@playwright/test');
const server = startServer(
  {
    SAPLING_DATA: folder,
    SAPLING_PORT: String(port),
    SAPLING_DEMO: '1',
    SAPLING_LOG: 'error',
    SAPLING_NOW: '2026-11-25T10:00:00Z',
    NODE_ENV: 'test',
  },
  { stdio: ['ignore', 'ignore', 'inherit'] },
);
/** Frames of five seconds, in milliseconds, while the page goes down and up again. */
const scrolled = (page) =>
  page.evaluate(
    () =>
      new Promise((done) => {
        const frames = [];
        let last;
        let began;
        let way = 1;
        const step = (now) => {
          began ??= now;
          if (last !== undefined) {
            const ms = now - last;
            frames.push(ms);
            scrollBy(0, way * 3 * ms);
            if (scrollY + innerHeight >= document.documentElement.scrollHeight - 2) way = -1;
            if (scrollY <= 0) way = 1;
          }
          last = now;
          if (now - began < 5000) requestAnimationFrame(step);
          else done(frames);
        };
        requestAnimationFrame(step);
      }),
  );
const told = (name, frames, elements) => {
  const sorted = [...frames].sort((a, b) => a - b);
  const good = (100 * frames.filter((ms) => ms < 32).length) / frames.length;
  const worst = sorted.at(-1).toFixed(0);
  console.log(
    `${name.padEnd(12)} ${good.toFixed(1).padStart(5)} % of ${frames.length} frames under 32 ms; median ${sorted[frames.length >> 1].toFixed(1)}, worst ${worst}; ${elements} elements`,
  );
};
try {
  if (!(await answers(url))) throw new Error('The server did not start.');
  const browser = await chromium.launch({
    executablePath: installChromium(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.setContent('<body style="height:20000px">');
  told('empty page', await scrolled(page), 1);
  await page.goto(url);
  await page.getByRole('button', { name: /Maren/ }).click();
  await page.getByRole('heading', { level: 1 }).waitFor();
  // what is kept for the day without the network is read first
  await page.waitForTimeout(25_000);
  for (const place of PLACES) {
    await page.goto(url + place);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.waitForTimeout(6000);
    told(place, await scrolled(page), await page.evaluate(() => document.querySelectorAll('*').length));
    if (process.env.TRACE) await page.screenshot({ path: at('test-results', `scroll${place.replaceAll('/', '-')}.png`) });
  }
  await browser.close();
} finally {
  server.kill('SIGTERM');
}
