import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import { randomBelow, seeded, shuffled } from '../random.js';

/**
 * A shuffled stack of cards for a recall check: every pair once, none next to one it is easily mixed up
 * with where that can be helped, so that one answer does not lead the next. The same seed gives the same
 * stack, so a check can be carried on anywhere.
 * @throws CoreError `empty` where nothing has been taught yet.
 * @example makeStack(['s:s', 'a:a', 't:t'], { seed: 7 })
 */
export function makeStack(gpcs: readonly Gpc[], options: { seed: number }): Gpc[] {
  const cards = [...new Set(gpcs)];
  if (cards.length === 0) throw new CoreError('empty', 'gpcs', 'Nothing has been taught yet, so there is nothing to ask.');
  const random = seeded(options.seed);
  const stack = shuffled(cards, random);
  const clash = (k: number): number =>
    (k > 0 ? confusability(stack[k - 1]!, stack[k]!) : 0) + (k + 1 < stack.length ? confusability(stack[k]!, stack[k + 1]!) : 0);
  // swap clashing cards away: a few passes settle all that can be settled
  for (let pass = 0; pass < 8; pass += 1) {
    let moved = false;
    for (let k = 0; k < stack.length; k += 1) {
      if (clash(k) === 0) continue;
      for (let tries = 0; tries < 12 && clash(k) > 0; tries += 1) {
        const j = randomBelow(random, stack.length);
        const before = clash(k) + clash(j);
        [stack[k], stack[j]] = [stack[j]!, stack[k]!];
        if (clash(k) + clash(j) >= before) [stack[k], stack[j]] = [stack[j]!, stack[k]!];
        else moved = true;
      }
    }
    if (!moved) break;
  }
  return stack;
}
