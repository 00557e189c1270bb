/**
 * Recordings of readings. The sound lies in the data folder, one file a part as the browser sent it; the database knows
 * that there is one and when it is to go. It never leaves this installation, and goes by itself.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { daysAfter } from '@sapling/core';
import { and, eq, isNull, lt, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { children, readings, recordings } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { schoolDay } from '../settings/school-day.js';
import { readSettings } from '../settings/settings.js';
import { childOfReading } from './store.js';

const folderOf = (data: string, reading: string): string => join(data, 'recordings', reading);
const partFile = (data: string, reading: string, part: number): string =>
  join(folderOf(data, reading), `${String(part).padStart(5, '0')}.part`);

/** Deletes what was recorded of these readings, file and all; that there was one is kept. */
export async function forgetRecordings(db: Db, data: string, ids: readonly string[], now: string): Promise<void> {
  for (const id of ids) {
    rmSync(folderOf(data, id), { recursive: true, force: true });
    await db.update(recordings).set({ deletedAt: now }).where(eq(recordings.reading, id));
  }
}

/** Deletes every recording whose day has come, and folders that belong to none. Returns how many went. */
export async function purgeRecordings(db: Db, data: string, now: string): Promise<number> {
  const due = await db
    .select({ reading: recordings.reading })
    .from(recordings)
    .where(and(lt(recordings.deleteOn, await schoolDay(db, now)), isNull(recordings.deletedAt)));
  await forgetRecordings(
    db,
    data,
    due.map((d) => d.reading),
    now,
  );
  const folder = join(data, 'recordings');
  if (existsSync(folder)) {
    const kept = new Set(
      (await db.select({ reading: recordings.reading }).from(recordings).where(isNull(recordings.deletedAt))).map((r) => r.reading),
    );
    for (const name of readdirSync(folder)) if (!kept.has(name)) rmSync(join(folder, name), { recursive: true, force: true });
  }
  return due.length;
}

export const recordingRoutes = [
  route(
    'saveRecording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, body, me, config, now, live, access }) => {
      const [found] = await db
        .select({ child: readings.child, consent: children.recordingConsent })
        .from(readings)
        .innerJoin(children, eq(children.id, readings.child))
        .where(eq(readings.id, params.id));
      if (!found) throw new Refusal('not-found');
      if (!found.consent)
        throw new Refusal('not-allowed', { detail: 'No consent to record is noted for this child, so the recording was not kept.' });
      const [before] = await db.select({ deletedAt: recordings.deletedAt }).from(recordings).where(eq(recordings.reading, params.id));
      // what was deleted does not come back with a part that was late
      if (before?.deletedAt) throw new Refusal('not-found', { detail: 'This recording was deleted, so this part of it was not kept.' });
      const { recordingDays } = await readSettings(db);
      const deleteOn = daysAfter(access.today, recordingDays);
      mkdirSync(folderOf(config.folder, params.id), { recursive: true });
      const file = partFile(config.folder, params.id, params.part);
      // written aside first: a part is there whole or not at all
      writeFileSync(`${file}.new`, Buffer.from(body.base64, 'base64'));
      renameSync(`${file}.new`, file);
      await db
        .insert(recordings)
        .values({ reading: params.id, child: found.child, by: me.id, at: now(), mime: body.mime, parts: params.part + 1, deleteOn })
        .onConflictDoUpdate({
          target: recordings.reading,
          set: { parts: sql`greatest(${recordings.parts}, ${params.part + 1})` },
        });
      await live.tell({ topic: 'readings', id: params.id, by: me.id }, { children: [found.child] });
      return { ok: true as const };
    },
  ),

  route(
    'recording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, config, res, now }) => {
      await purgeRecordings(db, config.folder, now());
      const [row] = await db
        .select()
        .from(recordings)
        .where(and(eq(recordings.reading, params.id), isNull(recordings.deletedAt)));
      if (!row) throw new Refusal('not-found', { detail: 'There is no recording of this reading, or it was deleted when its day came.' });
      const parts: Buffer[] = [];
      for (let part = 0; part < row.parts; part += 1) {
        const file = partFile(config.folder, params.id, part);
        // a part that has not arrived yet ends what can be played
        if (!existsSync(file)) break;
        parts.push(readFileSync(file));
      }
      res.setHeader('cache-control', 'no-store');
      res.type(row.mime).send(Buffer.concat(parts));
      return undefined;
    },
  ),

  route(
    'deleteRecording',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, config, now, live, me }) => {
      const child = await childOfReading(params.id)(db);
      await forgetRecordings(db, config.folder, [params.id], now());
      await live.tell({ topic: 'readings', id: params.id, by: me.id }, { children: [child!] });
      return { ok: true as const };
    },
  ),
];
