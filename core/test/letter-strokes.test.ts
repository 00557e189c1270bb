/** The pen's way in each letter: as many strokes as the words say, within the lines the letter has, beginning and going where the words say. */
import { describe, expect, it } from 'vitest';
import { FORMATION, letterStrokes, strokeArrows, strokesWidth, type Stroke } from '../src/index.js';

const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];
const HANGING = 'gjpqy';
const TALL = 'bdfhklt';
const ys = (strokes: readonly Stroke[]): number[] => strokes.flatMap((s) => s.map((p) => p.y));

describe('how letters are written', () => {
  it('each letter has the strokes its words lift the pen between, on the lines it belongs to', () => {
    for (const letter of LETTERS) {
      const strokes = letterStrokes(letter);
      expect(strokes.length, letter).toBe(FORMATION[letter]!.split('Lift.').length);
      const [top, bottom] = [Math.min(...ys(strokes)), Math.max(...ys(strokes))];
      if (TALL.includes(letter)) expect(top, letter).toBeLessThan(20);
      else expect(top, letter).toBeGreaterThanOrEqual('ij'.includes(letter) ? 28 : 49.9);
      if (HANGING.includes(letter)) expect(bottom, letter).toBeGreaterThanOrEqual(148);
      else expect(bottom, letter).toBeCloseTo(100, 0);
      expect(strokesWidth(letter)).toBeLessThanOrEqual(70);
      // no leap within a stroke: longer steps are straight
      for (const stroke of strokes)
        for (let k = 1; k < stroke.length; k += 1) {
          const step = Math.hypot(stroke[k]!.x - stroke[k - 1]!.x, stroke[k]!.y - stroke[k - 1]!.y);
          if (step > 8) expect(step, letter).toBeLessThan(112);
        }
    }
  });
  it('begins and turns as the words say', () => {
    for (const letter of LETTERS) {
      const [first] = letterStrokes(letter);
      const [from, next] = [first![0]!, first![1]!];
      const words = FORMATION[letter]!;
      if (/^Down/.test(words)) expect(next.y, letter).toBeGreaterThan(from.y);
      if (/^(Start at the top right\. )?Round to the left/.test(words)) expect(next.x, letter).toBeLessThan(from.x);
      if (/^Across/.test(words)) expect(next.x, letter).toBeGreaterThan(from.x);
      if (/^Slant down/.test(words)) expect(next.y, letter).toBeGreaterThan(from.y);
    }
    // b goes round to the right and d to the left: what children mix up
    const furthest = (letter: string): number => letterStrokes(letter)[0]!.findIndex((p) => Math.abs(p.x - (letter === 'b' ? 50 : 0)) < 1);
    const b = letterStrokes('b')[0]!;
    const d = letterStrokes('d')[0]!;
    expect([b[0]!.x, b[1]!.x]).toEqual([0, 0]);
    expect(d.at(-1)!.x).toBe(50);
    expect(furthest('b')).toBeGreaterThan(1);
    expect(furthest('d')).toBeGreaterThan(0);
  });
  it('arrows point the way of the pen, at the end of every stroke that is no dot', () => {
    for (const letter of LETTERS)
      for (const stroke of letterStrokes(letter)) {
        const arrows = strokeArrows(stroke);
        if (arrows.length === 0) {
          expect('ij').toContain(letter);
          continue;
        }
        const [end, last] = [arrows.at(-1)!, stroke.at(-1)!];
        expect(Math.hypot(end.x - last.x, end.y - last.y), letter).toBeLessThan(1e-3);
        for (const a of arrows) expect(Math.hypot(a.dx, a.dy)).toBeCloseTo(1, 6);
      }
    expect(strokeArrows(letterStrokes('l')[0]!).map((a) => [a.dx, a.dy])).toEqual([
      [0, 1],
      [0, 1],
    ]);
    expect(letterStrokes('é')).toEqual([]);
  });
});
