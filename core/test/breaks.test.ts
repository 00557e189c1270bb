/** What a long silence means: a holiday up to the longest summer, school in between beyond it. */
import { TEACHING_ORDERS } from '@sapling/data';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, type Observation } from '../src/index.js';
import { Breaks } from '../src/judgement/breaks.js';

const DAY = 86_400_000;
const START = Date.parse('2026-01-12T09:00:00Z');
const ORDER = allGpcs(TEACHING_ORDERS[0]!);
const PAIRS = ORDER.slice(0, 40);

describe('days of breaks', () => {
  it('count from the fourth week of a silence to its tenth, and each silence anew', () => {
    const breaks = new Breaks();
    expect(breaks.until(START)).toBe(0);
    breaks.present(START);
    expect([10, 21, 31, 70, 400].map((day) => breaks.until(START + day * DAY))).toEqual([0, 0, 10, 49, 49]);
    breaks.present(START + 31 * DAY);
    expect([31, 52, 57].map((day) => breaks.until(START + day * DAY))).toEqual([10, 10, 15]);
    const apart = breaks.copy();
    apart.present(START + 131 * DAY);
    expect(apart.until(START + 131 * DAY)).toBe(59);
    expect(breaks.until(START + 31 * DAY)).toBe(10);
  });
});

describe('a child who is looked at twice a year', () => {
  /** Two checks three weeks apart, all right but for three pairs. */
  const answers = [0, 21].flatMap((day) =>
    PAIRS.map((gpc, k): Observation => {
      const at = new Date(START + day * DAY + k * 3000).toISOString();
      return { id: `${day} ${k}`, child: 'c', by: 'ann', at, kind: 'see-say', gpc, outcome: k % 13 === 5 ? 'wrong' : 'right' };
    }),
  );
  const after = (days: number) => estimate(answers, { asOf: new Date(START + (21 + days) * DAY).toISOString(), order: ORDER });
  const came = PAIRS.filter((_, k) => k % 13 !== 5);

  it('is believed to have what came right, less and less surely, and not to have lost it all', () => {
    const known = [1, 63, 182, 365].map((days) => {
      const now = after(days);
      return came.reduce((sum, gpc) => sum + now.get(gpc)!.known, 0) / came.length;
    });
    expect(known).toEqual([...known].sort((a, b) => b - a));
    expect(known[0]).toBeGreaterThan(0.95);
    expect(known[2]).toBeGreaterThan(0.65);
    expect(known[3]).toBeGreaterThan(0.55);
  });
  it('has each such pair due for another look, and what was missed both times stays a gap', () => {
    for (const days of [182, 365]) {
      const now = after(days);
      for (const gpc of came) expect(now.get(gpc)).toMatchObject({ state: 'wobbly', due: true });
      for (const gpc of PAIRS.filter((g) => !came.includes(g))) expect(now.get(gpc)!.state).toBe('gap');
    }
  });
});
