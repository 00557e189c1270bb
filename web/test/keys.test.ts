/** What keys do while a card is asked and while a child reads: each kind of check, before, while and after the clock runs. */
import { describe, expect, it } from 'vitest';
import { cardKey, carriesOn, type CardState } from '../src/check/marking-keys.js';
import { liveKey, type LiveState } from '../src/reading/live-keys.js';
import { MARK_KINDS } from '../src/reading/mark-kinds.js';

const card: CardState = { kind: 'see-say', options: [], other: undefined, marked: true };
const press = (key: string, change: Partial<CardState> = {}, typing = false) => cardKey(key, typing, { ...card, ...change });

describe('a key while a card is asked', () => {
  it('pauses by Escape wherever one is; into a field goes everything else', () => {
    expect(press('escape', {}, true)).toEqual({ do: 'pause' });
    for (const key of ['1', 's', 'z', 'a']) expect(press(key, {}, true)).toBeNull();
  });

  it('takes up a check that waits, but for Enter on a button, which is the button’s own', () => {
    expect(carriesOn('escape', true)).toBe(true);
    expect(carriesOn('enter', false)).toBe(true);
    expect(carriesOn('enter', true), '“End here” ends').toBe(false);
    expect(carriesOn('1', false)).toBe(false);
  });

  it('takes back by Z and Backspace, asks what was said only of a mark that was made', () => {
    expect(press('z')).toEqual({ do: 'take back' });
    expect(press('backspace')).toEqual({ do: 'take back' });
    expect(press('s')).toEqual({ do: 'say' });
    expect(press('s', { marked: false })).toBeNull();
  });

  it('has a mark under each of the digits from 1 on, and says nothing under the rest', () => {
    const marks = ['1', '2', '3', '4', '5'].map((key) => press(key));
    expect(marks.every((m) => m?.do === 'mark')).toBe(true);
    expect(new Set(marks.map((m) => (m?.do === 'mark' && m.mark !== 'accent' ? m.mark.outcome : ''))).size).toBe(5);
    expect(press('q')).toBeNull();
  });

  it('keeps an accent apart, where somebody speaks', () => {
    expect(press('a')).toEqual({ do: 'mark', mark: 'accent' });
    expect(press('a', { kind: 'hear-point', options: ['a', 'b'] })).toBeNull();
  });

  it('takes the other sound of a grapheme only where there is one', () => {
    expect(press('7', { other: 'ea:e' })).toEqual({ do: 'other', gpc: 'ea:e' });
    expect(press('7')).toBeNull();
  });

  it('chooses by number where an answer is pointed at, no further than there are answers', () => {
    const pointed = { kind: 'hear-point', options: ['ai', 'ea'] } as const;
    expect(press('2', pointed)).toEqual({ do: 'choose', option: 'ea' });
    expect(press('3', pointed)).toBeNull();
    expect(press('0', pointed)).toEqual({ do: 'no answer' });
    expect(press('t', pointed)).toEqual({ do: 'again' });
  });
});

const lines = [[0, 1, 2, 3], [4, 5], [6, 7, 8]]; // prettier-ignore
const state: LiveState = { phase: 'running', chosen: null, target: 1, last: 8, lines, canSay: true };
const key = (pressed: string, change: Partial<LiveState> = {}, held = false) => liveKey(pressed, held, { ...state, ...change });

describe('a key while a child reads', () => {
  it('one key starts, stops and ends; the space bar never ends anything', () => {
    expect(key('enter', { phase: 'before' })).toEqual({ do: 'start' });
    expect(key('enter')).toEqual({ do: 'stop' });
    expect(key('enter', { phase: 'stopped' })).toEqual({ do: 'finish' });
    expect(key(' ', { phase: 'before' })).toEqual({ do: 'start' });
    expect(key(' ')).toEqual({ do: 'along' });
    expect(key(' ', { phase: 'stopped' })).toBeNull();
  });

  it('arrows follow along while nothing is chosen, and go from word to word where something is', () => {
    expect(key('arrowright')).toEqual({ do: 'along' });
    expect(key('arrowleft')).toEqual({ do: 'back' });
    expect(key('arrowright', { chosen: 8 })).toEqual({ do: 'choose', word: 8 });
    expect(key('arrowleft', { chosen: 1 })).toEqual({ do: 'choose', word: 0 });
    expect(key('arrowright', { phase: 'stopped' })).toEqual({ do: 'choose', word: 2 });
  });

  it('up and down keep the place in the line, or its end, and stop at the first and last line', () => {
    expect(key('arrowdown', { target: 3 })).toEqual({ do: 'choose', word: 5 });
    expect(key('arrowup', { target: 8 })).toEqual({ do: 'choose', word: 5 });
    expect(key('arrowup', { target: 2 })).toBeNull();
    expect(key('arrowdown', { target: 7 })).toBeNull();
  });

  it('marks once the clock has begun, never before, and not again while a key is held', () => {
    for (const { key: pressed, kind } of MARK_KINDS) {
      expect(key(pressed)).toEqual({ do: 'mark', kind });
      expect(key(pressed, { phase: 'before' })).toBeNull();
      expect(key(pressed, {}, true)).toBeNull();
    }
    expect(key('arrowright', {}, true)).toEqual({ do: 'along' });
  });

  it('no two marks share a key with each other or with what else a key does', () => {
    const keys = MARK_KINDS.map((m) => m.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const pressed of ['z', 'x', 'l', 'e', ' ', 'enter']) expect(keys).not.toContain(pressed);
  });

  it('asks what was said only of a slip', () => {
    expect(key('e')).toEqual({ do: 'say' });
    expect(key('e', { canSay: false })).toBeNull();
  });
});
