/** Which text to read next: one this child can read nearly all of, that leans on what is shaky, not read already. */
import { OFFERED_FROM } from './first-step.js';

/** A text is offered to a child who is expected to read so much of it: with help, and not by guessing. */
export const LIKELY_FROM = 0.9;
/** Best is a text of which one word in twenty asks for something: an easier one finds nothing out, a harder one is guessed at. */
const BEST_AT = 0.95;

export interface TextFit {
  readonly id: string;
  /** Share of running words that use only what was taught, 0 to 1. */
  readonly share: number;
  /** Share of running words that this reader is expected to read, 0 to 1. */
  readonly likelyShare: number;
  /** Readings of it so far. */
  readonly read: number;
}
/**
 * Texts from the best for a check to the worst. First those that were taught, that the child likely reads nearly all of, and that were
 * not read, one word in twenty asking for something before all; then those read before, then those that are likely too hard, the
 * easiest first, then those that were not taught, nearest first.
 */
export function textsInOrder<T extends TextFit>(fits: readonly T[]): T[] {
  const rank = (f: TextFit): number => (f.share < OFFERED_FROM ? 3 : f.likelyShare < LIKELY_FROM ? 2 : f.read > 0 ? 1 : 0);
  return [...fits].sort((a, b) => {
    const of = rank(a);
    return (
      of - rank(b) ||
      (of === 3 ? b.share - a.share : of === 1 ? a.read - b.read : 0) ||
      (of >= 2 ? b.likelyShare - a.likelyShare : Math.abs(a.likelyShare - BEST_AT) - Math.abs(b.likelyShare - BEST_AT)) ||
      (a.id < b.id ? -1 : 1)
    );
  });
}
