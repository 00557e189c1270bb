/**
 * Optimistic locking: whoever changes something names the version it rests on, and is refused with what is there now where
 * somebody was quicker. Nothing is overwritten unseen. The rows are what a school keeps under a key of its own: words, cues,
 * rules, texts, orders, styles.
 */
import { and, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import type { PgColumn, PgTable, PgUpdateSetSource } from 'drizzle-orm/pg-core';
import type { Db } from '../db/open.js';
import { ProblemError } from './problem.js';

type Row<T extends PgTable> = T['$inferInsert'];
interface Versioned {
  readonly version: PgColumn;
  /** When it was taken away; tables without it never lose a row. */
  readonly removedAt?: PgColumn;
}
/** What is saved, without its key, its version and whether it was taken away. */
type Values<T extends PgTable, K extends keyof Row<T>> = Omit<Row<T>, K | 'version' | 'removedAt'>;

/**
 * Saves a row under its key if it still has this version: 0 where there is none yet, or it was taken away.
 * @returns the row as it is now; null where somebody was quicker, and nothing was changed
 */
export async function saveVersioned<T extends PgTable & Versioned, K extends keyof Row<T> & keyof T & string>(
  db: Db,
  table: T,
  key: { readonly [P in K]: Row<T>[P] },
  version: number,
  values: Values<T, K>,
): Promise<T['$inferSelect'] | null> {
  const { removedAt } = table;
  const next = { ...values, version: version + 1, ...(removedAt ? { removedAt: null } : {}) };
  // version 0 finds a row only where it was taken away; a version finds just the row that has it
  const quiet: SQL = version === 0 ? (removedAt ? isNotNull(removedAt) : sql`false`) : eq(table.version, version);
  const rows =
    version === 0
      ? await db
          .insert(table)
          .values({ ...key, ...next } as Row<T>)
          .onConflictDoUpdate({
            target: columnsOf(table, key),
            // a version never comes twice: a page from before it was taken away does not fit what is there now
            set: { ...next, version: sql`${table.version} + 1` } as unknown as PgUpdateSetSource<T>,
            setWhere: quiet,
          })
          .returning()
      : await db
          .update(table)
          .set(next as PgUpdateSetSource<T>)
          .where(and(matches(table, key), quiet))
          .returning();
  return (rows as T['$inferSelect'][])[0] ?? null;
}

/** Takes a row away that still has this version. @returns whether it did */
export async function removeVersioned<
  T extends PgTable & Versioned & { readonly removedAt: PgColumn },
  K extends keyof Row<T> & keyof T & string,
>(db: Db, table: T, key: { readonly [P in K]: Row<T>[P] }, version: number, now: string): Promise<boolean> {
  const gone = await db
    .update(table)
    .set({ removedAt: now, version: version + 1 } as unknown as PgUpdateSetSource<T>)
    .where(and(matches(table, key), eq(table.version, version), isNull(table.removedAt)))
    .returning();
  return (gone as unknown[]).length > 0;
}

/** Why a change was not made: another version is there, or nothing is. */
export const conflictWith = (current: unknown): ProblemError =>
  current === undefined ? new ProblemError('not-found') : new ProblemError('newer-version', { current });

/** What was saved as it is read. @throws ProblemError `newer-version` with what is there now, or `not-found` */
export function savedOrConflict<T>(saved: unknown, current: T | undefined): T {
  if (saved === null || saved === false || current === undefined) throw conflictWith(current);
  return current;
}

const columnsOf = (table: PgTable, key: object): PgColumn[] =>
  Object.keys(key).map((name) => (table as unknown as Record<string, PgColumn>)[name]!);
const matches = (table: PgTable, key: object): SQL | undefined =>
  and(...Object.entries(key).map(([name, value]) => eq((table as unknown as Record<string, PgColumn>)[name]!, value)));
