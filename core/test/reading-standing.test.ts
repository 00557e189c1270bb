/** Where a child stands by accuracy and speed: three readings together are right more often than one, and a place near a line is named so. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gauss, seeded } from '../src/random.js';
import { quadrantOf, STANDING_DAYS, STANDING_READINGS, standingOf, type ReadOnce } from '../src/reading/index.js';

const NEEDS = { accuracy: 0.95, wcpm: 50 };
const DAY = 86_400_000;
const START = Date.parse('2026-10-01T09:00:00Z');

/** A reader whose own accuracy and speed are known: texts are harder or easier, a day is good or bad, and one error draws another on. */
function readerOf(seed: number) {
  const random = seeded(seed * 7541 + 3);
  const own = { accuracy: 1 - 0.045 * Math.exp(0.8 * gauss(random)), wcpm: Math.max(12, 50 + 22 * gauss(random)) };
  const read = (week: number): ReadOnce => {
    const attempted = 50 + Math.floor(70 * random());
    const often = Math.min(0.6, (1 - own.accuracy) * Math.exp(0.45 * gauss(random)));
    let [correct, stumbled] = [0, false];
    for (let k = 0; k < attempted; k += 1) {
      stumbled = random() < (stumbled ? Math.min(0.9, 1.8 * often) : 0.95 * often);
      correct += Number(!stumbled);
    }
    const wcpm = Math.max(5, (own.wcpm * (1 + 0.11 * gauss(random)) * correct) / attempted / own.accuracy);
    return { at: new Date(START + week * 14 * DAY).toISOString(), correct, attempted, wcpm };
  };
  return { truly: quadrantOf(own, NEEDS), readings: Array.from({ length: 3 }, (_, week) => read(week)) };
}

describe('where a child stands', () => {
  it('three readings put more readers into their own quarter than one, and those near no line nearly all', () => {
    let [one, three, sure, sureRight] = [0, 0, 0, 0];
    const READERS = 1500;
    for (let seed = 1; seed <= READERS; seed += 1) {
      const { truly, readings } = readerOf(seed);
      one += Number(standingOf(readings.slice(-1), NEEDS)!.quadrant === truly);
      const found = standingOf(readings, NEEDS)!;
      three += Number(found.quadrant === truly);
      if (found.near.accuracy || found.near.speed) continue;
      sure += 1;
      sureRight += Number(found.quadrant === truly);
    }
    expect(three / READERS).toBeGreaterThan(one / READERS + 0.07);
    expect(sureRight / sure).toBeGreaterThan(0.9);
    // most is not called near, or it would say nothing
    expect(sure / READERS).toBeGreaterThan(0.45);
  });

  it('rests on the newest of one season, whatever their order; one word more or less in the middle of them moves it little', () => {
    const once = fc.record({
      day: fc.nat(300),
      attempted: fc.integer({ min: 1, max: 150 }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      wcpm: fc.double({ min: 5, max: 150, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(once, { minLength: 1, maxLength: 8, selector: (r) => r.day }), (list) => {
        const readings = list.map(({ day, attempted, share, wcpm }): ReadOnce => {
          const at = new Date(START + day * DAY).toISOString();
          return { at, attempted, correct: Math.floor(share * attempted), wcpm };
        });
        const found = standingOf(readings, NEEDS)!;
        expect(standingOf([...readings].reverse(), NEEDS)).toEqual(found);
        const days = list.map((r) => r.day).sort((a, b) => b - a);
        const expected = days.filter((d) => d >= days[0]! - STANDING_DAYS).slice(0, STANDING_READINGS);
        expect(found.readings).toBe(expected.length);
        const used = readings.filter((_, k) => expected.includes(list[k]!.day));
        expect(found.accuracy).toBeGreaterThanOrEqual(Math.min(...used.map((r) => r.correct / r.attempted)) - 1e-9);
        expect(found.wcpm).toBeLessThanOrEqual(Math.max(...used.map((r) => r.wcpm)));
        expect(found.quadrant).toBe(quadrantOf(found, NEEDS));
      }),
    );
  });

  it('says near of a hair’s breadth and not of a clear distance; nothing of no reading, and refuses more right words than words', () => {
    const at = '2026-11-20T09:00:00Z';
    expect(standingOf([{ at, correct: 76, attempted: 80, wcpm: 62 }], NEEDS)).toEqual({
      accuracy: 0.95,
      wcpm: 62,
      readings: 1,
      quadrant: 'accurate and quick',
      near: { accuracy: true, speed: false },
    });
    expect(standingOf([{ at, correct: 60, attempted: 80, wcpm: 47 }], NEEDS)!.near).toEqual({ accuracy: false, speed: true });
    expect(standingOf([], NEEDS)).toBeNull();
    expect(standingOf([{ at, correct: 0, attempted: 0, wcpm: 0 }], NEEDS)).toBeNull();
    expect(() => standingOf([{ at, correct: 81, attempted: 80, wcpm: 62 }], NEEDS)).toThrow(
      expect.objectContaining({ code: 'out-of-range' }),
    );
  });
});
