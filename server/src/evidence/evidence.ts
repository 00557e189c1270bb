/** Reading evidence back: what is kept about a child, as it is handed to whoever judges it. */
import { and, eq, getTableColumns, gt, sql, type SQL } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { ObservationRow } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { children, classes, observations, readings, readingSteps, withdrawals } from '../db/schema.js';
import { breathing } from '../http/breathing.js';
import type { ChildFacts } from './judge-child.js';
import { loggedTeachingOf } from './logged-teaching.js';

export type Stored = typeof observations.$inferSelect;

export function toObservation(row: Stored): ObservationRow {
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(row)) if (value !== null && key !== 'receivedAt') out[key] = value;
  return out as unknown as ObservationRow;
}

/** Columns as one JSON object, as the contract has them: the database writes thousands of rows so in a fraction of the time. */
function asJson(columns: Readonly<Record<string, PgColumn>>): SQL {
  const fields = Object.entries(columns).flatMap(([name, column]) => [
    sql.raw(`'${name}'`),
    column.getSQLType().startsWith('timestamp')
      ? sql`to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`
      : sql`${column}`,
  ]);
  return sql`json_strip_nulls(json_build_object(${sql.join(fields, sql`, `)}))`;
}
const { receivedAt: _received, ...MARK } = getTableColumns(observations);
const READING = { id: readings.id, child: readings.child, at: readings.at, words: readings.words };
const { receivedAt: _stepReceived, child: _child, ...STEP } = getTableColumns(readingSteps);

/** So many rows are read at once: a child with years of answers keeps nobody waiting. */
const ROWS_AT_ONCE = 400;
/** All rows of a child as lists of JSON, by their keys. */
async function listsOf(db: Db, table: PgTable, id: PgColumn, columns: Readonly<Record<string, PgColumn>>, of: SQL): Promise<string[]> {
  const out: string[] = [];
  const breath = breathing();
  let after: string | null = null;
  for (;;) {
    await breath();
    const page: Page = await pageOf(db, table, id, columns, and(of, after === null ? undefined : gt(id, after)));
    if (page.list) out.push(page.list);
    if (page.n < ROWS_AT_ONCE) return out;
    after = page.last;
  }
}
interface Page {
  readonly n: number;
  readonly last: string | null;
  readonly list: string | null;
}
async function pageOf(
  db: Db,
  table: PgTable,
  id: PgColumn,
  columns: Readonly<Record<string, PgColumn>>,
  where: SQL | undefined,
): Promise<Page> {
  const rows = db
    .select({ id: sql`${id}`.as('id'), row: asJson(columns).as('row') })
    .from(table)
    .where(where)
    .orderBy(id)
    .limit(ROWS_AT_ONCE)
    .as('rows');
  const [page] = await db
    .select({
      n: sql<number>`count(*)::int`,
      last: sql<string | null>`max(${rows.id}::text)`,
      list: sql<string | null>`json_agg(${rows.row})::text`,
    })
    .from(rows);
  return page!;
}

/** Everything kept about a child that speaks of what they know. */
export async function factsOf(db: Db, childId: string): Promise<ChildFacts> {
  const marks = await listsOf(db, observations, observations.id, MARK, eq(observations.child, childId));
  const read = await listsOf(db, readings, readings.id, READING, eq(readings.child, childId));
  const steps = read.length === 0 ? [] : await listsOf(db, readingSteps, readingSteps.id, STEP, eq(readingSteps.child, childId));
  const [row] = await db
    .select({ year: classes.year })
    .from(children)
    .innerJoin(classes, eq(classes.id, children.classId))
    .where(eq(children.id, childId));
  const withdrawn = [...(await withdrawnOf(db, childId))];
  return { marks, withdrawn, readings: read, steps, teaching: await loggedTeachingOf(db, childId), year: row?.year ?? '' };
}

export async function withdrawnOf(db: Db, childId: string): Promise<Set<string>> {
  const gone = await db.select({ id: withdrawals.observation }).from(withdrawals).where(eq(withdrawals.child, childId));
  return new Set(gone.map((g) => g.id));
}

/** A number of pairs to a tenth, as it is shown. */
export const tenth = (x: number): number => Math.round(x * 10) / 10;
