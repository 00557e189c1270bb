/**
 * What was known at a moment, by all that has come since. A pair goes between two states, known and not, from each look to the next:
 * a hidden Markov model (Rabiner 1989, Proceedings of the IEEE 77), whose evidence is read off what was believed at each look.
 */

/** How often a pair of a child is learned, or lost, from one look to the next. */
export interface Rates {
  readonly learned: number;
  readonly lost: number;
}
/** What becomes of weekly rates over so many weeks. */
export function ratesOver(weeks: number, aWeek: Rates): Rates {
  const over = (chance: number): number => 1 - (1 - chance) ** weeks;
  return { learned: over(aWeek.learned), lost: over(aWeek.lost) };
}

/** What one pair did between the first look and the last: chances that add up to 1. */
export interface PairHistory {
  readonly kept: number;
  readonly learned: number;
  readonly lost: number;
  readonly lacking: number;
}

/**
 * @param believed how likely it was known at each look, from what had been seen by then; at least the first and the last
 * @example pairHistory([0.6, 0.1, 0.95], { learned: 0.1, lost: 0.02 }).learned // 0.47
 */
export function pairHistory(believed: readonly number[], { learned, lost }: Rates): PairHistory {
  const first = inside(believed[0]!);
  /** Weights of known and not known now, each by what it was at first. */
  let [kept, gone, got, lacking] = [first, 0, 0, 1 - first];
  for (let k = 1; k < believed.length; k += 1) {
    const before = inside(believed[k - 1]!);
    // what the answers between the two looks speak for
    const told = odds(inside(believed[k]!)) / odds(before * (1 - lost) + (1 - before) * learned);
    [kept, gone] = [(kept * (1 - lost) + gone * learned) * told, kept * lost + gone * (1 - learned)];
    [got, lacking] = [(got * (1 - lost) + lacking * learned) * told, got * lost + lacking * (1 - learned)];
    const all = kept + gone + got + lacking;
    [kept, gone, got, lacking] = [kept / all, gone / all, got / all, lacking / all];
  }
  return { kept, lost: gone, learned: got, lacking };
}
/** How many more of these pairs are known at the last look than at the first, with its variance: pairs are taken as independent. */
export function gainIn(pairs: readonly PairHistory[]): { readonly expected: number; readonly variance: number } {
  let [expected, variance] = [0, 0];
  for (const { learned, lost } of pairs) {
    expected += learned - lost;
    variance += learned + lost - (learned - lost) ** 2;
  }
  return { expected, variance };
}
const inside = (p: number): number => Math.min(0.995, Math.max(0.005, p));
const odds = (p: number): number => p / (1 - p);
