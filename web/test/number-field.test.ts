/** A number within a range, as it is typed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptWhenLeft, takenWhileTyped } from '../src/ui/number-field.js';

describe('a number field', () => {
  it('takes any number of its range typed digit by digit, whatever stood there, and none that is not in it', () => {
    const range = fc
      .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }))
      .map(([a, b]) => [Math.min(a, b), Math.max(a, b)] as const);
    fc.assert(
      fc.property(range, fc.integer({ min: 0, max: 60 }), fc.integer({ min: -5, max: 999 }), ([least, most], before, wanted) => {
        let value = Math.min(most, Math.max(least, before));
        const text = String(wanted);
        for (let k = 0; k <= text.length; k += 1) {
          const taken = takenWhileTyped(text.slice(0, k), least, most);
          if (taken !== null) value = taken;
          expect(value).toBeGreaterThanOrEqual(least);
          expect(value).toBeLessThanOrEqual(most);
        }
        value = keptWhenLeft(text, value, least, most);
        expect(value).toBe(Math.min(most, Math.max(least, wanted)));
      }),
    );
  });
  it('left empty or unreadable it is what it was', () => {
    expect(takenWhileTyped('', 0, 30)).toBeNull();
    expect(keptWhenLeft('', 12, 0, 30)).toBe(12);
    expect(keptWhenLeft('-', 12, 0, 30)).toBe(12);
    expect(keptWhenLeft('7.6', 12, 0, 30)).toBe(8);
  });
});
