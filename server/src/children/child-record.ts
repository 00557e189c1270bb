/** A child's record: added by hand, corrected, moved to another class. */
import { fullName } from '@sapling/contract';
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Access } from '../access.js';
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

/** The school's own number is one child's: by it a class list finds them. @throws Refusal `bad-input` where another child has it */
async function requireFreeNumber(db: Db, access: Access, number: string | null | undefined, child: string): Promise<void> {
  const other = number ? await childOfNumber(db, number, child) : undefined;
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
      // sent twice by a device that did not hear the answer
      const [already] = await db.select().from(children).where(eq(children.id, body.id));
      if (already) return toChild(already);
      await requireFreeNumber(db, access, body.externalId, body.id);
      const [made] = await db
        .insert(children)
        .values({ ...body, externalId: body.externalId || null })
        .returning();
      await live.tell({ topic: 'children' }, { children: [body.id] });
      await live.tell({ topic: 'classes' }, { everyone: true });
      return toChild(made!);
    },
  ),

  route(
    'updateChild',
    ({ params, body }) => ({ action: 'change child', childIds: [params.id], classId: body.classId }),
    async ({ db, params, body, access, live }) => {
      const { version, ...change } = body;
      // a number that stands already, from before this was asked, is no reason to refuse all else
      if (change.externalId && change.externalId !== (await requireChild(db, params.id)).externalId)
        await requireFreeNumber(db, access, change.externalId, params.id);
      const [changed] = await db
        .update(children)
        .set({ ...change, ...(change.externalId === '' ? { externalId: null } : {}), version: version + 1 })
        .where(and(eq(children.id, params.id), eq(children.version, version)))
        .returning();
      if (!changed) throw new ProblemError('newer-version', { current: toChild(await requireChild(db, params.id)) });
      await live.tellOfPeople();
      return toChild(changed);
    },
  ),
];
