import { CoreError } from '../errors.js';
import type { Gpc } from './lexicon.js';

/** The three ways of working that the tool supports. */
export type Style = 'revisit to apply' | 'cue and answer' | 'cards and dictation';

export interface TeachingStep {
  readonly name: string;
  readonly gpcs: readonly Gpc[];
  /** Irregular words taught with this step. */
  readonly words: readonly string[];
}
export interface TeachingOrder {
  readonly id: string;
  readonly name: string;
  readonly style: Style;
  readonly steps: readonly TeachingStep[];
}

/**
 * What has been taught after so many steps.
 * @throws CoreError `out-of-range` where the order has fewer steps.
 * @example taughtAfter(order, 3).gpcs.length
 */
export function taughtAfter(order: TeachingOrder, steps: number): { gpcs: Gpc[]; words: string[] } {
  if (!Number.isInteger(steps) || steps < 0 || steps > order.steps.length)
    throw new CoreError('out-of-range', 'steps', `"${order.name}" has ${order.steps.length} steps; ${steps} is not one of them.`, {
      from: 0,
      to: order.steps.length,
      is: steps,
    });
  const done = order.steps.slice(0, steps);
  return { gpcs: done.flatMap((s) => [...s.gpcs]), words: done.flatMap((s) => [...s.words]) };
}

/** Every pair of the order in taught order, each once. */
export function allGpcs(order: TeachingOrder): Gpc[] {
  return [...new Set(order.steps.flatMap((s) => [...s.gpcs]))];
}
