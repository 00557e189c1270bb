/**
 * What changed for a child between two moments, like compared with like: only pairs that had been seen by the first and were
 * looked at again since. What was secure already cannot grow, so whether much changed is told by the pairs that were open.
 */
import type { Gpc } from '../phonics/lexicon.js';
import type { PairState } from './estimate.js';

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
  /** How many of them were, and are, expected to be known. */
  readonly before: number;
  readonly now: number;
  /** Of them, those probably not known then. */
  readonly open: number;
  /**
   * How many of the open ones are expected to have been gained, with a 90 % interval. Never less than none: what was half believed
   * at first and has been missed since was not known then either, and is no loss.
   */
  readonly gain: { readonly expected: number; readonly low: number; readonly high: number };
  readonly says: ChangeSays;
}

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
  const before = again.reduce((sum, c) => sum + c.known, 0);
  const after = again.reduce((sum, c) => sum + later.get(c.gpc)!.known, 0);
  const isOpen = (c: PairThen): boolean => c.state !== 'secure' && c.known < OPEN_BELOW;
  const allOpen = seen.filter(isOpen);
  const open = again.filter(isOpen);
  let [expected, variance, room] = [0, 0, 0];
  for (const c of open) {
    const p = later.get(c.gpc)!.known;
    // what was half believed then and has been missed since was not known then either
    const was = Math.min(c.known, p);
    expected += p - was;
    variance += p * (1 - p) + was * (1 - was);
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
  return { of: again.length, before, now: after, open: open.length, gain, says };
}
/** The interval takes pairs as independent and single answers as they come; so much of its width is not held against the child. */
const SLACK = 0.6;
