import { CoreError } from '../errors.js';
import { seeded } from '../random.js';
import type { Taught } from './decodability.js';
import type { Gpc, Lexicon, Segmentation } from './lexicon.js';
import { requireShape, shapeOf } from './shape.js';

export interface FoundWord {
  word: string;
  gpcs: Gpc[];
  segmentation: Segmentation;
  shape: string;
  /** Occurrences per million words of spoken English. */
  perMillion: number;
}
export interface FindWordsRequest {
  readonly taught: Taught;
  /** Each word uses at least one of these; they count as readable. */
  readonly mustUse?: readonly Gpc[];
  /** Counted in sounds, as CCVC. */
  readonly shape?: string;
  readonly minFrequency?: number;
  readonly limit: number;
  readonly seed: number;
  /** Spellings that must not come (met last time, say). */
  readonly avoid?: readonly string[];
  readonly maxSounds?: number;
}

interface Candidate {
  readonly word: string;
  readonly indexes: readonly number[];
  readonly perMillion: number;
}

/** Every word that may be offered to a child, as pair indexes; made once a lexicon. */
function offerable(lexicon: Lexicon): readonly Candidate[] {
  return lexicon.derived('offerable', () => {
    const out: Candidate[] = [];
    for (const word of lexicon.words()) {
      const entry = lexicon.peek(word)!;
      if (entry.unfit || entry.name || entry.perMillion < 0.3 || word.includes("'")) continue;
      if (word.length === 1 && word !== 'a' && word !== 'i') continue;
      if (word.length === 2 && entry.perMillion < 40) continue;
      out.push({ word, indexes: entry.indexes, perMillion: entry.perMillion });
    }
    return out;
  });
}

/**
 * Real words that use only what was taught, plus `mustUse`. Commoner words come likelier, and the same
 * seed gives the same words. Fewer than `limit` come back where there are no more.
 * @throws CoreError `out-of-range` for a limit below 1, `unknown-shape`, `unknown-pair`.
 * @example findWords(lexicon, { taught, mustUse: ['ai:ay'], shape: 'CVC', limit: 8, seed: 1 })
 */
export function findWords(lexicon: Lexicon, request: FindWordsRequest): FoundWord[] {
  const { taught, mustUse = [], shape, minFrequency = 1, limit, seed } = request;
  if (!Number.isInteger(limit) || limit < 1) throw new CoreError('out-of-range', 'limit', 'The limit is a whole number from 1.');
  if (shape !== undefined) requireShape(shape);
  const allowed = new Uint8Array(lexicon.pairs.length);
  const wanted = new Uint8Array(lexicon.pairs.length);
  for (const gpc of taught.gpcs) {
    const index = lexicon.pairIndex.get(gpc);
    if (index !== undefined) allowed[index] = 1;
  }
  for (const gpc of mustUse) {
    if (!/^.+:.+$/.test(gpc)) throw new CoreError('unknown-pair', 'mustUse', `"${gpc}" is not a pair such as ai:ay.`);
    const index = lexicon.pairIndex.get(gpc);
    if (index !== undefined) allowed[index] = wanted[index] = 1;
  }
  const avoid = new Set(request.avoid ?? []);
  const random = seeded(seed);
  const scored: { candidate: Candidate; key: number }[] = [];
  for (const candidate of offerable(lexicon)) {
    if (candidate.perMillion < minFrequency) continue;
    if (request.maxSounds !== undefined && candidate.indexes.length > request.maxSounds) continue;
    let uses = mustUse.length === 0;
    let fits = true;
    for (const index of candidate.indexes) {
      if (allowed[index] === 0) {
        fits = false;
        break;
      }
      if (wanted[index] === 1) uses = true;
    }
    if (!fits || !uses || avoid.has(candidate.word)) continue;
    if (shape !== undefined && shapeOf(candidate.indexes.map((k) => lexicon.pairs[k]!)) !== shape) continue;
    // weighted sampling without replacement (Efraimidis and Spirakis 2006)
    const weight = Math.log2(2 + candidate.perMillion) ** 2;
    scored.push({ candidate, key: Math.log(1 - random() || Number.MIN_VALUE) / weight });
  }
  scored.sort((x, y) => y.key - x.key);
  return scored.slice(0, limit).map(({ candidate }) => {
    const segmentation = lexicon.get(candidate.word)!.segmentations[0]!;
    return {
      word: candidate.word,
      gpcs: candidate.indexes.map((k) => lexicon.pairs[k]!.gpc),
      segmentation,
      shape: shapeOf(segmentation.units),
      perMillion: candidate.perMillion,
    };
  });
}
