import { newInAStep, nearestOrder, ORDER_PACES, practiceAnswers, OUTCOMES, splitGpc, type TeachingOrder } from '@sapling/core';
import { nearestStep, taughtAfter } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const named = (name: string): TeachingOrder => TEACHING_ORDERS.find((o) => o.name.startsWith(name))!;

describe('from one teaching order to another', () => {
  const all = TEACHING_ORDERS;
  it('a class is where what counts as taught differs least from what was taught', () => {
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.constantFrom(...all), fc.nat(), (from, to, n) => {
        const taughtSteps = n % (from.steps.length + 1);
        const then = new Set(taughtAfter(from, taughtSteps).gpcs);
        const { steps, gone, come } = nearestStep(from, taughtSteps, to);
        const off = (k: number): number => {
          const now = new Set(taughtAfter(to, k).gpcs);
          return [...then].filter((g) => !now.has(g)).length + [...now].filter((g) => !then.has(g)).length;
        };
        expect(gone.length + come.length).toBe(off(steps));
        for (let k = 0; k <= to.steps.length; k += 1) expect(off(k), `step ${k}`).toBeGreaterThanOrEqual(off(steps));
        // nothing taught is nothing taught, all is all, and an order is where it is
        if (taughtSteps === 0) expect(steps).toBe(0);
        if (from === to) expect({ steps, gone, come }).toEqual({ steps: taughtSteps, gone: [], come: [] });
      }),
    );
  });
  it('the same number of steps would be other pairs: half of what was taught, or pairs that nobody taught', () => {
    const [riverbank, hillside] = [named('Riverbank'), named('Hillside')];
    const then = new Set(taughtAfter(riverbank, 24).gpcs);
    const lost = (steps: number): number => [...then].filter((g) => !taughtAfter(hillside, steps).gpcs.includes(g)).length;
    const { steps, come, gone } = nearestStep(riverbank, 24, hillside);
    expect(lost(24)).toBeGreaterThan(25);
    expect(steps).toBeGreaterThan(30);
    expect(come.length + gone.length).toBeLessThan(lost(24));
  });
});

describe('the order that is nearest', () => {
  // read off the shipped orders by hand, before this was written: two pairs a step, three, four and a little
  it('finds each that ships by what its school would say', () => {
    expect(nearestOrder(TEACHING_ORDERS, { style: 'cue and answer', pace: 'one or two' }).order).toBe(named('Hillside'));
    expect(nearestOrder(TEACHING_ORDERS, { style: 'cards and dictation', pace: 'three' }).order).toBe(named('Lantern'));
    expect(nearestOrder(TEACHING_ORDERS, { style: 'revisit to apply', pace: 'four or more' }).order).toBe(named('Riverbank'));
  });

  it('never leaves one that is better both ways, and is told by what it is measured by', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ style: fc.constantFrom(...TEACHING_ORDERS.map((o) => o.style)), n: fc.integer({ min: 1, max: 6 }) }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.constantFrom(...TEACHING_ORDERS.map((o) => o.style)),
        fc.constantFrom(...ORDER_PACES),
        (made, style, pace) => {
          const orders = made.map(({ style: own, n }, k): TeachingOrder => ({
            id: `o${k}`,
            name: `o${k}`,
            style: own,
            steps: Array.from({ length: 9 }, (_, s) => ({
              name: `${s}`,
              gpcs: Array.from({ length: n }, (_x, g) => `g${s}${g}:s`),
              words: [],
            })),
          }));
          const wanted = { 'one or two': 2, three: 3, 'four or more': 4 }[pace];
          const found = nearestOrder(orders, { style, pace });
          expect(found.newInAStep).toBe(newInAStep(found.order));
          for (const other of orders) {
            const nearer = Math.abs(newInAStep(other) - wanted) < Math.abs(found.newInAStep - wanted);
            if (other.style === style) expect(nearer && !found.sameStyle).toBe(false);
          }
        },
      ),
    );
  });

  it('says where there is none', () => {
    expect(() => nearestOrder([], { style: 'cue and answer', pace: 'three' })).toThrow(/no teaching order/);
  });
});

describe('the practice child', () => {
  const stack = named('Riverbank')
    .steps.flatMap((s) => s.gpcs)
    .slice(0, 10);

  it('does each thing that is marked otherwise once, never at the first card, and says the sound of the card otherwise', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), (seed) => {
        const answers = practiceAnswers(stack, seed);
        expect(answers.map((a) => a.gpc)).toEqual(stack);
        expect(answers[0]!.fits).toEqual(['right']);
        const first = answers.map((a) => a.fits[0]!);
        for (const once of ['wrong', 'no answer', 'put right', 'slow'] as const) expect(first.filter((f) => f === once)).toHaveLength(1);
        expect(first.filter((f) => f === 'right')).toHaveLength(stack.length - 4);
        for (const a of answers) {
          const own = `/${splitGpc(a.gpc).sound}/`;
          expect(a.fits.every((f) => OUTCOMES.includes(f))).toBe(true);
          if (a.fits.includes('right')) expect(a.happens).toContain(own);
          else expect(a.happens).not.toContain(own);
        }
      }),
    );
  });
});
