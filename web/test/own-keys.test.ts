import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { OWN_KEYS } from '@sapling/contract';
import { keepKeys, KEY_SETS, placeOf, shownKey } from '../src/check/own-keys.js';
import { keysFor } from '../src/help/keys.js';

beforeAll(() => vi.stubGlobal('localStorage', { setItem: () => undefined }));
afterAll(() => {
  // other files run in the same worker
  keepKeys('numbers');
  vi.unstubAllGlobals();
});

describe('keys to mark with', () => {
  it('are nobody else’s: what help says another key of the check does, no letter of a hand does', () => {
    const taken = keysFor('/check/01')
      .flatMap((screen) => screen.keys.flatMap((line) => line.keys))
      .map((key) => key.toLowerCase());
    for (const set of OWN_KEYS.filter((s) => s !== 'numbers')) {
      expect(KEY_SETS[set]).toHaveLength(KEY_SETS.numbers.length);
      expect(new Set(KEY_SETS[set]).size).toBe(KEY_SETS[set].length);
      for (const key of KEY_SETS[set]) expect(taken, `${set}: ${key}`).not.toContain(key);
    }
  });
  it('stand on the buttons and mean their places, and numbers mean theirs always', () => {
    for (const set of OWN_KEYS) {
      keepKeys(set);
      for (let place = 1; place <= 7; place += 1) {
        expect(placeOf(shownKey(String(place)).toLowerCase())).toBe(String(place));
        expect(placeOf(String(place))).toBe(String(place));
      }
      for (const other of ['z', 's', 'a', 't', 'escape', '0']) expect(placeOf(other)).toBe(other);
    }
  });
});
