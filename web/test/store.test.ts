/** The device's own store: what waits is there in order and for its maker alone, a step is kept whole, and signing out leaves no name behind. */
import 'fake-indexeddb/auto';
import { forceCloseDatabase } from 'fake-indexeddb';
import type { OutboxEntry } from '@sapling/contract';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { LocalCheck } from '../src/check/local-check.js';
import { clock } from '../src/clock.js';
import type { LocalReading } from '../src/reading/local-reading.js';
import {
  dropUnreadable,
  forget,
  forgetCopies,
  forgetEverythingRead,
  forgetLocal,
  forgetSound,
  keep,
  keepFor,
  keepSound,
  keepStep,
  kept,
  localCheck,
  localReading,
  nextSound,
  settleWaiting,
  soundWaiting,
  waitingRecords,
} from '../src/outbox/store.js';

const secret = (n: number): string => Buffer.alloc(32, n).toString('base64url');
const LATER = new Date(clock.ms() + 8 * 3_600_000).toISOString();
const EARLIER = new Date(clock.ms() - 3_600_000).toISOString();
const mine = (): Promise<void> => keepFor('maren', secret(1), LATER);
const theirs = (): Promise<void> => keepFor('tobias', secret(2), LATER);

const entry = (id: string): OutboxEntry => ({ type: 'note', id, record: { id, words: 'Wren Okafor-Vale' } }) as unknown as OutboxEntry;
const check = (id: string): LocalCheck => ({ id, child: 'Wren Okafor-Vale', marks: [] }) as unknown as LocalCheck;
const reading = (id: string): LocalReading => ({ record: { id }, child: 'Wren Okafor-Vale' }) as unknown as LocalReading;
const waitingIds = async (): Promise<string[]> => (await waitingRecords()).records.map((w) => w.entry.id);

/** Everything that lies on the device, as somebody who opens it with other tools would find it. */
async function lyingThere(): Promise<Record<string, unknown[]>> {
  const db = await openDB('sapling');
  const out: Record<string, unknown[]> = {};
  for (const name of db.objectStoreNames) if (name !== 'keys') out[name] = (await db.getAll(name)) as unknown[];
  db.close();
  return out;
}
const readable = (what: unknown): string =>
  JSON.stringify(what, (_, value: unknown) => (value instanceof ArrayBuffer ? Buffer.from(value).toString('latin1') : value));

beforeEach(async () => {
  await mine();
  const { records } = await waitingRecords();
  await settleWaiting({ remove: records.map((w) => w.seq!) });
  await forgetEverythingRead();
  await mine();
});

describe('what was read', () => {
  it('is kept for whoever is signed in, sealed, and found again', async () => {
    await keep('read:child', { name: 'Wren Okafor-Vale' });
    expect(await kept('read:child')).toEqual({ name: 'Wren Okafor-Vale' });
    expect(readable(await lyingThere())).not.toContain('Okafor');
    await forget('read:child');
    expect(await kept('read:child')).toBeUndefined();
  });
  it('goes when somebody else signs in, work under way with it', async () => {
    await keep('read:child', { name: 'Wren' });
    await keep('run:session-1', { at: 3 });
    await theirs();
    expect(await kept('read:child')).toBeUndefined();
    expect(await kept('run:session-1')).toBeUndefined();
    await mine();
    expect(await kept('read:child')).toBeUndefined();
  });
  it('goes when a sign-in runs out, but work under way waits for whoever it belongs to', async () => {
    await keep('read:child', { name: 'Wren' });
    await keep('run:session-1', { at: 3 });
    await forgetCopies();
    expect(await kept('run:session-1')).toBeUndefined();
    await mine();
    expect(await kept('run:session-1')).toEqual({ at: 3 });
    expect(await kept('read:child')).toBeUndefined();
  });
  it('is not kept after signing out, nor is anything read by an answer that arrives then', async () => {
    await keep('read:child', { name: 'Wren' });
    await keep('run:session-1', { at: 3 });
    await forgetEverythingRead();
    await keep('read:late', { name: 'Wren' });
    await mine();
    for (const key of ['read:child', 'run:session-1', 'read:late']) expect(await kept(key)).toBeUndefined();
  });
});

describe('what waits to be sent', () => {
  it('stands in the order made, whatever is settled between', async () => {
    await keepStep('maren', [entry('a'), entry('b')], {});
    await Promise.all([keepStep('maren', [entry('c')], {}), keepStep('maren', [entry('d'), entry('e')], {})]);
    expect(await waitingIds()).toEqual(['a', 'b', 'c', 'd', 'e']);
    const { records } = await waitingRecords();
    await settleWaiting({ put: [{ ...records[1]!, refused: 'no such child' } as never], remove: [records[0]!.seq!, records[3]!.seq!] });
    expect(await waitingIds()).toEqual(['b', 'c', 'e']);
    expect((await waitingRecords()).records[0]).toMatchObject({ refused: 'no such child' });
  });
  it('holds no name in the clear, and cannot be read by the next colleague', async () => {
    await keepStep('maren', [entry('a')], {});
    expect(readable(await lyingThere())).not.toContain('Okafor');
    await theirs();
    expect(await waitingIds()).toEqual([]);
    await keepStep('tobias', [entry('t')], {});
    expect(await waitingIds()).toEqual(['t']);
    // hers is not lost: it is there again when she is
    await mine();
    expect(await waitingIds()).toEqual(['a']);
    await theirs();
    const { records } = await waitingRecords();
    await settleWaiting({ remove: records.map((w) => w.seq!) });
  });
  it('is counted where its key is gone, and goes when its maker says so, nobody else’s with it', async () => {
    await keepStep('maren', [entry('a'), entry('b')], {});
    await theirs();
    await keepStep('tobias', [entry('t')], {});
    // the server gave her another key meanwhile: the old one was on a device that was lost
    await keepFor('maren', secret(9), LATER);
    expect(await waitingRecords()).toMatchObject({ records: [], unreadable: 2 });
    await dropUnreadable();
    expect(await waitingRecords()).toMatchObject({ records: [], unreadable: 0 });
    await theirs();
    expect(await waitingIds()).toEqual(['t']);
    const { records } = await waitingRecords();
    await settleWaiting({ remove: records.map((w) => w.seq!) });
  });
  it('of an older version, in the clear, is sealed as soon as its maker signs in, and not before', async () => {
    const db = await openDB('sapling');
    await db.put('outbox', { by: 'maren', entry: entry('old') });
    db.close();
    await theirs();
    expect(readable(await lyingThere())).toContain('Okafor');
    await mine();
    expect(readable(await lyingThere())).not.toContain('Okafor');
    expect(await waitingIds()).toEqual(['old']);
  });
  it('without a key of this sign-in is kept as it is: nothing is lost for want of one', async () => {
    await forgetEverythingRead();
    await keepFor('wilma', undefined, LATER);
    await keepStep('wilma', [entry('w')], { check: check('c9') });
    expect(await waitingIds()).toEqual(['w']);
    expect(await localCheck('c9')).toMatchObject({ id: 'c9' });
    const { records } = await waitingRecords();
    await settleWaiting({ remove: records.map((w) => w.seq!) });
  });
  it('goes on under the key on the device where the server gives none: the network is away', async () => {
    await keepStep('maren', [entry('a')], {});
    await keepFor('maren', undefined, LATER);
    expect(await waitingIds()).toEqual(['a']);
  });
  it('is not opened by a key whose sign-in has ended', async () => {
    await keepStep('maren', [entry('a')], {});
    await keepFor('maren', secret(1), EARLIER);
    await keepFor('maren', undefined, EARLIER);
    // ended sign-ins leave no key; the same colleague opens it when she signs in again
    const db = await openDB('sapling');
    const keys = (await db.getAll('keys')) as { until: string }[];
    db.close();
    expect(keys.filter((k) => k.until <= clock.now())).toEqual([]);
    await mine();
    expect(await waitingIds()).toEqual(['a']);
  });
});

describe('a step of a check or a reading', () => {
  it('is kept whole: the records, and what they change', async () => {
    await keepStep('maren', [entry('a')], { check: check('c1'), reading: reading('r1') });
    expect(await waitingIds()).toEqual(['a']);
    expect(await localCheck('c1')).toEqual(check('c1'));
    expect(await localReading('r1')).toEqual(reading('r1'));
    expect(readable(await lyingThere())).not.toContain('Okafor');
    await forgetLocal('checks', 'c1');
    await forgetLocal('readings', 'r1');
    expect(await localCheck('c1')).toBeUndefined();
    expect(await localReading('r1')).toBeUndefined();
  });
  it('that an older version kept in the clear is found as well', async () => {
    const db = await openDB('sapling');
    await db.put('checks', check('c2'));
    db.close();
    expect(await localCheck('c2')).toEqual(check('c2'));
  });
  it('that cannot be kept keeps nothing of itself', async () => {
    await keepStep('maren', [entry('a')], { check: check('c3') });
    // what cannot be written: a function among what is held, where it is kept in the clear
    await forgetEverythingRead();
    await keepFor('wilma', undefined, LATER);
    const odd = { ...check('c4'), marks: () => undefined } as unknown as LocalCheck;
    await expect(keepStep('wilma', [entry('w')], { check: odd })).rejects.toThrow();
    expect(await waitingIds()).toEqual([]);
    // and what comes after it goes on
    await keepStep('wilma', [entry('x')], {});
    expect(await waitingIds()).toEqual(['x']);
    const { records } = await waitingRecords();
    await settleWaiting({ remove: records.map((w) => w.seq!) });
  });
});

describe('recorded sound', () => {
  const part = (n: number, by = 'maren') => ({ reading: 'r1', part: n, by, mime: 'audio/webm', blob: new Blob([`sound ${n}`]) });
  it('waits part by part, sealed, and comes back as it was, the first one first', async () => {
    await keepSound(part(2));
    await keepSound(part(1));
    expect(await soundWaiting('r1')).toBe(2);
    const first = await nextSound('maren');
    expect(first).toMatchObject({ reading: 'r1', part: 1, mime: 'audio/webm' });
    expect(await first!.blob.text()).toBe('sound 1');
    await forgetSound('r1', 1);
    expect((await nextSound('maren'))?.part).toBe(2);
    await forgetSound('r1', 2);
    expect(await nextSound('maren')).toBeUndefined();
    expect(await soundWaiting()).toBe(0);
  });
  it('whose key is gone is named among what cannot be opened, waits for nothing, and goes when its maker says so', async () => {
    await keepSound(part(1));
    await theirs();
    await keepFor('maren', secret(9), LATER);
    expect(await waitingRecords()).toEqual({ records: [], unreadable: 1 });
    expect(await soundWaiting('r1')).toBe(0);
    await keepSound(part(2));
    expect(await soundWaiting('r1')).toBe(1);
    await dropUnreadable();
    expect((await waitingRecords()).unreadable).toBe(0);
    expect((await nextSound('maren'))?.part).toBe(2);
    await forgetSound('r1', 2);
    expect((await lyingThere()).sound).toEqual([]);
  });
  it('of a colleague is not given to another', async () => {
    await keepSound(part(1));
    await theirs();
    expect(await nextSound('tobias')).toBeUndefined();
    expect(await nextSound('maren')).toBeUndefined();
    expect(await soundWaiting('r1')).toBe(1);
    await mine();
    expect(await (await nextSound('maren'))!.blob.text()).toBe('sound 1');
    await forgetSound('r1', 1);
  });
});

describe('a device that goes away for a while', () => {
  it('is there again without the page being opened anew: where it could not be opened, and where the browser let it go', async () => {
    const open = indexedDB.open.bind(indexedDB);
    let held: IDBDatabase | undefined;
    let fails = 0;
    indexedDB.open = (name: string, version?: number) => {
      if (fails > 0) {
        fails -= 1;
        throw new DOMException('The connection was lost.', 'UnknownError');
      }
      const request = open(name, version);
      request.addEventListener('success', () => (held = request.result));
      return request;
    };
    try {
      vi.resetModules();
      const store = await import('../src/outbox/store.js');
      fails = 1;
      await expect(store.waitingRecords()).rejects.toThrow('lost');
      await store.keepFor('maren', secret(1), LATER);
      await store.keepStep('maren', [entry('a')], {});
      forceCloseDatabase(held as never);
      await store.keepStep('maren', [entry('b')], {});
      expect((await store.waitingRecords()).records.map((w) => w.entry.id)).toEqual(['a', 'b']);
    } finally {
      indexedDB.open = open;
    }
  });
});
