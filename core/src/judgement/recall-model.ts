/**
 * What a child's answers say about every taught pair, those not asked too, and what asking one more would tell. The beliefs
 * are the recall filter's: an answer about one pair tells of the others as much as they have in common.
 */
import { isMiss, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { knownIn, KNOWN_FROM } from './belief.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import { unbent } from './own-scale.js';
import { chancesOf } from './filter-parameters.js';
import { RecallFilter, type Belief } from './recall-filter.js';
import { checkedTeaching, oftenInOneSitting, type LoggedTeaching } from './run-filter.js';

export interface PairBelief {
  readonly gpc: Gpc;
  /** Probability that the child knows it: that more than 6 of 10 answers would be right. */
  readonly p: number;
  /** Chance of a right answer to its card. */
  readonly right: number;
  /** How many answers about it. */
  readonly asked: number;
}
export interface RecallBelief {
  readonly pairs: readonly PairBelief[];
  /** Of all pairs, how many are expected to be judged wrongly if each is judged by its likelier side. */
  readonly expectedWrong: number;
  /** How badly each answer was foretold by those before it: minus the logarithm of its chance, in order. */
  readonly surprises: readonly { readonly at: string; readonly of: number }[];
  /** How many fewer would be, expectedly, once the pair's card has been asked. */
  readonly tells: (k: number) => number;
}

/** No chance from which a pair is known lies outside of what a kind of child can reach. */
const SURE = 0.999;
/** Kinds of child less likely than this choose no card. */
const COUNTS = 0.03;

/** Taught pairs in the order's order; a pair that is taught but not in the order comes last. */
export function inOrder(order: readonly Gpc[], taught: readonly Gpc[]): Gpc[] {
  const place = new Map(order.map((gpc, k) => [gpc, k]));
  return [...new Set(taught)].sort((a, b) => (place.get(a) ?? Infinity) - (place.get(b) ?? Infinity));
}

export interface RecallBeliefOptions {
  readonly model?: EstimateModel;
  /** What logged sessions taught the child, in order of time. */
  readonly teaching?: readonly LoggedTeaching[];
  /** The moment it is believed at, ISO 8601 UTC; that of the last answer or session where left out. */
  readonly asOf?: string;
}
const NO_TEACHING: readonly LoggedTeaching[] = [];

/**
 * What is believed of each taught pair after these observations (already effective, of one child, none later than now).
 * Cost: answers times pairs squared; of a record that goes on from the one asked for before, the new answers alone. What an
 * older answer of this function tells of a card (`tells`) holds until it is asked again.
 * @throws CoreError `bad-input` where a session has no time that can be read.
 */
export function recallBelief(
  pairs: readonly Gpc[],
  observations: readonly Observation[],
  { model = DEFAULT_MODEL, teaching = NO_TEACHING, asOf }: RecallBeliefOptions = {},
): RecallBelief {
  const index = new Map(pairs.map((gpc, k) => [gpc, k]));
  const own = observations.filter((o) => o.gpc !== undefined && index.has(o.gpc) && chancesOf(model.recall, o.kind) !== undefined);
  const walk = walkOf(pairs, own, { model, teaching: checkedTeaching(teaching) });
  const { filter: going } = walk;
  for (const observation of own.slice(walk.seen.length)) {
    walk.taught = teachUntil(going, walk, observation.at);
    going.pass(Date.parse(observation.at));
    const foretold = going.foretell(observation);
    const right = !isMiss(observation.outcome);
    walk.surprises.push({ at: observation.at, of: -Math.log(Math.max(1e-3, right ? foretold : 1 - foretold)) });
    if (!walk.enough(observation)) going.observe(observation);
    walk.asked[index.get(observation.gpc!)!]! += 1;
    walk.seen.push(observation);
  }
  const { filter, rested } = standAt(walk, asOf);
  const [asked, surprises] = [[...walk.asked], [...walk.surprises]];
  const beliefs = pairs.map((gpc) => filter.belief(gpc)!);
  // time alone makes nothing likelier known
  const p = beliefs.map((belief, k) => Math.min(knownIn(belief), rested?.[k] ?? 1));
  let sides: readonly Side[] | undefined;
  const wrongly = (x: number): number => Math.min(x, 1 - x);
  return {
    pairs: pairs.map((gpc, k) => ({ gpc, p: p[k]!, right: beliefs[k]!.p, asked: asked[k]! })),
    expectedWrong: p.reduce((sum, x) => sum + wrongly(x), 0),
    surprises,
    tells: (k) => informationGain(filter, beliefs, (sides ??= sidesOf(beliefs)), k),
  };
}

/** A record gone through so far. */
interface Walk {
  readonly pairs: readonly Gpc[];
  readonly model: EstimateModel;
  readonly teaching: readonly LoggedTeaching[];
  readonly adults: readonly string[];
  readonly filter: RecallFilter;
  readonly enough: (observation: Observation) => boolean;
  readonly seen: Observation[];
  readonly asked: number[];
  readonly surprises: { at: string; of: number }[];
  /** How many pairs of sessions it has gone past. */
  taught: number;
}
/** The record that was gone through last: a check asks again with one answer more at every card, and a press must not wait for all of it. */
let last: Walk | undefined;
const TELLS = ['id', 'at', 'kind', 'gpc', 'outcome', 'by', 'ms', 'options', 'fromMemory'] as const;
const tellsTheSame = (a: Observation, b: Observation): boolean => a === b || TELLS.every((key) => a[key] === b[key]);
const taughtTheSame = (a: readonly LoggedTeaching[], b: readonly LoggedTeaching[]): boolean =>
  a === b || (a.length === b.length && a.every((one, k) => one.gpc === b[k]!.gpc && one.at === b[k]!.at));

/** The last walk where this record goes on from it, or one from the beginning. */
function walkOf(
  pairs: readonly Gpc[],
  own: readonly Observation[],
  { model, teaching }: { model: EstimateModel; teaching: readonly LoggedTeaching[] },
): Walk {
  const adults = [...new Set(own.map((o) => o.by))];
  const goesOn =
    last !== undefined &&
    last.model === model &&
    last.adults.join() === adults.join() &&
    last.seen.length <= own.length &&
    last.pairs.length === pairs.length &&
    last.pairs.every((gpc, k) => gpc === pairs[k]) &&
    taughtTheSame(last.teaching, teaching) &&
    last.seen.every((o, k) => tellsTheSame(o, own[k]!));
  if (goesOn) return last!;
  const filter = new RecallFilter(
    model.recall,
    pairs.map((gpc, place) => ({ gpc, place })),
    adults,
  );
  last = {
    pairs: [...pairs],
    model,
    teaching: [...teaching],
    adults,
    filter,
    enough: oftenInOneSitting(),
    seen: [],
    asked: new Array<number>(pairs.length).fill(0),
    surprises: [],
    taught: 0,
  };
  return last;
}

/** Takes the filter past the sessions up to a moment. Returns how many of them lie behind it then. */
function teachUntil(filter: RecallFilter, { teaching, taught }: Walk, at: string): number {
  let k = taught;
  for (; k < teaching.length && teaching[k]!.at <= at; k += 1) filter.teach(teaching[k]!.gpc, Date.parse(teaching[k]!.at));
  return k;
}
const THE_END = '~';

/**
 * What is believed at a moment after the last answer, sessions and idle weeks since taken in, apart from the walk, which goes
 * on from its answers; and how likely each pair was known before the idle weeks.
 */
function standAt(walk: Walk, asOf: string | undefined): { filter: RecallFilter; rested: readonly number[] | null } {
  const last = walk.seen.at(-1)?.at;
  const later = asOf !== undefined && last !== undefined && Date.parse(asOf) - Date.parse(last) > STILL_MS;
  const next = walk.teaching[walk.taught];
  if (!later && (next === undefined || next.at > (asOf ?? THE_END))) return { filter: walk.filter, rested: null };
  const filter = walk.filter.apart();
  teachUntil(filter, walk, asOf ?? THE_END);
  const rested = later ? walk.pairs.map((gpc) => knownIn(filter.belief(gpc)!)) : null;
  if (later) filter.pass(Date.parse(asOf));
  return { filter, rested };
}
/** So long after an answer nothing has faded yet. */
const STILL_MS = 30 * 60_000;

/** One kind of child's beliefs of all pairs, with how likely each is judged wrongly now. */
interface Side {
  readonly weight: number;
  readonly mean: Float64Array;
  readonly variance: Float64Array;
  readonly astray: Float64Array;
  /** The strength from which each pair is known. */
  readonly edge: Float64Array;
}
function sidesOf(beliefs: readonly Belief[]): Side[] {
  return (beliefs[0]?.members ?? []).map(({ weight, guess, lapse }, h) => {
    const edge = Float64Array.from(beliefs, ({ bend }) => {
      const share = Math.min(SURE, Math.max(1 - SURE, (unbent(KNOWN_FROM, bend) - guess) / (1 - guess - lapse)));
      return Math.log(share / (1 - share));
    });
    const mean = Float64Array.from(beliefs, (b) => b.members[h]!.mean);
    const variance = Float64Array.from(beliefs, (b) => b.members[h]!.variance);
    return { weight, mean, variance, edge, astray: Float64Array.from(beliefs, (_, j) => astray(mean[j]!, variance[j]!, edge[j]!)) };
  });
}
/** Chance of being on the unlikelier side of the edge, by the logistic curve that runs beside the normal one. */
const astray = (mean: number, variance: number, edge: number): number =>
  1 / (1 + Math.exp((1.702 * Math.abs(mean - edge)) / Math.sqrt(Math.max(1e-6, variance))));

/** The expected fall in pairs judged wrongly when a pair's card is asked, under each kind of child and over them all. */
function informationGain(filter: RecallFilter, beliefs: readonly Belief[], sides: readonly Side[], k: number): number {
  const shared = filter.together(k);
  let gain = 0;
  sides.forEach(({ weight, mean, variance, edge, astray: now }, h) => {
    if (weight < COUNTS) return;
    const { guess, lapse } = beliefs[k]!.members[h]!;
    const own = variance[k]!;
    const { right, wrong, chance } = afterAnswer(mean[k]!, own, guess, lapse);
    const row = shared[h]!;
    let fall = 0;
    for (let j = 0; j < mean.length; j += 1) {
      const lean = row[j]! / own;
      const squared = lean * lean;
      const v = variance[j]!;
      fall +=
        now[j]! -
        chance * astray(mean[j]! + lean * right.shift, v + squared * right.narrow, edge[j]!) -
        (1 - chance) * astray(mean[j]! + lean * wrong.shift, v + squared * wrong.narrow, edge[j]!);
    }
    gain += weight * fall;
  });
  return Math.max(0, gain);
}

interface Moved {
  /** By how much the mean of the strength moves, and its variance. */
  readonly shift: number;
  readonly narrow: number;
}
const STEPS = 13;
const POINTS = Float64Array.from({ length: STEPS }, (_, q) => -3.6 + (7.2 * q) / (STEPS - 1));
const MASSES = POINTS.map((x) => Math.exp((-x * x) / 2));

/** What a right and a wrong answer do to a strength, and how likely the right one is. */
function afterAnswer(mean: number, variance: number, guess: number, lapse: number): { right: Moved; wrong: Moved; chance: number } {
  const sd = Math.sqrt(variance);
  let [total, r0, r1, r2, w1, w2] = [0, 0, 0, 0, 0, 0];
  for (let q = 0; q < STEPS; q += 1) {
    const x = POINTS[q]!;
    const mass = MASSES[q]!;
    const hit = mass * (guess + (1 - guess - lapse) / (1 + Math.exp(-mean - sd * x)));
    total += mass;
    r0 += hit;
    r1 += hit * x;
    r2 += hit * x * x;
    w1 += (mass - hit) * x;
    w2 += (mass - hit) * x * x;
  }
  const moved = (z0: number, z1: number, z2: number): Moved => {
    const shift = z1 / z0;
    return { shift: shift * sd, narrow: (z2 / z0 - shift * shift - 1) * variance };
  };
  return { right: moved(r0, r1, r2), wrong: moved(total - r0, w1, w2), chance: r0 / total };
}
