/**
 * A word that went wrong with nothing noted. It comes right where all of its pairs are recalled and pushed together, so one of them at
 * fault is enough, and whatever speaks for one speaks for the others less. So the word moves all of its pairs at once, along one line:
 * the way in which the chance of this answer changes most (the gradient of the expected likelihood: moments matched on a projection, as
 * in Minka, "A family of algorithms for approximate Bayesian inference", 2001). Blamed one after the other, each as if the others
 * were not, five surely known pairs took a whole child's level with them: of children who had just shown every letter on cards and
 * read 17 of 20 words, 5 in 100 pairs were believed known.
 */
import { logistic } from './log-odds.js';
import { meanLogistic } from './normal-grid.js';

/** What is believed of one pair of the word under one kind of child. */
export interface PairOfWord {
  readonly mean: number;
  readonly variance: number;
  /** How likely it lies with the child's other pairs, and how often it is recalled as far as it does not (pairs-apart.ts). */
  readonly usual: number;
  readonly aside: number;
}
/** How often a known pair goes wrong in a word all the same. */
export const ASTRAY = 0.03;
const STEP = 0.1;
/** Nothing is so surely unknown, or known, that a word could not say otherwise. */
export const LEAST_RECALLED = 0.02;
const LEAST_VARIANCE = 1e-9;

const recalledAt = ({ usual, aside }: PairOfWord, mean: number, variance: number): number =>
  aside + usual * (variance > LEAST_VARIANCE ? meanLogistic(mean, variance) : logistic(mean));

/** How much each pair moves the chance of the word: the line along which it is taken in. */
export const blameOf = (pairs: readonly PairOfWord[]): number[] =>
  pairs.map((pair) => {
    const rise = recalledAt(pair, pair.mean + STEP, pair.variance) - recalledAt(pair, pair.mean - STEP, pair.variance);
    return rise / (2 * STEP) / Math.max(LEAST_RECALLED, recalledAt(pair, pair.mean, pair.variance));
  });

/**
 * The line's variance, and how far each pair moves with one standard deviation of it.
 * @param rows where the pairs stand
 * @param g covariance of everything with the line
 */
export function lineOf(
  rows: readonly number[],
  g: Float64Array,
  blame: readonly number[],
): { readonly variance: number; readonly moves: readonly number[] } {
  const own = rows.reduce((sum, i, k) => sum + blame[k]! * g[i]!, 0);
  const variance = Math.max(LEAST_VARIANCE, own);
  return { variance, moves: rows.map((i) => g[i]! / Math.sqrt(variance)) };
}

/**
 * How likely the word goes wrong at a place on that line.
 * @param moves how far each pair moves with one standard deviation of the line
 * @param at the place, standard deviations from the middle
 */
export function wrongAt(pairs: readonly PairOfWord[], moves: readonly number[], blends: number, at: number): number {
  let right = blends;
  pairs.forEach((pair, k) => {
    right *= (1 - ASTRAY) * recalledAt(pair, pair.mean + moves[k]! * at, pair.variance - moves[k]! ** 2);
  });
  return 1 - right;
}
