/**
 * Opens the database: PGlite in the data folder, or the PostgreSQL server that DATABASE_URL names. Runs
 * the migrations. A folder (or server) written by a newer version is refused before anything touches it.
 */
import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { breathing } from '../http/breathing.js';
import type { PGlite } from '@electric-sql/pglite';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import { drizzle as drizzlePostgres } from 'drizzle-orm/postgres-js';
import { migrate as migratePostgres } from 'drizzle-orm/postgres-js/migrator';
import postgres, { type Sql } from 'postgres';
import { openDurable } from './durable.js';
import { lockFolder, type FolderLock } from './folder-lock.js';
import * as schema from './schema.js';

export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
export interface OpenDatabase {
  readonly db: Db;
  /** The embedded database and the hold on its folder; neither where a server is named. */
  readonly embedded?: { readonly client: PGlite; readonly lock: FolderLock };
  /** The PostgreSQL server, which other processes may use as well. */
  readonly server?: Sql;
  /** Does something that only one process may do at a time. */
  alone<T>(work: () => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

export class DataFolderError extends Error {
  override readonly name = 'DataFolderError';
  constructor(
    readonly code: 'newer-version' | 'in-use' | 'damaged',
    message: string,
  ) {
    super(message);
  }
}

const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));
interface Journal {
  entries: { when: number }[];
}

/** How many migrations this version knows: the number of its data format. */
export function knownFormat(): number {
  const journal = JSON.parse(readFileSync(join(migrationsFolder, 'meta/_journal.json'), 'utf8')) as Journal;
  return journal.entries.length;
}

/**
 * Opens and migrates. `folder` is ignored where `url` is given.
 * @throws DataFolderError `newer-version`, `in-use` (another running process has it) or `damaged`.
 */
export async function openDatabase(where: { folder: string; url?: string | undefined }): Promise<OpenDatabase> {
  return where.url ? openServer(where.url) : openFolder(where.folder);
}

/** Stands in the data folder while a backup is being restored into it. */
export const RESTORING = '.restoring';
/** Stands there from before the database is made until it is whole. */
const FIRST_START = '.first-start';

/** Writes a small file so that it is there whole or as it was before. */
function keepWhole(file: string, text: string): void {
  const aside = openSync(`${file}.new`, 'w');
  try {
    writeSync(aside, text);
    fsyncSync(aside);
  } finally {
    closeSync(aside);
  }
  renameSync(`${file}.new`, file);
}

async function openFolder(folder: string): Promise<OpenDatabase> {
  mkdirSync(folder, { recursive: true });
  if (existsSync(join(folder, RESTORING)))
    throw new DataFolderError(
      'damaged',
      'Restoring a backup into this data folder was broken off. Run it again: npm run restore -- <backup file>. The backup is as it was.',
    );
  const marker = join(folder, 'sapling.json');
  const known = knownFormat();
  if (existsSync(marker)) {
    let stored: { format: number };
    try {
      stored = JSON.parse(readFileSync(marker, 'utf8')) as { format: number };
    } catch {
      throw new DataFolderError('damaged', `The file sapling.json in the data folder cannot be read. Nothing was changed.`);
    }
    if (stored.format > known)
      throw new DataFolderError(
        'newer-version',
        `The data folder was written by a newer version of Keen Sapling (format ${stored.format}; this one knows ${known}). Nothing was changed. Start the newer version, or name another folder in SAPLING_DATA.`,
      );
  }
  const lock = await lockFolder(folder);
  if (!lock)
    throw new DataFolderError(
      'in-use',
      'Another running process is using this data folder. End it first, or name another folder in SAPLING_DATA.',
    );
  let client: PGlite | undefined;
  try {
    // a first start that was broken off has made nothing that anybody was told of: it begins anew
    const first = join(folder, FIRST_START);
    if (existsSync(first) && !existsSync(marker)) rmSync(join(folder, 'database'), { recursive: true, force: true });
    if (!existsSync(join(folder, 'database'))) writeFileSync(first, '');
    client = await openDurable(join(folder, 'database'));
    letOthersIn(client);
    const db = drizzlePglite(client, { schema });
    await refuseNewer(db as unknown as Db, known);
    await migratePglite(db, { migrationsFolder });
    keepWhole(marker, `${JSON.stringify({ format: known })}\n`);
    rmSync(first, { force: true });
    const opened = client;
    return {
      db: db as unknown as Db,
      embedded: { client: opened, lock },
      alone: (work) => work(),
      close: async () => {
        await opened.close();
        await lock.release();
      },
    };
  } catch (error) {
    await client?.close().catch(() => undefined);
    await lock.release();
    if (error instanceof DataFolderError) throw error;
    throw new DataFolderError('damaged', whyNotOpened(error, folder));
  }
}

/**
 * The embedded database works on this thread, and one question after another would be answered without anything else being
 * let in: between two of them everybody has a turn.
 */
function letOthersIn(client: PGlite): void {
  const breath = breathing();
  const query = client.query.bind(client);
  // in a line of our own: of many that are asked at once, each begins when the one before has ended and others had their turn
  let last: Promise<unknown> = Promise.resolve();
  client.query = ((...asked: Parameters<typeof query>) => {
    const mine = last.then(breath).then(() => query(...asked));
    last = mine.catch(() => undefined);
    return mine;
  }) as typeof client.query;
}

/** What a person can do about a folder that does not open. */
function whyNotOpened(error: unknown, folder: string): string {
  const code = (error as NodeJS.ErrnoException).code ?? '';
  if (code === 'ENOSPC') return 'The disk is full, so the database cannot be opened. Make room and start again. Nothing was changed.';
  if (code === 'EROFS' || code === 'EACCES' || code === 'EPERM')
    return `The data folder cannot be written to (${code}). Give this process the right to write there, and start again. Nothing was changed.`;
  return [
    'The database in the data folder is damaged and cannot be opened.',
    `Put the folder aside as it is (${folder}), then restore the latest backup into an empty one: npm run restore -- <backup file>.`,
    `What the database said: ${String((error as Error).message ?? error).split('\n')[0]}`,
  ].join(' ');
}

/** The number of the lock under which one process at a time migrates, and fills an empty demo. */
const LOCK = 73_512_911;

/** By this name our connections are known at a PostgreSQL server. */
const NAME = 'keen-sapling';
/** How many other processes of ours have this database open: each listens to the others on a line of its own. */
export async function othersAt(client: Sql): Promise<number> {
  const [found] = await client<{ n: number }[]>`
    select count(*)::int as n from pg_stat_activity
    where datname = current_database() and application_name = ${NAME} and query ilike 'listen %'`;
  return found!.n;
}

async function openServer(url: string): Promise<OpenDatabase> {
  const client = postgres(url, { max: 10, onnotice: () => undefined, connection: { application_name: NAME } });
  const db = drizzlePostgres(client, { schema });
  const alone = async <T>(work: () => Promise<T>): Promise<T> => {
    // held by a connection of its own, and let go with it should this process end
    const held = await client.reserve();
    try {
      await held`select pg_advisory_lock(${LOCK})`;
      return await work();
    } finally {
      await held`select pg_advisory_unlock(${LOCK})`.catch(() => undefined);
      held.release();
    }
  };
  try {
    await alone(async () => {
      await refuseNewer(db as unknown as Db, knownFormat());
      await migratePostgres(db, { migrationsFolder });
    });
  } catch (error) {
    await client.end();
    throw error;
  }
  return { db: db as unknown as Db, server: client, alone, close: () => client.end({ timeout: 5 }) };
}

/** The database's own count of migrations, for a folder whose marker was lost and for a server. */
async function refuseNewer(db: Db, known: number): Promise<void> {
  const exists = await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`);
  if (!rows<{ there: boolean }>(exists)[0]?.there) return;
  const counted = await db.execute(sql`select count(*)::int as n from drizzle.__drizzle_migrations`);
  const n = rows<{ n: number }>(counted)[0]?.n ?? 0;
  if (n > known)
    throw new DataFolderError(
      'newer-version',
      `The database was written by a newer version of Keen Sapling (format ${n}; this one knows ${known}). Nothing was changed.`,
    );
}

/** Result rows, which the two drivers wrap differently. */
export function rows<T>(result: unknown): T[] {
  return (Array.isArray(result) ? result : (result as { rows: unknown[] }).rows) as T[];
}
