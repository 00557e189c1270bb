/**
 * The outbox. A mark is written to the device first and is safe from then on; sending happens on its own,
 * in the order made, as often as it takes. The server stores each id once.
 */
import { OUTBOX_BATCH, type OutboxEntry } from '@sapling/contract';
import { useSyncExternalStore } from 'react';
import { call, Problem, Unreachable } from '../api/client.js';
import type { LocalCheck } from '../check/local-check.js';
import type { LocalReading } from '../reading/local-reading.js';
import { device, type Waiting } from './store.js';

export interface OutboxState {
  readonly waiting: number;
  readonly refused: readonly Waiting[];
  readonly reach: 'reached' | 'offline' | 'signed out';
}
let state: OutboxState = { waiting: 0, refused: [], reach: 'reached' };
let user = '';
const watchers = new Set<() => void>();
const tabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('sapling-outbox');
const RETRY_MS = [1500, 3000, 6000, 12_000, 20_000];
let failures = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
let sending = false;
let again = false;

function set(change: Partial<OutboxState>): void {
  state = { ...state, ...change };
  for (const watcher of watchers) watcher();
}

/** Starts sending for this colleague. Call once signed in, and again when somebody else signs in. */
export function startOutbox(colleagueId: string): void {
  user = colleagueId;
  set({ reach: 'reached' });
  failures = 0;
  void count().then(send);
}
export function stopOutbox(): void {
  user = '';
  clearTimeout(timer);
  set({ waiting: 0, refused: [], reach: 'reached' });
}

export function useOutbox(): OutboxState {
  return useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    () => state,
  );
}

/**
 * Writes entries (and the check or reading they change) to the device in one transaction, then sends when it can.
 * @throws DOMException where the device has no room: the caller must say so, the mark is not kept.
 */
export async function post(
  by: string,
  entries: readonly OutboxEntry[],
  held: { check?: LocalCheck; reading?: LocalReading } = {},
): Promise<void> {
  const db = await device();
  const tx = db.transaction(['outbox', 'checks', 'readings'], 'readwrite', { durability: 'strict' });
  for (const entry of entries) void tx.objectStore('outbox').add({ by, entry });
  if (held.check) void tx.objectStore('checks').put(held.check);
  if (held.reading) void tx.objectStore('readings').put({ ...held.reading, id: held.reading.record.id });
  await tx.done;
  if (entries.length === 0) return;
  set({ waiting: state.waiting + entries.length });
  tabs?.postMessage('changed');
  void send();
}

async function count(): Promise<void> {
  const mine = (await (await device()).getAll('outbox')).filter((w) => w.by === user);
  set({ waiting: mine.filter((w) => w.refused === undefined).length, refused: mine.filter((w) => w.refused !== undefined) });
}

/** Ids that have not reached the server yet. */
export async function waitingIds(): Promise<Set<string>> {
  return new Set((await (await device()).getAll('outbox')).map((w) => w.entry.id));
}

export async function send(): Promise<void> {
  if (sending) {
    again = true;
    return;
  }
  if (!user) return;
  sending = true;
  clearTimeout(timer);
  timer = undefined;
  try {
    for (;;) {
      again = false;
      const db = await device();
      const mine = (await db.getAll('outbox')).filter((w) => w.by === user && w.refused === undefined).slice(0, OUTBOX_BATCH);
      if (mine.length === 0 && !again) break;
      if (mine.length > 0) await deliver(mine);
    }
    failures = 0;
    await count();
  } catch (error) {
    await count();
    if (error instanceof Problem && error.code === 'not-signed-in') set({ reach: 'signed out' });
    else {
      set({ reach: error instanceof Unreachable ? 'offline' : state.reach });
      timer = setTimeout(() => void send(), RETRY_MS[Math.min(failures, RETRY_MS.length - 1)]);
      failures += 1;
    }
  } finally {
    sending = false;
  }
}

async function deliver(batch: readonly Waiting[]): Promise<void> {
  const { results } = await call('sendOutbox', { body: { entries: batch.map((w) => w.entry) } });
  const outcome = new Map(results.map((r) => [r.id, r]));
  const db = await device();
  const tx = db.transaction('outbox', 'readwrite');
  for (const waiting of batch) {
    const result = outcome.get(waiting.entry.id);
    if (!result) continue;
    if (result.status === 'refused') void tx.store.put({ ...waiting, refused: result.reason ?? 'The server would not take it.' });
    else void tx.store.delete(waiting.seq!);
  }
  await tx.done;
  set({ reach: 'reached' });
  await count();
  tabs?.postMessage('changed');
}

/** Tries the refused entries once more (after a class was given back, say). */
export async function retryRefused(): Promise<void> {
  const db = await device();
  for (const waiting of (await db.getAll('outbox')).filter((w) => w.by === user && w.refused !== undefined)) {
    const { refused: _refused, ...rest } = waiting;
    await db.put('outbox', rest);
  }
  await count();
  await send();
}

/** Says whether other calls reached the server, so that the indicator is true between marks. */
export function noteReach(reached: boolean): void {
  const back = reached && state.reach === 'offline';
  if (reached ? state.reach !== 'reached' : state.reach === 'reached') set({ reach: reached ? 'reached' : 'offline' });
  if (back) void send();
  if (!reached && user && !timer) timer = setTimeout(() => void send(), RETRY_MS[0]);
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void send());
  window.addEventListener('offline', () => set({ reach: 'offline' }));
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') void send();
  });
  tabs?.addEventListener('message', () => void count());
}
