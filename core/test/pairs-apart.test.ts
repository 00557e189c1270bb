/** Pairs that a child lacks though it knows all the rest, or knows though it lacks the rest: no chain of slips, and none of luck. */
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, seeded, type Estimate, type Observation } from '../src/index.js';
import { PairsApart } from '../src/judgement/pairs-apart.js';

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
  it('are gaps after two checks where it is one alone of forty or sixty in a child who never slips, and sure after three', () => {
    for (const pairs of [40, 60]) expect(afterChecks(2, pairs, (_, k) => k !== 30)[30]!.state).toBe('gap');
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

describe('a few pairs that come and go in a child who knows the rest, as mirrored letters do', () => {
  it('are not secure for having come right last', () => {
    for (const first of [true, false]) {
      const goes = afterChecks(6, 40, (check, k) => k !== 20 || (check % 2 === 0) === first);
      expect(goes[20]!.state).not.toBe('secure');
      expect(goes[20]!.known).toBeLessThan(0.85);
      expect(goes.filter((e) => e.state === 'secure').length).toBe(39);
    }
  });
  it('are told from slips: of eighty children with four of forty that are a matter of luck, fewer than three of ten of these are secure after six checks, and nearly all others', () => {
    let [secureByLuck, secure, doubted] = [0, 0, 0];
    for (let seed = 0; seed < 80; seed += 1) {
      const random = seeded(seed + 4000);
      const byLuck = new Set<number>();
      while (byLuck.size < 4) byLuck.add(Math.floor(40 * random()));
      afterChecks(6, 40, (_, k) => random() < (byLuck.has(k) ? 0.5 : 0.98)).forEach((e, k) => {
        if (byLuck.has(k)) secureByLuck += Number(e.state === 'secure');
        else if (e.state === 'secure') secure += 1;
        else doubted += 1;
      });
    }
    expect(secureByLuck / (80 * 4)).toBeLessThan(0.3);
    expect(secure / (secure + doubted)).toBeGreaterThan(0.98);
  });
});

describe('a few pairs that come right in every check of a child who knows nothing else', () => {
  for (const [pairs, knows] of [
    [25, [4, 12, 20]],
    [40, [6, 20, 33]],
    [60, [10, 30, 50]],
  ] as const)
    it(`are known after three checks of ${pairs} cards, and soon secure`, () => {
      const own = (k: number): boolean => (knows as readonly number[]).includes(k);
      for (const e of knows.map((k) => afterChecks(3, pairs, (_, j) => own(j))[k]!)) expect(e.known).toBeGreaterThan(0.75);
      expect(states(knows.map((k) => afterChecks(5, pairs, (_, j) => own(j))[k]!))).toEqual(['secure']);
    });
  it('are luck where they come right once', () => {
    const once = afterChecks(3, 40, (check, k) => k === 20 && check === 1)[20]!;
    expect(once.known).toBeLessThan(0.2);
    expect(once.state).toBe('gap');
  });
});

describe('how likely a pair lies apart', () => {
  it('goes with what comes wrong and right, and is never sure', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(9), fc.boolean(), fc.double({ min: 0.2, max: 0.9, noNaN: true })), { maxLength: 60 }), (all) => {
        const apart = new PairsApart(10);
        for (const [k, right, usually] of all) {
          const before = apart.of(k);
          apart.observe(k, right, usually, { hole: 0.14, mixed: 0.5, find: 0.93 });
          const after = apart.of(k);
          expect(after.usual + after.hole + after.mixed + after.find).toBeCloseTo(1, 9);
          expect(Math.max(after.hole, after.find)).toBeLessThan(0.95);
          if (right) expect(after.hole).toBeLessThanOrEqual(before.hole + 1e-9);
          else expect(after.find).toBeLessThanOrEqual(before.find + 1e-9);
        }
      }),
    );
  });
  it('is less a hole after a session that worked on it, by no more than spoke for it, and apart from what it was copied from', () => {
    const pairs = new PairsApart(3);
    for (let n = 0; n < 2; n += 1) pairs.observe(0, false, 0.9, { hole: 0.1, mixed: 0.5, find: 0.93 });
    const [missed, unseen] = [pairs.of(0).hole, pairs.of(1).hole];
    const copy = pairs.copy();
    copy.taught(0, 0.3);
    copy.taught(1, 0.3);
    expect(copy.of(0).hole).toBeLessThan(missed);
    expect(copy.of(1).hole).toBe(unseen);
    expect(pairs.of(0).hole).toBe(missed);
    for (let n = 0; n < 50; n += 1) copy.taught(0, 0.3);
    expect(copy.of(0).hole).toBeLessThan(1.3 * unseen);
  });
});
