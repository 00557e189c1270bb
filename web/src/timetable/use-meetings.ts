/** The meetings of the week as they are changed on the sheet: put, taken out, moved by key, placed by the solver. */
import type { Group, Timetable, WeekMeeting } from '@sapling/contract';
import type { Meeting } from '@sapling/core/planning';
import { useMemo, useRef } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { meetsThen, slotBeside, without, wouldClash } from './move-meeting.js';
import type { TimetableData } from './use-timetable.js';
import { fromCore, type ScheduledMeeting } from './week-facts.js';
import { meetingKey } from './week-grid.js';
import { timeInWords } from './week-times.js';
import { say } from '../wording/say.js';

/** What the solver found, for which groups, and the sheet that it was asked about. */
export interface Placed {
  readonly found: readonly Meeting[];
  readonly of: readonly Group[];
  readonly sheet: Timetable;
}

const stands = (now: readonly ScheduledMeeting[], one: ScheduledMeeting): boolean => now.some((m) => meetingKey(m) === meetingKey(one));
const goneSaid = (m: ScheduledMeeting): string => `${m.name} was moved or taken out meanwhile. The week is shown as it is.`;

/** @param onMoved a meeting stands at another place now */
export function useMeetings(data: TimetableData, onMoved: (key: string) => void) {
  const { kept, settings, slots, clashesOf, roomed, keep } = data;
  const onTheWay = useRef(new Set<string>());
  const meetings = useMemo(() => kept?.meetings ?? [], [kept]);
  const when = (slot: string): string => (settings ? timeInWords(settings, slot) : slot);
  /** The meeting at another time, in a room that is free then. */
  const there = (m: ScheduledMeeting, slot: string): ScheduledMeeting =>
    roomed(
      { ...m, slot },
      meetings.filter((x) => m.slot === '' || meetingKey(x) !== meetingKey(m)),
    );
  const put = async (from: ScheduledMeeting | null, to: ScheduledMeeting): Promise<void> => {
    if (from && meetingKey(from) === meetingKey(to) && from.room === to.room && from.adultId === to.adultId) return;
    const key = from && meetingKey(from);
    // a key held down presses for where the card is drawn, which it has left
    if (key && onTheWay.current.has(key)) return;
    const change = (now: readonly ScheduledMeeting[]): WeekMeeting[] | string => {
      if (from && !stands(now, from)) return goneSaid(from);
      return meetsThen(now, from, to) ? `${to.name} meets then already.` : [...without(now, from), to];
    };
    const again = (): void => void keep(change, `${to.name} is put at ${when(to.slot)}.`);
    if (key) onTheWay.current.add(key);
    const kept = await keep(change, `${to.name}: ${when(to.slot)}.`, { again });
    if (key) onTheWay.current.delete(key);
    if (kept) onMoved(meetingKey(to));
  };
  const out = (m: ScheduledMeeting): void =>
    void keep((now) => (stands(now, m) ? without(now, m) : goneSaid(m)), `${m.name} no longer meets ${when(m.slot)}.`);
  const step = (m: ScheduledMeeting, days: number, times: number): void => {
    const to = slotBeside(slots, m.slot, days, times);
    if (to) void put(m, there(m, to.id));
  };
  const place = async ({ found, of, sheet }: Placed, adultName: (id: string) => string): Promise<void> => {
    const { meetings: next, given } = fromCore(found, of, sheet.meetings);
    const since = say('The timetable was changed while places were looked for. It is shown as it is; have them looked for again.');
    const stand = next.length === 1 ? 'One meeting stands in the week.' : `${next.length} meetings stand in the week.`;
    if (!(await keep(() => next, stand, { of: sheet, since })) || given.length === 0) return;
    try {
      const change = given.map(({ group, adultId }) => ({ id: group.id, version: group.version, adultId }));
      await call('arrangeGroups', { body: { change, add: [], end: [], reopen: [] } });
      await refresh('groups');
      toast(given.map(({ group, adultId }) => `${group.name} goes to ${adultName(adultId)}`).join(', ') + '.');
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  return {
    meetings,
    there,
    wouldClash: (from: ScheduledMeeting | null, to: ScheduledMeeting): string[] => wouldClash(meetings, clashesOf, from, to),
    put,
    out,
    step,
    place,
  };
}
