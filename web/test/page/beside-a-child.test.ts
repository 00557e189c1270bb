/** What stands open beside a child: the second screen, a session that is run and its clock, a screen that stays bright. */
import type { ScreenCard, Session } from '@sapling/contract';
import { act, renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useSecondScreen } from '../../src/check/second-screen.js';
import { keepClock } from '../../src/clock.js';
import { forget, keepFor, kept } from '../../src/outbox/store.js';
import { EMPTY_RUN, type RunDraft } from '../../src/sessions/run-draft.js';
import { runKey, useRun } from '../../src/sessions/use-run.js';
import { useAwake } from '../../src/ui/use-awake.js';
import { askedOf, No, NO_NETWORK, onPage, said, serve } from './support/page.js';

const card = (word: string): ScreenCard => ({ kind: 'read', item: { word } }) as unknown as ScreenCard;
const cardsShown = (): unknown[] => askedOf('showScreen').map(({ body }) => (body as { card: { item: { word: string } } | null }).card?.item.word ?? null); // prettier-ignore

describe('the child’s own screen', () => {
  beforeEach(() =>
    serve({ openScreen: () => ({ code: 'KESTREL' }), showScreen: () => ({ watching: 1 }), endScreen: () => ({ ok: true }) }),
  );
  const open = async (first: ScreenCard | null = card('ship')) => {
    const at = onPage((now: ScreenCard | null) => useSecondScreen(now), first);
    act(() => at.result.current.open());
    await waitFor(() => expect(at.result.current.code).toBe('KESTREL'));
    return at;
  };
  it('shows nothing until it is opened, then each card, and nothing while the card is covered', async () => {
    const before = onPage(() => useSecondScreen(card('ship')), undefined);
    expect([before.result.current.code, askedOf('showScreen')]).toEqual([null, []]);
    const { rerender, result } = await open();
    await waitFor(() => expect(result.current.watching).toBe(1));
    rerender(card('shop'));
    await waitFor(() => expect(cardsShown()).toEqual(['ship', 'shop']));
    rerender(null);
    await waitFor(() => expect(cardsShown()).toEqual(['ship', 'shop', null]));
    // the same card drawn again is no other
    rerender(null);
    expect(cardsShown()).toHaveLength(3);
  });
  it('is kept over the children of a sitting, and ends where the adult closes it', async () => {
    const { unmount } = await open();
    unmount();
    const next = onPage(() => useSecondScreen(card('chin')), undefined);
    expect(next.result.current.code).toBe('KESTREL');
    await waitFor(() => expect(cardsShown().at(-1)).toBe('chin'));
    act(() => next.result.current.close());
    expect([next.result.current.code, next.result.current.watching]).toEqual([null, null]);
    await waitFor(() => expect(askedOf('endScreen')[0]!.params).toEqual({ code: 'KESTREL' }));
    next.unmount();
    expect(onPage(() => useSecondScreen(null), undefined).result.current.code).toBeNull();
  });
  it('that could not be opened says why', async () => {
    serve({ openScreen: () => NO_NETWORK });
    const { result } = onPage(() => useSecondScreen(card('ship')), undefined);
    act(() => result.current.open());
    await waitFor(() => expect(said().map((one) => one.title)).toEqual(['The server cannot be reached just now.']));
    expect(result.current.code).toBeNull();
  });
  it('that the server forgot is closed here, too', async () => {
    serve({ showScreen: () => new No('not-found') });
    const { result } = onPage(() => useSecondScreen(card('ship')), undefined);
    act(() => result.current.open());
    await waitFor(() => expect(askedOf('showScreen')).toHaveLength(1));
    await waitFor(() => expect(result.current.code).toBeNull());
  });
  it.each([
    ['out of reach', NO_NETWORK],
    ['busy', new No('busy')],
    ['at fault', new No('server-error')],
  ])('is shown the card again where the server is %s: the child does not stay with the one before', async (_why, answer) => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'], shouldAdvanceTime: true });
    const { rerender, result } = await open();
    await waitFor(() => expect(result.current.watching).toBe(1));
    serve({ showScreen: () => answer });
    rerender(card('shop'));
    await waitFor(() => expect(cardsShown().at(-1)).toBe('shop'));
    serve({ showScreen: () => ({ watching: 1 }) });
    const before = cardsShown().length;
    await act(() => vi.advanceTimersByTimeAsync(3000));
    expect(cardsShown().length).toBeGreaterThan(before);
    expect(cardsShown().at(-1)).toBe('shop');
  });
  afterEach(() => vi.useRealTimers());
});

describe('a session that is run', () => {
  const part = (id: string) => ({ id, kind: 'read words', title: id, how: '', minutes: 4, gpcs: [], words: [{ word: 'rain' }] });
  const session = { id: 'monday', minutes: 8, log: null, plan: { parts: [part('one'), part('two')] } } as unknown as Session;
  let clock: ReturnType<typeof vi.useFakeTimers>;
  beforeEach(async () => {
    await keepFor('maren', undefined, '2030-01-01T00:00:00.000Z');
    await forget(runKey('monday'));
    clock = vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date'] });
    // the interface's clock holds on to the device's
    keepClock(0);
  });
  afterEach(() => {
    vi.useRealTimers();
    keepClock(0);
  });
  const open = async () => {
    const at = renderHook(() => useRun(session));
    await until(() => at.result.current.draft !== null);
    return at;
  };
  /** Waits on timers that are not the session's. */
  const until = async (holds: () => boolean | Promise<boolean>): Promise<void> => {
    for (let n = 0; n < 500 && !(await holds()); n += 1) await act(() => new Promise((done) => setTimeout(done, 5)));
  };
  /** The device sleeps: the clock goes on, and no timer comes. */
  const sleeps = (seconds: number): void => void vi.setSystemTime(vi.getMockedSystemTime()!.getTime() + seconds * 1000);
  const wakes = (): void => act(() => void document.dispatchEvent(new Event('visibilitychange')));

  it('counts the seconds of the open part, and begins where it was left on this device', async () => {
    const { result, unmount } = await open();
    act(() => void clock.advanceTimersByTime(20_000));
    expect(result.current.draft!.spent).toEqual([20]);
    act(() => result.current.act({ do: 'done' }));
    act(() => void clock.advanceTimersByTime(3000));
    expect(result.current.draft!.spent).toEqual([20, 3]);
    let held: RunDraft | undefined;
    await until(async () => (held = await kept<RunDraft>(runKey('monday')))?.done.length === 1);
    expect(held).toMatchObject({ at: 1, done: ['one'], spent: [20] });
    unmount();
    const again = await open();
    expect(again.result.current.draft).toMatchObject({ at: 1, done: ['one'], spent: [20] });
  });
  it('counts what went by while the tablet was dark, when it wakes', async () => {
    const { result } = await open();
    act(() => void clock.advanceTimersByTime(10_000));
    sleeps(180);
    wakes();
    expect(result.current.draft!.spent).toEqual([190]);
    // nothing twice
    wakes();
    act(() => void clock.advanceTimersByTime(5000));
    expect(result.current.draft!.spent).toEqual([195]);
  });
  it('counts nothing of an hour in which it was put away', async () => {
    const { result } = await open();
    act(() => void clock.advanceTimersByTime(10_000));
    sleeps(3600);
    wakes();
    act(() => void clock.advanceTimersByTime(5000));
    expect(result.current.draft!.spent).toEqual([15]);
  });
  it('goes on counting where the clock was put back', async () => {
    const { result } = await open();
    act(() => void clock.advanceTimersByTime(10_000));
    sleeps(-3600);
    act(() => void clock.advanceTimersByTime(6000));
    expect(result.current.draft!.spent[0]).toBeGreaterThanOrEqual(15);
  });
  it('counts nothing where what happened is asked, and what was kept by an older version lacks nothing', async () => {
    const { keep } = await import('../../src/outbox/store.js');
    await keep(runKey('monday'), { at: 2, done: ['one'] });
    const { result } = await open();
    act(() => void clock.advanceTimersByTime(9000));
    expect(result.current.draft).toEqual({ ...EMPTY_RUN, at: 2, done: ['one'] });
    expect(result.current.shown.part).toBeUndefined();
  });
});

describe('a screen that is looked at', () => {
  class Lock {
    released = false;
    release(): Promise<void> {
      this.released = true;
      return Promise.resolve();
    }
  }
  let locks: Lock[];
  const see = (state: 'visible' | 'hidden'): void => {
    vi.spyOn(document, 'visibilityState', 'get').mockReturnValue(state);
    document.dispatchEvent(new Event('visibilitychange'));
  };
  const settled = (): Promise<void> => act(() => Promise.resolve());
  const allow = (request: () => Promise<Lock>): void => void Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: { request } }); // prettier-ignore
  beforeEach(() => {
    locks = [];
    allow(() => {
      locks.push(new Lock());
      return Promise.resolve(locks.at(-1)!);
    });
  });
  afterEach(() => {
    vi.restoreAllMocks();
    delete (navigator as { wakeLock?: unknown }).wakeLock;
  });
  it('stays bright as long as its place is open', async () => {
    const { unmount } = renderHook(useAwake);
    await settled();
    expect(locks.map((l) => l.released)).toEqual([false]);
    unmount();
    expect(locks.map((l) => l.released)).toEqual([true]);
  });
  it('asks again when it is seen after it was covered, and not while it still has it', async () => {
    const { unmount } = renderHook(useAwake);
    await settled();
    see('visible');
    expect(locks).toHaveLength(1);
    locks[0]!.released = true;
    see('hidden');
    expect(locks).toHaveLength(1);
    see('visible');
    await settled();
    expect(locks).toHaveLength(2);
    unmount();
    see('visible');
    expect(locks.map((l) => l.released)).toEqual([true, true]);
  });
  it('that is left before the device has answered does not stay bright for ever', async () => {
    const { unmount } = renderHook(useAwake);
    unmount();
    await settled();
    expect(locks.map((l) => l.released)).toEqual([true]);
  });
  it('goes dark as ever where the device says no, or knows nothing of it', async () => {
    allow(() => Promise.reject(new Error('low battery')));
    renderHook(useAwake).unmount();
    await settled();
    delete (navigator as { wakeLock?: unknown }).wakeLock;
    expect(() => renderHook(useAwake).unmount()).not.toThrow();
  });
});
