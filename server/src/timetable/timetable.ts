/** The week's timetable: one sheet for the school. Each saving is a new version, so that none is lost. */
import { inArray, isNull } from 'drizzle-orm';
import type { Timetable, WeekMeeting } from '@sapling/contract';
import { weekSlots } from '@sapling/core/planning';
import { readable, type Access } from '../access.js';
import type { Db } from '../db/open.js';
import { colleagues, groups, timetables } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { readSettings } from '../settings/settings.js';
import { placeSessions, timetableInForce } from './place-sessions.js';

/** The timetable as a colleague sees it: who forms groups sees what is taken by others too, without the name. */
export async function readTimetable(db: Db, access: Access): Promise<Timetable> {
  const [kept, people] = await Promise.all([
    timetableInForce(db),
    db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
  ]);
  const ids = [...new Set(kept.meetings.map((m) => m.group))];
  const rows = ids.length > 0 ? await db.select().from(groups).where(inArray(groups.id, ids)) : [];
  const alive = new Map(rows.filter((g) => g.removedAt === null).map((g) => [g.id, g]));
  const reach = readable(access);
  const all = access.actor.role === 'lead' || access.actor.role === 'teacher';
  return {
    version: kept.version,
    savedBy: people.find((p) => p.id === kept.savedBy)?.name ?? null,
    savedAt: kept.savedAt,
    meetings: kept.meetings
      .filter((m) => alive.has(m.group) && (all || reach.has(m.group) || m.adultId === access.actor.id))
      .map((m) => {
        const group = alive.get(m.group)!;
        return { ...m, name: reach.has(m.group) ? group.name : '', adult: m.adultId ?? group.adultId };
      }),
  };
}

const key = (m: WeekMeeting): string => [m.group, m.slot, m.adultId ?? '', m.room].join(' ');
/** Groups of which a meeting was put in, moved or taken out. */
async function groupsMoved(db: Db, after: readonly WeekMeeting[]): Promise<string[]> {
  const alive = new Set((await db.select({ id: groups.id }).from(groups).where(isNull(groups.removedAt))).map((g) => g.id));
  // meetings of a group that has ended go by themselves
  const before = (await timetableInForce(db)).meetings.filter((m) => alive.has(m.group));
  const [old, now] = [new Set(before.map(key)), new Set(after.map(key))];
  return [...new Set([...before.filter((m) => !now.has(key(m))), ...after.filter((m) => !old.has(key(m)))].map((m) => m.group))];
}

export const timetableRoutes = [
  route('timetable', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db, access }) => readTimetable(db, access)),

  route(
    'saveTimetable',
    ({ body }) => ({ action: 'change timetable', groupsMoved: (db) => groupsMoved(db, body.meetings) }),
    { mostOctets: 1_000_000 },
    async ({ db, body, me, access, now, live }) => {
      const [settings, people] = await Promise.all([readSettings(db), db.select({ id: colleagues.id }).from(colleagues)]);
      const before = await timetableInForce(db);
      if (body.version !== before.version) throw new ProblemError('newer-version', { current: await readTimetable(db, access) });
      const slots = new Set(weekSlots(settings.slots).map((s) => s.id));
      const old = new Set(before.meetings.map(key));
      // what stood there already may name a time or a room that was taken out since
      body.meetings.forEach((m, k) => {
        const bad = (field: string, message: string): ProblemError =>
          new ProblemError('bad-input', { errors: [{ path: `meetings.${k}.${field}`, message }] });
        if (old.has(key(m))) return;
        if (!slots.has(m.slot)) throw bad('slot', 'No such time in the week.');
        if (m.room !== '' && !settings.rooms.some((r) => r.id === m.room)) throw bad('room', 'No such room.');
        if (m.adultId !== null && !people.some((p) => p.id === m.adultId)) throw bad('adultId', 'No such colleague.');
      });
      if (new Set(body.meetings.map((m) => `${m.group} ${m.slot}`)).size < body.meetings.length)
        throw new ProblemError('bad-input', { errors: [{ path: 'meetings', message: 'A group stands twice at one time.' }] });
      const made = await db
        .insert(timetables)
        .values({ version: body.version + 1, meetings: body.meetings, savedBy: me.id, savedAt: now() })
        .onConflictDoNothing()
        .returning({ version: timetables.version });
      if (made.length === 0) throw new ProblemError('newer-version', { current: await readTimetable(db, access) });
      await placeSessions(db, access.today);
      await live.tell({ topic: 'timetable', by: me.id }, { everyone: true });
      await live.tell({ topic: 'sessions', by: me.id }, { everyone: true });
      return readTimetable(db, access);
    },
  ),
];
