/** When and where sessions to come take place, as the timetable has it. */
import { desc, eq, gte, and, isNull, notInArray } from 'drizzle-orm';
import type { WeekMeeting } from '@sapling/contract';
import { clockTime } from '@sapling/core';
import { meetingOn, weekSlots } from '@sapling/core/planning';
import type { Db } from '../db/open.js';
import { logs, sessions, timetables } from '../db/schema.js';
import { readSettings } from '../settings/read-settings.js';

export interface InForce {
  readonly version: number;
  readonly meetings: readonly WeekMeeting[];
  readonly savedBy: string | null;
  readonly savedAt: string | null;
}

/** The timetable in force: the last one kept. */
export async function timetableInForce(db: Db): Promise<InForce> {
  const [row] = await db.select().from(timetables).orderBy(desc(timetables.version)).limit(1);
  return row ?? { version: 0, meetings: [], savedBy: null, savedAt: null };
}

/** The time and the room of a group's session on a day. */
export type WhenAndWhere = (groupId: string, on: string) => { readonly starts: number | null; readonly room: string };
export async function whenAndWhere(db: Db): Promise<WhenAndWhere> {
  const [{ meetings }, settings] = await Promise.all([timetableInForce(db), readSettings(db)]);
  const slots = weekSlots(settings.slots);
  return (groupId, on) => {
    const found = meetingOn(on, groupId, meetings, slots);
    const room = settings.rooms.find((r) => r.id === found?.meeting.room)?.name ?? '';
    return { starts: found?.slot.start ?? null, room };
  };
}

/** Writes time and room into every session from a day on that has not been logged. Who changed a session meanwhile is not told of a clash. */
export async function placeSessions(db: Db, from: string): Promise<void> {
  const find = await whenAndWhere(db);
  const ahead = await db
    .select({ id: sessions.id, groupId: sessions.groupId, on: sessions.on, starts: sessions.starts, room: sessions.room })
    .from(sessions)
    .where(and(gte(sessions.on, from), isNull(sessions.removedAt), notInArray(sessions.id, db.select({ id: logs.session }).from(logs))));
  for (const s of ahead) {
    const now = find(s.groupId, s.on);
    if (now.starts === s.starts && now.room === s.room) continue;
    await db.update(sessions).set(now).where(eq(sessions.id, s.id));
  }
}

/** From when to when, or what the school calls the time where no clock time is known. */
export function whenInWords(session: { readonly starts: number | null; readonly minutes: number }, slot: string | undefined): string {
  return session.starts === null ? (slot ?? '') : `${clockTime(session.starts)} to ${clockTime(session.starts + session.minutes)}`;
}
