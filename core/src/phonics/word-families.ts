/** Words that belong together: by rime (*mice, slice, twice*), by sound with its spellings, by base with endings. */
import { CoreError } from '../errors.js';
import { seeded } from '../random.js';
import type { Taught } from './decodability.js';
import { drawWeighted, requirePair, type FoundWord } from './find-words.js';
import type { Gpc, Lexicon } from './lexicon.js';
import { isVowelSound, SOUNDS } from './sounds.js';
import { drawWeight, found, offerableWords, pairMask, usesAny, usesOnly, type IndexedWord } from './word-index.js';
import { baseAndEnding, type BaseAndEnding, type EndingChange } from './word-parts.js';

export interface RimeFamily {
  /** The rime as spelled, a split digraph with its consonant: `ice`, `ight`. */
  rime: string;
  gpcs: Gpc[];
  words: FoundWord[];
}

/**
 * Families of words of one syllable that share their rime, in spelling and in sound, for teaching by
 * analogy (Goswami, "Children's use of analogy in learning to read", 1986). Families with the most and
 * commonest words first; each has at least three.
 * @example rimeFamilies(lexicon, { taught, mustUse: ['i_e:igh'], limit: 5 })[0].words // nice, mice, price …
 */
export function rimeFamilies(
  lexicon: Lexicon,
  request: { taught: Taught; mustUse?: readonly Gpc[]; like?: string; limit: number; minFrequency?: number },
): RimeFamily[] {
  const { taught, mustUse = [], limit, minFrequency = 1 } = request;
  if (!Number.isInteger(limit) || limit < 1)
    throw new CoreError('out-of-range', 'limit', 'The limit is a whole number from 1.', { from: 1, is: limit });
  const allowed = pairMask(lexicon, [...taught.gpcs, ...mustUse]);
  const wanted = pairMask(lexicon, mustUse);
  const families = new Map<string, IndexedWord[]>();
  for (const word of offerableWords(lexicon)) {
    if (word.syllables !== 1 || word.perMillion < minFrequency || !usesOnly(word, allowed)) continue;
    // *lips* is of the family of *lip*
    if (isInflected(lexicon, word.word)) continue;
    const rime = rimeOf(lexicon, word);
    if (mustUse.length > 0 && !rime.some((k) => wanted[k] === 1)) continue;
    const key = rime.join(' ');
    families.set(key, [...(families.get(key) ?? []), word]);
  }
  const like = request.like === undefined ? undefined : offerableWords(lexicon).find((w) => w.word === request.like);
  const likeKey = like && rimeOf(lexicon, like).join(' ');
  return [...families]
    .filter(([key, words]) => words.length >= 3 && (request.like === undefined || key === likeKey))
    .map(([key, words]) => ({
      key,
      words: words.sort((a, b) => b.perMillion - a.perMillion),
      weight: words.reduce((sum, w) => sum + drawWeight(w.perMillion), 0),
    }))
    .sort((a, b) => b.weight - a.weight || (a.key < b.key ? -1 : 1))
    .slice(0, limit)
    .map(({ key, words }) => {
      const pairs = key.split(' ').map((k) => lexicon.pairs[Number(k)]!);
      const first = words[0]!;
      const { units } = found(lexicon, first).segmentation;
      const start = units[units.length - pairs.length]!.letters[0]!;
      return { rime: first.word.slice(start), gpcs: pairs.map((p) => p.gpc), words: words.map((w) => found(lexicon, w)) };
    });
}

const isInflected = (lexicon: Lexicon, word: string): boolean => baseAndEnding(lexicon, word) !== null;

function rimeOf(lexicon: Lexicon, word: IndexedWord): number[] {
  const vowel = word.pairs.findIndex((k) => isVowelSound(lexicon.pairs[k]!.sound));
  return word.pairs.slice(Math.max(0, vowel));
}

export interface Spelling {
  gpc: Gpc;
  grapheme: string;
  /** Share of the words with this sound that spell it so, among words this common: 0 to 1. */
  share: number;
  /** How many words that is. */
  count: number;
  /** Where it stands in its words, each a share of them. */
  first: number;
  middle: number;
  last: number;
  /** Commonest first; only readable ones where a taught list was given. */
  words: FoundWord[];
}

/**
 * Every spelling of a sound with how often and where it is met and words for each, commonest spelling first.
 * @throws CoreError `bad-input` for a sound that is none.
 * @example alternativeSpellings(lexicon, { sound: 'ay', perSpelling: 8 }).map((s) => s.grapheme) // a, a_e, ai, ay …
 */
export function alternativeSpellings(
  lexicon: Lexicon,
  request: { sound: string; taught?: Taught; perSpelling: number; minFrequency?: number },
): Spelling[] {
  const { sound, taught, perSpelling, minFrequency = 2 } = request;
  if (!SOUNDS.has(sound)) throw new CoreError('bad-input', 'sound', `"${sound}" is not one of the sounds.`);
  const numbers = new Set(lexicon.pairs.flatMap((pair, k) => (pair.sound === sound ? [k] : [])));
  const taughtMask = taught && pairMask(lexicon, taught.gpcs);
  const lists = new Map<number, { words: IndexedWord[]; places: [number, number, number] }>();
  let total = 0;
  for (const word of offerableWords(lexicon)) {
    if (word.perMillion < minFrequency) continue;
    word.pairs.forEach((pair, k) => {
      if (!numbers.has(pair)) return;
      total += 1;
      const entry = lists.get(pair) ?? { words: [], places: [0, 0, 0] };
      entry.words.push(word);
      entry.places[k === 0 ? 0 : k === word.pairs.length - 1 ? 2 : 1]! += 1;
      lists.set(pair, entry);
    });
  }
  return [...lists]
    .map(([k, { words, places }]): Spelling => {
      const pair = lexicon.pairs[k]!;
      const readable = words.filter((w) => !taughtMask || w.pairs.every((p) => p === k || taughtMask[p] === 1));
      return {
        gpc: pair.gpc,
        grapheme: pair.grapheme,
        share: words.length / total,
        count: words.length,
        first: places[0] / words.length,
        middle: places[1] / words.length,
        last: places[2] / words.length,
        words: [...new Set(readable)]
          .sort((a, b) => b.perMillion / b.pairs.length - a.perMillion / a.pairs.length)
          .slice(0, perSpelling)
          .map((w) => found(lexicon, w)),
      };
    })
    .sort((a, b) => b.count - a.count);
}

export interface EndingWord extends FoundWord {
  base: string;
  ending: string;
  change: EndingChange;
}

/** The base and ending of a word that may be offered; null where it has none, or its base is not a word for children. */
function offeredParts(lexicon: Lexicon, word: IndexedWord): (IndexedWord & BaseAndEnding) | null {
  const parts = baseAndEnding(lexicon, word.word);
  return parts && lexicon.peek(parts.base)!.book ? { ...word, ...parts } : null;
}

/**
 * Words of a base and an ending, both readable with what was taught: *hop*, *hopping*.
 * @throws CoreError `out-of-range` for a limit below 1.
 * @example wordsWithEndings(lexicon, { taught, ending: 'ing', limit: 10, seed: 1 })
 */
export function wordsWithEndings(
  lexicon: Lexicon,
  request: { taught: Taught; ending?: string; change?: EndingChange; mustUse?: readonly Gpc[]; limit: number; seed: number },
): EndingWord[] {
  const { taught, mustUse = [], limit, seed } = request;
  if (!Number.isInteger(limit) || limit < 1)
    throw new CoreError('out-of-range', 'limit', 'The limit is a whole number from 1.', { from: 1, is: limit });
  for (const gpc of mustUse) requirePair(gpc, 'mustUse');
  const allowed = pairMask(lexicon, [...taught.gpcs, ...mustUse]);
  const wanted = pairMask(lexicon, mustUse);
  // only words that can be read are taken apart: for a class that has met few pairs that is a small part of the book
  const withEnding = offerableWords(lexicon)
    .filter((w) => usesOnly(w, allowed) && (mustUse.length === 0 || usesAny(w, wanted)))
    .flatMap((w) => offeredParts(lexicon, w) ?? [])
    .filter(
      (w) =>
        (!request.ending || w.ending === request.ending) &&
        (!request.change || w.change === request.change) &&
        lexicon.peek(w.base)!.indexes.every((k) => allowed[k] === 1),
    );
  return drawWeighted(withEnding, limit, seeded(seed)).map((w) => ({
    ...found(lexicon, w),
    base: w.base,
    ending: w.ending,
    change: w.change,
  }));
}
