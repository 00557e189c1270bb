/**
 * Who looked at and changed what, written a moment after it happened and many at once: an answer does not wait for it, and a
 * school full of readers does not sync the disk for each page. What is kept of a mark says itself who made it; what a power cut can take
 * is the record of the last moment's reading.
 */
import type { Logger } from 'pino';
import type { Db } from './db/open.js';
import { trail } from './db/schema.js';

type Line = typeof trail.$inferInsert;
const SOON_MS = 150;
const AGAIN_MS = 5000;
/** More than this waiting means that the database takes nothing: the oldest go, and the log says so. */
const MOST_WAITING = 20_000;
const AT_ONCE = 500;

export class AuditLog {
  #waiting: Line[] = [];
  #writing: Promise<void> | undefined;
  #timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly db: Db,
    private readonly log: Logger,
  ) {
    books.set(db, this);
  }

  note(line: Line): void {
    this.#waiting.push(line);
    if (this.#waiting.length > MOST_WAITING) {
      this.#waiting.splice(0, AT_ONCE);
      this.log.error('the record of who looked cannot be written');
    }
    this.#soon(SOON_MS);
  }

  /** Writes what waits, now. What cannot be written is tried again; never throws. */
  async flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.#writing ??= this.#write().finally(() => (this.#writing = undefined));
    await this.#writing;
  }

  async #write(): Promise<void> {
    while (this.#waiting.length > 0) {
      const some = this.#waiting.slice(0, AT_ONCE);
      try {
        await this.db.insert(trail).values(some).onConflictDoNothing();
      } catch (error) {
        this.log.error({ err: error }, 'trail');
        this.#soon(AGAIN_MS);
        return;
      }
      this.#waiting.splice(0, some.length);
    }
  }

  #soon(ms: number): void {
    if (this.#timer) return;
    this.#timer = setTimeout(() => {
      this.#timer = undefined;
      void this.flush();
    }, ms);
    this.#timer.unref();
  }
}

const books = new WeakMap<Db, AuditLog>();
/** Has everything written that was noted of this installation: before the record is read, changed or taken along. */
export const flushTrail = async (db: Db): Promise<void> => books.get(db)?.flush();
