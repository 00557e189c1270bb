/** Moving a child: what is written, what is said, and what happens where the server or a colleague says no. */
import { describe, expect, it } from 'vitest';
import type { Group } from '@sapling/contract';
import type { Move } from '@sapling/core/grouping';
import { moveChild, moveSaid, type FromTo, type Moving } from '../src/groups/move-child.js';

const group = (id: string, members: string[], version = 1): Group => ({ id, name: id.toUpperCase(), members, version }) as unknown as Group;
const [willow, hazel] = [group('willow', ['ada', 'ben']), group('hazel', ['cleo'])];
const groups = [willow, hazel];
const change = { total: -20, notCovered: -30, knownAlready: 10, notTaughtYet: 0, pace: 0, continuity: 0, waiting: 0, unsure: 0 };
const toHazel = { to: 1, change, needs: [], knows: [], breaks: [] } as unknown as Move;

/** A board whose server answers as given; what was sent and said is written down. */
function board(answer: () => ReturnType<Moving['send']>, movesOf: Moving['movesOf'] = () => Promise.resolve([toHazel])) {
  const seen = { sent: [] as unknown[], said: [] as [string, string | undefined][], back: [] as FromTo[], read: 0 };
  const moving: Moving = {
    send: (move) => {
      seen.sent.push(move);
      return answer();
    },
    refresh: () => Promise.resolve((seen.read += 1)),
    movesOf,
    nameOf: (id) => id,
    tell: (what, more, back) => {
      seen.said.push([what, more]);
      seen.back.push(back);
    },
  };
  return { moving, seen };
}
const moved = [group('willow', ['ben'], 2), group('hazel', ['cleo', 'ada'], 2)];

describe('a child is moved', () => {
  it('by the versions that were seen, said with what it changes, and goes back by the versions that were made', async () => {
    const { moving, seen } = board(() => Promise.resolve(moved));
    expect(await moveChild(moving, groups, 'ada', [willow, hazel])).toBeNull();
    expect(seen.sent).toEqual([{ child: 'ada', from: { id: 'willow', version: 1 }, to: { id: 'hazel', version: 1 } }]);
    expect(seen.said).toEqual([['ada moved to HAZEL', 'Lost in a cycle: 20 min less, mostly gaps left −30.']]);
    expect(seen.back).toEqual([[moved[1], moved[0]]]);
    expect(seen.read).toBe(1);
  });

  it('into no group and out of it, nothing standing for the side there is none', async () => {
    const out = board(() => Promise.resolve([moved[0]!]));
    await moveChild(out.moving, groups, 'ada', [willow, undefined]);
    expect(out.seen.sent).toEqual([{ child: 'ada', from: { id: 'willow', version: 1 }, to: null }]);
    expect(out.seen.said[0]![0]).toBe('ada taken out of WILLOW');
    expect(out.seen.back).toEqual([[undefined, moved[0]]]);
  });

  it('not at all where it is already', async () => {
    const { moving, seen } = board(() => Promise.reject(new Error('asked')));
    expect(await moveChild(moving, groups, 'ada', [willow, willow])).toBeNull();
    expect(seen).toMatchObject({ sent: [], said: [], read: 0 });
  });

  it('all the same where what it changes cannot be worked out: that is left unsaid', async () => {
    const { moving, seen } = board(
      () => Promise.resolve(moved),
      () => Promise.reject(new Error('the worker is gone')),
    );
    expect(await moveChild(moving, groups, 'ada', [willow, hazel])).toBeNull();
    expect(seen.said).toEqual([['ada moved to HAZEL', undefined]]);
  });

  it('back again without offering to go forth', async () => {
    const { moving, seen } = board(() => Promise.resolve(groups));
    await moveChild(moving, moved, 'ada', [moved[1], moved[0]], false);
    expect(seen.said).toEqual([]);
    expect(seen.read).toBe(1);
  });
});

describe('a move that is refused', () => {
  it('because a colleague was quicker lays the two side by side, and nothing is said to be done', async () => {
    const theirs = group('hazel', ['cleo', 'dan'], 2);
    const { moving, seen } = board(() => Promise.resolve({ newer: [willow, theirs] }));
    const clash = await moveChild(moving, groups, 'ada', [willow, hazel]);
    expect(clash).toEqual({ child: 'ada', to: 'hazel', theirs, mine: { members: ['cleo', 'ada'] } });
    expect(seen).toMatchObject({ said: [], read: 1 });
  });

  it('of the group the child leaves names that one, without the child', async () => {
    const theirs = group('willow', ['ada', 'ben', 'dan'], 3);
    const { moving } = board(() => Promise.resolve({ newer: [theirs] }));
    expect(await moveChild(moving, groups, 'ada', [willow, undefined])).toMatchObject({ to: null, theirs, mine: { members: ['ben'] } });
  });

  it('for another reason is thrown, with the groups read again before', async () => {
    const { moving, seen } = board(() => Promise.reject(new Error('not yours')));
    await expect(moveChild(moving, groups, 'ada', [willow, hazel])).rejects.toThrow('not yours');
    expect(seen).toMatchObject({ said: [], read: 1 });
  });
});

it('a move that is not known says nothing of what it changes', () => {
  expect(moveSaid([toHazel], 0)).toBeUndefined();
  expect(moveSaid([toHazel], 1)).toContain('20 min less');
});
