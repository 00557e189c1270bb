/** Which teaching order is nearest to how a school works: two questions, what each order is measured by, and which fits best. */
import { CoreError } from '../errors.js';
import type { Style, TeachingOrder } from './teaching-order.js';

/** How much is new in a step, as a school says it. */
export const ORDER_PACES = ['one or two', 'three', 'four or more'] as const;
export type OrderPace = (typeof ORDER_PACES)[number];
const PACE_PAIRS: Record<OrderPace, number> = { 'one or two': 2, three: 3, 'four or more': 4 };

export interface OrderWishes {
  /** How a session goes. */
  readonly style: Style;
  /** How many new pairs a step has while single letters are taught. */
  readonly pace: OrderPace;
}
export interface NearestOrder<T extends TeachingOrder = TeachingOrder> {
  readonly order: T;
  /** Whether it is built for that way of working. */
  readonly sameStyle: boolean;
  /** Mean number of new pairs in the steps of its first third. */
  readonly newInAStep: number;
}

/** Mean number of new pairs in the steps of the first third of an order: how fast it goes where most children begin. */
export function newInAStep(order: Pick<TeachingOrder, 'steps'>): number {
  const first = order.steps.slice(0, Math.max(1, Math.ceil(order.steps.length / 3)));
  return first.reduce((sum, step) => sum + step.gpcs.length, 0) / first.length;
}

/**
 * The order that fits best: the way of working counts as much as two pairs more or less in each step. Equal ones: the first.
 * @throws CoreError where there is no order
 */
export function nearestOrder<T extends TeachingOrder>(orders: readonly T[], wishes: OrderWishes): NearestOrder<T> {
  if (orders.length === 0) throw new CoreError('empty', 'orders', 'There is no teaching order to choose from.');
  const all = orders.map((order) => {
    const sameStyle = order.style === wishes.style;
    const pace = newInAStep(order);
    return { order, sameStyle, newInAStep: pace, off: Math.abs(pace - PACE_PAIRS[wishes.pace]) + (sameStyle ? 0 : 2) };
  });
  const { off: _off, ...best } = all.reduce((a, b) => (b.off < a.off ? b : a));
  return best;
}
