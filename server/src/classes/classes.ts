import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { SchoolClass } from '@sapling/contract';
import { nearestStep, type TeachingOrder } from '@sapling/core/phonics';
import type { Access } from '../access.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import { children, classColleagues, classes } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { orderBook, requireOrder } from '../library/orders.js';
import { livingClasses, requireLivingClass } from './living-class.js';

async function listClasses(db: Db, access: Access): Promise<SchoolClass[]> {
  const visible = new Set(access.classIds);
  const reached =
    access.childIds.size > 0
      ? await db
          .selectDistinct({ id: children.classId })
          .from(children)
          .where(inArray(children.id, [...access.childIds]))
      : [];
  for (const { id } of reached) visible.add(id);
  if (visible.size === 0) return [];
  const found = await db
    .select({ row: classes, n: sql<number>`count(${children.id})::int` })
    .from(classes)
    .leftJoin(children, and(eq(children.classId, classes.id), isNull(children.removedAt)))
    .where(and(inArray(classes.id, [...visible]), isNull(classes.removedAt)))
    .groupBy(classes.id)
    .orderBy(classes.year, classes.name);
  return found.map(({ row, n }) => ({
    id: row.id,
    name: row.name,
    year: row.year,
    orderId: row.orderId,
    taughtSteps: row.taughtSteps,
    version: row.version,
    children: access.classIds.has(row.id) ? n : 0,
  }));
}

/** How far a class is in another order, by what it was taught in its own. */
async function asFarIn(db: Db, { orderId, taughtSteps }: SchoolClass, to: TeachingOrder): Promise<number> {
  const from = (await orderBook(db)).get(orderId);
  return from ? nearestStep(from, Math.min(taughtSteps, from.steps.length), to).steps : taughtSteps;
}

async function oneClass(db: Db, access: Access, id: string): Promise<SchoolClass> {
  const found = (await listClasses(db, access)).find((c) => c.id === id);
  if (!found) throw new ProblemError('not-found');
  return found;
}

/** @throws ProblemError `in-use` where another class has this name; whoever gives the same one at this moment waits */
async function requireOwnName(tx: Db, name: string, id?: string): Promise<void> {
  await oneAtATime(tx, 'who is at the school');
  const [same] = await tx
    .select({ id: classes.id })
    .from(classes)
    .where(and(eq(classes.name, name), isNull(classes.removedAt), id === undefined ? undefined : ne(classes.id, id)));
  if (same) throw new ProblemError('in-use', { detail: 'There is already a class of this name.' });
}

export const classRoutes = [
  route('classes', { action: 'signed in' }, async ({ db, access }) => listClasses(db, access)),

  route('addClass', { action: 'add class' }, async ({ db, body, me, access, live }) => {
    const id = uuidv7();
    await db.transaction(async (transaction) => {
      const tx = transaction as unknown as Db;
      await requireOrder(tx, body.orderId);
      await requireOwnName(tx, body.name);
      await tx.insert(classes).values({ id, name: body.name, year: body.year, orderId: body.orderId });
      await tx.insert(classColleagues).values({ classId: id, colleagueId: me.id });
    });
    await live.tell({ topic: 'classes' }, { everyone: true });
    return oneClass(db, { ...access, classIds: new Set([...access.classIds, id]) }, id);
  }),

  route(
    'updateClass',
    ({ params, body }) => ({ action: 'teach class', classId: params.id, rename: body.name !== undefined || body.year !== undefined }),
    async ({ db, params, body, access, live }) => {
      const current = await oneClass(db, access, params.id);
      if (current.version !== body.version) throw new ProblemError('newer-version', { current });
      const order = await requireOrder(db, body.orderId ?? current.orderId);
      // in another order the same number of steps is other pairs
      const asFar = order.id === current.orderId ? current.taughtSteps : await asFarIn(db, current, order);
      const taughtSteps = Math.min(body.taughtSteps ?? asFar, order.steps.length);
      const changed = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        if (body.name !== undefined) await requireOwnName(tx, body.name, params.id);
        return tx
          .update(classes)
          .set({
            name: body.name ?? current.name,
            year: body.year ?? current.year,
            orderId: order.id,
            taughtSteps,
            version: current.version + 1,
          })
          .where(and(eq(classes.id, params.id), eq(classes.version, body.version)))
          .returning({ id: classes.id });
      });
      if (changed.length === 0) throw new ProblemError('newer-version', { current: await oneClass(db, access, params.id) });
      await live.tell({ topic: 'classes', id: params.id }, { everyone: true });
      return oneClass(db, access, params.id);
    },
  ),

  route(
    'endClass',
    ({ params }) => ({ action: 'end class', classIds: [params.id] }),
    async ({ db, params, body, access, now, live }) => {
      const current = await oneClass(db, access, params.id);
      if (current.version !== body.version) throw new ProblemError('newer-version', { current });
      await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await oneAtATime(tx, 'who is at the school');
        const { children: still, name } = await oneClass(tx, access, params.id);
        if (still > 0)
          throw new ProblemError('in-use', {
            detail: `${still} ${still === 1 ? 'child is' : 'children are'} still in ${name}. Move them first, or merge it into another class.`,
          });
        const ended = await tx
          .update(classes)
          .set({ removedAt: now(), version: body.version + 1 })
          .where(and(eq(classes.id, params.id), eq(classes.version, body.version), isNull(classes.removedAt)))
          .returning({ id: classes.id });
        if (ended.length === 0) throw new ProblemError('newer-version', { current });
      });
      await live.tell({ topic: 'classes', id: params.id }, { everyone: true });
      return { ok: true as const };
    },
  ),

  route(
    'mergeClasses',
    ({ params, body }) => ({ action: 'end class', classIds: [params.id, body.into] }),
    async ({ db, params, body, access, now, live }) => {
      const current = await oneClass(db, access, params.id);
      if (current.version !== body.version) throw new ProblemError('newer-version', { current });
      if (params.id === body.into) throw new ProblemError('bad-input', { detail: 'A class cannot be merged into itself.' });
      const moved = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await requireLivingClass(tx, body.into);
        if (!(await livingClasses(tx, [params.id])).has(params.id)) throw new ProblemError('newer-version', { current });
        const kids = await tx
          .update(children)
          .set({ classId: body.into, version: sql`${children.version} + 1` })
          .where(eq(children.classId, params.id))
          .returning({ removedAt: children.removedAt });
        const links = await tx.select().from(classColleagues).where(eq(classColleagues.classId, params.id));
        for (const { colleagueId } of links)
          await tx.insert(classColleagues).values({ classId: body.into, colleagueId }).onConflictDoNothing();
        await tx
          .update(classes)
          .set({ removedAt: now(), version: current.version + 1 })
          .where(eq(classes.id, params.id));
        return kids.filter((k) => k.removedAt === null).length;
      });
      await live.tellOfPeople();
      return { moved };
    },
  ),
];
