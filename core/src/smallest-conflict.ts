/** The smallest part of a list of demands that cannot all hold, so that a person knows what to give up. */

export interface SmallestConflict<T> {
  readonly items: readonly T[];
  /** Whether it was shown that no smaller set conflicts; otherwise only that nothing of this one can be left out. */
  readonly smallest: boolean;
}
/** How many smaller sets are tried before the proof is given up, unless said otherwise. */
const MOST_TRIED = 3000;

/**
 * First an irreducible set by halves (QuickXplain: Junker 2004), from both ends of the list; then every smaller set is
 * tried, until one conflicts or it is shown that none does. A slice at a time; stopped, it returns the smallest set it has.
 * @param all demands that cannot all hold.
 * @param cannot whether these demands cannot all hold.
 */
export function* smallestConflict<T>(
  all: readonly T[],
  cannot: (kept: readonly T[]) => boolean,
  signal?: { readonly aborted: boolean },
  mostTried = MOST_TRIED,
): Generator<number, SmallestConflict<T>> {
  let best: readonly T[] = all;
  for (const order of [all, all.slice().reverse()]) {
    const set = yield* irreducible(order, cannot, signal);
    if (set.length < best.length && cannot(set)) best = set;
  }
  let tried = 0;
  for (let size = 1; size < best.length; size += 1) {
    for (const subset of subsets(all, size)) {
      yield 0;
      if (signal?.aborted || (tried += 1) > mostTried) return { items: best, smallest: false };
      if (cannot(subset)) return { items: subset, smallest: true };
    }
  }
  return { items: best, smallest: true };
}

/** Runs a sliced computation to its end. */
export function drain<T>(steps: Generator<number, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Stopped, what is not looked at yet is taken for needed. */
function* irreducible<T>(
  order: readonly T[],
  cannot: (kept: readonly T[]) => boolean,
  signal: { readonly aborted: boolean } | undefined,
): Generator<number, T[]> {
  function* split(base: readonly T[], added: boolean, rest: readonly T[]): Generator<number, T[]> {
    yield 0;
    if (signal?.aborted) return [...rest];
    if (added && cannot(base)) return [];
    if (rest.length === 1) return [...rest];
    const half = rest.length >> 1;
    const [first, second] = [rest.slice(0, half), rest.slice(half)];
    const b = yield* split([...base, ...first], first.length > 0, second);
    const a = yield* split([...base, ...b], b.length > 0, first);
    return [...a, ...b];
  }
  return order.length === 0 ? [] : yield* split([], true, order);
}

function* subsets<T>(items: readonly T[], size: number, from = 0): Generator<T[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let k = from; k <= items.length - size; k += 1) for (const rest of subsets(items, size - 1, k + 1)) yield [items[k]!, ...rest];
}
