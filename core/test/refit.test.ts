/** Fitting the judgement to one school: it helps where the school is different, says so of children it has not seen, and breaks off. */
import { drawPupil, MIND_KINDS } from '@sapling/data';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  adultEars,
  DEFAULT_MODEL,
  estimate,
  foretell,
  lessSure,
  movedParameters,
  refit,
  REFIT_AS_SHIPPED,
  tallyOf,
  verdictOf,
  type Observation,
  type Refit,
  type RefitChild,
} from '../src/index.js';

/** A school whose children have a pair or have it not, which most do by degrees: the shipped numbers know of it, and expect the usual. */
const school = (from: number, n: number): RefitChild[] =>
  Array.from({ length: n }, (_, k) => drawPupil('switch', from + k)).map(({ observations, order }) => ({
    pairs: observations.slice(0, 250),
    order,
  }));
const lossOf = (children: readonly RefitChild[], model = DEFAULT_MODEL): number =>
  children.reduce((sum, { pairs, order }) => sum + tallyOf(foretell(pairs, { order: order!, model })).loss, 0);

describe('fitting to a school', () => {
  let found: Refit;
  const steps: [number, number][] = [];
  beforeAll(() => {
    found = refit(school(91_001, 20), { rounds: 2, onStep: (...step) => steps.push(step) })!;
  });

  it('foretells children it has not seen better, and says about how much', () => {
    expect(found.better).toBe(true);
    const others = school(92_001, 12);
    const answers = others.reduce((sum, { pairs }) => sum + pairs.length, 0);
    const gain =
      (lossOf(others) - lossOf(others, { ...DEFAULT_MODEL, recall: movedParameters(DEFAULT_MODEL.recall, found.steps, found.ears) })) /
      answers;
    expect(gain).toBeGreaterThan(0);
    expect(Math.abs(gain - found.gain)).toBeLessThan(4 * found.error);
  });

  it('learns who lets much pass: that adult’s right answers tell less', () => {
    // the simulated adults differ in how many wrong answers they let pass: 1, 3 and 15 of 100
    const { 'adult-strict': strict, 'adult-usual': usual, 'adult-lenient': lenient } = found.ears;
    expect(lenient!.guess).toBeGreaterThan(1.3 * strict!.guess);
    expect(lenient!.guess).toBeGreaterThan(usual!.guess);
    expect(strict!.lapse).toBeGreaterThan(lenient!.lapse);
    expect(Object.values(found.ears).reduce((sum, e) => sum + e.answers, 0)).toBeGreaterThan(1000);
  });

  it('tells how far it is, never backwards, to the end', () => {
    expect(steps.length).toBeGreaterThan(15);
    for (let k = 1; k < steps.length; k += 1) expect(steps[k]![0]).toBeGreaterThanOrEqual(steps[k - 1]![0]);
    expect(steps.at(-1)![0]).toBe(steps.at(-1)![1]);
  });

  it('breaks off where somebody stops it, and says nothing of too few children', () => {
    let asked = 0;
    const stop = (): void => {
      if ((asked += 1) === 3) throw new Error('stopped');
    };
    expect(() => refit(school(91_001, 12), { onStep: stop })).toThrow('stopped');
    expect(asked).toBe(3);
    expect(refit(school(91_001, 4))).toBeNull();
    expect(refit([])).toBeNull();
  });

  it('leaves the shipped numbers as they are where nothing moves', () => {
    const same = movedParameters(DEFAULT_MODEL.recall, REFIT_AS_SHIPPED);
    for (const [kind, chances] of Object.entries(DEFAULT_MODEL.recall.kinds)) {
      expect(same.kinds[kind as 'word']!.guess).toBeCloseTo(chances.guess, 12);
      expect(same.kinds[kind as 'word']!.lapse).toBeCloseTo(chances.lapse, 12);
    }
    expect({ ...same, kinds: null }).toEqual({ ...DEFAULT_MODEL.recall, kinds: null });
  });
});

describe('where it foretells badly', () => {
  it('says so only of enough answers', () => {
    const score = { answers: 299, loss: 0.7, plain: 0.5 };
    expect([verdictOf(score), verdictOf({ ...score, answers: 300 })]).toEqual(['too few', 'worse']);
    expect([0.505, 0.492, 0.48].map((loss) => verdictOf({ answers: 400, loss, plain: 0.5 }))).toEqual(['no better', 'no better', 'better']);
  });
  it('everything is said less surely: wider ranges, and no pair called secure or a gap that was not before', () => {
    for (let k = 0; k < 6; k += 1) {
      const { observations, order } = drawPupil(MIND_KINDS[k % 4]!, 93_001 + k);
      const list = observations.slice(0, 200);
      const asOf = list.at(-1)!.at;
      const usual = estimate(list, { asOf, order });
      const wide = estimate(list, { asOf, order, model: lessSure(DEFAULT_MODEL) });
      let fewer = 0;
      for (const [gpc, e] of wide) {
        const before = usual.get(gpc)!;
        expect(e.low).toBeLessThanOrEqual(before.low + 1e-9);
        expect(e.high).toBeGreaterThanOrEqual(before.high - 1e-9);
        if (e.state === 'secure') expect(before.state).toBe('secure');
        if (e.state === 'gap') expect(before.state).toBe('gap');
        fewer += Number(before.state !== e.state);
      }
      expect(fewer).toBeGreaterThan(0);
    }
  });
});

describe('an adult’s ear', () => {
  const pupils = Array.from({ length: 12 }, (_, k) => drawPupil(MIND_KINDS[k % 4]!, 94_001 + k));
  it('is the usual one for whoever was hardly heard from, and is the same whatever the adult is called', () => {
    const few = adultEars([{ pairs: pupils[0]!.observations.slice(0, 3), order: pupils[0]!.order }]);
    for (const { guess, lapse } of Object.values(few)) {
      expect(guess).toBeGreaterThan(0.7);
      expect(guess).toBeLessThan(1.4);
      expect(lapse).toBeGreaterThan(0.7);
      expect(lapse).toBeLessThan(1.4);
    }
    const records = pupils.slice(0, 4).map(({ observations, order }) => ({ pairs: observations.slice(0, 150), order }));
    const renamed = records.map(({ pairs, order }) => ({ order, pairs: pairs.map((o) => ({ ...o, by: `x ${o.by}` })) }));
    const [ears, others] = [adultEars(records), adultEars(renamed)];
    for (const [by, ear] of Object.entries(ears)) expect(others[`x ${by}`]).toEqual(ear);
  });

  it('moves what a right answer of theirs tells, and nothing of what was pointed at', () => {
    const ears = { soft: { guess: 3, lapse: 1 }, usual: { guess: 1, lapse: 1 } };
    const model = { ...DEFAULT_MODEL, recall: { ...DEFAULT_MODEL.recall, ears } };
    const after = (by: string, more: Partial<Observation> = {}): number => {
      const one: Observation = {
        id: 'o1',
        child: 'c',
        by,
        at: '2026-11-24T09:00:00.000Z',
        kind: 'see-say',
        gpc: 'ai:ay',
        outcome: 'right',
        ...more,
      };
      return estimate([one], { asOf: '2026-11-24T10:00:00.000Z', model }).get('ai:ay')!.p;
    };
    expect(after('soft')).toBeLessThan(after('usual'));
    expect(after('usual')).toBeCloseTo(after('somebody else'), 12);
    const pointed = { kind: 'hear-point', options: 4 } as const;
    expect(after('soft', pointed)).toBeCloseTo(after('usual', pointed), 12);
  });
});
