import type { TeachingOrder } from '@sapling/core';
import riverbank from './riverbank.json' with { type: 'json' };

/** The orders that ship with the tool. */
export const TEACHING_ORDERS: readonly TeachingOrder[] = [riverbank as TeachingOrder];

export function teachingOrder(id: string): TeachingOrder | undefined {
  return TEACHING_ORDERS.find((order) => order.id === id);
}
