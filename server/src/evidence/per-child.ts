/**
 * What a page of the whole school works out of each child's evidence beside their state, kept in memory with what it rests on:
 * asked again, only children of whom something is new are worked out.
 */
import type { Db } from '../db/open.js';
import { factsOf } from './evidence.js';
import type { ChildFacts, Grounds } from './judge-child.js';
import { groundsOf, type ChildRow } from './states.js';

/** The most children whose results are kept. */
const MOST_KEPT = 3000;
/** How many children are on their way at once: the next is read while one is worked out. */
const AT_ONCE = 4;

export class PerChild<T> {
  static readonly #all: PerChild<unknown>[] = [];
  readonly #kept = new WeakMap<Db, Map<string, { stamp: string; value: T }>>();

  constructor() {
    PerChild.#all.push(this);
  }

  /** The results of these children, by child. `also` says what else a child's rests on. */
  async of(
    db: Db,
    rows: readonly ChildRow[],
    also: (row: ChildRow) => string,
    work: (facts: ChildFacts, grounds: Grounds, row: ChildRow) => Promise<T>,
  ): Promise<Map<string, T>> {
    const grounds = await groundsOf(db, rows);
    const kept = this.#kept.get(db) ?? new Map<string, { stamp: string; value: T }>();
    this.#kept.set(db, kept);
    const stampOf = (row: ChildRow): string => `${grounds(row).stamp} ${grounds(row).taught} ${also(row)}`;
    const out = new Map<string, T>();
    const stale = rows.filter((row) => {
      const found = kept.get(row.id);
      if (found?.stamp !== stampOf(row)) return true;
      out.set(row.id, found.value);
      return false;
    });
    const one = async (): Promise<void> => {
      for (let row = stale.shift(); row; row = stale.shift()) {
        const on = grounds(row);
        const facts = await factsOf(db, row.id);
        const value = await work(facts, on, row);
        out.set(row.id, value);
        kept.delete(row.id);
        if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
        kept.set(row.id, { stamp: stampOf(row), value });
      }
    };
    await Promise.all(Array.from({ length: Math.min(AT_ONCE, stale.length) }, one));
    return out;
  }

  /** Nothing of a child who is erased stays. */
  static forget(db: Db): void {
    for (const one of PerChild.#all) one.#kept.delete(db);
  }
}
