/** A child's record: added by hand, corrected, moved to another class. */
import { fullName } from '@sapling/contract';
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Access } from '../access.js';
import { requireLivingClass } from '../classes/living-class.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import { children } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { toChild } from './children.js';

type ChildRow = typeof children.$inferSelect;
/** One child's row. @throws Refusal `not-found` */
export async function requireChild(db: Db, id: string): Promise<ChildRow> {
  const [row] = await db.select().from(children).where(eq(children.id, id));
  if (!row) throw new ProblemError('not-found');
  return row;
}

/** The child who has a number, here or among those who left. */
export async function childOfNumber(db: Db, number: string, but?: string): Promise<ChildRow | undefined> {
  const [row] = await db
    .select()
    .from(children)
    .where(
      and(
        sql`lower(${children.externalId}) = ${number.trim().toLowerCase()}`,
        but ? ne(children.id, but) : undefined,
        isNull(children.mergedInto),
      ),
    ) // prettier-ignore
    .limit(1);
  return row;
}

/** The school's own number is one child's: by it a class list finds them. Whoever gives it to another waits. @throws Refusal `bad-input` where another child has it */
async function requireFreeNumber(db: Db, access: Access, number: string | null | undefined, child: string): Promise<void> {
  if (!number) return;
  await oneAtATime(db, 'who is at the school');
  const other = await childOfNumber(db, number, child);
  if (!other) return;
  const left = other.removedAt !== null && (access.actor.role === 'lead' || access.classIds.has(other.classId));
  const whose = left ? `${fullName(other)}, who left` : access.childIds.has(other.id) ? fullName(other) : 'a child who is not one of yours';
  throw new ProblemError('bad-input', { errors: [{ path: 'externalId', message: `This is the number of ${whose}.` }] });
}

export const childRecordRoutes = [
  route(
    'addChild',
    ({ body }) => ({ action: 'add child', classId: body.classId }),
    async ({ db, body, access, live }) => {
      const made = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        // sent twice by a device that did not hear the answer
        const [already] = await tx.select().from(children).where(eq(children.id, body.id));
        if (already?.classId === body.classId) return already;
        if (already) throw new ProblemError('in-use', { detail: 'There is a record of this child already, in another class.' });
        await requireLivingClass(tx, body.classId);
        await requireFreeNumber(tx, access, body.externalId, body.id);
        const [row] = await tx
          .insert(children)
          .values({ ...body, externalId: body.externalId || null })
          .returning();
        return row!;
      });
      await live.tell({ topic: 'children' }, { children: [body.id] });
      await live.tell({ topic: 'classes' }, { everyone: true });
      return toChild(made);
    },
  ),

  route(
    'updateChild',
    ({ params, body }) => ({ action: 'change child', childIds: [params.id], classId: body.classId }),
    async ({ db, params, body, access, live }) => {
      const { version, ...change } = body;
      const changed = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        const before = await requireChild(tx, params.id);
        // what stands already, from before this was asked, is no reason to refuse all else
        if (change.classId !== undefined && change.classId !== before.classId) await requireLivingClass(tx, change.classId);
        if (change.externalId && change.externalId !== before.externalId) await requireFreeNumber(tx, access, change.externalId, params.id);
        const [row] = await tx
          .update(children)
          .set({ ...change, ...(change.externalId === '' ? { externalId: null } : {}), version: version + 1 })
          .where(and(eq(children.id, params.id), eq(children.version, version)))
          .returning();
        return row;
      });
      if (!changed) throw new ProblemError('newer-version', { current: toChild(await requireChild(db, params.id)) });
      await live.tellOfPeople();
      return toChild(changed);
    },
  ),
];
