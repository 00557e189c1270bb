/** Two records that are one child's: the second goes into the first, and can be taken out again for thirty days. */
import { fullName, type Merge } from '@sapling/contract';
import { dayIn, daysAfter } from '@sapling/core';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { livingClasses } from '../classes/living-class.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { touchEvidence } from '../evidence/states.js';
import { leaveGroup, type Actor } from '../groups/groups.js';
import { inSessionsToCome } from '../groups/sessions-to-come.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { schoolZone } from '../settings/school-day.js';
import { requireChild } from './child-record.js';
import { FACTS, takeBackFacts } from './facts.js';
import { mergeLists, partLists } from './merged-lists.js';

const UNDO_DAYS = 30;
/** What a record says that knows nothing of a child. */
const NOTHING = { familyName: '', externalId: null, firstLanguage: '', needs: '', dateOfBirth: null } as const satisfies t.Facts;

/** The tables whose rows are about one child: key and the column that names the child. */
export const OWNED = {
  observations: [t.observations, t.observations.id, t.observations.child],
  withdrawals: [t.withdrawals, t.withdrawals.id, t.withdrawals.child],
  checks: [t.checks, t.checks.id, t.checks.child],
  readings: [t.readings, t.readings.id, t.readings.child],
  readingSteps: [t.readingSteps, t.readingSteps.id, t.readingSteps.child],
  recordings: [t.recordings, t.recordings.reading, t.recordings.child],
  groupMoves: [t.groupMoves, t.groupMoves.id, t.groupMoves.childId],
  remarks: [t.remarks, t.remarks.id, t.remarks.subject],
} as const satisfies Record<string, readonly [PgTable, PgColumn, PgColumn]>;
/** What the column that names the child is called in the row. */
const NAMED: Record<keyof typeof OWNED, string> = {
  observations: 'child',
  withdrawals: 'child',
  checks: 'child',
  readings: 'child',
  readingSteps: 'child',
  recordings: 'child',
  groupMoves: 'childId',
  remarks: 'subject',
};
const OWNED_NAMES = Object.keys(OWNED) as (keyof typeof OWNED)[];

async function moveRows(tx: Db, from: string, to: string): Promise<t.MergeMoves['rows']> {
  const rows: Record<string, string[]> = {};
  for (const name of OWNED_NAMES) {
    const [table, key, child] = OWNED[name] as readonly [PgTable, PgColumn, PgColumn];
    const moved = await tx
      .update(table)
      .set({ [NAMED[name]]: to })
      .where(eq(child, from))
      .returning({ key });
    rows[name] = moved.map((r) => (r as { key: string }).key);
  }
  return rows;
}

/**
 * Groups as they are by now: whoever went is in those they were in, in which the one child is still, and whoever stayed is in none
 * they came into by the merge. A group the one child has left since is neither's. Returns whether it still was in one of these.
 */
async function partMembers(tx: Db, { kept, gone, moved }: typeof t.merges.$inferSelect): Promise<{ stayed: boolean }> {
  if (moved.groups.length === 0) return { stayed: true };
  const still = await tx
    .select({ groupId: t.groupMembers.groupId })
    .from(t.groupMembers)
    .where(and(inArray(t.groupMembers.groupId, [...moved.groups]), eq(t.groupMembers.childId, kept)));
  for (const { groupId } of still) {
    await tx.insert(t.groupMembers).values({ groupId, childId: gone }).onConflictDoNothing();
    if (moved.given?.includes(groupId))
      await tx.delete(t.groupMembers).where(and(eq(t.groupMembers.groupId, groupId), eq(t.groupMembers.childId, kept)));
  }
  return { stayed: still.some((g) => moved.given?.includes(g.groupId)) };
}

/** Whoever stores something of either waits until the transaction is over, and the transaction for them. */
async function lockRecords(tx: Db, ...ids: string[]): Promise<void> {
  await tx.select({ id: t.children.id }).from(t.children).where(inArray(t.children.id, ids)).orderBy(t.children.id).for('update');
}
/** The family's consent was the other record's. Where something has been recorded by it since, it stays: that was agreed to. */
async function withoutTheirConsent(tx: Db, kept: string): Promise<void> {
  const [sound] = await tx
    .select({ reading: t.recordings.reading })
    .from(t.recordings)
    .where(and(eq(t.recordings.child, kept), isNull(t.recordings.deletedAt)))
    .limit(1);
  if (!sound) await tx.update(t.children).set({ recordingConsent: false }).where(eq(t.children.id, kept));
}

type Left = NonNullable<t.MergeMoves['left']>;
const meeting = (tx: Db, child: string): Promise<{ id: string }[]> =>
  tx
    .select({ id: t.groups.id })
    .from(t.groupMembers)
    .innerJoin(t.groups, and(eq(t.groups.id, t.groupMembers.groupId), isNull(t.groups.removedAt)))
    .where(eq(t.groupMembers.childId, child));

/**
 * A child is in one group: where each record is in one, the one that was not chosen is left, by the record that was in it, before the
 * two become one.
 * @param group the one chosen; of the record that stays, where none is
 */
async function leaveOther(tx: Db, kept: string, gone: string, group: string | undefined, doing: Actor): Promise<Left> {
  const [ofKept, ofGone] = [await meeting(tx, kept), await meeting(tx, gone)];
  const all = [...ofKept, ...ofGone].map((g) => g.id);
  if (group !== undefined && !all.includes(group))
    throw new ProblemError('bad-input', { errors: [{ path: 'group', message: 'Neither record is in this group.' }] });
  if (ofKept.length === 0 || ofGone.length === 0) return [];
  const chosen = group ?? ofKept[0]!.id;
  const left: { groupId: string; child: string; move: string }[] = [];
  for (const [child, theirs] of [
    [kept, ofKept],
    [gone, ofGone],
  ] as const)
    // prettier-ignore
    for (const { id: groupId } of theirs) {
      if (groupId === chosen) continue;
      const [move] = await leaveGroup(tx, groupId, [child], doing);
      left.push({ groupId, child, move: move! });
    }
  return left;
}
/**
 * Whoever left a group by the merge is in it again.
 * @param stayed whether the one child has been in the group chosen for it since; one who was moved has been moved as the record that stayed
 */
async function backInto(tx: Db, row: typeof t.merges.$inferSelect, stayed: boolean, today: string): Promise<void> {
  for (const { groupId, child, move } of row.moved.left ?? []) {
    await tx.delete(t.groupMoves).where(eq(t.groupMoves.id, move));
    if (child === row.kept && !stayed) continue;
    await tx.insert(t.groupMembers).values({ groupId, childId: child }).onConflictDoNothing();
    await inSessionsToCome(tx, groupId, today, (members) => [...new Set([...members, child])]);
  }
}

async function toMerge(db: Db, row: typeof t.merges.$inferSelect): Promise<Merge> {
  const { moved: _moved, ...rest } = row;
  return { ...rest, undoUntil: daysAfter(dayIn(row.at, await schoolZone(db)), UNDO_DAYS) };
}

export const mergeRoutes = [
  route(
    'mergeChildren',
    ({ params, body }) => ({ action: 'change child', childIds: [params.id, body.other] }),
    async ({ db, params, body, me, access, now, live }) => {
      if (params.id === body.other) throw new ProblemError('bad-input', { detail: 'A record cannot go into itself.' });
      const made = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await oneAtATime(tx, 'who is at the school');
        // what is marked of either at this moment is stored before, or under the one that stays
        await lockRecords(tx, params.id, body.other);
        const [kept, gone] = [await requireChild(tx, params.id), await requireChild(tx, body.other)];
        if (kept.removedAt !== null || gone.removedAt !== null)
          throw new ProblemError('in-use', {
            detail: `${fullName(kept.removedAt === null ? gone : kept)} is not in the lists any more: somebody was quicker. Nothing was changed.`,
          });
        const left = await leaveOther(tx, kept.id, gone.id, body.group, { access, by: me.id, now: now() });
        const rows = await moveRows(tx, gone.id, kept.id);
        await touchEvidence(tx, [kept.id, gone.id]);
        const memberships = await tx.delete(t.groupMembers).where(eq(t.groupMembers.childId, gone.id)).returning();
        const given: string[] = [];
        for (const { groupId } of memberships) {
          const fresh = await tx.insert(t.groupMembers).values({ groupId, childId: kept.id }).onConflictDoNothing().returning();
          if (fresh.length > 0) given.push(groupId);
        }
        const lists = await mergeLists(tx, gone.id, kept.id);
        // what only the other record knew is kept
        const filled = Object.fromEntries(FACTS.flatMap((fact) => (!kept[fact] && gone[fact] ? [[fact, gone[fact]]] : []))) as t.Facts;
        // what was recorded with the family’s consent comes with it, and can be taken back with it
        const consent = !kept.recordingConsent && gone.recordingConsent;
        await tx
          .update(t.children)
          .set({ ...filled, ...(consent && { recordingConsent: true }), version: kept.version + 1 })
          .where(eq(t.children.id, kept.id));
        await tx
          .update(t.children)
          .set({ removedAt: now(), mergedInto: kept.id, version: gone.version + 1 })
          .where(eq(t.children.id, gone.id));
        const [row] = await tx
          .insert(t.merges)
          .values({
            id: uuidv7(),
            at: now(),
            by: me.id,
            kept: kept.id,
            gone: gone.id,
            name: fullName(gone),
            moved: { rows, groups: memberships.map((m) => m.groupId), given, left, filled, consent, lists },
          })
          .returning();
        return row!;
      });
      await live.tellOfPeople();
      return toMerge(db, made);
    },
  ),

  route('merges', { action: 'import children' }, async ({ db, access }) => {
    const rows = await db.select().from(t.merges).orderBy(desc(t.merges.at));
    return Promise.all(rows.filter((r) => access.childIds.has(r.kept)).map((r) => toMerge(db, r)));
  }),

  route('undoMerge', { action: 'import children' }, async ({ db, params, access, now, live }) => {
    const [found] = await db.select().from(t.merges).where(eq(t.merges.id, params.id));
    if (!found || !access.childIds.has(found.kept)) throw new ProblemError('not-found');
    if (found.undoneAt !== null) return toMerge(db, found);
    const { undoUntil } = await toMerge(db, found);
    if (access.today > undoUntil) throw new ProblemError('cannot-undo', { detail: `This could be taken back until ${undoUntil}.` });
    await db.transaction(async (transaction) => {
      const tx = transaction as unknown as Db;
      await oneAtATime(tx, 'who is at the school');
      await lockRecords(tx, found.kept, found.gone);
      // with what was sent of the record that went until now
      const [row] = await tx.select().from(t.merges).where(eq(t.merges.id, found.id));
      if (!row || row.undoneAt !== null) return;
      for (const name of OWNED_NAMES) {
        const [table, key, child] = OWNED[name] as readonly [PgTable, PgColumn, PgColumn];
        const keys = row.moved.rows[name] ?? [];
        for (let k = 0; k < keys.length; k += 1000)
          await tx
            .update(table)
            .set({ [NAMED[name]]: row.gone })
            .where(and(inArray(key, keys.slice(k, k + 1000)), eq(child, row.kept)));
      }
      await touchEvidence(tx, [row.kept, row.gone]);
      await partLists(tx, row.moved.lists, row.kept, row.gone);
      // where the class it was in has ended, it is in the other's
      const [kept, gone] = [await requireChild(tx, row.kept), await requireChild(tx, row.gone)];
      const classId = (await livingClasses(tx, [gone.classId])).has(gone.classId) ? gone.classId : kept.classId;
      await tx
        .update(t.children)
        .set({ removedAt: null, mergedInto: null, classId, version: sql`${t.children.version} + 1` })
        .where(eq(t.children.id, row.gone));
      const { stayed } = await partMembers(tx, row);
      await backInto(tx, row, stayed, access.today);
      // what the one took from the other is the other's alone again
      await takeBackFacts(tx, row.kept, { wrote: row.moved.filled ?? {}, was: NOTHING });
      if (row.moved.consent) await withoutTheirConsent(tx, row.kept);
      await tx.update(t.merges).set({ undoneAt: now() }).where(eq(t.merges.id, row.id));
    });
    await live.tellOfPeople();
    return toMerge(db, { ...found, undoneAt: now() });
  }),
];
