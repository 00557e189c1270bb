/** The device's own store (IndexedDB): what waits to be sent, checks under way, and copies of what was last read. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { LocalCheck } from '../check/local-check.js';
import type { Waiting } from './create-outbox.js';
import type { LocalReading } from '../reading/local-reading.js';
import { keptAs } from '../base.js';

export interface SoundPart {
  readonly reading: string;
  readonly part: number;
  readonly by: string;
  readonly mime: string;
  readonly blob: Blob;
}
interface Device extends DBSchema {
  outbox: { key: number; value: Waiting };
  checks: { key: string; value: LocalCheck; indexes: { by: string } };
  readings: { key: string; value: LocalReading & { id: string } };
  /** Recorded sound that has not been sent, part by part. */
  sound: { key: [string, number]; value: SoundPart };
  kept: { key: string; value: unknown };
}

let opened: Promise<IDBPDatabase<Device>> | undefined;

export function device(): Promise<IDBPDatabase<Device>> {
  opened ??= openDB<Device>(keptAs('sapling'), 3, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true });
        db.createObjectStore('kept');
      }
      // checks were held by pair before they were held by card; what was marked is in the outbox and on the server
      if (from === 1) db.deleteObjectStore('checks');
      if (from < 2) db.createObjectStore('checks', { keyPath: 'id' }).createIndex('by', 'by');
      if (from < 3) {
        db.createObjectStore('readings', { keyPath: 'id' });
        db.createObjectStore('sound', { keyPath: ['reading', 'part'] });
      }
    },
    blocking(_from, _to, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  });
  return opened;
}

/** Copies are kept while somebody is signed in only: a reading that ends after signing out leaves none. */
let owner: string | undefined;

/** Says whose copies are kept from now on; nobody's where it is undefined. What somebody else had read here goes first. */
export async function keepFor(colleague: string | undefined): Promise<void> {
  owner = undefined;
  if (colleague === undefined) return;
  const db = await device();
  const before = await db.get('kept', OWNER);
  if (before !== colleague) {
    await clearCopies('and drafts');
    await db.put('kept', colleague, OWNER);
  }
  owner = colleague;
}
const OWNER = 'owner';

export async function keep(key: string, value: unknown): Promise<void> {
  if (owner === undefined) return;
  try {
    await (await device()).put('kept', value, key);
  } catch {
    // a copy for offline reading is a comfort; without it the page still works
  }
}
export async function kept<T>(key: string): Promise<T | undefined> {
  try {
    return (await (await device()).get('kept', key)) as T | undefined;
  } catch {
    return undefined;
  }
}
export async function forget(key: string): Promise<void> {
  await (await device()).delete('kept', key);
}

/** Work under way that is in no record yet: how far a session has come, what is typed for its log. */
const DRAFT = 'run:';

async function clearCopies(drafts: 'and drafts' | 'but drafts'): Promise<void> {
  const db = await device();
  const tx = db.transaction(['kept', 'checks', 'readings'], 'readwrite');
  for (const key of await tx.objectStore('kept').getAllKeys())
    if (drafts === 'and drafts' || !(key.startsWith(DRAFT) || key === OWNER)) void tx.objectStore('kept').delete(key);
  void tx.objectStore('checks').clear();
  void tx.objectStore('readings').clear();
  await tx.done;
}
/** A sign-in ran out or was ended elsewhere: every copy goes, and unfinished work waits for whoever it belongs to. */
export async function forgetCopies(): Promise<void> {
  owner = undefined;
  await clearCopies('but drafts');
}
/**
 * Removes every copy of what was read, names with it. What waits to be sent stays, or it would be lost: records with the keys
 * of children, what was said and noted, and sound that was recorded. It is sent under the sign-in of whoever made it, and
 * nothing here shows it to anybody else.
 */
export async function forgetEverythingRead(): Promise<void> {
  owner = undefined;
  await clearCopies('and drafts');
}
