/**
 * What can be done from the command line beside running the server: `backup`, `restore <file>`, `check-backup <file>`,
 * `new-password <email>`, `move to-server` and `move to-folder`. A server that runs is asked over the socket in its data folder; otherwise the folder is opened here.
 */
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { makePasswordLink } from './auth/password-link.js';
import { makeBackup, restoreBackup } from './backup/backup.js';
import { checkBackup } from './backup/pack.js';
import type { Config } from './config.js';
import { askRunning } from './db/folder-lock.js';
import { openDatabase, othersAt, type Db } from './db/open.js';
import { FolderRecordings, recordingStoreOf } from './readings/recording-store.js';
import { moveInstallation } from './transfer/move.js';
import { colleagues } from './db/schema.js';

export const COMMANDS = ['backup', 'restore', 'check-backup', 'new-password', 'move'] as const;
export type Command = (typeof COMMANDS)[number];
export class CommandError extends Error {
  override readonly name = 'CommandError';
}

/** The part of an address that sets a password. @throws CommandError where nobody has this address */
export async function passwordPath(db: Db, email: string, now: string): Promise<string> {
  const [found] = await db.select().from(colleagues).where(eq(colleagues.email, email.trim().toLowerCase()));
  if (!found) throw new CommandError('Nobody here has this email address.');
  if (!found.active) await db.update(colleagues).set({ active: true }).where(eq(colleagues.id, found.id));
  const { secret } = await makePasswordLink(db, found.id, null, now);
  return `/new-password#${secret}`;
}

/** Asks the server that runs; null where none does. @throws CommandError with what it said went wrong */
async function asked(config: Config, line: string): Promise<string | null> {
  const said = await askRunning(config.folder, line);
  if (said?.startsWith('error ')) throw new CommandError(said.slice('error '.length));
  return said;
}

/** From the folder into the PostgreSQL server that DATABASE_URL names, or from there into an empty folder. */
async function move(config: Config, where: string): Promise<string> {
  if (where !== 'to-server' && where !== 'to-folder') throw new CommandError('Say where to: move to-server, or move to-folder.');
  if (config.databaseUrl === undefined) throw new CommandError('Name the PostgreSQL server in DATABASE_URL.');
  const folder = await openDatabase({ folder: config.folder });
  try {
    const server = await openDatabase({ folder: config.folder, url: config.databaseUrl });
    try {
      if ((await othersAt(server.server!)) > 0)
        throw new CommandError('A server of Keen Sapling is running on this database. End it first. Nothing was changed.');
      const here = { db: folder.db, recordingStore: new FolderRecordings(config.folder) };
      const there = { db: server.db, recordingStore: await recordingStoreOf(config, server.db, false) };
      const moved = await (where === 'to-server' ? moveInstallation(here, there) : moveInstallation(there, here));
      const all = Object.values(moved).reduce((a, b) => a + b, 0);
      return `Moved: ${moved.children ?? 0} children, ${moved.observations ?? 0} answers, ${all} rows in all. What was left behind is as it was.`;
    } finally {
      await server.close();
    }
  } finally {
    await folder.close();
  }
}

/** Runs a command and returns what is to be printed. @throws CommandError, BackupError, DataFolderError, MoveError */
export async function runCommand(config: Config, command: Command, [argument]: readonly string[], now: string): Promise<string> {
  const needed = (what: string): string => {
    if (!argument) throw new CommandError(`Name ${what}.`);
    return argument;
  };
  if (command === 'check-backup') {
    const { writtenAt, rows } = await checkBackup(needed('the backup file'));
    return `The backup of ${writtenAt} opens: ${rows.children![0]} children, ${rows.observations![0]} answers.`;
  }
  if (command === 'restore') {
    const { writtenAt } = await restoreBackup(needed('the backup file'), config.folder);
    return `The backup of ${writtenAt} stands in ${config.folder}. Start the server.`;
  }
  const folder = config.backups ?? join(config.folder, 'backups');
  if (command === 'backup') {
    const said = await asked(config, 'backup');
    if (said !== null) return said;
    const { embedded, close } = await openDatabase({ folder: config.folder, url: config.databaseUrl });
    try {
      if (!embedded) throw new CommandError('The database is a PostgreSQL server: back it up with its own tools (pg_dump).');
      const { name } = await makeBackup(embedded.client, { data: config.folder, folder }, now);
      return `Written and opened: ${join(folder, name)}`;
    } finally {
      await close();
    }
  }
  if (command === 'move') return move(config, needed('where to: to-server or to-folder'));
  const email = needed('the email address of the colleague');
  const said = await asked(config, `new-password ${email}`);
  if (said !== null) return said;
  const { db, close } = await openDatabase({ folder: config.folder, url: config.databaseUrl });
  try {
    return `Open this page of your installation within a day: ${await passwordPath(db, email, now)}`;
  } finally {
    await close();
  }
}
