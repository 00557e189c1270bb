/** What is being changed and not kept yet: it stands through what others do meanwhile, and what is kept is what was sent. */
import { DEFAULT_SETTINGS, type Group, type SchoolSettings, type StyleRow, type TeachingOrderRow } from '@sapling/contract';
import type { PlannedSession } from '@sapling/core/planning';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { refresh } from '../../src/api/data.js';
import { useOrderDraft } from '../../src/library/use-order-draft.js';
import type { Plan } from '../../src/sessions/part-view.js';
import { useCycleDrafts } from '../../src/sessions/use-cycle-drafts.js';
import { useSessionDraft, type DraftGiven } from '../../src/sessions/use-session-draft.js';
import { unsavedWork } from '../../src/shell/unsaved.js';
import { useSettingsDraft } from '../../src/team/use-settings-draft.js';
import { child, group, taught } from '../support/children.js';
import { askedOf, No, NO_NETWORK, onPage, said, saying, serve, worker } from './support/page.js';

describe('the settings', () => {
  let kept: SchoolSettings & { version: number };
  const save = ({ body }: { body: unknown }): unknown => {
    const { version, ...change } = body as typeof kept;
    if (version !== kept.version) return new No('newer-version', { current: kept });
    return (kept = { ...kept, ...change, version: version + 1 });
  };
  beforeEach(() => {
    kept = { ...DEFAULT_SETTINGS, version: 1 };
    serve({ settings: () => kept, saveSettings: save });
  });
  const open = async () => {
    const at = onPage(() => useSettingsDraft('Kept.'), undefined);
    await waitFor(() => expect(at.result.current.now).toBeDefined());
    return at;
  };
  it('are kept as one, and nothing is asked after once they are', async () => {
    const { result } = await open();
    expect([result.current.changed, unsavedWork()]).toEqual([false, []]);
    act(() => result.current.set('recordingDays', 12));
    act(() => result.current.set('leaverDays', 90));
    expect(result.current).toMatchObject({ changed: true, now: { recordingDays: 12, leaverDays: 90 } });
    expect(unsavedWork()).toEqual(['what you changed in the settings']);
    await act(() => result.current.save());
    expect(kept).toMatchObject({ recordingDays: 12, leaverDays: 90, version: 2 });
    expect([result.current.changed, unsavedWork(), said().map((one) => one.title)]).toEqual([false, [], ['Kept.']]);
  });
  it('follow what a colleague kept where nothing was changed here, and say so where both changed', async () => {
    const { result } = await open();
    act(() => result.current.set('recordingDays', 12));
    kept = { ...kept, recordingDays: 99, leaverDays: 77, version: 2 };
    await act(() => result.current.save());
    expect(result.current.trouble).toMatch(/^Somebody else changed the settings meanwhile/);
    expect(result.current.now).toMatchObject({ recordingDays: 12, leaverDays: 77 });
    expect(kept.recordingDays).toBe(99);
    await act(() => result.current.save());
    expect(kept).toMatchObject({ recordingDays: 12, leaverDays: 77, version: 3 });
    expect(result.current.trouble).toBeNull();
  });
  it('changed once more while they are being kept are still to be kept, and no other', async () => {
    const { result } = await open();
    let answer = (): void => undefined;
    const waits = new Promise<void>((done) => void (answer = done));
    serve({ saveSettings: (given) => waits.then(() => save(given)) });
    act(() => result.current.set('recordingDays', 12));
    act(() => result.current.set('leaverDays', 90));
    let saving: Promise<void> = Promise.resolve();
    act(() => void (saving = result.current.save()));
    act(() => result.current.set('leaverDays', 120));
    answer();
    await act(() => saving);
    expect(kept).toMatchObject({ recordingDays: 12, leaverDays: 90 });
    expect(result.current).toMatchObject({ changed: true, now: { recordingDays: 12, leaverDays: 120 } });
    serve({ saveSettings: save });
    await act(() => result.current.save());
    expect(kept.leaverDays).toBe(120);
    expect(result.current.changed).toBe(false);
  });
  it('that could not be kept stay as they were changed, and can be left', async () => {
    const { result } = await open();
    serve({ saveSettings: () => NO_NETWORK });
    act(() => result.current.set('recordingDays', 12));
    await act(() => result.current.save());
    expect(result.current).toMatchObject({ trouble: 'The server cannot be reached just now.', changed: true });
    act(() => result.current.leave());
    expect(result.current).toMatchObject({ trouble: null, changed: false, now: { recordingDays: DEFAULT_SETTINGS.recordingDays } });
  });
});

describe('a teaching order', () => {
  const step = (name: string) => ({ name, gpcs: ['s:s'], words: [] });
  const ours = { id: 'o1', name: 'Ours', style: 'synthetic', steps: [step('one'), step('two')], version: 3 } as unknown as TeachingOrderRow;
  const open = (saved: TeachingOrderRow | undefined = ours, may = true) =>
    onPage(() => useOrderDraft('o1', saved, { name: ours.name, style: ours.style, steps: ours.steps } as never, may, '/library/orders'), undefined, { at: '/library/orders/o1' }); // prettier-ignore
  it('has a way back from each change, and is asked after while there is one', () => {
    const { result } = open();
    expect([result.current.changed, result.current.canUndo]).toEqual([false, false]);
    act(() => result.current.change({ name: 'Theirs' }));
    act(() => result.current.changeSteps([step('one')]));
    expect([result.current.draft.name, result.current.draft.steps.length]).toEqual(['Theirs', 1]);
    expect(unsavedWork()).toEqual(['the teaching order “Theirs”']);
    act(() => result.current.undo());
    expect([result.current.draft.name, result.current.draft.steps.length]).toEqual(['Theirs', 2]);
    act(() => result.current.undo());
    act(() => result.current.undo());
    expect([result.current.draft.name, result.current.changed, unsavedWork()]).toEqual(['Ours', false, []]);
  });
  it('whose steps stay as they are is no change', () => {
    const { result } = open();
    act(() => result.current.changeSteps(result.current.draft.steps));
    expect(result.current.canUndo).toBe(false);
  });
  it('is kept on the version it was opened at; a new one begins at none', async () => {
    serve({ saveOrder: ({ body }) => ({ ...ours, ...(body as object) }) });
    const { result } = open();
    act(() => result.current.change({ name: 'Better' }));
    await act(() => result.current.save());
    await saying('“Better” is kept.');
    expect(askedOf('saveOrder')[0]).toMatchObject({ params: { id: 'o1' }, body: { name: 'Better', version: 3 } });
    expect(unsavedWork()).toEqual([]);
    const another = onPage(() => useOrderDraft('o2', undefined, ours, true, '/'), undefined);
    await act(() => another.result.current.save());
    expect(askedOf('saveOrder')[1]).toMatchObject({ params: { id: 'o2' }, body: { version: 0 } });
  });
  it.each(['theirs', 'mine'] as const)('that a colleague was quicker with: %s is taken, and nothing is lost', async (take) => {
    const theirs = { ...ours, name: 'Theirs', steps: [step('three')], version: 4 };
    serve({ saveOrder: ({ body }) => ((body as { version: number }).version < 4 ? new No('newer-version', { current: theirs }) : { ...ours, ...(body as object) }) }); // prettier-ignore
    const { result } = open();
    act(() => result.current.change({ name: 'Mine' }));
    await act(() => result.current.save());
    expect(result.current.newer).toMatchObject({ name: 'Theirs' });
    act(() => result.current.settle(take));
    expect([result.current.draft.name, result.current.newer]).toEqual([take === 'theirs' ? 'Theirs' : 'Mine', null]);
    await act(() => result.current.save());
    expect(askedOf('saveOrder').at(-1)!.body).toMatchObject({ name: take === 'theirs' ? 'Theirs' : 'Mine', version: 4 });
    act(() => result.current.undo());
    expect(result.current.draft.name).toBe(take === 'theirs' ? 'Mine' : 'Ours');
  });
  it('that the server would not take says why, until it is changed', async () => {
    serve({ saveOrder: () => new No('bad-input', { detail: 'Step one is empty.' }) });
    const { result } = open();
    await act(() => result.current.save());
    expect(result.current.trouble).toBe('Step one is empty.');
    act(() => result.current.change({ name: 'Other' }));
    expect(result.current.trouble).toBeNull();
  });
  it('that is put away comes back as it was kept; one that was never kept has nothing to put away', async () => {
    serve({ removeOrder: () => ({ ok: true }), saveOrder: ({ body }) => ({ ...ours, ...(body as object) }) });
    const { result } = open();
    act(() => result.current.change({ name: 'Changed and not kept' }));
    await act(() => result.current.removeOrder());
    expect(askedOf('removeOrder')[0]!.query).toEqual({ version: '3' });
    await act(async () => (await saying('“Ours” is put away.')).action!.onClick());
    expect(askedOf('saveOrder')[0]!.body).toMatchObject({ name: 'Ours', version: 4 });
    const another = onPage(() => useOrderDraft('o2', undefined, ours, true, '/'), undefined);
    await act(() => another.result.current.removeOrder());
    expect(askedOf('removeOrder')).toHaveLength(1);
  });
});

describe('the plan of a session that is made', () => {
  const willow: Group = group('willow', ['ada'], ['ai:ay']);
  const style = { id: 'plain', version: null } as unknown as StyleRow;
  const given: DraftGiven = {
    group: willow,
    members: [child('ada', ['ai:ay'])],
    taught,
    aim: { focus: ['ai:ay'], skill: undefined, contrast: [], recheck: [] },
    on: '2026-12-02',
    minutes: 20,
    draw: 1,
    style,
    past: [],
    texts: [],
    pictures: [],
    settings: DEFAULT_SETTINGS,
    read: true,
  };
  /** The worker draws a plan that says what it was drawn for, and how many were drawn before. */
  let drawn: { readonly minutes: number; readonly seed: number; readonly focus: readonly string[] }[];
  beforeEach(() => {
    drawn = [];
    worker({
      planSession: (request: (typeof drawn)[number]): unknown => {
        drawn.push(request);
        return {
          focus: request.focus,
          minutes: request.minutes,
          parts: [{ id: 'p', kind: 'words', title: `draw ${drawn.length}`, words: [] }],
        };
      },
    });
  });
  const titleOf = (plan: Plan | null): string | undefined => plan?.parts[0]?.title;
  it('is drawn once all it rests on is read, and not before', async () => {
    const { result, rerender } = onPage(useSessionDraft, { ...given, read: false });
    expect([result.current.plan, result.current.request]).toEqual([null, null]);
    rerender(given);
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 1'));
    expect(result.current.request).toMatchObject({ minutes: 20, seed: 1, focus: ['ai:ay'] });
  });
  it('is none where there is nothing for it to be for', async () => {
    const { result } = onPage(useSessionDraft, { ...given, aim: { ...given.aim, focus: [] } });
    expect([result.current.request, result.current.plan]).toEqual([null, null]);
    const skill = onPage(useSessionDraft, { ...given, aim: { ...given.aim, focus: [], skill: 'blending' as const } });
    await waitFor(() => expect(skill.result.current.plan).not.toBeNull());
  });
  it('is not drawn anew because lists were read again, and is where something else was chosen', async () => {
    const { result, rerender } = onPage(useSessionDraft, given);
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 1'));
    // a colleague marked a card: the same child, other lists
    rerender({ ...given, members: [child('ada', ['ai:ay', 's:s'])], past: [], settings: { ...DEFAULT_SETTINGS } });
    await act(() => new Promise((done) => setTimeout(done, 30)));
    expect(drawn).toHaveLength(1);
    rerender({ ...given, minutes: 30 });
    await waitFor(() => expect(drawn).toHaveLength(2));
    rerender({ ...given, minutes: 30, members: [...given.members, child('ben', [])] });
    await waitFor(() => expect(drawn).toHaveLength(3));
  });
  it('drawn once more keeps what was pinned, and has a way back', async () => {
    const { result, rerender } = onPage(useSessionDraft, given);
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 1'));
    act(() => result.current.change((plan) => ({ ...plan, parts: plan.parts.map((p) => ({ ...p, title: 'pinned', pinned: true })) })));
    rerender({ ...given, draw: 2 });
    await waitFor(() => expect(drawn).toHaveLength(2));
    await act(() => new Promise((done) => setTimeout(done, 30)));
    expect(titleOf(result.current.plan)).toBe('pinned');
    act(() => result.current.undo());
    act(() => result.current.undo());
    expect(titleOf(result.current.plan)).toBe('draw 1');
  });
  it('changed by hand has a way back from what is drawn for another aim', async () => {
    const { result, rerender } = onPage(useSessionDraft, given);
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 1'));
    act(() => result.current.change((plan) => ({ ...plan, parts: plan.parts.map((p) => ({ ...p, title: 'by hand' })) })));
    rerender({ ...given, aim: { ...given.aim, focus: ['sh:sh'] } });
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 2'));
    act(() => result.current.undo());
    expect(titleOf(result.current.plan)).toBe('by hand');
  });
  it('that could not be drawn says why until one can; the one before stays', async () => {
    const { result, rerender } = onPage(useSessionDraft, given);
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('draw 1'));
    worker({ planSession: () => Promise.reject(new Error('No words for that.')) });
    rerender({ ...given, draw: 2 });
    await waitFor(() => expect(result.current.trouble).toBe('No words for that.'));
    expect(titleOf(result.current.plan)).toBe('draw 1');
    // nothing is chosen any more, so nothing is wrong either
    rerender({ ...given, aim: { ...given.aim, focus: [] } });
    await waitFor(() => expect(result.current.trouble).toBeNull());
  });
  it('that was overtaken by another choice never stands in its place', async () => {
    const answers: ((plan: unknown) => void)[] = [];
    worker({ planSession: () => new Promise((give) => void answers.push(give)) });
    const { result, rerender } = onPage(useSessionDraft, given);
    await waitFor(() => expect(answers).toHaveLength(1));
    rerender({ ...given, minutes: 30 });
    await waitFor(() => expect(answers).toHaveLength(2));
    const plan = (title: string) => ({ focus: ['ai:ay'], parts: [{ id: 'p', title, words: [] }] });
    answers[1]!(plan('new'));
    await waitFor(() => expect(titleOf(result.current.plan)).toBe('new'));
    answers[0]!(plan('old'));
    await act(() => new Promise((done) => setTimeout(done, 30)));
    expect(titleOf(result.current.plan)).toBe('new');
    await act(() => refresh('sessions'));
  });
});

describe('the sessions of a cycle', () => {
  const oak: Group = group('oak', ['ada'], ['ai:ay', 'sh:sh']);
  const materials = { group: oak, members: [child('ada', ['ai:ay'])], taught, past: [], style: { id: 'plain', version: null }, texts: [], pictures: [], settings: DEFAULT_SETTINGS } as unknown as Parameters<typeof useCycleDrafts>[0]; // prettier-ignore
  const ahead = (n: number) =>
    ({ id: `ahead ${n}`, on: `2026-12-0${n}`, fresh: 'ai:ay', again: [], contrast: [], recheck: [] }) as unknown as PlannedSession;
  const three = [ahead(1), ahead(2), ahead(3)];
  const kept = (): { id: string; on: string }[] => askedOf('addSession').map(({ body }) => body as { id: string; on: string });
  beforeEach(() => {
    worker({ planSession: (request: { seed: number }) => ({ focus: ['ai:ay'], minutes: 20, seed: request.seed, parts: [] }) });
    serve({ addSession: ({ body }) => ({ ...(body as object), version: 1 }), removeSession: () => ({ ok: true }), sessions: () => [] });
  });
  const open = async () => {
    const at = onPage(() => useCycleDrafts(materials, three, 20), undefined, { at: '/groups/oak/cycle/make' });
    await act(() => at.result.current.draft());
    expect(at.result.current.drafts.map((d) => d.on)).toEqual(three.map((s) => s.on));
    return at;
  };
  it('are drafted in turn, kept together, and taken back together', async () => {
    const { result } = await open();
    expect(unsavedWork()).toEqual(['the sessions drafted for the cycle']);
    await act(() => result.current.keep(oak, 'idris'));
    expect(kept()).toMatchObject(three.map(({ on }) => ({ groupId: 'oak', on, adultId: 'idris', plan: { drawn: {} } })));
    const told = await saying('3 sessions are kept and shared.');
    expect(unsavedWork()).toEqual([]);
    await act(() => Promise.resolve(told.action!.onClick()));
    await waitFor(() => expect(askedOf('removeSession').map(({ params }) => params.id)).toEqual(kept().map((s) => s.id)));
  });
  it('of which one was not answered: those that were kept are said, and what is kept again is the same session', async () => {
    const { result } = await open();
    serve({ addSession: ({ body }) => (kept().length === 2 ? NO_NETWORK : { ...(body as object), version: 1 }) });
    await act(() => result.current.keep(oak, ''));
    expect(result.current.trouble).toBe('1 of 3 were kept. The server cannot be reached just now.');
    expect(result.current.drafts.map((d) => d.on)).toEqual(['2026-12-02', '2026-12-03']);
    await act(() => result.current.keep(oak, ''));
    const ids = kept().map((s) => s.id);
    expect(ids).toHaveLength(4);
    // it may have been kept, though nobody heard so
    expect(ids[2]).toBe(ids[1]);
    expect(new Set(ids).size).toBe(3);
  });
  it('may be drawn anew one by one, taken out, and stopped half-way', async () => {
    const { result } = await open();
    const seedOf = (n: number): unknown => (result.current.drafts[n]!.plan as unknown as { seed: number }).seed;
    const before = [seedOf(0), seedOf(1), seedOf(2)];
    await act(() => result.current.again('ahead 2'));
    expect([seedOf(0), seedOf(2)]).toEqual([before[0], before[2]]);
    expect(seedOf(1)).not.toBe(before[1]);
    act(() => result.current.takeOut('ahead 1'));
    expect(result.current.drafts.map((d) => d.id)).toEqual(['ahead 2', 'ahead 3']);
    let drawn = 0;
    worker({
      planSession: () => {
        drawn += 1;
        result.current.stop();
        return { focus: ['ai:ay'], minutes: 20, parts: [] };
      },
    });
    await act(() => result.current.draft());
    expect([drawn, result.current.drafts.length, result.current.working]).toEqual([1, 1, null]);
  });
  it('that cannot be drawn say why, and what was drawn until then stays', async () => {
    let drawn = 0;
    worker({
      planSession: () =>
        (drawn += 1) === 2 ? Promise.reject(new Error('No words for that.')) : { focus: ['ai:ay'], minutes: 20, parts: [] },
    });
    const { result } = onPage(() => useCycleDrafts(materials, three, 20), undefined);
    await act(() => result.current.draft());
    expect([result.current.trouble, result.current.drafts.length, result.current.working]).toEqual(['No words for that.', 1, null]);
  });
});
