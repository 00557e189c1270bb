/** Teaching orders: those that ship with the tool and the school's own, as one list. */
import { and, eq, inArray, isNull, or } from 'drizzle-orm';
import { isCoreError } from '@sapling/core';
import { checkedOrder, type TeachingOrder } from '@sapling/core/phonics';
import type { TeachingOrderRow } from '@sapling/contract';
import { TEACHING_ORDERS } from '@sapling/data';
import type { Db } from '../db/open.js';
import { classes, teachingOrders } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, saveVersioned } from '../http/save-versioned.js';

const shipped: readonly TeachingOrderRow[] = TEACHING_ORDERS.map((order) => ({
  ...order,
  steps: order.steps.map((s) => ({ name: s.name, gpcs: [...s.gpcs], words: [...s.words] })),
  version: null,
}));

/**
 * All orders a class may follow, those that ship first. One that was taken out while a class was gone which followed it (its year
 * was closed, and is open again), or at the moment it was chosen, is there as long as a class follows it.
 */
async function listOrders(db: Db): Promise<TeachingOrderRow[]> {
  const followed = db.select({ id: classes.orderId }).from(classes).where(isNull(classes.removedAt));
  const own = await db
    .select()
    .from(teachingOrders)
    .where(or(isNull(teachingOrders.removedAt), inArray(teachingOrders.id, followed)))
    .orderBy(teachingOrders.name);
  return [...shipped, ...own.map(({ id, name, style, steps, version }) => ({ id, name, style, steps, version }))];
}

/** All orders by id, for working out lines. */
export async function orderBook(db: Db): Promise<ReadonlyMap<string, TeachingOrder>> {
  return new Map((await listOrders(db)).map((order) => [order.id, order]));
}

/** @throws Refusal `bad-input` for an order that is not there. */
export async function requireOrder(db: Db, id: string): Promise<TeachingOrder> {
  const order = (await orderBook(db)).get(id);
  if (!order) throw new ProblemError('bad-input', { errors: [{ path: 'orderId', message: 'No such teaching order.' }] });
  return order;
}

export const orderRoutes = [
  route('orders', { action: 'signed in' }, { restsOn: 'all but marks', kept: true }, async ({ db }) => listOrders(db)),

  route('saveOrder', { action: 'shape library' }, { mostOctets: 1_000_000 }, async ({ db, params, body, me, now, live }) => {
    let draft;
    try {
      draft = checkedOrder(body);
    } catch (error) {
      if (!isCoreError(error)) throw error;
      throw new ProblemError('bad-input', { detail: error.message, errors: [{ path: error.field, message: error.message }] });
    }
    const values = {
      name: draft.name,
      style: draft.style,
      steps: draft.steps.map((s) => ({ name: s.name, gpcs: [...s.gpcs], words: [...s.words] })),
      savedBy: me.id,
      savedAt: now(),
    };
    const saved = await saveVersioned(db, teachingOrders, { id: params.id }, body.version, values);
    if (!saved) throw conflictWith((await listOrders(db)).find((order) => order.id === params.id));
    await live.tell({ topic: 'library' }, { everyone: true });
    const { id, name, style, steps, version } = saved;
    return { id, name, style, steps, version };
  }),

  route('removeOrder', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const following = await db
      .select({ name: classes.name })
      .from(classes)
      .where(and(eq(classes.orderId, params.id), isNull(classes.removedAt)));
    if (following.length > 0)
      throw new ProblemError('in-use', {
        detail: `${following.map((c) => c.name).join(', ')} still follow this order. Give them another one first.`,
      });
    if (!(await removeVersioned(db, teachingOrders, { id: params.id }, query.version, now())))
      throw conflictWith((await listOrders(db)).find((order) => order.id === params.id && order.version !== null));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
