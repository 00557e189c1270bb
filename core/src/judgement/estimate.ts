import { CoreError } from '../errors.js';
import { effective, type Observation, type Outcome } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL, likelihoods, type EstimateModel } from './model.js';

export type PairState = 'secure' | 'wobbly' | 'gap' | 'unchecked';
export interface Estimate {
  state: PairState;
  /** Probability that the child knows the pair, with an interval of the model's width. */
  p: number;
  low: number;
  high: number;
  /** How many observations it rests on. */
  basedOn: number;
  /** When the pair was last seen, ISO 8601 UTC. */
  lastSeen: string;
}

const DAY_MS = 86_400_000;

/**
 * Where one child stands on each pair, from all observations of it. One child's observations only.
 * Pairs never observed are not in the map: they are *unchecked*. Replaced observations do not count.
 * States are read off the interval, so one right answer never makes *secure* and one slip never a *gap*.
 * @throws CoreError `bad-input` where a time is no ISO time or the observations are of several children.
 * @example estimate(observations, { asOf: '2026-11-20T09:00:00Z' }).get('ai:ay')?.state
 */
export function estimate(observations: readonly Observation[], options: { asOf: string; model?: EstimateModel }): Map<Gpc, Estimate> {
  const asOf = Date.parse(options.asOf);
  if (Number.isNaN(asOf)) throw new CoreError('bad-input', 'asOf', `"${options.asOf}" is not an ISO time.`);
  const model = options.model ?? DEFAULT_MODEL;
  const child = observations[0]?.child;
  const byPair = new Map<Gpc, Observation[]>();
  for (const observation of effective(observations)) {
    if (observation.child !== child)
      throw new CoreError('bad-input', 'observations', 'The observations are of several children; estimate one child at a time.');
    if (observation.gpc === undefined || model.kindWeight[observation.kind] === 0) continue;
    const list = byPair.get(observation.gpc) ?? [];
    list.push(observation);
    byPair.set(observation.gpc, list);
  }
  const out = new Map<Gpc, Estimate>();
  for (const [gpc, list] of byPair) out.set(gpc, estimatePair(list, asOf, model));
  return out;
}

/** However sure the model is, so many answers for it, or against, before a pair is called secure, or a gap. */
const LEAST_ANSWERS = 2;

/** The state an interval stands for, given how many answers spoke for knowing it and how many against. */
export function stateOf(
  low: number,
  high: number,
  basedOn: number,
  model: EstimateModel = DEFAULT_MODEL,
  answers: { readonly right: number; readonly wrong: number } = { right: basedOn, wrong: basedOn },
): PairState {
  if (basedOn === 0) return 'unchecked';
  if (low >= model.secureFrom && answers.right >= LEAST_ANSWERS) return 'secure';
  if (high < model.gapBelow && answers.wrong >= LEAST_ANSWERS) return 'gap';
  return 'wobbly';
}

function estimatePair(list: readonly Observation[], asOf: number, model: EstimateModel): Estimate {
  const known = model.answerers.map(() => model.prior);
  const weights = model.answerers.map((a) => a.weight);
  let last: number | undefined;
  const sitting = sittings();
  for (const observation of list) {
    const at = Date.parse(observation.at);
    if (Number.isNaN(at)) throw new CoreError('bad-input', `observations.${observation.id}.at`, `"${observation.at}" is not an ISO time.`);
    const outcome: Outcome = observation.outcome === 'right' && (observation.ms ?? 0) > model.slowMs ? 'slow' : observation.outcome;
    const counts = weightOf(model, observation) * model.sameSitting ** sitting(observation);
    model.answerers.forEach((answerer, k) => {
      if (last !== undefined) known[k] = drift(known[k]!, answerer, (at - last) / DAY_MS);
      const raw = likelihoods(model, answerer, outcome, observation.options);
      // evidence that counts for less is tempered towards saying nothing
      const yes = raw.known ** counts;
      const no = raw.not ** counts;
      const evidence = known[k]! * yes + (1 - known[k]!) * no;
      weights[k]! *= evidence;
      known[k] = (known[k]! * yes) / evidence;
    });
    last = at;
    const total = weights.reduce((a, b) => a + b, 0);
    for (let k = 0; k < weights.length; k += 1) weights[k]! /= total;
  }
  model.answerers.forEach((answerer, k) => {
    if (last !== undefined) known[k] = drift(known[k]!, answerer, Math.max(0, asOf - last) / DAY_MS);
  });
  const p = known.reduce((sum, value, k) => sum + value * weights[k]!, 0);
  const ends = spread(known, weights, model.interval);
  // the mean of a lopsided mixture can lie just past an end: the interval always holds it
  const low = Math.min(ends.low, p);
  const high = Math.max(ends.high, p);
  const wrong = list.filter((o) => o.outcome === 'wrong' || o.outcome === 'no answer').length;
  const state = stateOf(low, high, list.length, model, { right: list.length - wrong, wrong });
  return { state, p, low, high, basedOn: list.length, lastSeen: list.at(-1)!.at };
}

/** What one observation counts: its kind, right or wrong, and whether it was entered from memory. */
export function weightOf(model: EstimateModel, { kind, outcome, fromMemory }: Observation): number {
  const against = outcome === 'wrong' || outcome === 'no answer' ? (model.wrongWeight[kind] ?? 1) : 1;
  return model.kindWeight[kind] * against * (fromMemory ? model.fromMemory : 1);
}

/**
 * How many answers about this pair the same adult has marked before on the same day. Two adults who agree
 * are two witnesses; one adult who asks twice in a sitting is less than two.
 */
function sittings(): (observation: Observation) => number {
  const seen = new Map<string, number>();
  return ({ by, at }) => {
    const key = `${by} ${at.slice(0, 10)}`;
    const before = seen.get(key) ?? 0;
    seen.set(key, before + 1);
    return before;
  };
}

/** What a number of days without being seen does: some is learned, some is lost. */
function drift(p: number, answerer: { learnPerDay: number; forgetPerDay: number }, days: number): number {
  if (days <= 0) return p;
  const rate = answerer.learnPerDay + answerer.forgetPerDay;
  const settles = answerer.learnPerDay / rate;
  return settles + (p - settles) * Math.exp(-rate * days);
}

/** The ends of the middle `share` of a weighted set of values, leaving at most half the rest on each side. */
function spread(values: readonly number[], weights: readonly number[], share: number): { low: number; high: number } {
  const order = values.map((value, k) => ({ value, weight: weights[k]! })).sort((a, b) => a.value - b.value);
  const tail = (1 - share) / 2;
  let below = 0;
  let low = order[0]!.value;
  let high = order.at(-1)!.value;
  for (const { value, weight } of order) {
    below += weight;
    if (below > tail) {
      low = value;
      break;
    }
  }
  let above = 0;
  for (const { value, weight } of order.slice().reverse()) {
    above += weight;
    if (above > tail) {
      high = value;
      break;
    }
  }
  return { low, high };
}
