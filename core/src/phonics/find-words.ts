import { CoreError } from '../errors.js';
import { seeded, type Random } from '../random.js';
import type { Taught } from './decodability.js';
import type { Gpc, Lexicon, Segmentation } from './lexicon.js';
import { requireShape } from './shape.js';
import { drawWeight, found, offerableWords, pairMask, usesAny, usesOnly, type IndexedWord } from './word-index.js';

export interface FoundWord {
  word: string;
  gpcs: Gpc[];
  segmentation: Segmentation;
  shape: string;
  /** Occurrences per million words of spoken English; 0 for a made-up word. */
  perMillion: number;
}
export interface FindWordsRequest {
  readonly taught: Taught;
  /** Each word uses at least one of these; they count as readable. */
  readonly mustUse?: readonly Gpc[];
  /** Where in the word `mustUse` stands: its first unit, its last, or between. */
  readonly position?: 'first' | 'middle' | 'last';
  /** Counted in sounds, as CCVC. */
  readonly shape?: string;
  readonly syllables?: number;
  readonly minFrequency?: number;
  readonly limit: number;
  readonly seed: number;
  /** Spellings that must not come (met last time, say). */
  readonly avoid?: readonly string[];
  readonly maxSounds?: number;
}

/**
 * Real words that use only what was taught, plus `mustUse`. Commoner words come likelier, and the same
 * seed gives the same words. Fewer than `limit` come back where there are no more.
 * @throws CoreError `out-of-range` for a limit below 1, `unknown-shape`, `unknown-pair`.
 * @example findWords(lexicon, { taught, mustUse: ['ai:ay'], shape: 'CVC', limit: 8, seed: 1 })
 */
export function findWords(lexicon: Lexicon, request: FindWordsRequest): FoundWord[] {
  const { taught, mustUse = [], shape, position, minFrequency = 1, limit, seed } = request;
  if (!Number.isInteger(limit) || limit < 1)
    throw new CoreError('out-of-range', 'limit', 'The limit is a whole number from 1.', { from: 1, is: limit });
  if (shape !== undefined) requireShape(shape);
  for (const gpc of mustUse) requirePair(gpc, 'mustUse');
  const allowed = pairMask(lexicon, [...taught.gpcs, ...mustUse]);
  const wanted = pairMask(lexicon, mustUse);
  const avoid = new Set((request.avoid ?? []).map((w) => w.toLowerCase()));
  const fitting = offerableWords(lexicon).filter(
    (word) =>
      word.perMillion >= minFrequency &&
      (request.maxSounds === undefined || word.pairs.length <= request.maxSounds) &&
      (request.syllables === undefined || word.syllables === request.syllables) &&
      (shape === undefined || word.shape === shape) &&
      usesOnly(word, allowed) &&
      (mustUse.length === 0 || (position ? usesAt(word, wanted, position) : usesAny(word, wanted))) &&
      !avoid.has(word.word),
  );
  return drawWeighted(fitting, limit, seeded(seed)).map((word) => found(lexicon, word));
}

/** @throws CoreError `unknown-pair` for what is not written as a pair. */
export function requirePair(gpc: Gpc, field: string): void {
  if (!/^.+:.+$/.test(gpc)) throw new CoreError('unknown-pair', field, `"${gpc}" is not a pair such as ai:ay.`);
}

function usesAt(word: IndexedWord, wanted: Uint8Array, position: 'first' | 'middle' | 'last'): boolean {
  const last = word.pairs.length - 1;
  return word.pairs.some(
    (pair, k) => wanted[pair] === 1 && (position === 'first' ? k === 0 : position === 'last' ? k === last : k > 0 && k < last),
  );
}

/** Draws words without putting back, commoner ones likelier (Efraimidis and Spirakis 2006). */
export function drawWeighted<T extends { readonly perMillion: number }>(items: readonly T[], limit: number, random: Random): T[] {
  return items
    .map((item) => ({ item, key: Math.log(1 - random() || Number.MIN_VALUE) / drawWeight(item.perMillion) }))
    .sort((x, y) => y.key - x.key)
    .slice(0, limit)
    .map(({ item }) => item);
}
