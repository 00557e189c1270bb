/** The demo school's week: rooms, lessons, a holiday, and a timetable with something left to do. */
import { eq } from 'drizzle-orm';
import type { SchoolSettings } from '@sapling/contract';
import { timetable, weekCell, weekRequest, type Meeting } from '@sapling/core';
import { DEMO_REFERENCE, type DemoSchool } from '@sapling/data';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import type { DemoCalendar } from './lay-on-calendar.js';
import { whenAndWhere } from '../timetable/place-sessions.js';
import { readSettings } from '../settings/read-settings.js';

const DAY = 86_400_000;
const MEETINGS = 4;

export async function seedTimetable(db: Db, demo: DemoSchool, calendar: DemoCalendar): Promise<void> {
  const time = Date.parse(DEMO_REFERENCE);
  const on = (days: number): string => calendar.day(time + days * DAY);
  const [school] = await db.select().from(t.schools);
  const settings: Partial<SchoolSettings> = {
    ...school!.settings,
    rooms: [
      { id: 'nook', name: 'Reading nook', busy: [weekCell('one', 2)] },
      { id: 'studio', name: 'Small studio', busy: [] },
    ],
    lessons: [
      { id: 'maths', name: 'Maths', classId: demo.classes[0]!.id, days: [1, 3], start: 10 * 60, end: 10 * 60 + 55 },
      { id: 'swim', name: 'Swimming', classId: demo.classes[1]!.id, days: [2], start: 13 * 60, end: 14 * 60 + 30 },
    ],
    holidays: [{ name: 'School break', from: on(26), to: on(37) }],
  };
  await db.update(t.schools).set({ settings }).where(eq(t.schools.id, school!.id));
  const now = await readSettings(db);
  const rows = (await db.select().from(t.groups)).filter((g) => g.removedAt === null);
  const members = await db.select().from(t.groupMembers);
  const facts = {
    times: now.slots,
    rooms: now.rooms,
    adults: now.groupAdults,
    lessons: now.lessons,
    children: demo.children.map((c) => ({ id: c.id, classId: c.classId, busy: [] })),
    groups: rows.map((g) => ({
      id: g.id,
      members: members.filter((m) => m.groupId === g.id).map((m) => m.childId),
      adultId: g.adultId,
      meetings: MEETINGS,
    })),
  };
  // the last group still has to be placed, and one meeting of another stands in a lesson
  const found = timetable(weekRequest({ ...facts, groups: facts.groups.slice(0, -1) }));
  const meetings: Meeting[] = [...(found.meetings ?? found.most)];
  const [first] = facts.groups;
  const busy = meetings.findIndex((m) => m.group === first!.id && m.slot.endsWith('@3'));
  if (busy >= 0) meetings[busy] = { ...meetings[busy]!, slot: weekCell('ten', 3) };
  await db.insert(t.timetables).values({
    version: 1,
    meetings: meetings.map((m) => ({ group: m.group, slot: m.slot, adultId: null, room: m.room })),
    savedBy: demo.colleagues.find((c) => c.role === 'teacher')!.id,
    savedAt: calendar.at(time - 14 * DAY),
  });
  const find = await whenAndWhere(db);
  for (const s of await db.select({ id: t.sessions.id, groupId: t.sessions.groupId, on: t.sessions.on }).from(t.sessions))
    await db.update(t.sessions).set(find(s.groupId, s.on)).where(eq(t.sessions.id, s.id));
}
