/** Sessions work on what lacks: what is marked in them tells of those pairs, and hardly of what the child knows beside them. */
import { TEACHING_ORDERS } from '@sapling/data';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, seeded, type Estimate, type Gpc, type Observation, type Random } from '../src/index.js';
import { Covariance } from '../src/judgement/covariance.js';

const ORDER = allGpcs(TEACHING_ORDERS[0]!);
const PAIRS = ORDER.slice(0, 45);
/** Each seventh pair is lacked, all through the term. */
const LACKED = new Set(PAIRS.filter((_, k) => k % 7 === 3));
const DAY = 86_400_000;
const START = Date.parse('2026-09-14T09:00:00Z');

/** One check of all pairs in the first week; then five weeks of sessions on some, of which some are marked. */
function term(worksOn: (gpc: Gpc, week: number) => boolean, marks: 'all' | 'what went wrong', random: Random): Observation[] {
  const out: Observation[] = [];
  const answer = (gpc: Gpc, kind: 'see-say' | 'session', day: number, guess: number): void => {
    const right = random() < (LACKED.has(gpc) ? guess : 0.97);
    if (kind === 'session' && marks === 'what went wrong' && right) return;
    const at = new Date(START + day * DAY + out.length * 1000).toISOString();
    out.push({ id: `o${out.length}`, child: 'c', by: 'ann', at, kind, gpc, outcome: right ? 'right' : 'wrong' });
  };
  for (const gpc of PAIRS) answer(gpc, 'see-say', 0, 0.04);
  for (let week = 1; week <= 5; week += 1) for (const gpc of PAIRS) if (worksOn(gpc, week)) answer(gpc, 'session', 7 * week, 0.15);
  return out;
}
function said(worksOn: (gpc: Gpc, week: number) => boolean, marks: 'all' | 'what went wrong'): { known: Estimate[]; lacked: Estimate[] } {
  const all = Array.from({ length: 12 }, (_, seed) =>
    estimate(term(worksOn, marks, seeded(seed + 3)), { asOf: new Date(START + 38 * DAY).toISOString(), order: ORDER }),
  );
  const of = (lacked: boolean): Estimate[] =>
    all.flatMap((states) => [...states].flatMap(([gpc, e]) => (LACKED.has(gpc) === lacked ? [e] : [])));
  return { known: of(false), lacked: of(true) };
}
const share = (list: readonly Estimate[], of: (e: Estimate) => boolean): number => list.filter(of).length / list.length;

describe('what is marked in sessions', () => {
  it('leaves what came right in the check believed, while what is worked on is missed week after week', () => {
    const { known, lacked } = said((gpc) => LACKED.has(gpc), 'all');
    expect(share(known, (e) => e.known > 0.5)).toBeGreaterThan(0.88);
    expect(share(known, (e) => e.state === 'gap')).toBeLessThan(0.03);
    expect(share(lacked, (e) => e.state === 'gap')).toBeGreaterThan(0.75);
  });
  it('is no sign of a weak child where the adult marks only what went wrong', () => {
    const { known, lacked } = said((gpc, week) => PAIRS.indexOf(gpc) % 3 === week % 3, 'what went wrong');
    expect(share(known, (e) => e.known > 0.5)).toBeGreaterThan(0.85);
    expect(share(known, (e) => e.state === 'gap')).toBeLessThan(0.03);
    expect(share(lacked, (e) => e.state === 'gap')).toBeGreaterThan(0.75);
  });
});

describe('a row of a covariance that shrinks', () => {
  it('leaves it one: the row and its column are multiplied, its own variance twice, and what was put by is taken in first', () => {
    const cov = new Covariance(3, Float64Array.from([4, 0, 0, 1, 9, 0, 2, 3, 16]));
    cov.narrow(-0.1, Float64Array.from([1, 2, 3]));
    const before = [0, 1, 2].map((i) => [0, 1, 2].map((j) => cov.at(i, j)));
    cov.shrinkRow(1, 0.5);
    for (const i of [0, 1, 2])
      for (const j of [0, 1, 2]) expect(cov.at(i, j)).toBeCloseTo(before[i]![j]! * (i === 1 ? 0.5 : 1) * (j === 1 ? 0.5 : 1), 12);
  });
});
