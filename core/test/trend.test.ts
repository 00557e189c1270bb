/** The trend of readings: robust, honest about how little it knows, and read by its stated rules. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gauss, seeded, trend, TREND_NEEDS, type TrendPoint } from '../src/index.js';

const on = (day: number): string => new Date(Date.parse('2026-09-07T00:00:00Z') + day * 86_400_000).toISOString().slice(0, 10);
const series = fc.array(fc.record({ day: fc.integer({ min: 0, max: 90 }), value: fc.integer({ min: 0, max: 140 }) }), {
  minLength: 1,
  maxLength: 14,
});
const points = (list: readonly { day: number; value: number }[]): TrendPoint[] => list.map(({ day, value }) => ({ on: on(day), value }));
const straight = (slopePerWeek: number, n = 8, noise: (k: number) => number = () => 0): TrendPoint[] =>
  Array.from({ length: n }, (_, k) => ({ on: on(7 * k), value: 30 + slopePerWeek * k + noise(k) }));

describe('trend', () => {
  it('finds the slope of a straight line, and one odd day does not turn it', () => {
    expect(trend(straight(1.5))).toMatchObject({ slopePerWeek: 1.5, low: 1.5, high: 1.5, expected: 40.5 });
    expect(trend(straight(1.5, 9, (k) => (k === 4 ? -25 : 0))).slopePerWeek).toBeCloseTo(1.5, 6);
  });

  it('does not depend on the order of points, moves with them, and scales with them', () => {
    fc.assert(
      fc.property(series, fc.integer({ min: -50, max: 50 }), (list, lift) => {
        const own = trend(points(list));
        expect(trend(points([...list].reverse()))).toEqual(own);
        const lifted = trend(points(list.map((p) => ({ ...p, value: p.value + lift }))));
        expect(lifted.slopePerWeek).toBeCloseTo(own.slopePerWeek, 9);
        expect(lifted.expected).toBeCloseTo(own.expected + lift, 6);
        expect(trend(points(list.map((p) => ({ ...p, value: 2 * p.value })))).slopePerWeek).toBeCloseTo(2 * own.slopePerWeek, 9);
        expect(own.low).toBeLessThanOrEqual(own.slopePerWeek + 1e-9);
        expect(own.high).toBeGreaterThanOrEqual(own.slopePerWeek - 1e-9);
        for (const value of [own.slopePerWeek, own.low, own.high, own.expected]) expect(Number.isFinite(value)).toBe(true);
      }),
    );
  });

  it('never decides from fewer points, or less time, than its rules need', () => {
    fc.assert(
      fc.property(series, (list) => {
        const days = list.map((p) => p.day);
        const enough = list.length >= TREND_NEEDS.points && Math.max(...days) - Math.min(...days) >= TREND_NEEDS.days;
        const aim = { on: on(200), value: 100 };
        expect(trend(points(list), { aim }).decision === 'too few points').toBe(!enough);
      }),
    );
    expect(trend([]).decision).toBe('too few points');
  });

  it('carries the line on to the day of the aim, and says whether it falls short', () => {
    const aim = { on: on(7 * 20), value: 30 + 2 * 20 };
    const wobble = (k: number): number => (k % 2 === 0 ? 1 : -1);
    expect(trend(straight(2, 8, wobble), { aim }).decision).toBe('on course');
    expect(trend(straight(4, 8, wobble), { aim }).decision).toBe('raise the aim');
    expect(trend(straight(0.3, 8, wobble), { aim }).decision).toBe('change the teaching');
    // the aim line passes through the middle of the first three, a week in: at 32 then, at 70 in the twentieth week
    expect(trend(straight(2), { aim }).expected).toBeCloseTo(32 + (38 / 19) * 6, 6);
  });

  it('without an aim nothing is on course, and an aim below the start is drawn level and said to be past', () => {
    const wobble = (k: number): number => (k % 2 === 0 ? 1 : -1);
    expect(trend(straight(-1.2, 8, wobble)).decision).toBe('change the teaching');
    expect(trend(straight(1.2, 8, wobble)).decision).toBe('rising');
    expect(trend(straight(0, 8, wobble)).decision).toBe('no aim');
    const low = trend(straight(1, 8), { aim: { on: on(200), value: 20 } });
    expect(low).toMatchObject({ decision: 'past the aim', expected: 20 });
    expect(low.start!.value).toBe(20);
  });

  it('calls a child who is exactly on the aim off it in at most one term of twenty, all looks counted, and sees one who stands still', () => {
    const share = (slope: number): number => {
      let called = 0;
      const terms = 300;
      for (let seed = 1; seed <= terms; seed += 1) {
        const random = seeded(seed * 17 + 3);
        const seen: TrendPoint[] = [];
        for (let week = 0; week < 13; week += 1) {
          seen.push({ on: on(7 * week), value: 40 + slope * week + 6 * gauss(random) });
          if (trend(seen, { aim: { on: on(7 * 30), value: 40 + 1.5 * 30 } }).decision !== 'change the teaching') continue;
          called += 1;
          break;
        }
      }
      return called / terms;
    };
    expect(share(1.5)).toBeLessThanOrEqual(0.06);
    expect(share(-0.2)).toBeGreaterThan(0.7);
  });

  it('thousands of points are as quick as a few hundred, and say the same', () => {
    const many = Array.from({ length: 5000 }, (_, k) => ({
      on: new Date(Date.parse('2020-01-01') + k * 21_600_000).toISOString(),
      value: k / 28,
    }));
    expect(trend(many).slopePerWeek).toBeCloseTo(1, 2);
  });

  it('its interval holds the true slope about as often as it says, on simulated readings', () => {
    let inside = 0;
    const runs = 400;
    for (let seed = 1; seed <= runs; seed += 1) {
      const random = seeded(seed);
      const slope = 3 * random() - 0.5;
      const { low, high } = trend(straight(slope, 10, () => 5 * gauss(random)));
      inside += Number(low <= slope && slope <= high);
    }
    expect(inside / runs).toBeGreaterThan(0.85);
    expect(inside / runs).toBeLessThan(0.97);
  });

  it('refuses a day that is none, a value that is no number, and an aim in the past, saying which', () => {
    expect(() => trend([{ on: 'soon', value: 1 }])).toThrow(expect.objectContaining({ code: 'bad-input', field: 'points.0.on' }));
    expect(() => trend([{ on: on(0), value: Number.NaN }])).toThrow(expect.objectContaining({ field: 'points.0.value' }));
    expect(() => trend(straight(1), { aim: { on: on(-5), value: 40 } })).toThrow(expect.objectContaining({ field: 'aim.on' }));
  });
});
