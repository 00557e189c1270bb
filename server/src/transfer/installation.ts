/** A whole installation as one JSON file with a published schema, and such a file read into an empty installation. */
import type { PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import type { Db } from '../db/open.js';
import { erasures, schools } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import type { Far } from './far.js';
import { pagesOf } from './pages.js';
import { rowOf, TABLE_NAMES, TABLES, type TableName } from './tables.js';
import { flushTrail } from '../audit-log.js';

const INSTALLATION_FORMAT = 'keen-sapling-installation';
const ROWS_AT_ONCE = 400;

const installationFile = z.strictObject({
  format: z.literal(INSTALLATION_FORMAT),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  tables: z.strictObject(
    Object.fromEntries(TABLE_NAMES.map((name) => [name, z.array(rowOf(name))])) as Record<TableName, z.ZodArray<z.ZodObject>>,
  ),
});
export type InstallationFile = z.infer<typeof installationFile>;

/** The published schema: docs/installation.schema.json. */
export function installationSchema(): object {
  return z.toJSONSchema(installationFile, { io: 'input' });
}

/**
 * Everything there is as the text of the file, rows in the order of their keys so that two files of one state are the same. Tables
 * that refer to others are read first: what is written meanwhile may be missing, and nothing refers to what is not there.
 * @throws CutShort where a child was erased meanwhile: what was written already may name them
 */
export async function* installationText(db: Db, now: string, far?: Far): AsyncGenerator<string> {
  await flushTrail(db);
  const erased = async (): Promise<string> => JSON.stringify(await db.select({ id: erasures.id, doneAt: erasures.doneAt }).from(erasures));
  const before = await erased();
  yield `${JSON.stringify({ format: INSTALLATION_FORMAT, version: 1, madeAt: now }).slice(0, -1)},"tables":{`;
  for (const [k, name] of TABLE_NAMES.toReversed().entries()) {
    yield `${k > 0 ? ',' : ''}${JSON.stringify(name)}:[`;
    far?.begin(name);
    let first = true;
    for await (const rows of pagesOf(db, TABLES[name] as PgTable)) {
      const text = JSON.stringify(rows).slice(1, -1);
      far?.wrote(text.length);
      yield `${first ? '' : ','}${text}`;
      first = false;
    }
    yield ']';
  }
  if ((await erased()) !== before) throw new CutShort('A child was erased meanwhile.');
  far?.end();
  yield '}}';
}
/** What was being written is no whole file. */
class CutShort extends Error {
  override readonly name = 'CutShort';
}

/**
 * Reads a file into an installation that has no school yet, all of it or nothing.
 * @throws Refusal `already-set-up`, `bad-input` naming the first places that do not fit.
 */
export async function readInstallation(db: Db, file: unknown): Promise<Record<TableName, number>> {
  const parsed = installationFile.safeParse(file);
  if (!parsed.success)
    throw new ProblemError('bad-input', {
      detail: 'This is not a file of an installation that can be read. Nothing was written.',
      errors: parsed.error.issues.slice(0, 10).map((i) => ({ path: i.path.join('.') || 'file', message: i.message })),
    });
  const { tables } = parsed.data;
  if (tables.schools.length !== 1)
    throw new ProblemError('bad-input', { errors: [{ path: 'tables.schools', message: 'An installation has one school.' }] });
  let at: TableName = 'schools';
  try {
    return await db.transaction(async (tx) => {
      const [school] = await tx.select().from(schools);
      if (school) throw new ProblemError('already-set-up');
      const counts = {} as Record<TableName, number>;
      for (const name of TABLE_NAMES) {
        at = name;
        const rows = tables[name];
        for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
          await tx.insert(TABLES[name] as PgTable).values(rows.slice(from, from + ROWS_AT_ONCE));
        counts[name] = rows.length;
      }
      return counts;
    });
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    // a key that stands twice, or that refers to what is not there
    throw new ProblemError('bad-input', {
      detail: 'The file does not fit together. Nothing was written.',
      errors: [{ path: `tables.${at}`, message: 'A row refers to something that is not in the file, or stands in it twice.' }],
    });
  }
}
