/** A child's own scale: learned from the child's own answers, at rest where there are few, and never turned the wrong way. */
import { drawPupil, MIND_KINDS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimate, foretell, scoreOf, seeded, tallyOf, type Observation, type Outcome } from '../src/index.js';
import { DEFAULT_MODEL } from '../src/judgement/model.js';
import { bent, OwnScale, unbent, type LastAnswer } from '../src/judgement/own-scale.js';

const { scale } = DEFAULT_MODEL.recall;
const right = (days: number, delay = 0): LastAnswer => ({ right: true, days, delay });
const missed = (days: number): LastAnswer => ({ right: false, days, delay: 0 });
const chance = fc.double({ min: 0.02, max: 0.98, noNaN: true });
const last = fc.option(
  fc.record({
    right: fc.boolean(),
    days: fc.double({ min: 0, max: 120, noNaN: true }),
    delay: fc.double({ min: -1, max: 1.5, noNaN: true }),
  }),
);
const lesson = fc.array(fc.record({ p: chance, last, right: fc.boolean() }), { maxLength: 80 });
function after(list: readonly { p: number; last: LastAnswer | null; right: boolean }[]): OwnScale {
  const own = new OwnScale(scale);
  for (const a of list) own.observe(a.p, a.last, a.right);
  return own;
}

describe('a child’s own scale', () => {
  it('bends nothing before anything was seen', () => {
    const own = new OwnScale(scale);
    for (const p of [0.05, 0.3, 0.7, 0.95]) {
      expect(bent(p, own.bendOf(right(2)))).toBeCloseTo(p, 6);
      expect(Math.abs(own.foretell(p, null) - p)).toBeLessThan(0.05);
    }
  });
  it('keeps every order and stays a chance, whatever was seen', () => {
    fc.assert(
      fc.property(lesson, chance, chance, last, (list, a, b, about) => {
        const own = after(list);
        const bend = own.bendOf(about);
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(bent(low, bend)).toBeLessThanOrEqual(bent(high, bend));
        expect(bent(low, bend)).toBeGreaterThan(0);
        expect(bent(high, bend)).toBeLessThan(1);
        const foretold = own.foretell(a, about);
        expect(foretold > 0 && foretold < 1).toBe(true);
        // there and back, where neither is at the edge
        const there = bent(a, bend);
        if (there > 0.02 && there < 0.98) expect(unbent(there, bend)).toBeCloseTo(a, 6);
      }),
    );
  });
  it('believes no more as days go by, and nothing because a miss was put right just now', () => {
    fc.assert(
      fc.property(lesson, fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }), (list, a, b) => {
        const own = after(list);
        const [sooner, later] = [Math.min(a, b), Math.max(a, b)];
        const shift = (about: LastAnswer | null): number => own.bendOf(about).shift;
        expect(shift(missed(later))).toBe(shift(missed(sooner)));
        expect(shift(right(later))).toBeLessThanOrEqual(shift(right(sooner)) + 1e-12);
      }),
    );
  });
  it('learns of a child for whom a miss that was put right comes right next time', () => {
    const random = seeded(7);
    const own = new OwnScale(scale);
    const before = own.foretell(0.3, missed(1));
    for (let n = 0; n < 40; n += 1) own.observe(0.3, missed(1), random() < 0.85);
    expect(own.foretell(0.3, missed(1))).toBeGreaterThan(before + 0.3);
    // of what was missed long ago, and of what came right, it says little
    expect(own.foretell(0.3, missed(60))).toBeLessThan(0.5);
    expect(own.foretell(0.3, right(1))).toBeLessThan(0.5);
  });
  it('learns of a child whose slow right answers are half guesses, and of one to whom all is surer than it seems', () => {
    const random = seeded(8);
    const guessing = new OwnScale(scale);
    for (let n = 0; n < 120; n += 1) {
      const slow = n % 2 === 0;
      guessing.observe(0.7, right(20, slow ? 1 : -0.3), random() < (slow ? 0.35 : 0.9));
    }
    expect(guessing.foretell(0.7, right(20, 1))).toBeLessThan(guessing.foretell(0.7, right(20, -0.3)) - 0.25);
    const sure = new OwnScale(scale);
    for (let n = 0; n < 120; n += 1) sure.observe(n % 2 ? 0.75 : 0.25, null, n % 2 === 1);
    expect(sure.foretell(0.75, null)).toBeGreaterThan(0.85);
    expect(sure.foretell(0.25, null)).toBeLessThan(0.15);
  });
});

describe('on children of all kinds, none of whom it was fitted on', () => {
  it('foretells better with it than without, of each kind or all but as well', () => {
    const flat = { base: 1e-6, spread: 1e-6, toldJustNow: 1e-6, missed: 1e-6, rightJustNow: 1e-6, slow: 1e-6, days: 7 };
    const without = { ...DEFAULT_MODEL, recall: { ...DEFAULT_MODEL.recall, scale: flat } };
    let [sum, plain] = [0, 0];
    for (const mind of MIND_KINDS) {
      const pupils = Array.from({ length: 5 }, (_, k) => drawPupil(mind, 33_001 + k));
      const loss = (model: typeof DEFAULT_MODEL): number =>
        scoreOf(tallyOf(pupils.flatMap((p) => foretell(p.observations, { order: p.order, model }).filter((f) => f.kind === 'see-say'))))
          .loss;
      const [own, large] = [loss(DEFAULT_MODEL), loss(without)];
      expect(own).toBeLessThan(large * 1.01);
      sum += own;
      plain += large;
    }
    expect(sum).toBeLessThan(plain * 0.99);
  });
});

describe('in a record', () => {
  const DAY = 86_400_000;
  const at = (day: number): string => new Date(Date.parse('2026-09-07T09:00:00Z') + day * DAY).toISOString();
  const answer = (id: string, day: number, gpc: string, outcome: Outcome): Observation =>
    ({ id, child: 'c', by: 'ann', at: at(day), kind: 'see-say', gpc, outcome }) as Observation;
  /** A child who misses a card once a week, is told, and has it the next day; week after week. */
  const told = ['s:s', 'a:a', 't:t', 'p:p', 'i:i', 'n:n'].flatMap((gpc, k) =>
    Array.from({ length: 6 }, (_, week) => [
      answer(`${gpc} ${week} missed`, 7 * week + k / 100, gpc, 'wrong'),
      answer(`${gpc} ${week} right`, 7 * week + 1 + k / 100, gpc, 'right'),
    ]).flat(),
  );
  it('expects what was just put right to be there tomorrow, and does not say that it is known', () => {
    const list = told.filter((o) => o.at < at(35.5));
    const next = foretell([...list, answer('next', 36, 's:s', 'right')]).at(-1)!;
    const believed = estimate(list, { asOf: at(35.6) }).get('s:s')!;
    expect(next.p).toBeGreaterThan(believed.p + 0.1);
    expect(believed.state).not.toBe('secure');
    const before = estimate(
      list.filter((o) => o.at < at(35)),
      { asOf: at(35.6) },
    ).get('s:s')!;
    expect(believed.p).toBeLessThanOrEqual(before.p + 0.01);
  });
});
