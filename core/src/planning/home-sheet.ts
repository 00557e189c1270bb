/** What a child takes home: a few pairs, words and a sentence that this child can read, and nothing else to read. */
import { findWords } from '../phonics/find-words.js';
import { chooseSentences } from '../phonics/dictation.js';
import { wordJudge, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import type { PlannedWord } from './part-content.js';
import { SENTENCE_BANK } from './sentences.js';
import { plannedWord, READS_FROM } from './session-words.js';

export interface HomeSheetRequest {
  readonly taught: Taught;
  /** The child's probability of knowing each pair; left out where never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
  /** Pairs the child's sessions worked on lately, the latest last. */
  readonly practised: readonly Gpc[];
  /** Words of the last sessions: they come first. */
  readonly words: readonly string[];
  readonly seed: number;
}
export interface HomeSheet {
  readonly pairs: Gpc[];
  readonly words: PlannedWord[];
  readonly sentence: string | null;
}
const MOST_PAIRS = 3;
const WORDS = 8;
const LONGEST_SENTENCE = 8;

/**
 * Up to three pairs that were practised and are known by now or nearly so, eight words and a sentence for them. A pair
 * that is still a gap stays at school: nothing on the sheet uses it. Where no sentence can be had there is none.
 * @example homeSheet(lexicon, { taught, known, practised: ['ai:ay'], words: ['rain'], seed: 1 }).words
 */
export function homeSheet(lexicon: Lexicon, request: HomeSheetRequest): HomeSheet {
  const { taught, known, practised, words, seed } = request;
  const gpcs = taught.gpcs.filter((gpc) => (known[gpc] ?? 1) >= READS_FROM);
  const reads: Taught = { gpcs, words: taught.words };
  const judge = wordJudge(lexicon, reads);
  const canRead = (word: string): boolean => judge(word).status === 'decodable';
  const pairs = [...new Set([...practised].reverse())].filter((g) => gpcs.includes(g)).slice(0, MOST_PAIRS);
  const chosen: string[] = [];
  const take = (list: readonly string[]): void => {
    for (const word of list) if (chosen.length < WORDS && !chosen.includes(word) && canRead(word)) chosen.push(word);
  };
  take(words.filter((w) => plannedWord(lexicon, w, pairs).focus.length > 0));
  for (const gpc of pairs)
    take(
      findWords(lexicon, {
        taught: reads,
        mustUse: [gpc],
        limit: 4,
        seed,
        maxSounds: 5,
        minFrequency: 5,
        avoid: chosen,
      }).map((w) => w.word),
    );
  if (pairs.length === 0 && gpcs.length > 0)
    take(findWords(lexicon, { taught: reads, limit: WORDS, seed, maxSounds: 4, minFrequency: 20 }).map((w) => w.word));
  const [sentence] =
    pairs.length > 0 || gpcs.length > 0
      ? chooseSentences(lexicon, { texts: [SENTENCE_BANK], taught: reads, focus: pairs, longest: LONGEST_SENTENCE, limit: 1, seed })
      : [];
  return { pairs, words: chosen.map((w) => plannedWord(lexicon, w, pairs)), sentence: sentence?.sentence ?? null };
}
