/** A child who misreads words though the letters are known: what goes wrong in words then says little of the pairs in them. */
import { TEACHING_ORDERS } from '@sapling/data';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, seeded, type Estimate, type Gpc, type Observation, type Random } from '../src/index.js';
import { oftenInOneSitting } from '../src/judgement/run-filter.js';
import { WordSlips } from '../src/judgement/word-slips.js';

const ORDER = allGpcs(TEACHING_ORDERS[0]!);
const PAIRS = ORDER.slice(0, 30);
const DAY = 86_400_000;
const START = Date.parse('2026-09-14T09:00:00Z');
const asOf = new Date(START + 43 * DAY).toISOString();

/**
 * Three checks by cards, and a text a week in which every pair comes three times.
 * @param goesWrong of a pair in a word, 0 to 1
 */
function term(knows: (gpc: Gpc) => boolean, goesWrong: number, random: Random): Observation[] {
  const out: Observation[] = [];
  const add = (gpc: Gpc, kind: Observation['kind'], day: number, right: boolean): void =>
    void out.push({
      id: `o${out.length}`,
      child: 'c',
      by: 'ann',
      at: new Date(START + day * DAY + out.length * 1000).toISOString(),
      kind,
      gpc,
      outcome: right ? 'right' : 'wrong',
    });
  for (let week = 0; week <= 6; week += 1) {
    if (week % 3 === 0) for (const gpc of PAIRS) add(gpc, 'see-say', 7 * week, random() < (knows(gpc) ? 0.97 : 0.05));
    for (let time = 0; time < 3; time += 1)
      for (const gpc of PAIRS) add(gpc, 'text', 7 * week + 0.1, random() < (knows(gpc) ? 1 - goesWrong : 0.15));
  }
  return out;
}
function said(goesWrong: number, lacks: readonly Gpc[], of: readonly Gpc[] = PAIRS): Estimate[] {
  return Array.from({ length: 12 }, (_, seed) => {
    const answers = term((gpc) => !lacks.includes(gpc), goesWrong, seeded(seed + 5));
    const found = estimate(answers, { asOf, order: ORDER });
    return of.map((gpc) => found.get(gpc)!);
  }).flat();
}
const share = (list: readonly Estimate[], of: (e: Estimate) => boolean): number => list.filter(of).length / list.length;

describe('what goes wrong in words', () => {
  it('does not make a child unsure of letters that come right on every card', () => {
    const hasty = said(0.3, []);
    expect(share(hasty, (e) => e.state === 'secure')).toBeGreaterThan(0.75);
    expect(share(hasty, (e) => e.known > 0.5)).toBeGreaterThan(0.97);
    expect(share(hasty, (e) => e.state === 'gap')).toBeLessThan(0.01);
  });
  it('tells of a pair that is missed on cards as well, however hastily the child reads', () => {
    const lacks = PAIRS.filter((_, k) => k % 6 === 5);
    for (const hasty of [0.02, 0.3]) {
      const missed = said(hasty, lacks, lacks);
      expect(share(missed, (e) => e.state === 'gap')).toBeGreaterThan(0.9);
      expect(share(missed, (e) => e.known > 0.5)).toBe(0);
    }
  });
});

describe('slips in words', () => {
  const usual = { guess: 0.4, lapse: 0.07 };
  it('are learned only from words, and never make a child luckier than usual', () => {
    const slips = new WordSlips();
    for (let n = 0; n < 40; n += 1) slips.observe('see-say', usual, 0.95, false);
    for (let n = 0; n < 40; n += 1) slips.observe('text', usual, 0.95, true);
    expect(slips.of('text', usual)).toEqual(usual);
    expect(slips.of('see-say', usual)).toEqual(usual);
  });
  it('come to what the child’s known pairs go wrong by, and no further', () => {
    const slips = new WordSlips();
    for (let n = 0; n < 400; n += 1) slips.observe('text', usual, 0.99, n % 4 !== 0);
    expect(slips.of('text', usual).lapse).toBeCloseTo(0.25, 1);
    for (let n = 0; n < 400; n += 1) slips.observe('text', usual, 0.99, false);
    expect(slips.of('text', usual).lapse).toBe(0.4);
  });
  it('are none where the pair was hardly known', () => {
    const slips = new WordSlips();
    for (let n = 0; n < 40; n += 1) slips.observe('text', usual, 0.05, false);
    expect(slips.of('text', usual).lapse).toBeLessThan(0.1);
  });
});

describe('one sitting', () => {
  const counted = (outcomes: string): string => {
    const enough = oftenInOneSitting();
    return [...outcomes]
      .filter((letter, k) => {
        const at = new Date(START + k * 1000).toISOString();
        const outcome = letter === 'r' ? 'right' : 'wrong';
        return !enough({ id: `${k}`, child: 'c', by: 'ann', at, kind: 'text', gpc: 's:s', outcome });
      })
      .join('');
  };
  it('counts a pair that comes by the way twice where it is right, and of what is wrong as large a share', () => {
    expect(counted('rrrrrrrr')).toBe('rr');
    expect(counted('wwww')).toBe('wwww');
    expect(counted('rrrrrrrrwwww')).toBe('rrw');
    expect(counted('rwrwrwrw')).toBe('rwrw');
  });
});
