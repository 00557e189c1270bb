/** Pairs that a child lacks though it knows all the rest: missed again and again they are gaps, and no chain of slips. */
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, seeded, type Estimate, type Observation } from '../src/index.js';
import { Holes } from '../src/judgement/holes.js';

const ORDER = allGpcs(TEACHING_ORDERS[0]!);
const DAY = 86_400_000;
const START = Date.parse('2026-09-14T09:00:00Z');
const WEEKS = 21;

/** A full check every three weeks; what comes right is asked of the check's number and the pair's place. */
function afterChecks(checks: number, pairs: number, comesRight: (check: number, k: number) => boolean): Estimate[] {
  const asked = ORDER.slice(0, pairs);
  const answers = Array.from({ length: checks }, (_, check) =>
    asked.map((gpc, k): Observation => {
      const at = new Date(START + check * WEEKS * DAY + k * 3000).toISOString();
      return { id: `${check} ${k}`, child: 'c', by: 'ann', at, kind: 'see-say', gpc, outcome: comesRight(check, k) ? 'right' : 'wrong' };
    }),
  ).flat();
  const found = estimate(answers, { asOf: new Date(START + ((checks - 1) * WEEKS + 0.3) * DAY).toISOString(), order: ORDER });
  return asked.map((gpc) => found.get(gpc)!);
}
const states = (list: readonly Estimate[]): string[] => [...new Set(list.map((e) => e.state))];

describe('a few pairs missed in every check by a child who knows the rest', () => {
  for (const [pairs, lacks] of [
    [25, [4, 12, 20]],
    [40, [6, 20, 33]],
    [60, [10, 30, 50]],
  ] as const)
    it(`are gaps after two checks of ${pairs} cards, and the rest are secure`, () => {
      const found = afterChecks(2, pairs, (_, k) => !(lacks as readonly number[]).includes(k));
      expect(states(lacks.map((k) => found[k]!))).toEqual(['gap']);
      expect(states(found.filter((_, k) => !(lacks as readonly number[]).includes(k)))).not.toContain('gap');
      expect(found.filter((e) => e.state === 'secure').length).toBeGreaterThan(0.85 * pairs);
    });
  it('are gaps after three checks where it is one alone of sixty', () => {
    const one = afterChecks(3, 60, (_, k) => k !== 30)[30]!;
    expect(one.state).toBe('gap');
    expect(one.known).toBeLessThan(0.25);
  });
  it('are not doubted for one slip, nor named for it', () => {
    const slip = afterChecks(2, 60, (check, k) => k !== 30 || check > 0)[30]!;
    expect(slip.known).toBeGreaterThan(0.85);
    const first = afterChecks(1, 60, (_, k) => k !== 30)[30]!;
    expect(first).toMatchObject({ state: 'wobbly' });
    expect(first.p).toBeGreaterThan(0.75);
  });
  it('are gaps no more once they come right again', () => {
    const filled = afterChecks(6, 40, (check, k) => k !== 20 || check >= 3)[20]!;
    expect(filled.state).not.toBe('gap');
    expect(filled.known).toBeGreaterThan(0.8);
    const once = afterChecks(4, 40, (check, k) => k !== 20 || check >= 3)[20]!;
    expect(once.known).toBeLessThan(0.75);
  });
  it('are told from slips: of two hundred children with two to five holes more than four gaps of five are named, and of what is named less than one in twenty wrongly', () => {
    let [holes, named, wrongly] = [0, 0, 0];
    for (let seed = 0; seed < 200; seed += 1) {
      const random = seeded(seed + 900);
      const pairs = 28 + Math.floor(36 * random());
      const lacks = new Set(Array.from({ length: 2 + Math.floor(4 * random()) }, () => Math.floor(pairs * random())));
      const found = afterChecks(3, pairs, (_, k) => random() < (lacks.has(k) ? 0.06 : 0.96));
      holes += lacks.size;
      found.forEach((e, k) => {
        if (e.state !== 'gap') return;
        if (lacks.has(k)) named += 1;
        else wrongly += 1;
      });
    }
    expect(named / holes).toBeGreaterThan(0.8);
    expect(wrongly / (named + wrongly)).toBeLessThan(0.05);
  });
});

describe('how likely a pair is a hole', () => {
  it('rises with what comes wrong, falls with what comes right, and is never sure', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(9), fc.boolean(), fc.double({ min: 0.3, max: 0.98, noNaN: true })), { maxLength: 60 }),
        (all) => {
          const holes = new Holes(10);
          for (const [k, right, otherwise] of all) {
            const before = holes.of(k);
            holes.observe(k, right, before * 0.14 + (1 - before) * otherwise, 0.14);
            const after = holes.of(k);
            if (right) expect(after).toBeLessThanOrEqual(before + 1e-9);
            else expect(after).toBeGreaterThanOrEqual(Math.min(before, 0.85) - 1e-9);
            expect(after).toBeLessThan(0.95);
          }
        },
      ),
    );
  });
  it('is less after a session that worked on it, by no more than spoke for it, and apart from what it was copied from', () => {
    const holes = new Holes(3);
    for (let n = 0; n < 2; n += 1) holes.observe(0, false, 0.9, 0.1);
    const [missed, unseen] = [holes.of(0), holes.of(1)];
    const copy = holes.copy();
    copy.taught(0, 0.3);
    copy.taught(1, 0.3);
    expect(copy.of(0)).toBeLessThan(missed);
    expect(copy.of(1)).toBe(unseen);
    expect(holes.of(0)).toBe(missed);
    for (let n = 0; n < 50; n += 1) copy.taught(0, 0.3);
    expect(copy.of(0)).toBeCloseTo(copy.of(1), 9);
  });
});
