/** How groups are spoken of: costs, placements and rules in plain sentences. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import { capital, counted, fewOf, listed, MOST_NAMED, pairInWords } from '@sapling/core';
import {
  conflictInWords,
  inWords,
  type Constraint,
  type CostBreakdown,
  type GroupingProblem,
  type Learning,
  type Move,
  type Named,
  type Need,
  type Placement,
} from '@sapling/core/grouping';
import { LEAST_SENTENCES, LEAST_WORDS, type Practice } from '@sapling/core/planning';
import type { Refused } from '../workers/grouping.js';
import { pairShown } from '../ui/word-marks.js';
import { say } from '../wording/say.js';

/** What each part of the cost means, most telling first. */
export const PART_WORDS: Record<Exclude<keyof CostBreakdown, 'total'>, { short: string; means: string }> = {
  notCovered: {
    short: say('gaps left'),
    means: say('gaps of theirs that are likely still gaps at the end of the cycle, weighed by how much text the pair opens'),
  },
  knownAlready: { short: 'known already', means: 'time on what a child knows; three quarters of it still count, as going over' },
  notTaughtYet: { short: 'not taught yet', means: say('time on what a child’s class has not come to') },
  pace: { short: 'pace', means: say('time lost where the group moves faster or slower than the child') },
  continuity: { short: 'new company', means: say('settling in where last cycle’s companions are gone') },
  waiting: { short: 'waiting', means: say('review and reading that a child in no group does not get') },
  unsure: { short: 'unsure', means: say('time that hangs on pairs little is known of') },
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

export const needShown = (need: Need): string => (need.includes(':') ? pairShown(need) : need);
/** A need with its name, a pair so that it cannot be mistaken among the others named. */
export const needNamed = (need: Need, among: readonly Need[] = []): string => (need.includes(':') ? pairInWords(need, among) : need);
const quoted = (needs: readonly Need[], most = MOST_NAMED): string =>
  fewOf(
    needs.map((n) => needNamed(n, needs)),
    most,
  );

/** What a grouping would teach, in things a teacher knows. */
export function learningWords(
  learning: Pick<Learning, 'pairs' | 'children' | 'skills' | 'little'>,
  weeks: number,
  name: (id: string) => string,
): string {
  const pairs = Math.round(learning.pairs);
  const gains = [
    pairs > 0 || learning.skills.length === 0 ? `about ${counted(pairs, say('new pair'))}` : '',
    ...learning.skills.map(({ skill, children }) => `${skill} in hand for about ${Math.round(children)} more`),
  ].filter(Boolean);
  const some = `${listed(gains)}, for ${counted(learning.children, 'child', 'children')} in ${counted(weeks, 'week')}`;
  if (learning.little.length === 0) return `${some}.`;
  return `${some}; ${fewOf(learning.little.map(name))} would gain little.`;
}

/**
 * What the groups on the board would teach. In a cycle that is under way it is said of another one, with what it means that much
 * of the focus is known already.
 * @param running when the cycle ends (as `onDay` says it), and the share of its focus that its children know by now; null before its second week
 */
export function boardWords(
  learning: Parameters<typeof learningWords>[0],
  weeks: number,
  running: { readonly ends: string | null; readonly known: number } | null,
  name: (id: string) => string,
): string {
  const words = learningWords(learning, weeks, name);
  if (!running) return capital(words);
  const known = Math.round(10 * running.known);
  const time = known >= MOSTLY_KNOWN && running.ends ? ` Time for new groups when the cycle ends ${running.ends}.` : '';
  return `By now about ${known} of 10 of what these groups work on is known.${time} Another cycle as it is: ${words}`;
}
const MOSTLY_KNOWN = 6;

/** Why a focus pair cannot be practised yet by all of a group, and what would help. */
export function shortWords(p: Practice, size: number, name: (id: string) => string): string {
  const some = [
    p.words < LEAST_WORDS ? (p.words === 0 ? 'no words' : counted(p.words, 'word')) : '',
    p.sentences < LEAST_SENTENCES ? (p.sentences === 0 ? 'no sentence' : counted(p.sentences, 'sentence')) : '',
  ]
    .filter(Boolean)
    .join(' and ');
  const begin = `Too little to practise ${needNamed(p.gpc)} with: ${some} that ${all(size)} can read.`;
  if (!p.first) return begin;
  return p.first.children.length === 0
    ? `${begin} It gets better once ${needNamed(p.first.gpc)} is taught.`
    : `${begin} ${fewOf(p.first.children.map(name))} ${p.first.children.length === 1 ? 'needs' : 'need'} ${needNamed(p.first.gpc)} first.`;
}

/** The same for all short pairs of a focus: one sentence of what is missing, one of what would help. */
export function allShortWords(short: readonly Practice[], size: number, name: (id: string) => string): string[] {
  if (short.length < 2) return short.map((p) => shortWords(p, size, name));
  const among = short.map((p) => p.gpc);
  const say = (what: string, some: readonly Practice[]): string[] =>
    some.length === 0 ? [] : [`${what} with ${listed(some.map((p) => needNamed(p.gpc, among)))}`];
  const missing = [
    ...say(
      'no words',
      short.filter((p) => p.words === 0),
    ),
    ...say(
      'few words',
      short.filter((p) => p.words > 0 && p.words < LEAST_WORDS),
    ),
    ...say(
      'no sentence',
      short.filter((p) => p.sentences === 0 && p.words > 0),
    ),
    ...say(
      'one sentence',
      short.filter((p) => p.sentences === 1 && p.words > 0),
    ),
  ];
  // what the same children need stands together
  const needs = new Map<string, { who: readonly string[]; gpcs: string[] }>();
  for (const { first } of short) {
    if (!first || first.children.length === 0) continue;
    const key = first.children.join();
    const at = needs.get(key) ?? { who: first.children, gpcs: [] };
    if (!at.gpcs.includes(first.gpc)) at.gpcs.push(first.gpc);
    needs.set(key, at);
  }
  const first = [...needs.values()].map(
    ({ who, gpcs }) =>
      `${fewOf(who.map(name), 3)} ${who.length === 1 ? 'needs' : 'need'} ${listed(gpcs.map((gpc) => needNamed(gpc, gpcs)))}`,
  );
  return [
    `Too little to practise with that ${all(size)} can read: ${missing.join('; ')}.`,
    ...(first.length > 0 ? [`What stands in the way: ${first.slice(0, 3).join('; ')}.`] : []),
  ];
}
const all = (size: number): string => (size === 1 ? 'this child' : size === 2 ? 'both' : `all ${size}`);

export function namedOf(children: ReadonlyMap<string, ChildLine>, groups: readonly { name: string }[], team: readonly Colleague[]): Named {
  return {
    child: (id) => children.get(id)?.givenName ?? say('a child of another class'),
    group: (k) => groups[k]?.name ?? `group ${k + 1}`,
    adult: (id) => team.find((c) => c.id === id)?.name ?? 'a colleague',
  };
}

/** Why one child is where they are, as a parent would understand it. */
export function placementWords(p: Placement, name: string, groups: readonly Pick<Group, 'name'>[]): string[] {
  const out: string[] = [];
  const group = p.group === null ? null : groups[p.group]!.name;
  if (group && p.shares.length > 0) {
    out.push(`${name} is in ${group} because ${name} is still learning ${sharedWords(p.shares)}.`);
  } else if (group) out.push(`${name} is in ${group}, but needs nothing that ${group} works on now.`);
  else out.push(`${name} is in no group.`);
  if (group && p.knows.length > 0) out.push(`${name} knows ${quoted(p.knows)} already; the group goes over it for the others.`);
  const elsewhere = p.open.filter((o) => o.groups.length > 0).slice(0, MOST_NAMED);
  const left = p.open.filter((o) => o.groups.length === 0);
  if (elsewhere.length > 0) {
    const where = [...new Set(elsewhere.flatMap((o) => o.groups))].sort((a, b) => a - b).map((g) => groups[g]!.name);
    const needs = quoted(elsewhere.map((o) => o.need));
    const work = `${fewOf(where, 3)} ${where.length === 1 ? 'works' : 'work'} on`;
    out.push(group ? `Not worked on here: ${needs}, which ${work}.` : `${capital(work)} ${needs}.`);
  }
  if (left.length > 0) out.push(`No group works on ${quoted(left.map((o) => o.need))} now: left for the next cycle.`);
  if (p.open.length === 0) out.push(group ? `No other gap of ${name}’s is known.` : `No gap of ${name}’s is known.`);
  return out;
}

/** What is shared, each with how many others there need it too: those of one number together. */
function sharedWords(shares: Placement['shares']): string {
  const among = shares.map((s) => s.need);
  const by = new Map<number, string[]>();
  for (const s of shares) by.set(s.others, [...(by.get(s.others) ?? []), needNamed(s.need, among)]);
  return listed(
    [...by]
      .sort((a, b) => b[0] - a[0])
      .map(([others, needs]) => `${listed(needs)} (${others === 0 ? 'nobody else there is' : `with ${counted(others, 'other')} there`})`),
  );
}

/** Why a child waits. */
export function waitingWords(p: Placement, groups: readonly Pick<Group, 'name'>[], keptOut: string | undefined): string {
  if (keptOut !== undefined) return keptOut === '' ? 'To be in no group.' : `To be in no group: ${keptOut}.`;
  if (!p.better) return 'Every group is full or not open to this child.';
  const there = groups[p.better.to!]!.name;
  const change = Math.round(p.better.change.total);
  if (change < 0) return `Would do well in ${there}: ${whole(change)} child-minutes less for everybody.`;
  return p.better.needs.length === 0
    ? `No group with room works on what this child needs; nearest is ${there}.`
    : `${there} works on ${quoted(p.better.needs)}, but with one child more the others there would lose more than this child wins: ${whole(change)} child-minutes.`;
}

/** What a place says while a child is carried over it. */
export interface MovePreview {
  readonly cost: string;
  readonly why: string;
  readonly barred: boolean;
}
export function moveWords(move: Move, problem: GroupingProblem, named: Named): MovePreview {
  if (move.breaks.length > 0)
    return { cost: 'breaks a rule', why: `${move.breaks.map((c) => ruleWords(problem, c, named)).join('; ')}.`, barred: true };
  const needs = move.needs.length > 0 ? `needs ${listed(move.needs.map(needShown))}` : '';
  const knows = move.knows.length > 0 ? `knows ${listed(move.knows.map(needShown))}` : '';
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
