/** Pictures of words on paper, their colours as greys. The set is the one the interface shows. */
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import toPdf from 'svg-to-pdfkit';
import type { Sheet } from './sheet.js';

const FILE = fileURLToPath(new URL('../../../web/src/pictures/pictures.json', import.meta.url));
let set: Record<string, string> | undefined;
const pictures = (): Record<string, string> =>
  (set ??= existsSync(FILE) ? (JSON.parse(readFileSync(FILE, 'utf8')) as Record<string, string>) : {});

/** Every colour as a grey of the same lightness, lightened so that lines stand out. */
function inGrey(svg: string): string {
  return svg.replace(/#([0-9a-f]{6}|[0-9a-f]{3})\b/gi, (_whole, hex: string) => {
    const full = hex.length === 3 ? [...hex].map((c) => c + c).join('') : hex;
    const [r, g, b] = [0, 2, 4].map((at) => parseInt(full.slice(at, at + 2), 16)) as [number, number, number];
    const light = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    const grey = light < 8 ? 0 : Math.round(110 + light * 0.57);
    return `#${grey.toString(16).padStart(2, '0').repeat(3)}`;
  });
}

export function drawPicture(sheet: Sheet, word: string, x: number, y: number, size: number): boolean {
  const body = pictures()[word];
  if (!body) return false;
  const svg = inGrey(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 72 72">${body}</svg>`);
  sheet.tagged('Figure', () => toPdf(sheet.doc, svg, x, y, { width: size, height: size, assumePt: true }), word);
  return true;
}
