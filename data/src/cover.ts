/**
 * Which texts practise which pair of an order: read at the step that teaches it or within the next two, the pair five times in
 * four different words. Counted from the texts themselves; `npm run cover` prints the table.
 */
import { isLightPair, taughtAfter, wordJudge, wordsOf, type Gpc, type Lexicon, type TeachingOrder } from '@sapling/core/phonics';
import { pairsInText, practises } from '@sapling/core/reading';
import type { ShippedText } from './texts.js';

/** Steps after the pair's own within which a text still serves it. */
export const WITHIN = 2;
export const READABLE = 0.97;
/** Pairs from this step on have texts. */
export const FROM_STEP = 4;
const COMMONEST_PAIRS = 40;

export interface PairCover {
  readonly gpc: Gpc;
  /** Counted from 1. */
  readonly step: number;
  readonly wanted: number;
  readonly texts: readonly string[];
}

/** The first step (from 1) at which so much of a text can be read; null where none does. */
export function readableFrom(lexicon: Lexicon, text: string, order: TeachingOrder, share = READABLE): number | null {
  const words = wordsOf(text).map((w) => w.text);
  const fits = (step: number): boolean => {
    const judge = wordJudge(lexicon, taughtAfter(order, step));
    return words.filter((w) => !['not yet', 'unread'].includes(judge(w).status)).length >= share * words.length;
  };
  let [low, high] = [1, order.steps.length];
  if (!fits(high)) return null;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (fits(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Every pair of an order with the texts that practise it. */
export function coverOf(lexicon: Lexicon, order: TeachingOrder, texts: readonly ShippedText[]): PairCover[] {
  const common = new Set(
    order.steps
      .flatMap((s) => s.gpcs)
      .filter((gpc) => !isLightPair(gpc))
      .map((gpc) => ({ gpc, count: lexicon.pairs[lexicon.pairIndex.get(gpc)!]!.count }))
      .sort((a, b) => b.count - a.count)
      .slice(0, COMMONEST_PAIRS)
      .map((p) => p.gpc),
  );
  const read = texts.map((t) => ({ id: t.id, from: readableFrom(lexicon, t.text, order), pairs: pairsInText(lexicon, t.text) }));
  return order.steps.flatMap((s, k) =>
    k + 1 < FROM_STEP
      ? []
      : s.gpcs.map((gpc) => ({
          gpc,
          step: k + 1,
          wanted: isLightPair(gpc) ? 1 : common.has(gpc) ? 3 : 2,
          texts: read
            .filter(({ from, pairs }) => {
              return from !== null && from <= k + 1 + WITHIN && practises(pairs.get(gpc));
            })
            .map((t) => t.id),
        })),
  );
}
