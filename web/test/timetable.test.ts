/** The week between the screens and the core: groups out of sight take up their place, what is placed goes back as it is kept, reasons are short. */
import { DEFAULT_SETTINGS, type ChildLine, type Group, type GroupRule } from '@sapling/contract';
import { timetable, weekRequest } from '@sapling/core/planning';
import { describe, expect, it } from 'vitest';
import { busyTimes, roomsAt } from '../src/groups/problem.js';
import { inShort } from '../src/timetable/place-panel.js';
import { fromCore, toCore, wantedMeetings, weekFacts, type ScheduledMeeting } from '../src/timetable/week-facts.js';
import { meetingWords, timeInWords } from '../src/timetable/week-times.js';

const settings = {
  ...DEFAULT_SETTINGS,
  sessionsAWeek: 4,
  slots: [
    { id: 'nine', name: 'First thing', rooms: 1, days: [1, 2], start: 550, minutes: 25 },
    { id: 'ten', name: 'Second', rooms: 1, days: [1], start: 640, minutes: 25 },
    { id: 'late', name: 'Late', rooms: 1, days: [3], start: null, minutes: 25 },
  ],
  groupAdults: [{ id: 'ada', groups: 2, busy: [] }],
};
const group = (id: string, adultId: string | null, members: string[]): Group => ({
  id,
  name: id,
  adultId,
  members,
  focus: [],
  skills: [],
  slot: null,
  meets: null,
  startsOn: '2026-11-01',
  endsOn: null,
  hidden: 0,
  version: 1,
});
const child = (id: string): ChildLine => ({ id, classId: 'wrens', line: [], strands: [] }) as unknown as ChildLine;
const placed = (g: string, slot: string, more: Partial<ScheduledMeeting> = {}): ScheduledMeeting => ({
  group: g,
  slot,
  adultId: null,
  adult: 'ada',
  room: '',
  name: g,
  ...more,
});
const rules = [{ kind: 'busy', children: ['a'], slots: ['nine@1'] }] as unknown as GroupRule[];

describe('the week for the core', () => {
  it('takes up what others have: a group out of sight holds its adult and its room', () => {
    const far = placed('far', 'nine@2', { name: '' });
    const facts = weekFacts(settings, [group('willow', 'ada', ['a'])], [child('a')], rules, [far]);
    expect(facts.groups.map((g) => [g.id, g.meetings, g.members.length])).toEqual([
      ['willow', 2, 1],
      ['far', 1, 0],
    ]);
    const request = weekRequest({ ...facts, groups: facts.groups.map((g) => ({ ...g, meetings: 1 })) }, [toCore(far)]);
    // Monday at nine the child is in class, Tuesday at nine the adult and the room are taken
    expect(timetable(request).meetings!.find((m) => m.group === 'willow')!.slot).toBe('ten@1');
  });
  it('meets as often as set, but at most once on each day that has a clock time', () => {
    expect(wantedMeetings(settings)).toBe(2);
    expect(wantedMeetings({ ...settings, sessionsAWeek: 1 })).toBe(1);
    expect(wantedMeetings({ ...settings, slots: [] })).toBe(1);
  });
  it('keeps who was named for a day, gives an adult to a group that had none, and no name to what has none', () => {
    const groups = [group('willow', null, ['a']), group('hazel', 'bo', ['b'])];
    const before = [placed('hazel', 'ten@1', { adultId: 'cy', adult: 'cy', room: 'nook' })];
    const { meetings, given } = fromCore(
      [
        { group: 'willow', slot: 'nine@1', adult: 'ada', room: '#1' },
        { group: 'hazel', slot: 'ten@1', adult: 'cy', room: 'nook' },
      ],
      groups,
      before,
    );
    expect(meetings).toEqual([
      { group: 'willow', slot: 'nine@1', adultId: null, room: '' },
      { group: 'hazel', slot: 'ten@1', adultId: 'cy', room: 'nook' },
    ]);
    expect(given.map((g) => [g.group.id, g.adultId])).toEqual([['willow', 'ada']]);
    // nobody is said to take groups: nobody is given
    expect(fromCore([{ group: 'willow', slot: 'nine@1', adult: '#willow', room: '' }], groups, []).given).toEqual([]);
  });
  it('counts a time as busy for groups only where every day of it is, and rooms where fewest are free', () => {
    const lessons = [{ id: 'm', name: 'Maths', classId: 'wrens', days: [1], start: 540, end: 600 }];
    expect(busyTimes({ ...settings, lessons }, ['nine@2'], 'wrens')).toEqual(['nine']);
    expect(busyTimes({ ...settings, lessons }, [], 'wrens')).toEqual([]);
    expect(busyTimes({ ...settings, lessons }, ['nine@2'], 'otters')).toEqual([]);
    const rooms = [
      { id: 'nook', name: 'Nook', busy: ['nine@2'] },
      { id: 'hall', name: 'Hall', busy: [] },
    ];
    expect(settings.slots.map((s) => roomsAt({ ...settings, rooms }, s))).toEqual([1, 2, 2]);
  });
});

describe('the week in words', () => {
  it('names days and clock times, and a time that is gone', () => {
    expect([timeInWords(settings, 'nine@2'), timeInWords(settings, 'nine'), timeInWords(settings, 'gone@1')]).toEqual([
      'Tuesday 9:10',
      'First thing',
      'a time that is gone',
    ]);
    const table = {
      version: 1,
      savedBy: null,
      savedAt: null,
      meetings: [placed('w', 'nine@2'), placed('w', 'nine@1'), placed('w', 'ten@1')],
    };
    expect(meetingWords('w', table, settings)).toBe('Mo Tu 9:10, Mo 10:40');
    expect(meetingWords('x', table, settings)).toBe('');
  });
  it('takes like demands together', () => {
    const conflict = [
      ...['a', 'b', 'c', 'd'].map((g) => ({ kind: 'meetings' as const, group: g })),
      { kind: 'adult hours' as const, adult: 'Ada' },
      { kind: 'rooms' as const },
    ];
    const often = (times: Record<string, number>) => (id: string) => times[id] ?? 4;
    expect(inShort(conflict, (id) => id, often({}))).toEqual([
      'a, b and 2 more meet 4 times a week, once a day at most',
      'Ada is there only at the times set, for one group at a time',
      'no more groups meet at a time than there are free rooms',
    ]);
    // each group by how often it meets itself
    expect(inShort(conflict.slice(0, 3), (id) => id, often({ a: 1 }))).toEqual([
      'a meets once a week, once a day at most',
      'b and c meet 4 times a week, once a day at most',
    ]);
    expect(wantedMeetings(settings, { meets: 2 })).toBe(2);
    expect(wantedMeetings(settings, { meets: 9 })).toBe(2);
  });
});
