/** A running session by its presses: whatever is pressed in whatever order, nothing is marked twice, lost, or marked that is not on screen. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Part } from '../src/sessions/part-view.js';
import { EMPTY_RUN, itemsOf, markKey } from '../src/sessions/run-draft.js';
import { BEFORE_RUN, reduceRun, shownOf, type RunAction, type RunState } from '../src/sessions/run-reducer.js';

const word = (w: string) => ({ word: w, units: [], focus: ['ai:ay'] });
const parts = [
  { id: 'cards', kind: 'review', title: 'Review', how: '', minutes: 4, gpcs: ['s:s', 'ai:ay'], words: [], stack: ['s:s', 'ai:ay'] },
  { id: 'words', kind: 'read words', title: 'Words', how: '', minutes: 8, gpcs: [], words: [word('rain'), word('tail'), word('sail')] },
  { id: 'text', kind: 'text', title: 'Text', how: '', minutes: 5, gpcs: [], words: [], text: { id: 't1', title: 'T', text: 'The rain.', questions: [], tell: [], again: false } },
] as unknown as readonly Part[]; // prettier-ignore
const begun: RunState = { ...BEFORE_RUN, draft: EMPTY_RUN };
const after = (actions: readonly RunAction[], from = begun): RunState => actions.reduce((s, a) => reduceRun(parts, s, a), from);
const draftAfter = (...actions: RunAction[]) => after(actions).draft!;
const next: RunAction = { do: 'step', by: 1 };

describe('a press in a running session', () => {
  it('does nothing before the draft is there', () => {
    expect(after([next, { do: 'done' }, { do: 'mark', child: 'a' }], BEFORE_RUN)).toEqual(BEFORE_RUN);
  });

  it('goes on item by item; past the last one the part is done and the next opens, before the first one the one before', () => {
    expect(draftAfter(next)).toMatchObject({ at: 0, items: { cards: 1 }, done: [] });
    expect(draftAfter(next, next)).toMatchObject({ at: 1, done: ['cards'] });
    expect(draftAfter(next, next, { do: 'step', by: -1 })).toMatchObject({ at: 0 });
    // at the very start there is nothing before
    expect(draftAfter({ do: 'step', by: -1 })).toMatchObject({ at: 0 });
  });

  it('leaving a part in the middle keeps what was not shown for next time, and doing it later takes that back', () => {
    const left = after([{ do: 'done' }, next, { do: 'leave' }]);
    expect(left.draft).toMatchObject({ at: 2, left: { words: ['sail'] }, done: ['cards'] });
    const redone = after([{ do: 'change', change: { at: 1 } }, { do: 'done' }], left);
    expect(redone.draft).toMatchObject({ left: {}, done: ['cards', 'words'] });
  });

  it('a part left untouched is neither done nor carried over by words', () => {
    expect(draftAfter({ do: 'done' }, { do: 'leave' })).toMatchObject({ left: {}, done: ['cards'], at: 2 });
  });

  it('a child’s key goes through slipped, right alone, nothing, on the item that is shown', () => {
    const key = markKey('words', 'tail', 'ada');
    const open: RunAction[] = [{ do: 'done' }, next];
    const mark: RunAction = { do: 'mark', child: 'ada' };
    expect(draftAfter(...open, mark).marks).toEqual({ [key]: 'slipped' });
    expect(draftAfter(...open, mark, mark).marks).toEqual({ [key]: 'right alone' });
    expect(draftAfter(...open, mark, mark, mark).marks).toEqual({});
  });

  it('shuffled, a part begins at its first item again and holds the same ones', () => {
    const state = after([{ do: 'done' }, next, { do: 'shuffle', seed: 5 }]);
    const { items, at } = shownOf(parts, state);
    expect(at).toBe(0);
    expect(items.map((i) => i.key).sort()).toEqual(['rain', 'sail', 'tail']);
  });

  it('looked at otherwise, a text’s part stays whole and words are shown all at once', () => {
    expect(shownOf(parts, after([{ do: 'done' }, { do: 'look otherwise' }]))).toMatchObject({ oneByOne: false, items: [] });
    expect(shownOf(parts, after([{ do: 'change', change: { at: 2 } }]))).toMatchObject({ oneByOne: false });
  });

  it('seconds count for the open part alone, and are kept on the device four times a minute', () => {
    const seconds = (n: number): RunAction[] => Array.from({ length: n }, () => ({ do: 'time', seconds: 1 }) as const);
    expect(after(seconds(14)).toKeep).toBeNull();
    expect(after(seconds(15)).toKeep!.spent).toEqual([15]);
    // a tablet that slept tells of them in one
    expect(after([{ do: 'time', seconds: 200 }]).toKeep!.spent).toEqual([200]);
    expect(after([...seconds(3), { do: 'done' }, ...seconds(2)]).draft!.spent).toEqual([3, 2]);
    // where what happened is asked, no clock runs
    expect(after([{ do: 'change', change: { at: 3 } }, ...seconds(4)]).draft!.spent).toEqual([]);
  });

  it('whatever is pressed: marks are of items of their part, a part is not done and left at once, every change is kept', () => {
    const action: fc.Arbitrary<RunAction> = fc.oneof(
      fc.constantFrom<RunAction>({ do: 'done' }, { do: 'leave' }, { do: 'look otherwise' }),
      fc.nat(90).map((seconds) => ({ do: 'time', seconds }) as const),
      fc.constantFrom<1 | -1>(1, -1).map((by) => ({ do: 'step', by }) as const),
      fc.constantFrom('ada', 'ben').map((child) => ({ do: 'mark', child }) as const),
      fc.constantFrom('ada', 'ben').map((child) => ({ do: 'away', child }) as const),
      fc.nat(9).map((seed) => ({ do: 'shuffle', seed }) as const),
      fc.nat(3).map((at) => ({ do: 'change', change: { at } }) as const),
    );
    fc.assert(
      fc.property(fc.array(action, { maxLength: 60 }), (actions) => {
        let state = begun;
        for (const a of actions) {
          const before = state;
          state = reduceRun(parts, state, a);
          if (state.draft !== before.draft && a.do !== 'time') expect(state.toKeep).toBe(state.draft);
        }
        const draft = state.draft!;
        expect(draft.at).toBeLessThanOrEqual(parts.length);
        for (const key of Object.keys(draft.marks)) {
          const [part, item] = key.split('\t');
          expect(itemsOf(parts.find((p) => p.id === part)!).map((i) => i.key)).toContain(item);
        }
        for (const id of Object.keys(draft.left)) expect(draft.done).not.toContain(id);
        expect(new Set(draft.done).size).toBe(draft.done.length);
        expect(new Set(draft.away).size).toBe(draft.away.length);
      }),
      { numRuns: 300 },
    );
  });
});
