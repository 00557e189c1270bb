/** What is acknowledged is on the disk, a folder has one process, and a damaged one says so. */
import fs, {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readlinkSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { afterEach, describe, expect, inject, it } from 'vitest';
import { openDurable } from '../src/db/durable.js';
import { askRunning, lockFolder, socketOf } from '../src/db/folder-lock.js';
import { openDatabase } from '../src/db/open.js';

const made: string[] = [];
const folder = (): string => {
  const path = mkdtempSync(join(tmpdir(), 'sapling-durable-'));
  made.push(path);
  return path;
};
afterEach(() => {
  for (const path of made.splice(0)) rmSync(path, { recursive: true, force: true });
});

/**
 * A power cut: what a disk holds is each file as it was last synced. `run` works on a database that was just opened; what is
 * returned is a folder with the files as they would be found.
 */
async function afterPowerCut(open: (at: string) => Promise<PGlite>, run: (db: PGlite) => Promise<unknown>): Promise<string> {
  const [live, disk] = [join(folder(), 'live'), join(folder(), 'disk')];
  cpSync(join(inject('emptyFolder'), 'database'), live, { recursive: true });
  const db = await open(live);
  cpSync(live, disk, { recursive: true });
  const really = fs.fsyncSync;
  fs.fsyncSync = (descriptor) => {
    really(descriptor);
    const file = readlinkSync(`/proc/self/fd/${descriptor}`);
    const to = join(disk, relative(live, file));
    mkdirSync(dirname(to), { recursive: true });
    if (existsSync(file)) copyFileSync(file, to);
  };
  try {
    await run(db);
  } finally {
    fs.fsyncSync = really;
  }
  // the process is gone now: nothing is closed
  void db;
  return disk;
}
const marks = async (db: PGlite): Promise<void> => {
  await db.exec('create table if not exists marks (n int)');
  for (let n = 0; n < 200; n += 1) await db.query('insert into marks values ($1)', [n]);
};
const counted = async (at: string): Promise<number> => {
  const db = await openDurable(at);
  const { rows } = await db.query<{ n: number }>(`select count(*)::int as n from marks`).catch(() => ({ rows: [{ n: 0 }] }));
  await db.close();
  return rows[0]!.n;
};

describe('a power cut', () => {
  it('takes no acknowledged mark', async () => {
    expect(await counted(await afterPowerCut(openDurable, marks))).toBe(200);
  });
  it('would take them without the sync: the test can tell', async () => {
    const plain = async (at: string): Promise<PGlite> => {
      const db = new PGlite(at);
      await db.waitReady;
      return db;
    };
    expect(await counted(await afterPowerCut(plain, marks))).toBeLessThan(200);
  });
});

describe('a data folder', () => {
  it('has one process, and a socket or number left by one that is gone keeps nobody out', async () => {
    const at = folder();
    // left by an older version, with the number of a process that runs
    writeFileSync(join(at, 'in-use.pid'), String(process.ppid));
    const first = (await lockFolder(at))!;
    expect(await lockFolder(at)).toBeNull();
    await first.release();
    // a process that was killed leaves its socket
    const other = spawn(process.execPath, [
      '-e',
      `require('net').createServer().listen(${JSON.stringify(socketOf(at))},()=>console.log('up'))`,
    ]);
    await new Promise((up) => other.stdout.once('data', up));
    expect(await lockFolder(at)).toBeNull();
    other.kill('SIGKILL');
    await new Promise((gone) => other.once('exit', gone));
    expect(existsSync(socketOf(at))).toBe(true);
    const second = await lockFolder(at);
    expect(second).not.toBeNull();
    await second!.release();
  });

  it('is taken by one of many that start at once', async () => {
    const at = folder();
    const locks = await Promise.all(Array.from({ length: 6 }, () => lockFolder(at)));
    expect(locks.filter((l) => l !== null)).toHaveLength(1);
    await locks.find((l) => l !== null)!.release();
  });

  it('is taken after a process was killed in the very moment of taking it, by one of many that wait', async () => {
    const at = folder();
    mkdirSync(`${socketOf(at)}.taking`);
    const locks = await Promise.all(Array.from({ length: 6 }, () => lockFolder(at)));
    expect(locks.filter((l) => l !== null)).toHaveLength(1);
    await locks.find((l) => l !== null)!.release();
    expect(readdirSync(at).filter((name) => name.includes('taking') || name.includes('.now'))).toEqual([]);
  });

  it('has a place for commands', async () => {
    const at = folder();
    expect(await askRunning(at, 'hello')).toBeNull();
    const lock = (await lockFolder(at))!;
    lock.answer = async (line) => `heard ${line}`;
    expect(await askRunning(at, 'hello')).toBe('heard hello');
    lock.answer = () => Promise.reject(new Error('no room'));
    expect(await askRunning(at, 'hello')).toBe('error no room');
    await lock.release();
  });

  it('that is damaged says so in plain words, with the way back', async () => {
    const at = folder();
    cpSync(inject('emptyFolder'), at, { recursive: true });
    truncateSync(join(at, 'database/global/pg_control'), 100);
    await expect(openDatabase({ folder: at })).rejects.toMatchObject({
      code: 'damaged',
      message: expect.stringContaining('restore the latest backup') as string,
    });
    // and is not held any more
    expect(readdirSync(at)).not.toContain('in-use.sock');
  });
});
