/**
 * What changed for a child between two moments, like compared with like: only pairs that had been seen by the first and were
 * looked at again since. What was secure already cannot grow, so whether much changed is told by the pairs that were open.
 */
import type { Gpc } from '../phonics/lexicon.js';
import type { PairState } from './estimate.js';
import { pairHistory } from './hindsight.js';

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
   * How many of the open ones are expected to have been gained, with a 90 % interval. Never less than none: what was half believed
   * at first and has been missed since was not known then either, and is no loss.
   */
  readonly gain: { readonly expected: number; readonly low: number; readonly high: number };
  readonly says: ChangeSays;
}

/**
 * How often a pair of a child is learned, or lost, from one look to a later one, some weeks or a few months on: chosen on simulated
 * pupils of seeds that no bench prints, so that the change that is told is the change that was.
 */
const LEARNED = 0.15;
const LOST = 0.06;
/** A change is clear that is so many times its standard deviation and at least half a pair: chosen on the same, so that four of five are real. */
const CLEARLY = 1.5;
const Z90 = 1.645;
/** With fewer open pairs looked at again, or a smaller share of those that were open, nothing is said. */
const LEAST_OPEN = 3;
const SEEN_SHARE = 2 / 3;
/** A pair is open that is less likely known than this: after one check much is known that is not yet secure. */
const OPEN_BELOW = 0.6;
/** A child of whom so small a share of what was seen is open has no room to be flat in. */
const NEAR_CEILING = 0.1;
/** Little is so small a part of what could be gained, and surely no more than this: chosen on simulated children of seeds that no bench prints. */
const HARDLY = 0.14;
const SURELY = 0.5;

/**
 * Compares two lines of one child. *Little change* needs at least three open pairs, two thirds of those that were open, looked at
 * again, and a gain that is small and surely not large; a child near the ceiling is never said to have changed little.
 * @example changeBetween(lineThen, lineNow).says
 */
export function changeBetween(then: readonly PairThen[], now: readonly PairThen[]): Change {
  const later = new Map(now.map((c) => [c.gpc, c]));
  const seen = then.filter((c) => c.basedOn > 0);
  const again = seen.filter((c) => (later.get(c.gpc)?.basedOn ?? 0) > c.basedOn);
  const after = again.reduce((sum, c) => sum + later.get(c.gpc)!.known, 0);
  const change = changeOf(again.map((c) => [c.known, later.get(c.gpc)!.known]));
  const isOpen = (c: PairThen): boolean => c.state !== 'secure' && c.known < OPEN_BELOW;
  const allOpen = seen.filter(isOpen);
  const open = again.filter(isOpen);
  let [expected, variance, room] = [0, 0, 0];
  for (const c of open) {
    const p = later.get(c.gpc)!.known;
    // what was half believed then and has been missed since was not known then either
    const was = Math.min(c.known, p);
    expected += p - was;
    variance += unsure(p) + unsure(was);
    room += 1 - was;
  }
  const half = Z90 * Math.sqrt(variance);
  const gain = { expected, low: Math.max(0, expected - half), high: Math.min(open.length, expected + half) };
  const says: ChangeSays =
    seen.length > 0 && allOpen.length <= NEAR_CEILING * seen.length
      ? 'near the ceiling'
      : open.length < LEAST_OPEN || open.length < SEEN_SHARE * allOpen.length
        ? 'not enough known'
        : expected < HARDLY * room && gain.high < SURELY * room + half * SLACK
          ? 'little change'
          : 'grew';
  return { of: again.length, before: Math.max(0, after - change.expected), now: after, change, open: open.length, gain, says };
}
const unsure = (p: number): number => p * (1 - p);

/**
 * How many more of these pairs are known now than then, each given as what was believed then and is now. Not the difference of the
 * two: what has come since also tells of then (a pair that is always missed was not known then either), so both moments are judged
 * by all that is known now.
 */
function changeOf(pairs: readonly (readonly [then: number, now: number])[]): Change['change'] {
  let [expected, variance] = [0, 0];
  for (const looks of pairs) {
    const { learned, lost } = pairHistory(looks, { learned: LEARNED, lost: LOST });
    const by = learned - lost;
    expected += by;
    variance += learned + lost - by * by;
  }
  return { expected, clear: Math.abs(expected) >= Math.max(0.5, CLEARLY * Math.sqrt(variance)) };
}

/** The interval takes pairs as independent and single answers as they come; so much of its width is not held against the child. */
const SLACK = 0.6;
