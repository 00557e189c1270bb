/** What can be read off a belief about one pair: how likely it is known, and between which ends its chance lies. */
import type { EstimateModel } from './model.js';
import { unbent } from './own-scale.js';
import type { Belief } from './recall-filter.js';

/** A pair is known where it comes right more often than this. */
export const KNOWN_FROM = 0.6;
/** How likely it is that a pair is known. */
export const knownIn = (belief: Belief): number => 1 - chanceBelow(belief, KNOWN_FROM);

/** The ends between which the child's own chance lies with the model's share of belief. */
export function endsOf(belief: Belief, model: EstimateModel): { low: number; high: number } {
  const tail = (1 - model.interval) / 2;
  return { low: quantile(belief, tail), high: quantile(belief, 1 - tail) };
}
function quantile(belief: Belief, share: number): number {
  let [from, to] = [0, 1];
  for (let step = 0; step < 20; step += 1) {
    const middle = (from + to) / 2;
    if (chanceBelow(belief, middle) < share) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}
/** How likely it is that the child's own chance of a right answer is below a value. */
function chanceBelow({ members, bend }: Belief, value: number): number {
  const plain = unbent(value, bend);
  let sum = 0;
  for (const { weight, mean, variance, guess, lapse } of members) {
    const share = (plain - guess) / (1 - guess - lapse);
    if (share <= 0) continue;
    sum += share >= 1 ? weight : weight * normalBelow((Math.log(share / (1 - share)) - mean) / Math.sqrt(variance));
  }
  return sum;
}
/** The normal distribution function (Abramowitz and Stegun 26.2.17, error below 1e-7). */
function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    0.3989423 * Math.exp((-z * z) / 2) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}
