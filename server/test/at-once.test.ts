/** Two people at one moment, or one a moment after the other: nothing is lost, and nobody is in two places. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Group, Session } from '@sapling/contract';
import { eq } from 'drizzle-orm';
import { children, merges, teachingOrders } from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { now, observation, PLAN, School, schoolToday, type Answer, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
let tutor: Person;
let ada: string;
let ben: string;
let cleo: string;
let wrens: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  [ada, ben, cleo] = (await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo'])) as [string, string, string];
  wrens = ((await school.ask('GET', '/api/classes', { as: lead })).body as { id: string }[])[0]!.id;
  teacher = await school.add('teacher', 'teacher', [wrens]);
  tutor = await school.add('tutor', 'tutor');
});
afterAll(() => school.close());

const groups = async (): Promise<Group[]> => (await school.ask('GET', '/api/groups', { as: lead })).body;
const group = (name: string, members: string[]) => ({ name, adultId: null, focus: ['ai:ay'], members });
const make = (as: Person, name: string, members: string[]) =>
  school.ask('POST', '/api/groups', { as, body: { groups: [group(name, members)] } });
const known = ({ id, version }: Group) => ({ id, version });

const add = async (givenName: string): Promise<string> => {
  const record = { externalId: null, firstLanguage: '', needs: '', dateOfBirth: null };
  const body = { id: uuidv7(), givenName, familyName: '', classId: wrens, ...record };
  return ((await school.ask('POST', '/api/children', { as: lead, body })).body as { id: string }).id;
};
const merge = (kept: string, other: string) => school.ask('POST', `/api/children/${kept}/merge`, { as: lead, body: { other } });

it('of two who make one record of two, each the other way round, one is told, and a record is left', async () => {
  for (const k of [1, 2, 3, 4]) {
    const [a, b] = [await add(`Twin${k}`), await add(`Twin${k} too`)];
    const answers = await Promise.all([merge(a, b), merge(b, a)]);
    expect(answers.filter((m) => m.status === 200)).toHaveLength(1);
    const there = (await school.ask('GET', '/api/children', { as: lead })).body as { givenName: string }[];
    expect(there.filter((c) => c.givenName.startsWith(`Twin${k}`))).toHaveLength(1);
  }
});

it('what is marked of a record at the moment it goes into another one is in that one, and goes along where they are parted', async () => {
  const evidence = async (child: string): Promise<number> =>
    ((await school.ask('GET', `/api/children/${child}/evidence`, { as: lead })).body as unknown[]).length;
  const checksOf = async (child: string): Promise<number> =>
    ((await school.ask('GET', `/api/checks?childId=${child}`, { as: lead })).body as unknown[]).length;
  for (let k = 0; k < 3; k += 1) {
    const [kept, gone] = [await add(`Stay${k}`), await add(`Go${k}`)];
    const check = uuidv7();
    const begun = { id: check, child: gone, by: teacher.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] };
    const entries = [
      { type: 'check', id: check, record: begun },
      ...Array.from({ length: 4 }, () => observation(teacher.id, gone)),
      observation(teacher.id, gone, { check }),
    ];
    // not all arrive before: one after another, each by itself
    const sent = (async () => {
      const results = [];
      for (const entry of entries) {
        const answer = await school.ask('POST', '/api/outbox', { as: teacher, body: { entries: [entry] } });
        results.push(...(answer.body as { results: { status: string; reason?: string }[] }).results);
      }
      return results;
    })();
    await new Promise((resolve) => setTimeout(resolve, 2 * k));
    const [results, merged] = await Promise.all([sent, merge(kept, gone)]);
    expect(merged.status).toBe(200);
    expect(results.map((r) => r.reason ?? r.status)).toEqual(results.map(() => 'stored'));
    expect([await evidence(kept), await checksOf(kept)], `try ${k}`).toEqual([5, 1]);
    await school.ask('POST', `/api/merges/${(merged.body as { id: string }).id}/undo`, { as: lead });
    expect([await evidence(kept), await evidence(gone), await checksOf(gone)], `try ${k}, parted`).toEqual([0, 5, 1]);
  }
});

it('nor is it lost where the record goes between the question who is in reach and the writing', async () => {
  const { db } = school.running;
  const [kept, gone] = [await add('Stayed'), await add('Gone')];
  const check = uuidv7();
  const begun = { id: check, child: gone, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] };
  const send = (entries: unknown[]) => school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
  const evidence = async (): Promise<number> =>
    ((await school.ask('GET', `/api/children/${kept}/evidence`, { as: lead })).body as unknown[]).length;
  // who is signed in and whom they reach is known from now on
  await school.ask('GET', '/api/children', { as: lead });
  let sent: Promise<Answer>[] = [];
  await db.transaction(async (tx) => {
    sent = [send([observation(lead.id, gone)]), send([{ type: 'check', id: check, record: begun }, observation(lead.id, gone, { check })])];
    // they wait for the database, which this transaction has
    await new Promise((resolve) => setTimeout(resolve, 200));
    await tx.update(children).set({ mergedInto: kept, removedAt: now() }).where(eq(children.id, gone));
    const moved = { rows: {}, groups: [], given: [], left: [], filled: {}, consent: false, lists: [] };
    await tx.insert(merges).values({ id: uuidv7(), at: now(), by: lead.id, kept, gone, name: 'Gone', moved } as never);
  });
  for (const answer of await Promise.all(sent))
    expect(answer.status, JSON.stringify(answer.body) + school.log.slice(-3).join('')).toBe(200);
  const results = (await Promise.all(sent)).flatMap((a) => (a.body as { results: { status: string; reason?: string }[] }).results);
  expect(results.map((r) => r.reason ?? r.status)).toEqual(['stored', 'stored', 'stored']);
  expect(await evidence()).toBe(2);
  const [merge] = await db.select({ moved: merges.moved }).from(merges).where(eq(merges.gone, gone));
  expect(merge!.moved.rows.observations, 'kept for when they are parted').toHaveLength(2);
  expect(merge!.moved.rows.checks).toEqual([check]);
});

describe('one child, one group', () => {
  it('whoever is second is told where the child is, and nothing of theirs is kept', async () => {
    const answers = await Promise.all([make(lead, 'Willow', [ada, ben]), make(teacher, 'Hazel', [ada])]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    const first = answers[0].status === 200 ? 'Willow' : 'Hazel';
    const told = answers.find((a) => a.status === 409)!.body as { code: string; detail: string };
    expect(told.code).toBe('in-use');
    expect(told.detail).toBe(`Ada is in a group by now: ${first}. Nothing was changed.`);
    const there = await groups();
    expect(there.map((g) => g.name)).toEqual([first]);
    await school.ask('POST', '/api/groups/arrange', { as: lead, body: { change: [], add: [], end: there.map(known), reopen: [] } });
  });

  it('by a move, a change and an arrangement as well; a swap in one go is no two groups', async () => {
    await make(lead, 'Willow', [ada]);
    await make(lead, 'Hazel', [ben]);
    const [willow, hazel] = (await groups()) as [Group, Group];
    const move = await school.ask('POST', '/api/groups/move', { as: teacher, body: { child: ada, from: null, to: known(hazel) } });
    expect(move.status).toBe(409);
    const change = await school.ask('PATCH', `/api/groups/${hazel.id}`, {
      as: teacher,
      body: { members: [ada, ben], version: hazel.version },
    });
    expect(change.status).toBe(409);
    const add = await school.ask('POST', '/api/groups/arrange', {
      as: teacher,
      body: { change: [], add: [group('Elm', [cleo, ada])], end: [], reopen: [] },
    });
    expect(add.status).toBe(409);
    expect(await groups()).toEqual([willow, hazel]);
    const swapped = await school.ask('POST', '/api/groups/arrange', {
      as: teacher,
      body: {
        change: [
          { ...known(willow), members: [ben] },
          { ...known(hazel), members: [ada] },
        ],
        add: [],
        end: [],
        reopen: [],
      },
    });
    expect(swapped.status).toBe(200);
    expect((await groups()).map((g) => g.members)).toEqual([[ben], [ada]]);
  });

  it('and none who has just left the school', async () => {
    const { version } = ((await school.ask('GET', '/api/children', { as: lead })).body as { id: string; version: number }[]).find(
      (c) => c.id === cleo,
    )!;
    const [left, made] = await Promise.all([
      school.ask('POST', `/api/children/${cleo}/leave`, { as: lead, body: { version } }),
      make(teacher, 'Elm', [cleo]),
    ]);
    expect(left.status).toBe(200);
    // before they left, and then without them; or not at all
    expect(made.status === 200 || made.status === 409 || made.status === 404).toBe(true);
    expect((await groups()).flatMap((g) => g.members)).not.toContain(cleo);
  });
});

describe('a session held while its plan was taken out', () => {
  const log = (session: Session, by: Person, more: object = {}) => {
    const id = uuidv7();
    const attendance = session.members.map((m) => ({ child: m.id, present: true }));
    return { type: 'log', id, record: { id, session: session.id, by: by.id, at: now(), attendance, done: [], happened: 'Well.', ...more } };
  };
  const plan = async (): Promise<Session> => {
    const [willow] = await groups();
    const body = { groupId: willow!.id, on: schoolToday(), adultId: tutor.id, plan: PLAN };
    return (await school.ask('POST', '/api/sessions', { as: lead, body })).body;
  };
  const remove = ({ id, version }: Session) => school.ask('DELETE', `/api/sessions/${id}?version=${version}`, { as: lead });
  const send = async (as: Person, ...entries: unknown[]): Promise<string[]> => {
    const { body } = await school.ask('POST', '/api/outbox', { as, body: { entries } });
    return (body as { results: { status: string; reason?: string }[] }).results.map((r) => r.reason ?? r.status);
  };

  it('is back with its log, and with what was marked of children whom its adult knows from it alone', async () => {
    const session = await plan();
    expect((await remove(session)).status).toBe(200);
    expect((await school.ask('GET', `/api/sessions/${session.id}`, { as: tutor })).status).toBe(404);
    const child = session.members[0]!.id;
    const mark = observation(tutor.id, child, { kind: 'session', gpc: 'ai:ay' }).record;
    expect(await send(tutor, log(session, tutor), { type: 'observation', id: mark.id, record: mark })).toEqual(['stored', 'stored']);
    const back = (await school.ask('GET', `/api/sessions/${session.id}`, { as: tutor })).body as Session;
    expect(back.log?.happened).toBe('Well.');
    expect(((await school.ask('GET', '/api/bin', { as: lead })).body as { sessions: unknown[] }).sessions).toEqual([]);
  });

  it('either the log finds the plan, or whoever takes it out finds the log', async () => {
    for (let n = 0; n < 6; n += 1) {
      const session = await plan();
      const [sent] = await Promise.all([send(tutor, log(session, tutor)), remove(session)]);
      expect(sent).toEqual(['stored']);
      expect(((await school.ask('GET', `/api/sessions/${session.id}`, { as: lead })).body as Session).log).not.toBeNull();
    }
  });

  it('put into the bin after it was held it stays there, and what is told of it later is kept with it', async () => {
    const session = await plan();
    const first = log(session, tutor);
    await send(tutor, first);
    await school.ask('PUT', `/api/sessions/${session.id}/bin`, { as: lead, body: { binned: true } });
    expect(await send(tutor, log(session, tutor, { replaces: first.id, happened: 'Better.' }))).toEqual(['stored']);
    expect((await school.ask('GET', `/api/sessions/${session.id}`, { as: lead })).status).toBe(404);
    await school.ask('PUT', `/api/sessions/${session.id}/bin`, { as: lead, body: { binned: false } });
    expect(((await school.ask('GET', `/api/sessions/${session.id}`, { as: lead })).body as Session).log?.happened).toBe('Better.');
  });
});

describe('who is at the school', () => {
  const list = (as: Person, id = uuidv7()) =>
    school.ask('POST', '/api/imports', {
      as,
      body: {
        id,
        fileName: 'larks.csv',
        rows: [
          { row: 2, givenName: 'Dot', familyName: 'Nettle', className: 'Larks', year: '1', externalId: 'L1' },
          { row: 3, givenName: 'Eli', familyName: 'Nettle', className: 'Larks', year: '1', externalId: 'L2' },
        ],
      },
    });
  const named = async (name: string): Promise<number> =>
    ((await school.ask('GET', '/api/children', { as: lead })).body as { familyName: string }[]).filter((c) => c.familyName === name).length;
  const classes = async (name: string): Promise<{ id: string; orderId: string; taughtSteps: number; version: number }[]> =>
    ((await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; name: string; orderId: string; taughtSteps: number; version: number }[]).filter((c) => c.name === name); // prettier-ignore

  it('a list that two bring in at one moment, and one that is sent twice, comes once', async () => {
    const id = uuidv7();
    const answers = await Promise.all([list(lead), list(lead), list(lead, id), list(lead, id)]);
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200]);
    expect(await named('Nettle')).toBe(2);
    expect(await classes('Larks')).toHaveLength(1);
    // the third of them is the one that was sent twice
    expect(
      ((await school.ask('GET', '/api/imports', { as: lead })).body as { fileName: string }[]).filter((i) => i.fileName === 'larks.csv'),
    ).toHaveLength(3);
  });

  it('there is one class of a name, made or called so', async () => {
    const add = () => school.ask('POST', '/api/classes', { as: lead, body: { name: 'Rooks', year: '2', orderId: 'hillside' } });
    expect((await Promise.all([add(), add()])).map((a) => a.status).sort()).toEqual([200, 409]);
    const [[larks], [rooks]] = [await classes('Larks'), await classes('Rooks')];
    const call = ({ id, version }: { id: string; version: number }) =>
      school.ask('PATCH', `/api/classes/${id}`, { as: lead, body: { name: 'Owls', version } });
    expect((await Promise.all([call(larks!), call(rooks!)])).map((a) => a.status).sort()).toEqual([200, 409]);
    expect(await classes('Owls')).toHaveLength(1);
  });

  it('a class has the order it follows, though it was taken out at the moment it was chosen', async () => {
    const orders = async () =>
      (await school.ask('GET', '/api/orders', { as: lead })).body as { id: string; style: string; steps: unknown[] }[];
    const [shipped] = await orders();
    const own = uuidv7();
    const order = { name: 'Ours', style: shipped!.style, steps: shipped!.steps, version: 0 };
    expect((await school.ask('PUT', `/api/orders/${own}`, { as: lead, body: order })).status).toBe(200);
    const remove = (version: number) => school.ask('DELETE', `/api/orders/${own}?version=${version}`, { as: lead });
    const add = school.ask('POST', '/api/classes', { as: lead, body: { name: 'Swifts', year: '1', orderId: own } });
    const statuses = (await Promise.all([add, remove(1)])).map((a) => a.status);
    expect(statuses).toContain(200);
    // a class whose year is opened again finds it gone as well
    if (statuses[1] !== 200) await school.running.db.update(teachingOrders).set({ removedAt: now() }).where(eq(teachingOrders.id, own));
    const there = (await classes('Swifts')).length === 1;
    expect((await orders()).some((o) => o.id === own)).toBe(there);
    expect((await remove(2)).status).toBe(there ? 409 : 404);
  });
});
