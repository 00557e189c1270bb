import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { daysAfter, daysOff, holidayOn, termOn, weekday, type SchoolTerm } from '../src/index.js';

/** Terms one after another, each some days after the last, in any order of writing. */
const terms = fc
  .array(fc.record({ length: fc.integer({ min: 1, max: 90 }), gap: fc.integer({ min: 0, max: 60 }) }), { minLength: 1, maxLength: 5 })
  .map((list) => {
    let at = '2026-09-01';
    return list.map(({ length, gap }, k): SchoolTerm => {
      const [from, to] = [at, daysAfter(at, length - 1)];
      at = daysAfter(to, gap + 1);
      return { name: `Term ${k + 1}`, from, to };
    });
  })
  .chain((list) => fc.shuffledSubarray(list, { minLength: list.length }).map((shuffled) => ({ list, shuffled })));

describe('terms', () => {
  it('a day between the first and the last term is off or in a term, and never both', () => {
    fc.assert(
      fc.property(terms, ({ list, shuffled }) => {
        const off = daysOff({ holidays: [], terms: shuffled });
        for (let day = list[0]!.from; day <= list.at(-1)!.to; day = daysAfter(day, 1))
          expect(holidayOn(day, off) === undefined).toBe(list.some((t) => t.from <= day && day <= t.to));
        expect(holidayOn(daysAfter(list[0]!.from, -1), off)).toBeUndefined();
        expect(holidayOn(daysAfter(list.at(-1)!.to, 1), off)).toBeUndefined();
      }),
    );
  });

  it('a holiday in a term stays one, and its own name stands where it covers what lies between', () => {
    const two = [
      { name: 'Autumn', from: '2026-09-02', to: '2026-12-18' },
      { name: 'Spring', from: '2027-01-05', to: '2027-03-26' },
    ];
    const half = { name: 'Half-term', from: '2026-10-26', to: '2026-10-30' };
    const winter = { name: 'Winter holiday', from: '2026-12-19', to: '2027-01-04' };
    expect(daysOff({ holidays: [half], terms: two })).toEqual([half, { ...winter, name: 'Between Autumn and Spring' }]);
    expect(daysOff({ holidays: [winter, half], terms: two })).toEqual([half, winter]);
    // a year that was never typed in is no holiday
    expect(daysOff({ holidays: [], terms: [two[0]!, { name: 'Next', from: '2028-01-01', to: '2028-02-01' }] })).toEqual([]);
  });

  it('weeks of a term are counted from the week it begins in, and change on a Monday', () => {
    fc.assert(
      fc.property(terms, ({ list }) => {
        for (const term of list) {
          expect(termOn(term.from, list)).toEqual({ term, week: 1 });
          let week = 1;
          for (let day = daysAfter(term.from, 1); day <= term.to; day = daysAfter(day, 1)) {
            if (weekday(day) === 1) week += 1;
            expect(termOn(day, list)?.week).toBe(week);
          }
        }
      }),
    );
    expect(termOn('2026-08-31', [])).toBeUndefined();
  });
});
