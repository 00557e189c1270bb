/** What groups are asked for: whose, how many, whether that can be, and why not. */
import { DEFAULT_SETTINGS, type ChildLine, type SchoolSettings } from '@sapling/contract';
import { pairsInCycle } from '@sapling/core/grouping';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { askedFor, askedWords, firstWish, freeNames, KEEP, problemFor, type Wish } from '../src/groups/suggest-wish.js';
import { child, group, orders, rule } from './support/children.js';

const settings: SchoolSettings = { ...DEFAULT_SETTINGS, slots: [], groupAdults: [] };
const gaps = ['ai:ay', 'sh:sh'];
const ten = Array.from({ length: 10 }, (_, k) => child(`c${k}`, gaps, { classId: k < 6 ? 'wrens' : 'larks' }));
const wish = (more: Partial<Wish> = {}): Wish => ({ ...firstWish(settings, false), ...more });
const asked = (
  more: Partial<Wish> = {},
  children: readonly ChildLine[] = ten,
  groups = [] as ReturnType<typeof group>[],
  rules = [] as ReturnType<typeof rule>[],
) => askedFor(wish(more), { children, settings }, groups, rules, undefined);

describe('who is asked for', () => {
  it('is everybody with a gap who is in no group, or in a class, or those chosen, gap or none', () => {
    expect(asked().pool).toHaveLength(10);
    expect(asked({ from: 'larks' }).pool.map((c) => c.classId)).toEqual(Array(4).fill('larks'));
    const none = child('none', []);
    expect(asked({}, [...ten, none]).pool).not.toContain(none);
    const chosen = askedFor(wish({ from: 'chosen' }), { children: [...ten, none], settings }, [], [], ['c3', 'none']);
    expect(chosen.pool.map((c) => c.id)).toEqual(['c3', 'none']);
  });
  it('leaves out who is in a group, unless these groups end', () => {
    const there = [group('g', ['c0', 'c1', 'c2'], gaps)];
    expect(asked({}, ten, there).pool).toHaveLength(7);
    expect(asked({ replace: true }, ten, there).pool).toHaveLength(10);
  });
  it('is, for a skill, whoever needs that skill, whatever pairs they lack', () => {
    const strand = { strand: 'blending' as const, p: 0.3, low: 0.1, high: 0.5, basedOn: 6, lastSeen: null, slow: false };
    const some = [
      child('gap', [], { strands: [{ ...strand, state: 'gap' }] }),
      child('wobbly', gaps, { strands: [{ ...strand, state: 'wobbly' }] }),
      child('secure', gaps, { strands: [{ ...strand, state: 'secure' }] }),
      child('other', gaps, { strands: [{ ...strand, strand: 'clusters', state: 'gap' }] }),
    ];
    const blending = asked({ way: 'blending', size: [1, 6] }, some);
    expect(blending.pool.map((c) => c.id)).toEqual(['gap', 'wobbly']);
    expect(askedWords(blending, [1, 6])).toBe('2 children who need blending.');
    expect(askedWords(asked({ way: 'clusters' }, some.slice(0, 3)), [3, 6])).toBe('Nobody was found to need clusters. Check it first.');
  });
});

describe('how many groups', () => {
  it('is as many as there are children for, one place left in each', () => {
    expect(asked({ size: [3, 6] }).number).toBe(2);
    expect(asked({ size: [3, 4] }).number).toBe(4);
    expect(asked({ count: 3 }).number).toBe(3);
  });
  it('is no more than times, rooms and adults have room for beside those that go on', () => {
    const slot = { id: 'nine', name: '9:10', rooms: 2, days: [1], start: 550, minutes: 25 };
    const tight: SchoolSettings = { ...settings, slots: [slot], groupAdults: [{ id: 'ada', groups: 3, busy: [] }] };
    const of = (there: ReturnType<typeof group>[], replace = false) =>
      askedFor(wish({ size: [2, 3], replace }), { children: ten, settings: tight }, there, [], undefined).number;
    expect(of([])).toBe(2);
    expect(of([group('g', ['c0'], gaps, { slot: 'nine', adultId: 'ada' })])).toBe(1);
    expect(of([group('g', ['c0'], gaps, { slot: 'nine', adultId: 'ada' })], true)).toBe(2);
    // full as it is: one is asked for nevertheless, and the engine says why it cannot be
    expect(of([group('g', ['c0'], gaps, { slot: 'nine' }), group('h', ['c1'], gaps, { slot: 'nine' })])).toBe(1);
  });
  it('counts nobody whom a rule keeps out, and says whether so many make so many groups', () => {
    expect(asked({ count: 3, size: [3, 6] })).toMatchObject({ free: 10, ok: true });
    const out = [rule('out', ['c0', 'c1'])];
    expect(asked({ count: 3, size: [3, 6] }, ten, [], out)).toMatchObject({ free: 8, ok: false });
    expect(askedWords(asked({ count: 3, size: [3, 6] }, ten, [], out), [3, 6])).toBe('8 children do not make 3 groups of 3 to 6.');
    expect(askedWords(asked({ count: 1, size: [3, 6] }, ten.slice(0, 1)), [3, 6])).toBe('1 child does not make 1 group of 3 to 6.');
    expect(askedWords(asked({ count: 1, size: [1, 6] }, ten.slice(0, 1)), [1, 6])).toBe('1 child with gaps.');
    expect(askedWords(asked({ count: 2, size: [2, 4] }), [2, 4])).toBe('10 children with gaps, of whom 2 will wait.');
  });
  it('is never one that cannot be filled, where nobody says how many', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 6 }), fc.integer({ min: 0, max: 6 }), (n, from, more) => {
        const size: [number, number] = [from, from + more];
        const all = Array.from({ length: n }, (_, k) => child(`c${k}`, gaps));
        const { number, ok, free } = asked({ size }, all);
        expect(number).toBeGreaterThanOrEqual(1);
        // what is said to be possible is: each group has its fewest, and whoever is over waits
        if (ok) expect(number * size[0]).toBeLessThanOrEqual(free);
        else expect(number * size[0]).toBeGreaterThan(free);
      }),
    );
  });
});

it('says why there is nobody to group: all are in groups, nobody was checked, or no gap is sure', () => {
  const [checked, not] = [child('a', [], { lastCheck: '2026-11-01' as never }), child('b', [])];
  expect(askedWords(asked({}, [checked], [group('g', ['a'], gaps)]), [3, 6])).toBe('Everybody is in a group already.');
  expect(askedWords(asked({}, [not]), [3, 6])).toContain('Nobody of these has been checked yet');
  expect(askedWords(asked({}, [checked, not]), [3, 6])).toContain('Ask once more');
});

describe('the problem of a wish', () => {
  const around = { children: ten, orders, settings, rules: [], textOpened: undefined };
  it('holds what was asked, and those who may wait do', () => {
    const w = wish({ count: 2, size: [2, 3], weeks: 6, perWeek: 3, keep: 'keep groups' });
    const a = askedFor(w, around, [], [], undefined);
    const problem = problemFor(w, a, around, [], new Map());
    expect(problem).toMatchObject({ groups: 2, sizeFrom: 2, sizeTo: 3, weeks: 6, mayWait: true, continuity: KEEP['keep groups'] });
    expect(problem.focusSize).toBe(pairsInCycle(6, 3));
    expect(problem.children).toHaveLength(10);
  });
  it('takes as last cycle’s companions those of now where these groups end, and those of before where they do not', () => {
    const there = [group('Willow', ['c0', 'c1'], gaps)];
    const before = new Map([['c5', { name: 'Hazel' }]]) as never;
    const of = (replace: boolean) => {
      const w = wish({ replace });
      return problemFor(w, askedFor(w, around, there, [], undefined), around, there, before).children;
    };
    expect(of(true).find((c) => c.id === 'c0')?.last).toBe('Willow');
    expect(of(true).find((c) => c.id === 'c5')?.last).toBeUndefined();
    expect(of(false).find((c) => c.id === 'c5')?.last).toBe('Hazel');
  });
});

it('gives each new group a name that is not taken, however many there are', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 30 }), fc.subarray(['Willow', 'Hazel', 'Rowan', 'Alder', 'Wrens']), (count, taken) => {
      const names = freeNames(count, taken);
      expect(new Set([...names, ...taken]).size).toBe(count + taken.length);
    }),
  );
});
