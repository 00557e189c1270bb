/** Which pairs a text practises, counted from the text itself. */
import { wordsOf } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { gpcsOf, normaliseWord, segment } from '../phonics/segment.js';

/** A text practises a pair that comes so often … */
export const PRACTISED_TIMES = 5;
/** … in so many different words. */
export const PRACTISED_WORDS = 4;

export interface PairInText {
  readonly times: number;
  readonly words: ReadonlySet<string>;
}

/** How often, and in how many different words, each pair stands in a text, by the likeliest cut of each word. */
export function pairsInText(lexicon: Lexicon, text: string): Map<Gpc, PairInText> {
  const out = new Map<Gpc, { times: number; words: Set<string> }>();
  for (const { text: shown } of wordsOf(text)) {
    const word = normaliseWord(shown);
    const cut = segment(lexicon, word)[0];
    for (const gpc of cut ? gpcsOf(cut) : []) {
      const entry = out.get(gpc) ?? { times: 0, words: new Set<string>() };
      entry.times += 1;
      entry.words.add(word);
      out.set(gpc, entry);
    }
  }
  return out;
}

/** Whether a pair comes often enough in a text to be practised by reading it. */
export const practises = (found: PairInText | undefined): boolean =>
  found !== undefined && found.times >= PRACTISED_TIMES && found.words.size >= PRACTISED_WORDS;
