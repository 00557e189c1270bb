/** How groups are spoken of: costs, placements and rules in plain sentences. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import {
  conflictInWords,
  inWords,
  type Constraint,
  type CostBreakdown,
  type GroupingProblem,
  type Move,
  type Named,
  type Need,
  type Placement,
} from '@sapling/core';
import type { Refused } from '../workers/grouping.js';
import { graphemeShown } from '../ui/word-marks.js';

/** What each part of the cost means, most telling first. */
export const PART_WORDS: Record<Exclude<keyof CostBreakdown, 'total'>, { short: string; means: string }> = {
  notCovered: {
    short: 'gaps left',
    means: 'gaps of theirs that their group does not work on, by how much text the pair opens and how early it stands',
  },
  knownAlready: { short: 'known already', means: 'time on what a child knows; going over it is worth half' },
  notTaughtYet: { short: 'not taught yet', means: 'time on what a child’s class has not come to' },
  pace: { short: 'pace', means: 'time lost where the group moves faster or slower than the child' },
  continuity: { short: 'new company', means: 'settling in where last cycle’s companions are gone' },
  waiting: { short: 'waiting', means: 'review and reading that a child in no group does not get' },
  unsure: { short: 'unsure', means: 'time that hangs on pairs little is known of' },
};
export const PARTS = Object.keys(PART_WORDS) as (keyof typeof PART_WORDS)[];

const whole = (x: number): string => Math.abs(Math.round(x)).toLocaleString('en');
export const minutes = (x: number): string => `${Math.round(x).toLocaleString('en')} min`;
/** A change as it is said: "12 min less". */
export function changeWords(x: number): string {
  const n = Math.round(x);
  return n === 0 ? 'no change' : `${whole(n)} min ${n > 0 ? 'more' : 'less'}`;
}
/** The part that changed most, as a reason. */
export function mainReason(change: CostBreakdown): string {
  const most = PARTS.reduce((a, b) => (Math.abs(change[b]) > Math.abs(change[a]) ? b : a));
  return Math.abs(change[most]) < 1 ? '' : `${PART_WORDS[most].short} ${change[most] > 0 ? '+' : '−'}${whole(change[most])}`;
}

export const needShown = (need: Need): string => (need.includes(':') ? graphemeShown(need) : need);
export function list(items: readonly string[]): string {
  return items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items[items.length - 1]}`;
}
const quoted = (needs: readonly Need[]): string => list(needs.map((n) => (n.includes(':') ? `‘${needShown(n)}’` : n)));

export function namedOf(children: ReadonlyMap<string, ChildLine>, groups: readonly { name: string }[], team: readonly Colleague[]): Named {
  return {
    child: (id) => children.get(id)?.givenName ?? 'a child of another class',
    group: (k) => groups[k]?.name ?? `group ${k + 1}`,
    adult: (id) => team.find((c) => c.id === id)?.name ?? 'a colleague',
  };
}

/** Why one child is where they are, as a parent would understand it. */
export function placementWords(p: Placement, name: string, groups: readonly Pick<Group, 'name'>[]): string[] {
  const out: string[] = [];
  const group = p.group === null ? null : groups[p.group]!.name;
  if (group && p.shares.length > 0) {
    const others = Math.max(...p.shares.map((s) => s.others));
    const company =
      others === 0 ? 'nobody else there does' : others === 1 ? 'so is one other child there' : `so are ${others} others there`;
    out.push(`${name} is in ${group} because ${name} is still learning ${quoted(p.shares.map((s) => s.need))}, and ${company}.`);
  } else if (group) out.push(`${name} is in ${group}, but needs nothing that ${group} works on now.`);
  else out.push(`${name} is in no group.`);
  if (group && p.knows.length > 0) out.push(`${name} knows ${quoted(p.knows)} already; the group goes over it for the others.`);
  const elsewhere = p.open.filter((o) => o.groups.length > 0);
  const left = p.open.filter((o) => o.groups.length === 0);
  if (elsewhere.length > 0) {
    const where = [...new Set(elsewhere.flatMap((o) => o.groups))].map((g) => groups[g]!.name);
    out.push(
      `Not worked on here: ${quoted(elsewhere.slice(0, 6).map((o) => o.need))}, which ${list(where)} ${where.length === 1 ? 'works' : 'work'} on.`,
    );
  }
  if (left.length > 0)
    out.push(
      `In no group now, and left for the next cycle: ${quoted(left.slice(0, 6).map((o) => o.need))}${left.length > 6 ? ` and ${left.length - 6} more` : ''}.`,
    );
  if (p.open.length === 0) out.push(`No other gap of ${name}’s is known.`);
  return out;
}

/** Why a child waits. */
export function waitingWords(p: Placement, groups: readonly Pick<Group, 'name'>[], keptOut: string | undefined): string {
  if (keptOut !== undefined) return keptOut === '' ? 'To be in no group.' : `To be in no group: ${keptOut}.`;
  if (!p.better) return 'Every group is full or not open to this child.';
  const there = groups[p.better.to!]!.name;
  const change = Math.round(p.better.change.total);
  if (change < 0) return `Would do well in ${there}: ${whole(change)} child-minutes less for everybody.`;
  return p.better.needs.length === 0
    ? `No group works on what this child needs; nearest is ${there}.`
    : `${there} works on ${quoted(p.better.needs)}, but would cost ${whole(change)} child-minutes more than waiting.`;
}

/** What a place says while a child is carried over it. */
export function moveWords(move: Move, problem: GroupingProblem, named: Named): { cost: string; why: string; barred: boolean } {
  if (move.breaks.length > 0)
    return { cost: 'breaks a rule', why: `${move.breaks.map((c) => ruleWords(problem, c, named)).join('; ')}.`, barred: true };
  const needs = move.needs.length > 0 ? `needs ${list(move.needs.map(needShown))}` : '';
  const knows = move.knows.length > 0 ? `knows ${list(move.knows.map(needShown))}` : '';
  return {
    cost: changeWords(move.change.total),
    why: [needs, knows, mainReason(move.change)].filter(Boolean).join(' · '),
    barred: false,
  };
}
export function ruleWords(problem: GroupingProblem, c: Constraint, named: Named): string {
  if (c.kind === 'size to') return `no group is to have more than ${problem.sizeTo}`;
  if (c.kind === 'size from') return `a group is to have ${problem.sizeFrom} or more`;
  return inWords(problem, c, named);
}

/** Why there is no grouping. */
export function refusedWords(refused: Refused, problem: GroupingProblem, named: Named): string {
  if (!refused.conflict) return refused.message;
  const words = conflictInWords(problem, refused.conflict, named);
  return refused.conflict.smallest ? words : `${words} There may be a smaller set that conflicts.`;
}
