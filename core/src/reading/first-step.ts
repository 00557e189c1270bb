import { taughtAfter, type TeachingOrder } from '../phonics/teaching-order.js';
import { decodability } from '../phonics/decodability.js';
import type { Lexicon } from '../phonics/lexicon.js';

/** The share of running words that must be decodable or taught as wholes for a text to be offered at a step. */
export const OFFERED_FROM = 0.95;

/**
 * The first step of a teaching order, from 1, after which at least 95 % of a text's running words are
 * decodable, taught as wholes or a taught whole with a taught ending; with the words that make up the
 * rest. Null where no step reaches it.
 * @example firstStep(lexicon, 'A pin in a tin.', order) // { step: 3, share: 1, rest: [] }
 */
export function firstStep(lexicon: Lexicon, text: string, order: TeachingOrder): { step: number; share: number; rest: string[] } | null {
  for (let step = 1; step <= order.steps.length; step += 1) {
    const { share, words } = decodability(lexicon, text, taughtAfter(order, step));
    if (share < OFFERED_FROM) continue;
    const rest = words.filter((w) => w.status === 'not yet' || w.status === 'unread').map((w) => w.text);
    return { step, share, rest: [...new Set(rest)] };
  }
  return null;
}
