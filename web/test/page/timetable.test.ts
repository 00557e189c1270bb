/** Meetings moved in the week: one after another, on the sheet as it stands, and never over what a colleague did meanwhile. */
import { DEFAULT_SETTINGS, type SchoolSettings, type Timetable, type WeekMeeting } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { refresh } from '../../src/api/data.js';
import { useMeetings } from '../../src/timetable/use-meetings.js';
import { useTimetable } from '../../src/timetable/use-timetable.js';
import { group } from '../support/children.js';
import { askedOf, No, NO_NETWORK, onPage, said, saying, serve } from './support/page.js';

const settings: SchoolSettings = {
  ...DEFAULT_SETTINGS,
  slots: [
    { id: 'early', name: 'early', start: 540, minutes: 25, rooms: 2, days: [1, 2, 3, 4] },
    { id: 'late', name: 'late', start: 660, minutes: 25, rooms: 2, days: [1, 2] },
  ],
  rooms: [
    { id: 'nook', name: 'Nook', busy: [] },
    { id: 'hall', name: 'Hall', busy: ['late'] },
  ],
};
const willow = group('willow', ['ada'], ['s:s']);
const hazel = group('hazel', ['ben'], ['a:a']);
const meeting = (of: string, slot: string, room = 'nook'): Timetable['meetings'][number] => ({ group: of, name: of, slot, adultId: null, adult: null, room }); // prettier-ignore

/** A server with a sheet of its own, which it changes where it is told the newest version. */
let sheet: Timetable;
const named = (meetings: readonly WeekMeeting[]): Timetable['meetings'] => meetings.map((m) => ({ ...meeting(m.group, m.slot, m.room), adultId: m.adultId })); // prettier-ignore
const where = (): string[] => sheet.meetings.map((m) => `${m.group} ${m.slot}`);
/** A colleague changes it, and this page has not heard of it. */
const colleagueHas = (meetings: Timetable['meetings']): void => void (sheet = { ...sheet, version: sheet.version + 1, meetings });

beforeEach(() => {
  sheet = {
    version: 3,
    savedAt: null,
    savedBy: null,
    meetings: [meeting('willow', 'early@1'), meeting('hazel', 'early@1', 'hall')],
  } as Timetable;
  serve({
    timetable: () => sheet,
    settings: () => settings,
    groups: () => [willow, hazel],
    packedChildren: () => ({ pairs: [], children: [] }),
    groupRules: () => [],
    team: () => [],
    classes: () => [],
    saveTimetable: ({ body }) => {
      const { version, meetings } = body as { version: number; meetings: WeekMeeting[] };
      if (version !== sheet.version) return new No('newer-version', { current: sheet });
      sheet = { ...sheet, version: version + 1, meetings: named(meetings) };
      return sheet;
    },
  });
});
async function open() {
  const moved: string[] = [];
  const { result } = onPage(() => {
    const data = useTimetable();
    return { data, ...useMeetings(data, (key) => void moved.push(key)) };
  }, undefined);
  await waitFor(() => expect(result.current.meetings).toHaveLength(2));
  await waitFor(() => expect(result.current.data.request).not.toBeNull());
  return { result, moved };
}
const press = (what: () => void): Promise<void> => act(() => Promise.resolve(what()));

describe('a meeting', () => {
  it('goes to the next day and keeps its room where that is free, and Undo brings it back', async () => {
    const { result, moved } = await open();
    await press(() => result.current.step(result.current.meetings[0]!, 1, 0));
    const told = await saying(/^willow: Tuesday/);
    expect(where()).toEqual(['hazel early@1', 'willow early@2']);
    expect(moved).toEqual(['willow early@2']);
    await press(() => told.action!.onClick());
    await saying('As it was before.');
    expect(where()).toEqual(['willow early@1', 'hazel early@1']);
  });
  it('takes another room where its own is taken then, and stays in it where none is free', async () => {
    sheet = { ...sheet, meetings: [meeting('willow', 'early@1'), meeting('hazel', 'early@2', 'nook')] };
    const { result } = await open();
    await press(() => result.current.step(result.current.meetings[0]!, 1, 0));
    await saying(/^willow: Tuesday/);
    expect(sheet.meetings.at(-1)).toMatchObject({ slot: 'early@2', room: 'hall' });
    // late in the day the hall is never free
    await waitFor(() => expect(result.current.meetings.at(-1)!.slot).toBe('early@2'));
    await press(() => result.current.step(result.current.meetings.at(-1)!, 0, 1));
    await waitFor(() => expect(sheet.meetings.at(-1)).toMatchObject({ slot: 'late@2', room: 'nook' }));
  });
  it('that leads nowhere, or stays where it is, is not sent', async () => {
    const { result } = await open();
    const [first] = result.current.meetings;
    await press(() => result.current.step(first!, -1, 0));
    await press(() => void result.current.put(first!, first!));
    expect(askedOf('saveTimetable')).toEqual([]);
    expect(said()).toEqual([]);
  });
  it('is put nowhere its group meets already', async () => {
    sheet = { ...sheet, meetings: [meeting('willow', 'early@1'), meeting('willow', 'early@2')] };
    const { result } = await open();
    for (let n = 0; n < 3; n += 1) await press(() => result.current.step(result.current.meetings[0]!, 1, 0));
    await saying('willow meets then already.');
    expect(said()).toHaveLength(1);
    expect(where()).toEqual(['willow early@1', 'willow early@2']);
  });
  it('whose key is held down goes one day for each time it stands, and nobody is blamed', async () => {
    const { result } = await open();
    // five presses for the card as it is drawn now
    const [first] = result.current.meetings;
    await press(() => {
      for (let n = 0; n < 5; n += 1) result.current.step(first!, 1, 0);
    });
    await saying(/^willow: Tuesday/);
    expect(where().filter((m) => m.startsWith('willow'))).toEqual(['willow early@2']);
    expect(said().filter((one) => one.type === 'error')).toEqual([]);
    await waitFor(() => expect(result.current.meetings.at(-1)!.slot).toBe('early@2'));
    await press(() => result.current.step(result.current.meetings.at(-1)!, 1, 0));
    await saying(/^willow: Wednesday/);
    expect(where().filter((m) => m.startsWith('willow'))).toEqual(['willow early@3']);
  });
});

describe('two changes, one right after the other', () => {
  it('are both made: the second rests on what the first left', async () => {
    const { result } = await open();
    const [first, second] = result.current.meetings;
    await press(() => {
      result.current.step(first!, 1, 0);
      result.current.out(second!);
    });
    await saying(/^hazel no longer meets/);
    expect(where()).toEqual(['willow early@2']);
    expect(said().filter((one) => one.type === 'error')).toEqual([]);
  });
  it('of which the first failed: the second is made all the same', async () => {
    const { result } = await open();
    const [first, second] = result.current.meetings;
    let times = 0;
    const save = (body: never) => ((times += 1) === 1 ? NO_NETWORK : ((sheet = { ...sheet, version: sheet.version + 1, meetings: named((body as { meetings: WeekMeeting[] }).meetings) }), sheet)); // prettier-ignore
    serve({ saveTimetable: ({ body }) => save(body) });
    await press(() => {
      result.current.step(first!, 1, 0);
      result.current.out(second!);
    });
    await saying(/^hazel no longer meets/);
    await saying('The server cannot be reached just now.');
    expect(where()).toEqual(['willow early@1']);
  });
  it('are not undone by the first one’s Undo, which says so', async () => {
    const { result } = await open();
    const [first, second] = result.current.meetings;
    await press(() => result.current.step(first!, 1, 0));
    const told = await saying(/^willow: Tuesday/);
    await press(() => result.current.out(second!));
    await saying(/^hazel no longer meets/);
    await press(() => told.action!.onClick());
    await saying(/was changed since.*nothing was put back/);
    expect(where()).toEqual(['willow early@2']);
  });
});

describe('what a colleague changed meanwhile', () => {
  it('stands: the move is refused and can be made again on their sheet', async () => {
    const { result } = await open();
    const [first] = result.current.meetings;
    colleagueHas([meeting('willow', 'early@1'), meeting('hazel', 'early@4', 'hall')]);
    await press(() => result.current.step(first!, 1, 0));
    const told = await saying(/^Somebody else changed the timetable/);
    expect(where()).toEqual(['willow early@1', 'hazel early@4']);
    await press(() => told.action!.onClick());
    await saying(/^willow is put at/);
    expect(where()).toEqual(['hazel early@4', 'willow early@2']);
  });
  it('is no second meeting: one that they moved elsewhere is not put once more from where it was', async () => {
    const { result } = await open();
    const [first] = result.current.meetings;
    colleagueHas([meeting('willow', 'late@2'), meeting('hazel', 'early@1', 'hall')]);
    await act(() => refresh('timetable'));
    await waitFor(() => expect(result.current.meetings[0]!.slot).toBe('late@2'));
    // a window with the meeting stood open
    await press(() => void result.current.put(first!, meeting('willow', 'early@3')));
    await saying('willow was moved or taken out meanwhile. The week is shown as it is.');
    await press(() => result.current.out(first!));
    expect(where()).toEqual(['willow late@2', 'hazel early@1']);
    expect(askedOf('saveTimetable')).toEqual([]);
  });
  it('is not covered by places that were looked for before', async () => {
    const { result } = await open();
    const asked = { of: [willow, hazel], sheet: result.current.data.kept! };
    colleagueHas([meeting('willow', 'early@1'), meeting('hazel', 'early@4', 'hall')]);
    // this page has heard of it before the solver is done
    await act(() => refresh('timetable'));
    await waitFor(() => expect(result.current.data.kept!.version).toBe(4));
    const found = [{ group: 'willow', slot: 'late@1', adult: '', room: 'nook' }];
    await act(() => result.current.place({ found, ...asked }, String));
    await saying(/was changed while places were looked for/);
    expect(where()).toEqual(['willow early@1', 'hazel early@4']);
    await act(() => result.current.place({ found, ...asked, sheet: result.current.data.kept! }, String));
    await saying('One meeting stands in the week.');
    expect(where()).toEqual(['willow late@1']);
  });
});

it('the adults that the solver gave are given to their groups once the week is kept, and to none where it is not', async () => {
  serve({ arrangeGroups: () => [willow] });
  const { result } = await open();
  const found = [{ group: 'willow', slot: 'late@1', adult: 'idris', room: 'nook' }];
  const placed = { found, of: [willow, hazel], sheet: result.current.data.kept! };
  await act(() => result.current.place(placed, () => 'Idris'));
  await saying('willow goes to Idris.');
  expect(askedOf('arrangeGroups')[0]!.body).toMatchObject({ change: [{ id: 'willow', version: 1, adultId: 'idris' }] });
  await act(() => result.current.place(placed, () => 'Idris'));
  await saying(/was changed while places were looked for/);
  expect(askedOf('arrangeGroups')).toHaveLength(1);
});
