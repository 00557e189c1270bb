/** What a child can be given to read. */
import { saysSomething, type ChildLine } from '@sapling/contract';

/**
 * How likely the child knows each pair, also of those that nobody asked about where the other answers say something of them: what
 * was left out of a quick check is no less unknown for it. A pair of which nothing can be said is left out.
 */
export function readsOf(child: ChildLine): Record<string, number> {
  return Object.fromEntries(child.line.filter(saysSomething).map((c) => [c.gpc, c.known]));
}
