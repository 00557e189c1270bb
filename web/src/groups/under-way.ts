/** How far a cycle that is under way has come. */
import type { ChildLine, Group } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { todayDay } from '../clock.js';
import { onDay } from '../ui/dates.js';

/** From so many days on a cycle is under way. */
const UNDER_WAY = 8;
/** When the cycle of these groups ends and how much of its focus is known, where most of them are under way. */
export function underWay(
  groups: readonly Group[],
  children: ReadonlyMap<string, ChildLine>,
): { ends: string | null; known: number } | null {
  const today = todayDay();
  const running = groups.filter((g) => g.startsOn && g.focus.length > 0 && daysAfter(g.startsOn, UNDER_WAY) <= today);
  if (running.length * 2 < groups.length || running.length === 0) return null;
  const asked = running.flatMap((g) =>
    g.members.flatMap((id) => {
      const line = children.get(id)?.line ?? [];
      return g.focus.flatMap((gpc) => line.find((c) => c.gpc === gpc) ?? []);
    }),
  );
  if (asked.length === 0) return null;
  const ends = running.flatMap((g) => (g.endsOn && g.endsOn >= today ? [g.endsOn] : [])).sort()[0];
  return { ends: ends ? onDay(ends) : null, known: asked.reduce((sum, c) => sum + c.known, 0) / asked.length };
}
