// npm run help-pictures: the pictures of help, from docs/screenshots, at 960 by 600 as WebP.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { at, installChromium } from './lib.mjs';

const WANTED = /file: '([a-z-]+)'/g;
const wanted = [...readFileSync(at('web', 'src', 'help', 'pages.ts'), 'utf8').matchAll(WANTED)].map((m) => m[1]);
const out = at('web', 'public', 'help-pictures');
mkdirSync(out, { recursive: true });
const here = new Set(readdirSync(at('docs', 'screenshots')));
const browser = await chromium.launch({ executablePath: installChromium(), args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage();
for (const name of wanted) {
  if (!here.has(`${name}.png`)) throw new Error(`docs/screenshots/${name}.png is not there: npm run screenshots ${name}`);
  const png = `data:image/png;base64,${readFileSync(at('docs', 'screenshots', `${name}.png`)).toString('base64')}`;
  const webp = await page.evaluate(async (src) => {
    const image = document.createElement('img');
    image.src = src;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [960, 600];
    const pen = canvas.getContext('2d');
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(image, 0, 0, 960, 600);
    return canvas.toDataURL('image/webp', 0.82).split(',')[1];
  }, png);
  writeFileSync(`${out}/${name}.webp`, Buffer.from(webp, 'base64'));
}
await browser.close();
