/**
 * Where a child stands on each skill strand. One ability a strand on the logistic scale, items of known
 * difficulty, guessing and slips (a three-parameter item response model with an upper bound: Birnbaum 1968;
 * Barton and Lord 1981), the posterior over a grid of abilities (expected a posteriori: Bock and Mislevy 1982).
 * Old answers count for less, so that the interval widens as they age. A right answer also tells by its speed: the
 * abler at an item, the likelier at once (accuracy and speed from one ability, after van der Linden 2007, with speed
 * read as at once or not).
 */
import { CoreError } from '../errors.js';
import { STRANDS, type Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { SkillEvidence } from '../evidence/derived.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { Estimate, PairState } from './estimate.js';

/** As of a pair; `p` is the chance that the child gets a plain item of the strand right. */
export type StrandEstimate = Omit<Estimate, 'known' | 'slow' | 'due'>;

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
  options: {
    asOf: string;
    model?: EstimateModel;
    /** How likely the child knows each pair of a word that went wrong with nothing noted; likely where left out. */
    knows?: ReadonlyMap<Gpc, number>;
  },
): Map<Strand, StrandEstimate> {
  const asOf = Date.parse(options.asOf);
  if (Number.isNaN(asOf)) throw new CoreError('bad-input', 'asOf', `"${options.asOf}" is not an ISO time.`);
  for (const { observation } of evidence)
    if (Number.isNaN(Date.parse(observation.at)))
      throw new CoreError('bad-input', `evidence.${observation.id}.at`, `"${observation.at}" is not an ISO time.`);
  const model = options.model ?? DEFAULT_MODEL;
  const out = new Map<Strand, StrandEstimate>();
  for (const strand of STRANDS) {
    const own = evidence.filter((e) => e.strand === strand);
    if (own.length > 0) out.set(strand, estimateOne(own, asOf, model, options.knows ?? new Map()));
  }
  return out;
}

/** Chance of a right answer to an item, from ability and difficulty. */
export function rightOn(model: EstimateModel, ability: number, difficulty: number, options?: number): number {
  const { guess, slip, discrimination } = model.strand;
  const floor = options && options > 1 ? Math.max(guess, 1 / options) : guess;
  return floor + (1 - floor - slip) / (1 + Math.exp(-discrimination * (ability - difficulty)));
}

/** How quickly a right answer came, where the observation tells: at once, or slowly or at the second try. */
function quickness({ right, observation }: SkillEvidence, slowMs: number): 'quick' | 'slow' | null {
  const { outcome, ms, fromMemory } = observation;
  if (!right || fromMemory) return null;
  if (outcome === 'slow' || outcome === 'put right') return 'slow';
  if (outcome !== 'right') return null;
  return (ms ?? 0) > slowMs ? 'slow' : 'quick';
}

/**
 * What each answer counts. The answers one adult marks in one sitting share that adult's ear and that day: n of
 * them tell as much as n / (1 + (n - 1) r) independent ones (the design effect of a cluster: Kish 1965). So two
 * adults who agree say more than one who asks twice as much.
 */
function countsOf(own: readonly SkillEvidence[], asOf: number, model: EstimateModel): number[] {
  const { halfLifeDays, kindWeight, sharedInSitting } = model.strand;
  const before = new Map<string, number>();
  return own.map(({ observation: { by, at, kind, fromMemory } }) => {
    const sitting = `${by} ${at.slice(0, 10)}`;
    const n = before.get(sitting) ?? 0;
    before.set(sitting, n + 1);
    // what the n-th adds to those before it: a later answer never changes what an earlier one counts
    const adds = worth(n + 1, sharedInSitting) - worth(n, sharedInSitting);
    const ageDays = Math.max(0, asOf - Date.parse(at)) / DAY_MS;
    return 2 ** (-ageDays / halfLifeDays) * (kindWeight[kind] ?? 1) * (fromMemory ? model.fromMemory : 1) * adds;
  });
}
const worth = (n: number, shared: number): number => (n === 0 ? 0 : n / (1 + (n - 1) * shared));

/** Chance that all pairs of a word are known. */
const allKnown = (gpcs: readonly Gpc[] | undefined, knows: ReadonlyMap<Gpc, number>): number =>
  (gpcs ?? []).reduce((product, gpc) => product * (knows.get(gpc) ?? LIKELY_KNOWN), 1);
const LIKELY_KNOWN = 0.9;

function estimateOne(own: readonly SkillEvidence[], asOf: number, model: EstimateModel, knows: ReadonlyMap<Gpc, number>): StrandEstimate {
  const { mean, sd, quickAt, quickSteep, slowMs } = model.strand;
  const log = GRID.map((ability) => -((ability - mean) ** 2) / (2 * sd ** 2));
  const counts = countsOf(own, asOf, model);
  own.forEach((one, n) => {
    const { right, difficulty, observation } = one;
    const pairs = allKnown(one.gpcs, knows);
    const quick = quickness(one, slowMs);
    GRID.forEach((ability, k) => {
      const p = rightOn(model, ability, difficulty, observation.options);
      let chance = right ? p : 1 - p * pairs;
      if (quick !== null) {
        const atOnce = 1 / (1 + Math.exp(-quickAt - quickSteep * (ability - difficulty)));
        chance *= quick === 'quick' ? atOnce : 1 - atOnce;
      }
      log[k]! += counts[n]! * Math.log(chance);
    });
  });
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
