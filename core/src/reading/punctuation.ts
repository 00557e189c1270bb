/** The punctuation of a text that a reader heeds with the voice, and what the times say of each. */
import { wordsOf } from '../phonics/decodability.js';

export interface Punctuation {
  /** As it stands: one of . ! ? , ; : – … */
  readonly sign: string;
  /** The word it follows. */
  readonly word: number;
  /** Where the voice rests long (a full stop), or briefly (a comma). */
  readonly rest: 'long' | 'short';
}

/** The signs of a text in order. Several in a row are one; a hyphen or an apostrophe inside a word is none. */
export function punctuationOf(text: string): Punctuation[] {
  const words = wordsOf(text);
  return words.flatMap((word, k): Punctuation[] => {
    const after = text.slice(word.at + word.text.length, words[k + 1]?.at ?? text.length);
    const sign = /[.!?…]/.exec(after) ?? /[,;:–—]|\s-\s/.exec(after);
    if (!sign) return [];
    return [{ sign: sign[0].trim(), word: k, rest: /[.!?…]/.test(sign[0]) ? 'long' : 'short' }];
  });
}

/** A rest counts as heard where the gap to the next word is so much longer than the reader's usual one. */
const RESTS = { long: 1.6, short: 1.3 };

/**
 * Whether each sign seems to have been heeded, by the time from its word to the next against the reader's usual
 * time for a word of that length; null where the times do not say. A suggestion: the adult's ear decides.
 * @param reached when each word was reached, in milliseconds.
 * @param expected how long each word takes this reader, in milliseconds (`paceOf`).
 */
export function heededByTimes(
  signs: readonly Punctuation[],
  reached: ReadonlyMap<number, number>,
  expected: (word: number) => number | null,
): (boolean | null)[] {
  return signs.map(({ word, rest }) => {
    const from = reached.get(word);
    const to = reached.get(word + 1);
    const usual = expected(word);
    if (from === undefined || to === undefined || usual === null || to <= from) return null;
    return to - from >= usual * RESTS[rest];
  });
}
