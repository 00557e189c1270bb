/**
 * Moves an installation from its folder into a PostgreSQL server, or back: every row of every table as it is, and the sound of
 * recordings. What is left behind stays as it was. Rows travel as JSON that the databases themselves write and read, so that no
 * type is changed on the way; the whole goes in one transaction, so that a move that breaks off has moved no school.
 */
import { getTableName, is, sql, Table } from 'drizzle-orm';
import { rows, type Db } from '../db/open.js';
import * as schema from '../db/schema.js';
import type { RecordingStore } from '../readings/recording-store.js';

/** Rows asked for at a time. */
const PAGE = 500;
/** Recordings travel by themselves: they may lie elsewhere on the other side. */
const BY_THEMSELVES = new Set(['recording_parts']);

export class MoveError extends Error {
  override readonly name = 'MoveError';
}

/** Tables of a database, each after those it refers to. */
async function tablesInOrder(db: Db): Promise<string[]> {
  const names = Object.values(schema)
    .filter((value) => is(value, Table))
    .map((table) => getTableName(table))
    .filter((name) => !BY_THEMSELVES.has(name));
  const links = rows<{ from: string; to: string }>(
    await db.execute(
      sql`select conrelid::regclass::text as "from", confrelid::regclass::text as "to" from pg_constraint where contype = 'f'`,
    ),
  );
  const needs = new Map(
    names.map((name) => [
      name,
      new Set(links.filter((l) => l.from === name || l.from === `"${name}"`).map((l) => l.to.replaceAll('"', ''))),
    ]),
  );
  const ordered: string[] = [];
  while (ordered.length < names.length) {
    const next = names.filter((n) => !ordered.includes(n) && [...needs.get(n)!].every((to) => to === n || ordered.includes(to)));
    if (next.length === 0) throw new Error('Tables refer to each other in a circle.');
    ordered.push(...next);
  }
  return ordered;
}

async function keyOf(db: Db, table: string): Promise<string[]> {
  const found = rows<{ name: string }>(
    await db.execute(
      sql`select a.attname as name from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any(i.indkey)
          where i.indrelid = ${`"${table}"`}::regclass and i.indisprimary order by array_position(i.indkey::int[], a.attnum::int)`,
    ),
  ).map((r) => r.name);
  if (found.length === 0) throw new Error(`The table ${table} has no key.`);
  return found;
}

/** How many rows of each table were moved. */
export type Moved = Readonly<Record<string, number>>;

/**
 * @param from and @param to both of this version's format; `to` without a school
 * @throws MoveError where there is a school already at the other end, or not all arrived
 */
export async function moveInstallation(
  from: { db: Db; recordingStore: RecordingStore },
  to: { db: Db; recordingStore: RecordingStore },
): Promise<Moved> {
  const count = async (db: Db, table: string): Promise<number> =>
    rows<{ n: number }>(await db.execute(sql.raw(`select count(*)::int as n from "${table}"`)))[0]!.n;
  if ((await count(to.db, 'schools')) > 0) throw new MoveError('There is a school already where this one is to go. Nothing was changed.');
  if ((await count(from.db, 'schools')) === 0) throw new MoveError('There is no school to move. Nothing was changed.');
  // recordings first: where they fail no school has moved yet, and the next try writes them anew
  const parts = new Map(
    rows<{ reading: string; parts: number }>(await from.db.execute(sql`select reading::text as reading, parts from recordings`)).map(
      (r) => [r.reading, r.parts],
    ),
  );
  let movedParts = 0;
  for (const reading of await from.recordingStore.readings())
    for (let part = 0; part < (parts.get(reading) ?? 0); part += 1) {
      const sound = await from.recordingStore.get(reading, part);
      if (!sound) continue;
      await to.recordingStore.put(reading, part, sound);
      movedParts += 1;
    }
  const moved: Record<string, number> = {};
  await to.db.transaction(async (transaction) => {
    const target = transaction as unknown as Db;
    for (const table of await tablesInOrder(from.db)) {
      // what the empty installation made for itself gives way
      await target.execute(sql.raw(`delete from "${table}"`));
      const key = await keyOf(from.db, table);
      const columns = key.map((c) => `t."${c}"`).join(', ');
      let last: string | undefined;
      moved[table] = 0;
      for (;;) {
        const after =
          last === undefined
            ? sql``
            : sql`where (${sql.raw(columns)}) > (select ${sql.raw(key.map((c) => `r."${c}"`).join(', '))} from json_populate_record(null::${sql.raw(`"${table}"`)}, ${last}::json) r)`;
        const page = rows<{ row: string }>(
          await from.db.execute(
            sql`select row_to_json(t)::text as row from ${sql.raw(`"${table}"`)} t ${after} order by ${sql.raw(columns)} limit ${sql.raw(String(PAGE))}`,
          ),
        ).map((r) => r.row);
        if (page.length === 0) break;
        await target.execute(
          sql`insert into ${sql.raw(`"${table}"`)} select * from json_populate_recordset(null::${sql.raw(`"${table}"`)}, ${`[${page.join(',')}]`}::json)`,
        );
        moved[table] += page.length;
        last = page.at(-1);
      }
      if (moved[table] !== (await count(target, table))) throw new MoveError(`Not every row of ${table} arrived. Nothing was changed.`);
    }
  });
  return { ...moved, 'parts of recordings': movedParts };
}
