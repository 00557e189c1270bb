/** From what the screens hold to the core's grouping problem. */
import type { ChildLine, Group } from '@sapling/contract';
import type { GroupingChild, GroupingProblem, SessionChild } from '@sapling/core';

export const FOCUS_SIZE = 4;

export function knownOf(child: ChildLine): Record<string, number> {
  return Object.fromEntries(child.line.filter((c) => c.basedOn > 0).map((c) => [c.gpc, c.p]));
}
export const toGroupingChild = (child: ChildLine): GroupingChild & SessionChild => ({ id: child.id, known: knownOf(child) });

export function problemOf(
  children: readonly ChildLine[],
  taught: readonly string[],
  groups: number,
  size: [number, number],
  minutesPerPair = 20,
): GroupingProblem {
  return {
    children: children.map(toGroupingChild),
    taught,
    groups,
    sizeFrom: size[0],
    sizeTo: size[1],
    focusSize: FOCUS_SIZE,
    minutesPerPair,
  };
}

/** Which sizes and numbers of groups are possible for so many children. */
export function possible(children: number, groups: number, from: number, to: number): boolean {
  return groups >= 1 && from >= 1 && from <= to && groups * from <= children && children <= groups * to;
}

/** The children who need help most: those with most gaps and wobbly pairs, at least one. */
export function inNeed(children: readonly ChildLine[]): ChildLine[] {
  const weight = (c: ChildLine): number => c.line.reduce((sum, p) => sum + (p.state === 'gap' ? 2 : p.state === 'wobbly' ? 1 : 0), 0);
  return children.filter((c) => c.line.some((p) => p.state === 'gap')).sort((a, b) => weight(b) - weight(a));
}

/** How many members have each pair of the focus as a gap or wobbly. */
export function needOf(group: Pick<Group, 'members'>, children: ReadonlyMap<string, ChildLine>, gpc: string): number {
  return group.members.filter((id) => {
    const state = children.get(id)?.line.find((c) => c.gpc === gpc)?.state;
    return state === 'gap' || state === 'wobbly';
  }).length;
}
