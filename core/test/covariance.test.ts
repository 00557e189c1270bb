/** What narrows the judgement's beliefs, and what is read off them, held against the same done one by one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { endsOf, knownIn, reaches, staysBelow } from '../src/judgement/belief.js';
import { Covariance } from '../src/judgement/covariance.js';
import { DEFAULT_MODEL, type Belief } from '../src/judgement/index.js';

const number = fc.double({ min: -2, max: 2, noNaN: true });

describe('a covariance', () => {
  it('is what each answer by itself would have made of it, whenever it is looked at', () => {
    const answers = fc.array(fc.record({ by: fc.double({ min: -0.2, max: 0, noNaN: true }), g: fc.array(number, { minLength: 5, maxLength: 5 }), look: fc.constantFrom('no', 'settle', 'copy') }), { maxLength: 30 }); // prettier-ignore
    fc.assert(
      fc.property(answers, (list) => {
        const plain = Array.from({ length: 5 }, (_, i) => Array.from({ length: 5 }, (__, j) => (i === j ? 3 : 0.5)));
        let held = new Covariance(5, Float64Array.from(plain.flat()));
        const row = new Float64Array(5);
        for (const { by, g, look } of list) {
          held.narrow(by, Float64Array.from(g));
          for (let i = 0; i < 5; i += 1) for (let j = 0; j < 5; j += 1) plain[i]![j]! += by * g[i]! * g[j]!;
          if (look === 'settle') held.settled();
          if (look === 'copy') {
            const before = held;
            held = held.copy();
            before.narrow(-1, Float64Array.from(g));
          }
          held.sumOfRows([3, 1], row);
          row.forEach((value, j) => expect(value).toBeCloseTo(plain[3]![j]! + plain[1]![j]!, 9));
          expect(held.at(1, 4)).toBeCloseTo(plain[4]![1]!, 9);
          expect(held.at(4, 1)).toBe(held.at(1, 4));
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the ends of a belief', () => {
  const member = fc.record({
    weight: fc.double({ min: 0.01, max: 1, noNaN: true }),
    mean: fc.double({ min: -6, max: 6, noNaN: true }),
    variance: fc.double({ min: 0.01, max: 9, noNaN: true }),
    guess: fc.double({ min: 0.01, max: 0.3, noNaN: true }),
    lapse: fc.double({ min: 0.01, max: 0.2, noNaN: true }),
  });
  const share = fc.double({ min: 0, max: 0.45, noNaN: true });
  const belief = fc.tuple(fc.array(member, { minLength: 1, maxLength: 4 }), share, share).map(([members, hole, find]): Belief => {
    const all = members.reduce((sum, m) => sum + m.weight, 0);
    return {
      p: 0.5,
      bend: { spread: 1.1, shift: 0.2 },
      rested: 0,
      apart: { usual: 1 - hole - find, hole, mixed: 0, find, strength: 3 },
      members: members.map((m) => ({ ...m, weight: m.weight / all })),
    };
  });
  it('hold the model’s share between them, and say on which side of a value the child is as the short way does', () => {
    fc.assert(
      fc.property(belief, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (b, value) => {
        const { low, high } = endsOf(b, DEFAULT_MODEL);
        expect(low).toBeLessThanOrEqual(high);
        const near = 2e-4;
        if (low > value + near) expect(reaches(b, value, DEFAULT_MODEL)).toBe(true);
        if (low < value - near) expect(reaches(b, value, DEFAULT_MODEL)).toBe(false);
        if (high < value - near) expect(staysBelow(b, value, DEFAULT_MODEL)).toBe(true);
        if (high > value + near) expect(staysBelow(b, value, DEFAULT_MODEL)).toBe(false);
        expect(knownIn(b)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 400 },
    );
  });
});
