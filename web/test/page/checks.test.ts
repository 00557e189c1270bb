/** A check on its device: what was marked is never lost between the device and the server, and one that cannot be begun says why. */
import { DEFAULT_SETTINGS, type OutboxEntry } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { DEFAULT_CHOICE, itemsFor } from '../../src/check/choice.js';
import { begin, cardNow, finish, mark, takeBack, type LocalCheck } from '../../src/check/local-check.js';
import { prepare, takePrepared } from '../../src/check/prepared-ahead.js';
import { readCheck, useCheck } from '../../src/check/use-check.js';
import { useStart } from '../../src/check/use-start.js';
import { clock } from '../../src/clock.js';
import { keepFor, keepStep, settleWaiting, waitingRecords } from '../../src/outbox/store.js';
import { setSchool } from '../../src/workers/core.js';
import { child, taught } from '../support/children.js';
import { breakWorker, No, NO_NETWORK, onPage, saying, serve, worker } from './support/page.js';

const BY = '0190a000-0000-7000-8000-000000000001';
let ids = 0;
const marker = { by: BY, now: () => new Date(vi.getMockedSystemTime()!).toISOString(), newId: () => `id-${(ids += 1)}` };
/** What has reached the server, as it gives a check back. */
let there: Map<string, OutboxEntry>;
const stateThere = (id: string): unknown => {
  const of = <T extends OutboxEntry['type']>(type: T) =>
    [...there.values()].filter((e): e is Extract<OutboxEntry, { type: T }> => e.type === type);
  const own = of('check').find((e) => e.id === id);
  if (!own) return new No('not-found');
  const gone = new Set(of('withdrawal').map((e) => e.record.observation));
  const marks = of('observation').flatMap(({ record }) => (record.check === id && !gone.has(record.id) ? [record] : []));
  return { ...own.record, childName: 'Ada Test', marks, finishedAt: of('finish').find((e) => e.record.check === id)?.record.at ?? null };
};
const arrive = async (): Promise<void> => {
  const { records } = await waitingRecords();
  for (const { entry } of records) there.set(entry.id, entry);
  await settleWaiting({ remove: records.map((r) => r.seq!) });
};
const begun = async (stack = ['s:s', 'a:a', 't:t']): Promise<LocalCheck> => {
  const { check, entries } = begin({ id: 'ada', name: 'Ada Test' }, { kind: 'see-say', stack }, `check-${(ids += 1)}`, marker);
  await keepStep(BY, entries, { check });
  return check;
};
const right = async (check: LocalCheck): Promise<LocalCheck> => {
  const step = mark(check, { outcome: 'right' }, marker);
  await keepStep(BY, step.entries, { check: step.check });
  return step.check;
};

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['Date'], now: Date.parse('2026-11-25T09:00:00Z') });
  there = new Map();
  await keepFor(BY, undefined, '2030-01-01T00:00:00.000Z');
  await settleWaiting({ remove: (await waitingRecords()).records.map((r) => r.seq!) });
  serve({
    check: ({ params }) => stateThere(params.id!),
    sendOutbox: ({ body }) => {
      const { entries } = body as { entries: OutboxEntry[] };
      for (const entry of entries) there.set(entry.id, entry);
      return { results: entries.map(({ id }) => ({ id, status: 'stored' })) };
    },
  });
});

describe('a check that is opened', () => {
  it('keeps a mark that arrives there while the server is answering: its card is not asked twice', async () => {
    const check = await right(await begun());
    // the server looks, and only then the mark comes
    serve({
      check: async ({ params }) => {
        const before = stateThere(params.id!);
        await arrive();
        return before;
      },
    });
    there.set(check.id, { type: 'check', id: check.id, record: { id: check.id, child: 'ada', by: BY, startedAt: check.startedAt, kind: 'see-say', stack: [...check.stack] } }); // prettier-ignore
    const read = await readCheck(check.id);
    expect(read.marks.map((m) => m.key)).toEqual(['s:s']);
    expect(cardNow(read)).toBe('a:a');
  });
  it('has what was marked on another device, and not what was taken back there', async () => {
    const first = await right(await right(await begun()));
    await arrive();
    for (const { id, ...entry } of takeBack(first, marker).entries) there.set(id, { id, ...entry } as OutboxEntry);
    expect((await readCheck(first.id)).marks.map((m) => m.key)).toEqual(['s:s']);
    const more = mark({ ...first, marks: first.marks.slice(0, 1) }, { outcome: 'wrong' }, marker);
    for (const entry of more.entries) there.set(entry.id, entry);
    expect((await readCheck(first.id)).marks.map((m) => [m.key, m.chain.at(-1)!.outcome])).toEqual([['s:s', 'right'], ['a:a', 'wrong']]); // prettier-ignore
  });
  it('is what the device holds where the server is out of reach or has never heard of it; else it says why there is none', async () => {
    const check = await right(await begun());
    expect((await readCheck(check.id)).marks).toHaveLength(1);
    serve({ check: () => NO_NETWORK });
    expect((await readCheck(check.id)).marks).toHaveLength(1);
    const { result } = onPage(() => useCheck('another', BY), undefined);
    await waitFor(() => expect(result.current.trouble).toMatch(/begun on another device, and the server cannot be reached/));
  });
  it('shows each mark at once and keeps it, once, however it is pressed; finished, it stays so', async () => {
    const { id } = await begun(['s:s', 'a:a']);
    const { result } = onPage(() => useCheck(id, BY), undefined);
    await waitFor(() => expect(result.current.check).not.toBeNull());
    act(() => {
      result.current.mark({ outcome: 'right' }, 's:s');
      result.current.mark({ outcome: 'wrong' }, 's:s');
    });
    act(() => result.current.mark({ outcome: 'wrong' }));
    act(() => result.current.amend('a:a', { said: 'o' }));
    expect(result.current.check!.marks.map((m) => [m.key, m.chain.length])).toEqual([['s:s', 1], ['a:a', 2]]); // prettier-ignore
    act(() => result.current.takeBack());
    act(() => result.current.finish('stopped'));
    act(() => result.current.finish('done'));
    const told = finish(result.current.check!, 'done', marker);
    expect([told.entries, result.current.check!.marks.length]).toEqual([[], 1]);
    await waitFor(async () => expect((await waitingRecords()).records).toHaveLength(7));
  });
});

describe('a check that is begun', () => {
  const order = { id: 'order', name: 'Ours', version: 1, steps: [{ gpcs: ['s:s', 'a:a'], words: [] }] };
  const start = async () => {
    serve({ classes: () => [{ id: 'class', name: 'Kestrels', orderId: 'order', taughtSteps: 1, version: 1 }], orders: () => [order] });
    const { result } = onPage(() => useStart(), undefined);
    const begun = result.current({ ...child('ada', []), classId: 'class' }, { kind: 'word' });
    return { begun, result };
  };
  it('says that what works things out is broken, and not that the device has no room; pressed again it begins', async () => {
    let asks = 0;
    worker({ checkItems: () => ((asks += 1), new Promise(() => undefined)) });
    const { begun, result } = await start();
    await waitFor(() => expect(asks).toBe(1));
    // pressed twice is once
    await result.current({ ...child('ada', []), classId: 'class' }, { kind: 'word' });
    expect(asks).toBe(1);
    act(() => breakWorker());
    await act(() => begun);
    await saying('ADA: What works things out on this device could not be started.');
    worker({ checkItems: () => Promise.resolve([{ key: 'sat', skill: 'word', word: 'sat' }]) });
    await act(() => result.current({ ...child('ada', []), classId: 'class' }, { kind: 'word' }));
    expect((await waitingRecords()).records.map((r) => r.entry.type)).toEqual(['check']);
  });
  it('says that there is no room where the device keeps nothing', async () => {
    worker({ checkItems: () => Promise.resolve([{ key: 'sat', skill: 'word', word: 'sat' }]) });
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    const { begun } = await start();
    await act(() => begun);
    vi.restoreAllMocks();
    await saying(/^ADA: This device has no room left/);
  });
  it('says that nothing is to be asked, or that what was taught cannot be read', async () => {
    worker({ checkItems: () => Promise.resolve([]) });
    const { begun } = await start();
    await act(() => begun);
    await saying('ADA: There is nothing to ask in that choice.');
  });
});

describe('what is due for another look', () => {
  it('is asked by the school’s own days, as it is counted in the list', async () => {
    const ada = child('ada', []);
    const line = ada.line.slice(0, 3).map((pair, k) => ({ ...pair, lastSeen: new Date(clock.ms() - [10, 30, 60][k]! * 86_400_000).toISOString() })); // prettier-ignore
    const asked = async () => (await itemsFor({ ...ada, line }, { ...DEFAULT_CHOICE, scope: 'due' }, taught, 1)).stack.length;
    // never read on this device, and out of reach: as shipped
    serve({ settings: () => NO_NETWORK });
    expect(await asked()).toBe(1);
    serve({ settings: () => ({ ...DEFAULT_SETTINGS, dueAfterDays: 14 }) });
    expect(await asked()).toBe(2);
    // as they were last read
    serve({ settings: () => NO_NETWORK });
    await new Promise((done) => setTimeout(done, 5));
    expect(await asked()).toBe(2);
  });
});

describe('items made ahead', () => {
  const choice = { ...DEFAULT_CHOICE, kind: 'word' } as const;
  const made = async (between: () => void): Promise<number> => {
    let asks = 0;
    worker({ checkItems: () => ((asks += 1), Promise.resolve([{ key: 'sat', skill: 'word', word: 'sat' }])) });
    prepare(child('ada', []), choice, taught);
    await waitFor(() => expect(asks).toBe(1));
    between();
    await takePrepared(child('ada', []), choice, taught).asked;
    return asks;
  };
  it('are those that are asked, unless the school took a word out meanwhile', async () => {
    expect(await made(() => undefined)).toBe(1);
    expect(await made(() => setSchool([], { never: ['sat'] } as never))).toBe(2);
  });
});
