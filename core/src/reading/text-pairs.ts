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

export interface WordInText {
  /** In small letters. */
  readonly word: string;
  readonly times: number;
  /** Its pairs by the likeliest cut. */
  readonly gpcs: readonly Gpc[];
}

/** The different words of a text, in the order they first come; taken apart once for a lexicon. */
export function wordsInText(lexicon: Lexicon, text: string): readonly WordInText[] {
  const known = lexicon.derived('words in texts', () => new Map<string, readonly WordInText[]>());
  const found = known.get(text);
  if (found) return found;
  const times = new Map<string, number>();
  for (const shown of wordsOf(text)) {
    const word = normaliseWord(shown.text);
    times.set(word, (times.get(word) ?? 0) + 1);
  }
  const words = [...times].map(([word, n]) => {
    const segmentation = segment(lexicon, word)[0];
    return { word, times: n, gpcs: segmentation ? gpcsOf(segmentation) : [] };
  });
  known.set(text, words);
  return words;
}

/** How often, and in how many different words, each pair stands in a text. */
export function pairsInText(lexicon: Lexicon, text: string): Map<Gpc, PairInText> {
  const out = new Map<Gpc, { times: number; words: Set<string> }>();
  for (const { word, times, gpcs } of wordsInText(lexicon, text))
    for (const gpc of gpcs) {
      const entry = out.get(gpc) ?? { times: 0, words: new Set<string>() };
      entry.times += times;
      entry.words.add(word);
      out.set(gpc, entry);
    }
  return out;
}

/** Whether a pair comes often enough in a text to be practised by reading it. */
export const practises = (found: PairInText | undefined): boolean =>
  found !== undefined && found.times >= PRACTISED_TIMES && found.words.size >= PRACTISED_WORDS;
