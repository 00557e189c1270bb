/** What is asked where the rest of the groups is improved, and what an answer would change: nobody locked, nobody out of reach. */
import { DEFAULT_SETTINGS } from '@sapling/contract';
import type { Grouping } from '@sapling/core/grouping';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeOf, focusOf, improveRequest, touchedGroups } from '../src/groups/improve-request.js';
import type { GroupingContext } from '../src/groups/problem.js';
import { child, group, orders } from './support/children.js';

const kids = Array.from({ length: 8 }, (_, k) => child(`c${k}`, k % 2 ? ['ai:ay', 'sh:sh'] : ['oa:oh', 'ee:ee']));
const around: GroupingContext = {
  children: kids,
  orders,
  settings: {
    ...DEFAULT_SETTINGS,
    slots: [{ id: 'nine', name: '9:10', rooms: 2, days: [1, 2], start: 550, minutes: 25 }],
    groupAdults: [{ id: 'ada', groups: 2, busy: [] }],
  },
  rules: [],
  textOpened: undefined,
};
const willow = group('Willow', ['c0', 'c1', 'c2'], ['ai:ay'], { slot: 'nine', skills: ['blending'] });
const hazel = group('Hazel', ['c3', 'c4', 'c5'], ['oa:oh']);
const board = [willow, hazel];
const answer = (...groups: { members: string[]; focus?: string[]; slot?: string }[]): Grouping =>
  ({ groups: groups.map(({ focus = ['ai:ay'], ...g }) => ({ focus, ...g })) }) as unknown as Grouping;

describe('the request', () => {
  it('asks with everybody where they are, and who takes what is not asked', () => {
    const asked = improveRequest(board, around, new Set(), true);
    expect(asked.placed).toEqual(['c0', 'c1', 'c2', 'c3', 'c4', 'c5']);
    expect(asked.stay).toEqual([]);
    expect(asked.given!.map((g) => 'focus' in g)).toEqual([false, false]);
    expect('adults' in asked).toBe(false);
    expect(asked.continuity).toBeGreaterThan(0);
    expect(improveRequest(board, around, new Set(), false).continuity).toBe(0);
  });

  it('keeps a locked child in place, and of a locked group everybody, its focus and its door', () => {
    const asked = improveRequest(board, around, new Set(['c4', 'Willow']), true);
    expect(asked.stay).toEqual([
      ['c0', 0],
      ['c1', 0],
      ['c2', 0],
      ['c4', 1],
    ]);
    expect(asked.given![0]).toMatchObject({ closed: true, focus: ['ai:ay', 'blending'] });
    expect(asked.given![1]).not.toHaveProperty('closed');
  });

  it('allows the sizes there are, however small or large', () => {
    const sizes = ({ sizeFrom, sizeTo }: ReturnType<typeof improveRequest>): [number, number] => [sizeFrom, sizeTo] as never;
    expect(sizes(improveRequest(board, around, new Set(), true))).toEqual([2, 6]);
    const uneven = [group('A', ['c0'], []), group('B', ['c1', 'c2', 'c3', 'c4', 'c5', 'c6', 'c7'], [])];
    expect(sizes(improveRequest(uneven, around, new Set(), true))).toEqual([1, 7]);
  });
});

describe('what would change', () => {
  it('names who moves, who comes from the waiting list or goes to it, and which groups work on something else', () => {
    const found = answer(
      { members: ['c0', 'c1', 'c6'], focus: ['blending', 'ai:ay'] },
      { members: ['c2', 'c3', 'c4'], focus: ['ee:ee'], slot: 'nine' },
    );
    const change = changeOf(board, found, () => true);
    expect([...change.moves].sort()).toEqual(['c2', 'c5', 'c6']);
    expect(change.at.has('c6')).toBe(false);
    expect(change.to.has('c5')).toBe(false);
    // the same needs in another order are the same
    expect(change.refocused).toEqual([1]);
    const [first, second] = touchedGroups(board, found, change);
    expect(first!.body).toMatchObject({ members: ['c0', 'c1', 'c6'], focus: ['ai:ay'], skills: ['blending'], slot: 'nine' });
    // Hazel had no time: it gets the one that was found for it
    expect(second!.body).toMatchObject({ members: ['c2', 'c3', 'c4'], focus: ['ee:ee'], slot: 'nine' });
  });

  it('touches no group that stays as it is, and takes the focus of none that is left empty', () => {
    const same = answer({ members: ['c2', 'c1', 'c0'], focus: ['ai:ay', 'blending'] }, { members: ['c3', 'c4', 'c5'], focus: ['oa:oh'] });
    const none = changeOf(board, same, () => true);
    expect([none.moves, none.refocused]).toEqual([[], []]);
    expect(touchedGroups(board, same, none)).toEqual([]);
    const emptied = answer({ members: [], focus: [] }, { members: ['c0', 'c1', 'c2', 'c3', 'c4', 'c5'], focus: ['oa:oh'] });
    const [gone] = touchedGroups(
      board,
      emptied,
      changeOf(board, emptied, () => true),
    );
    expect(gone!.body).toEqual({ members: [], slot: 'nine' });
    expect(focusOf(willow)).toEqual(['ai:ay', 'blending']);
  });

  it('whatever comes back: applied, the board is the answer; who is out of reach is not said to move', () => {
    const places = fc.array(fc.integer({ min: -1, max: 1 }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(places, fc.subarray(kids.map((c) => c.id)), (to, away) => {
        const members = [0, 1].map((g) => kids.flatMap((c, k) => (to[k] === g ? [c.id] : [])));
        const found = answer({ members: members[0]! }, { members: members[1]! });
        const change = changeOf(board, found, (id) => !away.includes(id));
        expect(change.moves.some((id) => away.includes(id))).toBe(false);
        const whole = changeOf(board, found, () => true);
        const after = new Map(board.map((g) => [g.id, g.members]));
        for (const { group: g, body } of touchedGroups(board, found, whole)) after.set(g.id, body.members as string[]);
        expect([...after.values()].map((m) => [...m].sort())).toEqual(members.map((m) => [...m].sort()));
      }),
      { numRuns: 100 },
    );
  });
});
