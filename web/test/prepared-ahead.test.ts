import type { ChildLine } from '@sapling/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Choice } from '../src/check/choice.js';

// modules are shared between the files of this project: this one has its own, with what makes the items replaced
vi.resetModules();
vi.doMock('../src/check/choice.js', () => ({
  DEFAULT_CHOICE: { kind: 'see-say', scope: 'all', choices: 4, perLevel: 3, knownOnly: true },
  itemsFor: vi.fn((_child, _choice, _taught, seed: number) => Promise.resolve({ kind: 'spelling', stack: [String(seed)] })),
}));
const { DEFAULT_CHOICE, itemsFor } = await import('../src/check/choice.js');
const { prepare, takePrepared } = await import('../src/check/prepared-ahead.js');
vi.doUnmock('../src/check/choice.js');

const child = (id: string, state: string): ChildLine => ({ id, line: [{ gpc: 'ai:ay', state }] }) as unknown as ChildLine;
const spelling: Choice = { ...DEFAULT_CHOICE, kind: 'spelling' };
const taught = { gpcs: ['ai:ay'], words: [] };
const made = vi.mocked(itemsFor);

describe('items made while the child is chosen', () => {
  beforeEach(() => {
    takePrepared(child('nobody', 'gap'), spelling, taught);
    made.mockClear();
  });

  it('are the ones that are asked, and only once: two checks never share their words', async () => {
    prepare(child('a', 'gap'), spelling, taught);
    prepare(child('a', 'gap'), spelling, taught);
    expect(made).toHaveBeenCalledTimes(1);
    const first = takePrepared(child('a', 'gap'), spelling, taught);
    expect(made).toHaveBeenCalledTimes(1);
    const second = takePrepared(child('a', 'gap'), spelling, taught);
    expect(made).toHaveBeenCalledTimes(2);
    expect(second.id).not.toBe(first.id);
    expect((await second.asked).stack).not.toEqual((await first.asked).stack);
  });

  it.each<[string, ChildLine, Choice, typeof taught]>([
    ['another child', child('b', 'gap'), spelling, taught],
    ['the same child, whose pair was answered meanwhile', child('a', 'secure'), spelling, taught],
    ['another choice', child('a', 'gap'), { ...spelling, perLevel: 5 }, taught],
    ['a class that was taught more meanwhile', child('a', 'gap'), spelling, { gpcs: ['ai:ay', 'oa:oh'], words: [] }],
  ])('are not used for %s', (_what, whom, choice, reached) => {
    prepare(child('a', 'gap'), spelling, taught);
    takePrepared(whom, choice, reached);
    expect(made).toHaveBeenCalledTimes(2);
    expect(made).toHaveBeenLastCalledWith(whom, choice, reached, expect.any(Number));
  });

  it('are not made for cards, which need no words', () => {
    prepare(child('a', 'gap'), DEFAULT_CHOICE, taught);
    expect(made).not.toHaveBeenCalled();
  });
});
