/** What pairs share before anything is known of a child: its level, the order's run, their neighbourhood, and being easily mixed up. */
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import type { FilterParameters } from './filter-parameters.js';
import type { PairOfChild } from './recall-filter.js';

/** How far along the usual order, in hundreds of pairs from its first stretch. */
export const along = (place: number | null): number => (place === null ? 0 : place / 100 - 0.4);

/** Whether two pairs are easily mixed up; every child's record asks it of the same pairs. */
const asked = new Map<Gpc, Map<Gpc, boolean>>();
function twinned(a: Gpc, b: Gpc): boolean {
  let row = asked.get(a);
  if (!row) asked.set(a, (row = new Map()));
  let known = row.get(b);
  if (known === undefined) row.set(b, (known = confusability(a, b) === 2));
  return known;
}

interface Shared {
  /** What two pairs' strengths share before anything is known, lower half by rows: by the child's level, by their places, and the correlation of their own parts. */
  readonly level: Float64Array;
  readonly near: Float64Array;
  readonly twins: Float64Array;
}
const KEPT = 16;
const kept = new WeakMap<FilterParameters, Map<string, Shared>>();

/** Depends on the pairs alone, so it is worked out once for a row of pairs: a check asks for it at every card. */
export function sharedBefore(parameters: FilterParameters, pairs: readonly PairOfChild[]): Shared {
  const key = pairs.map((p) => `${p.gpc} ${p.place}`).join();
  const book = kept.get(parameters) ?? new Map<string, Shared>();
  kept.set(parameters, book);
  const old = book.get(key);
  if (old) return old;
  const { levelSd, slopeSd, nearSd, nearLength, twins: together } = parameters;
  const n = pairs.length;
  const half = (): Float64Array => new Float64Array((n * (n + 1)) / 2);
  const made: Shared = { level: half(), near: half(), twins: half() };
  const x = pairs.map((p) => along(p.place));
  for (let i = 0, at = 0; i < n; i += 1)
    for (let j = 0; j <= i; j += 1, at += 1) {
      const near =
        i === j
          ? 1
          : pairs[i]!.place === null || pairs[j]!.place === null
            ? 0
            : Math.exp(-Math.abs(pairs[i]!.place! - pairs[j]!.place!) / nearLength);
      made.level[at] = levelSd ** 2 + slopeSd ** 2 * x[i]! * x[j]!;
      made.near[at] = nearSd ** 2 * near;
      made.twins[at] = i !== j && twinned(pairs[i]!.gpc, pairs[j]!.gpc) ? together : 0;
    }
  if (book.size >= KEPT) book.clear();
  book.set(key, made);
  return made;
}
