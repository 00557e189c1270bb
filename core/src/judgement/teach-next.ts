/** What to teach a child next, and why: the gaps that open most of what is read, earlier in the order before later. */
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { offerableWords, pairMask } from '../phonics/word-index.js';

export interface TeachNext {
  readonly gpc: Gpc;
  /** Common words that the child could read with this pair and cannot now. */
  readonly opens: number;
  readonly examples: string[];
  /** Place in the teaching order, from 1. */
  readonly place: number;
  /** Chance that the child knows it already. */
  readonly p: number;
}

const COMMON_PER_MILLION = 2;
const EXAMPLES = 5;
/** A word that would still lack one more pair counts this much. */
const ALMOST = 0.2;

/**
 * Ranks a child's taught pairs that are not secure. Worth is what a pair opens among common words, weighted by
 * the logarithm of how often they are heard, times the chance that it is not known, a little more for what
 * stands early in the order.
 * @example teachNext(lexicon, { taught: child.line, limit: 4 })
 */
export function teachNext(
  lexicon: Lexicon,
  request: { readonly taught: readonly { readonly gpc: Gpc; readonly state: string; readonly p: number }[]; readonly limit: number },
): TeachNext[] {
  const { taught, limit } = request;
  const known = pairMask(
    lexicon,
    taught.filter((t) => t.state === 'secure').map((t) => t.gpc),
  );
  const worth = new Map<number, { value: number; opens: number; words: { word: string; perMillion: number }[] }>();
  for (const word of offerableWords(lexicon)) {
    if (word.perMillion < COMMON_PER_MILLION) continue;
    const missing = word.needs.filter((k) => known[k] === 0);
    if (missing.length === 0 || missing.length > 2) continue;
    for (const k of missing) {
      const entry = worth.get(k) ?? { value: 0, opens: 0, words: [] };
      entry.value += Math.log2(1 + word.perMillion) * (missing.length === 1 ? 1 : ALMOST);
      if (missing.length === 1) {
        entry.opens += 1;
        entry.words.push(word);
      }
      worth.set(k, entry);
    }
  }
  return taught
    .flatMap(({ gpc, state, p }, k) => {
      if (state === 'secure') return [];
      const entry = worth.get(lexicon.pairIndex.get(gpc) ?? -1);
      const early = 1.5 - k / Math.max(1, taught.length);
      const examples = [...(entry?.words ?? [])]
        .sort((a, b) => b.perMillion - a.perMillion)
        .slice(0, EXAMPLES)
        .map((w) => w.word);
      return [{ gpc, opens: entry?.opens ?? 0, examples, place: k + 1, p, rank: (1 + (entry?.value ?? 0)) * (1 - p) * early }];
    })
    .sort((a, b) => b.rank - a.rank)
    .slice(0, limit)
    .map(({ rank: _rank, ...next }) => next);
}
