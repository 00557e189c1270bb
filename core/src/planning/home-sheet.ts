/** What a child takes home: a few pairs, words and a sentence that this child can read, and nothing else to read. */
import { findWords, type FindWordsRequest } from '../phonics/find-words.js';
import { chooseSentences } from '../phonics/dictation.js';
import { wordJudge, wordsOf, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import type { PlannedWord } from './part-content.js';
import { SENTENCE_BANK } from './sentences.js';
import { normaliseWord } from '../phonics/segment.js';
import { plannedWord, readablePairsOf } from './session-words.js';

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
const WORDS_A_PAIR = 4;
const LONGEST_SENTENCE = 8;

/**
 * Up to three pairs that were practised and are known by now or nearly so, eight words and a sentence for them. A pair
 * that is still a gap stays at school: nothing on the sheet uses it. Where no sentence can be had there is none.
 * @example homeSheet(lexicon, { taught, known, practised: ['ai:ay'], words: ['rain'], seed: 1 }).words
 */
export function homeSheet(lexicon: Lexicon, request: HomeSheetRequest): HomeSheet {
  const { taught, known, practised, words, seed } = request;
  const {
    taught: own,
    surestFirst,
    reads,
    likelyRead,
  } = readablePairsOf(lexicon, { taught, focus: [], children: [{ id: 'child', known }] });
  const judge = wordJudge(lexicon, own);
  const canRead = (word: string): boolean => judge(word).status === 'decodable';
  const pairs = [...new Set([...practised].reverse())].filter((g) => own.gpcs.includes(g)).slice(0, MOST_PAIRS);
  const chosen: string[] = [];
  const take = (list: readonly string[], upTo = WORDS): void => {
    for (const word of list) if (chosen.length < Math.min(WORDS, upTo) && !chosen.includes(word) && canRead(word)) chosen.push(word);
  };
  // nobody is beside the child who could help: what is surest comes first
  const find = (from: Omit<FindWordsRequest, 'taught' | 'seed'>, count: number): void => {
    const upTo = chosen.length + count;
    for (const ground of surestFirst) {
      if (chosen.length >= upTo) return;
      take(
        findWords(lexicon, { ...from, taught: ground, seed, avoid: chosen }).map((w) => w.word),
        upTo,
      );
    }
  };
  take(
    words.filter((w) => {
      const { focus, units } = plannedWord(lexicon, w, pairs);
      return focus.length > 0 && likelyRead(units.map((u) => `${u.grapheme}:${u.sound}`));
    }),
  );
  for (const gpc of pairs) find({ mustUse: [gpc], limit: 12, maxSounds: 5, minFrequency: 5 }, WORDS_A_PAIR);
  if (pairs.length === 0 && own.gpcs.length > 0) find({ limit: 3 * WORDS, maxSounds: 4, minFrequency: 20 }, WORDS);
  return {
    pairs,
    words: chosen.map((w) => plannedWord(lexicon, w, pairs)),
    sentence: sentenceFor(lexicon, surestFirst, pairs, reads, seed),
  };
}

/** A sentence the child likely reads every word of, of the surest pairs where there is one; null where there is none. */
function sentenceFor(
  lexicon: Lexicon,
  surestFirst: readonly Taught[],
  focus: readonly Gpc[],
  reads: (word: string) => boolean,
  seed: number,
): string | null {
  for (const ground of surestFirst) {
    if (ground.gpcs.length === 0) continue;
    const found = chooseSentences(lexicon, { texts: [SENTENCE_BANK], taught: ground, focus, longest: LONGEST_SENTENCE, limit: 8, seed });
    const one = found.find(({ sentence }) => wordsOf(sentence).every((w) => reads(normaliseWord(w.text))));
    if (one) return one.sentence;
  }
  return null;
}
