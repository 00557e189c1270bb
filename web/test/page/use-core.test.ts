/** Asking the core worker: the newest question wins, what fails is shown, and a worker that broke is asked anew. */
import { renderHook, waitFor, act } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { core, setSchool } from '../../src/workers/core.js';
import { useAnswer, useCore } from '../../src/workers/use-core.js';
import { breakWorker, worker } from './support/page.js';

/** Answers that come when the test says so, in any order. */
function later<T>() {
  const waiting: { readonly give: (value: T) => void; readonly fail: (error: unknown) => void }[] = [];
  const ask = (): Promise<T> => new Promise((give, fail) => void waiting.push({ give, fail }));
  return { waiting, ask };
}

describe('a question with a key', () => {
  it('is asked once a key, and the answer of the key before stays while a new one is worked out', async () => {
    const { waiting, ask } = later<string>();
    const { result, rerender } = renderHook(({ key }) => useCore(ask, key, null), { initialProps: { key: ['a'] } });
    expect(result.current).toEqual({ value: undefined, busy: true, error: null });
    await waitFor(() => expect(waiting).toHaveLength(1));
    act(() => waiting[0]!.give('first'));
    await waitFor(() => expect(result.current).toEqual({ value: 'first', busy: false, error: null }));
    // the same question in other words is no new one
    rerender({ key: ['a'] });
    expect(result.current.busy).toBe(false);
    rerender({ key: ['b'] });
    expect(result.current).toEqual({ value: 'first', busy: true, error: null });
    await waitFor(() => expect(waiting).toHaveLength(2));
  });
  it('that was overtaken is never answered, however late its answer comes', async () => {
    const { waiting, ask } = later<string>();
    const { result, rerender } = renderHook(({ key }) => useCore(ask, key, null), { initialProps: { key: 1 } });
    await waitFor(() => expect(waiting).toHaveLength(1));
    rerender({ key: 2 });
    await waitFor(() => expect(waiting).toHaveLength(2));
    act(() => waiting[1]!.give('new'));
    await waitFor(() => expect(result.current.value).toBe('new'));
    await act(async () => {
      waiting[0]!.give('old');
      await Promise.resolve();
    });
    expect(result.current).toEqual({ value: 'new', busy: false, error: null });
  });
  it('that fails is said, with nothing left of the answer before', async () => {
    const { waiting, ask } = later<string>();
    const { result, rerender } = renderHook(({ key }) => useCore(ask, key, null), { initialProps: { key: 1 } });
    await waitFor(() => expect(waiting).toHaveLength(1));
    act(() => waiting[0]!.give('first'));
    await waitFor(() => expect(result.current.value).toBe('first'));
    rerender({ key: 2 });
    await waitFor(() => expect(waiting).toHaveLength(2));
    act(() => waiting[1]!.fail(new Error('No such word.')));
    await waitFor(() => expect(result.current).toEqual({ value: undefined, busy: false, error: 'No such word.' }));
  });
  it('waits for quiet where it is told to: of many keys in a row the last alone is asked', async () => {
    const seen: number[] = [];
    const ask = (n: number) => (): Promise<number> => {
      seen.push(n);
      return Promise.resolve(n);
    };
    const { result, rerender } = renderHook(({ n }) => useCore(ask(n), n, null, 40), { initialProps: { n: 1 } });
    rerender({ n: 2 });
    rerender({ n: 3 });
    await waitFor(() => expect(result.current.value).toBe(3));
    expect(seen).toEqual([3]);
  });
  it('about words is asked again when the school takes one out, and not when it decides the same again', async () => {
    let times = 0;
    const ask = (): Promise<number> => Promise.resolve((times += 1));
    const { result } = renderHook(() => useCore(ask, 'words', null));
    await waitFor(() => expect(result.current.value).toBe(1));
    act(() => setSchool([], { never: ['rat'], also: [] } as never));
    await waitFor(() => expect(result.current.value).toBe(2));
    act(() => setSchool([], { never: ['rat'], also: [] } as never));
    await act(() => new Promise((done) => setTimeout(done, 20)));
    expect(times).toBe(2);
  });
});

describe('a question about something large', () => {
  it('is none where there is nothing to ask, and a new one where it is another', async () => {
    const first = later<string>();
    const second = later<string>();
    type Given = { readonly ask: (() => Promise<string>) | null };
    const { result, rerender } = renderHook(({ ask }: Given) => useAnswer(ask, null), { initialProps: { ask: null } as Given });
    expect(result.current).toMatchObject({ value: undefined, settled: false, error: null });
    rerender({ ask: first.ask });
    act(() => first.waiting[0]!.give('first'));
    await waitFor(() => expect(result.current).toMatchObject({ value: 'first', settled: true }));
    rerender({ ask: second.ask });
    expect(result.current, 'the answer before, which is not this one’s').toMatchObject({ value: 'first', settled: false, error: null });
    rerender({ ask: null });
    expect(result.current.settled).toBe(false);
    act(() => second.waiting[0]!.give('second'));
    expect(result.current.value, 'nobody asks any more').toBe('first');
  });
  it('that failed says why, and is asked once more when told', async () => {
    const { waiting, ask } = later<string>();
    const { result } = renderHook(() => useAnswer(ask, null));
    act(() => waiting[0]!.fail('out of paper'));
    await waitFor(() => expect(result.current).toMatchObject({ error: 'out of paper', settled: false }));
    act(() => result.current.again());
    await waitFor(() => expect(waiting).toHaveLength(2));
    act(() => waiting[1]!.give('there'));
    await waitFor(() => expect(result.current).toMatchObject({ value: 'there', settled: true, error: null }));
  });
});

describe('the worker', () => {
  it('hears what the school decided about words before it is asked anything', async () => {
    const heard: unknown[] = [];
    setSchool([{ word: 'said', units: ['s', 'ai', 'd'] }] as never, { never: [], also: ['gran'] } as never);
    worker({ setSchool: (...what: unknown[]) => void heard.push(what), planSession: () => heard.length });
    expect(await core().planSession({} as never)).toBe(1);
    expect(heard[0]).toEqual([[{ word: 'said', units: ['s', 'ai', 'd'] }], { never: [], also: ['gran'] }]);
  });
  it('that breaks tells whoever waits, and the next who asks has another', async () => {
    worker({ planSession: () => new Promise(() => undefined) });
    const asking = core().planSession({} as never);
    const failed = expect(asking).rejects.toThrow('could not be started');
    breakWorker();
    await failed;
    worker({ planSession: () => 'a plan' });
    expect(await core().planSession({} as never)).toBe('a plan');
  });
});
