/**
 * The outbox of this browser. A mark is written to the device first and is safe from then on; sending happens on its own, in
 * the order made, as often as it takes (`createOutbox`). The server stores each id once.
 */
import { OUTBOX_BATCH, type OutboxEntry } from '@sapling/contract';
import { useSyncExternalStore } from 'react';
import { call, Problem, Unreachable } from '../api/client.js';
import type { LocalCheck } from '../check/local-check.js';
import type { LocalReading } from '../reading/local-reading.js';
import { createOutbox, SendError, type OutboxState } from './create-outbox.js';
import { dropUnreadable as dropThem, keepStep, settleWaiting, waitingRecords } from './store.js';
import { keptAs } from '../base.js';

export type { OutboxState } from './create-outbox.js';

const tabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(keptAs('sapling-outbox'));

const outbox = createOutbox({
  store: {
    all: waitingRecords,
    settle: async (change) => {
      await settleWaiting(change);
      tabs?.postMessage('changed');
    },
  },
  send: async (entries) => {
    try {
      return (await call('sendOutbox', { body: { entries: [...entries] } })).results;
    } catch (error) {
      if (error instanceof Unreachable) throw new SendError('offline');
      if (!(error instanceof Problem)) throw error;
      if (error.code === 'not-signed-in') throw new SendError('signed out');
      if (error.code === 'too-large') throw new SendError('too large');
      throw error.code === 'bad-input' || error.code === 'server-error' ? new SendError('failed') : error;
    }
  },
  clock: {
    after: (ms, then) => {
      const timer = setTimeout(then, ms);
      return () => clearTimeout(timer);
    },
  },
  batch: OUTBOX_BATCH,
});

/** Starts sending for this colleague. Call once signed in, and again when somebody else signs in. */
export const startOutbox = (colleagueId: string): void => void outbox.start(colleagueId);
export const stopOutbox = (): void => outbox.stop();
export const retryRefused = (): Promise<void> => outbox.retryRefused();
export const dropRefused = (seq: number): Promise<void> => outbox.drop(seq);
/** Throws away for good what was sealed here with a key that is gone. */
export async function dropUnreadable(): Promise<void> {
  await dropThem();
  await outbox.count();
}
export const noteReach = (reached: boolean): void => outbox.noteReach(reached);
export const useOutbox = (): OutboxState => useSyncExternalStore(outbox.watch, outbox.state);

/**
 * Writes entries (and the check or reading they change) to the device in one transaction, then sends when it can.
 * @throws DOMException where the device has no room: the caller must say so, the mark is not kept.
 */
export async function post(
  by: string,
  entries: readonly OutboxEntry[],
  held: { check?: LocalCheck; reading?: LocalReading } = {},
): Promise<void> {
  const written = outbox.writing(entries.length);
  try {
    await keepStep(by, entries, held);
  } catch (error) {
    written(false);
    throw error;
  }
  written(true);
  if (entries.length === 0) return;
  tabs?.postMessage('changed');
  void outbox.send();
}

/** Ids that have not reached the server yet. */
export async function waitingIds(): Promise<Set<string>> {
  return new Set((await waitingRecords()).records.map((w) => w.entry.id));
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void outbox.send());
  window.addEventListener('offline', () => outbox.noteReach(false));
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') void outbox.send();
  });
  tabs?.addEventListener('message', () => void outbox.countIfReadable());
}
