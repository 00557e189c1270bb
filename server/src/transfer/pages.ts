/** A table of any size in pages by its key, so that nobody waits for the whole of it and it is never in memory at once. */
import { and, asc, getTableColumns, sql, type Column, type SQL } from 'drizzle-orm';
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core';
import type { Db } from '../db/open.js';

const ROWS = 300;
const FEWEST = 20;
const MOST = 1000;
/** A page that takes longer than this holds up others, one that takes less than a third of it could be larger: rows differ in weight. */
const PAGE_MS = 40;

/** The columns of a table’s primary key. */
function keyOf(table: PgTable): [string, Column][] {
  const columns = Object.entries(getTableColumns(table)) as [string, Column][];
  const { primaryKeys } = getTableConfig(table);
  const names = new Set(primaryKeys[0]?.columns.map((c) => c.name));
  return columns.filter(([, c]) => c.primary || names.has(c.name));
}

/** All rows, in the order of their keys. A row written meanwhile is there or not; none comes twice. */
export async function* pagesOf<T extends PgTable>(db: Db, table: T, where?: SQL): AsyncGenerator<T['$inferSelect'][]> {
  const key = keyOf(table);
  const order = key.map(([, column]) => asc(column));
  const tuple = sql.join(
    key.map(([, column]) => sql`${column}`),
    sql`, `,
  );
  let after: SQL | undefined;
  let most = ROWS;
  for (;;) {
    const began = performance.now();
    const rows = (await db
      .select()
      .from(table as PgTable)
      .where(and(where, after))
      .orderBy(...order)
      .limit(most)) as T['$inferSelect'][];
    const took = performance.now() - began;
    if (rows.length > 0) yield rows;
    if (rows.length < most) return;
    most = took > PAGE_MS ? Math.max(FEWEST, Math.floor(most / 2)) : took < PAGE_MS / 3 ? Math.min(MOST, 2 * most) : most;
    const last = rows.at(-1) as Record<string, unknown>;
    const values = sql.join(
      key.map(([name, column]) => sql`${sql.param(last[name], column)}`),
      sql`, `,
    );
    after = sql`(${tuple}) > (${values})`;
  }
}
