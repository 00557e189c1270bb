/** Styles of sessions, and the stack that each begins with. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkedStyle, reviewStack, shareMinutes, SHIPPED_STYLES, styleFor } from '../src/index.js';
import { everyKind } from './support/styles.js';

describe('the review', () => {
  it('turns each old card once, and brings a new one back at growing gaps', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 0, max: 3 }), (many, few) => {
        const old = Array.from({ length: many }, (_, k) => `o${k}:o`);
        const fresh = Array.from({ length: few }, (_, k) => `n${k}:n`);
        const stack = reviewStack(old, fresh);
        expect(stack.filter((g) => g.startsWith('o'))).toEqual(old);
        for (const gpc of fresh) {
          const at = stack.flatMap((g, k) => (g === gpc ? [k] : []));
          expect(at.length).toBeGreaterThan(0);
          // counted in old cards, every gap is at least as long as the one before
          const between = at.slice(1).map((k, n) => stack.slice(at[n], k).filter((g) => g.startsWith('o')).length);
          if (few === 1) expect(between).toEqual([...between].sort((a, b) => a - b));
        }
      }),
      { numRuns: 200 },
    );
    expect(reviewStack(['s:s', 'a:a', 't:t', 'p:p'], ['sh:sh'])).toEqual(['s:s', 'sh:sh', 'a:a', 'sh:sh', 't:t', 'p:p', 'sh:sh']);
  });
});

describe('styles', () => {
  it('minutes add up for every length and style, and short sessions hold fewer parts', () => {
    for (const style of [...SHIPPED_STYLES, everyKind])
      for (let minutes = 10; minutes <= 30; minutes += 1) {
        const shared = shareMinutes(minutes, style.parts);
        expect(shared.reduce((a, s) => a + s.minutes, 0)).toBe(minutes);
        expect(shared.every((s) => s.minutes >= 2)).toBe(true);
        expect(shared.length * 2).toBeLessThanOrEqual(minutes + 1);
        expect(shared.slice(0, 2).map((s) => s.part)).toEqual(style.parts.slice(0, 2));
      }
  });

  it('each way of working has its style; what is no style is refused by the field', () => {
    for (const way of ['revisit to apply', 'cue and answer', 'cards and dictation'] as const) {
      const style = styleFor(way);
      expect(checkedStyle(style)).toEqual(style);
      expect(style.parts.reduce((a, p) => a + p.minutes, 0)).toBe(30);
    }
    const base = styleFor('cue and answer');
    expect(() => checkedStyle({ ...base, name: ' ' })).toThrow(/name/);
    expect(() => checkedStyle({ ...base, parts: [] })).toThrow(/at least one part/);
    expect(() => checkedStyle({ ...base, parts: [{ ...base.parts[0]!, minutes: 0 }] })).toThrow(/1 to 30/);
    expect(() => checkedStyle({ ...base, oldToNew: 0 })).toThrow(/1 to 20/);
    // the same part twice: each keeps an id of its own
    expect(new Set(checkedStyle({ ...base, parts: [base.parts[0]!, base.parts[0]!] }).parts.map((p) => p.id)).size).toBe(2);
  });
});
