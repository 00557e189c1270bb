/** An answer to the card on screen: what is kept of it, timed from when the card was painted, and once. */
import type { CheckItem } from '@sapling/core/checks';
import { describe, expect, it, vi } from 'vitest';
import { marksOf } from '../../src/check/kinds.js';
import { useAnswering } from '../../src/check/use-answering.js';
import type { CheckHandle } from '../../src/check/use-check.js';
import { onPage } from './support/page.js';

/** A check in which every mark is written down; cards are painted at 1000. */
function answering(item: Partial<CheckItem>, { late, covered = false }: { late?: 'paper'; covered?: boolean } = {}) {
  const mark = vi.fn();
  let painted: number | null = 1000;
  const take = (at: number): number | null => {
    if (painted === null || at < painted) return null;
    const ms = at - painted;
    painted = null;
    return ms;
  };
  const handle = { check: { late }, mark } as unknown as CheckHandle;
  const { result } = onPage(() => useAnswering(handle, item as CheckItem, { take }, 'card', covered), undefined);
  return { mark, does: result.current };
}
const word = { word: 'ship', units: [{ grapheme: 'sh' }, { grapheme: 'i' }, { grapheme: 'p' }] } as unknown as Partial<CheckItem>;

describe('an answer', () => {
  it('counts from the painted card, and once; a press before the card, or over something else, is none', () => {
    const { mark, does } = answering({ gpc: 's:s' });
    does.press('right', 900);
    expect(mark).not.toHaveBeenCalled();
    does.press('right', 2100);
    does.press('wrong', 2200);
    expect(mark.mock.calls).toEqual([[{ outcome: 'right', ms: 1100, said: undefined }]]);
    const under = answering({ gpc: 's:s' }, { covered: true });
    under.does.press('right', 2100);
    expect(under.mark).not.toHaveBeenCalled();
  });
  it('typed in from paper has no time, and none comes too early', () => {
    const { mark, does } = answering({ gpc: 's:s' }, { late: 'paper' });
    does.press('wrong', 10);
    expect(mark.mock.calls).toEqual([[{ outcome: 'wrong', ms: 0, said: undefined }]]);
  });
  it('of sounds that were not pushed together says which they were', () => {
    const { mark, does } = answering(word);
    does.mark(marksOf('real-words').find((m) => m.apart) ?? { outcome: 'wrong', word: 'Sounds only', key: '6', apart: true }, 1500);
    expect(mark).toHaveBeenCalledWith({ outcome: 'wrong', ms: 500, said: 'sh-i-p' });
  });
  it('with another sound of the grapheme is right of that one', () => {
    const { mark, does } = answering({ gpc: 'ow:ow' });
    does.other('ow:oh', 1400);
    expect(mark).toHaveBeenCalledWith({ outcome: 'right', ms: 400 }, 'ow:oh');
  });
  it('that was pointed at follows from what was pointed at: the one asked for, another that is as right, or neither', () => {
    const item = { gpc: 'ai:ay', sound: 'ay', accept: ['ai', 'ay'], options: ['ai', 'ay', 'ee'] };
    const point = (option: string, again = false) => {
      const { mark, does } = answering(item);
      does.choose(option, again, 1200);
      return mark.mock.calls[0]![0] as object;
    };
    expect(point('ai')).toEqual({ outcome: 'right', ms: 200, gpc: 'ai:ay' });
    expect(point('ay')).toEqual({ outcome: 'right', ms: 200, gpc: 'ay:ay', said: 'ay' });
    expect(point('ee')).toEqual({ outcome: 'wrong', ms: 200, gpc: 'ai:ay', said: 'ee' });
    expect(point('ai', true)).toMatchObject({ outcome: 'put right' });
  });
  it('that was written is held against what was said: capitals do not matter in a word, nothing written is no answer', () => {
    const write = (written: string | null) => {
      const { mark, does } = answering(word);
      does.write(written, 4000);
      return mark.mock.calls[0]![0] as object;
    };
    expect(write('Ship ')).toEqual({ outcome: 'right' });
    expect(write('chip')).toEqual({ outcome: 'wrong', said: 'chip' });
    expect(write(null)).toEqual({ outcome: 'no answer' });
  });
});
