/** Lines to write on, as the school rules them. */
import type { SchoolSettings } from '@sapling/contract';
import type { Sheet } from './sheet.js';

const POINTS_IN_MM = 72 / 25.4;

/**
 * A row to write on: the line that letters stand on, and as the school has it a dotted one for small letters, one for sticks and
 * one for tails. Returns where letters stand and how large they are so that they fill it.
 * @param times how much higher than the school's usual: for a letter that is new
 */
export function writingLines(
  sheet: Sheet,
  { small: millimetres, lines }: SchoolSettings['ruling'],
  x: number,
  width: number,
  times = 1,
): { base: number; size: number } {
  const { doc } = sheet;
  const small = millimetres * POINTS_IN_MM * times;
  const heights = sheet.letterHeights();
  const size = small / heights.x;
  const base = sheet.y + heights.stick * size + 2;
  const tail = base + 0.75 * small;
  const ruled: (readonly [y: number, weight: number, dashed: boolean])[] = [[base, 1, false]];
  if (lines !== 'base only') ruled.push([base - small, 0.4, lines === 'with a dotted middle']);
  if (lines === 'four lines') ruled.push([base - heights.stick * size, 0.4, false], [tail, 0.4, false]);
  for (const [y, weight, dashed] of ruled) {
    doc
      .moveTo(x, y)
      .lineTo(x + width, y)
      .lineWidth(weight)
      .strokeColor('black');
    if (dashed) doc.dash(2, { space: 3 });
    doc.stroke();
    doc.undash();
  }
  sheet.y = tail + 6;
  return { base, size };
}
