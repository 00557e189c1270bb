/**
 * Where a child stands on each skill strand. One ability a strand on the logistic scale, items of known
 * difficulty, guessing and slips (a three-parameter item response model with an upper bound: Birnbaum 1968;
 * Barton and Lord 1981), the posterior over a grid of abilities (expected a posteriori: Bock and Mislevy 1982).
 * Old answers count for less, so that the interval widens as they age.
 */
import { CoreError } from '../errors.js';
import { STRANDS, type Strand } from '../evidence/observation.js';
import type { SkillEvidence } from '../evidence/derived.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { Estimate, PairState } from './estimate.js';

/** As of a pair; `p` is the chance that the child gets a plain item of the strand right. */
export type StrandEstimate = Estimate;

const DAY_MS = 86_400_000;
const GRID = Array.from({ length: 81 }, (_, k) => -5 + k * 0.125);

/**
 * Every strand with at least one answer. The states are read off the interval: one right answer never makes
 * *secure*, one slip never a *gap*.
 * @throws CoreError `bad-input` where `asOf` is no time.
 * @example estimateStrands(derive(lexicon, observations).skills, { asOf }).get('blending')?.p
 */
export function estimateStrands(
  evidence: readonly SkillEvidence[],
  options: { asOf: string; model?: EstimateModel },
): Map<Strand, StrandEstimate> {
  const asOf = Date.parse(options.asOf);
  if (Number.isNaN(asOf)) throw new CoreError('bad-input', 'asOf', `"${options.asOf}" is not an ISO time.`);
  const model = options.model ?? DEFAULT_MODEL;
  const out = new Map<Strand, StrandEstimate>();
  for (const strand of STRANDS) {
    const own = evidence.filter((e) => e.strand === strand);
    if (own.length > 0) out.set(strand, estimateOne(own, asOf, model));
  }
  return out;
}

/** Chance of a right answer to an item, from ability and difficulty. */
export function rightOn(model: EstimateModel, ability: number, difficulty: number, options?: number): number {
  const { guess, slip, discrimination } = model.strand;
  const floor = options && options > 1 ? Math.max(guess, 1 / options) : guess;
  return floor + (1 - floor - slip) / (1 + Math.exp(-discrimination * (ability - difficulty)));
}

function estimateOne(own: readonly SkillEvidence[], asOf: number, model: EstimateModel): StrandEstimate {
  const { mean, sd, halfLifeDays } = model.strand;
  const log = GRID.map((ability) => -((ability - mean) ** 2) / (2 * sd ** 2));
  for (const { right, difficulty, observation } of own) {
    const ageDays = Math.max(0, asOf - Date.parse(observation.at)) / DAY_MS;
    const weight = 2 ** (-ageDays / halfLifeDays) * (observation.fromMemory ? model.fromMemory : 1);
    GRID.forEach((ability, k) => {
      const p = rightOn(model, ability, difficulty, observation.options);
      log[k]! += weight * Math.log(right ? p : 1 - p);
    });
  }
  const top = Math.max(...log);
  const weights = log.map((value) => Math.exp(value - top));
  const total = weights.reduce((a, b) => a + b, 0);
  const success = GRID.map((ability) => rightOn(model, ability, 0));
  const p = weights.reduce((sum, w, k) => sum + (w / total) * success[k]!, 0);
  const tail = (1 - model.interval) / 2;
  const quantile = (share: number): number => {
    let sum = 0;
    for (let k = 0; k < GRID.length; k += 1) {
      sum += weights[k]! / total;
      if (sum >= share) return success[k]!;
    }
    return success.at(-1)!;
  };
  const low = Math.min(p, quantile(tail));
  const high = Math.max(p, quantile(1 - tail));
  const state: PairState = low >= model.strand.secureFrom ? 'secure' : high < model.strand.gapBelow ? 'gap' : 'wobbly';
  return {
    state,
    p,
    low,
    high,
    basedOn: own.length,
    lastSeen: own
      .map((e) => e.observation.at)
      .sort()
      .at(-1)!,
  };
}
