/** The meetings of the week as they are changed on the sheet: put, taken out, moved by key, placed by the solver. */
import type { Group, WeekMeeting } from '@sapling/contract';
import type { Meeting } from '@sapling/core/planning';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { meetsThen, slotBeside, without, wouldClash } from './move-meeting.js';
import type { TimetableData } from './use-timetable.js';
import { fromCore, type ScheduledMeeting } from './week-facts.js';
import { meetingKey } from './week-grid.js';
import { timeInWords } from './week-times.js';

/** @param onMoved a meeting stands at another place now */
export function useMeetings(data: TimetableData, onMoved: (key: string) => void) {
  const { kept, settings, slots, clashesOf, roomed, keep, latest } = data;
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
    if (meetsThen(meetings, from, to)) {
      toast(`${to.name} meets then already.`);
      return;
    }
    const change = (): WeekMeeting[] => [...without(latest.current!.meetings, from), to];
    const again = (): void => void keep(change(), `${to.name} is put at ${when(to.slot)}.`);
    if (await keep(change(), `${to.name}: ${when(to.slot)}.`, again)) onMoved(meetingKey(to));
  };
  const out = (m: ScheduledMeeting): void => void keep(without(meetings, m), `${m.name} no longer meets ${when(m.slot)}.`);
  const step = (m: ScheduledMeeting, days: number, times: number): void => {
    const to = slotBeside(slots, m.slot, days, times);
    if (to) void put(m, there(m, to.id));
  };
  const place = async (core: readonly Meeting[], of: readonly Group[], adultName: (id: string) => string): Promise<void> => {
    const { meetings: next, given } = fromCore(core, of, meetings);
    if (!(await keep(next, `${next.length} meetings stand in the week.`)) || given.length === 0) return;
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
