/** A text set in lines that stay put: the same breaks on the screen, the child's copy and paper. */
import { wordsOf } from '../phonics/decodability.js';

/** A stretch of a line: one word, or what stands between words. */
export interface LinePart {
  /** Index into `wordsOf(text)`, null for what is no word. */
  readonly word: number | null;
  readonly text: string;
}
export interface Line {
  readonly parts: readonly LinePart[];
  /** Indexes of its words. */
  readonly words: readonly number[];
  /** Whether an empty line stands before it. */
  readonly gap: boolean;
}
/** Characters to a line: short enough to be large, long enough for a phrase. */
export const LINE_WIDTH = 46;

/**
 * Sets a text in lines of at most `width` characters, breaking at spaces only; its own line breaks are kept. A word
 * longer than a line has one to itself.
 * @example lineUp('The cat sat on the mat.', 12).map((l) => l.words) // [[0, 1, 2], [3, 4, 5]]
 */
export function lineUp(text: string, width = LINE_WIDTH): Line[] {
  const words = wordsOf(text);
  const lines: Line[] = [];
  let next = 0;
  let gap = false;
  let at = 0;
  for (const row of text.split('\n')) {
    if (row.trim() === '') {
      gap = lines.length > 0;
      at += row.length + 1;
      continue;
    }
    for (const [from, to] of wrap(row, width)) {
      const parts: LinePart[] = [];
      const own: number[] = [];
      let done = at + from;
      while (next < words.length && words[next]!.at < at + to) {
        const word = words[next]!;
        if (word.at > done) parts.push({ word: null, text: text.slice(done, word.at) });
        parts.push({ word: next, text: word.text });
        own.push(next);
        done = word.at + word.text.length;
        next += 1;
      }
      if (done < at + to) parts.push({ word: null, text: text.slice(done, at + to) });
      lines.push({ parts, words: own, gap });
      gap = false;
    }
    at += row.length + 1;
  }
  return lines;
}

/** The lines of one row, as ranges of characters without the spaces at their ends. */
function wrap(row: string, width: number): [number, number][] {
  const out: [number, number][] = [];
  let from = -1;
  let to = -1;
  for (const chunk of row.matchAll(/\S+/g)) {
    const end = chunk.index + chunk[0].length;
    if (from >= 0 && end - from > width) {
      out.push([from, to]);
      from = -1;
    }
    if (from < 0) from = chunk.index;
    to = end;
  }
  if (from >= 0) out.push([from, to]);
  return out;
}
