/** Children who leave, come back, or are erased when their day has come. */
import type { Leaver } from '@sapling/contract';
import { daysAfter, dayIn } from '@sapling/core';
import { and, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Access } from '../access.js';
import { requireLivingClass } from '../classes/living-class.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import { children, classes, groupMembers, groupMoves, groups } from '../db/schema.js';
import { joinGroup } from '../groups/groups.js';
import { inSessionsToCome } from '../groups/sessions-to-come.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { requireChild } from './child-record.js';
import { toChild } from './children.js';
import { schoolDay, schoolZone } from '../settings/school-day.js';
import { readSettings } from '../settings/settings.js';

/**
 * Takes a child out of every group that meets and of every session to come that nobody has logged.
 * Returns the groups. What was is kept: moves, logs and past sessions stand.
 */
async function leaveGroups(tx: Db, childId: string, by: string, at: string, today: string): Promise<{ id: string; name: string }[]> {
  const left = await tx
    .select({ id: groups.id, name: groups.name })
    .from(groupMembers)
    .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
    .where(eq(groupMembers.childId, childId));
  const ids = left.map((g) => g.id);
  if (ids.length === 0) return [];
  await tx.delete(groupMembers).where(and(eq(groupMembers.childId, childId), inArray(groupMembers.groupId, ids)));
  for (const groupId of ids) await tx.insert(groupMoves).values({ id: uuidv7(), at, by, groupId, childId, what: 'left' });
  for (const groupId of ids) await inSessionsToCome(tx, groupId, today, (members) => members.filter((m) => m !== childId));
  return left;
}

/** Groups that still meet, which a child left at the moment of leaving the school. */
async function leftWith(tx: Db, childId: string, at: string): Promise<string[]> {
  const rows = await tx
    .selectDistinct({ id: groups.id })
    .from(groupMoves)
    .innerJoin(groups, and(eq(groups.id, groupMoves.groupId), isNull(groups.removedAt)))
    .where(and(eq(groupMoves.childId, childId), eq(groupMoves.what, 'left'), eq(groupMoves.at, at)));
  return rows.map((r) => r.id);
}

/** Children who left, in reach of this colleague, those who left last first. */
async function leaversOf(db: Db, access: Access): Promise<Leaver[]> {
  const [rows, classRows, { leaverDays }, zone] = await Promise.all([
    db
      .select()
      .from(children)
      .where(and(isNotNull(children.removedAt), isNull(children.mergedInto))),
    db.select({ id: classes.id, name: classes.name }).from(classes),
    readSettings(db),
    schoolZone(db),
  ]);
  return rows
    .filter((row) => access.actor.role === 'lead' || access.classIds.has(row.classId))
    .sort((a, b) => b.removedAt!.localeCompare(a.removedAt!))
    .map((row) => ({
      ...toChild(row),
      className: classRows.find((c) => c.id === row.classId)?.name ?? '',
      leftAt: row.removedAt!,
      erasedOn: daysAfter(dayIn(row.removedAt!, zone), leaverDays),
    }));
}

export const leaverRoutes = [
  route(
    'childLeaves',
    ({ params }) => ({ action: 'change child', childIds: [params.id] }),
    async ({ db, params, body, me, now, access, live }) => {
      // one moment for all of it: by it a slip finds the groups again
      const at = now();
      const result = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await oneAtATime(tx, 'who is at the school');
        const [changed] = await tx
          .update(children)
          .set({ removedAt: at, version: body.version + 1 })
          .where(and(eq(children.id, params.id), eq(children.version, body.version), isNull(children.removedAt)))
          .returning();
        if (!changed) throw new ProblemError('newer-version', { current: toChild(await requireChild(tx, params.id)) });
        const left = await leaveGroups(tx, params.id, me.id, at, access.today);
        return { child: toChild(changed), groups: left.map((g) => g.name) };
      });
      await live.tellOfPeople();
      return result;
    },
  ),

  route(
    'childReturns',
    ({ params, body }) => ({ action: 'child who left', childId: params.id, classId: body.classId }),
    async ({ db, params, body, me, now, access, live }) => {
      const row = await requireChild(db, params.id);
      if (row.mergedInto !== null)
        throw new ProblemError('in-use', { detail: 'This record went into another one. Undo the merge instead.' });
      const changed = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await requireLivingClass(tx, body.classId);
        const [back] = await tx
          .update(children)
          .set({ removedAt: null, classId: body.classId, version: row.version + 1 })
          .where(and(eq(children.id, params.id), eq(children.version, row.version)))
          .returning();
        if (!back) throw new ProblemError('newer-version', { current: toChild(await requireChild(tx, params.id)) });
        if (body.groups && row.removedAt !== null)
          for (const groupId of await leftWith(tx, params.id, row.removedAt))
            await joinGroup(tx, groupId, [params.id], { access, by: me.id, now: now() });
        return back;
      });
      await live.tellOfPeople();
      return toChild(changed);
    },
  ),

  route('leavers', { action: 'import children' }, async ({ db, access }) => leaversOf(db, access)),
];

/** Leavers whose day has come, for the purge. */
export async function dueLeavers(db: Db, now: string): Promise<string[]> {
  const [{ leaverDays }, today, zone] = await Promise.all([readSettings(db), schoolDay(db, now), schoolZone(db)]);
  const rows = await db.select({ id: children.id, leftAt: children.removedAt }).from(children).where(isNotNull(children.removedAt));
  return rows.filter((r) => daysAfter(dayIn(r.leftAt!, zone), leaverDays) <= today).map((r) => r.id);
}
