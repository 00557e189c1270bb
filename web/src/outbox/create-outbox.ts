/**
 * The order in which records that wait on a device are sent, and what becomes of them: in the order made, in batches, as often
 * as it takes. One record that the server cannot take never holds up the others: a batch that fails as a whole is halved until
 * the one at fault stands alone, and that one waits behind the rest. It knows neither browser nor network: both are given.
 */
import type { OutboxEntry } from '@sapling/contract';

export interface Waiting {
  seq?: number;
  /** The colleague who made it: it is sent under their sign-in only. */
  by: string;
  entry: OutboxEntry;
  /** Why the server would not take it. */
  refused?: string;
}
export interface Result {
  readonly id: string;
  readonly status: 'stored' | 'already' | 'refused';
  readonly reason?: string | undefined;
}
/** Why a batch did not go: `offline`, `signed out`, `too large` for the server, or `failed` in it. */
export type SendFault = 'offline' | 'signed out' | 'too large' | 'failed';
export class SendError extends Error {
  override readonly name = 'SendError';
  constructor(readonly fault: SendFault) {
    super(fault);
  }
}

export interface OutboxParts {
  readonly store: {
    /** All that can be read here, and how many of this colleague's cannot. */
    all(): Promise<{ readonly records: readonly Waiting[]; readonly unreadable: number }>;
    /** Keeps these as they are now and removes those, in one. */
    settle(change: { readonly put?: readonly Waiting[]; readonly remove?: readonly number[] }): Promise<unknown>;
  };
  /** Sends entries in order. @throws SendError */
  readonly send: (entries: readonly OutboxEntry[]) => Promise<readonly Result[]>;
  readonly clock: {
    /** Calls back after so many milliseconds; returns what calls it off. */
    after(ms: number, then: () => void): () => void;
  };
  /** The most that goes in one batch. */
  readonly batch: number;
}
export interface OutboxState {
  /** Stored on this device and not sent. */
  readonly waiting: number;
  /** Being written to the device, and not surely there yet. */
  readonly unsaved: number;
  readonly refused: readonly Waiting[];
  /** Sealed on this device with a key that the server no longer gives. */
  readonly unreadable: number;
  readonly reach: 'reached' | 'offline' | 'signed out';
}
export interface Outbox {
  state(): OutboxState;
  watch(watcher: () => void): () => void;
  /** Sends for this colleague from now on. */
  start(colleague: string): Promise<void>;
  stop(): void;
  /** Sends what waits; at once where nothing is being sent, else after that. */
  send(): Promise<void>;
  /** Counts anew what waits: another page of this browser may have changed it. */
  count(): Promise<void>;
  /** The same, where nobody is told that the device cannot be read. */
  countIfReadable(): Promise<void>;
  /** Says that so many are being written: until the returned function is called they count as unsaved, stored or not. */
  writing(n: number): (stored: boolean) => void;
  /** Tries refused records once more. */
  retryRefused(): Promise<void>;
  /** Throws a refused record away for good. */
  drop(seq: number): Promise<void>;
  /** What other calls found, so that the state is true between records. */
  noteReach(reached: boolean): void;
}

/** How long is waited after the first, second, … failure in a row, in milliseconds. */
export const RETRY_MS = [1500, 3000, 6000, 12_000, 20_000] as const;

export function createOutbox({ store, send: sendEntries, clock, batch }: OutboxParts): Outbox {
  let state: OutboxState = { waiting: 0, unsaved: 0, refused: [], unreadable: 0, reach: 'reached' };
  let user = '';
  let failures = 0;
  let callOff: (() => void) | undefined;
  let sending = false;
  let again = false;
  let writes = 0;
  const watchers = new Set<() => void>();

  const set = (change: Partial<OutboxState>): void => {
    state = { ...state, ...change };
    for (const watcher of watchers) watcher();
  };
  const mine = async (): Promise<Waiting[]> => (await store.all()).records.filter((w) => w.by === user);
  const count = async (): Promise<void> => {
    let found: Awaited<ReturnType<typeof store.all>>;
    let before: number;
    // what was stored while it was counted is not in it: never fewer than there are
    do {
      before = writes;
      found = await store.all();
    } while (before !== writes);
    const all = found.records.filter((w) => w.by === user);
    set({
      waiting: all.filter((w) => w.refused === undefined).length,
      refused: all.filter((w) => w.refused !== undefined),
      unreadable: found.unreadable,
    });
  };
  /** Counted by the way: where the device cannot be read just now, what was counted before stands. */
  const countIfReadable = (): Promise<void> => count().catch(() => undefined);
  const later = (): void => {
    callOff?.();
    callOff = clock.after(RETRY_MS[Math.min(failures, RETRY_MS.length - 1)]!, () => void send());
    failures += 1;
  };

  /** Sends one batch. Returns the records that it could not send for reasons of their own. */
  async function deliver(list: readonly Waiting[]): Promise<Waiting[]> {
    let results: readonly Result[];
    try {
      results = await sendEntries(list.map((w) => w.entry));
    } catch (error) {
      const fault = error instanceof SendError ? error.fault : undefined;
      if (fault !== 'too large' && fault !== 'failed') throw error;
      if (list.length > 1) {
        const half = Math.ceil(list.length / 2);
        return [...(await deliver(list.slice(0, half))), ...(await deliver(list.slice(half)))];
      }
      if (fault === 'failed') return [...list];
      await store.settle({ put: [{ ...list[0]!, refused: 'This record is larger than the server takes.' }] });
      return [];
    }
    const outcome = new Map(results.map((r) => [r.id, r]));
    const put: Waiting[] = [];
    const remove: number[] = [];
    for (const waiting of list) {
      const result = outcome.get(waiting.entry.id);
      if (result?.status === 'refused') put.push({ ...waiting, refused: result.reason ?? 'The server would not take it.' });
      else if (result) remove.push(waiting.seq!);
    }
    await store.settle({ put, remove });
    set({ reach: 'reached' });
    await count();
    return list.filter((w) => !outcome.has(w.entry.id));
  }

  async function send(): Promise<void> {
    if (sending) {
      again = true;
      return;
    }
    if (!user) return;
    sending = true;
    callOff?.();
    callOff = undefined;
    try {
      // what failed by itself in this round stands back, so that all behind it goes
      const back = new Set<number>();
      for (;;) {
        again = false;
        const list = (await mine()).filter((w) => w.refused === undefined && !back.has(w.seq!)).slice(0, batch);
        if (list.length === 0) {
          if (again) continue;
          break;
        }
        for (const waiting of await deliver(list)) back.add(waiting.seq!);
      }
      if (back.size > 0) later();
      else failures = 0;
      await count();
    } catch (error) {
      await countIfReadable();
      const fault = error instanceof SendError ? error.fault : undefined;
      if (fault === 'signed out') set({ reach: 'signed out' });
      else {
        if (fault === 'offline') set({ reach: 'offline' });
        later();
      }
    } finally {
      sending = false;
    }
    // what was written while it was counted at the end has asked to be sent, too: nobody would send it before the next mark
    if (again && !callOff && user && state.reach === 'reached') await send();
  }

  return {
    state: () => state,
    watch: (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    async start(colleague) {
      user = colleague;
      failures = 0;
      set({ reach: 'reached' });
      await countIfReadable();
      await send();
    },
    stop() {
      user = '';
      callOff?.();
      callOff = undefined;
      set({ waiting: 0, refused: [], unreadable: 0, reach: 'reached' });
    },
    send,
    count,
    countIfReadable,
    writing(n) {
      set({ unsaved: state.unsaved + n });
      return (stored) => {
        writes += 1;
        set({ unsaved: state.unsaved - n, ...(stored ? { waiting: state.waiting + n } : {}) });
      };
    },
    async retryRefused() {
      const refused = (await mine()).filter((w) => w.refused !== undefined);
      await store.settle({ put: refused.map(({ refused: _refused, ...rest }) => rest) });
      await count();
      await send();
    },
    async drop(seq) {
      await store.settle({ remove: [seq] });
      await count();
    },
    noteReach(reached) {
      const back = reached && state.reach === 'offline';
      if (reached ? state.reach !== 'reached' : state.reach === 'reached') set({ reach: reached ? 'reached' : 'offline' });
      if (back) void send();
      if (!reached && user && !callOff) callOff = clock.after(RETRY_MS[0], () => void send());
    },
  };
}
