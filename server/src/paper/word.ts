/** A word under study on paper: a bar under each grapheme, long for several letters, a loop for a split digraph, an open box for an odd part. */
import type { Sheet } from './sheet.js';

export interface MarkedWord {
  readonly word: string;
  readonly units: readonly { readonly grapheme: string; readonly sound: string; readonly letters: readonly number[] }[];
  readonly odd?: readonly number[] | undefined;
}
/** Between two graphemes, in ems. */
const BETWEEN = 0.14;

/** Where each letter stands, from 0, and how wide the word is. */
function lettersOf(
  sheet: Sheet,
  { word, units }: MarkedWord,
  size: number,
  marks: boolean,
): { x: number[]; width: number; ends: number[] } {
  const x: number[] = [];
  const ends: number[] = [];
  let at = 0;
  const unitOf = (letter: number): number => units.findIndex((u) => u.letters.includes(letter));
  for (let k = 0; k < word.length; k += 1) {
    if (marks && k > 0 && unitOf(k) !== unitOf(k - 1)) at += BETWEEN * size;
    x.push(at);
    at += sheet.widthOf(word[k]!, { size });
    ends.push(at);
  }
  return { x, width: at, ends };
}

export function widthOfWord(sheet: Sheet, word: MarkedWord, size: number, marks = true): number {
  return lettersOf(sheet, word, size, marks && word.units.length > 0).width;
}

/** Draws a word with its top at `y`; it takes 1.7 ems of height. Returns its width. */
export const drawWord = (sheet: Sheet, word: MarkedWord, x: number, y: number, size: number, marks = true): number =>
  sheet.tagged('Span', () => draw(sheet, word, x, y, size, marks), word.word);

function draw(sheet: Sheet, word: MarkedWord, x: number, y: number, size: number, marks: boolean): number {
  const marked = marks && word.units.length > 0;
  const at = lettersOf(sheet, word, size, marked);
  [...word.word].forEach((letter, k) => sheet.at(letter, x + at.x[k]!, y, { size }));
  if (!marked) return at.width;
  const line = y + 1.42 * size;
  const { doc } = sheet;
  word.units.forEach((unit, k) => {
    const first = x + at.x[unit.letters[0]!]!;
    const last = x + at.ends[unit.letters.at(-1)!]!;
    doc.lineWidth(Math.max(0.8, size * 0.055)).strokeColor('black');
    const apart = unit.letters.some((l, n) => n > 0 && l !== unit.letters[n - 1]! + 1);
    if (word.odd?.includes(k))
      doc
        .moveTo(first, line + size * 0.06)
        .lineTo(first, line - size * 0.1)
        .lineTo(last, line - size * 0.1)
        .lineTo(last, line + size * 0.06)
        .stroke();
    else if (apart) {
      const from = x + (at.x[unit.letters[0]!]! + at.ends[unit.letters[0]!]!) / 2;
      const to = x + (at.x[unit.letters.at(-1)!]! + at.ends[unit.letters.at(-1)!]!) / 2;
      doc
        .moveTo(from, line)
        .bezierCurveTo(from, line + size * 0.3, to, line + size * 0.3, to, line)
        .stroke();
    } else if (unit.letters.length > 1)
      doc
        .moveTo(first + size * 0.02, line)
        .lineTo(last - size * 0.02, line)
        .stroke();
    else {
      const middle = (first + last) / 2;
      doc
        .moveTo(middle - size * 0.13, line)
        .lineTo(middle + size * 0.13, line)
        .stroke();
    }
  });
  return at.width;
}
