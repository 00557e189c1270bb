/** The adaptive recall check: which card would tell most now, and when it is enough. */
import { CoreError } from '../errors.js';
import { effective, isMiss, type Observation } from '../evidence/observation.js';
import { recallBelief, inOrder, type RecallBelief } from '../judgement/recall-model.js';
import type { EstimateModel } from '../judgement/model.js';
import type { LoggedTeaching } from '../judgement/run-filter.js';
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import { seeded, seedFrom } from '../random.js';

export interface CheckLimits {
  /** When this check began, ISO 8601 UTC: observations from then on are its own. The day of `asOf` where left out. */
  readonly since?: string;
  readonly minutes?: number;
  /** At most so many cards; half of the taught pairs where left out. */
  readonly cards?: number;
  /** So many cards before it may be sure enough, however much earlier checks say: what was known may be lost. */
  readonly atLeast?: number;
  /** Whether a card may come once only in this check. */
  readonly once?: boolean;
  /** Enough when the share of pairs expected to be judged wrongly is below this. */
  readonly wrongShare?: number;
}
export interface NextCardInput {
  /** All pairs of the teaching order, in order. */
  readonly order: readonly Gpc[];
  readonly taught: readonly Gpc[];
  /** Of one child; earlier checks count too. */
  readonly observations: readonly Observation[];
  /** Now, ISO 8601 UTC. */
  readonly asOf: string;
  readonly limits?: CheckLimits;
  readonly model?: EstimateModel;
  /** What logged sessions taught the child, in order of time. */
  readonly teaching?: readonly LoggedTeaching[];
}
export type Done = 'sure enough' | 'enough cards' | 'time is up' | 'had enough' | 'nothing taught' | 'ask everything';

// chosen, like the other numbers of this file: docs/decisions/numbers.md
const WRONG_SHARE = 0.03;
const IN_A_ROW = 3;
/** After so many wrong in a row, steps down and all, the child has had enough. */
const HAD_ENOUGH = 6;
/** A card does not come back before so many others. */
const REST = 3;
/** The first cards are spread over the order, so that no shape is believed from one place: as shares of what was taught. */
const FIRST_LOOKS = [0.12, 0.85, 0.5, 0.3, 0.68];
/** Fewer taught pairs are one place. */
const SEVERAL_PLACES = 9;
/** The places that a child who misses card after card is tried in before it ends. */
const PLACES = 3;
/** The child fits no shape where the answers of a check, its first looks aside, were foretold no better than by a coin. */
const FITS_NO_SHAPE = 0.7;
const ENOUGH_TO_FIT = 8;

/**
 * The next card of a quick check, or why it is done. Worked out from the observations alone, so a check can
 * be carried on anywhere; the seed only breaks ties. The first cards are spread over what was taught. Three wrong in a row
 * bring a card the child most likely knows, from another place of the order; six, tried in every place, end the check. Where the cards are
 * used up and the answers fit no shape, it says to *ask everything*.
 * @throws CoreError `bad-input` where `asOf` is no time or the observations are of several children.
 * @example nextCard({ order, taught, observations, asOf }, { seed: 1 }) // { gpc: 'ai:ay' } or { done: 'sure enough' }
 */
export function nextCard(input: NextCardInput, { seed }: { seed: number }): { gpc: Gpc } | { done: Done } {
  const { limits = {}, asOf } = input;
  const now = Date.parse(asOf);
  if (Number.isNaN(now)) throw new CoreError('bad-input', 'asOf', `"${asOf}" is not an ISO time.`);
  const pairs = inOrder(input.order, input.taught);
  if (pairs.length === 0) return { done: 'nothing taught' };
  const all = effective(input.observations);
  if (all.some((o) => o.child !== all[0]!.child))
    throw new CoreError('bad-input', 'observations', 'The observations are of several children.');
  const since = limits.since ?? `${asOf.slice(0, 10)}T00:00:00.000Z`;
  const own = all.filter((o) => o.at >= since && o.gpc !== undefined && pairs.includes(o.gpc));
  const place = new Map(pairs.map((gpc, k) => [gpc, Math.floor((PLACES * k) / pairs.length)]));
  const wrongRun = runOfWrong(own);
  const tried = new Set(own.slice(own.length - wrongRun).map((o) => place.get(o.gpc!)!));
  if (wrongRun >= HAD_ENOUGH && (tried.size === PLACES || pairs.length < SEVERAL_PLACES)) return { done: 'had enough' };
  if (limits.minutes !== undefined && own.length > 0 && now - Date.parse(own[0]!.at) >= limits.minutes * 60_000)
    return { done: 'time is up' };
  const belief = recallBelief(pairs, recent(all), input);
  const left = belief.expectedWrong / pairs.length;
  if (own.length >= (limits.cards ?? Math.ceil(pairs.length / 2)))
    return { done: fitsNoShape(belief, since) ? 'ask everything' : 'enough cards' };
  const looked = pairs.length < SEVERAL_PLACES || new Set(own.map((o) => place.get(o.gpc!)!)).size === PLACES;
  if (own.length >= (limits.atLeast ?? 1) && looked && left < (limits.wrongShare ?? WRONG_SHARE)) return { done: 'sure enough' };

  const resting = new Set(own.slice(-REST).map((o) => o.gpc));
  const gone = new Set(limits.once ? own.map((o) => o.gpc) : []);
  const open = pairs.flatMap((gpc, k) => (gone.has(gpc) || (resting.has(gpc) && pairs.length > REST) ? [] : [k]));
  if (open.length === 0) return { done: 'enough cards' };
  const before = own.at(-1)?.gpc;
  const random = seeded(seedFrom(`${seed} ${own.length}`));
  const score =
    wrongRun >= IN_A_ROW
      ? stepDown(belief, own, place, tried)
      : own.length < firstLooks(pairs, all, since)
        ? looks(own.length, pairs.length)
        : belief.tells;
  let best = { k: open[0]!, score: -Infinity };
  for (const k of open) {
    // one answer must not lead the next
    const apart = before !== undefined && confusability(before, pairs[k]!) > 0 ? 0.8 : 1;
    const value = score(k) * apart + 1e-6 * random();
    if (value > best.score) best = { k, score: value };
  }
  return { gpc: pairs[best.k]! };
}

/** Whether the answers of this check hardly follow from one another. */
function fitsNoShape({ surprises }: RecallBelief, since: string): boolean {
  const own = surprises.filter((s) => s.at >= since).slice(FIRST_LOOKS.length);
  return own.length >= ENOUGH_TO_FIT && own.reduce((sum, s) => sum + s.of, 0) / own.length > FITS_NO_SHAPE;
}

/** So many cards of a first check go to places; a child who was checked before is looked at where it tells most. */
function firstLooks(pairs: readonly Gpc[], all: readonly Observation[], since: string): number {
  const before = all.filter((o) => o.at < since && o.gpc !== undefined).length;
  return pairs.length < SEVERAL_PLACES || before > pairs.length / 2 ? 0 : FIRST_LOOKS.length;
}
const looks =
  (n: number, of: number) =>
  (k: number): number =>
    1 - Math.abs(k / (of - 1) - FIRST_LOOKS[n]!);

/**
 * A card the child most likely knows: beside one that came right in this check, wherever in the order that was; where nothing
 * has yet, from a place where it has not just missed one.
 */
function stepDown(
  belief: RecallBelief,
  own: readonly Observation[],
  place: ReadonlyMap<Gpc, number>,
  tried: ReadonlySet<number>,
): (k: number) => number {
  const came = new Set(own.flatMap((o) => (isMiss(o.outcome) ? [] : [o.gpc!])));
  const rights = belief.pairs.flatMap(({ gpc }, k) => (came.has(gpc) ? [k] : []));
  return (k) => {
    const { gpc, right, asked } = belief.pairs[k]!;
    const kinder =
      rights.length > 0 ? Math.max(...rights.map((r) => Math.exp(-Math.abs(k - r) / BESIDE))) : tried.has(place.get(gpc)!) ? 0 : 1;
    return right - 0.05 * asked + kinder;
  };
}
/** Pairs so far apart in the order are hardly beside one another. */
const BESIDE = 3;

/** Of a child with a long record so many of the newest answers are enough to begin a check with. */
export const QUICK_LOOKS_BACK = 2000;
/** They begin at the same one for many answers, so that what was worked out of them is gone on with. */
const STRIDE = 64;
const recent = (all: readonly Observation[]): readonly Observation[] =>
  all.slice(Math.ceil(Math.max(0, all.length - QUICK_LOOKS_BACK) / STRIDE) * STRIDE);

function runOfWrong(own: readonly Observation[]): number {
  let run = 0;
  for (let k = own.length - 1; k >= 0 && isMiss(own[k]!.outcome); k -= 1) run += 1;
  return run;
}

export interface CheckedPair {
  readonly gpc: Gpc;
  readonly p: number;
  readonly asked: number;
  /** What the check judges: the likelier side. */
  readonly knows: boolean;
}

/**
 * What a quick check says of every taught pair, asked or not; those it is least sure of are named by their p near a half.
 * @throws CoreError `bad-input` where a session has no time that can be read.
 */
export function judgeRecall({ order, taught, observations, ...rest }: JudgeRecallInput): CheckedPair[] {
  const pairs = inOrder(order, taught);
  return recallBelief(pairs, recent(effective(observations)), rest).pairs.map((pair) => ({ ...pair, knows: pair.p >= 0.5 }));
}
export type JudgeRecallInput = Pick<NextCardInput, 'order' | 'taught' | 'observations' | 'model' | 'teaching'> & {
  /** The moment it is judged at, ISO 8601 UTC; that of the last answer or session where left out. */
  readonly asOf?: string;
};
