/** Which rules cannot all hold: the smallest set of them, so that a person knows what to give up. */
import type { GroupingProblem } from './problem.js';
import { constraintsOf, rulesOf, withOnly, type Constraint } from './rules.js';
import { findLegal, MOST_STEPS } from './feasible.js';
import { drain, smallestConflict } from '../smallest-conflict.js';

export interface RuleConflict {
  /** Taking any one of these away makes a grouping possible, as far as these are concerned. */
  readonly constraints: readonly Constraint[];
  /** Whether it was shown that no smaller set conflicts; otherwise only that no rule of this one can be left out. */
  readonly smallest: boolean;
}

/** While many sets are tried each is searched so far; what is named in the end is searched to MOST_STEPS. */
const STEPS = 20_000;

/**
 * The rules of a problem that cannot all hold, or null where nothing says so. First an irreducible set by
 * halves (QuickXplain: Junker 2004), from both ends of the list; then every smaller set is tried, until one
 * conflicts or it is shown that none does.
 * @example conflictOf({ ...problem, groups: 1, apart: [['a', 'b']] })?.constraints.map((c) => c.kind)
 */
export function conflictOf(problem: GroupingProblem): RuleConflict | null {
  return drain(conflictSteps(problem));
}

/** The same a slice at a time. Stopped, it returns the smallest set it has. */
export function* conflictSteps(problem: GroupingProblem, signal?: { readonly aborted: boolean }): Generator<number, RuleConflict | null> {
  const all = constraintsOf(problem);
  const cannot = (kept: readonly Constraint[], steps = STEPS): boolean => findLegal(rulesOf(withOnly(problem, kept)), steps) === null;
  if (!cannot(all, MOST_STEPS)) return null;
  const found = yield* smallestConflict(all, cannot, signal);
  // what a short search could not rule out a long one may: whatever is named must be needed
  let items = found.items;
  for (const one of found.items) {
    if (signal?.aborted) break;
    const rest = items.filter((c) => c !== one);
    if (cannot(rest, MOST_STEPS)) items = rest;
    yield items.length;
  }
  return { constraints: items, smallest: found.smallest && items.length === found.items.length };
}

const and = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts[parts.length - 1]}`;

/** How things are called in a sentence about rules. */
export interface Named {
  child: (id: string) => string;
  group: (number: number) => string;
  adult: (id: string) => string;
}

/** One rule as a clause: "Ann and Bo are to be together". */
export function inWords(problem: GroupingProblem, c: Constraint, named: Named): string {
  const two = (ids: readonly [string, string]): string => and(ids.map(named.child));
  switch (c.kind) {
    case 'size from':
      return `each of the ${problem.groups} groups has ${problem.sizeFrom} children or more`;
    case 'size to':
      return `no group has more than ${problem.sizeTo} children`;
    case 'all placed':
      return `all ${problem.children.length - (problem.out?.length ?? 0)} children are in one of ${problem.groups} groups`;
    case 'placed':
      return `${named.child(c.child)} is in a group`;
    case 'together':
      return `${two(c.children)} are together`;
    case 'apart':
      return `${two(c.children)} are apart`;
    case 'stay':
      return `${named.child(c.child)} stays in ${named.group(c.group)}`;
    case 'not in':
      return `${named.child(c.child)} is not in ${named.group(c.group)}`;
    case 'closed':
      return `nobody joins or leaves ${named.group(c.group)}`;
    case 'classes':
      return c.how === 'keep' ? 'each group is of one class' : 'no group is of one class alone';
    case 'busy':
      return `${named.child(c.child)} stays in class at the times set`;
    case 'rooms':
      return `no more groups meet at a time than there are free rooms, ${(problem.slots ?? []).reduce((n, s) => n + s.rooms, 0)} in all`;
    case 'adults':
      return 'every group has an adult, who takes no more groups than set and one at a time';
    case 'adult busy':
      return `${named.adult(c.adult)} is not there at the times set`;
  }
}

/** The whole conflict in one sentence. */
export function conflictInWords(problem: GroupingProblem, conflict: RuleConflict, named: Named): string {
  const list = and(conflict.constraints.map((c) => inWords(problem, c, named)));
  return conflict.constraints.length === 1
    ? `This cannot hold, whatever else is given up: ${list}.`
    : `These cannot all hold: ${list}. Giving up one of them is enough.`;
}
