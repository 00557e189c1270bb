/**
 * What happened in a group's cycle: what was known at its start and is known now, how much teaching stood between, and what
 * that suggests for each child. It says what happened, with its uncertainty; it is no proof that the teaching did it.
 */
import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { PairState } from './estimate.js';
import { gainIn, pairHistory, ratesOver, type Rates } from './hindsight.js';

export interface PairThenNow {
  readonly gpc: Gpc;
  readonly then: { readonly state: PairState; readonly p: number };
  /** How likely it was known at looks between the two, in order of time and about equally far apart; a week is best. */
  readonly between?: readonly number[] | undefined;
  /** `due`: secure when it was last seen, and only time has gone since. */
  readonly now: { readonly state: PairState; readonly p: number; readonly due?: boolean };
  /** Observations of it since the start. */
  readonly since: number;
}
export interface OutcomeChild {
  readonly id: string;
  /** The focus pairs of the group. */
  readonly pairs: readonly PairThenNow[];
  /** Sessions of the cycle, and of those how many the child was in, with the minutes there. */
  readonly sessions: { readonly held: number; readonly attended: number; readonly minutes: number };
  /** Days since the child joined, and pairs worked on in sessions that were theirs; those of the group, where left out. */
  readonly days?: number | undefined;
  readonly taught?: readonly Gpc[] | undefined;
}
export interface OutcomeRequest {
  readonly children: readonly OutcomeChild[];
  /** Focus pairs that some session worked on. */
  readonly taught: readonly Gpc[];
  /** Days since the start of the cycle. */
  readonly days: number;
}
export type OutcomeAdvice = 'ready to leave' | 'needs something else' | 'on the way' | 'check first';
export interface ChildOutcome {
  readonly id: string;
  /** Pairs not secure at the start, of those seen by then or since. */
  readonly open: readonly Gpc[];
  /** Of them, secure now. */
  readonly closed: readonly Gpc[];
  /** Of them, secure when last seen, and due for another look now. */
  readonly due: readonly Gpc[];
  /** Of them, still not secure though taught. */
  readonly still: readonly Gpc[];
  /** Of them, worked on in no session yet. */
  readonly notTaught: readonly Gpc[];
  /** How many more of the open pairs are expected to be known than at the start, with a 90 % interval. */
  readonly gain: { readonly expected: number; readonly low: number; readonly high: number };
  /** Minutes for each pair gained; null where the interval of the gain reaches nothing. */
  readonly minutesPerPair: { readonly expected: number; readonly low: number; readonly high: number } | null;
  readonly advice: OutcomeAdvice;
  /** The rule that gave it, in numbers. */
  readonly because: { readonly attended: number; readonly held: number; readonly seen: number; readonly of: number };
}
export interface GroupOutcome {
  readonly children: readonly ChildOutcome[];
  /** Of all open pairs of all children. */
  readonly gain: ChildOutcome['gain'];
  readonly minutes: number;
  readonly minutesPerPair: ChildOutcome['minutesPerPair'];
  /** Focus pairs that nobody needs any more, and that were never worked on. */
  readonly done: readonly Gpc[];
  readonly notTaught: readonly Gpc[];
}

const Z90 = 1.645;
/** Advice to do something else needs so many sessions attended over so many days. */
export const ENOUGH_SESSIONS = 6;
export const ENOUGH_DAYS = 18;
/** And so small a share of the taught open pairs gained, at the high end. */
const HARDLY = 0.35;
/** Nothing is said of a child of whose taught open pairs fewer than this share were seen since. */
const SEEN_FROM = 0.5;

/**
 * @throws CoreError `empty` without children.
 * @example outcomeOf({ children, taught: ['ai:ay'], days: 28 }).children[0].advice // 'on the way'
 */
export function outcomeOf(request: OutcomeRequest): GroupOutcome {
  const { children } = request;
  if (children.length === 0) throw new CoreError('empty', 'children', 'An outcome needs at least one child.');
  const taught = new Set(request.taught);
  const own = children.map((c): Course => ({ days: c.days ?? request.days, taught: c.taught ? new Set(c.taught) : taught }));
  const all = children.map((c, k) => childOutcome(c, own[k]!));
  const gain = gainOf(children.flatMap((c, k) => openPairs(c).map((pair) => ({ ...pair, ...own[k]! }))));
  const minutes = children.reduce((sum, c) => sum + c.sessions.minutes, 0);
  const focus = [...new Set(children.flatMap((c) => c.pairs.map((p) => p.gpc)))];
  return {
    children: all,
    gain,
    minutes,
    minutesPerPair: perPair(minutes, gain),
    done: focus.filter((g) => children.every((c) => c.pairs.find((p) => p.gpc === g)?.now.state === 'secure')),
    notTaught: focus.filter((g) => !taught.has(g)),
  };
}

/** How long a child has been in the group, and what was taught in that time. */
interface Course {
  readonly days: number;
  readonly taught: ReadonlySet<Gpc>;
}

function openPairs(child: OutcomeChild): PairThenNow[] {
  return child.pairs.filter((p) => p.then.state !== 'secure' && (p.then.state !== 'unchecked' || p.now.state !== 'unchecked'));
}

const isDue = ({ now }: PairThenNow): boolean => now.state !== 'secure' && now.due === true;

function childOutcome(child: OutcomeChild, course: Course): ChildOutcome {
  const { days, taught } = course;
  const during = (pairs: readonly PairThenNow[]) => pairs.map((pair) => ({ ...pair, ...course }));
  const open = openPairs(child);
  const closed = open.filter((p) => p.now.state === 'secure');
  const due = open.filter((p) => isDue(p));
  const left = open.filter((p) => p.now.state !== 'secure' && !isDue(p));
  const still = left.filter((p) => taught.has(p.gpc));
  const notTaught = left.filter((p) => !taught.has(p.gpc));
  const met = open.filter((p) => taught.has(p.gpc));
  const seen = met.filter((p) => p.since > 0).length;
  const gain = gainOf(during(open));
  const { attended, held, minutes } = child.sessions;
  const metGain = gainOf(during(met));
  const advice: OutcomeAdvice =
    child.pairs.every((p) => p.now.state === 'secure') && child.pairs.length > 0
      ? 'ready to leave'
      : (met.length > 0 && seen < SEEN_FROM * met.length) || (child.pairs.some(isDue) && left.length === 0)
        ? 'check first'
        : still.length > 0 && attended >= ENOUGH_SESSIONS && days >= ENOUGH_DAYS && metGain.high < HARDLY * met.length
          ? 'needs something else'
          : 'on the way';
  const names = (list: readonly PairThenNow[]): Gpc[] => list.map((p) => p.gpc);
  return {
    id: child.id,
    open: names(open),
    closed: names(closed),
    due: names(due),
    still: names(still),
    notTaught: names(notTaught),
    gain,
    minutesPerPair: perPair(minutes, gain),
    advice,
    because: { attended, held, seen, of: met.length },
  };
}

/** How often in a week a pair is learned, or lost, that the sessions work on, and one that they do not: chosen, docs/decisions/planning.md. */
const TAUGHT_A_WEEK: Rates = { learned: 0.12, lost: 0.01 };
const BESIDE_A_WEEK: Rates = { learned: 0.03, lost: 0.01 };
/** What is misjudged of one pair of a child is so of others: the sum is this much less sure than of pairs that have nothing in common. */
const TOGETHER = 1.4;
/**
 * The expected number of pairs gained, each by all that is known now: one that was missed again and again after a start at which it
 * seemed half known was not known then. Pairs are taken as independent (a sum of variances). Never less than none.
 */
function gainOf(pairs: readonly (PairThenNow & Course)[]): ChildOutcome['gain'] {
  const { expected, variance } = gainIn(
    pairs.map(({ gpc, then, between = [], now, days, taught }) => {
      const weeks = Math.max(1, days / 7) / (between.length + 1);
      return pairHistory([then.p, ...between, now.p], ratesOver(weeks, taught.has(gpc) ? TAUGHT_A_WEEK : BESIDE_A_WEEK));
    }),
  );
  const half = Z90 * TOGETHER * Math.sqrt(variance);
  const most = (x: number): number => Math.max(0, Math.min(pairs.length, x));
  return { expected: most(expected), low: most(expected - half), high: most(expected + half) };
}

function perPair(minutes: number, gain: ChildOutcome['gain']): ChildOutcome['minutesPerPair'] {
  if (minutes === 0 || gain.low <= 0) return null;
  return { expected: minutes / gain.expected, low: minutes / gain.high, high: minutes / gain.low };
}
