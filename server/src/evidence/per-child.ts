/**
 * What a page of the whole school works out of each child's evidence beside their state, kept with what it rests on: asked again,
 * or after a start, only children of whom something is new are worked out.
 */
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { childResults } from '../db/schema.js';
import type { Work } from '../work/pool.js';
import { factsOf } from './evidence.js';
import type { ChildFacts, Grounds } from './judge-child.js';
import { groundsOf, type ChildRow } from './states.js';

/** How many children are on their way at once: the next is read while one is worked out. */
const AT_ONCE = 4;
/** So many are read at once. */
const READ_AT_ONCE = 200;

export class PerChild<T> {
  /**
   * @param name under which results are kept; another one where they are worked out otherwise
   * @typeParam T what JSON can hold
   */
  constructor(readonly name: string) {}

  /**
   * The results of these children, by child. `also` says what else a child's rests on.
   * @throws the signal's reason where it is broken off: what was worked out by then is kept
   */
  async of(
    db: Db,
    rows: readonly ChildRow[],
    also: (row: ChildRow) => string,
    work: (facts: ChildFacts, grounds: Grounds, row: ChildRow) => Promise<T>,
    { signal, onStep }: Work = {},
  ): Promise<Map<string, T>> {
    const grounds = await groundsOf(db, rows);
    const stampOf = (row: ChildRow): string => `${grounds(row).stamp} ${grounds(row).taught} ${also(row)}`;
    const out = new Map<string, T>();
    const kept = new Map<string, { stamp: string; value: unknown }>();
    for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
      const ids = rows.slice(from, from + READ_AT_ONCE).map((row) => row.id);
      const of = and(eq(childResults.name, this.name), inArray(childResults.child, ids));
      for (const row of await db.select().from(childResults).where(of)) kept.set(row.child, row);
    }
    const stale: ChildRow[] = [];
    for (const row of rows) {
      const found = kept.get(row.id);
      if (found?.stamp === stampOf(row)) out.set(row.id, found.value as T);
      else stale.push(row);
    }
    const toDo = stale.length;
    const one = async (): Promise<void> => {
      for (let row = stale.shift(); row; row = stale.shift()) {
        signal?.throwIfAborted();
        const value = await work(await factsOf(db, row.id), grounds(row), row);
        const found = { child: row.id, name: this.name, stamp: stampOf(row), value };
        await db
          .insert(childResults)
          .values(found)
          .onConflictDoUpdate({ target: [childResults.child, childResults.name], set: found });
        out.set(row.id, value);
        onStep?.(out.size - rows.length + toDo, toDo);
      }
    };
    await Promise.all(Array.from({ length: Math.min(AT_ONCE, stale.length) }, one));
    return out;
  }
}
