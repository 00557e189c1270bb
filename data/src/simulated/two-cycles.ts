/**
 * Children of forty pairs through two cycles of six weeks, of whom it is known what they learned: some grow, some stand still, some
 * have nothing left to learn. Each pair is known or not, by a chance of its own and nothing else, and what is worked on is missed
 * again and again by who does not learn it. Nothing in core/ may look at this.
 */
import { seeded, shuffled } from '@sapling/core';
import type { Observation } from '@sapling/core/evidence';
import { allGpcs, type Gpc } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';

export interface TwoCycles {
  readonly name: string;
  /** Of forty pairs, how many are known at first; which ones is drawn. */
  readonly knows: number;
  /** How many are worked on, the earliest that are not known. */
  readonly focus: number;
  /** How many of them are learned, half way. */
  readonly learns: number;
  /** Whether little has changed. */
  readonly flat: boolean;
}
export const TWO_CYCLES: readonly TwoCycles[] = [
  { name: 'knows 24, learns all 8 of the focus', knows: 24, focus: 8, learns: 8, flat: false },
  { name: 'knows 24, learns 4 of 8', knows: 24, focus: 8, learns: 4, flat: false },
  { name: 'knows 37, learns all 3 gaps', knows: 37, focus: 3, learns: 3, flat: false },
  { name: 'knows 39, learns the last', knows: 39, focus: 1, learns: 1, flat: false },
  { name: 'knows all 40', knows: 40, focus: 0, learns: 0, flat: false },
  { name: 'knows 10, learns all 8 of the focus', knows: 10, focus: 8, learns: 8, flat: false },
  { name: 'knows 24, learns nothing', knows: 24, focus: 8, learns: 0, flat: true },
  { name: 'knows 10, learns nothing', knows: 10, focus: 8, learns: 0, flat: true },
  { name: 'knows none, learns nothing', knows: 0, focus: 8, learns: 0, flat: true },
];

export interface TwoCyclesDrawn {
  readonly order: readonly Gpc[];
  readonly observations: readonly Observation[];
  readonly teaching: readonly { readonly gpc: Gpc; readonly at: string }[];
  /** After the first check, and after the last. ISO 8601 UTC. */
  readonly moments: readonly [string, string];
  /** What is known at the end. */
  readonly known: ReadonlySet<Gpc>;
}

const DAY = 86_400_000;
const START = Date.parse('2026-01-12T09:00:00.000Z');
const WEEKS = 12;
/** How often a known pair comes right, and one that is not. */
const [RIGHT, LUCK] = [0.94, 0.07];
/** Of ten sessions, so many are marked. */
const MARKED = 0.6;

/** @param again what is asked in the check at the end: everything, or the focus alone */
export function drawTwoCycles(child: TwoCycles, again: 'all' | 'focus', seed: number): TwoCyclesDrawn {
  const random = seeded(seed * 7919 + child.knows * 31 + child.learns);
  const order = allGpcs(TEACHING_ORDERS[seed % TEACHING_ORDERS.length]!).slice(0, 40);
  const known = new Set(shuffled(order, random).slice(0, child.knows));
  const focus = order.filter((gpc) => !known.has(gpc)).slice(0, child.focus);
  const at = (day: number, k: number): string => new Date(START + day * DAY + k * 4000).toISOString();
  const observations: Observation[] = [];
  const ask = (pairs: readonly Gpc[], day: number, kind: 'see-say' | 'session'): void =>
    pairs.forEach((gpc, k) => {
      const outcome = random() < (known.has(gpc) ? RIGHT : LUCK) ? 'right' : 'wrong';
      observations.push({ id: `${day} ${k} ${kind}`, child: 'child', by: 'adult', at: at(day, k + 1), kind, gpc, outcome });
    });
  ask(shuffled(order, random), 0, 'see-say');
  const teaching: { gpc: Gpc; at: string }[] = [];
  for (let week = 0; week < WEEKS; week += 1) {
    if (week === WEEKS / 2) for (const gpc of focus.slice(0, child.learns)) known.add(gpc);
    const day = 7 * week + 3;
    teaching.push(...focus.map((gpc) => ({ gpc, at: at(day, 0) })));
    if (random() < MARKED) ask(focus, day, 'session');
  }
  ask(shuffled(again === 'all' ? order : focus, random), 7 * WEEKS + 1, 'see-say');
  return { order, observations, teaching, moments: [at(1, 0), at(7 * WEEKS + 2, 0)], known };
}
