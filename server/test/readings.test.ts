/** Readings: their steps, what they come to, recordings that go by themselves, and texts of a school's own. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS, type LibraryText, type ReadingSummary, type WholeReading } from '@sapling/contract';
import type { ReadingStep } from '@sapling/core/reading';
import { openDatabase } from '../src/db/open.js';
import { recordings } from '../src/db/schema.js';
import { purgeRecordings } from '../src/readings/recordings.js';
import { uuidv7 } from '../src/ids.js';
import { FolderRecordings } from '../src/readings/recording-store.js';
import { READING_TEXT, School, now, reading, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
let child: string;

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  [child] = (await school.addChildren('Wrens', ['Ada', 'Ben'])) as [string, string];
  teacher = await school.add('teacher', 'teacher', [wrens]);
  await school.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 12, version: 1 } });
});
afterAll(() => school.close());

interface Sent {
  readonly results: { id: string; status: string; reason?: string }[];
}
const send = async (as: Person, entries: readonly unknown[]): Promise<Sent['results']> =>
  ((await school.ask('POST', '/api/outbox', { as, body: { entries } })).body as Sent).results;
const step = (by: Person, of: string, marking: string, n: number, what: ReadingStep, id = uuidv7()) => ({
  type: 'reading step',
  id,
  record: { id, reading: of, child, marking, by: by.id, at: new Date(Date.parse(now()) + n).toISOString(), n, step: what },
});
/** A finished reading of the text with these steps before its end. */
async function read(by: Person, steps: readonly ReadingStep[], change: Record<string, unknown> = {}): Promise<string> {
  const id = uuidv7();
  const all: ReadingStep[] = [{ what: 'start' }, ...steps, { what: 'stop', ms: 12_000 }, { what: 'last', word: 8 }, { what: 'done' }];
  const results = await send(by, [
    { type: 'reading', id, record: reading(by.id, child, id, change) },
    ...all.map((s, n) => step(by, id, id, n, s)),
  ]);
  expect(
    results.every((r) => r.status === 'stored'),
    JSON.stringify(results),
  ).toBe(true);
  return id;
}
const list = async (): Promise<ReadingSummary[]> =>
  (await school.ask('GET', `/api/readings?childId=${child}`, { as: teacher })).body as ReadingSummary[];
const whole = async (id: string): Promise<WholeReading> =>
  (await school.ask('GET', `/api/readings/${id}`, { as: teacher })).body as WholeReading;

describe('a reading', () => {
  it('comes out by the core’s counts, is stored once however often it is sent, and tells of its pairs', async () => {
    const before = (await school.ask('GET', `/api/children/${child}`, { as: teacher })).body as {
      line: { gpc: string; basedOn: number }[];
    };
    expect(before.line.find((c) => c.gpc === 'ai:ay')!.basedOn).toBe(0);
    const id = await read(teacher, [{ what: 'mark', word: 1, mark: 'substitution', said: 'ran', ms: 900 }]);
    const again = await send(teacher, [{ type: 'reading', id, record: reading(teacher.id, child, id) }]);
    expect(again[0]!.status).toBe('already');
    const [row] = (await list()).filter((r) => r.id === id);
    expect(row).toMatchObject({ done: true, seconds: 12, markings: 1, recorded: false, words: 9 });
    expect(row!.score).toMatchObject({ attempted: 9, correct: 8, errors: 1, wcpm: 40 });
    const after = (await school.ask('GET', `/api/children/${child}`, { as: teacher })).body as {
      line: { gpc: string; basedOn: number; p: number }[];
      strands: { strand: string; basedOn: number }[];
    };
    const ai = after.line.find((c) => c.gpc === 'ai:ay')!;
    expect(ai.basedOn).toBe(1);
    expect(ai.p).toBeLessThan(0.5);
    expect(after.strands.find((s) => s.strand === 'fluency')!.basedOn).toBe(1);
    const seen = (await school.ask('GET', `/api/children/${child}/evidence?gpc=ai:ay`, { as: teacher })).body as {
      reading: string;
      said: string;
    }[];
    expect(seen).toMatchObject([{ reading: id, said: 'a' }]);
    // set aside, it counts for nothing and is in no list, but is kept
    await send(teacher, [step(teacher, id, id, 20, { what: 'set aside', aside: true })]);
    expect((await list()).some((r) => r.id === id)).toBe(false);
    expect((await whole(id)).setAside).toBe(true);
    const none = (await school.ask('GET', `/api/children/${child}`, { as: teacher })).body as typeof before;
    expect(none.line.find((c) => c.gpc === 'ai:ay')!.basedOn).toBe(0);
    // asked for, those set aside are listed; whoever may mark it has it count again, and has marked nothing by that
    const aside = async () =>
      ((await school.ask('GET', `/api/readings?childId=${child}&aside=only`, { as: lead })).body as { id: string }[]).map((r) => r.id);
    expect(await aside()).toEqual([id]);
    await send(lead, [step(lead, id, uuidv7(), 0, { what: 'set aside', aside: false })]);
    expect((await list()).find((r) => r.id === id)).toMatchObject({ markings: 1 });
    expect(await aside()).toEqual([]);
    const back = (await school.ask('GET', `/api/children/${child}`, { as: teacher })).body as typeof before;
    expect(back.line.find((c) => c.gpc === 'ai:ay')!.basedOn).toBe(1);
  });

  it('refuses a step that does not fit, one of a reading that is not there, and one into somebody else’s marking', async () => {
    const id = await read(teacher, []);
    const results = await send(lead, [
      step(lead, id, uuidv7(), 0, { what: 'mark', word: 40, mark: 'told' }),
      step(lead, uuidv7(), uuidv7(), 0, { what: 'start' }),
      step(lead, id, id, 9, { what: 'mark', word: 2, mark: 'told' }),
      step(lead, id, uuidv7(), 0, { what: 'mark', word: 2, mark: 'told' }),
    ]);
    expect(results.map((r) => r.status)).toEqual(['refused', 'refused', 'refused', 'stored']);
    expect(results[0]!.reason).toContain('no place in this text');
    expect(results[2]!.reason).toContain('somebody else');
  });

  it('keeps two markings side by side; the first counts until one is settled on', async () => {
    const id = await read(teacher, []);
    const second = uuidv7();
    await send(lead, [
      step(lead, id, second, 0, { what: 'mark', word: 1, mark: 'omission' }),
      step(lead, id, second, 1, { what: 'last', word: 8 }),
      step(lead, id, second, 2, { what: 'seconds', seconds: 12 }),
      step(lead, id, second, 3, { what: 'done' }),
    ]);
    expect((await whole(id)).counts).toBe(id);
    await send(lead, [step(lead, id, second, 4, { what: 'settled' })]);
    const settled = await whole(id);
    expect(settled.counts).toBe(second);
    expect(settled.people.map((p) => p.id).sort()).toEqual([lead.id, teacher.id].sort());
    expect((await list()).find((r) => r.id === id)!.score.errors).toBe(1);
  });
});

describe('texts of a school’s own', () => {
  const body = { title: 'Ours', kind: 'story', text: 'A pin is in a tin.', offered: [], explain: [], questions: [] };
  it('are kept with a version, and a reading keeps the words it was read in', async () => {
    const id = uuidv7();
    expect((await school.ask('PUT', `/api/texts/${id}`, { as: teacher, body: { ...body, version: 0 } })).status).toBe(200);
    const readingId = await read(teacher, [], { textId: id, title: 'Ours' });
    const changed = await school.ask('PUT', `/api/texts/${id}`, {
      as: teacher,
      body: { ...body, text: 'Quite another text.', version: 1 },
    });
    expect((changed.body as LibraryText).version).toBe(2);
    const late = await school.ask('PUT', `/api/texts/${id}`, { as: lead, body: { ...body, text: 'Mine.', version: 1 } });
    expect(late.status).toBe(409);
    expect((late.body as { current: LibraryText }).current.text).toBe('Quite another text.');
    expect((await whole(readingId)).text).toBe(READING_TEXT);
    expect((await school.ask('DELETE', `/api/texts/${id}?version=2`, { as: teacher })).status).toBe(200);
    expect(((await school.ask('GET', '/api/texts', { as: teacher })).body as LibraryText[]).every((t) => t.id !== id)).toBe(true);
    expect((await whole(readingId)).words).toHaveLength(9);
  });
});

describe('recordings', () => {
  const part = (text: string) => ({ mime: 'audio/webm', base64: Buffer.from(text).toString('base64') });
  const folder = (id: string): string => join(school.folder, 'recordings', id);
  it('are kept only with consent noted, in the data folder, put together from their parts, and go with the consent', async () => {
    const id = await read(teacher, []);
    const path = `/api/readings/${id}/recording`;
    const refused = await school.ask('PUT', `${path}/0`, { as: teacher, body: part('one') });
    expect(refused.status).toBe(403);
    expect(existsSync(folder(id))).toBe(false);
    await school.ask('PUT', `/api/children/${child}/recording-consent`, { as: teacher, body: { consent: true } });
    // parts may come in any order, and twice
    for (const [k, text] of [
      [1, 'two'],
      [0, 'one'],
      [1, 'two'],
    ] as const)
      expect((await school.ask('PUT', `${path}/${k}`, { as: teacher, body: part(text) })).status).toBe(200);
    const sound = await school.ask('GET', path, { as: lead });
    expect(sound).toMatchObject({ status: 200, body: 'onetwo' });
    expect(sound.type).toContain('audio/webm');
    expect(readdirSync(folder(id))).toHaveLength(2);
    expect((await whole(id)).recording).toMatchObject({ parts: 2 });
    await school.ask('PUT', `/api/children/${child}/recording-consent`, { as: teacher, body: { consent: false } });
    expect((await school.ask('GET', path, { as: teacher })).status).toBe(404);
    expect(existsSync(folder(id))).toBe(false);
  });

  it('go by themselves after the days the school sets', async () => {
    const settings = (await school.ask('GET', '/api/settings', { as: lead })).body as { version: number };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, recordingDays: 3, version: settings.version } });
    await school.ask('PUT', `/api/children/${child}/recording-consent`, { as: teacher, body: { consent: true } });
    const id = await read(teacher, []);
    await school.ask('PUT', `/api/readings/${id}/recording/0`, { as: teacher, body: part('one') });
    const { deleteOn } = (await whole(id)).recording!;
    expect(Math.round((Date.parse(deleteOn) - Date.parse(schoolToday())) / 86_400_000)).toBe(3);
    await school.running.close();
    const { db, close } = await openDatabase({ folder: school.folder, url: undefined });
    const inDays = (days: number): string => new Date(Date.parse(now()) + days * 86_400_000).toISOString();
    expect(await purgeRecordings(db, new FolderRecordings(school.folder), inDays(2))).toBe(0);
    expect(existsSync(folder(id))).toBe(true);
    expect(await purgeRecordings(db, new FolderRecordings(school.folder), inDays(4))).toBe(1);
    expect(existsSync(folder(id))).toBe(false);
    expect((await db.select().from(recordings).where(eq(recordings.reading, id)))[0]!.deletedAt).not.toBeNull();
    await close();
    await school.open();
  });
});

describe('a list of readings', () => {
  it('keeps how each came out until a step of it comes, by other settings comes out anew, and only the newest are asked for', async () => {
    const id = await read(teacher, [{ what: 'mark', word: 1, mark: 'omission', ms: 900 }]);
    const errors = async (): Promise<number | undefined> => (await list()).find((r) => r.id === id)?.score.errors;
    expect(await errors()).toBe(1);
    // the same figure from what was kept, and another one after a step that comes late
    expect(await errors()).toBe(1);
    const other = uuidv7();
    const late: ReadingStep[] = [{ what: 'start' }, { what: 'stop', ms: 9000 }, { what: 'last', word: 8 }, { what: 'done' }];
    await send(lead, late.map((s, n) => step(lead, id, other, n, s))); // prettier-ignore
    expect((await list()).find((r) => r.id === id)?.markings).toBe(2);
    const newest = (await school.ask('GET', `/api/readings?childId=${child}&latest=1`, { as: teacher })).body as ReadingSummary[];
    expect(newest.map((r) => r.id)).toEqual([(await list())[0]!.id]);
  });

  it('says which reading of its text each is, however long ago the first was; one set aside counts as none', async () => {
    const [cem] = (await school.addChildren('Wrens', ['Cem'])) as [string];
    /** A finished reading of a text on a day of October. */
    const on = async (day: number, textId: string): Promise<string> => {
      const id = uuidv7();
      const at = `2026-10-0${day}T09:00:00.000Z`;
      const steps: ReadingStep[] = [{ what: 'start' }, { what: 'stop', ms: 12_000 }, { what: 'last', word: 8 }, { what: 'done' }];
      await send(teacher, [
        { type: 'reading', id, record: reading(teacher.id, cem, id, { at, textId }) },
        ...steps.map((s, n) => ofCem(id, n, s)),
      ]);
      return id;
    };
    const ofCem = (of: string, n: number, what: ReadingStep) => {
      const made = step(teacher, of, of, n, what);
      return { ...made, record: { ...made.record, child: cem } };
    };
    const nth = async (latest?: number): Promise<Record<string, number>> => {
      const asked = `/api/readings?childId=${cem}${latest === undefined ? '' : `&latest=${latest}`}`;
      const found = (await school.ask('GET', asked, { as: teacher })).body as ReadingSummary[];
      return Object.fromEntries(found.map((r) => [r.id, r.nth]));
    };
    const wrong = await on(1, 'fox');
    const first = await on(2, 'fox');
    for (const [k, textId] of ['hen', 'pig', 'cat'].entries()) await on(3 + k, textId);
    const again = await on(6, 'fox');
    expect(await nth()).toMatchObject({ [wrong]: 1, [first]: 2, [again]: 3 });
    await send(teacher, [ofCem(wrong, 9, { what: 'set aside', aside: true })]);
    expect(await nth()).toMatchObject({ [first]: 1, [again]: 2 });
    expect(await nth(1)).toEqual({ [again]: 2 });
    // the newest is set aside as well: the one before it is the newest there is, and the set aside ones have theirs
    await send(teacher, [ofCem(again, 9, { what: 'set aside', aside: true })]);
    const newest = async (more: string): Promise<string[]> =>
      ((await school.ask('GET', `/api/readings?childId=${cem}&latest=1${more}`, { as: teacher })).body as ReadingSummary[]).map(
        (r) => r.textId,
      );
    expect(await newest('')).toEqual(['cat']);
    expect(await newest('&aside=only')).toEqual(['fox']);
  });
});
