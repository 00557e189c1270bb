/** Bringing in a class list: match, preview, write in one go, undo. */
import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { fullName, type ImportRow } from '@sapling/contract';
import { dayIn } from '@sapling/core';
import { TEACHING_ORDERS } from '@sapling/data';
import { accessOf, type Access } from '../access.js';
import { FACTS, takeBackFacts } from '../children/facts.js';
import { livingClasses } from '../classes/living-class.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import {
  checks,
  children,
  classColleagues,
  classes,
  groupMoves,
  imports,
  merges,
  observations,
  readings,
  remarks,
  type RecordedByList,
} from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { readSettings } from '../settings/read-settings.js';
import { schoolZone } from '../settings/school-day.js';
import { orderBook } from '../library/orders.js';
import { factsToWrite, key, matchList } from './match-list.js';

/** What each row would do: see match-list.ts. */
async function judge(db: Db, access: Access, rows: readonly ImportRow[], names: boolean) {
  const [every, classRows, zone] = await Promise.all([
    db.select().from(children).where(isNull(children.mergedInto)),
    db.select().from(classes),
    schoolZone(db),
  ]);
  const within = (c: (typeof every)[number]): boolean =>
    c.removedAt === null ? access.childIds.has(c.id) : access.actor.role === 'lead' || access.classIds.has(c.classId);
  const { verdicts, newClasses } = matchList(rows, {
    children: every.filter(within).map((c) => ({ ...c, left: c.removedAt && dayIn(c.removedAt, zone) })),
    classes: classRows.map((c) => ({ id: c.id, name: c.name, inReach: access.classIds.has(c.id), ended: c.removedAt !== null })),
    numbersElsewhere: every.flatMap((c) => (c.externalId && !within(c) ? [c.externalId] : [])),
    names,
  });
  return {
    verdicts,
    newClasses,
    classOf: new Map(classRows.flatMap((c) => (c.removedAt === null ? [[key(c.name), c.id] as const] : []))),
    childOf: new Map(every.map((c) => [c.id, c])),
  };
}

/** Which of these children something has been recorded of, ever or since a moment: a mark, a check, a reading, a group, a note. */
async function withRecords(db: Db, ids: readonly string[], since?: string): Promise<Set<string>> {
  const after = (column: PgColumn) => (since === undefined ? undefined : gt(column, since));
  if (ids.length === 0) return new Set();
  const found = await Promise.all([
    db
      .selectDistinct({ id: observations.child })
      .from(observations)
      .where(and(inArray(observations.child, [...ids]), after(observations.at))),
    db
      .selectDistinct({ id: checks.child })
      .from(checks)
      .where(and(inArray(checks.child, [...ids]), after(checks.startedAt))),
    db
      .selectDistinct({ id: readings.child })
      .from(readings)
      .where(and(inArray(readings.child, [...ids]), after(readings.at))),
    db
      .selectDistinct({ id: groupMoves.childId })
      .from(groupMoves)
      .where(and(inArray(groupMoves.childId, [...ids]), after(groupMoves.at))),
    db
      .selectDistinct({ id: remarks.subject })
      .from(remarks)
      .where(and(inArray(remarks.subject, [...ids]), after(remarks.at))),
    // another record went into it, or it into another
    ...[merges.kept, merges.gone].map((one) =>
      db
        .selectDistinct({ id: one })
        .from(merges)
        .where(and(inArray(one, [...ids]), isNull(merges.undoneAt), after(merges.at))),
    ),
  ]);
  return new Set(found.flat().map((r) => r.id));
}

function toRecord(row: typeof imports.$inferSelect) {
  return {
    id: row.id,
    fileName: row.fileName,
    at: row.at,
    by: row.by,
    added: row.addedChildren.length,
    moved: row.moved.length,
    returned: row.returned.length,
    changed: row.recorded.length,
    undoneAt: row.undoneAt,
  };
}

export const importRoutes = [
  route('previewImport', { action: 'import children' }, { keepsReach: true, mostOctets: 4_000_000 }, async ({ db, access, body }) => {
    const { verdicts, newClasses } = await judge(db, access, body.rows, body.names ?? false);
    return { rows: verdicts.map((v) => ({ ...v, writes: [...v.writes] })), newClasses };
  }),

  route('runImport', { action: 'import children' }, { mostOctets: 4_000_000 }, async ({ db, access, body, me, now, live }) => {
    await db.transaction(async (transaction) => {
      const tx = transaction as unknown as Db;
      // two who bring in one list at one moment bring it in once
      await oneAtATime(tx, 'who is at the school');
      const [already] = await tx.select({ id: imports.id }).from(imports).where(eq(imports.id, body.id));
      if (already) return;
      const { verdicts, classOf, childOf } = await judge(tx, await accessOf(tx, me, access.today), body.rows, body.names ?? false);
      const bad = verdicts.filter((v) => v.action === 'bad' || v.action === 'ask');
      if (bad.length > 0)
        throw new ProblemError('bad-input', {
          detail: 'Some rows do not fit. Nothing was written.',
          errors: bad.map((v) => ({
            path: `row ${v.row}`,
            message: v.reason ?? `Say first whether this is the ${v.here!.name} of ${v.here!.className}.`,
          })),
        });
      const record: typeof imports.$inferInsert = {
        id: body.id,
        fileName: body.fileName,
        by: me.id,
        at: now(),
        addedChildren: [],
        addedClasses: [],
        moved: [],
        returned: [],
      };
      const recorded: RecordedByList[] = [];
      const [returned, moved] = [record.returned!, record.moved];
      const { newClassOrder } = await readSettings(tx);
      // an order that was taken out meanwhile is none
      const orderId = (await orderBook(tx)).has(newClassOrder) ? newClassOrder : TEACHING_ORDERS[0]!.id;
      for (const [n, row] of body.rows.entries()) {
        let classId = classOf.get(key(row.className));
        if (!classId) {
          classId = uuidv7();
          classOf.set(key(row.className), classId);
          await tx.insert(classes).values({ id: classId, name: row.className.trim(), year: row.year, orderId });
          await tx.insert(classColleagues).values({ classId, colleagueId: me.id });
          record.addedClasses.push(classId);
        }
        const { action, childId } = verdicts[n]!;
        if (action === 'add') {
          const id = uuidv7();
          await tx.insert(children).values({
            id,
            givenName: row.givenName.trim(),
            familyName: row.familyName.trim(),
            classId,
            externalId: row.externalId || null,
            firstLanguage: row.firstLanguage ?? '',
            needs: row.needs ?? '',
            dateOfBirth: row.dateOfBirth ?? null,
          });
          record.addedChildren.push(id);
          continue;
        }
        const before = childOf.get(childId!)!;
        const wrote = factsToWrite(row, { ...before, left: null }, body.names ?? false);
        const changes = Object.keys(wrote).length > 0;
        if (changes) recorded.push({ child: before.id, ...Object.fromEntries(FACTS.map((fact) => [fact, before[fact]])), wrote });
        if (action === 'return') returned.push({ child: before.id, leftAt: before.removedAt!, from: before.classId, to: classId });
        else if (action === 'move') moved.push({ child: before.id, from: before.classId, to: classId });
        if (changes || action !== 'match')
          await tx
            .update(children)
            .set({ ...wrote, classId, removedAt: null, version: sql`${children.version} + 1` })
            .where(eq(children.id, before.id));
      }
      await tx.insert(imports).values({ ...record, recorded });
    });
    await live.tellOfPeople();
    const [saved] = await db.select().from(imports).where(eq(imports.id, body.id));
    return toRecord(saved!);
  }),

  route('imports', { action: 'import children' }, async ({ db, me }) => {
    const rows = await db.select().from(imports).orderBy(imports.at);
    return rows
      .filter((r) => me.role === 'lead' || r.by === me.id)
      .reverse()
      .map(toRecord);
  }),

  route('undoImport', { action: 'import children' }, async ({ db, params, me, now, live }) => {
    const [record] = await db.select().from(imports).where(eq(imports.id, params.id));
    if (!record || (me.role !== 'lead' && record.by !== me.id)) throw new ProblemError('not-found');
    if (record.undoneAt) return toRecord(record);
    const { kept, back, stayed } = await db.transaction(async (transaction) => {
      const tx = transaction as unknown as Db;
      const there = await livingClasses(
        tx,
        record.moved.map((m) => m.from),
      );
      const [again] = await tx.select({ undoneAt: imports.undoneAt }).from(imports).where(eq(imports.id, params.id));
      if (again?.undoneAt) return { kept: [], back: [], stayed: [] };
      const kept = await withRecords(tx, record.addedChildren);
      const added = record.addedChildren.filter((id) => !kept.has(id));
      // whoever came back and has been worked with since stays
      const back = await withRecords(
        tx,
        record.returned.map((r) => r.child),
        record.at,
      );
      const stayed = new Set<string>();
      if (added.length > 0) await tx.delete(children).where(inArray(children.id, added));
      for (const { child, from, to } of record.moved) {
        const where = and(eq(children.id, child), eq(children.classId, to));
        // nobody goes back into a class that has ended since
        if (there.has(from))
          await tx
            .update(children)
            .set({ classId: from, version: sql`${children.version} + 1` })
            .where(where);
        else for (const { id } of await tx.select({ id: children.id }).from(children).where(where)) stayed.add(id);
      }
      for (const { child, leftAt, from, to } of record.returned)
        if (!back.has(child))
          await tx
            .update(children)
            .set({ classId: from, removedAt: leftAt, version: sql`${children.version} + 1` })
            .where(and(eq(children.id, child), eq(children.classId, to), isNull(children.removedAt)));
      // of a list brought in before it was kept what it wrote, all is as it was
      for (const { child, wrote, ...was } of record.recorded)
        if (wrote === undefined) await tx.update(children).set(was).where(eq(children.id, child));
        else await takeBackFacts(tx, child, { wrote, was });
      // a child who stays is no longer this list's
      if (kept.size > 0) await tx.update(imports).set({ addedChildren: added }).where(eq(imports.id, params.id));
      for (const classId of record.addedClasses) {
        const [left] = await tx.select({ id: children.id }).from(children).where(eq(children.classId, classId)).limit(1);
        if (!left) await tx.update(classes).set({ removedAt: now() }).where(eq(classes.id, classId));
      }
      await tx.update(imports).set({ undoneAt: now() }).where(eq(imports.id, params.id));
      return { kept, back, stayed };
    });
    await live.tellOfPeople();
    const [saved] = await db.select().from(imports).where(eq(imports.id, params.id));
    const namesOf = async (ids: readonly string[]): Promise<string[]> =>
      ids.length === 0
        ? []
        : (
            await db
              .select()
              .from(children)
              .where(inArray(children.id, [...ids]))
          ).map(fullName);
    return { ...toRecord(saved!), kept: await namesOf([...kept, ...back]), stayed: await namesOf([...stayed]) };
  }),
];
