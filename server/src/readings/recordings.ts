/**
 * Recordings of readings. The database knows that there is one and when it is to go; the sound lies where recording-store.ts says. It never
 * leaves this installation, and goes by itself.
 */
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { daysAfter } from '@sapling/core';
import { and, eq, isNull, lt, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { children, readings, recordings } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { schoolDay } from '../settings/school-day.js';
import { readSettings } from '../settings/settings.js';
import { partsOf, type RecordingStore } from './recording-store.js';
import { childOfReading } from './store.js';

/** Deletes what was recorded of these readings, sound and all; that there was a recording is kept. */
export async function forgetRecordings(db: Db, recordingStore: RecordingStore, ids: readonly string[], now: string): Promise<void> {
  for (const id of ids) {
    // said first: a part that arrives meanwhile is not kept, and what is left of the sound is swept away
    await db.update(recordings).set({ deletedAt: now }).where(eq(recordings.reading, id));
    await recordingStore.forget(id);
  }
}

/** Deletes every recording whose day has come. Returns how many went. */
async function forgetDue(db: Db, recordingStore: RecordingStore, now: string): Promise<number> {
  const due = await db
    .select({ reading: recordings.reading })
    .from(recordings)
    .where(and(lt(recordings.deleteOn, await schoolDay(db, now)), isNull(recordings.deletedAt)));
  await forgetRecordings(
    db,
    recordingStore,
    due.map((d) => d.reading),
    now,
  );
  return due.length;
}

/** Deletes every recording whose day has come, and sound that belongs to none. Returns how many went. */
export async function purgeRecordings(db: Db, recordingStore: RecordingStore, now: string): Promise<number> {
  // what is there is read first: a recording that begins meanwhile is not among it
  const there = await recordingStore.readings();
  const due = await forgetDue(db, recordingStore, now);
  const kept = new Set(
    (await db.select({ reading: recordings.reading }).from(recordings).where(isNull(recordings.deletedAt))).map((r) => r.reading),
  );
  for (const reading of there) if (!kept.has(reading)) await recordingStore.forget(reading);
  return due;
}

/** Refused as where consent is missing: the device forgets the part. */
const WAS_DELETED = 'This recording was deleted, so this part of it was not kept.';

export const recordingRoutes = [
  route(
    'saveRecording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    { keepsReach: true, mostOctets: 2_500_000 },
    async ({ db, params, body, me, recordingStore, now, live, access }) => {
      const { recordingDays } = await readSettings(db);
      const deleteOn = daysAfter(access.today, recordingDays);
      const child = await db.transaction(async (tx) => {
        // whoever takes the consent back at this moment waits, and finds what was kept
        const [found] = await tx
          .select({ child: readings.child, consent: children.recordingConsent })
          .from(readings)
          .innerJoin(children, eq(children.id, readings.child))
          .where(eq(readings.id, params.id))
          .for('share', { of: children });
        if (!found) throw new ProblemError('not-found');
        if (!found.consent)
          throw new ProblemError('not-allowed', { detail: 'No consent to record is noted for this child, so the recording was not kept.' });
        const [before] = await tx.select({ deletedAt: recordings.deletedAt }).from(recordings).where(eq(recordings.reading, params.id));
        // what was deleted does not come back with a part that was late
        if (before?.deletedAt) throw new ProblemError('not-allowed', { detail: WAS_DELETED });
        // the record first: sound without one is swept away
        await tx
          .insert(recordings)
          .values({ reading: params.id, child: found.child, by: me.id, at: now(), mime: body.mime, parts: params.part + 1, deleteOn })
          .onConflictDoUpdate({
            target: recordings.reading,
            set: { parts: sql`greatest(${recordings.parts}, ${params.part + 1})` },
          });
        return found.child;
      });
      const put = await recordingStore
        .put(params.id, params.part, Buffer.from(body.base64, 'base64'))
        .catch((error: unknown) => ({ error }));
      const [after] = await db.select({ deletedAt: recordings.deletedAt }).from(recordings).where(eq(recordings.reading, params.id));
      if (after?.deletedAt) {
        await recordingStore.forget(params.id);
        throw new ProblemError('not-allowed', { detail: WAS_DELETED });
      }
      if (put) throw put.error;
      await live.tell({ topic: 'readings', id: params.id, by: me.id }, { children: [child] });
      return { ok: true as const };
    },
  ),

  route(
    'recording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, recordingStore, res, now }) => {
      await forgetDue(db, recordingStore, now());
      const [row] = await db
        .select()
        .from(recordings)
        .where(and(eq(recordings.reading, params.id), isNull(recordings.deletedAt)));
      if (!row)
        throw new ProblemError('not-found', { detail: 'There is no recording of this reading, or it was deleted when its day came.' });
      res.setHeader('cache-control', 'no-store');
      res.type(row.mime);
      // a part at a time, so that a long one is never in memory as a whole
      await pipeline(Readable.from(partsOf(recordingStore, params.id, row.parts)), res).catch((error: unknown) => {
        // whoever listened has gone: nobody is left to be told
        if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
      });
      return undefined;
    },
  ),

  route(
    'deleteRecording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, recordingStore, now, live, me }) => {
      const child = await childOfReading(params.id)(db);
      await forgetRecordings(db, recordingStore, [params.id], now());
      await live.tell({ topic: 'readings', id: params.id, by: me.id }, { children: [child!] });
      return { ok: true as const };
    },
  ),
];
