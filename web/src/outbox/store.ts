/**
 * The device's own store (IndexedDB): what waits to be sent, checks and readings under way, and copies of what was last read.
 * All of it is sealed with the key of whoever is signed in (`seal.ts`); where there is none it is kept as it is, for nothing
 * may be lost.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { OutboxEntry } from '@sapling/contract';
import type { LocalCheck } from '../check/local-check.js';
import { clock } from '../clock.js';
import type { Waiting } from './create-outbox.js';
import type { LocalReading } from '../reading/local-reading.js';
import { keptAs } from '../base.js';
import { canSeal, deviceKey, open, openBytes, seal, sealBytes, type DeviceKey, type Sealed } from './seal.js';

export interface SoundPart {
  readonly reading: string;
  readonly part: number;
  readonly by: string;
  readonly mime: string;
  readonly blob: Blob;
}
/** In the clear, or sealed: as older versions and pages without TLS keep it, or as it is kept here. */
type Kept<T> = T | { readonly sealed: Sealed };
type KeptWaiting = Omit<Waiting, 'entry'> & ({ entry: OutboxEntry } | { sealed: Sealed });
type KeptSound = Omit<SoundPart, 'blob'> & ({ blob: Blob } | { sealed: Sealed });
interface Device extends DBSchema {
  outbox: { key: number; value: KeptWaiting };
  checks: { key: string; value: { id: string } & Kept<{ value: LocalCheck } | LocalCheck> };
  readings: { key: string; value: { id: string } & Kept<{ value: LocalReading } | LocalReading> };
  /** Recorded sound that has not been sent, part by part. */
  sound: { key: [string, number]; value: KeptSound };
  kept: { key: string; value: unknown };
  /** Keys of sign-ins that have not ended. */
  keys: { key: string; value: DeviceKey };
}

let opened: Promise<IDBPDatabase<Device>> | undefined;

/** What is kept on this device. Where it could not be opened, or the browser let it go, as some do in a page that slept, it is opened anew. */
function device(): Promise<IDBPDatabase<Device>> {
  opened ??= openDB<Device>(keptAs('sapling'), 4, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true });
        db.createObjectStore('kept');
      }
      // checks were held by pair before they were held by card; what was marked is in the outbox and on the server
      if (from === 1) db.deleteObjectStore('checks');
      if (from < 2) db.createObjectStore('checks', { keyPath: 'id' });
      if (from < 3) {
        db.createObjectStore('readings', { keyPath: 'id' });
        db.createObjectStore('sound', { keyPath: ['reading', 'part'] });
      }
      if (from < 4) db.createObjectStore('keys', { keyPath: 'id' });
    },
    blocking(_from, _to, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
    terminated() {
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
}

/** Copies are kept while somebody is signed in only: a reading that ends after signing out leaves none. */
let owner: string | undefined;
/** Keys that are on this device now, by their id, and the one that seals. */
const keys = new Map<string, DeviceKey>();
let sealing: DeviceKey | undefined;

/** Reads the keys of sign-ins that go on; those that have ended are thrown away. */
async function readKeys(): Promise<void> {
  const db = await device();
  for (const key of await db.getAll('keys'))
    if (key.until > clock.now()) keys.set(key.id, key);
    else await db.delete('keys', key.id);
}
async function dropKeys(but?: string): Promise<void> {
  const db = await device();
  for (const key of await db.getAll('keys')) if (key.by !== but) await db.delete('keys', key.id);
  for (const key of keys.values()) if (key.by !== but) keys.delete(key.id);
  if (sealing?.by !== but) sealing = undefined;
}

/**
 * Says whose copies are kept from now on; nobody's where it is undefined. What somebody else had read here goes first, and
 * their key with it.
 * @param secret of this colleague, from the server; left out without the network, where the device may have it still
 * @param until when the sign-in ends
 */
export async function keepFor(colleague: string, secret: string | undefined, until: string): Promise<void> {
  owner = undefined;
  const db = await device();
  await dropKeys(colleague);
  await readKeys();
  if (secret && canSeal()) {
    sealing = await deviceKey(secret, colleague, until);
    keys.set(sealing.id, sealing);
    await db.put('keys', sealing);
  } else sealing ??= [...keys.values()].find((key) => key.by === colleague);
  const before = await db.get('kept', OWNER);
  if (before !== colleague) {
    await clearCopies('and drafts');
    await db.put('kept', colleague, OWNER);
  }
  owner = colleague;
  lostSound = (await (await device()).getAll('sound')).filter(isLost).length;
  await sealWhatIsOpen();
}
/** So many parts of recorded sound are this colleague's and sealed with a key that is gone: counted when somebody signs in, since they are large. */
let lostSound = 0;
const isLost = (part: KeptSound): boolean => 'sealed' in part && part.by === owner && !keys.has(part.sealed.key);
const OWNER = 'owner';

const isSealed = (value: unknown): value is { readonly sealed: Sealed } => typeof value === 'object' && value !== null && 'sealed' in value;
/** As it was before it was kept. Undefined where its key is not here. */
async function opening(kept: unknown): Promise<unknown> {
  if (!isSealed(kept)) return kept;
  const key = keys.get(kept.sealed.key);
  return key && open(key, kept.sealed).catch(() => undefined);
}
const closing = async (value: unknown): Promise<unknown> => (sealing ? { sealed: await seal(sealing, value) } : value);

/** Sealing takes a moment, and what was made first is to be there first. */
let last: Promise<unknown> = Promise.resolve();
function inOrder<T>(work: () => Promise<T>): Promise<T> {
  const next = last.then(work, work);
  last = next.catch(() => undefined);
  return next;
}

export async function keep(key: string, value: unknown): Promise<void> {
  if (owner === undefined) return;
  const whose = owner;
  try {
    await inOrder(async () => {
      const sealed = await closing(value);
      const db = await device();
      if (owner === whose) await db.put('kept', sealed, key);
    });
  } catch {
    // a copy for offline reading is a comfort; without it the page still works
  }
}
export async function kept<T>(key: string): Promise<T | undefined> {
  try {
    const db = await device();
    if (keys.size === 0) await readKeys();
    return (await opening(await db.get('kept', key))) as T | undefined;
  } catch {
    return undefined;
  }
}
export const forget = (key: string): Promise<void> => inOrder(async () => (await device()).delete('kept', key));

/** What was opened of the records that wait, so that a long line of them is not opened for each one more. */
const openedWaiting = new Map<number, OutboxEntry>();

/** What waits to be sent, in the order made: all that can be opened here, which is what this colleague made. */
export async function waitingRecords(): Promise<{ readonly records: Waiting[]; readonly unreadable: number }> {
  const all = await (await device()).getAll('outbox');
  const records: Waiting[] = [];
  let unreadable = owner === undefined ? 0 : lostSound;
  for (const waiting of all) {
    if (!('sealed' in waiting)) {
      records.push(waiting);
      continue;
    }
    const { sealed, ...rest } = waiting;
    const entry = keys.has(sealed.key)
      ? (openedWaiting.get(rest.seq!) ?? ((await opening(waiting)) as OutboxEntry | undefined))
      : undefined;
    if (entry) {
      openedWaiting.set(rest.seq!, entry);
      records.push({ ...rest, entry });
    } else if (rest.by === owner) unreadable += 1;
  }
  return { records, unreadable };
}
/** Keeps these as they are now and removes those, in one. */
export function settleWaiting({
  put = [],
  remove = [],
}: {
  readonly put?: readonly Waiting[];
  readonly remove?: readonly number[];
}): Promise<void> {
  return inOrder(async () => {
    const sealed = await Promise.all(put.map(sealedWaiting));
    const tx = (await device()).transaction('outbox', 'readwrite');
    for (const waiting of sealed) void tx.store.put(waiting);
    for (const seq of remove) void tx.store.delete(seq);
    await tx.done;
    for (const seq of remove) openedWaiting.delete(seq);
  });
}
async function sealedWaiting({ entry, ...rest }: Waiting): Promise<KeptWaiting> {
  return sealing?.by === rest.by ? { ...rest, sealed: await seal(sealing, entry) } : { ...rest, entry };
}
/** Seals what this colleague has here in the clear: of an older version, or written in the moment in which a sign-in ended. */
const sealWhatIsOpen = (): Promise<void> =>
  inOrder(async () => {
    if (!sealing) return;
    for (const waiting of await (await device()).getAll('outbox'))
      if (!('sealed' in waiting) && waiting.by === sealing.by) await (await device()).put('outbox', await sealedWaiting(waiting));
  });
/** Removes this colleague's records, and recorded sound, that no key opens. */
export const dropUnreadable = (): Promise<void> =>
  inOrder(async () => {
    const db = await device();
    for (const w of await db.getAll('outbox'))
      if ('sealed' in w && w.by === owner && !keys.has(w.sealed.key)) await db.delete('outbox', w.seq!);
    if (lostSound > 0) for (const part of await db.getAll('sound')) if (isLost(part)) await db.delete('sound', [part.reading, part.part]);
    lostSound = 0;
  });

/**
 * Writes records, and the check or reading they change, in one transaction.
 * @throws DOMException where the device has no room
 */
export function keepStep(
  by: string,
  entries: readonly OutboxEntry[],
  held: { readonly check?: LocalCheck; readonly reading?: LocalReading },
): Promise<void> {
  return inOrder(async () => {
    const waiting = await Promise.all(entries.map((entry) => sealedWaiting({ by, entry })));
    const check = held.check && { id: held.check.id, ...((await closing({ value: held.check })) as { value: LocalCheck }) };
    const reading = held.reading && {
      id: held.reading.record.id,
      ...((await closing({ value: held.reading })) as { value: LocalReading }),
    };
    const tx = (await device()).transaction(['outbox', 'checks', 'readings'], 'readwrite', { durability: 'strict' });
    // what goes wrong with one is told by the whole
    const writing = (one: Promise<unknown>): void => void one.catch(() => undefined);
    try {
      for (const one of waiting) writing(tx.objectStore('outbox').add(one));
      if (check) writing(tx.objectStore('checks').put(check));
      if (reading) writing(tx.objectStore('readings').put(reading));
    } catch (error) {
      // what is refused before it is written ends nothing by itself: the rest would be kept without it
      tx.abort();
      await tx.done.catch(() => undefined);
      throw error;
    }
    await tx.done;
  });
}
async function local<T>(found: unknown): Promise<T | undefined> {
  const value = (await opening(found)) as { value: T } | T | undefined;
  return typeof value === 'object' && value !== null && 'value' in value ? value.value : value;
}
/** A check as this device holds it. */
export const localCheck = async (id: string): Promise<LocalCheck | undefined> =>
  local<LocalCheck>(await (await device()).get('checks', id));
export const localReading = async (id: string): Promise<LocalReading | undefined> =>
  local<LocalReading>(await (await device()).get('readings', id));
export const forgetLocal = (what: 'checks' | 'readings', id: string): Promise<void> =>
  inOrder(async () => (await device()).delete(what, id));

export const keepSound = ({ blob, ...part }: SoundPart): Promise<unknown> =>
  inOrder(async () => {
    const held = sealing?.by === part.by ? { sealed: await sealBytes(sealing, await blob.arrayBuffer()) } : { blob };
    return (await device()).put('sound', { ...part, ...held });
  });
/** The first part of this colleague's that waits. @param but readings whose sound is not asked for */
export async function nextSound(by: string, but: ReadonlySet<string> = new Set()): Promise<SoundPart | undefined> {
  for (const part of await (await device()).getAll('sound')) {
    if (part.by !== by || but.has(part.reading)) continue;
    if (!('sealed' in part)) return part;
    const key = keys.get(part.sealed.key);
    const bytes = key && (await openBytes(key, part.sealed).catch(() => undefined));
    const { sealed: _sealed, ...rest } = part;
    if (bytes) return { ...rest, blob: new Blob([bytes], { type: part.mime }) };
  }
  return undefined;
}
export const forgetSound = (reading: string, part: number): Promise<void> =>
  inOrder(async () => (await device()).delete('sound', [reading, part]));
/** How many parts wait here to be sent: of one reading, or of all. Those that can never be opened wait for nothing. */
export async function soundWaiting(reading?: string): Promise<number> {
  const all = await (await device()).getAll('sound');
  return all.filter((s) => (reading === undefined || s.reading === reading) && !isLost(s)).length;
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
/**
 * A sign-in ran out or was ended elsewhere: every copy goes, and the key; unfinished work waits, sealed, for whoever it belongs
 * to.
 */
export async function forgetCopies(): Promise<void> {
  owner = undefined;
  await clearCopies('but drafts');
  await inOrder(() => dropKeys());
}
/**
 * Removes every copy of what was read, names with it. What waits to be sent stays, or it would be lost: sealed, so that it is
 * read by nobody until whoever made it signs in again.
 */
export async function forgetEverythingRead(): Promise<void> {
  owner = undefined;
  await clearCopies('and drafts');
  await inOrder(() => dropKeys());
}
