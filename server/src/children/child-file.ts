/**
 * Everything about one child as one file: for the family who asks, and for the next school, which reads it in as the child's
 * history. A ZIP: a PDF to read, CSV files for a spreadsheet, `child.json` for a program, the recordings as they are.
 */
import { fullName, observation } from '@sapling/contract';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { z } from 'zod';
import { requireLivingClass } from '../classes/living-class.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { readingOutcomesOf } from '../readings/outcome.js';
import { wholeRecording } from '../readings/recording-store.js';
import { whileWaitedFor } from '../work/while-waited-for.js';
import { readSettings } from '../settings/read-settings.js';
import { schoolZone } from '../settings/school-day.js';
import { standingLogs } from '../sessions/logged.js';
import { plannedFor } from '../sessions/sessions.js';
import { rowOf } from '../transfer/tables.js';
import { childOfNumber, requireChild } from './child-record.js';
import { childLines, toChild } from './children.js';
import { CHILD_FORMAT } from './child-pack.js';
import type { ChildRecord } from './child-sheet.js';

const TABLES = ['checks', 'observations', 'withdrawals', 'readings', 'readingSteps', 'remarks'] as const;

/** Everything kept about a child, with the names of colleagues and groups in place of keys where a person reads it. */
async function childRecord(db: Db, id: string, now: string): Promise<ChildRecord> {
  const row = await requireChild(db, id);
  const [lines, checks, observations, withdrawals, readings, steps, recordings, remarks, moves, sessions, people, [schoolClass], [school]] =
    await Promise.all([
      childLines(db, [row], now),
      db.select().from(t.checks).where(eq(t.checks.child, id)).orderBy(t.checks.startedAt),
      db.select().from(t.observations).where(eq(t.observations.child, id)).orderBy(t.observations.at, t.observations.id),
      db.select().from(t.withdrawals).where(eq(t.withdrawals.child, id)),
      db.select().from(t.readings).where(eq(t.readings.child, id)).orderBy(t.readings.at),
      db.select().from(t.readingSteps).where(eq(t.readingSteps.child, id)).orderBy(t.readingSteps.at, t.readingSteps.n),
      db
        .select()
        .from(t.recordings)
        .where(and(eq(t.recordings.child, id), isNull(t.recordings.deletedAt))),
      db.select().from(t.remarks).where(eq(t.remarks.subject, id)).orderBy(t.remarks.at),
      db
        .select({ at: t.groupMoves.at, what: t.groupMoves.what, group: t.groups.name })
        .from(t.groupMoves)
        .innerJoin(t.groups, eq(t.groups.id, t.groupMoves.groupId))
        .where(eq(t.groupMoves.childId, id))
        .orderBy(t.groupMoves.at),
      db
        .select({ log: t.logs, on: t.sessions.on, group: t.groups.name, minutes: t.sessions.minutes })
        .from(t.sessions)
        .innerJoin(t.groups, eq(t.groups.id, t.sessions.groupId))
        .innerJoin(t.logs, eq(t.logs.session, t.sessions.id))
        .where(and(plannedFor([id]), isNull(t.sessions.removedAt)))
        .orderBy(desc(t.logs.at), desc(t.logs.id)),
      db.select({ id: t.colleagues.id, name: t.colleagues.name }).from(t.colleagues),
      db.select().from(t.classes).where(eq(t.classes.id, row.classId)),
      db.select({ name: t.schools.name }).from(t.schools),
    ]);
  const settings = await readSettings(db);
  // a log that was changed since counts once, as it stands
  const standing = standingLogs(sessions.map((s) => s.log));
  return {
    child: toChild(row),
    school: school?.name ?? '',
    zone: await schoolZone(db),
    paper: settings.paper,
    wording: { ownWords: settings.ownWords, dateOrder: settings.dateOrder },
    className: schoolClass?.name ?? '',
    line: lines[0]!.line,
    strands: lines[0]!.strands,
    rows: { checks, observations, withdrawals, readings, readingSteps: steps, remarks },
    outcomes: Object.fromEntries(
      await readingOutcomesOf(
        db,
        readings.map((r) => r.id),
      ),
    ),
    recordings: recordings.map(({ reading, mime, parts }) => ({ reading, mime, parts })),
    groups: moves,
    sessions: sessions
      .flatMap(({ log, on, group, minutes }) => {
        const there = standing.get(log.session) === log ? log.attendance.find((a) => a.child === id) : undefined;
        return there ? [{ on, group, present: there.present, minutes: there.present ? (there.minutes ?? minutes) : 0 }] : [];
      })
      .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0)),
    people: Object.fromEntries(people.map((p) => [p.id, p.name])),
  };
}

const fileSchema = z.strictObject({
  format: z.literal(CHILD_FORMAT),
  writtenAt: z.iso.datetime(),
  school: z.string().max(200),
  child: z.looseObject({
    givenName: z.string().trim().min(1).max(80),
    familyName: z.string().max(80),
    externalId: z.string().max(60).nullable(),
    firstLanguage: z.string().max(60),
    needs: z.string().max(120),
    dateOfBirth: z.iso.date().nullable(),
  }),
  colleagues: z.record(z.string(), z.string().max(80)),
  rows: z.strictObject({
    checks: z.array(rowOf('checks')).max(20_000),
    observations: z.array(rowOf('observations')).max(200_000),
    withdrawals: z.array(rowOf('withdrawals')).max(50_000),
    readings: z.array(rowOf('readings')).max(20_000),
    readingSteps: z.array(rowOf('readingSteps')).max(500_000),
    remarks: z.array(rowOf('remarks')).max(20_000),
  }),
});

export const childFileRoutes = [
  route(
    'childFile',
    ({ params }) => ({ action: 'change child', childIds: [params.id] }),
    async (call) => {
      const { db, params, res, now, pool } = call;
      const record = await childRecord(db, params.id, now());
      const sounds = new Map<string, Uint8Array>();
      for (const { reading, parts } of record.recordings) sounds.set(reading, await wholeRecording(call.recordingStore, reading, parts));
      const zip = await whileWaitedFor({ ...call, query: {} }, (work) => pool.run('packChild', { record, writtenAt: now(), sounds }, work));
      const name =
        fullName(record.child)
          .trim()
          .normalize('NFKD')
          .replace(/[^\w]+/g, '-') || 'child';
      res.setHeader('cache-control', 'no-store');
      res.setHeader('content-disposition', `attachment; filename="${name}-record.zip"`);
      res.type('application/zip').send(Buffer.from(zip));
      return undefined;
    },
  ),

  route(
    'readChildFile',
    ({ body }) => ({ action: 'add child', classId: body.classId }),
    { mostOctets: 60_000_000 },
    async ({ db, body, live, me }) => {
      const parsed = fileSchema.safeParse(body.file);
      if (!parsed.success)
        throw new ProblemError('bad-input', {
          detail: 'This is not the record of a child from Keen Sapling, or it was changed. Nothing was written.',
          errors: parsed.error.issues.slice(0, 10).map((i) => ({ path: i.path.join('.'), message: i.message })),
        });
      const { child, rows } = parsed.data;
      const id = uuidv7();
      // rows that are here already (the same installation, or read in before) are not doubled: they get keys of their own
      const fresh = new Map<string, string>();
      const known = async (table: (typeof TABLES)[number], ids: readonly string[]): Promise<void> => {
        for (let k = 0; k < ids.length; k += 1000) {
          const there = await db
            .select({ id: t[table].id })
            .from(t[table])
            .where(inArray(t[table].id, ids.slice(k, k + 1000)));
          for (const row of there) fresh.set(row.id, uuidv7());
        }
      };
      for (const name of TABLES)
        await known(
          name,
          (rows[name] as unknown as { id: string }[]).map((r) => r.id),
        );
      const key = (value: unknown): unknown => (typeof value === 'string' ? (fresh.get(value) ?? value) : value);
      const owned = (row: object, child: 'child' | 'subject'): never =>
        ({ ...Object.fromEntries(Object.entries(row).map(([k, v]) => [k, key(v)])), [child]: id }) as never;
      // the number of another school may be a child's here
      const number = child.externalId !== null && (await childOfNumber(db, child.externalId)) ? null : child.externalId;
      const readable = rows.observations.filter((o) => observation.shape.kind.safeParse((o as { kind?: unknown }).kind).success);
      await db.transaction(async (tx) => {
        await requireLivingClass(tx as unknown as Db, body.classId);
        await tx.insert(t.children).values({
          id,
          givenName: child.givenName,
          familyName: child.familyName,
          classId: body.classId,
          externalId: number,
          firstLanguage: child.firstLanguage,
          needs: child.needs,
          dateOfBirth: child.dateOfBirth,
        });
        const put = async (
          table: (typeof TABLES)[number],
          list: readonly object[],
          named: 'child' | 'subject' = 'child',
        ): Promise<void> => {
          for (let k = 0; k < list.length; k += 500)
            await tx.insert(t[table]).values(list.slice(k, k + 500).map((row) => owned(row, named)));
        };
        await put('checks', rows.checks);
        await put('observations', readable);
        await put('withdrawals', rows.withdrawals);
        await put('readings', rows.readings);
        await put('readingSteps', rows.readingSteps);
        await put('remarks', rows.remarks, 'subject');
        if (readable.length < rows.observations.length)
          await tx.insert(t.remarks).values({
            id: uuidv7(),
            about: 'child',
            subject: id,
            by: me.id,
            at: parsed.data.writtenAt,
            text: `${rows.observations.length - readable.length} answers of a kind that this version does not know were left out when the record was read in.`,
            mentions: [],
          });
      });
      await live.tellOfPeople();
      return toChild(await requireChild(db, id));
    },
  ),
];
