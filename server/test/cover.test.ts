/** Cover links: one session, no name and no key of a child, until their time is over; styles of a school's own. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { openDatabase } from '../src/db/open.js';
import { uuidv7 } from '../src/ids.js';
import { now, PLAN, School, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let kids: string[];
let session: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  kids = await school.addChildren('Wrens', ['Will', 'Ada (Addy)']);
  tutor = await school.add('tutor', 'tutor');
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: kids }] },
  });
  const group = (made.body as { id: string }[])[0]!.id;
  const plan = {
    ...PLAN,
    remarks: [{ kind: 'not looked at', children: kids }],
    madeFor: [kids[0]],
    joined: [kids[1]],
    parts: [
      { ...PLAN.parts[0]!, whose: { 'ai:ay': [kids[1]] } },
      {
        id: 'w',
        kind: 'read words',
        title: 'Read words',
        how: 'WILL first, then Ada (Addy).',
        minutes: 0,
        gpcs: [],
        words: [{ word: 'rain', units: [], focus: ['ai:ay'], for: kids[0] }],
      },
      {
        id: 's',
        kind: 'sentence',
        title: 'Sentence',
        how: '',
        minutes: 0,
        gpcs: [],
        words: [],
        lines: [{ text: 'Will it rain?' }, { text: 'Will reads this.', pinned: true }],
      },
    ],
  };
  const kept = await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group, on: '2026-11-24', adultId: tutor.id, plan } });
  session = (kept.body as { id: string }).id;
});
afterAll(() => school.close());
const link = async (hours: number): Promise<{ id: string; secret: string }> =>
  (await school.ask('POST', `/api/sessions/${session}/cover-links`, { as: lead, body: { hours } })).body;

describe('a cover link', () => {
  it('opens the plan with initials: numbers for keys, no given name in what a colleague typed, sentences of the tool as they are', async () => {
    const { secret } = await link(4);
    const { body } = await school.ask('GET', `/api/cover/${secret}`);
    const view = body as {
      members: { id: string; initials: string }[];
      plan: {
        remarks: object[];
        joined: string[];
        parts: { how: string; words: { for?: string }[]; whose?: object; lines?: { text: string }[] }[];
      };
    };
    expect(view.members).toEqual([
      { id: '1', initials: 'W.T.' },
      { id: '2', initials: 'A.T.' },
    ]);
    expect(view.plan.remarks).toEqual([{ kind: 'not looked at', children: ['1', '2'] }]);
    expect(view.plan.joined).toEqual(['2']);
    expect(view.plan.parts[0]!.whose).toEqual({ 'ai:ay': ['2'] });
    expect(view.plan.parts[1]!.how).toBe('W.T. first, then A.T..');
    expect(view.plan.parts[1]!.words[0]!.for).toBe('1');
    expect(view.plan.parts[2]!.lines!.map((l) => l.text)).toEqual(['Will it rain?', 'W.T. reads this.']);
    for (const id of kids) expect(JSON.stringify(body)).not.toContain(id);
    expect(JSON.stringify(body)).not.toContain('Addy');
  });

  it('ends at its time, when it is withdrawn, and with its session; a wrong secret opens nothing', async () => {
    const [one, two] = [await link(1), await link(336)];
    expect((await school.ask('GET', `/api/cover/${'a'.repeat(43)}`)).status).toBe(404);
    const list = (await school.ask('GET', `/api/sessions/${session}/cover-links`, { as: lead })).body as {
      id: string;
      openedAt: string | null;
    }[];
    expect(list.map((l) => l.id)).toContain(one.id);
    expect(JSON.stringify(list)).not.toContain(one.secret);
    expect((await school.ask('DELETE', `/api/sessions/${session}/cover-links/${one.id}`, { as: lead })).status).toBe(200);
    expect((await school.ask('GET', `/api/cover/${one.secret}`)).status).toBe(404);
    expect((await school.ask('POST', `/api/sessions/${session}/cover-links`, { as: lead, body: { hours: 10_000 } })).status).toBe(400);
    expect((await school.ask('GET', `/api/cover/${two.secret}`)).status).toBe(200);
    await school.running.close();
    const { db, close } = await openDatabase({ folder: school.folder, url: undefined });
    await db.execute(sql`update cover_links set ends_at = ${now()} where id = ${two.id}`);
    await close();
    await school.open();
    expect((await school.ask('GET', `/api/cover/${two.secret}`)).status).toBe(404);
  });
});

describe('styles of a school’s own', () => {
  const body = (change: object = {}): object => ({
    name: 'Ours',
    parts: [{ id: 'r', kind: 'review', title: 'Review', minutes: 5, how: '' }],
    oldToNew: 6,
    atError: '',
    version: 0,
    ...change,
  });
  it('are kept with a version; a save over a newer one is refused with it, one that fits nothing by its field', async () => {
    const id = uuidv7();
    expect((await school.ask('PUT', `/api/styles/${id}`, { as: lead, body: body() })).body).toMatchObject({ version: 1, by: 'Lea Lead' });
    expect((await school.ask('PUT', `/api/styles/${id}`, { as: lead, body: body({ name: 'Theirs', version: 1 }) })).body).toMatchObject({
      version: 2,
    });
    const late = await school.ask('PUT', `/api/styles/${id}`, { as: lead, body: body({ name: 'Mine', version: 1 }) });
    expect(late.status).toBe(409);
    expect(JSON.stringify(late.body)).toContain('Theirs');
    const twice = await school.ask('PUT', `/api/styles/${id}`, {
      as: lead,
      body: body({
        version: 2,
        parts: [
          { id: 'r', kind: 'review', title: '', minutes: 5, how: '' },
          { id: 'r', kind: 'spell', title: 'Spell', minutes: 3, how: '' },
        ],
      }),
    });
    expect((twice.body as { parts: { id: string; title: string }[] }).parts.map((p) => [p.id, p.title])).toEqual([
      ['r', 'Review'],
      ['spell 2', 'Spell'],
    ]);
    expect((await school.ask('PUT', `/api/styles/${uuidv7()}`, { as: lead, body: body({ parts: [] }) })).status).toBe(400);
    expect((await school.ask('DELETE', `/api/styles/${id}?version=1`, { as: lead })).status).toBe(409);
    expect((await school.ask('DELETE', `/api/styles/${id}?version=3`, { as: lead })).status).toBe(200);
    const names = ((await school.ask('GET', '/api/styles', { as: tutor })).body as { name: string; version: number | null }[]).map(
      (s) => s.name,
    );
    expect(names).toEqual(['Revisit to apply', 'Cue and answer', 'Cards and dictation']);
  });
});
