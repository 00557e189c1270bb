/** The timetable: one sheet with versions; sessions, cover sheets and calendars say what it says; nobody moves groups out of reach. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS, type Group, type Session, type Timetable } from '@sapling/contract';
import { daysAfter, weekday } from '@sapling/core';
import { momentOf } from '../src/settings/school-day.js';
import { PLAN, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let teacher: Person;
let willow: string;
let far: string;
const today = schoolToday();
/** The next day that is this day of the week, tomorrow at the earliest. */
const next = (day: number): string => [1, 2, 3, 4, 5, 6, 7].map((k) => daysAfter(today, k)).find((on) => weekday(on) === day)!;
const SLOTS = [{ id: 'nine', name: 'First', rooms: 2, days: [2, 4], start: 550, minutes: 25 }];
const ROOMS = [{ id: 'nook', name: 'Reading nook', busy: [] }];
let version = 1;
const settle = async (more: object = {}): Promise<void> => {
  const answer = await school.ask('PUT', '/api/settings', {
    as: lead,
    body: { ...DEFAULT_SETTINGS, slots: SLOTS, rooms: ROOMS, ...more, version },
  });
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  version += 1;
};
const put = (as: Person, at: number, meetings: object[]) =>
  school.ask('PUT', '/api/timetable', { as, body: { version: at, meetings: meetings.map((m) => ({ adultId: null, room: '', ...m })) } });
const read = async (as: Person): Promise<Timetable> => (await school.ask('GET', '/api/timetable', { as })).body as Timetable;
const sessions = async (as: Person): Promise<Session[]> => (await school.ask('GET', '/api/sessions', { as })).body as Session[];

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  await school.addClass('Otters');
  const near = await school.addChildren('Wrens', ['Adaeze', 'Benedikt']);
  const others = await school.addChildren('Otters', ['Chidi']);
  tutor = await school.add('tutor', 'tutor');
  teacher = await school.add('teacher', 'teacher', [wrens]);
  const made = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: {
        groups: [
          { name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: near },
          { name: 'Far', adultId: null, focus: ['ai:ay'], members: others },
        ],
      },
    })
  ).body as Group[];
  willow = made.find((g) => g.name === 'Willow')!.id;
  far = made.find((g) => g.name === 'Far')!.id;
  await settle();
});
afterAll(() => school.close());

describe('the timetable', () => {
  it('is kept as a whole, refuses what is older than it, and names no time or room that is not there', async () => {
    expect((await read(lead)).version).toBe(0);
    for (const bad of [{ slot: 'nine@3' }, { slot: 'nine@2', room: 'attic' }, { slot: 'gone@2' }])
      expect((await put(lead, 0, [{ group: willow, ...bad }])).status).toBe(400);
    expect(
      (
        await put(lead, 0, [
          { group: willow, slot: 'nine@2', room: 'nook' },
          { group: far, slot: 'nine@4' },
        ])
      ).status,
    ).toBe(200);
    const late = await put(lead, 0, []);
    expect(late.status).toBe(409);
    expect((late.body as { current: Timetable }).current.meetings).toHaveLength(2);
    const now = await read(lead);
    expect(now).toMatchObject({ version: 1, savedBy: expect.any(String) as string });
    expect(now.meetings[0]).toMatchObject({ name: 'Willow', adult: tutor.id, adultId: null });
  });

  it('shows a teacher what is taken by groups out of reach, without the name, and lets nobody move those', async () => {
    const seen = await read(teacher);
    expect(seen.meetings.map((m) => m.name).sort()).toEqual(['', 'Willow']);
    expect((await read(tutor)).meetings.map((m) => m.name)).toEqual(['Willow']);
    const own = seen.meetings.map(({ group, slot, adultId, room }) => ({ group, slot, adultId, room }));
    const without = own.filter((m) => m.group !== far);
    expect((await put(teacher, 1, without)).status).toBe(404);
    expect(
      (
        await put(
          teacher,
          1,
          own.map((m) => (m.group === willow ? { ...m, slot: 'nine@4' } : m)),
        )
      ).status,
    ).toBe(200);
    expect((await put(tutor, 2, [])).status).toBe(403);
    expect((await put(lead, 2, own)).status).toBe(200);
  });

  it('says when and where a session is, follows changes of time, day and room, and leaves what was logged', async () => {
    const add = async (on: string): Promise<Session> =>
      (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: willow, on, adultId: tutor.id, plan: PLAN } }))
        .body as Session;
    const tuesday = await add(next(2));
    expect(tuesday).toMatchObject({ starts: 550, room: 'Reading nook' });
    const wednesday = await add(next(3));
    expect(wednesday).toMatchObject({ starts: null, room: '' });
    const moved = await school.ask('PATCH', `/api/sessions/${wednesday.id}`, { as: lead, body: { on: daysAfter(next(2), 7), version: 1 } });
    expect(moved.body).toMatchObject({ starts: 550, room: 'Reading nook' });
    await settle({ slots: [{ ...SLOTS[0]!, start: 600 }], rooms: [{ ...ROOMS[0]!, name: 'Studio' }] });
    expect((await sessions(tutor)).map((s) => [s.starts, s.room])).toEqual([
      [600, 'Studio'],
      [600, 'Studio'],
    ]);
    await settle();
    const now = await read(lead);
    await put(lead, now.version, []);
    expect((await sessions(tutor)).every((s) => s.starts === null && s.room === '')).toBe(true);
    await put(
      lead,
      now.version + 1,
      now.meetings.map(({ group, slot, adultId, room }) => ({ group, slot, adultId, room })),
    );
    expect((await sessions(tutor)).every((s) => s.starts === 550)).toBe(true);
  });

  it('puts clock time and room into the calendar, with meetings that have no session yet and holidays', async () => {
    const on = next(2);
    await settle({ holidays: [{ name: 'Closed', from: daysAfter(on, 14), to: daysAfter(on, 14) }] });
    const text = ((await school.ask('GET', '/api/calendar.ics', { as: tutor })).body as string).replace(/\r\n[ \t]/g, '');
    const start = (day: string): string =>
      `DTSTART:${momentOf(day, 550, 'Europe/London')
        .toISOString()
        .replace(/[-:]|\.000/g, '')}`;
    expect(text).toContain(start(on));
    expect(text).toContain('LOCATION:Reading nook');
    expect(text).toContain('SUMMARY:Willow\\, not planned yet');
    expect(text).toContain(start(daysAfter(on, 21)));
    expect(text).not.toContain(start(daysAfter(on, 14)));
    expect(text).toContain('SUMMARY:Closed');
    // summer time and winter time
    expect(momentOf('2026-07-01', 550, 'Europe/London').toISOString()).toBe('2026-07-01T08:10:00.000Z');
    expect(momentOf('2026-12-01', 550, 'Europe/London').toISOString()).toBe('2026-12-01T09:10:00.000Z');
  });

  it('tells calendar programs what moved: a later number, the same keys, and nothing left where a session was', async () => {
    const calendar = async (): Promise<Map<string, Record<string, string>>> => {
      const text = (await school.ask('GET', '/api/calendar.ics', { as: tutor })).body as string;
      expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
      const found = new Map<string, Record<string, string>>();
      for (const event of text
        .replace(/\r\n[ \t]/g, '')
        .split('BEGIN:VEVENT')
        .slice(1)) {
        const lines = event.split('\r\n').filter((line) => line.includes(':'));
        const fields = Object.fromEntries(lines.map((line) => [line.split(/[:;]/)[0]!, line.slice(line.indexOf(':') + 1)]));
        found.set(fields.UID!, fields);
      }
      return found;
    };
    const on = daysAfter(next(2), 21);
    const free = daysAfter(on, 1);
    const session = (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: willow, on, adultId: tutor.id, plan: PLAN } }))
      .body as Session;
    const key = `${session.id}@keen-sapling`;
    const first = await calendar();
    expect(first.get(key)!.TRANSP).not.toBe('TRANSPARENT');
    const holiday = [...first].find(([, event]) => event.SUMMARY === 'Closed')!;
    expect(holiday[1].TRANSP).toBe('TRANSPARENT');
    // the time of the day moves, the session itself does not; and a holiday is put in front
    const closed = { name: 'Closed', from: daysAfter(next(2), 14), to: daysAfter(next(2), 14) };
    const early = { name: 'Early', from: daysAfter(today, 1), to: daysAfter(today, 1) };
    const same = { ...closed, name: 'Open day' };
    await settle({ slots: [{ ...SLOTS[0]!, start: 600 }], holidays: [early, closed, same] });
    const second = await calendar();
    expect(second.get(key)!.DTSTART).not.toBe(first.get(key)!.DTSTART);
    expect(Number(second.get(key)!.SEQUENCE)).toBeGreaterThan(Number(first.get(key)!.SEQUENCE));
    expect(second.get(holiday[0])!.SUMMARY).toBe('Closed');
    expect([...second.values()].map((event) => event.SUMMARY)).toContain('Open day');
    // moved to a day on which the group does not meet: no time of day, so it keeps nobody busy, and the day it left is dealt with
    const change = await school.ask('PATCH', `/api/sessions/${session.id}`, { as: lead, body: { on: free, version: session.version } });
    expect(change.status).toBe(200);
    const third = await calendar();
    expect(third.get(key)).toMatchObject({ DTSTART: free.replaceAll('-', ''), TRANSP: 'TRANSPARENT' });
    expect(Number(third.get(key)!.SEQUENCE)).toBeGreaterThan(Number(second.get(key)!.SEQUENCE));
    expect([...third.values()].filter((event) => event.DTSTART!.startsWith(on.replaceAll('-', '')))).toEqual([]);
    // and back again it is as it was
    await school.ask('PATCH', `/api/sessions/${session.id}`, { as: lead, body: { on, version: (change.body as Session).version } });
    expect((await calendar()).get(key)!.DTSTART).toBe(second.get(key)!.DTSTART);
    await settle();
  });

  it('forgets a group that has ended, without standing in the way of others', async () => {
    const [group] = ((await school.ask('GET', '/api/groups', { as: lead })).body as Group[]).filter((g) => g.id === far);
    await school.ask('POST', '/api/groups/arrange', {
      as: lead,
      body: { change: [], add: [], end: [{ id: far, version: group!.version }], reopen: [] },
    });
    const now = await read(teacher);
    expect(now.meetings.map((m) => m.group)).toEqual([willow]);
    expect((await put(teacher, now.version, [])).status).toBe(200);
  });
});
