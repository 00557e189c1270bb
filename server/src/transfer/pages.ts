/** A table of any size in pages by its key, so that nobody waits for the whole of it and it is never in memory at once. */
import { and, asc, getTableColumns, sql, type Column, type SQL } from 'drizzle-orm';
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core';
import type { Db } from '../db/open.js';

const ROWS = 300;

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
  for (;;) {
    const rows = (await db
      .select()
      .from(table as PgTable)
      .where(and(where, after))
      .orderBy(...order)
      .limit(ROWS)) as T['$inferSelect'][];
    if (rows.length > 0) yield rows;
    if (rows.length < ROWS) return;
    const last = rows.at(-1) as Record<string, unknown>;
    const values = sql.join(
      key.map(([name, column]) => sql`${sql.param(last[name], column)}`),
      sql`, `,
    );
    after = sql`(${tuple}) > (${values})`;
  }
}
