/**
 * What goes on by itself while a server runs, each hour: recordings, leavers, what was written and the record of who looked go when their day has come, states are renewed
 * for the new day, a backup is made each day. A start waits for none of it; only what must be gone is looked at at once.
 */
import type { Logger } from 'pino';
import type { Backups } from './backup/service.js';
import { dueLeavers } from './children/leavers.js';
import { eraseChild } from './children/erase.js';
import { changing } from './db/held.js';
import type { Db } from './db/open.js';
import { renewStates } from './evidence/states.js';
import { forgetOldTries } from './http/tries.js';
import { renewTallies } from './progress/trust.js';
import { purgeWritten } from './retention.js';
import { purgeRecordings } from './readings/recordings.js';
import type { RecordingStore } from './readings/recording-store.js';

const EVERY_MS = 3_600_000;
/** Work that can wait begins so long after a start, when the first pages have been read. */
const FIRST_MS = 120_000;

interface Parts {
  readonly db: Db;
  readonly recordingStore: RecordingStore;
  readonly backups: Backups;
  readonly now: () => string;
  readonly log: Logger;
  /** Told when what was answered before no longer holds. */
  readonly changed: () => void;
}

/** Deletes what has its day: whether or not somebody looks. */
async function purge({ db, recordingStore, now }: Parts): Promise<void> {
  await purgeRecordings(db, recordingStore, now());
  await purgeWritten(db, now());
  await forgetOldTries(db, now());
  const gone = await dueLeavers(db, now());
  if (gone.length === 0) return;
  await changing(db, async () => {
    for (const child of gone) await eraseChild(db, recordingStore, child);
  });
}

/** Begins it. Returns what ends it. */
export function startUpkeep(parts: Parts): { stop(): void } {
  const { db, backups, now, log, changed } = parts;
  const done = (what: string, work: Promise<unknown>): Promise<unknown> => work.catch((error: unknown) => log.error({ err: error }, what));
  const renew = async (): Promise<void> => {
    await done('states', renewStates(db, now()));
    await done(
      'foretold',
      renewTallies(db).then((otherwise) => otherwise && changed()),
    );
    await done('backup', backups.makeDaily());
  };
  const clean = (): Promise<unknown> => done('purge', purge(parts).then(changed));
  void clean();
  const first = setTimeout(() => void renew(), FIRST_MS);
  const hourly = setInterval(() => void clean().then(renew), EVERY_MS);
  for (const timer of [first, hourly]) timer.unref();
  return {
    stop() {
      clearTimeout(first);
      clearInterval(hourly);
    },
  };
}
