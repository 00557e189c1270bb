/** What is due for another look: once known, and not seen for longer than the school says. */
import type { ChildLine } from '@sapling/contract';
import { isDue } from '../check/choice.js';

export function duePairs(child: ChildLine, now: number, dueAfterDays: number): ChildLine['line'] {
  return child.line.filter((c) => isDue(c, now, dueAfterDays)).sort((a, b) => (a.lastSeen! < b.lastSeen! ? -1 : 1));
}
