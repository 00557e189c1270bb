/** From what the screens hold to the core's grouping problem. */
import { saysSomething, type ChildLine, type Group, type GroupRule, type SchoolSettings } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { pairsInCycle, type Group as CoreGroup, type GroupingChild, type GroupingProblem, type Need } from '@sapling/core/grouping';
import { asksForWork } from '@sapling/core/judgement';
import type { Gpc } from '@sapling/core/phonics';
import { holdsSlot, inLesson, weekSlots, wholeTimes } from '@sapling/core/planning';
import { taughtToAny, type Orders } from '../api/orders.js';
import { readsOf } from '../children/reads-of.js';

/** Most pairs in a focus, and most children in a group. */
export const MOST_FOCUS = 12;
export const MOST_MEMBERS = 12;
/** Skills that a group can be for. Recall is the pairs themselves, and spelling comes with each of them. */
export const GROUP_SKILLS = [
  'listening',
  'blending',
  'clusters',
  'longer words',
  'irregular words',
  'fluency',
] as const satisfies readonly Strand[];

/** What a problem is made from. */
export interface GroupingContext {
  readonly children: readonly ChildLine[];
  readonly orders: Orders;
  readonly settings: SchoolSettings;
  readonly rules: readonly GroupRule[];
  readonly textOpened: Readonly<Record<Gpc, number>> | undefined;
  /** By child, how much there is to practise each pair with. */
  readonly practice?: ReadonlyMap<string, Readonly<Record<Gpc, number>>> | undefined;
}

/** Whether a skill is in hand, as the states have it: an interval around the chance of a plain item is no chance of that. Chosen: docs/decisions/numbers.md. */
const IN_HAND = { secure: 0.95, wobbly: 0.4, gap: 0.05 } as const;

/** So many pairs known but slow are a need of fluency. */
const MANY_SLOW = 6;

/** Times that a list of times and days, or the lessons of a class, take on every day: a group that meets then is out of question. */
export function busyTimes(settings: SchoolSettings, list: readonly string[], classId?: string): string[] {
  return wholeTimes(settings.slots, list, (slot) => classId !== undefined && inLesson(classId, slot, settings.lessons));
}
/** How many groups can meet at a time: on the day on which fewest rooms are free, where rooms are named. */
export function roomsAt(settings: SchoolSettings, time: SchoolSettings['slots'][number]): number {
  if (settings.rooms.length === 0) return time.rooms;
  const free = weekSlots([time]).map((slot) => settings.rooms.filter((r) => !holdsSlot(r.busy, slot)).length);
  return free.length > 0 ? Math.min(...free) : settings.rooms.filter((r) => !r.busy.includes(time.id)).length;
}

export function toGroupingChild(
  child: ChildLine,
  { orders, rules, settings, practice }: Pick<GroupingContext, 'orders' | 'rules' | 'settings' | 'practice'>,
): GroupingChild {
  // what nobody asked about is believed by the other answers, and time on it counts as unsure
  const believed = child.line.filter(saysSomething);
  const skills = child.strands.filter((s) => s.state !== 'unchecked');
  // known but slow is no gap: many such pairs, or words read rightly and slowly, are a need of fluency
  const slow = manySlow(child);
  const said = rules.filter((r) => r.kind === 'busy' && r.children.includes(child.id)).flatMap((r) => r.slots);
  const busy = busyTimes(settings, said, child.classId);
  return {
    id: child.id,
    known: readsOf(child),
    skills: {
      // right and slow is in hand: what it asks for is speed
      ...Object.fromEntries(skills.map((s) => [s.strand, IN_HAND[s.slow ? 'secure' : (s.state as keyof typeof IN_HAND)]])),
      ...(slow ? { fluency: IN_HAND.gap } : {}),
    },
    unsure: Object.fromEntries([...believed.map((c) => [c.gpc, c.high - c.low]), ...skills.map((s) => [s.strand, s.high - s.low])]),
    taught: orders.taught(child.classId).gpcs,
    // the direction is pairs over three weeks
    ...(child.direction !== null && { pace: child.direction / 3 }),
    ...(busy.length > 0 && { busy }),
    ...(practice?.has(child.id) && { practice: practice.get(child.id)! }),
    set: child.classId,
  };
}

export interface FormOptions {
  readonly groups: number;
  readonly size: readonly [from: number, to: number];
  readonly focusSize?: number;
  readonly weeks?: number;
  readonly way?: GroupingProblem['way'];
  readonly mayWait?: boolean;
  /** Groups that go on beside those that are formed: their times, rooms and adults are taken. */
  readonly beside?: readonly Group[];
  /** Last cycle's group of each child. */
  readonly last?: ReadonlyMap<string, string>;
}

const looksFor = (child: ChildLine, skill: Strand): boolean => child.strands.some((s) => s.strand === skill);
const manySlow = (child: ChildLine): boolean =>
  child.line.filter((c) => c.slow).length >= MANY_SLOW || child.strands.some((s) => s.slow && READING_SKILLS.includes(s.strand));
/** Skills of reading words: whoever is right in one and slow needs speed. */
const READING_SKILLS: readonly Strand[] = ['blending', 'clusters', 'longer words'];

/** The problem of forming groups of these children. */
export function problemOf(pool: readonly ChildLine[], around: GroupingContext, wanted: FormOptions): GroupingProblem {
  const { orders, settings, rules, textOpened } = around;
  const inPool = new Set(pool.map((c) => c.id));
  const pairs = (kind: 'together' | 'apart'): [string, string][] =>
    rules
      .filter((r) => r.kind === kind)
      .flatMap((r) => r.children.flatMap((a, k) => r.children.slice(k + 1).map((b): [string, string] => [a, b])))
      .filter(([a, b]) => inPool.has(a) && inPool.has(b));
  const beside = wanted.beside ?? [];
  const slots = settings.slots
    .map((s) => ({ id: s.id, rooms: roomsAt(settings, s) - beside.filter((g) => g.slot === s.id).length }))
    .filter((s) => s.rooms > 0);
  const adults = settings.groupAdults.map((a) => {
    const theirs = beside.filter((g) => g.adultId === a.id);
    return {
      id: a.id,
      groups: Math.max(0, a.groups - theirs.length),
      busy: [...busyTimes(settings, a.busy), ...theirs.flatMap((g) => g.slot ?? [])],
    };
  });
  const looked = GROUP_SKILLS.filter(
    (skill) => pool.filter((c) => looksFor(c, skill)).length * 2 >= pool.length || (skill === 'fluency' && pool.some(manySlow)),
  );
  return {
    children: pool.map((c) => {
      const last = wanted.last?.get(c.id);
      return { ...toGroupingChild(c, around), ...(last !== undefined && { last }) };
    }),
    taught: taughtToAny(pool, orders),
    groups: wanted.groups,
    sizeFrom: wanted.size[0],
    sizeTo: wanted.size[1],
    focusSize: wanted.focusSize ?? pairsInCycle(settings.cycleWeeks, settings.sessionsAWeek),
    weeks: wanted.weeks ?? settings.cycleWeeks,
    way: wanted.way ?? settings.groupWay,
    skills: looked,
    ...(textOpened && { textOpened }),
    together: pairs('together'),
    apart: pairs('apart'),
    out: rules.filter((r) => r.kind === 'out').flatMap((r) => r.children.filter((id) => inPool.has(id))),
    classes: settings.groupClasses,
    ...(settings.slots.length > 0 && { slots }),
    ...(settings.groupAdults.length > 0 && { adults }),
    mayWait: wanted.mayWait ?? false,
  };
}

/** A group of the board as the core sees it. */
export const toCoreGroup = (g: Group): CoreGroup => ({
  members: [...g.members],
  focus: [...g.focus, ...g.skills],
  ...(g.slot !== null && { slot: g.slot }),
  ...(g.adultId !== null && { adult: g.adultId }),
});

/** The problem of the board as it stands: its groups with their focus, their children and those in need of help in no group. */
export function boardProblem(groups: readonly Group[], around: GroupingContext, last?: ReadonlyMap<string, string>): GroupingProblem {
  const grouped = new Set(groups.flatMap((g) => g.members));
  const pool = around.children.filter((c) => grouped.has(c.id) || needsHelp(c));
  const problem = problemOf(pool, around, {
    groups: groups.length,
    // nobody set sizes for groups made by hand; a group just has to be one the server can hold
    size: [0, Math.max(MOST_MEMBERS, ...groups.map((g) => g.members.length))],
    way: 'shared gaps',
    mayWait: true,
    ...(last && { last }),
  });
  const skills = [...new Set([...(problem.skills ?? []), ...groups.flatMap((g) => g.skills)])];
  return {
    ...problem,
    // a focus that was not taught to all counts too
    taught: [...new Set([...problem.taught, ...groups.flatMap((g) => g.focus)])],
    skills,
    given: groups.map((g) => ({ focus: [...g.focus, ...g.skills], ...(g.slot !== null && { slot: g.slot }) })),
  };
}

/** Pairs and skills of a focus, told apart as the server keeps them. */
export function splitFocus(focus: readonly Need[]): { focus: string[]; skills: Strand[] } {
  return { focus: focus.filter((f) => f.includes(':')), skills: focus.filter((f) => !f.includes(':')) as Strand[] };
}

/** Which sizes and numbers of groups are possible for so many children. */
export function possible(children: number, groups: number, from: number, to: number): boolean {
  return groups >= 1 && from >= 1 && from <= to && groups * from <= children && children <= groups * to;
}

/** What no pair is learnt well without. */
const FIRST_SKILLS: readonly Strand[] = ['blending', 'listening'];
const holds = (c: ChildLine): boolean => c.strands.some((s) => FIRST_SKILLS.includes(s.strand) && s.state === 'gap');
/** Whether a group has something to work on with this child: a gap, pushing together or hearing apart, or many pairs known but slow. */
export const needsHelp = (child: ChildLine): boolean => child.line.some((p) => p.state === 'gap') || holds(child) || manySlow(child);
/** The children who need help most first: those with most gaps and wobbly pairs, or who cannot push sounds together or hear them apart. */
export function inNeed(children: readonly ChildLine[]): ChildLine[] {
  const weight = (c: ChildLine): number =>
    c.line.reduce((sum, p) => sum + (p.state === 'gap' ? 2 : asksForWork(p) ? 1 : 0), 0) + (holds(c) ? 4 : 0);
  return children.filter(needsHelp).sort((a, b) => weight(b) - weight(a));
}

/** How many members have each pair of the focus as a gap or wobbly. */
export function needOf(group: Pick<Group, 'members'>, children: ReadonlyMap<string, ChildLine>, gpc: string): number {
  return group.members.filter((id) => {
    const pair = children.get(id)?.line.find((c) => c.gpc === gpc);
    return pair !== undefined && asksForWork(pair);
  }).length;
}
