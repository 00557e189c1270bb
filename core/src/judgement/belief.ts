/** What can be read off a belief about one pair: how likely it is known, and between which ends its chance lies. */
import { logit } from './log-odds.js';
import type { EstimateModel } from './model.js';
import { unbent } from './own-scale.js';
import { HOLE_RECALLED, MIXED_RECALLED } from './pairs-apart.js';
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
/** Whether the low end reaches a value. The same as asking for the ends, for a twentieth of the work. */
export const reaches = (belief: Belief, value: number, model: EstimateModel): boolean =>
  chanceBelow(belief, value) <= (1 - model.interval) / 2;
/** Whether the high end stays below a value. */
export const staysBelow = (belief: Belief, value: number, model: EstimateModel): boolean =>
  chanceBelow(belief, value) > (1 + model.interval) / 2;

/** Halved so often, and then by the false position (Dowell and Jarratt, "A modified regula falsi method", BIT 11, 1971). */
const HALVED = 3;
const CLOSE_ENOUGH = 1e-6;
function quantile(belief: Belief, share: number): number {
  let [from, to, below, above] = [0, 1, -share, 1 - share];
  /** The side that moved last: the other one counts half when it stands still twice. */
  let moved = 0;
  for (let step = 0; to - from > CLOSE_ENOUGH && step < 60; step += 1) {
    const middle = step < HALVED ? (from + to) / 2 : (from * above - to * below) / (above - below);
    const off = chanceBelow(belief, middle) - share;
    if (Math.abs(off) < CLOSE_ENOUGH) return middle;
    if (off < 0) {
      from = middle;
      below = off;
      if (moved < 0) above /= 2;
      moved = -1;
    } else {
      to = middle;
      above = off;
      if (moved > 0) below /= 2;
      moved = 1;
    }
  }
  return (from + to) / 2;
}
/** How strong a hole is, log odds, and how far holes and finds differ. */
const HOLE_ODDS = logit(HOLE_RECALLED);
const MIXED_ODDS = logit(MIXED_RECALLED);
const APART_SD = 0.5;
/** How likely it is that the child's own chance of a right answer is below a value. */
function chanceBelow({ members, apart, bend }: Belief, value: number): number {
  const plain = unbent(value, bend);
  const { usual, hole, mixed, find, strength } = apart;
  let sum = 0;
  for (const { weight, mean, variance, guess, lapse } of members) {
    const share = (plain - guess) / (1 - guess - lapse);
    if (share <= 0) continue;
    if (share >= 1) sum += weight;
    else {
      const odds = Math.log(share / (1 - share));
      sum +=
        weight *
        (hole * normalBelow((odds - HOLE_ODDS) / APART_SD) +
          mixed * normalBelow((odds - MIXED_ODDS) / APART_SD) +
          find * normalBelow((odds - strength) / APART_SD) +
          usual * normalBelow((odds - mean) / Math.sqrt(variance)));
    }
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
