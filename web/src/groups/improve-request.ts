/** What is asked where the rest of the groups is to be improved around what is locked, and what the answer would change. */
import type { Group } from '@sapling/contract';
import type { Grouping } from '@sapling/core/grouping';
import { boardProblem, splitFocus, type GroupingContext } from './problem.js';

/** What it is worth to a child, in minutes, to stay with all companions in the middle of a cycle: three pairs. */
const KEPT_MINUTES = 60;

/**
 * The problem of the board with its children where they are: sizes as they are now, who is locked stays, a locked group keeps its
 * focus and takes nobody. Adults are those the groups have; who takes what is not changed here.
 * @param keep whether staying together counts
 */
export function improveRequest(groups: readonly Group[], around: GroupingContext, locked: ReadonlySet<string>, keep: boolean) {
  const now = new Map(groups.flatMap((g) => g.members.map((m) => [m, g.id] as const)));
  const { adults: _adults, ...base } = boardProblem(groups, around, now);
  const sizes = groups.map((g) => g.members.length);
  return {
    ...base,
    sizeFrom: Math.min(2, ...sizes),
    sizeTo: Math.max(6, ...sizes),
    continuity: keep ? KEPT_MINUTES : 0,
    placed: groups.flatMap((g) => g.members),
    stay: groups.flatMap((g, k) => g.members.filter((m) => locked.has(m) || locked.has(g.id)).map((m): [string, number] => [m, k])),
    given: groups.map((g, k) => {
      const { focus: _focus, ...time } = base.given![k]!;
      return locked.has(g.id) ? { ...base.given![k]!, closed: true } : time;
    }),
  };
}

/** Pairs and skills a group works on. */
export const focusOf = (group: Pick<Group, 'focus' | 'skills'>): string[] => [...group.focus, ...group.skills];

export interface GroupsChange {
  /** In which group, by its place, each child is now, and would be. */
  readonly at: ReadonlyMap<string, number>;
  readonly to: ReadonlyMap<string, number>;
  /** Children who would move. */
  readonly moves: readonly string[];
  /** Places of groups that would work on something else. */
  readonly refocused: readonly number[];
}
/** What an answer would change. @param here whether a child is in reach: nobody else is moved */
export function changeOf(groups: readonly Group[], found: Grouping, here: (child: string) => boolean): GroupsChange {
  const places = (list: readonly { readonly members: readonly string[] }[]): Map<string, number> =>
    new Map(list.flatMap((g, k) => g.members.map((m) => [m, k] as const)));
  const [at, to] = [places(groups), places(found.groups)];
  const moves = [...new Set([...at.keys(), ...to.keys()])].filter((id) => at.get(id) !== to.get(id) && here(id));
  const sorted = (list: readonly string[]): string => [...list].sort().join();
  const refocused = groups.flatMap((g, k) => {
    const { members, focus } = found.groups[k]!;
    return members.length === 0 || sorted(focus) === sorted(focusOf(g)) ? [] : [k];
  });
  return { at, to, moves, refocused };
}

/** The groups that change, each with what it becomes. A group without a time gets the one that was found for it, since its children's times were kept to. */
export function touchedGroups(groups: readonly Group[], found: Grouping, { at, to, moves, refocused }: GroupsChange) {
  return groups.flatMap((group, k) => {
    const { members, focus, slot } = found.groups[k]!;
    if (!moves.some((id) => at.get(id) === k || to.get(id) === k) && !refocused.includes(k)) return [];
    return [{ group, body: { members, ...(members.length > 0 && splitFocus(focus)), slot: group.slot ?? slot ?? null } }];
  });
}
