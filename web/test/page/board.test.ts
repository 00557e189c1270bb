/** What the board knows beyond its groups: worked out once all it rests on is there, drawn once nothing will move, said where it fails. */
import { DEFAULT_SETTINGS, type ChildLine, type Group } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { useBoard } from '../../src/groups/use-board.js';
import { child, group, PAIRS } from '../support/children.js';
import { askedOf, No, onPage, serve, worker } from './support/page.js';

const ada = child('ada', ['ai:ay']);
const ben = child('ben', ['sh:sh']);
const willow = group('willow', ['ada'], ['ai:ay']);
const hazel = group('hazel', ['ben'], ['sh:sh']);

/** What the worker says of groups: how many it was asked of, so that an answer is told from another. */
const works = (more: object = {}): void =>
  worker({
    textOpened: () => ({}),
    practiceOf: (readers: unknown[]) => readers.map(() => ({})),
    boardOf: (_problem: unknown, groups: { members: string[] }[]) => ({
      groups: groups.map(() => ({ total: groups.length })),
      waiting: [],
    }),
    ...more,
  });
type Given = { groups: readonly Group[] | undefined; children: readonly ChildLine[] | undefined; may: boolean };
const open = (given: Partial<Given> = {}) =>
  onPage(({ groups, children, may }: Given) => useBoard(groups, children, may), {
    groups: [willow, hazel] as readonly Group[] | undefined,
    children: [ada, ben] as readonly ChildLine[] | undefined,
    may: true,
    ...given,
  });

beforeEach(() => {
  serve({
    orders: () => [{ id: 'mine', name: 'Ours', style: 'sound first', steps: [{ name: 'Step 1', gpcs: PAIRS, words: [] }], version: null }],
    classes: () => [{ id: 'wrens', name: 'Wrens', orderId: 'mine', taughtSteps: 1, version: 1 }],
    settings: () => ({ ...DEFAULT_SETTINGS, version: 1 }),
    groupRules: () => [],
    groupHistory: () => ({
      past: [
        { id: 'newest', members: ['ada'], endedOn: '2026-10-30' },
        { id: 'older', members: ['ada', 'ben'], endedOn: '2026-07-17' },
      ],
    }),
  });
});

describe('the board', () => {
  it('is ready with its figures and with what was before, not a moment sooner', async () => {
    works();
    const { result } = open();
    expect(result.current?.ready ?? false).toBe(false);
    await waitFor(() => expect(result.current?.ready).toBe(true));
    expect(result.current!.view!.groups).toHaveLength(2);
    expect(result.current!.lastGroup.get('ada'), 'the latest that ended').toMatchObject({ id: 'newest' });
    expect(result.current!.lastGroup.get('ben')).toMatchObject({ id: 'older' });
  });
  it('says why it cannot be worked out, is there all the same, and asks once more when told', async () => {
    works({ boardOf: () => Promise.reject(new Error('No words.')) });
    const { result } = open();
    await waitFor(() => expect(result.current?.trouble).toBe('No words.'));
    expect(result.current).toMatchObject({ ready: true, view: null });
    works();
    act(() => result.current!.askAgain());
    await waitFor(() => expect(result.current).toMatchObject({ trouble: null, ready: true }));
    expect(result.current!.view).not.toBeNull();
  });
  it('waits for no answer that never comes: after some seconds the groups are there', async () => {
    works({ boardOf: () => new Promise(() => undefined) });
    const { result } = open();
    await waitFor(() => expect(result.current?.problem).toBeTruthy());
    expect(result.current).toMatchObject({ ready: false, view: null });
    await waitFor(() => expect(result.current!.ready).toBe(true), { timeout: 8000 });
  });
  it('is ready without figures where there are no groups, and where what was before cannot be had', async () => {
    works();
    serve({ groupHistory: () => new No('not-allowed') });
    const { result, rerender } = open({ groups: [] });
    await waitFor(() => expect(result.current?.ready).toBe(true));
    rerender({ groups: [willow], children: [ada, ben], may: true });
    await waitFor(() => expect(result.current).toMatchObject({ ready: true, history: undefined }));
    await waitFor(() => expect(result.current!.view!.groups).toHaveLength(1));
  });
  it('asks nothing for whoever may not form groups', async () => {
    const none = () => Promise.reject(new Error('asked'));
    works({ textOpened: none, boardOf: none });
    const { result } = open({ may: false });
    await waitFor(() => expect(result.current?.ready).toBe(true));
    await act(() => new Promise((done) => setTimeout(done, 50)));
    expect(result.current).toMatchObject({ rules: [], problem: null, trouble: null });
    expect([...askedOf('groupRules'), ...askedOf('groupHistory')]).toEqual([]);
  });
  it('shows no figures of as many groups as there were before one came', async () => {
    works();
    const { result, rerender } = open({ groups: [willow] });
    await waitFor(() => expect(result.current?.view?.groups).toHaveLength(1));
    rerender({ groups: [willow, hazel], children: [ada, ben], may: true });
    expect(result.current!.view).toBeNull();
    await waitFor(() => expect(result.current!.view?.groups).toHaveLength(2));
  });
});
