/** What is written out is read back: the whole installation into an empty one, records as CSV, class lists as OneRoster. */
import { is, Table } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { DEFAULT_SETTINGS } from '@sapling/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { gradeCode, readRoster } from '@sapling/core/lists';
import * as schema from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { DICTIONARY } from '../src/transfer/dictionary.js';
import { installationSchema, type InstallationFile } from '../src/transfer/installation.js';
import { csvLines } from '../src/transfer/csv.js';
import { LEFT_OUT, TABLE_NAMES, TABLES } from '../src/transfer/tables.js';
import { PLAN, School, now, observation, reading, type Person } from './support.js';

const full = new School();
const empty = new School();
let lead: Person;
let kids: string[];
let session: string;
let file: InstallationFile;

beforeAll(async () => {
  await Promise.all([full.open(), empty.open()]);
  lead = await full.setUp();
  const wrens = await full.addClass('Wrens');
  kids = await full.addChildren('Wrens', ['Ada "Addy"', 'Ben, the second', '=Cleo']);
  const tutor = await full.add('tutor', 'tutor');
  await full.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 12, version: 1 } });
  const groups = await full.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: kids.slice(0, 2) }] },
  });
  const group = (groups.body as { id: string }[])[0]!.id;
  const made = await full.ask('POST', '/api/sessions', {
    as: lead,
    body: { groupId: group, on: '2026-11-24', adultId: tutor.id, plan: PLAN },
  });
  session = (made.body as { id: string }).id;
  const [logId, noteId, readingId] = [uuidv7(), uuidv7(), uuidv7()];
  const at = now();
  const marks = ['s:s', 'a:a', 't:t', 's:s'].map((gpc, k) =>
    observation(lead.id, kids[0]!, { gpc, outcome: k === 1 ? 'wrong' : 'right', said: k === 1 ? 'line one\nline "two"' : undefined }),
  );
  const answer = await full.ask('POST', '/api/outbox', {
    as: lead,
    body: {
      entries: [
        ...marks,
        { type: 'withdrawal', id: kids[1], record: { id: kids[1], observation: marks[3]!.id, child: kids[0], by: lead.id, at } },
        {
          type: 'log',
          id: logId,
          record: {
            id: logId,
            session,
            by: lead.id,
            at,
            attendance: [
              { child: kids[0], present: true },
              { child: kids[1], present: true, minutes: 6 },
            ],
            done: ['Focus'],
            minutes: 18,
            happened: 'Well, "mostly".',
          },
        },
        { type: 'note', id: noteId, record: { id: noteId, session, by: lead.id, at, text: 'Bring cards; and pens' } },
        { type: 'reading', id: readingId, record: reading(lead.id, kids[0]!, readingId) },
      ],
    },
  });
  expect((answer.body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(Array(8).fill('stored'));
  await full.ask('PUT', `/api/styles/${uuidv7()}`, {
    as: lead,
    body: {
      name: 'Ours',
      parts: [{ id: 'r', kind: 'review', title: 'Review', minutes: 5, how: '' }],
      oldToNew: 6,
      atError: '',
      version: 0,
    },
  });
  await full.ask('PUT', '/api/settings', {
    as: lead,
    body: {
      ...DEFAULT_SETTINGS,
      slots: [{ id: 'nine', name: 'First', rooms: 1, days: [2], start: 550, minutes: 25 }],
      rooms: [{ id: 'nook', name: 'Reading nook', busy: [] }],
      version: 1,
    },
  });
  const week = { version: 0, meetings: [{ group, slot: 'nine@2', adultId: null, room: 'nook' }] };
  expect((await full.ask('PUT', '/api/timetable', { as: lead, body: week })).status).toBe(200);
  const until = new Date(Date.parse(now()) + 5 * 86_400_000).toISOString().slice(0, 10);
  const lent = { colleagueId: lead.id, from: until, until };
  expect((await full.ask('POST', `/api/groups/${group}/lendings`, { as: lead, body: lent })).status).toBe(200);
  await full.ask('POST', '/api/remarks', { as: lead, body: { id: uuidv7(), about: 'group', subject: group, text: 'Blue box, @tutor' } });
  await full.ask('PUT', `/api/groups/rules/${uuidv7()}`, {
    as: lead,
    body: { kind: 'apart', children: kids.slice(0, 2), slots: [], why: 'as agreed', version: 0 },
  });
  await full.ask('PUT', '/api/cues/s:s', { as: lead, body: { keyWord: 'sun', cue: '', action: '', version: 0 } });
}, 120_000);
afterAll(async () => {
  await Promise.all([full.close(), empty.close()]);
});

async function bytes(path: string): Promise<Uint8Array> {
  const response = await fetch(full.running.url + path, { headers: { cookie: lead.cookie } });
  expect(response.status).toBe(200);
  return new Uint8Array(await response.arrayBuffer());
}

describe('a whole installation', () => {
  it('every table is taken along or left out on purpose, and the published schema is the one of the code', () => {
    const tables = Object.entries(schema).flatMap(([name, value]) => (is(value, Table) ? [name] : []));
    expect([...TABLE_NAMES, ...LEFT_OUT].sort()).toEqual(tables.sort());
    const published = JSON.parse(readFileSync(new URL('../../docs/installation.schema.json', import.meta.url), 'utf8')) as unknown;
    expect(published).toEqual(JSON.parse(JSON.stringify(installationSchema())));
  });

  it.each(['records.zip', 'installation.json'])('%s says how far it is: never back, and whole at the end', async (name) => {
    const work = uuidv7();
    const gone = new AbortController();
    const stream = await fetch(`${full.running.url}/api/events`, { headers: { cookie: lead.cookie }, signal: gone.signal });
    const said: { done: number; of: number }[] = [];
    const heard = (async () => {
      for await (const piece of stream.body as unknown as AsyncIterable<Uint8Array>)
        for (const [, line] of Buffer.from(piece)
          .toString()
          .matchAll(/^data: (.*)$/gm)) {
          const event = JSON.parse(line!) as { topic: string; id?: string; done: number; of: number };
          if (event.topic === 'work' && event.id === work) said.push(event);
          if (event.done === event.of && event.id === work) return;
        }
    })();
    expect((await bytes(`/api/${name}?work=${work}`)).length).toBeGreaterThan(1000);
    await heard;
    gone.abort();
    expect(said.length).toBeGreaterThan(1);
    said.forEach(({ done, of }, k) => {
      expect(done).toBeLessThanOrEqual(of);
      expect(done).toBeGreaterThanOrEqual(said[k - 1]?.done ?? 0);
    });
  });

  it('files that do not fit are refused by place and leave nothing', async () => {
    file = (await full.ask('GET', '/api/installation.json', { as: lead })).body;
    const without = { ...file, tables: { ...file.tables, children: [] } };
    const wrong = { ...file, tables: { ...file.tables, children: [{ ...file.tables.children[0], classId: 7 }] } };
    for (const [body, place] of [
      [{ hello: 1 }, 'format'],
      [wrong, 'tables.children.0.classId'],
      [without, 'tables.'],
    ] as const) {
      const refused = await empty.ask('POST', '/api/installation', { body });
      expect(refused.status, place).toBe(400);
      expect(JSON.stringify(refused.body)).toContain(place);
    }
    expect((await empty.ask('GET', '/api/auth/state')).body).toMatchObject({ installed: false });
    expect((await full.ask('POST', '/api/installation', { body: file })).status).toBe(409);
  });

  it('read into an empty installation it gives the same answers on every screen, and the same file again', async () => {
    const read = await empty.ask('POST', '/api/installation', { body: file });
    expect(read.status, JSON.stringify(read.body)).toBe(200);
    expect((read.body as { rows: Record<string, number> }).rows).toMatchObject({ children: 3, observations: 4, sessions: 1, logs: 1 });
    const there = await empty.signIn('lead@school.example');
    const paths = ['children', 'classes', 'team', 'settings', 'groups', 'groups/history', 'groups/rules', 'sessions', 'checks', 'readings', 'orders', 'styles', 'cues', 'texts', 'rules', 'imports', 'today', 'progress', 'timetable', 'lendings', 'remarks', `children/${kids[0]}/evidence`]; // prettier-ignore
    for (const path of paths) {
      const [a, b] = await Promise.all([full.ask('GET', `/api/${path}`, { as: lead }), empty.ask('GET', `/api/${path}`, { as: there })]);
      expect(b.status, path).toBe(200);
      expect(rounded(b.body), path).toEqual(rounded(a.body));
    }
    const again = (await empty.ask('GET', '/api/installation.json', { as: there })).body as InstallationFile;
    for (const name of TABLE_NAMES) {
      if (name === 'trail') continue;
      expect(sorted(again.tables[name]), name).toEqual(sorted(file.tables[name]));
    }
    // what refers to others is written first: nothing in a file refers to what is not there
    expect(Object.keys(again.tables)).toEqual(Object.keys(TABLES).reverse());
  });
});
const sorted = (rows: readonly unknown[]): string[] => rows.map((r) => JSON.stringify(r)).sort();
/** States fade with the minutes between two answers: held to two places. */
function rounded(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value), (_key, v: unknown) =>
    typeof v === 'number' && !Number.isInteger(v) ? Math.round(v * 100) / 100 : v,
  );
}

describe('records as CSV', () => {
  it('reads back cell by cell; every column stands in the data dictionary', async () => {
    const files = unzipSync(await bytes('/api/records.zip'));
    expect(Object.keys(files).sort()).toEqual([...Object.keys(DICTIONARY), 'data dictionary'].map((n) => `${n}.csv`).sort());
    const read = (name: string): Record<string, string>[] => {
      const text = new TextDecoder('utf-8').decode(files[`${name}.csv`]);
      const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
      expect(errors, name).toEqual([]);
      return data;
    };
    for (const [name, columns] of Object.entries(DICTIONARY))
      if (read(name)[0]) expect(Object.keys(read(name)[0]!), name).toEqual(Object.keys(columns));
    expect(
      read('children')
        .map((c) => c.givenName)
        .sort(),
    ).toEqual(["'=Cleo", 'Ada "Addy"', 'Ben, the second']);
    const observations = read('observations');
    expect(observations).toHaveLength(4);
    expect(observations.filter((o) => o.withdrawn === 'true')).toHaveLength(1);
    expect(observations.find((o) => o.outcome === 'wrong')!.said).toBe('line one\nline "two"');
    expect(
      read('attendance')
        .map((a) => a.minutes)
        .sort(),
    ).toEqual(['18', '6']);
    expect(read('sessions')).toMatchObject([{ held: 'true', minutesTaken: '18', happened: 'Well, "mostly".' }]);
    expect(read('timetable')).toMatchObject([{ day: '2', starts: '9:10', ends: '9:35', room: 'Reading nook' }]);
    expect(read('lendings')).toMatchObject([{ colleague: lead.id, endedAt: '' }]);
    expect(read('remarks')).toMatchObject([{ about: 'group', text: 'Blue box, @tutor' }]);
    expect(read('rules')).toMatchObject([{ kind: 'apart', children: kids.slice(0, 2).join(' '), why: 'as agreed' }]);
    expect(read('states').length).toBeGreaterThan(10);
    expect(read('data dictionary').length).toBe(Object.values(DICTIONARY).reduce((n, c) => n + Object.keys(c).length, 0));
    // headings in the school's own words, values as they are
    const settings = (await full.ask('GET', '/api/settings', { as: lead })).body as Record<string, unknown>;
    const ownWords = { group: { one: 'set' }, session: { one: 'meeting' } };
    await full.ask('PUT', '/api/settings', { as: lead, body: { ...settings, ownWords } });
    const renamed = unzipSync(await bytes('/api/records.zip'));
    const version = ((await full.ask('GET', '/api/settings', { as: lead })).body as { version: number }).version;
    await full.ask('PUT', '/api/settings', { as: lead, body: { ...settings, version } });
    expect(Object.keys(renamed)).toEqual(expect.arrayContaining(['sets.csv', 'set members.csv', 'meetings.csv']));
    expect(
      strFromU8(renamed['set members.csv']!)
        .replace(/^\uFEFF/, '')
        .split('\r\n')[0],
    ).toBe('set,child');
    expect(strFromU8(renamed['data dictionary.csv']!)).not.toMatch(/\b(group|session)s?\b/i);
    expect(csvLines(['a', 'b'], [{ a: '-1 and more', b: -1 }])).toBe('"\'-1 and more",-1\r\n');
  });
});

describe('class lists as OneRoster 1.2', () => {
  it('names every file in its manifest and reads back as the same children', async () => {
    const files = unzipSync(await bytes('/api/roster.zip'));
    const tables = Object.fromEntries(
      Object.entries(files).map(([name, data]) => [name, Papa.parse<string[]>(strFromU8(data), { skipEmptyLines: true }).data]),
    );
    // programs read it, so a name stands there as it is
    expect(tables['users.csv']!.flat()).toContain('=Cleo');
    const manifest = new Map(tables['manifest.csv']!.map(([k, v]) => [k, v]));
    expect(manifest.get('oneroster.version')).toBe('1.2');
    for (const name of Object.keys(tables))
      if (name !== 'manifest.csv') expect(manifest.get(`file.${name.slice(0, -4)}`), name).toBe('bulk');
    for (const [name, rows] of Object.entries(tables)) for (const row of rows) expect(row, name).toHaveLength(rows[0]!.length);
    // every row refers to what is there
    const ids = (name: string): Set<string> => new Set(tables[name]!.slice(1).map((r) => r[0]!));
    for (const row of tables['enrollments.csv']!.slice(1)) {
      expect(ids('classes.csv')).toContain(row[3]);
      expect(ids('users.csv')).toContain(row[5]);
    }
    const read = readRoster(tables);
    expect(read.map((r) => [r.className, r.familyName])).toEqual(Array(3).fill(['Wrens', 'Test']));
    expect(read.map((r) => r.givenName)).toContain('Ada "Addy"');
  });

  it('reads files of other systems: other column order and case, a byte-order mark, what is to be deleted, preferred names', () => {
    const files = {
      'export/Users.csv': [['\uFEFFSourcedId', 'GIVENNAME', 'familyName', 'status', 'preferredGivenName', 'identifier'], ['u1', 'Benjamin', 'Ode', 'active', 'Ben', '0042'], ['u2', 'Cleo', 'Ray', 'tobedeleted', '', '']],
      'export/classes.csv': [['title', 'sourcedId', 'grades'], ['Otters', 'c1', '02']],
      'export/enrollments.csv': [['userSourcedId', 'classSourcedId', 'role'], ['u1', 'c1', 'student'], ['u2', 'c1', 'student'], ['u9', 'c1', 'teacher'], ['u1', 'c1', 'Student']],
    }; // prettier-ignore
    expect(readRoster(files)).toEqual([{ givenName: 'Ben', familyName: 'Ode', className: 'Otters', year: '02', externalId: '0042' }]);
    // several enrolments are one child in the homeroom; two schools' classes of one title stay two
    const many = {
      'orgs.csv': [['sourcedId', 'name'], ['s1', 'Hill'], ['s2', 'Lane']],
      'users.csv': [['sourcedId', 'givenName', 'familyName'], ['u1', 'Ada', 'Ode'], ['u2', 'Ben', 'Ray']],
      'classes.csv': [['sourcedId', 'title', 'classType', 'schoolSourcedId'], ['m', 'Maths', 'scheduled', 's1'], ['a', 'Wrens', 'homeroom', 's1'], ['b', 'Wrens', 'homeroom', 's2']],
      'enrollments.csv': [['userSourcedId', 'classSourcedId', 'role'], ['u1', 'm', 'student'], ['u1', 'a', 'student'], ['u2', 'b', 'student']],
    }; // prettier-ignore
    expect(readRoster(many).map((r) => [r.givenName, r.className])).toEqual([
      ['Ada', 'Wrens (Hill)'],
      ['Ben', 'Wrens (Lane)'],
    ]);
    expect(['Year 1', '1', '09', 'Reception', 'K', 'Mixed', '', '14'].map(gradeCode)).toEqual(['01', '01', '09', 'KG', 'KG', '', '', '']);
    expect(() => readRoster({ 'users.csv': files['export/Users.csv'] })).toThrow(/classes.csv is missing/);
    expect(() => readRoster({ ...files, 'export/classes.csv': [['title']] })).toThrow(/no column “sourcedId”/);
  });
});
