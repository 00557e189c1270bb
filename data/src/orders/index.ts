import type { TeachingOrder } from '@sapling/core/phonics';
import hillside from './hillside.json' with { type: 'json' };
import lantern from './lantern.json' with { type: 'json' };
import riverbank from './riverbank.json' with { type: 'json' };

/** The orders that ship with the tool, one for each way of working. */
export const TEACHING_ORDERS: readonly TeachingOrder[] = [riverbank, hillside, lantern] as TeachingOrder[];

export function teachingOrder(id: string): TeachingOrder | undefined {
  return TEACHING_ORDERS.find((order) => order.id === id);
}
