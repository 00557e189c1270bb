/** One child over the last weeks: what the page on progress adds up for a class or a school. */
import type { STATES } from '@sapling/contract';
import { changeBetween } from '@sapling/core/judgement';
import { tenth } from './evidence.js';
import type { Judged } from './judge-child.js';

const WEEK = 7 * 86_400_000;
const WEEKS = 8;

/** Kept with a child's state: JSON. */
export interface ChildWeeks {
  /** At the end of each week how many pairs of what is taught now stood in each state, what is due in none of them, and what came new in it. */
  readonly weeks: readonly Readonly<Record<(typeof STATES)[number] | 'due' | 'observations', number>>[];
  /** Answers of all weeks, and before them. */
  readonly observations: number;
  /** The first of the weeks by whose end something had been seen; -1 for none. */
  readonly first: number;
  /** Pairs judged both then and now: how many, how many of them were known, and whether it is clear that this changed. */
  readonly change: { readonly of: number; readonly before: number; readonly now: number; readonly clear: boolean };
}

/** The ends of the last weeks, the last of them now. */
export const weekEnds = (now: string): string[] =>
  Array.from({ length: WEEKS }, (_, k) => new Date(Date.parse(now) - (WEEKS - 1 - k) * WEEK).toISOString());

export function weeksOf(ends: readonly string[], moments: readonly string[], { lines, answers }: Judged): ChildWeeks {
  const at = ends.map((end) => moments.indexOf(end));
  const weeks = at.map((k, n) => {
    const counts = { secure: 0, due: 0, wobbly: 0, gap: 0, unchecked: 0, observations: answers[k]! - (n === 0 ? 0 : answers[at[n - 1]!]!) };
    for (const cell of lines[k]!) counts[cell.due ? 'due' : cell.state] += 1;
    return counts;
  });
  const first = at.findIndex((k) => lines[k]!.some((c) => c.basedOn > 0));
  const { of, before, now, change } = changeBetween(first < 0 ? [] : lines[at[first]!]!, lines.at(-1)!, 7 * (WEEKS - 1 - first));
  return { weeks, observations: answers.at(-1)!, first, change: { of, before: tenth(before), now: tenth(now), clear: change.clear } };
}
