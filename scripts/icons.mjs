// Draws the icons of the home screen from web/public/icon.svg: `node scripts/icons.mjs`. Needs Chromium, as the browser tests do.
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const folder = fileURLToPath(new URL('../web/public/', import.meta.url));
const svg = readFileSync(`${folder}icon.svg`, 'utf8');
/** The share of the side that the drawing takes: a mask may cut off a tenth at each side (W3C manifest, maskable icons). */
const ICONS = [
  ['touch-icon.png', 180, 1],
  ['icon-192.png', 192, 1],
  ['icon-512.png', 512, 1],
  ['icon-mask-512.png', 512, 0.78],
];
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
for (const [name, side, share] of ICONS) {
  const page = await browser.newPage({ viewport: { width: side, height: side } });
  // the corners are the system's to round
  const drawn = svg
    .replace(' rx="4"', '')
    .replace('<svg ', `<svg style="display:block;margin:${(side * (1 - share)) / 2}px" width="${side * share}" height="${side * share}" `);
  await page.setContent(`<body style="margin:0;background:#16343a">${drawn}</body>`);
  await page.screenshot({ path: `${folder}${name}` });
  await page.close();
}
await browser.close();
