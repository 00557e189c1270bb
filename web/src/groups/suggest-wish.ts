/** What groups are asked for, and what comes of it: whose, how many, whether that can be, and the words for it. */
import type { ChildLine, Group, GroupHistory, GroupRule } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { DEFAULT_CONTINUITY, pairsInCycle, type GroupingProblem } from '@sapling/core/grouping';
import { asksForWork } from '@sapling/core/judgement';
import { inNeed, possible, problemOf, roomsAt, type GroupingContext } from './problem.js';

export type Way = 'shared gaps' | 'next step' | Strand;
/** What staying with last cycle's companions is worth, in child-minutes of one who keeps none of them. */
export const KEEP = { 'as the evidence says': 0, 'a little': DEFAULT_CONTINUITY, 'keep groups': 40 } as const;
export type Keep = keyof typeof KEEP;

export interface Wish {
  /** All, those chosen elsewhere, or a class by its id. */
  readonly from: string;
  /** Whether the groups there are end. */
  readonly replace: boolean;
  readonly way: Way;
  readonly weeks: number;
  readonly perWeek: number;
  /** How many groups; as many as fit where null. */
  readonly count: number | null;
  readonly size: readonly [number, number];
  readonly keep: Keep;
}
export const firstWish = (settings: GroupingContext['settings'], chosen: boolean): Wish => ({
  from: chosen ? 'chosen' : 'all',
  replace: false,
  way: settings.groupWay,
  weeks: settings.cycleWeeks,
  perWeek: settings.sessionsAWeek,
  count: null,
  size: [3, 6],
  keep: 'a little',
});

/** How many groups times, rooms and adults still have room for; without limits where none are set. */
function freeRoom(settings: GroupingContext['settings'], beside: readonly Group[]): number {
  const rooms = settings.slots.reduce((n, s) => n + Math.max(0, roomsAt(settings, s) - beside.filter((g) => g.slot === s.id).length), 0);
  const adults = settings.groupAdults.reduce((n, a) => n + Math.max(0, a.groups - beside.filter((g) => g.adultId === a.id).length), 0);
  return Math.min(settings.slots.length > 0 ? rooms : Infinity, settings.groupAdults.length > 0 ? adults : Infinity);
}

export interface Asked {
  /** A skill that groups are for instead of pairs. */
  readonly skill: Strand | undefined;
  /** Whoever could be in a group, whether or not a gap of theirs is sure. */
  readonly own: readonly ChildLine[];
  readonly pool: readonly ChildLine[];
  readonly number: number;
  /** Of the pool, whom no rule keeps out. */
  readonly free: number;
  readonly ok: boolean;
  /** Pairs that a cycle has room for. */
  readonly focusSize: number;
}

/** Who is asked for and how many groups that is: as many as times, rooms and adults allow and as there are children for, where nobody says. */
export function askedFor(
  wish: Wish,
  { children, settings }: Pick<GroupingContext, 'children' | 'settings'>,
  groups: readonly Group[],
  rules: readonly GroupRule[],
  only: readonly string[] | undefined,
): Asked {
  const { from, replace, way, size } = wish;
  const taken = new Set(groups.flatMap((g) => g.members));
  const skill = way === 'shared gaps' || way === 'next step' ? undefined : way;
  const lacks = (c: ChildLine): boolean => skill === undefined || c.strands.some((s) => s.strand === skill && asksForWork(s));
  const own = children.filter(
    (c) => (from === 'all' || from === 'chosen' || c.classId === from) && (replace || !taken.has(c.id)) && lacks(c),
  );
  const pool = from === 'chosen' ? children.filter((c) => only?.includes(c.id)) : skill ? own : inNeed(own);
  const room = freeRoom(settings, replace ? [] : groups);
  const number = wish.count ?? Math.max(1, Math.min(room, Math.ceil(pool.length / Math.max(1, size[1] - 1))));
  const out = new Set(rules.filter((r) => r.kind === 'out').flatMap((r) => r.children));
  const free = pool.filter((c) => !out.has(c.id)).length;
  const ok = possible(Math.min(free, number * size[1]), number, size[0], size[1]);
  return { skill, own, pool, number, free, ok, focusSize: pairsInCycle(wish.weeks, wish.perWeek) };
}

/** Who it is about, in a sentence, or why there is nothing to suggest. */
export function askedWords({ skill, own, pool, number, free, ok }: Asked, size: readonly [number, number]): string {
  if (pool.length === 0) {
    if (skill) return `Nobody was found to need ${skill}. Check it first.`;
    if (own.length === 0) return 'Everybody is in a group already.';
    return own.some((c) => c.lastCheck !== null)
      ? 'Nobody of these has a gap that is sure enough to form groups by. A card that was missed becomes one when it is missed again: press “Ask once more” after a check, or check on another day.'
      : 'Nobody of these has been checked yet. Check first.';
  }
  const children = (n: number): string => `${n} ${n === 1 ? 'child' : 'children'}`;
  if (!ok)
    return `${children(free)} ${free === 1 ? 'does' : 'do'} not make ${number} ${number === 1 ? 'group' : 'groups'} of ${size[0]} to ${size[1]}.`;
  const wait = free - number * size[1];
  const who = skill ? `who ${pool.length === 1 ? 'needs' : 'need'} ${skill}` : 'with gaps';
  return `${children(pool.length)} ${who}${wait > 0 ? `, of whom ${wait} will wait` : ''}.`;
}

/** The core's problem for a wish. */
export function problemFor(
  wish: Wish,
  { pool, number, focusSize }: Asked,
  around: GroupingContext,
  groups: readonly Group[],
  lastGroup: ReadonlyMap<string, GroupHistory['past'][number]>,
): GroupingProblem {
  const now = new Map(groups.flatMap((g) => g.members.map((m) => [m, g.name] as const)));
  const before = new Map([...lastGroup].map(([id, g]) => [id, g.name] as const));
  const problem = problemOf(pool, around, {
    groups: number,
    size: [...wish.size],
    way: wish.way,
    focusSize,
    weeks: wish.weeks,
    mayWait: true,
    beside: wish.replace ? [] : groups,
    last: wish.replace ? now : before,
  });
  return { ...problem, continuity: KEEP[wish.keep] };
}

const NAMES = ['Willow', 'Hazel', 'Rowan', 'Alder', 'Aspen', 'Birch', 'Cedar', 'Linden', 'Maple', 'Juniper', 'Elder', 'Larch'];

/** Names not taken yet, in order, then numbers. */
export function freeNames(count: number, taken: readonly string[]): string[] {
  const free = NAMES.filter((n) => !taken.includes(n));
  return Array.from({ length: count }, (_, k) => free[k] ?? `Group ${taken.length + k + 1}`);
}
