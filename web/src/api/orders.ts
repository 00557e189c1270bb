/** Teaching orders by class: how long a child's line is, what has been taught, which words are known whole. */
import { allGpcs, taughtAfter, type Gpc, type Taught, type TeachingOrder } from '@sapling/core/phonics';
import { useMemo } from 'react';
import { useData } from './data.js';

export interface Orders {
  /** All pairs of the class's order. */
  total(classId: string): number;
  order(classId: string): TeachingOrder | undefined;
  taught(classId: string): Taught;
  /** What all of these classes have been taught. */
  taughtToAll(classIds: readonly string[]): Taught;
}

export function useOrders(): Orders | undefined {
  const { data: orders } = useData('orders');
  const { data: classes } = useData('classes');
  return useMemo(() => {
    if (!orders || !classes) return undefined;
    const classOf = (id: string) => classes.find((c) => c.id === id);
    const order = (classId: string): TeachingOrder | undefined => orders.find((o) => o.id === classOf(classId)?.orderId);
    const taught = (classId: string): Taught => {
      const found = order(classId);
      return found ? taughtAfter(found, Math.min(classOf(classId)!.taughtSteps, found.steps.length)) : { gpcs: [], words: [] };
    };
    return {
      order,
      taught,
      total: (classId) => {
        const found = order(classId);
        return found ? allGpcs(found).length : 0;
      },
      taughtToAll: (classIds) => {
        const all = [...new Set(classIds)].map(taught);
        const first = all[0] ?? { gpcs: [], words: [] };
        return {
          gpcs: first.gpcs.filter((gpc) => all.every((t) => t.gpcs.includes(gpc))),
          words: first.words.filter((word) => all.every((t) => t.words.includes(word))),
        };
      },
    };
  }, [orders, classes]);
}

/** Everything taught to any of these children, in the order of the class that has come furthest, then what only another class met. */
export function taughtToAny(children: readonly { readonly classId: string }[], orders: Pick<Orders, 'taught'>): Gpc[] {
  const lists = [...new Set(children.map((c) => c.classId))].map((id) => orders.taught(id).gpcs);
  lists.sort((a, b) => b.length - a.length);
  return [...new Set(lists.flat())];
}
