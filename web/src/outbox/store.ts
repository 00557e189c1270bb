/** The device's own store (IndexedDB): what waits to be sent, checks under way, and copies of what was last read. */
import type { OutboxEntry } from '@sapling/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { LocalCheck } from '../check/local-check.js';
import type { LocalReading } from '../reading/local-reading.js';

export interface Waiting {
  seq?: number;
  /** The colleague who made it: it is sent under their sign-in only. */
  by: string;
  entry: OutboxEntry;
  /** Why the server would not take it. */
  refused?: string;
}
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
  opened ??= openDB<Device>('sapling', 3, {
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
let keeping = false;
export function setKeeping(on: boolean): void {
  keeping = on;
}

export async function keep(key: string, value: unknown): Promise<void> {
  if (!keeping) return;
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
/** Removes every copy of what was read, names with it. What waits to be sent stays: it holds ids, no names. */
export async function forgetEverythingRead(): Promise<void> {
  setKeeping(false);
  const db = await device();
  await db.clear('kept');
  await db.clear('checks');
  await db.clear('readings');
}
