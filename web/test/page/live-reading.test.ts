/** A reading while it goes on: by touch and by key, from the start to the last word, with everything taken back. */
import { secondsOf, type ReadingMark, type ReadingStep } from '@sapling/core/reading';
import { act } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { clock, keepClock } from '../../src/clock.js';
import {
  addSteps,
  beginReading,
  markingOf,
  tapBack,
  tapWord,
  toggleMark,
  undoLast,
  type LocalReading,
  type ReadingChange,
  type StepMaker,
} from '../../src/reading/local-reading.js';
import { useLive } from '../../src/reading/use-live.js';
import type { ReadingHandle } from '../../src/reading/use-reading.js';
import { onPage } from './support/page.js';

let n = 0;
const maker: StepMaker = { by: 'maren', marking: 'm', now: () => clock.now(), newId: () => `step ${(n += 1)}` };
const text = { id: null, title: 'The Hen', kind: 'story', text: 'The hen sat on the red mat.', questions: [] } as never;
/** A reading that lives in the test alone, by the steps that a reading takes. */
function useReadingHere() {
  const [reading, setReading] = useState<LocalReading>(
    () => beginReading({ id: 'ada', name: 'Ada' }, text, { id: 'm', by: 'maren', at: clock.now() }).reading,
  );
  const take = (step: (now: LocalReading) => ReadingChange): void => setReading((now) => step(now).reading);
  const marking = markingOf(reading, 'm');
  const handle: ReadingHandle = {
    ...{ reading, remote: null, trouble: null, markingId: 'm', marking },
    clockAt: (at) => marking && 1000 * secondsOf({ ...marking, setSeconds: null }, new Date(at).toISOString()),
    steps: (...steps: ReadingStep[]) => take((r) => addSteps(r, steps, maker)),
    tap: (word, ms) => take((r) => tapWord(r, word, ms, maker)),
    back: () => take((r) => tapBack(r, maker)),
    mark: (word: number, kind: ReadingMark['kind'], more = {}) =>
      take((r) => toggleMark(r, { word, kind, ...(more.ms === undefined ? {} : { ms: more.ms }) }, maker)),
    undo: () => take((r) => undoLast(r, maker)),
  };
  return { marking, live: useLive(handle, 'maren') };
}
const press = (key: string, more: KeyboardEventInit = {}, on: EventTarget = window): void =>
  act(() => void on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...more })));
const later = (ms: number): void => void vi.setSystemTime(vi.getMockedSystemTime()!.getTime() + ms);

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['Date'] });
  keepClock(0);
});
afterEach(() => {
  vi.useRealTimers();
  keepClock(0);
});

describe('a reading that goes on', () => {
  const open = () => onPage(useReadingHere, undefined);

  it('is run by two keys: each word at its own time, and the last one ends it where it was read', () => {
    const { result } = open();
    expect(result.current.live.phase).toBe('before');
    press('Enter');
    for (let k = 0; k < 7; k += 1) {
      later(500);
      press(' ');
    }
    expect(result.current.live).toMatchObject({ phase: 'running', place: 6 });
    expect(Math.round(result.current.marking!.reached.get(2)! / 100)).toBe(15);
    later(500);
    press(' ');
    expect(result.current.live.phase).toBe('stopped');
    expect(result.current.marking!.lastWord).toBe(6);
    expect(Math.round(result.current.marking!.clockedMs / 100)).toBe(40);
    press('Enter');
    return vi.waitFor(() => expect(result.current.marking!.done).toBe(true));
  });

  it('marks a word that is touched, once; what it was instead changes that mark', () => {
    const { result } = open();
    press(' ');
    later(400);
    press(' ');
    act(() => result.current.live.onWord(1));
    expect(result.current.live.marks).toMatchObject([{ word: 1, kind: 'substitution' }]);
    act(() => result.current.live.onWord(1));
    expect(result.current.live.marks, 'touched again it is the same slip').toHaveLength(1);
    act(() => result.current.live.onKind('omission', clock.ms()));
    expect(result.current.live.marks).toMatchObject([{ word: 1, kind: 'omission' }]);
    press('z');
    expect(result.current.live.marks).toMatchObject([{ word: 1, kind: 'substitution' }]);
    press('x');
    expect(result.current.live.marks).toEqual([]);
  });

  it('stopped before its end, the first word that is touched is the last that was read, and then words are marked', () => {
    const { result } = open();
    press('Enter');
    later(900);
    press('Enter');
    expect(result.current.live).toMatchObject({ phase: 'stopped', place: -1 });
    expect(result.current.marking!.lastWord).toBeNull();
    act(() => result.current.live.onWord(4));
    expect(result.current.marking!.lastWord).toBe(4);
    expect(result.current.live.marks).toEqual([]);
    act(() => result.current.live.onWord(2));
    expect(result.current.live.marks).toMatchObject([{ word: 2, kind: 'substitution' }]);
  });

  it('leaves alone what is the browser’s, a field’s or a button’s', () => {
    const { result } = open();
    press(' ', { ctrlKey: true });
    expect(result.current.live.phase).toBe('before');
    const field = document.body.appendChild(document.createElement('input'));
    press(' ', {}, field);
    expect(result.current.live.phase, 'typed').toBe('before');
    const button = document.body.appendChild(document.createElement('button'));
    press('Enter', {}, button);
    expect(result.current.live.phase, 'the button’s own').toBe('before');
    button.dataset.word = '3';
    press('Enter', {}, button);
    expect(result.current.live.phase, 'a word of the text is no such button').toBe('running');
    act(() => result.current.live.setAsking(true));
    later(300);
    press(' ');
    expect(result.current.live.place, 'while it is asked what was said').toBe(-1);
    field.remove();
    button.remove();
  });
});
