/** Moving meetings in the week: what a sheet is after a move, what a move would clash with, and where the arrow keys lead. */
import type { WeekSlot } from '@sapling/core/planning';
import type { ScheduledMeeting } from './week-facts.js';
import { meetingKey } from './week-grid.js';

export interface FoundClash {
  readonly words: string;
  /** Which meetings of the sheet. */
  readonly at: readonly number[];
}
type ClashesOf = (meetings: readonly ScheduledMeeting[]) => readonly FoundClash[];

export const without = (meetings: readonly ScheduledMeeting[], one: ScheduledMeeting | null): ScheduledMeeting[] =>
  meetings.filter((m) => one === null || meetingKey(m) !== meetingKey(one));

/** What clashes, in words, by the meeting it stands on. */
export function clashesByMeeting(found: readonly FoundClash[], meetings: readonly ScheduledMeeting[]): Map<string, string[]> {
  const out = new Map<string, string[]>();
  for (const c of found)
    for (const k of c.at) {
      const key = meetingKey(meetings[k]!);
      out.set(key, [...(out.get(key) ?? []), c.words]);
    }
  return out;
}

/** Whether the group meets at that time already, by another meeting than the one that is moved. */
export const meetsThen = (meetings: readonly ScheduledMeeting[], from: ScheduledMeeting | null, to: ScheduledMeeting): boolean =>
  meetings.some((m) => m.group === to.group && m.slot === to.slot && (from === null || m.slot !== from.slot));

/** What a move would clash with, in words; `from` is null for a meeting that stands nowhere yet. */
export function wouldClash(
  meetings: readonly ScheduledMeeting[],
  clashesOf: ClashesOf,
  from: ScheduledMeeting | null,
  to: ScheduledMeeting,
): string[] {
  if (meetsThen(meetings, from, to)) return [`${to.name} meets then already`];
  const after = [...without(meetings, from), to];
  return clashesOf(after)
    .filter((c) => c.at.includes(after.length - 1))
    .map((c) => c.words);
}

/** The time to which an arrow key moves a meeting: the next day at the same time, or the next time of the same day. */
export function slotBeside(slots: readonly WeekSlot[], from: string, days: number, times: number): WeekSlot | undefined {
  const now = slots.find((s) => s.id === from);
  if (!now) return undefined;
  const row = slots.filter((s) => (times === 0 ? s.time === now.time : s.day === now.day));
  const key = (s: WeekSlot): number => (times === 0 ? s.day : s.start);
  const ahead = row.sort((a, b) => key(a) - key(b));
  return ahead[ahead.findIndex((s) => s.id === now.id) + days + times];
}
