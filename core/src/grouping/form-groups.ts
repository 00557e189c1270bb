import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import { below, seeded, shuffled } from '../random.js';
import { bestFocus, costOf, dense, type Dense } from './cost.js';
import type { GroupExplanation, Grouping, GroupingProblem } from './problem.js';

export interface FormOptions {
  readonly seed: number;
  /** Search steps; more is better and slower. The answer depends on the seed and this alone. */
  readonly iterations?: number;
  /** Wall-clock limit; needs `now`, since the core has no clock. */
  readonly budgetMs?: number;
  readonly now?: () => number;
  readonly onProgress?: (done: number) => void;
  readonly signal?: { readonly aborted: boolean };
}

/**
 * Sorts children into groups by the gaps they share and gives each group its focus. Membership and focus
 * are searched together: simulated annealing over moves and swaps (Kirkpatrick, Gelatt and Vecchi 1983),
 * where every visited grouping is given its best focus. Always legal; deterministic for a seed and a
 * number of iterations; when aborted it returns the best so far.
 * @throws CoreError `impossible` where no grouping can keep the sizes or the must-be-together pairs,
 *   `empty` for no children.
 * @example formGroups({ children, taught, groups: 3, sizeFrom: 2, sizeTo: 6, focusSize: 4 }, { seed: 1 })
 */
export function formGroups(problem: GroupingProblem, options: FormOptions): Grouping {
  checkPossible(problem);
  const d = dense(problem);
  const random = seeded(options.seed);
  const units = blocks(problem, d);
  const apart = apartSet(problem, d);
  const assignment = start(problem, units, apart, random);
  const cost = (group: number): number => {
    const members = membersOf(assignment, units, group);
    const { knownAlready, notCovered } = bestFocus(d, members, problem.focusSize);
    return knownAlready + notCovered;
  };
  const costs = Array.from({ length: problem.groups }, (_, g) => cost(g));
  let total = costs.reduce((a, b) => a + b, 0);
  let best = total;
  let bestAssignment = assignment.slice();
  const iterations = options.iterations ?? 400 + units.length * problem.groups * 60;
  const began = options.now?.() ?? 0;
  const hot = Math.max(1, total / Math.max(1, problem.children.length) / 4);
  for (let k = 0; k < iterations; k += 1) {
    if (k % 256 === 0) {
      options.onProgress?.(k / iterations);
      if (options.signal?.aborted) break;
      if (options.budgetMs !== undefined && options.now && options.now() - began > options.budgetMs) break;
    }
    const heat = hot * (1 - k / iterations) ** 2 + 1e-9;
    const u = below(random, units.length);
    const from = assignment[u]!;
    const swapWith = random() < 0.5 ? below(random, units.length) : -1;
    const to = swapWith >= 0 ? assignment[swapWith]! : below(random, problem.groups);
    if (to === from) continue;
    assignment[u] = to;
    if (swapWith >= 0) assignment[swapWith] = from;
    if (legal(problem, assignment, units, apart, [from, to])) {
      const after = cost(from) + cost(to);
      const change = after - costs[from]! - costs[to]!;
      if (change <= 0 || random() < Math.exp(-change / heat)) {
        costs[from] = cost(from);
        costs[to] = cost(to);
        total += change;
        if (total < best - 1e-9) {
          best = total;
          bestAssignment = assignment.slice();
        }
        continue;
      }
    }
    assignment[u] = from;
    if (swapWith >= 0) assignment[swapWith] = to;
  }
  options.onProgress?.(1);
  const groups = Array.from({ length: problem.groups }, (_, g) => {
    const members = membersOf(bestAssignment, units, g);
    return {
      members: members.map((m) => d.ids[m]!),
      focus: bestFocus(d, members, problem.focusSize).focus.map((p) => problem.taught[p]!),
    };
  });
  return { groups, cost: costOf(problem, { groups }) };
}

/** Focus pairs that serve these children best, for a group made or changed by hand. */
export function suggestFocus(problem: GroupingProblem, members: readonly string[]): Gpc[] {
  const d = dense(problem);
  const indexes = members.map((id) => d.ids.indexOf(id)).filter((k) => k >= 0);
  if (indexes.length === 0) return [];
  return bestFocus(d, indexes, problem.focusSize).focus.map((p) => problem.taught[p]!);
}

/**
 * Why each group is as it is: what is shared, and who fits worst and where else they could go.
 * @example explain(problem, grouping)[0].shared // [{ gpc: 'ai:ay', need: 4, of: 5 }, …]
 */
export function explain(problem: GroupingProblem, grouping: Grouping): GroupExplanation[] {
  const d = dense(problem);
  const index = new Map(d.ids.map((id, k) => [id, k]));
  const pairIndex = new Map(problem.taught.map((gpc, k) => [gpc, k]));
  const before = costOf(problem, grouping).total;
  return grouping.groups.map((group, g) => {
    const needs = (id: string, gpc: Gpc): boolean => d.need[index.get(id)!]![pairIndex.get(gpc)!]! > 0.5;
    const shared = group.focus.map((gpc) => ({ gpc, need: group.members.filter((id) => needs(id, gpc)).length, of: group.members.length }));
    const fits = group.members.map((child) => ({
      child,
      covered: group.focus.filter((gpc) => needs(child, gpc)).length,
      gaps: problem.taught.filter((gpc) => needs(child, gpc)).length,
    }));
    fits.sort((a, b) => a.covered / Math.max(1, a.gaps) - b.covered / Math.max(1, b.gaps) || (a.child < b.child ? -1 : 1));
    const first = fits[0];
    if (!first) return { group: g, shared, worst: null };
    const elsewhere = grouping.groups.flatMap((other, o) => {
      if (o === g || other.members.length >= problem.sizeTo) return [];
      const moved = grouping.groups.map((x, n) => ({
        focus: x.focus,
        members: n === g ? x.members.filter((m) => m !== first.child) : n === o ? [...x.members, first.child] : x.members,
      }));
      return [{ group: o, change: costOf(problem, { groups: moved }).total - before }];
    });
    return { group: g, shared, worst: { ...first, elsewhere: elsewhere.sort((a, b) => a.change - b.change) } };
  });
}

function checkPossible(problem: GroupingProblem): void {
  const { children, groups, sizeFrom, sizeTo } = problem;
  if (children.length === 0) throw new CoreError('empty', 'children', 'There are no children to group.');
  if (groups < 1 || sizeFrom < 1 || sizeTo < sizeFrom)
    throw new CoreError('out-of-range', 'sizeTo', 'Sizes run from 1 up, and the largest is not below the smallest.');
  if (children.length < groups * sizeFrom)
    throw new CoreError('impossible', 'sizeFrom', `${children.length} children are too few for ${groups} groups of at least ${sizeFrom}.`);
  if (children.length > groups * sizeTo)
    throw new CoreError('impossible', 'sizeTo', `${children.length} children are too many for ${groups} groups of at most ${sizeTo}.`);
}

/** Children who must be together move as one. */
function blocks(problem: GroupingProblem, d: Dense): number[][] {
  const parent = d.ids.map((_, k) => k);
  const find = (k: number): number => (parent[k] === k ? k : (parent[k] = find(parent[k]!)));
  for (const [a, b] of problem.together ?? []) {
    const x = d.ids.indexOf(a);
    const y = d.ids.indexOf(b);
    if (x >= 0 && y >= 0) parent[find(x)] = find(y);
  }
  const out = new Map<number, number[]>();
  d.ids.forEach((_, k) => out.set(find(k), [...(out.get(find(k)) ?? []), k]));
  const list = [...out.values()];
  const tooLarge = list.find((block) => block.length > problem.sizeTo);
  if (tooLarge)
    throw new CoreError('impossible', 'together', `${tooLarge.length} children must be together, but a group holds ${problem.sizeTo}.`);
  for (const block of list)
    for (const [a, b] of problem.apart ?? [])
      if (block.includes(d.ids.indexOf(a)) && block.includes(d.ids.indexOf(b)))
        throw new CoreError('impossible', 'apart', 'Two children must be both together and apart.');
  return list;
}

function apartSet(problem: GroupingProblem, d: Dense): [number, number][] {
  return (problem.apart ?? []).map(([a, b]) => [d.ids.indexOf(a), d.ids.indexOf(b)]);
}

function membersOf(assignment: readonly number[], units: readonly number[][], group: number): number[] {
  const out: number[] = [];
  assignment.forEach((g, u) => {
    if (g === group) out.push(...units[u]!);
  });
  return out;
}

function legal(
  problem: GroupingProblem,
  assignment: readonly number[],
  units: readonly number[][],
  apart: readonly [number, number][],
  touched: readonly number[],
): boolean {
  for (const g of touched) {
    const members = membersOf(assignment, units, g);
    if (members.length < problem.sizeFrom || members.length > problem.sizeTo) return false;
    if (apart.some(([a, b]) => members.includes(a) && members.includes(b))) return false;
  }
  return true;
}

/** A first legal assignment: largest blocks first into the group with most room, retried in other orders. */
function start(problem: GroupingProblem, units: readonly number[][], apart: readonly [number, number][], random: () => number): number[] {
  const every = Array.from({ length: problem.groups }, (_, g) => g);
  for (let attempt = 0; attempt < 200; attempt += 1) {
    const order = shuffled(
      units.map((_, u) => u),
      random,
    ).sort((a, b) => units[b]!.length - units[a]!.length);
    const assignment = new Array<number>(units.length).fill(-1);
    let stuck = false;
    for (const u of order) {
      const room = every
        .map((g) => ({ g, members: membersOf(assignment, units, g) }))
        .filter(({ members }) => members.length + units[u]!.length <= problem.sizeTo)
        .filter(
          ({ members }) =>
            !apart.some(([a, b]) => (units[u]!.includes(a) && members.includes(b)) || (units[u]!.includes(b) && members.includes(a))),
        )
        .sort((x, y) => x.members.length - y.members.length);
      if (room.length === 0) {
        stuck = true;
        break;
      }
      assignment[u] = room[0]!.g;
    }
    if (!stuck && legal(problem, assignment, units, apart, every)) return assignment;
  }
  throw new CoreError('impossible', 'apart', 'No grouping keeps these sizes with these children together and apart.');
}
