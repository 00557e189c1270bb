/** How far a cycle has come, and days as people say them. */
import type { ChildLine, Group } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { todayDay } from '../src/clock.js';
import { underWay } from '../src/groups/under-way.js';
import { dayInside, dayWords, onDay, shortDay, whenWords } from '../src/ui/dates.js';
import { withPlace } from '../src/ui/in-view.js';

const today = todayDay();
const group = (change: Partial<Group>): Group =>
  ({ id: 'g', name: 'Willow', members: ['ada', 'ben'], focus: ['ai:ay', 's:s'], startsOn: daysAfter(today, -20), endsOn: daysAfter(today, 9), ...change }) as Group; // prettier-ignore
const child = (known: Readonly<Record<string, number>>): ChildLine =>
  ({ line: Object.entries(known).map(([gpc, k]) => ({ gpc, known: k })) }) as unknown as ChildLine;
const children = new Map([
  ['ada', child({ 'ai:ay': 1, 's:s': 0.5, 't:t': 0 })],
  ['ben', child({ 'ai:ay': 0, 's:s': 0.5 })],
]);

describe('a cycle that is under way', () => {
  it('says when it ends and how much of its focus is known, of its own children and pairs', () => {
    expect(underWay([group({})], children)).toEqual({ ends: onDay(daysAfter(today, 9)), known: 0.5 });
  });
  it('is one from its ninth day on, and where at least half of the groups are in one', () => {
    const begun = (days: number) => group({ startsOn: daysAfter(today, -days) });
    expect(underWay([begun(7)], children)).toBeNull();
    expect(underWay([begun(8)], children)).not.toBeNull();
    expect(underWay([begun(20), begun(1)], children)).not.toBeNull();
    expect(underWay([begun(20), begun(1), begun(1)], children)).toBeNull();
    expect(underWay([], children)).toBeNull();
  });
  it('ends on the first day on which one of them does, of those to come', () => {
    const ends = (...days: number[]) => underWay(days.map((d) => group({ endsOn: daysAfter(today, d) })), children)?.ends; // prettier-ignore
    expect(ends(12, 5)).toBe(onDay(daysAfter(today, 5)));
    expect(ends(-1, 5), 'one is over').toBe(onDay(daysAfter(today, 5)));
    expect(ends(-1)).toBeNull();
    expect(ends(0)).toBe('today');
  });
  it('says nothing of a group without a focus, nor of children who were taught none of it', () => {
    expect(underWay([group({ focus: [] })], children)).toBeNull();
    expect(underWay([group({ focus: ['igh:igh'] })], children)).toBeNull();
    expect(underWay([group({ members: ['nobody'] })], children)).toBeNull();
  });
});

describe('days as people say them', () => {
  it('are named about today, and written else', () => {
    expect([-1, 0, 1].map((d) => dayWords(daysAfter(today, d)))).toEqual(['Yesterday', 'Today', 'Tomorrow']);
    expect([-1, 0, 1].map((d) => dayInside(daysAfter(today, d)))).toEqual(['yesterday', 'today', 'tomorrow']);
    expect([0, 1].map((d) => onDay(daysAfter(today, d)))).toEqual(['today', 'tomorrow']);
    const later = daysAfter(today, 2);
    expect(dayWords(later)).toBe(shortDay(later));
    expect(onDay(later)).toBe(`on ${shortDay(later)}`);
  });
  it('of a session: with its time and room where it has them', () => {
    expect(whenWords({ on: today, starts: 550, room: 'Nook' })).toBe('Today at 9:10, Nook');
    expect(whenWords({ on: today, starts: null, room: '' })).toBe('Today');
    expect(whenWords({ on: daysAfter(today, 1), starts: null, room: 'Nook' })).toBe('Tomorrow, Nook');
  });
});

it('what is drawn of a long list is what is in view, in order and once, and wherever one stands by keys', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 500 }),
      fc.nat(499),
      fc.nat(60),
      fc.nat(20),
      fc.integer({ min: -1, max: 520 }),
      (count, a, b, overscan, place) => {
        const startIndex = Math.min(a, count - 1);
        const endIndex = Math.min(startIndex + b, count - 1);
        const drawn = withPlace(place)({ startIndex, endIndex, overscan, count });
        expect(drawn).toEqual([...new Set(drawn)].sort((x, y) => x - y));
        for (const k of [startIndex, endIndex, ...(place >= 0 && place < count ? [place] : [])]) expect(drawn).toContain(k);
        expect(drawn.every((k) => k >= 0 && k < count)).toBe(true);
        expect(drawn.length).toBeLessThanOrEqual(endIndex - startIndex + 1 + 2 * overscan + 1);
      },
    ),
  );
});
