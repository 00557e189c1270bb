/**
 * The way of the pen in each small letter, for the letters of the child's face (single-storey a and g). Lengths are hundredths
 * of the height of a tall letter: the top of a tall letter is at 0, the middle line at 50, the line at 100, and what hangs
 * below ends at 150. x begins at 0 at the left of the letter. Drawn here from plain circles and straight lines.
 */
export interface PenPoint {
  readonly x: number;
  readonly y: number;
}
/** One stroke, from where the pen is put down to where it is lifted. */
export type Stroke = readonly PenPoint[];

const at = (x: number, y: number): PenPoint => ({ x, y });
/** Points on a round, in degrees: 0 right, 90 below, 180 left, 270 above. Falling degrees go round to the left. */
function round(cx: number, cy: number, rx: number, ry: number, from: number, to: number): PenPoint[] {
  const steps = Math.max(2, Math.ceil(Math.abs(to - from) / 12));
  return Array.from({ length: steps + 1 }, (_, k) => {
    const a = ((from + ((to - from) * k) / steps) * Math.PI) / 180;
    return at(cx + rx * Math.cos(a), cy + ry * Math.sin(a));
  });
}
/** The round of a, d, g and q, begun at the top right and closed. */
const leftRound = (): PenPoint[] => [...round(25, 75, 25, 25, -35, -345), at(50, 75)];
/** The round of b and p, out of the stem and back to it. */
const rightRound = (): PenPoint[] => round(25, 75, 25, 25, 180, 528);
const arch = (x: number, width: number): PenPoint[] => [at(x, 72), ...round(x + width / 2, 72, width / 2, 22, 180, 360)];
const dot = (x: number): Stroke => [at(x, 28), at(x, 30)];

const STROKES: Readonly<Record<string, readonly Stroke[]>> = {
  a: [[...leftRound(), at(50, 52), at(50, 100)]],
  b: [[at(0, 0), at(0, 100), ...rightRound()]],
  c: [round(25, 75, 25, 25, -35, -325)],
  d: [[...leftRound(), at(50, 0), at(50, 100)]],
  e: [[at(1, 75), ...round(25, 75, 25, 25, 0, -320)]],
  f: [
    [...round(27, 18, 17, 18, -40, -180), at(10, 100)],
    [at(0, 50), at(30, 50)],
  ],
  g: [[...leftRound(), at(50, 52), at(50, 128), ...round(27, 128, 23, 22, 0, 150)]],
  h: [[at(0, 0), at(0, 100), ...arch(0, 44), at(44, 100)]],
  i: [[at(0, 50), at(0, 100)], dot(0)],
  j: [[at(20, 50), at(20, 132), ...round(4, 132, 16, 18, 0, 150)], dot(20)],
  k: [
    [at(0, 0), at(0, 100)],
    [at(36, 50), at(2, 76), at(38, 100)],
  ],
  l: [[at(0, 0), at(0, 100)]],
  m: [[at(0, 50), at(0, 100), ...arch(0, 34), at(34, 100), ...arch(34, 34), at(68, 100)]],
  n: [[at(0, 50), at(0, 100), ...arch(0, 42), at(42, 100)]],
  o: [round(25, 75, 25, 25, -50, -410)],
  p: [[at(0, 50), at(0, 150), ...rightRound()]],
  q: [[...leftRound(), at(50, 52), at(50, 150)]],
  r: [[at(0, 50), at(0, 100), at(0, 72), ...round(19, 72, 19, 22, 180, 310)]],
  s: [[...round(20, 62, 18, 12, -30, -270), ...round(20, 87, 19, 13, -90, 150)]],
  t: [
    [at(15, 14), at(15, 100)],
    [at(0, 50), at(30, 50)],
  ],
  u: [[at(0, 50), at(0, 78), ...round(21, 78, 21, 22, 180, 0), at(42, 50), at(42, 100)]],
  v: [[at(0, 50), at(22, 100), at(44, 50)]],
  w: [[at(0, 50), at(16, 100), at(32, 50), at(48, 100), at(64, 50)]],
  x: [
    [at(0, 50), at(42, 100)],
    [at(42, 50), at(0, 100)],
  ],
  y: [
    [at(0, 50), at(22, 98)],
    [at(44, 50), at(0, 150)],
  ],
  z: [[at(0, 50), at(42, 50), at(0, 100), at(42, 100)]],
};

/** The strokes of a small letter in the order in which they are written; none for what is no letter a to z. */
export const letterStrokes = (letter: string): readonly Stroke[] => STROKES[letter] ?? [];

/** How wide a letter is. */
export const strokesWidth = (letter: string): number => Math.max(0, ...letterStrokes(letter).flatMap((s) => s.map((p) => p.x)));

/** An arrow on a stroke: its tip, and the direction of the pen there as a length of one. */
export interface PenArrow extends PenPoint {
  readonly dx: number;
  readonly dy: number;
}
/** Where arrows stand on a stroke: one soon after its start, and one at its end. A dot has none. */
export function strokeArrows(stroke: Stroke): PenArrow[] {
  const length = stroke.slice(1).reduce((sum, p, k) => sum + Math.hypot(p.x - stroke[k]!.x, p.y - stroke[k]!.y), 0);
  if (length < 10) return [];
  return (length < 60 ? [length] : [Math.min(26, length / 3), length]).map((wanted) => {
    let gone = 0;
    for (let k = 1; k < stroke.length; k += 1) {
      const [a, b] = [stroke[k - 1]!, stroke[k]!];
      const step = Math.hypot(b.x - a.x, b.y - a.y);
      if (step > 0 && gone + step >= wanted - 1e-6) {
        const part = (wanted - gone) / step;
        return { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part, dx: (b.x - a.x) / step, dy: (b.y - a.y) / step };
      }
      gone += step;
    }
    const [a, b] = [stroke.at(-2)!, stroke.at(-1)!];
    const step = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    return { ...b, dx: (b.x - a.x) / step, dy: (b.y - a.y) / step };
  });
}
