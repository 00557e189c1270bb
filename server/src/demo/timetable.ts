/** The demo school's week: rooms, lessons, a holiday, and a timetable with something left to do. */
import { eq } from 'drizzle-orm';
import type { SchoolSettings } from '@sapling/contract';
import { timetable, weekCell, weekRequest, type Meeting } from '@sapling/core/planning';
import { DEMO_REFERENCE, type DemoSchool } from '@sapling/data';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import type { DemoCalendar } from './lay-on-calendar.js';
import { whenAndWhere } from '../timetable/place-sessions.js';
import { readSettings } from '../settings/read-settings.js';

const DAY = 86_400_000;
const MEETINGS = 4;

/** A lesson that came after the timetable: the one clash of the week. */
const movedLater = (classId: string) => ({ id: 'assembly', name: 'Assembly', classId, days: [3], start: 9 * 60, end: 9 * 60 + 30 });

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
      movedLater(demo.classes[0]!.id),
      { id: 'swim', name: 'Swimming', classId: demo.classes[1]!.id, days: [2], start: 13 * 60, end: 14 * 60 + 30 },
    ],
    holidays: [{ name: 'School break', from: on(26), to: on(37) }],
  };
  await db.update(t.schools).set({ settings }).where(eq(t.schools.id, school!.id));
  const now = await readSettings(db);
  const rows = (await db.select().from(t.groups)).filter((g) => g.removedAt === null);
  const members = await db.select().from(t.groupMembers);
  const rules = await db.select().from(t.groupRules);
  const facts = {
    times: now.slots,
    rooms: now.rooms,
    // the afternoon is kept free of whoever could come on one day only, so that each group has one time all week
    adults: now.groupAdults.map((a) => (a.busy.some((b) => b.startsWith('one@')) ? { ...a, busy: ['one'] } : a)),
    lessons: now.lessons.filter((l) => l.id !== 'assembly'),
    children: demo.children.map((c) => ({
      id: c.id,
      classId: c.classId,
      busy: rules.filter((r) => r.kind === 'busy' && r.children.includes(c.id)).flatMap((r) => r.slots),
    })),
    groups: rows.map((g) => ({
      id: g.id,
      members: members.filter((m) => m.groupId === g.id).map((m) => m.childId),
      adultId: g.adultId,
      meetings: MEETINGS,
    })),
  };
  // everything had its place, until the assembly was moved onto one of the meetings
  const found = timetable(weekRequest(facts));
  const meetings: readonly Meeting[] = (found.meetings ?? found.most).map((m) =>
    // the one that clashes can go to the afternoon, where the other room is free
    m.slot === weekCell('nine', 3) ? { ...m, room: 'studio' } : m,
  );
  await db.insert(t.timetables).values({
    version: 1,
    meetings: meetings.map((m) => ({ group: m.group, slot: m.slot, adultId: null, room: m.room })),
    savedBy: demo.colleagues.find((c) => c.role === 'teacher')!.id,
    savedAt: calendar.at(time - 14 * DAY),
  });
  // a group that meets at one time all week has that time
  for (const g of rows) {
    const times = new Set(meetings.filter((m) => m.group === g.id).map((m) => m.slot.split('@')[0]!));
    await db
      .update(t.groups)
      .set({ slot: times.size === 1 ? [...times][0]! : null })
      .where(eq(t.groups.id, g.id));
  }
  const find = await whenAndWhere(db);
  for (const s of await db.select({ id: t.sessions.id, groupId: t.sessions.groupId, on: t.sessions.on }).from(t.sessions))
    await db.update(t.sessions).set(find(s.groupId, s.on)).where(eq(t.sessions.id, s.id));
}
