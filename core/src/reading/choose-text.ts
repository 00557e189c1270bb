/** Which text to read next: one this child can read nearly all of, that leans on what is shaky, not read already. */
import { OFFERED_FROM } from './first-step.js';

export interface TextFit {
  readonly id: string;
  /** Share of running words this reader can read, and share without a pair that is shaky for them, 0 to 1. */
  readonly share: number;
  readonly sureShare: number;
  /** Readings of it so far. */
  readonly read: number;
}
/**
 * Texts from the best for a check to the worst. Those that fit and were not read come first, and among them those that
 * ask most of what this reader is unsure of: an easy text finds nothing out. Then those read before, then those that do
 * not fit, nearest first.
 */
export function textsInOrder<T extends TextFit>(fits: readonly T[]): T[] {
  const rank = (f: TextFit): number => (f.share < OFFERED_FROM ? 2 : f.read > 0 ? 1 : 0);
  return [...fits].sort(
    (a, b) =>
      rank(a) - rank(b) ||
      (rank(a) === 2 ? b.share - a.share : rank(a) === 1 ? a.read - b.read : 0) ||
      a.sureShare - b.sureShare ||
      (a.id < b.id ? -1 : 1),
  );
}
