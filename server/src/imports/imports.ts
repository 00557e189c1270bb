/** Bringing in a class list: match, preview, write in one go, undo. */
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { fullName, type ImportRow } from '@sapling/contract';
import { TEACHING_ORDERS } from '@sapling/data';
import { childrenInReach, type Access } from '../access.js';
import { takeBackFacts } from '../children/facts.js';
import type { Db } from '../db/open.js';
import {
  checks,
  children,
  classColleagues,
  classes,
  groupMembers,
  groupMoves,
  imports,
  observations,
  readings,
  remarks,
  type RecordedByList,
} from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { readSettings } from '../settings/read-settings.js';
import { orderBook } from '../library/orders.js';

interface Judged {
  readonly row: number;
  readonly action: 'add' | 'match' | 'move' | 'bad';
  readonly reason?: string;
  readonly childId?: string;
}
const key = (text: string): string => text.normalize('NFKC').trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * What each row would do. A child already here is matched by the school's own number, else by name
 * within the class; two children of one name in two classes stay two.
 */
async function judge(
  db: Db,
  access: Access,
  rows: readonly ImportRow[],
): Promise<{ judged: Judged[]; newClasses: string[]; classOf: Map<string, string> }> {
  const [present, classRows] = await Promise.all([childrenInReach(db, access), db.select().from(classes).where(isNull(classes.removedAt))]);
  const classOf = new Map(classRows.map((c) => [key(c.name), c.id]));
  const seen = new Map<string, number>();
  const newClasses = new Map<string, string>();
  const judged = rows.map((row): Judged => {
    const classKey = key(row.className);
    const classId = classOf.get(classKey);
    if (classId && !access.classIds.has(classId))
      return { row: row.row, action: 'bad', reason: `The class “${row.className}” is here but is not one of yours. Ask the lead.` };
    const nameKey = `${key(row.givenName)}|${key(row.familyName)}|${classKey}`;
    const identity = row.externalId ? `#${key(row.externalId)}` : nameKey;
    const earlier = seen.get(identity) ?? (row.externalId ? undefined : seen.get(nameKey));
    if (earlier !== undefined) return { row: row.row, action: 'bad', reason: `The same child as in row ${earlier}.` };
    seen.set(identity, row.row);
    seen.set(nameKey, row.row);
    const sameNumber = row.externalId ? present.find((c) => c.externalId && key(c.externalId) === key(row.externalId!)) : undefined;
    const sameName = present.find(
      (c) =>
        c.classId === classId &&
        key(c.givenName) === key(row.givenName) &&
        key(c.familyName) === key(row.familyName) &&
        (!c.externalId || !row.externalId),
    );
    const match = sameNumber ?? sameName;
    if (!classId && !newClasses.has(classKey)) newClasses.set(classKey, row.className.trim());
    if (!match) return { row: row.row, action: 'add' };
    if (match.classId !== classId) return { row: row.row, action: 'move', childId: match.id };
    return { row: row.row, action: 'match', childId: match.id };
  });
  return { judged, newClasses: [...newClasses.values()], classOf };
}

/** Which of these children something has been recorded of since: a mark, a check, a reading, a group, a note. */
async function withRecords(db: Db, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const found = await Promise.all([
    db
      .selectDistinct({ id: observations.child })
      .from(observations)
      .where(inArray(observations.child, [...ids])),
    db
      .selectDistinct({ id: checks.child })
      .from(checks)
      .where(inArray(checks.child, [...ids])),
    db
      .selectDistinct({ id: readings.child })
      .from(readings)
      .where(inArray(readings.child, [...ids])),
    db
      .selectDistinct({ id: groupMembers.childId })
      .from(groupMembers)
      .where(inArray(groupMembers.childId, [...ids])),
    db
      .selectDistinct({ id: groupMoves.childId })
      .from(groupMoves)
      .where(inArray(groupMoves.childId, [...ids])),
    db
      .selectDistinct({ id: remarks.subject })
      .from(remarks)
      .where(inArray(remarks.subject, [...ids])),
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
    undoneAt: row.undoneAt,
  };
}

export const importRoutes = [
  route('previewImport', { action: 'import children' }, { keepsReach: true, mostOctets: 4_000_000 }, async ({ db, access, body }) => {
    const { judged, newClasses } = await judge(db, access, body.rows);
    return { rows: judged.map((j) => ({ ...j })), newClasses };
  }),

  route('runImport', { action: 'import children' }, { mostOctets: 4_000_000 }, async ({ db, access, body, me, now, live }) => {
    const [already] = await db.select().from(imports).where(eq(imports.id, body.id));
    if (already) return toRecord(already);
    const { judged, classOf } = await judge(db, access, body.rows);
    const bad = judged.filter((j) => j.action === 'bad');
    if (bad.length > 0)
      throw new ProblemError('bad-input', {
        detail: 'Some rows do not fit. Nothing was written.',
        errors: bad.map((j) => ({ path: `row ${j.row}`, message: j.reason! })),
      });
    const record: typeof imports.$inferInsert = {
      id: body.id,
      fileName: body.fileName,
      by: me.id,
      at: now(),
      addedChildren: [],
      addedClasses: [],
      moved: [],
    };
    const recorded: RecordedByList[] = [];
    const { newClassOrder } = await readSettings(db);
    // an order that was taken out meanwhile is none
    const orderId = (await orderBook(db)).has(newClassOrder) ? newClassOrder : TEACHING_ORDERS[0]!.id;
    await db.transaction(async (tx) => {
      for (const [n, row] of body.rows.entries()) {
        let classId = classOf.get(key(row.className));
        if (!classId) {
          classId = uuidv7();
          classOf.set(key(row.className), classId);
          await tx.insert(classes).values({ id: classId, name: row.className.trim(), year: row.year, orderId });
          await tx.insert(classColleagues).values({ classId, colleagueId: me.id });
          record.addedClasses.push(classId);
        }
        const { action, childId } = judged[n]!;
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
        } else if (row.firstLanguage || row.needs || row.dateOfBirth) {
          // what the list leaves empty stays as it is
          const [before] = await tx.select().from(children).where(eq(children.id, childId!));
          const { firstLanguage, needs, dateOfBirth, version } = before!;
          const wrote = {
            ...(row.firstLanguage && { firstLanguage: row.firstLanguage }),
            ...(row.needs && { needs: row.needs }),
            ...(row.dateOfBirth && { dateOfBirth: row.dateOfBirth }),
          };
          recorded.push({ child: childId!, firstLanguage, needs, dateOfBirth, wrote });
          await tx
            .update(children)
            .set({ ...wrote, version: version + 1 })
            .where(eq(children.id, childId!));
        }
        if (action === 'move') {
          const [before] = await tx.select().from(children).where(eq(children.id, childId!));
          record.moved.push({ child: childId!, from: before!.classId, to: classId });
          await tx
            .update(children)
            .set({ classId, version: before!.version + 1 })
            .where(eq(children.id, childId!));
        }
      }
      await tx.insert(imports).values({ ...record, recorded });
    });
    await live.tell({ topic: 'children' }, { everyone: true });
    await live.tell({ topic: 'classes' }, { everyone: true });
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
    const kept = await withRecords(db, record.addedChildren);
    const added = record.addedChildren.filter((id) => !kept.has(id));
    await db.transaction(async (tx) => {
      if (added.length > 0) await tx.delete(children).where(inArray(children.id, added));
      for (const { child, from, to } of record.moved)
        await tx
          .update(children)
          .set({ classId: from, version: sql`${children.version} + 1` })
          .where(and(eq(children.id, child), eq(children.classId, to)));
      // of a list brought in before it was kept what it wrote, all is as it was
      for (const { child, wrote, ...was } of record.recorded)
        if (wrote === undefined) await tx.update(children).set(was).where(eq(children.id, child));
        else await takeBackFacts(tx as unknown as Db, child, { wrote, was });
      // a child who stays is no longer this list's
      if (kept.size > 0) await tx.update(imports).set({ addedChildren: added }).where(eq(imports.id, params.id));
      for (const classId of record.addedClasses) {
        const [left] = await tx.select({ id: children.id }).from(children).where(eq(children.classId, classId)).limit(1);
        if (!left) await tx.update(classes).set({ removedAt: now() }).where(eq(classes.id, classId));
      }
      await tx.update(imports).set({ undoneAt: now() }).where(eq(imports.id, params.id));
    });
    await live.tell({ topic: 'children' }, { everyone: true });
    await live.tell({ topic: 'classes' }, { everyone: true });
    const [saved] = await db.select().from(imports).where(eq(imports.id, params.id));
    const names =
      kept.size > 0
        ? await db
            .select()
            .from(children)
            .where(inArray(children.id, [...kept]))
        : [];
    return { ...toRecord(saved!), kept: names.map(fullName) };
  }),
];
