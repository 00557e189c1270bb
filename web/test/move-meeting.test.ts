/** Meetings moved in the week: what a move clashes with, and where the arrow keys lead. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { weekSlots } from '@sapling/core/planning';
import { clashesByMeeting, meetsThen, slotBeside, without, wouldClash } from '../src/timetable/move-meeting.js';
import type { ScheduledMeeting } from '../src/timetable/week-facts.js';
import { meetingKey } from '../src/timetable/week-grid.js';

const meeting = (group: string, slot: string): ScheduledMeeting => ({ group, name: group, slot, adultId: null, adult: null, room: '' });
const slots = weekSlots([
  { id: 'early', name: 'early', start: 540, rooms: 1, minutes: 25, days: [1, 2, 4] },
  { id: 'late', name: 'late', start: 660, rooms: 1, minutes: 25, days: [1, 4] },
]);
const at = (time: string, day: number): string => slots.find((s) => s.time === time && s.day === day)!.id;

describe('arrow keys', () => {
  it('go to the next day on which the time is, passing over days without it, and to the next time of the day', () => {
    expect(slotBeside(slots, at('early', 2), 1, 0)!.id).toBe(at('early', 4));
    expect(slotBeside(slots, at('early', 4), -1, 0)!.id).toBe(at('early', 2));
    expect(slotBeside(slots, at('early', 1), 0, 1)!.id).toBe(at('late', 1));
    expect(slotBeside(slots, at('late', 4), 0, -1)!.id).toBe(at('early', 4));
  });
  it('lead nowhere at the edge, on a day with one time, and from a time that was taken out', () => {
    expect(slotBeside(slots, at('early', 1), -1, 0)).toBeUndefined();
    expect(slotBeside(slots, at('late', 1), 0, 1)).toBeUndefined();
    expect(slotBeside(slots, at('early', 2), 0, 1)).toBeUndefined();
    expect(slotBeside(slots, 'gone@3', 1, 0)).toBeUndefined();
  });
  it('there and back is where it was, wherever there is a way', () => {
    const step = fc.constantFrom<[number, number]>([1, 0], [-1, 0], [0, 1], [0, -1]);
    fc.assert(
      fc.property(fc.constantFrom(...slots), step, (slot, [days, times]) => {
        const to = slotBeside(slots, slot.id, days, times);
        if (to) expect(slotBeside(slots, to.id, -days, -times)!.id).toBe(slot.id);
      }),
    );
  });
});

describe('a move', () => {
  const sheet = [meeting('willow', at('early', 1)), meeting('hazel', at('early', 2)), meeting('willow', at('late', 4))];
  /** Two at one time clash. */
  const clashesOf = (list: readonly ScheduledMeeting[]) =>
    list.flatMap((m, k) =>
      list.slice(0, k).flatMap((o, j) => (o.slot === m.slot ? [{ words: `${o.name} and ${m.name}`, at: [j, k] }] : [])),
    );
  it('of a group to where it meets already is named so, but to where it stands it is no clash', () => {
    expect(wouldClash(sheet, clashesOf, sheet[0]!, { ...sheet[0]!, slot: at('late', 4) })).toEqual(['willow meets then already']);
    expect(wouldClash(sheet, clashesOf, sheet[0]!, sheet[0]!)).toEqual([]);
    expect(meetsThen(sheet, null, sheet[0]!)).toBe(true);
  });
  it('names its own clashes alone, and none of the place it left', () => {
    const before = [...sheet, meeting('rowan', at('early', 1))];
    expect(wouldClash(before, clashesOf, sheet[0]!, { ...sheet[0]!, slot: at('early', 2) })).toEqual(['hazel and willow']);
    expect(wouldClash(before, clashesOf, sheet[0]!, { ...sheet[0]!, slot: at('late', 1) })).toEqual([]);
  });
  it('takes out one meeting and no other', () => {
    expect(without(sheet, sheet[0]!)).toEqual(sheet.slice(1));
    expect(without(sheet, null)).toEqual(sheet);
  });
  it('clashes stand on each meeting they are of', () => {
    const list = [meeting('willow', 'x'), meeting('hazel', 'x'), meeting('rowan', 'y')];
    const by = clashesByMeeting(clashesOf(list), list);
    expect([...by.keys()].sort()).toEqual([meetingKey(list[0]!), meetingKey(list[1]!)].sort());
    expect(by.get(meetingKey(list[0]!))).toEqual(['willow and hazel']);
  });
});
