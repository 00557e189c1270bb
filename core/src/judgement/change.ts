/**
 * What changed for a child between two moments, like compared with like: only pairs that had been seen by the first and were
 * looked at again since. What was secure already cannot grow, so whether much changed is told by the pairs that were open.
 */
import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { PairState } from './estimate.js';
import { gainIn, pairHistory, ratesOver, type PairHistory, type Rates } from './hindsight.js';

export interface PairThen {
  readonly gpc: Gpc;
  readonly state: PairState;
  /** How likely it is known. */
  readonly known: number;
  readonly basedOn: number;
}
export type ChangeSays = 'grew' | 'little change' | 'near the ceiling' | 'not enough known';
export interface Change {
  /** Pairs seen by then and looked at again since. */
  readonly of: number;
  /** How many of them were expected to be known then, seen from now: what is known now without the change. */
  readonly before: number;
  readonly now: number;
  /** How many more of them are known, fewer below 0; and whether it is clear that there is a change of that direction. */
  readonly change: { readonly expected: number; readonly clear: boolean };
  /** Of them, those probably not known then. */
  readonly open: number;
  /**
   * How many of the open ones are expected to have been gained, and how many at least, two to one. What was half
   * believed at first and has been missed since was not known then either, and is no loss.
   */
  readonly gain: { readonly expected: number; readonly atLeast: number };
  readonly says: ChangeSays;
}

/**
 * How often a pair of a child is learned, or lost, in a week of the calendar: chosen on simulated pupils of seeds that no bench prints
 * (three weeks, seven weeks and a half-year apart), so that the change that is told is the change that was.
 */
const A_WEEK: Rates = { learned: 0.03, lost: 0.005 };
/**
 * The same of open pairs, which are what sessions are about, over at most so many weeks; and how many standard deviations less than
 * expected is gained at least. Chosen so that little change is told apart best from one look to another eight weeks and more on, also
 * of children who learn half of the focus, and over a summer.
 */
const OPEN_A_WEEK: Rates = { learned: 0.12, lost: 0.03 };
const OPEN_WEEKS = 20;
const AT_LEAST = 0.4;
/** Days between two looks of which it is not said how far apart they are. */
const USUALLY_APART = 49;
/**
 * A change is clear that is so many times its standard deviation and at least half a pair: chosen on the same, so that few have gone the
 * other way (of a hundred two after three weeks, eight after seven).
 */
const CLEARLY = 1.5;
/** With fewer open pairs looked at again, or a smaller share of those that were open, nothing is said. */
const LEAST_OPEN = 3;
const SEEN_SHARE = 2 / 3;
/** A pair is open that is less likely known than this: after one check much is known that is not yet secure. */
const OPEN_BELOW = 0.6;
/** A child of whom so small a share of what was seen is open has no room to be flat in. */
const NEAR_CEILING = 0.1;
/** Little is so small a part of what could be gained: chosen on the same, so that one in twenty of those who gain a third is told so. */
const HARDLY = 0.21;

/**
 * Compares two lines of one child. Both moments are judged by all that is known now: what has come since also tells of then (a pair
 * that is always missed was not known then either). *Little change* needs at least three open pairs, two thirds of those that were
 * open, looked at again; a child near the ceiling is never said to have changed little.
 * @param days between the two; seven weeks where nothing is said
 * @throws CoreError `bad-input` where the days are no number from 0.
 * @example changeBetween(lineThen, lineNow, 21).says
 */
export function changeBetween(then: readonly PairThen[], now: readonly PairThen[], days: number = USUALLY_APART): Change {
  if (!(days >= 0 && Number.isFinite(days))) throw new CoreError('bad-input', 'days', 'The days between are a number from 0.');
  const later = new Map(now.map((c) => [c.gpc, c]));
  const seen = then.filter((c) => c.basedOn > 0);
  const again = seen.filter((c) => (later.get(c.gpc)?.basedOn ?? 0) > c.basedOn);
  const weeks = Math.max(1, days / 7);
  const over =
    (rates: Rates) =>
    (c: PairThen): PairHistory =>
      pairHistory([c.known, later.get(c.gpc)!.known], rates);
  const after = again.reduce((sum, c) => sum + later.get(c.gpc)!.known, 0);
  const change = changeOf(again.map(over(ratesOver(weeks, A_WEEK))));
  const isOpen = (c: PairThen): boolean => c.state !== 'secure' && c.known < OPEN_BELOW;
  const allOpen = seen.filter(isOpen);
  const open = again.filter(isOpen).map(over(ratesOver(Math.min(OPEN_WEEKS, weeks), OPEN_A_WEEK)));
  const expected = open.reduce((sum, { learned }) => sum + learned, 0);
  const room = open.reduce((sum, { learned, lacking }) => sum + learned + lacking, 0);
  const less = AT_LEAST * Math.sqrt(open.reduce((sum, { learned }) => sum + learned * (1 - learned), 0));
  const gain = { expected, atLeast: Math.max(0, expected - less) };
  const says: ChangeSays =
    seen.length > 0 && allOpen.length <= NEAR_CEILING * seen.length
      ? 'near the ceiling'
      : open.length < LEAST_OPEN || open.length < SEEN_SHARE * allOpen.length
        ? 'not enough known'
        : gain.atLeast < HARDLY * room
          ? 'little change'
          : 'grew';
  return { of: again.length, before: Math.max(0, after - change.expected), now: after, change, open: open.length, gain, says };
}

/** How many more of these pairs are known now than then. */
function changeOf(pairs: readonly PairHistory[]): Change['change'] {
  const { expected, variance } = gainIn(pairs);
  return { expected, clear: Math.abs(expected) >= Math.max(0.5, CLEARLY * Math.sqrt(variance)) };
}
