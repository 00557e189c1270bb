/** A class ends, or a year: no child is left in a class that is not there, whoever does what meanwhile or takes back what was before. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Child, Colleague, SchoolClass } from '@sapling/contract';
import { eq, sql } from 'drizzle-orm';
import { strFromU8, unzipSync } from 'fflate';
import * as t from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { rollYearOver } from '../src/year/roll-over.js';
import { now, PASSWORD, reading, School, schoolToday, type Answer, type Person } from './support.js';

const school = new School();
let lead: Person;
let second: Person;
let teacher: Person;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  second = await school.add('second', 'lead');
  teacher = await school.add('teacher', 'teacher');
});
afterAll(() => school.close());

let named = 0;
let wrens: SchoolClass;
let larks: SchoolClass;
beforeEach(async () => {
  named += 1;
  for (const name of [`Wrens ${named}`, `Larks ${named}`]) await school.addClass(name);
  wrens = await room(`Wrens ${named}`);
  larks = await room(`Larks ${named}`);
});

const ask = (method: string, path: string, body?: unknown, as = lead): Promise<Answer> => school.ask(method, path, { as, body });
async function done<T>(method: string, path: string, body?: unknown, as = lead): Promise<T> {
  const answer = await ask(method, path, body, as);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return answer.body as T;
}
const rooms = (): Promise<SchoolClass[]> => done('GET', '/api/classes');
const room = async (name: string): Promise<SchoolClass> => (await rooms()).find((c) => c.name === name)!;
const children = (): Promise<Child[]> => done('GET', '/api/children');
const nameOf = (c: Child): string => `${c.givenName} of ${c.classId === wrens.id ? 'Wrens' : c.classId === larks.id ? 'Larks' : '?'}`;
const list = async (): Promise<string[]> => (await children()).map(nameOf);
const end = (c: SchoolClass): Promise<Answer> => ask('POST', `/api/classes/${c.id}/end`, { version: c.version });
const RECORD = { externalId: null, firstLanguage: '', needs: '', dateOfBirth: null };
const add = (givenName: string, classId: string, as = lead, id = uuidv7()): Promise<Answer> =>
  ask('POST', '/api/children', { id, givenName, familyName: '', classId, ...RECORD }, as);
const ends = expect.objectContaining({ code: 'in-use', detail: expect.stringMatching(/has ended/) as string });

describe('what was before is taken back after the class has ended', () => {
  const bringIn = async (rows: readonly [given: string, className: string][]): Promise<string> => {
    const id = uuidv7();
    const body = rows.map(([givenName, className], k) => ({
      row: k + 2,
      givenName,
      familyName: '',
      className,
      year: '1',
      externalId: null,
      same: true,
    }));
    await done('POST', '/api/imports', { id, fileName: 'list.csv', rows: body });
    return id;
  };

  it('a class list: who came from it stays where the list put them, and is named', async () => {
    await add('Ada', wrens.id);
    await add('Ben', larks.id);
    const brought = await bringIn([
      ['Ada', larks.name],
      ['Ben', wrens.name],
    ]);
    // everybody of Wrens goes; then it ends
    const ben = (await children()).find((c) => c.givenName === 'Ben')!;
    await done('PATCH', `/api/children/${ben.id}`, { classId: larks.id, version: ben.version });
    expect((await end(await room(wrens.name))).status).toBe(200);
    const undone = await done<{ stayed?: string[] }>('POST', `/api/imports/${brought}/undo`);
    expect(await list()).toEqual(['Ada of Larks', 'Ben of Larks']);
    expect(undone.stayed).toEqual(['Ada']);
  });

  it('a merge: the record that comes back is in the class of the other', async () => {
    const [gone, kept] = [await add('Fay', wrens.id), await add('Faye', larks.id)].map((a) => (a.body as Child).id);
    const merge = await done<{ id: string }>('POST', `/api/children/${kept!}/merge`, { other: gone });
    expect((await end(await room(wrens.name))).status).toBe(200);
    await done('POST', `/api/merges/${merge.id}/undo`);
    expect((await list()).filter((n) => n.startsWith('Fay'))).toEqual(['Fay of Larks', 'Faye of Larks']);
  });

  it('a class list that added a record into which another one went since leaves both', async () => {
    const there = ((await add('Gus', wrens.id)).body as Child).id;
    const brought = await bringIn([['Augustus', larks.name]]);
    const added = (await children()).find((c) => c.givenName === 'Augustus')!.id;
    await done('POST', `/api/children/${added}/merge`, { other: there });
    const undone = await done<{ kept?: string[] }>('POST', `/api/imports/${brought}/undo`);
    expect(undone.kept).toEqual(['Augustus']);
    expect(await list()).toContain('Augustus of Larks');
  });
});

it('a school in which a child came into a class that had ended finds the child again', async () => {
  const child = (await add('Ola', larks.id)).body as Child;
  expect((await end(wrens)).status).toBe(200);
  await school.addClass(wrens.name);
  const { db } = school.running;
  await db.update(t.children).set({ classId: wrens.id }).where(eq(t.children.id, child.id));
  await db.execute(sql.raw(readFileSync(new URL('../migrations/0037_children_in_ended_classes.sql', import.meta.url), 'utf8')));
  await school.addClass(`Since ${named}`);
  expect(await list()).toContain('Ola of Wrens');
  expect((await rooms()).map((c) => c.name).filter((name) => name.startsWith(wrens.name))).toEqual([wrens.name, `${wrens.name} (ended)`]);
});

describe('nobody comes into a class that has ended', () => {
  it('added, moved, come back or read from a file, by a teacher whose page is from before', async () => {
    const { version } = (await done<Colleague[]>('GET', '/api/team')).find((c) => c.id === teacher.id)!;
    await done('PATCH', `/api/team/${teacher.id}`, { classIds: [wrens.id, larks.id], version });
    const here = (await add('Hal', larks.id)).body as Child;
    const left = (await add('Ivy', larks.id)).body as Child;
    await done('POST', `/api/children/${left.id}/leave`, { version: left.version });
    const zip = await fetch(`${school.running.url}/api/children/${here.id}/record.zip`, { headers: { cookie: lead.cookie } });
    const file = JSON.parse(strFromU8(unzipSync(new Uint8Array(await zip.arrayBuffer()))['child.json']!)) as unknown;
    expect((await end(wrens)).status).toBe(200);
    const tries = [
      await add('Jo', wrens.id, teacher),
      await ask('PATCH', `/api/children/${here.id}`, { classId: wrens.id, version: here.version }, teacher),
      await ask('POST', `/api/children/${left.id}/return`, { classId: wrens.id }, teacher),
      await ask('POST', '/api/children/record', { classId: wrens.id, file }, teacher),
    ];
    expect(tries.map((t) => t.body)).toEqual([ends, ends, ends, ends]);
    // what says nothing of a class is no move, and is kept
    expect((await ask('PATCH', `/api/children/${here.id}`, { needs: 'Glasses', version: here.version }, teacher)).status).toBe(200);
  });

  it('at the very moment it ends', async () => {
    for (const k of [1, 2, 3]) {
      const name = `Moment ${named} ${k}`;
      await school.addClass(name);
      const ending = await room(name);
      const [ended, added] = await Promise.all([end(ending), add(`Kit${k}`, ending.id)]);
      expect([200, 404, 409]).toContain(added.status);
      expect(
        [ended.status, added.status].filter((s) => s === 200),
        name,
      ).toHaveLength(1);
      expect(
        (await list()).some((n) => n.startsWith(`Kit${k}`)),
        name,
      ).toBe(added.status === 200);
    }
  });

  it('nor does a class that has children end, or become part of one that has ended', async () => {
    await add('Lou', wrens.id);
    expect((await end(wrens)).status).toBe(409);
    expect((await end(larks)).status).toBe(200);
    const into = await ask('POST', `/api/classes/${wrens.id}/merge`, { into: larks.id, version: wrens.version }, second);
    expect(into.status).not.toBe(200);
    expect(await list()).toContain('Lou of Wrens');
  });
});

describe('a year is closed', () => {
  const close = async (meanwhile: () => Promise<unknown>) => {
    const plan = {
      ending: `${named}`,
      classes: (await rooms()).map(({ id, name }) => ({ id, next: { name: `${name} next`, year: '2' } })),
      others: [],
      adults: 'with the children' as const,
    };
    const closed = await rollYearOver(school.running.db, plan, { now: now(), today: schoolToday(), by: lead.id }, meanwhile);
    // who reaches what is kept until something is asked that changes it, as closing by its address does
    await school.addClass(`Since ${named}`);
    return closed;
  };
  const inAClass = async (): Promise<void> => {
    const there = new Set((await rooms()).map((c) => c.id));
    for (const c of await children()) expect(there.has(c.classId), `${c.givenName} is in a class`).toBe(true);
  };

  it('who comes, moves and leaves while its backup is made is where they are', async () => {
    const mia = (await add('Mia', wrens.id)).body as Child;
    const ned = (await add('Ned', wrens.id)).body as Child;
    const closed = await close(async () => {
      await add('Late', wrens.id);
      await done('PATCH', `/api/children/${mia.id}`, { classId: larks.id, version: mia.version });
      await done('POST', `/api/children/${ned.id}/leave`, { version: ned.version });
      await done('POST', '/api/groups', { groups: [{ name: 'Willow', adultId: null, focus: ['ai:ay'], members: [mia.id] }] });
    });
    await inAClass();
    const there = await children();
    const of = async (name: string): Promise<string> =>
      (await rooms()).find((c) => c.id === there.find((k) => k.givenName === name)!.classId)!.name;
    expect(await of('Late')).toBe(`${wrens.name} next`);
    expect(await of('Mia')).toBe(`${larks.name} next`);
    expect(there.map((c) => c.givenName)).not.toContain('Ned');
    expect(await done('GET', '/api/groups'), 'a group of the year that was closed').toEqual([]);
    await done('POST', `/api/years/${closed.year}/undo`);
    await inAClass();
    expect((await list()).filter((n) => /Late|Mia|Ned/.test(n))).toEqual(['Late of Wrens', 'Mia of Larks']);
  });

  it('by two at one moment: once', async () => {
    const body = {
      ending: 'twice',
      classes: (await rooms()).map(({ id, name }) => ({ id, next: { name: `${name} n`, year: '2' } })),
      others: [],
      adults: 'with the children',
    };
    const answers = await Promise.all([lead, second].map((as) => ask('POST', '/api/years', body, as)));
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    // told that somebody was quicker, or, where it was asked a moment later, that the page is old
    expect([400, 409]).toContain(answers.find((a) => a.status !== 200)!.status);
    await inAClass();
    const years = await done<{ id: string; name: string }[]>('GET', '/api/years');
    expect(years.filter((y) => y.name === 'twice')).toHaveLength(1);
    await done('POST', `/api/years/${years.find((y) => y.name === 'twice')!.id}/undo`);
  });

  it('a colleague has the classes there are, and after it was opened again those from before', async () => {
    const classesOf = async (): Promise<string[]> =>
      (await done<Colleague[]>('GET', '/api/team')).find((c) => c.id === teacher.id)!.classIds.sort();
    const change = async (classIds: string[]): Promise<void> => {
      const { version } = (await done<Colleague[]>('GET', '/api/team')).find((c) => c.id === teacher.id)!;
      await done('PATCH', `/api/team/${teacher.id}`, { classIds, version });
    };
    await change([wrens.id]);
    const { year } = await close(async () => undefined);
    const [next] = await classesOf();
    expect((await rooms()).find((c) => c.id === next)!.name).toBe(`${wrens.name} next`);
    expect(await classesOf()).toHaveLength(1);
    // whoever changes the classes of this year does not touch those of the last
    await change([(await room(`${larks.name} next`)).id]);
    await done('POST', `/api/years/${year}/undo`);
    expect(await classesOf()).toEqual([wrens.id]);
  });
});

it('of two leads who change one colleague at one moment the second is told', async () => {
  const { version } = (await done<Colleague[]>('GET', '/api/team')).find((c) => c.id === teacher.id)!;
  const answers = await Promise.all([
    ask('PATCH', `/api/team/${teacher.id}`, { name: 'One', version }),
    ask('PATCH', `/api/team/${teacher.id}`, { name: 'Other', version }, second),
  ]);
  expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
});

it('one email is one colleague’s, also where two are added at one moment', async () => {
  const body = { name: 'Twin', email: 'twin@school.example', role: 'tutor', classIds: [], password: PASSWORD };
  const answers = await Promise.all([ask('POST', '/api/team', body), ask('POST', '/api/team', body, second)]);
  expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
});

it('one number is one child’s, also where two are added at one moment', async () => {
  const answers = await Promise.all(
    ['Pia', 'Pip'].map((givenName) =>
      ask('POST', '/api/children', { id: uuidv7(), givenName, familyName: '', classId: wrens.id, ...RECORD, externalId: 'N 7' }),
    ),
  );
  expect(answers.map((a) => a.status).sort()).toEqual([200, 400]);
});

it('a word that was taken out and cut anew is not overwritten by a page from before', async () => {
  const cut = (units: string, version: number): Promise<Answer> =>
    ask('PUT', '/api/words/corrections/rain', {
      units: units.split(' ').map((u) => ({ grapheme: u.split(':')[0], sound: u.split(':')[1] })),
      version,
    });
  const first = (await cut('r:r ai:ay n:n', 0)).body as { version: number };
  await done('DELETE', `/api/words/corrections/rain?version=${first.version}`);
  const anew = (await cut('r:r a:a i:i n:n', 0)).body as { version: number };
  expect((await cut('r:r ai:ay n:n', first.version)).status, 'by a page from before').toBe(409);
  expect((await cut('r:r ai:ay n:n', anew.version)).status).toBe(200);
});

it('no sound is kept once a family has said no, also where a part arrives at that moment', async () => {
  const child = ((await add('Quin', wrens.id)).body as Child).id;
  for (let k = 0; k < 12; k += 1) {
    await done('PUT', `/api/children/${child}/recording-consent`, { consent: true });
    const id = uuidv7();
    await done('POST', '/api/outbox', { entries: [{ type: 'reading', id, record: reading(lead.id, child, id) }] });
    const part = { mime: 'audio/webm', base64: Buffer.from('sound').toString('base64') };
    await Promise.all([
      ask('PUT', `/api/readings/${id}/recording/0`, part),
      ask('PUT', `/api/children/${child}/recording-consent`, { consent: false }),
    ]);
    expect((await ask('GET', `/api/readings/${id}/recording`)).status, `part ${k}`).toBe(404);
  }
});
