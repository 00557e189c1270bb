/** What a child’s slips make of its answers: words tell little of one who misreads though the letters are known, much of one who never reads on by luck; a missed card tells more of one who never slips. */
import { TEACHING_ORDERS } from '@sapling/data';
import { describe, expect, it } from 'vitest';
import { allGpcs, estimate, seeded, type Estimate, type Gpc, type Observation, type Random } from '../src/index.js';
import { oftenInOneSitting } from '../src/judgement/run-filter.js';
import { OwnSlips } from '../src/judgement/own-slips.js';

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
      expect(share(missed, (e) => e.state === 'gap')).toBeGreaterThan(0.85);
      expect(share(missed, (e) => e.known > 0.5)).toBe(0);
    }
  });
});

describe('a child who is known by texts alone', () => {
  /** Two short texts a week for six weeks, three pairs of five in each; every other pair is known. */
  function byTexts(goesWrong: number, luck: number): { known: Estimate[]; lacking: Estimate[] } {
    const out: { known: Estimate[]; lacking: Estimate[] } = { known: [], lacking: [] };
    for (let seed = 0; seed < 12; seed += 1) {
      const random = seeded(seed * 31 + 7);
      const answers: Observation[] = [];
      for (let text = 0; text < 12; text += 1)
        PAIRS.forEach((gpc, k) => {
          if (random() > 0.6) return;
          const right = random() < (k % 2 === 0 ? 1 - goesWrong : luck);
          const at = new Date(START + (3.5 * text + 1) * DAY + k * 1000).toISOString();
          answers.push({ id: `${text} ${k}`, child: 'c', by: 'ann', at, kind: 'text', gpc, outcome: right ? 'right' : 'wrong' });
        });
      const found = estimate(answers, { asOf, order: ORDER });
      PAIRS.forEach((gpc, k) => found.has(gpc) && (k % 2 === 0 ? out.known : out.lacking).push(found.get(gpc)!));
    }
    return out;
  }
  it('and stops at what is not known: what comes right is known', () => {
    const { known, lacking } = byTexts(0.05, 0.1);
    expect(share(known, (e) => e.state === 'secure')).toBeGreaterThan(0.3);
    expect(share(known, (e) => e.known > 0.5)).toBeGreaterThan(0.97);
    expect(share(lacking, (e) => e.state === 'gap')).toBeGreaterThan(0.9);
  });
  it('and reads hastily: fewer of the known ones are doubted', () => {
    const { known, lacking } = byTexts(0.27, 0.3);
    expect(share(known, (e) => e.state === 'gap')).toBeLessThan(0.4);
    expect(share(lacking, (e) => e.state === 'gap')).toBeGreaterThan(0.9);
  });
});

describe('a child who only points at one of four', () => {
  it('has nothing secure that was missed and came right no oftener than luck has it', () => {
    const states = [0.03, 0.97].map((knows) => {
      const out: Estimate[] = [];
      for (let seed = 0; seed < 12; seed += 1) {
        const random = seeded(seed * 31 + 7);
        const lacks = (k: number): boolean => k % 6 === 3;
        const answers = [0, 3, 6].flatMap((week) =>
          PAIRS.map((gpc, k): Observation => {
            const known = random() < (lacks(k) ? 0.03 : 0.97);
            const at = new Date(START + 7 * week * DAY + k * 1000).toISOString();
            const outcome = random() < (known ? 0.98 : 0.25) ? 'right' : 'wrong';
            return { id: `${week} ${k}`, child: 'c', by: 'ann', at, kind: 'hear-point', gpc, outcome, options: 4 };
          }),
        );
        const found = estimate(answers, { asOf, order: ORDER });
        PAIRS.forEach((gpc, k) => lacks(k) === knows < 0.5 && out.push(found.get(gpc)!));
      }
      return share(out, (e) => e.state === 'secure');
    });
    expect(states[0]).toBeLessThan(0.06);
    expect(states[1]).toBeGreaterThan(0.8);
  });
});

describe('slips in words', () => {
  const usual = { guess: 0.4, lapse: 0.07 };
  it('are learned from words alone, and never make a child luckier than usual', () => {
    const slips = new OwnSlips();
    for (const kind of ['see-say', 'hear-write'] as const) for (let n = 0; n < 40; n += 1) slips.observe(kind, usual, 0.95, false);
    for (let n = 0; n < 40; n += 1) slips.observe('text', usual, 0.95, true);
    expect(slips.of('text', usual).lapse).toBe(usual.lapse);
    for (let n = 0; n < 40; n += 1) slips.observe('text', usual, 0.02, true);
    expect(slips.of('text', usual).guess).toBeLessThanOrEqual(usual.guess);
    expect(slips.of('hear-write', usual)).toEqual(usual);
  });
  it('come to what the child’s known pairs go wrong by, and no further', () => {
    const slips = new OwnSlips();
    for (let n = 0; n < 400; n += 1) slips.observe('text', usual, 0.99, n % 4 !== 0);
    expect(slips.of('text', usual).lapse).toBeCloseTo(0.25, 1);
    for (let n = 0; n < 400; n += 1) slips.observe('text', usual, 0.99, false);
    expect(slips.of('text', usual).lapse).toBe(0.4);
  });
  it('are none where the pair was hardly known', () => {
    const slips = new OwnSlips();
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

describe('slips on cards', () => {
  const usual = { guess: 0.1, lapse: 0.07 };
  const after = (slipsOf: number, recalled: number): OwnSlips => {
    const slips = new OwnSlips();
    for (let n = 0; n < 200; n += 1) slips.observe('see-say', usual, recalled, n % 100 >= slipsOf);
    return slips;
  };
  it('are rarer of a child who hardly ever slips, and up to twice as many of a careless one', () => {
    expect(after(0, 0.98).of('see-say', usual).lapse).toBeLessThan(0.02);
    expect(after(7, 0.98).of('see-say', usual).lapse).toBeCloseTo(0.07, 1);
    expect(after(40, 0.98).of('see-say', usual).lapse).toBeCloseTo(2 * usual.lapse, 9);
    for (const slips of [0, 7, 40]) expect(after(slips, 0.98).of('see-say', usual).guess).toBe(usual.guess);
  });
  it('say nothing of words, and are none where the pair was hardly known', () => {
    expect(after(0, 0.98).of('text', usual).lapse).toBe(usual.lapse);
    expect(after(100, 0.03).of('see-say', usual).lapse).toBeLessThan(0.09);
  });
});
