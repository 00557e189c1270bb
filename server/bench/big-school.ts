/**
 * A large school, made from the demo by copying it: `children` times 40 children, each with `eras` times the demo's history, an
 * era of six weeks before the other. For measuring only: the copies have the names of the first.
 *
 *   npx tsx server/bench/big-school.ts <folder> <copies> <eras>
 */
import { sql } from 'drizzle-orm';
import { openDatabase, type Db } from '../src/db/open.js';
import { seedDemo } from '../src/demo/seed.js';

/** A key of its own for a copy, the same each time. */
const key = (column: string, copy: string): string => {
  const hash = `md5(${column}::text || '${copy}')`;
  // a UUID that says it is one (version 4)
  return `case when ${column} is null then null else (substr(${hash}, 1, 12) || '4' || substr(${hash}, 14, 3) || '8' || substr(${hash}, 18))::uuid end`;
};
/** A moment an era earlier. */
const earlier = (column: string, era: number): string => `${column} - interval '${era * 42} days'`;

interface Table {
  readonly name: string;
  /** Columns that are keys of something that is copied too. */
  readonly keys: readonly string[];
  /** Moments that are moved with the era. */
  readonly times?: readonly string[];
  /** Days (text, YYYY-MM-DD) that are moved with the era. */
  readonly days?: readonly string[];
  /** JSON in which keys of children stand. */
  readonly lists?: readonly string[];
  /** Copied once a copy, not once an era. */
  readonly once?: true;
}
const TABLES: readonly Table[] = [
  { name: 'classes', keys: ['id'], once: true },
  { name: 'class_colleagues', keys: ['class_id'], once: true },
  { name: 'children', keys: ['id', 'class_id'], once: true },
  { name: 'checks', keys: ['id', 'child'], times: ['started_at', 'finished_at'] },
  { name: 'observations', keys: ['id', 'child', 'check', 'replaces'], times: ['at', 'received_at'] },
  { name: 'readings', keys: ['id', 'child'], times: ['at'] },
  { name: 'reading_steps', keys: ['id', 'reading', 'child', 'marking'], times: ['at', 'received_at'] },
  { name: 'groups', keys: ['id'], once: true },
  { name: 'group_members', keys: ['group_id', 'child_id'], once: true },
  { name: 'sessions', keys: ['id', 'group_id'], days: ['on'], lists: ['members'] },
  { name: 'logs', keys: ['id', 'session'], times: ['at'] },
];
/** Keys of these stay those of the copy whatever the era: children and classes have one record. */
const LASTING = new Set(['child', 'child_id', 'class_id', 'group_id']);

async function copyTable(db: Db, table: Table, copy: number, era: number): Promise<void> {
  const found = await db.execute(sql.raw(`select column_name from information_schema.columns where table_name = '${table.name}'`));
  const columns = (found as unknown as { rows: { column_name: string }[] }).rows.map((r) => r.column_name);
  /** The same child, class or group: the demo's own in the first copy. */
  const lasting = (column: string): string => (copy === 0 ? column : key(column, `${copy}`));
  const value = (column: string): string => {
    const quoted = `"${column}"`;
    if (table.keys.includes(column)) return table.once || LASTING.has(column) ? lasting(quoted) : key(quoted, `${copy}/${era}`);
    if (table.times?.includes(column)) return earlier(quoted, era);
    if (table.days?.includes(column)) return `to_char(${quoted}::date - ${era * 42}, 'YYYY-MM-DD')`;
    if (table.lists?.includes(column)) return `(select jsonb_agg(${lasting('v')}) from jsonb_array_elements_text(${quoted}) v)`;
    return quoted;
  };
  await db.execute(
    sql.raw(
      `insert into ${table.name} (${columns.map((c) => `"${c}"`).join(', ')}) select ${columns.map(value).join(', ')} from ${table.name}_first on conflict do nothing`,
    ),
  );
}

export async function bigSchool(folder: string, copies: number, eras: number, now: string): Promise<void> {
  const { db, close } = await openDatabase({ folder });
  await seedDemo(db, now);
  for (const { name } of TABLES) await db.execute(sql.raw(`create temp table ${name}_first as select * from ${name}`));
  for (let copy = 0; copy < copies; copy += 1)
    for (let era = 0; era < eras; era += 1)
      for (const table of TABLES) {
        if (table.once ? era > 0 || copy === 0 : copy === 0 && era === 0) continue;
        await copyTable(db, table, copy, era);
      }
  await db.execute(sql.raw('update children set evidence_version = evidence_version + 1'));
  await db.execute(sql.raw('analyze'));
  await close();
}
if (process.argv[1]?.endsWith('big-school.ts')) {
  const [folder = '', copies = '10', eras = '6'] = process.argv.slice(2);
  await bigSchool(folder, Number(copies), Number(eras), process.env.SAPLING_NOW ?? '2026-11-25T10:00:00.000Z');
}
