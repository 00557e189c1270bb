/** From one teaching order to another: how far a class that was taught this far in the first is in the second. */
import type { Gpc } from './lexicon.js';
import { taughtAfter, type TeachingOrder } from './teaching-order.js';

export interface NearestStep {
  /** So many steps of the other order. */
  readonly steps: number;
  /** Pairs that were taught and are not counted there yet, in the order they were taught. */
  readonly gone: readonly Gpc[];
  /** Pairs that are counted there and were not taught, in the order of the other. */
  readonly come: readonly Gpc[];
}

/**
 * The steps of another order whose pairs differ least from what was taught: fewest that would be forgotten and fewest that would
 * be taken as taught, counted alike; of equals the fewer steps, since what is taken as taught and was not makes gaps that are
 * none. A number of steps says nothing across orders: the same one may be half of what was taught, or twice as much.
 * @param taughtSteps of `from`
 * @throws CoreError `out-of-range` where `from` has fewer steps
 * @example nearestStep(riverbank, 24, hillside).steps
 */
export function nearestStep(from: TeachingOrder, taughtSteps: number, to: TeachingOrder): NearestStep {
  const taught = new Set(taughtAfter(from, taughtSteps).gpcs);
  const counted = new Set<Gpc>();
  let [best, steps] = [taught.size, 0];
  let off = taught.size;
  for (const [k, step] of to.steps.entries()) {
    for (const gpc of step.gpcs) {
      if (counted.has(gpc)) continue;
      counted.add(gpc);
      off += taught.has(gpc) ? -1 : 1;
    }
    if (off < best) [best, steps] = [off, k + 1];
  }
  const now = new Set(taughtAfter(to, steps).gpcs);
  return { steps, gone: [...taught].filter((gpc) => !now.has(gpc)), come: [...now].filter((gpc) => !taught.has(gpc)) };
}
