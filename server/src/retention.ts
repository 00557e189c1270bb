/**
 * What goes by itself when the days are over that the school set: what was written of sessions and children, and the record of who
 * looked. Figures stay: who was there, which parts were done. Recordings and leavers have a day of their own.
 */
import { daysAfter } from '@sapling/core';
import { and, count, eq, inArray, isNull, lt, lte, ne, or, isNotNull, type SQL } from 'drizzle-orm';
import type { Db } from './db/open.js';
import { logs, notes, recordings, remarks, sessions, trail } from './db/schema.js';
import { route } from './http/route.js';
import { readSettings } from './settings/read-settings.js';
import { momentOf, schoolDay, schoolZone } from './settings/school-day.js';
import { flushTrail } from './audit-log.js';

/** So many days before, leads are told. */
const NOTICE_DAYS = 14;

const written = (before: string): SQL =>
  and(lt(sessions.on, before), or(ne(logs.happened, ''), isNotNull(logs.left), isNotNull(logs.missed)))!;

/** Takes out what was written longer ago than the school keeps it. */
export async function purgeWritten(db: Db, now: string): Promise<void> {
  const [{ logDays, trailDays }, today, zone] = await Promise.all([readSettings(db), schoolDay(db, now), schoolZone(db)]);
  await flushTrail(db);
  const before = daysAfter(today, -logDays);
  const old = (of: SQL) => db.select({ id: logs.id }).from(logs).innerJoin(sessions, eq(sessions.id, logs.session)).where(of);
  await db
    .update(logs)
    .set({ happened: '', left: null, missed: null })
    .where(inArray(logs.id, old(written(before))));
  await db.delete(notes).where(inArray(notes.session, db.select({ id: sessions.id }).from(sessions).where(lt(sessions.on, before))));
  await db.delete(remarks).where(lt(remarks.at, momentOf(before, 0, zone).toISOString()));
  await db.delete(trail).where(lt(trail.at, new Date(Date.parse(now) - trailDays * 86_400_000).toISOString()));
}

export const retentionRoutes = [
  route('retention', { action: 'manage team' }, async ({ db, access }) => {
    const { logDays } = await readSettings(db);
    const zone = await schoolZone(db);
    const until = daysAfter(access.today, NOTICE_DAYS);
    const before = daysAfter(until, -logDays);
    const [[sessionLogs], [said], [sound]] = await Promise.all([
      db.select({ n: count() }).from(logs).innerJoin(sessions, eq(sessions.id, logs.session)).where(written(before)),
      db
        .select({ n: count() })
        .from(remarks)
        .where(lt(remarks.at, momentOf(before, 0, zone).toISOString())),
      db
        .select({ n: count() })
        .from(recordings)
        .where(and(lte(recordings.deleteOn, until), isNull(recordings.deletedAt))),
    ]);
    return { until, logs: sessionLogs!.n, remarks: said!.n, recordings: sound!.n };
  }),
];
