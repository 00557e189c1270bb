/**
 * What a child's answers say about every taught pair, those not asked too. A child has mostly kept what was
 * taught up to some place of the order (the front), less surely around it, with holes before and lucky finds
 * after. Which front, how sharp, how many holes and how careful an answerer is unknown, so all of a grid of
 * such children are held at once, each weighted by how well it explains the answers so far (a latent class
 * model with discretised traits; compare item response theory with a prior over ability, Bock and Mislevy,
 * "Adaptive EAP estimation of ability", 1982). Given one of them, pairs are independent.
 */
import type { Observation, Outcome } from '../evidence/observation.js';
import { confusability } from '../phonics/shape.js';
import type { Gpc } from '../phonics/lexicon.js';
import { weightOf } from './estimate.js';
import { PARAMETERS, type RecallParameters } from './parameters.js';
import { DEFAULT_MODEL, likelihoods, type EstimateModel } from './model.js';

/** One kind of child of the grid. */
interface Kind {
  /** How far the order has stuck: 0 its start, 1 the last taught pair. */
  readonly front: number;
  /** How wide the stretch is in which it fades. */
  readonly width: number;
  /** Chance of a hole before the front, and of knowing a pair after it. */
  readonly hole: number;
  readonly find: number;
  /** Index into ANSWERERS. */
  readonly answerer: number;
  readonly weight: number;
}

/** Kinds of answerers, fronts, widths and holes, as fitted: see parameters.ts. */
export const RECALL_PARAMETERS: RecallParameters = PARAMETERS.recall;

const DAY_MS = 86_400_000;

/** The grid of kinds of children, with what is so of each before anything was asked. */
interface Grid {
  readonly parameters: RecallParameters;
  readonly kinds: readonly Kind[];
  readonly ahead: Map<number, Ahead>;
}
const grids = new WeakMap<RecallParameters, Grid>();
function gridOf(parameters: RecallParameters): Grid {
  const old = grids.get(parameters);
  if (old) return old;
  const { fronts, widths, holes, answerers } = parameters;
  const kinds = fronts.flatMap((front) =>
    widths.flatMap((width) =>
      holes.flatMap(({ share, hole, find }) =>
        answerers.map((a, answerer): Kind => ({
          front,
          width,
          hole,
          find,
          answerer,
          weight: (share * a.share) / (fronts.length * widths.length),
        })),
      ),
    ),
  );
  const grid: Grid = { parameters, kinds, ahead: new Map() };
  grids.set(parameters, grid);
  return grid;
}

export interface PairBelief {
  readonly gpc: Gpc;
  /** Probability that the child knows it. */
  readonly p: number;
  /** How many answers about it. */
  readonly asked: number;
}
export interface RecallBelief {
  readonly pairs: readonly PairBelief[];
  /** How sure the next answer about each pair is to say something of the others, in nats. */
  readonly tells: readonly number[];
  /** Of all pairs, how many are expected to be judged wrongly if each is judged by its likelier side. */
  readonly expectedWrong: number;
}

/** Taught pairs in the order's order; a pair that is taught but not in the order comes last. */
export function inOrder(order: readonly Gpc[], taught: readonly Gpc[]): Gpc[] {
  const place = new Map(order.map((gpc, k) => [gpc, k]));
  return [...new Set(taught)].sort((a, b) => (place.get(a) ?? Infinity) - (place.get(b) ?? Infinity));
}

/**
 * What is believed of each taught pair after these observations (already effective, of one child).
 * Cost: kinds of children times pairs, about 30,000 steps for 70 pairs.
 */
export function believe(
  pairs: readonly Gpc[],
  observations: readonly Observation[],
  model: EstimateModel = DEFAULT_MODEL,
  parameters: RecallParameters = RECALL_PARAMETERS,
): RecallBelief {
  const n = pairs.length;
  const grid = gridOf(parameters);
  const { kinds } = grid;
  const index = new Map(pairs.map((gpc, k) => [gpc, k]));
  const asked = new Array<number>(n).fill(0);
  // for each answerer and pair: the likelihood of what was answered, were it known and were it not
  const known = parameters.answerers.map(() => new Float64Array(n).fill(1));
  const not = parameters.answerers.map(() => new Float64Array(n).fill(1));
  const newest = observations.reduce((latest, o) => Math.max(latest, Date.parse(o.at)), 0);
  for (const o of observations) {
    const k = o.gpc === undefined ? undefined : index.get(o.gpc);
    const ageDays = Math.max(0, newest - Date.parse(o.at)) / DAY_MS;
    const weight = weightOf(model, o) * (ageDays < 1 ? 1 : 2 ** (-ageDays / parameters.halfLifeDays));
    if (k === undefined || weight === 0) continue;
    asked[k]! += 1;
    const outcome: Outcome = o.outcome === 'right' && (o.ms ?? 0) > model.slowMs ? 'slow' : o.outcome;
    parameters.answerers.forEach((a, answerer) => {
      const raw = likelihoods(model, { ...a, weight: a.share, learnPerDay: 0, forgetPerDay: 0 }, outcome, o.options);
      known[answerer]![k]! *= raw.known ** weight;
      not[answerer]![k]! *= raw.not ** weight;
    });
  }
  const { before, rightBefore, entropyBefore } = ahead(grid, n);
  const seen = asked.flatMap((count, k) => (count > 0 ? [k] : []));
  const weights = new Float64Array(kinds.length);
  kinds.forEach((kind, h) => {
    // pairs nobody asked about say nothing of the kind of child
    let log = Math.log(kind.weight);
    for (const k of seen) {
      const q = before[h * n + k]!;
      log += Math.log(q * known[kind.answerer]![k]! + (1 - q) * not[kind.answerer]![k]!);
    }
    weights[h] = log;
  });
  const top = weights.reduce((a, b) => Math.max(a, b), -Infinity);
  let sum = 0;
  for (let h = 0; h < weights.length; h += 1) sum += weights[h] = Math.exp(weights[h]! - top);
  const p = new Float64Array(n);
  const right = new Float64Array(n);
  const within = new Float64Array(n);
  for (let h = 0; h < weights.length; h += 1) {
    const weight = (weights[h]! /= sum);
    if (weight < 1e-9) continue;
    const { answerer } = kinds[h]!;
    for (let k = 0; k < n; k += 1) {
      const at = h * n + k;
      if (asked[k] === 0) {
        p[k]! += weight * before[at]!;
        right[k]! += weight * rightBefore[at]!;
        within[k]! += weight * entropyBefore[at]!;
        continue;
      }
      const yes = before[at]! * known[answerer]![k]!;
      const chance = yes / (yes + (1 - before[at]!) * not[answerer]![k]!);
      const rightly = rightChance(parameters, chance, answerer);
      p[k]! += weight * chance;
      right[k]! += weight * rightly;
      within[k]! += weight * entropy(rightly);
    }
  }
  leanOnMixUps(parameters, pairs, asked, p);
  const tells = pairs.map((_, k) => Math.max(0, entropy(right[k]!) - within[k]!));
  let expectedWrong = 0;
  for (let k = 0; k < n; k += 1) expectedWrong += Math.min(p[k]!, 1 - p[k]!);
  return { pairs: pairs.map((gpc, k) => ({ gpc, p: p[k]!, asked: asked[k]! })), tells, expectedWrong };
}

const rightChance = (parameters: RecallParameters, known: number, answerer: number): number => {
  const { slip, guess } = parameters.answerers[answerer]!;
  return known * (1 - slip) + (1 - known) * guess;
};

interface Ahead {
  /** Chance that each kind of child knows each of n pairs, kind by kind. */
  readonly before: Float64Array;
  readonly rightBefore: Float64Array;
  readonly entropyBefore: Float64Array;
}
const KEPT = 64;

/** What is so of n pairs before anything was asked. It depends on nothing else, so it is worked out once. */
function ahead({ parameters, kinds, ahead: aheadOf }: Grid, n: number): Ahead {
  const old = aheadOf.get(n);
  if (old) return old;
  const made: Ahead = {
    before: new Float64Array(kinds.length * n),
    rightBefore: new Float64Array(kinds.length * n),
    entropyBefore: new Float64Array(kinds.length * n),
  };
  kinds.forEach(({ front, width, hole, find, answerer }, h) => {
    for (let k = 0; k < n; k += 1) {
      const place = n === 1 ? 0.5 : k / (n - 1);
      const q = find + (1 - hole - find) / (1 + Math.exp((place - front) / width));
      made.before[h * n + k] = q;
      made.rightBefore[h * n + k] = rightChance(parameters, q, answerer);
      made.entropyBefore[h * n + k] = entropy(made.rightBefore[h * n + k]!);
    }
  });
  if (aheadOf.size >= KEPT) aheadOf.clear();
  aheadOf.set(n, made);
  return made;
}

const entropy = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log(p) - (1 - p) * Math.log(1 - p));

/** A pair not asked leans on those it is easily mixed up with: who takes b for d has neither. */
function leanOnMixUps({ mixedUp }: RecallParameters, pairs: readonly Gpc[], asked: readonly number[], p: Float64Array): void {
  const seen = pairs.flatMap((gpc, k) => (asked[k]! > 0 ? [{ gpc, p: p[k]! }] : []));
  pairs.forEach((gpc, k) => {
    if (asked[k]! > 0) return;
    let lean = 0;
    for (const other of seen) if (confusability(gpc, other.gpc) === 2) lean = Math.min(lean, mixedUp * Math.min(0, 2 * other.p - 1));
    if (lean !== 0) p[k] = 1 / (1 + Math.exp(-(Math.log(p[k]! / (1 - p[k]!)) + lean)));
  });
}

/** How much asking a pair once is expected to take off the chance of judging it wrongly. */
export function ownGain(p: number): number {
  const [slip, guess] = [0.05, 0.05];
  const right = p * (1 - slip) + (1 - p) * guess;
  const afterRight = (p * (1 - slip)) / right;
  const afterWrong = (p * slip) / (1 - right);
  const wrongly = (x: number): number => Math.min(x, 1 - x);
  return Math.max(0, wrongly(p) - right * wrongly(afterRight) - (1 - right) * wrongly(afterWrong));
}
