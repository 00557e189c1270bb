/** One thing changed again before the last change was answered: each change stands on the one before, and nobody is blamed. */
import type { Group, Session } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { useWrites } from '../../src/api/use-writes.js';
import type { GroupChange } from '../../src/groups/group-change.js';
import { useGroup } from '../../src/groups/use-group.js';
import { useMoveChild } from '../../src/groups/use-move-child.js';
import { useSessionActions } from '../../src/sessions/use-session-actions.js';
import { group } from '../support/children.js';
import { askedOf, No, NO_NETWORK, onPage, said, saying, serve, worker } from './support/page.js';

const errors = (): string[] => said().flatMap((one) => (one.type === 'error' ? [one.title] : []));

describe('writes of one record', () => {
  it('go one after another, each on the version that the one before made', async () => {
    const { result, rerender } = onPage(useWrites, { id: 'willow', version: 4 });
    const seen: number[] = [];
    const write = (version: number): Promise<{ version: number }> => {
      seen.push(version);
      return Promise.resolve({ version: version + 1 });
    };
    await Promise.all([result.current(write), result.current(write), result.current(write)]);
    expect(seen).toEqual([4, 5, 6]);
    // read back late, it is no step back; changed by a colleague, theirs is the newest
    rerender({ id: 'willow', version: 5 });
    await result.current(write);
    rerender({ id: 'willow', version: 12 });
    await result.current(write);
    // another record in its place has versions of its own
    rerender({ id: 'hazel', version: 2 });
    await result.current(write);
    expect(seen.slice(3)).toEqual([7, 12, 2]);
  });
  it('that fail hold up none of those behind them', async () => {
    const { result } = onPage(useWrites, { id: 'willow', version: 1 });
    const failed = result.current(() => Promise.reject(new Error('no')));
    const kept = result.current((version) => Promise.resolve({ version: version + 1 }));
    await expect(failed).rejects.toThrow('no');
    expect(await kept).toEqual({ version: 2 });
  });
});

describe('a group', () => {
  let kept: Group;
  beforeEach(() => {
    kept = group('willow', ['ada', 'ben'], ['s:s']);
    serve({
      groups: () => [kept],
      updateGroup: ({ body }) => {
        const { version, ...change } = body as Partial<Group>;
        if (version !== kept.version) return new No('newer-version', { current: kept });
        return (kept = { ...kept, ...change, version: version + 1 });
      },
    });
  });
  const open = () => {
    let refused = 0;
    const at = onPage((now: Group) => useGroup(now, () => void (refused += 1)), kept);
    return { ...at, refused: () => refused };
  };
  it('that is called otherwise and given to somebody in one breath is both', async () => {
    const { result } = open();
    await act(() => Promise.all([result.current.save({ name: 'Oak' }), result.current.save({ adultId: 'idris' })]));
    expect(kept).toMatchObject({ name: 'Oak', adultId: 'idris', version: 3 });
    expect(result.current.conflict).toBeNull();
    expect(
      said()
        .map((one) => one.title)
        .sort(),
    ).toEqual(['Oak: adult changed', 'Oak: name changed']);
  });
  it('is put back by Undo, which leaves no way back to what it undid', async () => {
    const { result } = open();
    await act(() => result.current.save({ focus: ['a:a'] }));
    const told = await saying('willow: focus changed');
    await act(() => Promise.resolve(told.action!.onClick()));
    await waitFor(() => expect(kept.focus).toEqual(['s:s']));
    expect(said()).toHaveLength(1);
  });
  it('whose first change is undone after a second one keeps the second, and lays nothing side by side', async () => {
    const { result } = open();
    await act(() => result.current.save({ name: 'Oak' }));
    await act(() => result.current.save({ focus: ['a:a'] }));
    const told = await saying('Oak: name changed');
    await act(() => Promise.resolve(told.action!.onClick()));
    await waitFor(() => expect(kept).toMatchObject({ name: 'willow', focus: ['a:a'] }));
    expect(result.current.conflict).toBeNull();
  });
  it.each([
    ['changed here again since', (save: (change: GroupChange) => Promise<void>) => save({ name: 'Elm' })],
    ['changed by a colleague since', () => ((kept = { ...kept, name: 'Elm', version: kept.version + 1 }), Promise.resolve())],
  ])('whose name was %s is asked about before an older change of it is undone', async (_what, then) => {
    const { result } = open();
    await act(() => result.current.save({ name: 'Oak' }));
    await act(() => then(result.current.save));
    const told = await saying('Oak: name changed');
    await act(() => Promise.resolve(told.action!.onClick()));
    await waitFor(() => expect(result.current.conflict).toMatchObject({ mine: { name: 'willow' }, theirs: { name: 'Elm' } }));
    expect(kept.name).toBe('Elm');
  });
  it('that a colleague changed meanwhile shows both, and mine in their place is written on theirs', async () => {
    const { result, refused } = open();
    kept = { ...kept, name: 'Elm', version: 5 };
    await act(() => result.current.save({ name: 'Oak' }));
    expect(result.current.conflict).toMatchObject({ mine: { name: 'Oak' }, theirs: { name: 'Elm', version: 5 } });
    expect([kept.name, refused()]).toEqual(['Elm', 1]);
    await act(() => result.current.save(result.current.conflict!.mine, 5));
    expect(kept.name).toBe('Oak');
    act(() => result.current.closeConflict());
    expect(result.current.conflict).toBeNull();
  });
  it('that could not be changed says why, and what was typed is put back', async () => {
    const { result, refused } = open();
    serve({ updateGroup: () => new No('bad-input', { detail: 'The last day is before the first.' }) });
    await act(() => result.current.save({ endsOn: '2026-01-01' }));
    expect(errors()).toEqual(['The last day is before the first.']);
    expect([refused(), result.current.conflict]).toEqual([1, null]);
  });
  it('that is ended can be opened again', async () => {
    serve({ arrangeGroups: () => [kept] });
    const { result } = open();
    await act(() => result.current.end());
    const told = await saying(/^willow ended/);
    await act(() => Promise.resolve(told.action!.onClick()));
    await waitFor(() => expect(askedOf('arrangeGroups')).toHaveLength(2));
    expect(askedOf('arrangeGroups').map(({ body }) => body)).toMatchObject([
      { end: [{ id: 'willow', version: 1 }], reopen: [] },
      { end: [], reopen: [{ id: 'willow', version: 2 }] },
    ]);
  });
});

describe('the board', () => {
  let kept: Map<string, Group>;
  const where = (child: string): string[] => [...kept.values()].filter((g) => g.members.includes(child)).map((g) => g.id);
  /** The server moves a child where both groups are of the version it is told and the child is there. */
  const moves = ({ body }: { body: unknown }): unknown => {
    const { child, from, to } = body as Record<'from' | 'to', { id: string; version: number } | null> & { child: string };
    const sides = [from, to].flatMap((side) => (side ? [side] : []));
    if (sides.some((side) => kept.get(side.id)!.version !== side.version))
      return new No('newer-version', { current: sides.map((side) => kept.get(side.id)) });
    if (from && !kept.get(from.id)!.members.includes(child)) return new No('bad-input', { detail: 'The child is not in that group.' });
    const put = (id: string, members: string[]) => kept.set(id, { ...kept.get(id)!, members, version: kept.get(id)!.version + 1 });
    if (from) put(from.id, kept.get(from.id)!.members.filter((m) => m !== child)); // prettier-ignore
    if (to) put(to.id, [...kept.get(to.id)!.members, child]);
    return sides.map((side) => kept.get(side.id));
  };
  beforeEach(() => {
    kept = new Map([group('willow', ['ada', 'ben'], []), group('hazel', ['cleo'], []), group('oak', [], [])].map((g) => [g.id, g]));
    serve({ groups: () => [...kept.values()], moveChild: moves });
    worker({ movesOf: () => [] });
  });
  const open = () => {
    const drawn = [...kept.values()];
    const of = (id: string): Group => drawn.find((g) => g.id === id)!;
    return { ...onPage(() => useMoveChild(drawn, null, (id) => id), undefined), of };
  };
  it('takes two children from one group to another, one right after the other', async () => {
    const { result, of } = open();
    act(() => {
      result.current.move('ada', of('willow'), of('hazel'));
      result.current.move('ben', of('willow'), of('hazel'));
    });
    await saying('ben moved to hazel');
    expect(kept.get('hazel')!.members).toEqual(['cleo', 'ada', 'ben']);
    expect([errors(), result.current.clash]).toEqual([[], null]);
  });
  it('takes a child on from where the last press put it, not from where it is still drawn', async () => {
    const { result, of } = open();
    act(() => {
      result.current.move('ada', of('willow'), of('hazel'));
      result.current.move('ada', of('willow'), of('oak'));
    });
    await saying('ada moved to oak');
    expect(where('ada')).toEqual(['oak']);
    expect(errors()).toEqual([]);
  });
  it('undoes an older move though others were made since', async () => {
    const { result, of } = open();
    act(() => result.current.move('ada', of('willow'), of('hazel')));
    const told = await saying('ada moved to hazel');
    act(() => result.current.move('ben', of('willow'), undefined));
    await saying('ben taken out of willow');
    act(() => told.action!.onClick());
    await waitFor(() => expect(where('ada')).toEqual(['willow']));
    expect(where('ben')).toEqual([]);
    expect([errors(), result.current.clash]).toEqual([[], null]);
  });
  it('lays both side by side where a colleague was quicker, and moves nothing', async () => {
    const { result, of } = open();
    kept.set('hazel', { ...kept.get('hazel')!, members: [], version: 2 });
    act(() => result.current.move('ada', of('willow'), of('hazel')));
    await waitFor(() => expect(result.current.clash).toMatchObject({ child: 'ada', to: 'hazel', theirs: { version: 2 } }));
    expect(where('ada')).toEqual(['willow']);
    act(() => result.current.closeClash());
    expect(result.current.clash).toBeNull();
  });
  it('says that the server is out of reach, and goes on when it is back', async () => {
    const { result, of } = open();
    serve({ moveChild: () => NO_NETWORK });
    act(() => result.current.move('ada', of('willow'), of('hazel')));
    await saying('The server cannot be reached just now.');
    serve({ moveChild: moves });
    act(() => result.current.move('ada', of('willow'), of('hazel')));
    await saying('ada moved to hazel');
    expect(where('ada')).toEqual(['hazel']);
  });
});

describe('a session', () => {
  let kept: Session;
  beforeEach(() => {
    kept = { id: 'monday', version: 1, adultId: null, on: '2026-11-30' } as Session;
    serve({
      sessions: () => [kept],
      updateSession: ({ body }) => {
        const { version, ...change } = body as Partial<Session>;
        if (version !== kept.version) return new No('newer-version');
        return (kept = { ...kept, ...change, version: version + 1 });
      },
      removeSession: () => ({ ok: true }),
      binSession: () => ({ ok: true }),
    });
  });
  it('is given to somebody and moved to another day in one breath', async () => {
    const { result } = onPage(useSessionActions, kept);
    await act(() => Promise.all([result.current.change({ adultId: 'idris' }), result.current.change({ on: '2026-12-01' })]));
    expect(kept).toMatchObject({ adultId: 'idris', on: '2026-12-01' });
    expect(errors()).toEqual([]);
  });
  it('that a colleague changed says so and is left as it is', async () => {
    const { result } = onPage(useSessionActions, kept);
    kept = { ...kept, version: 7 };
    await act(() => result.current.change({ adultId: 'idris' }));
    expect(errors()).toEqual(['Somebody else changed this session just now. It is shown as it is now; your change was not made.']);
    expect(kept.adultId).toBeNull();
  });
  it('that is put in the bin comes back by Undo, as the one that was held does', async () => {
    const { result } = onPage(useSessionActions, kept, { at: '/sessions/monday' });
    await act(() => result.current.remove());
    await act(async () => (await saying('The session is in the bin.')).action!.onClick());
    await act(() => result.current.bin());
    await act(async () => (await saying(/its log and its marks count no more/)).action!.onClick());
    await waitFor(() => expect(askedOf('binSession').map(({ body }) => body)).toEqual([{ binned: false }, { binned: true }, { binned: false }])); // prettier-ignore
  });
});
