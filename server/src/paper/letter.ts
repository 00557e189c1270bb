/** A letter as the pen writes it, on paper: the way in grey, a dot where each stroke begins, arrows, and a number where there are several. */
import { letterStrokes, strokeArrows } from '@sapling/core/planning';
import type { Sheet } from './sheet.js';

/** The height of a letter's field in hundredths: from the top of a tall letter to the end of one that hangs. */
const FIELD = 150;
const HEAD = 11;

/** Draws it with the top of a tall letter at y; `height` goes from there to the end of a letter that hangs. */
export const drawStrokes = (sheet: Sheet, letter: string, x: number, y: number, height: number): void =>
  sheet.tagged('Figure', () => draw(sheet, letter, x, y, height), `How ${letter} is written`);

function draw(sheet: Sheet, letter: string, x: number, y: number, height: number): void {
  const scale = height / FIELD;
  const [px, py] = [(v: number): number => x + v * scale, (v: number): number => y + v * scale];
  const { doc } = sheet;
  const strokes = letterStrokes(letter);
  for (const [k, stroke] of strokes.entries()) {
    doc.moveTo(px(stroke[0]!.x), py(stroke[0]!.y));
    for (const p of stroke.slice(1)) doc.lineTo(px(p.x), py(p.y));
    doc
      .lineWidth(9 * scale)
      .lineCap('round')
      .lineJoin('round')
      .strokeColor('#c8c8c8')
      .stroke();
    for (const a of strokeArrows(stroke))
      doc
        .moveTo(px(a.x - HEAD * (a.dx * 0.8 - a.dy * 0.6)), py(a.y - HEAD * (a.dy * 0.8 + a.dx * 0.6)))
        .lineTo(px(a.x), py(a.y))
        .lineTo(px(a.x - HEAD * (a.dx * 0.8 + a.dy * 0.6)), py(a.y - HEAD * (a.dy * 0.8 - a.dx * 0.6)))
        .lineWidth(2.6 * scale)
        .strokeColor('black')
        .stroke();
    doc
      .circle(px(stroke[0]!.x), py(stroke[0]!.y), 5 * scale)
      .fillColor('black')
      .fill();
    if (strokes.length > 1) sheet.at(`${k + 1}`, px(stroke[0]!.x) - 11, py(stroke[0]!.y) - 5, { size: 7 });
  }
}
