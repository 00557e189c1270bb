/** Why a grouping is as it is: what is shared, whom it serves worst, what a move would change, and what is known too little. */
import {
  columnsOf,
  costChange,
  groupCost,
  memberCosts,
  membersOf,
  NO_COST,
  numbersOf,
  sumCosts,
  waitingCost,
  type Numbers,
} from './cost.js';
import { learningOf } from './learning.js';
import type { CostBreakdown, Group, GroupExplanation, Grouping, GroupingProblem, Need } from './problem.js';
import { brokenRules, type Constraint } from './rules.js';

type Groups = { readonly groups: readonly Group[] };
/** From here on a need is spoken of as one. */
const NEEDS = 0.5;

/**
 * Why each group is as it is: what is shared, and who gains least and where else they could go.
 * @example explain(problem, grouping)[0].shared // [{ gpc: 'ai:ay', need: 4, of: 5 }, …]
 */
export function explain(problem: GroupingProblem, grouping: Grouping | Groups): GroupExplanation[] {
  const look = lookAt(problem, grouping);
  const { n } = look;
  const learns = learningOf(problem, grouping).byChild;
  const needs = (id: string, need: Need): boolean => (n.need[n.index.get(id) ?? -1]?.[n.column.get(need) ?? -1] ?? 0) > NEEDS;
  return grouping.groups.map((group, g) => {
    const shared = group.focus.map((gpc) => ({ gpc, need: group.members.filter((id) => needs(id, gpc)).length, of: group.members.length }));
    const fits = group.members.map((child) => ({
      child,
      learns: learns.get(child) ?? 0,
      covered: group.focus.filter((need) => needs(child, need)).length,
      gaps: n.needs.filter((need) => needs(child, need)).length,
    }));
    fits.sort((a, b) => a.learns - b.learns || (a.child < b.child ? -1 : 1));
    const first = fits[0];
    if (!first) return { group: g, shared, worst: null };
    const elsewhere = movesIn(look, first.child)
      .filter((move) => move.to !== null && move.to !== g && move.breaks.length === 0)
      .map((move) => ({ group: move.to!, change: move.change.total }))
      .sort((a, b) => a.change - b.change);
    return { group: g, shared, worst: { ...first, elsewhere } };
  });
}

/** What moving one child would change, group by group; `to` is null for waiting. */
export interface Move {
  readonly to: number | null;
  /** Change for everybody, part by part, with each group's focus as it stands. */
  readonly change: CostBreakdown;
  /** How much of that is the child's own. */
  readonly own: CostBreakdown;
  /** Focus pairs there that the child needs, and those they know already. */
  readonly needs: readonly Need[];
  readonly knows: readonly Need[];
  /** Rules that the move would break and that hold now. */
  readonly breaks: readonly Constraint[];
}

/**
 * Every place a child could be, the one they are in among them, with what it would change.
 * @example movesOf(problem, grouping, 'c1').filter((m) => m.breaks.length === 0).sort((a, b) => a.change.total - b.change.total)[0]
 */
export function movesOf(problem: GroupingProblem, grouping: Groups, child: string): Move[] {
  return movesIn(lookAt(problem, grouping), child);
}

/** What is worked out once for a board, however many children are asked about. */
export interface Look {
  readonly problem: GroupingProblem;
  readonly grouping: Groups;
  readonly n: Numbers;
  readonly brokenNow: ReadonlySet<string>;
}
export function lookAt(problem: GroupingProblem, grouping: Groups): Look {
  return { problem, grouping, n: numbersOf(problem), brokenNow: new Set(brokenRules(problem, grouping).map(keyOf)) };
}

function movesIn({ problem, grouping, n, brokenNow }: Look, child: string): Move[] {
  const m = n.index.get(child);
  if (m === undefined) return [];
  const at = grouping.groups.findIndex((g) => g.members.includes(child));
  const cost = (members: readonly number[], g: number): CostBreakdown => groupCost(n, members, columnsOf(n, grouping.groups[g]!.focus));
  const waits = waitingCost(n, m);
  const own = (members: readonly number[], g: number): CostBreakdown =>
    memberCosts(n, members, columnsOf(n, grouping.groups[g]!.focus))[members.indexOf(m)]!;
  const members = grouping.groups.map((g) => membersOf(n, g));
  const here = at < 0 ? waits : own(members[at]!, at);
  const without = at < 0 ? [] : members[at]!.filter((other) => other !== m);
  const leaving = at < 0 ? costChange(NO_COST, waits) : costChange(cost(without, at), cost(members[at]!, at));
  return [null, ...grouping.groups.map((_, g) => g)].map((to): Move => {
    const focus = to === null ? [] : grouping.groups[to]!.focus;
    const need = (name: Need): number => n.need[m]![n.column.get(name) ?? -1] ?? 0;
    const said = { to, needs: focus.filter((f) => need(f) > NEEDS), knows: focus.filter((f) => need(f) < 1 - NEEDS) };
    if (to === at || (to === null && at < 0)) return { ...said, change: { ...NO_COST }, own: { ...NO_COST }, breaks: [] };
    const joining =
      to === null ? waits : costChange(cost([...members[to]!, m], to), members[to]!.length > 0 ? cost(members[to]!, to) : NO_COST);
    const there = to === null ? waits : own([...members[to]!, m], to);
    return {
      ...said,
      change: sumCosts([leaving, joining]),
      own: costChange(there, here),
      breaks: brokenRules(problem, withChildMoved(grouping, child, to)).filter((c) => !brokenNow.has(keyOf(c)) && c.kind !== 'all placed'),
    };
  });
}
const keyOf = (c: Constraint): string => JSON.stringify(c);

/** The same groups with one child somewhere else, or in none. */
export function withChildMoved(grouping: Groups, child: string, to: number | null): { groups: Group[] } {
  return {
    groups: grouping.groups.map((g, k) => {
      const rest = g.members.filter((m) => m !== child);
      return { ...g, members: k === to ? [...rest, child] : rest };
    }),
  };
}

/** Why one child is where they are. */
export interface Placement {
  readonly child: string;
  /** Number of the group, null for waiting. */
  readonly group: number | null;
  /** What the child needs and the group works on, with how many others need it too. */
  readonly shares: readonly { readonly need: Need; readonly others: number }[];
  /** Focus of the group that the child knows already. */
  readonly knows: readonly Need[];
  /** Gaps of the child that the group does not work on, most urgent first, and the groups that do. */
  readonly open: readonly { readonly need: Need; readonly groups: readonly number[] }[];
  readonly cost: CostBreakdown;
  /** The best other place that breaks no rule, and what it would change for everybody. */
  readonly better: Move | null;
}

/** Why here, what they share, what is not covered here and where it is. */
export function placementOf(problem: GroupingProblem, grouping: Groups, child: string): Placement | null {
  return placementIn(lookAt(problem, grouping), child);
}

/** The same for a board that was looked at before. */
export function placementIn(look: Look, child: string): Placement | null {
  const { grouping, n } = look;
  const m = n.index.get(child);
  if (m === undefined) return null;
  const at = grouping.groups.findIndex((g) => g.members.includes(child));
  const group = grouping.groups[at];
  const members = group ? membersOf(n, group) : [];
  const needs = (row: number, need: Need): boolean => (n.need[row]![n.column.get(need) ?? -1] ?? 0) > NEEDS;
  const focus = group?.focus ?? [];
  const open = n.needs
    .map((need, k) => ({ need, minutes: n.open[m]![k]!, isNeed: n.need[m]![k]! > NEEDS }))
    .filter((x) => x.isNeed && !focus.includes(x.need))
    .sort((a, b) => b.minutes - a.minutes);
  const moves = movesIn(look, child).filter((move) => move.to !== null && move.to !== at && move.breaks.length === 0);
  moves.sort((a, b) => a.change.total - b.change.total);
  return {
    child,
    group: at < 0 ? null : at,
    shares: focus
      .filter((need) => needs(m, need))
      .map((need) => ({ need, others: members.filter((other) => other !== m && needs(other, need)).length })),
    knows: focus.filter((need) => n.column.has(need) && !needs(m, need)),
    open: open.map(({ need }) => ({ need, groups: grouping.groups.flatMap((g, k) => (k !== at && g.focus.includes(need) ? [k] : [])) })),
    cost: group ? memberCosts(n, members, columnsOf(n, focus))[members.indexOf(m)]! : waitingCost(n, m),
    better: moves[0] ?? null,
  };
}

/** What is known too little in a group, and the short check that would settle it. */
export interface LowEvidence {
  readonly group: number;
  /** How much of the group's focus minutes rests on thin evidence, 0 to 1. */
  readonly share: number;
  /** Child by child what to ask: at most so many cards as two minutes hold, where most minutes hang on the answer. */
  readonly ask: readonly { readonly child: string; readonly needs: readonly Need[] }[];
}
/** Cards in two minutes, at ten seconds a card. */
export const CARDS_IN_TWO_MINUTES = 12;
/** Wider than this, an interval says little. */
const WIDE = 0.5;

export function thinEvidence(problem: GroupingProblem, grouping: Groups): LowEvidence[] {
  const n = numbersOf(problem);
  return grouping.groups.map((group, g) => {
    const columns = columnsOf(n, group.focus);
    const wide = membersOf(n, group).flatMap((m) => columns.map((k) => ({ m, k, width: widthOf(n, m, k), p: n.need[m]![k]! })));
    const thin = wide.filter((x) => x.width > WIDE);
    // the nearer to even, the more an answer changes
    thin.sort((a, b) => b.width * (1 - Math.abs(2 * b.p - 1)) - a.width * (1 - Math.abs(2 * a.p - 1)) || a.m - b.m || a.k - b.k);
    const ask = new Map<number, Need[]>();
    for (const { m, k } of thin.slice(0, CARDS_IN_TWO_MINUTES)) ask.set(m, [...(ask.get(m) ?? []), n.needs[k]!]);
    return {
      group: g,
      share: wide.length === 0 ? 0 : thin.length / wide.length,
      ask: [...ask].map(([m, needs]) => ({ child: n.ids[m]!, needs })),
    };
  });
}

function widthOf(n: Numbers, m: number, k: number): number {
  const child = n.problem.children[m]!;
  const need = n.needs[k]!;
  const known = k < n.rule.pairs ? child.known[need] : child.skills?.[need as keyof NonNullable<typeof child.skills>];
  return child.unsure?.[need] ?? (known === undefined ? 1 : 0);
}
