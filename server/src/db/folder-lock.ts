/**
 * One process at a time has a data folder. It listens at a local socket in the folder: whoever finds an answer there stays
 * out. The system lets go of a socket when its process ends, however it ends, so nothing stale keeps anybody out, and it tells
 * processes apart that have the same number (two containers on one volume). Commands come in the same way: see `askRunning`.
 */
import { mkdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createConnection, createServer, type Server, type Socket } from 'node:net';
import { createHash, randomUUID } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join, relative, resolve } from 'node:path';

/** Longest address of a local socket on the systems this runs on, less one. */
const LONGEST = 103;
/** Taking a folder is a matter of some milliseconds: what is older was left by a process that ended in the middle of it. */
const TAKING_MS = 3000;
const LOOK_AGAIN_MS = 50;

/** Where the socket of a folder is: in it, or, where that path is too long for a socket, beside other temporary files. */
export function socketOf(folder: string): string {
  const inside = join(resolve(folder), 'in-use.sock');
  const short = relative(process.cwd(), inside);
  for (const path of [inside, short]) if (Buffer.byteLength(path) <= LONGEST) return path;
  return join(tmpdir(), `sapling-${createHash('sha256').update(inside).digest('hex').slice(0, 24)}.sock`);
}

function connect(path: string): Promise<Socket | null> {
  return new Promise((done) => {
    const socket = createConnection(path);
    socket.once('connect', () => done(socket));
    socket.once('error', () => done(null));
  });
}

/** How old a file or folder is, in milliseconds, by the clock of its own disk. */
function ageOf(path: string): number {
  const fresh = `${path}.now`;
  writeFileSync(fresh, '');
  try {
    return statSync(fresh).mtimeMs - statSync(path).mtimeMs;
  } finally {
    rmSync(fresh, { force: true });
  }
}

export interface FolderLock {
  /** What is done with a line that a command sends; the answer goes back. */
  answer: ((line: string) => Promise<string>) | undefined;
  release(): Promise<void>;
}

/** Whether a running process listens at this socket. */
async function answered(path: string): Promise<boolean> {
  const other = await connect(path);
  other?.destroy();
  return other !== null;
}

/**
 * Makes the folder by which one process at a time looks for an owner and becomes it; waits while another does. One that was
 * left behind is put aside first, which one of several that wait can do.
 * @returns false where meanwhile another process has become the owner
 */
async function beginTaking(path: string, taking: string): Promise<boolean> {
  for (;;) {
    try {
      mkdirSync(taking);
      return true;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    if (await answered(path)) return false;
    try {
      if (ageOf(taking) >= TAKING_MS) {
        const aside = `${taking}.${randomUUID()}`;
        renameSync(taking, aside);
        rmSync(aside, { recursive: true, force: true });
        continue;
      }
    } catch (error) {
      // done with, or put aside by another, between two looks
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    }
    await new Promise((next) => setTimeout(next, LOOK_AGAIN_MS));
  }
}

/** Takes the folder; null where a running process has it. */
export async function lockFolder(folder: string): Promise<FolderLock | null> {
  const path = socketOf(folder);
  const taking = `${path}.taking`;
  if (!(await beginTaking(path, taking))) return null;
  try {
    if (await answered(path)) return null;
    rmSync(path, { force: true });
    // of versions that kept a process number
    rmSync(join(folder, 'in-use.pid'), { force: true });
    const lock: FolderLock = { answer: undefined, release: async () => undefined };
    const server = await listen(path, lock);
    lock.release = () => new Promise((done) => server.close(() => done()));
    return lock;
  } finally {
    rmSync(taking, { recursive: true, force: true });
  }
}

function listen(path: string, lock: FolderLock): Promise<Server> {
  return new Promise((done, fail) => {
    const server = createServer((socket) => {
      socket.setEncoding('utf8');
      socket.on('error', () => socket.destroy());
      let line = '';
      socket.on('data', (chunk: string) => {
        line += chunk;
        if (line.length > 10_000) return void socket.destroy();
        if (!line.endsWith('\n')) return;
        const said = lock.answer ? lock.answer(line.trim()) : Promise.resolve('error The server is still starting.');
        void said.catch((error: unknown) => `error ${(error as Error).message}`).then((text) => socket.end(`${text}\n`));
      });
    });
    server.once('error', fail);
    server.listen(path, () => {
      server.unref();
      done(server);
    });
  });
}

/** Sends a line to the process that has this folder and gives what it answers; null where none has it. */
export async function askRunning(folder: string, line: string): Promise<string | null> {
  const socket = await connect(socketOf(folder));
  if (!socket) return null;
  socket.setEncoding('utf8');
  let said = '';
  return new Promise((done) => {
    socket.on('data', (chunk: string) => (said += chunk));
    socket.on('close', () => done(said.trim()));
    socket.write(`${line}\n`);
  });
}
