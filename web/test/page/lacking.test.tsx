/** What a page lacks because the core worker gave no answer is said on it, once, for as long as it is so. */
import { act, render, renderHook, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { core } from '../../src/workers/core.js';
import { LackingLine } from '../../src/ui/lacking-line.js';
import { useAnswer, useCore } from '../../src/workers/use-core.js';
import { breakWorker, worker } from './support/page.js';

const waits = (): Promise<never> => new Promise(() => undefined);
const ask = () => core().textOpened();

describe('the line of what is missing', () => {
  it('names each part once, tells whoever shows an error of their own apart, and goes when the answers come', async () => {
    worker({ textOpened: waits, soundChart: waits });
    render(<LackingLine />);
    renderHook(() => useCore(() => core().soundChart(), 'chart', 'the chart of sounds'));
    renderHook(() => useCore(() => core().soundChart(), 'the same elsewhere', 'the chart of sounds'));
    renderHook(() => useAnswer(ask, 'what a move would change'));
    const own = renderHook(() => useCore(() => core().soundChart(), 'said here', null));
    expect(screen.queryByRole('alert'), 'nothing while it is worked out').toBeNull();
    await act(() => new Promise((done) => setTimeout(done, 20)));
    act(() => breakWorker());
    const line = await screen.findByRole('alert');
    await waitFor(() => expect(line.textContent).toMatch(/^Missing on this page: .*; .*\. It could not/));
    for (const part of ['the chart of sounds', 'what a move would change']) expect(line.textContent!.split(part), part).toHaveLength(2);
    expect(line.textContent).toContain('could not be started');
    await waitFor(() => expect(own.result.current.error).toContain('could not be started'));
    worker({ textOpened: () => 3, soundChart: () => [] });
    act(() => screen.getByRole('button', { name: 'Try again' }).click());
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    await waitFor(() => expect(own.result.current).toMatchObject({ value: [], error: null }));
  });
  it('says nothing of what nobody asks any more, nor of a question that was overtaken', async () => {
    render(<LackingLine />);
    const failing = (n: number) => (): Promise<number> => (n < 2 ? Promise.reject(new Error('No such word.')) : Promise.resolve(n));
    const first = renderHook(({ n }) => useCore(failing(n), n, 'how the word is cut'), { initialProps: { n: 0 } });
    const second = renderHook(() => useCore(failing(1), 1, 'words with this sound'));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('how the word is cut; words with this sound'));
    first.rerender({ n: 2 });
    await waitFor(() => expect(screen.getByRole('alert').textContent).not.toContain('how the word is cut'));
    second.unmount();
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });
});
