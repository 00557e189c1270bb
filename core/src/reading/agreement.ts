/** How far two markings of one reading agree, word by word. */
import { CoreError } from '../errors.js';
import { lastWordOf, type Marking } from './marking.js';
import { decidingMark } from './score-reading.js';
import type { ReadingMark } from './score-reading.js';

/** How a word was judged: right, or the kind of mark that decides; `not reached` after the last word. */
export type Judged = 'right' | ReadingMark['kind'] | 'not reached';
export interface Agreement {
  /** Words that at least one of the two took as read. */
  readonly words: number;
  readonly agreed: number;
  /** Agreed over words, 0 to 1; null for no words. */
  readonly share: number | null;
  /** Cohen's kappa; null where chance alone would agree on every word, so that it says nothing. */
  readonly kappa: number | null;
  readonly differ: readonly { readonly word: number; readonly a: Judged; readonly b: Judged }[];
}

export function judgedWord(marking: Marking, word: number, last = lastWordOf(marking)): Judged {
  if (word > last) return 'not reached';
  return decidingMark(marking.marks, word)?.kind ?? 'right';
}

/**
 * Agreement of two markings in how each word was judged, and Cohen's kappa: agreement beyond what two people with
 * the same habits would reach by chance (Cohen 1960, Educational and Psychological Measurement 20:37–46).
 * Insertions, repetitions and hesitations judge no word and are left out.
 * @throws CoreError `out-of-range` for a number of words below 0.
 */
export function agreement(a: Marking, b: Marking, words: number): Agreement {
  if (!Number.isInteger(words) || words < 0)
    throw new CoreError('out-of-range', 'words', 'The number of words is a whole number from 0.', { from: 0, is: words });
  const lastA = Math.min(lastWordOf(a), words - 1);
  const lastB = Math.min(lastWordOf(b), words - 1);
  const pairs = Array.from({ length: Math.max(lastA, lastB) + 1 }, (_, word) => ({
    word,
    a: judgedWord(a, word, lastA),
    b: judgedWord(b, word, lastB),
  }));
  return { ...kappa(pairs.map((p) => [p.a, p.b] as const)), differ: pairs.filter((p) => p.a !== p.b) };
}

/** Share of agreement and Cohen's kappa of two people's judgements of the same things. */
export function kappa(pairs: readonly (readonly [string, string])[]): {
  words: number;
  agreed: number;
  share: number | null;
  kappa: number | null;
} {
  const n = pairs.length;
  const agreed = pairs.filter(([a, b]) => a === b).length;
  if (n === 0) return { words: 0, agreed: 0, share: null, kappa: null };
  const count = (side: 0 | 1): Map<string, number> => {
    const out = new Map<string, number>();
    for (const pair of pairs) out.set(pair[side], (out.get(pair[side]) ?? 0) + 1);
    return out;
  };
  const [left, right] = [count(0), count(1)];
  let chance = 0;
  for (const [judged, k] of left) chance += (k / n) * ((right.get(judged) ?? 0) / n);
  const share = agreed / n;
  return { words: n, agreed, share, kappa: 1 - chance < 1e-12 ? null : (share - chance) / (1 - chance) };
}
