/**
 * Backups while the server runs: the whole database as it stands at one moment, and the recordings beside it, in one file (tar,
 * gzip) that is checked by opening it before it counts. Kept in the data folder or where SAPLING_BACKUPS says; so many, then
 * the oldest go.
 */
import {
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { knownFormat, RESTORING } from '../db/open.js';
import { apart } from '../work/apart.js';
import { BackupError, checkBackup, COUNTED, countRows, filesIn, unpack, type Manifest } from './pack.js';

/** How many backups are kept, where nothing is said. */
export const KEPT = 14;
const NAME = /^keen-sapling-\d{4}-\d{2}-\d{2}-\d{6}\.tar\.gz$/;
/** So many files are read or copied at once: one at a time, each would wait behind every request of a busy server. */
const AT_ONCE = 64;
export interface Backup {
  readonly name: string;
  readonly at: string;
  readonly bytes: number;
}
/**
 * Writes a backup beside the others and returns it. All but the copying is done in a thread of its own.
 * @throws BackupError where the file does not hold what it should; it is thrown away then
 */
export async function makeBackup(client: PGlite, where: { data: string; folder: string; keep?: number }, now: string): Promise<Backup> {
  mkdirSync(where.folder, { recursive: true });
  const name = `keen-sapling-${now.slice(0, 10)}-${now.slice(11, 19).replaceAll(':', '')}.tar.gz`;
  const aside = join(where.folder, `.${name}.part`);
  const copy = join(where.folder, `.${name}.copy`);
  try {
    // marks may come while it is copied: the copy holds what was there before, and no more than was there after
    const before = await countRows(client);
    await copyDatabase(client, join(where.data, 'database'), join(copy, 'database'));
    const after = await countRows(client);
    await copyRecordings(join(where.data, 'recordings'), join(copy, 'recordings'));
    const rows = Object.fromEntries(
      COUNTED.map((t) => [t, [Math.min(before[t]!, after[t]!), Math.max(before[t]!, after[t]!)] as [number, number]]),
    );
    await apart('packBackup', { copy, file: aside, manifest: { format: knownFormat(), writtenAt: now, rows } });
    renameSync(aside, join(where.folder, name));
  } finally {
    rmSync(copy, { recursive: true, force: true });
    rmSync(aside, { force: true });
  }
  for (const old of listBackups(where.folder).slice(where.keep || KEPT)) rmSync(join(where.folder, old.name), { force: true });
  return listBackups(where.folder).find((b) => b.name === name)!;
}

/** Every folder below a folder: a database does not open without its empty ones. */
function foldersIn(folder: string, below = ''): string[] {
  return readdirSync(join(folder, below), { withFileTypes: true }).flatMap((entry) => {
    if (!entry.isDirectory()) return [];
    const path = below ? `${below}/${entry.name}` : entry.name;
    return [path, ...foldersIn(folder, path)];
  });
}
/**
 * Copies the files of the database as they stand at one moment, and holds others up as shortly as may be: first everything,
 * while work goes on; then, in one go between two queries, what has changed since. Nothing else writes to them: the database
 * runs in this process.
 */
async function copyDatabase(client: PGlite, from: string, to: string): Promise<void> {
  const seen = new Map<string, string>();
  const mark = (file: string): string => {
    const { mtimeMs, size } = statSync(join(from, file));
    return `${mtimeMs} ${size}`;
  };
  for (const folder of foldersIn(from)) mkdirSync(join(to, folder), { recursive: true });
  const copyOne = async (file: string): Promise<void> => {
    try {
      const before = mark(file);
      await copyFile(join(from, file), join(to, file), constants.COPYFILE_FICLONE);
      seen.set(file, before);
    } catch {
      // gone meanwhile
    }
  };
  const files = filesIn(from);
  for (let k = 0; k < files.length; k += AT_ONCE) await Promise.all(files.slice(k, k + AT_ONCE).map(copyOne));
  await client.exec('checkpoint');
  // from here to the end nothing else has a turn
  for (const folder of foldersIn(from)) mkdirSync(join(to, folder), { recursive: true });
  const now = new Set(filesIn(from));
  for (const file of now) if (seen.get(file) !== mark(file)) copyFileSync(join(from, file), join(to, file), constants.COPYFILE_FICLONE);
  for (const file of seen.keys()) if (!now.has(file)) rmSync(join(to, file), { force: true });
}
async function copyRecordings(from: string, to: string): Promise<void> {
  mkdirSync(to, { recursive: true });
  if (!existsSync(from)) return;
  for (const file of filesIn(from)) {
    if (!file.endsWith('.part')) continue;
    mkdirSync(dirname(join(to, file)), { recursive: true });
    // one that is deleted meanwhile is not in it
    await copyFile(join(from, file), join(to, file)).catch(() => undefined);
  }
}

/** Puts a backup into an empty data folder. @throws BackupError where the folder holds something, or the backup is newer */
export async function restoreBackup(file: string, data: string): Promise<Manifest> {
  const aside = join(data, RESTORING);
  // what there is beside a restore that was broken off is its own
  if (existsSync(aside)) for (const name of [...RESTORED, RESTORING]) rmSync(join(data, name), { recursive: true, force: true });
  if (existsSync(data) && readdirSync(data).some((name) => name !== 'backups'))
    throw new BackupError('The data folder is not empty. Put what is in it aside first; nothing was changed.');
  const { format } = await checkBackup(file);
  if (format > knownFormat())
    throw new BackupError(
      `This backup was made by a newer version (format ${format}; this one knows ${knownFormat()}). Nothing was changed.`,
    );
  // as long as this folder is there no server starts: a restore that is broken off is never taken for a whole one
  mkdirSync(aside, { recursive: true });
  const manifest = await unpack(file, aside);
  writeFileSync(join(aside, 'sapling.json'), `${JSON.stringify({ format })}\n`);
  for (const name of filesIn(aside)) syncFile(join(aside, name));
  for (const name of RESTORED) if (existsSync(join(aside, name))) renameSync(join(aside, name), join(data, name));
  syncFile(data);
  rmSync(aside, { recursive: true });
  return manifest;
}
/** What a restore puts into a data folder. */
const RESTORED = ['database', 'recordings', 'sapling.json'];
/** Has a file or a folder on the disk before anything rests on it. */
function syncFile(path: string): void {
  const descriptor = openSync(path, 'r');
  try {
    fsyncSync(descriptor);
  } finally {
    closeSync(descriptor);
  }
}

/** The backups there are, the latest first. */
export function listBackups(folder: string): Backup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .reverse()
    .map((name) => {
      const [, day, time] = /(\d{4}-\d{2}-\d{2})-(\d{6})/.exec(name)!;
      return { name, at: `${day}T${time!.replace(/(..)(..)(..)/, '$1:$2:$3')}.000Z`, bytes: statSync(join(folder, name)).size };
    });
}
/** The path of a backup. @throws BackupError where there is none of that name */
export function backupFile(folder: string, name: string): string {
  if (!NAME.test(name) || !existsSync(join(folder, name))) throw new BackupError('There is no such backup.');
  return join(folder, name);
}
