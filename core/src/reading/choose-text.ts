/** Which text to read next: one this child can read nearly all of, that leans on what is shaky, not read already. */
import { OFFERED_FROM } from './first-step.js';

/** A text is offered to a child who is expected to read so much of it: with help, and not by guessing. */
export const LIKELY_FROM = 0.9;
/** Best is a text of which one word in twenty asks for something: an easier one finds nothing out, a harder one is guessed at. */
const BEST_AT = 0.95;
/** A text of no known step comes after those of one. */
const LAST = 10_000;

export interface TextFit {
  readonly id: string;
  /** Share of running words that use only what was taught, 0 to 1. */
  readonly share: number;
  /** Share of running words that this reader is expected to read, 0 to 1; null where too little is known of the reader to say. */
  readonly likelyShare: number | null;
  /** From which step of the reader's order it is offered, where that is known: the earlier, the easier. */
  readonly step?: number | undefined;
  /** Readings of it so far. */
  readonly read: number;
}
/** With help, and not by guessing: what this child likely reads too little of. Of one of whom nothing is known that cannot be said. */
export const likelyTooHard = ({ likelyShare }: Pick<TextFit, 'likelyShare'>): boolean => likelyShare !== null && likelyShare < LIKELY_FROM;
/** Something is known of how a child reads a text where it is of at least so much of its words. */
const KNOWN_OF = 0.5;
/** How much of a text a reader likely reads, from what a report says of them; null where too little is known of the reader to say. */
export const likelyOf = ({ likelyShare, restsOn }: { readonly likelyShare: number; readonly restsOn: number }): number | null =>
  restsOn < KNOWN_OF ? null : likelyShare;

/**
 * Texts from the best for a check to the worst. First those that were taught, that the child likely reads nearly all of, and that were
 * not read, one word in twenty asking for something before all; then those read before, then those that are likely too hard, the
 * easiest first, then those that were not taught, nearest first. Of a reader of whom nothing is known those of early steps come first.
 */
export function textsInOrder<T extends TextFit>(fits: readonly T[]): T[] {
  const rank = (f: TextFit): number => (f.share < OFFERED_FROM ? 3 : likelyTooHard(f) ? 2 : f.read > 0 ? 1 : 0);
  const off = ({ likelyShare }: TextFit): number => (likelyShare === null ? 1 : Math.abs(likelyShare - BEST_AT));
  return [...fits].sort((a, b) => {
    const of = rank(a);
    return (
      of - rank(b) ||
      (of === 3 ? b.share - a.share : of === 1 ? a.read - b.read : 0) ||
      (of >= 2 ? (b.likelyShare ?? 0) - (a.likelyShare ?? 0) : off(a) - off(b)) ||
      (a.step ?? LAST) - (b.step ?? LAST) ||
      (a.id < b.id ? -1 : 1)
    );
  });
}
