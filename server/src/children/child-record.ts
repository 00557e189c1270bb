/** A child's record: added by hand, corrected, moved to another class. */
import { and, eq } from 'drizzle-orm';
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

export const childRecordRoutes = [
  route(
    'addChild',
    ({ body }) => ({ action: 'add child', classId: body.classId }),
    async ({ db, body, live }) => {
      // sent twice by a device that did not hear the answer
      const [already] = await db.select().from(children).where(eq(children.id, body.id));
      if (already) return toChild(already);
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
    async ({ db, params, body, live }) => {
      const { version, ...change } = body;
      const [changed] = await db
        .update(children)
        .set({ ...change, ...(change.externalId === '' ? { externalId: null } : {}), version: version + 1 })
        .where(and(eq(children.id, params.id), eq(children.version, version)))
        .returning();
      if (!changed) throw new ProblemError('newer-version', { current: toChild(await requireChild(db, params.id)) });
      await live.tell({ topic: 'children', id: params.id }, { everyone: true });
      if (change.classId !== undefined) await live.tell({ topic: 'classes' }, { everyone: true });
      return toChild(changed);
    },
  ),
];
