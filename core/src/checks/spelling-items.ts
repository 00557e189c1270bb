/** Spelling: words by sound in growing shape, base then ending, and a dictated sentence. */
import { CoreError } from '../errors.js';
import type { Taught } from '../phonics/decodability.js';
import { chooseSentences, type DictationSentence, type DictationText } from '../phonics/dictation.js';
import type { Lexicon } from '../phonics/lexicon.js';
import { segment } from '../phonics/segment.js';
import { seeded, shuffled } from '../random.js';
import type { CheckItem } from './items.js';
import { decodingItems } from './decoding-items.js';

export interface SpellingRequest {
  readonly taught: Taught;
  readonly perLevel: number;
  readonly seed: number;
  /** Where sentences are taken from; none is dictated without. */
  readonly texts?: readonly DictationText[];
  readonly avoid?: readonly string[];
}
export const SENTENCE = 'a sentence';

/**
 * What is dictated, easy before hard: three sounds, clusters, a base word and then the same with its ending,
 * and last a sentence of readable words only.
 * @throws CoreError `no-candidates` where what was taught makes no word.
 * @example spellingItems(lexicon, { taught, perLevel: 3, seed: 1, texts })
 */
export function spellingItems(lexicon: Lexicon, request: SpellingRequest): CheckItem[] {
  const { taught, perLevel, seed } = request;
  const words = decodingItems(lexicon, { taught, madeUp: false, perLevel, seed, ...(request.avoid ? { avoid: request.avoid } : {}) });
  const items = words.flatMap((item): CheckItem[] => {
    const spelled: CheckItem = { ...item, skill: 'spelling' };
    if (item.base === undefined || item.ending === undefined) return [spelled];
    // the base first, then the same word with its ending
    const units = segment(lexicon, item.base)[0]?.units;
    const base: CheckItem = { key: `${item.base} `, level: item.level!, skill: 'spelling', word: item.base, ...(units ? { units } : {}) };
    return words.some((w) => w.word === item.base) ? [spelled] : [base, spelled];
  });
  const unique = items.filter((item, k) => items.findIndex((other) => other.key === item.key) === k);
  const sentence = anySentence(lexicon, request);
  if (sentence) unique.push({ key: `sentence ${sentence.sentence}`, level: SENTENCE, skill: 'spelling', word: sentence.sentence });
  if (unique.length === 0) throw new CoreError('no-candidates', 'taught', 'What has been taught makes no word to spell yet.');
  return unique;
}

/** Texts taken apart at once: to take all of a shelf apart for one sentence is most of what a first check would wait for. */
const TEXTS_AT_ONCE = 16;
/** One readable sentence, of words whose cut is known, of a text drawn by the seed; undefined where no text holds one. */
function anySentence(lexicon: Lexicon, { taught, seed, texts = [] }: SpellingRequest): DictationSentence | undefined {
  const drawn = shuffled(texts, seeded(seed));
  for (let from = 0; from < drawn.length; from += TEXTS_AT_ONCE) {
    const some = drawn.slice(from, from + TEXTS_AT_ONCE);
    const [sentence] = chooseSentences(lexicon, { texts: some, taught, focus: [], longest: 9, knownOnly: true, limit: 1, seed });
    if (sentence) return sentence;
  }
  return undefined;
}
