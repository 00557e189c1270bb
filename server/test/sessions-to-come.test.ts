/** Sessions to come have the children their group has; what was held stands. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Group, GroupOutcomeFacts, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { uuidv7 } from '../src/ids.js';
import { startOf } from '../src/groups/outcome.js';
import { forThese } from '../src/sessions/for-these.js';
import { PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let ada: string;
let ben: string;
let cleo: string;
let willow: Group;
let hazel: Group;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  [ada, ben, cleo] = (await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo'])) as [string, string, string];
  tutor = await school.add('tutor', 'tutor');
  [willow, hazel] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: {
        groups: [
          { name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: [ada, ben] },
          { name: 'Hazel', adultId: null, focus: ['ai:ay'], members: [cleo] },
        ],
      },
    })
  ).body as [Group, Group];
});
afterAll(() => school.close());

const plan = async (days: number, more: object = {}): Promise<string> =>
  (
    (await school.ask('POST', '/api/sessions', {
      as: lead,
      body: { groupId: willow.id, on: daysAfter(schoolToday(), days), adultId: tutor.id, plan: { ...PLAN, ...more } },
    })) as { body: Session }
  ).body.id;
const session = async (id: string): Promise<Session> => (await school.ask('GET', `/api/sessions/${id}`, { as: lead })).body as Session;
const members = async (id: string): Promise<string[]> => (await session(id)).members.map((m) => m.id).sort();
const move = async (child: string, from: Group | null, to: Group | null): Promise<void> => {
  const side = (g: Group | null) => g && { id: g.id, version: g.version };
  const { status, body } = await school.ask('POST', '/api/groups/move', { as: lead, body: { child, from: side(from), to: side(to) } });
  expect(status, JSON.stringify(body)).toBe(200);
  for (const g of body as Group[]) {
    if (g.id === willow.id) willow = g;
    if (g.id === hazel.id) hazel = g;
  }
};

describe('a child who joins or leaves a group', () => {
  it('is in its sessions to come or not in them any more; sessions that were held or lie behind stand as they were', async () => {
    const [held, behind, todays, ahead] = [await plan(0), await plan(-3), await plan(0), await plan(4, { drawn: {} })];
    const log = uuidv7();
    const attendance = [ada, ben].map((child) => ({ child, present: true }));
    const record = { id: log, session: held, by: lead.id, at: now(), attendance, done: [], happened: '' };
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'log', id: log, record }] } });

    await move(cleo, hazel, willow);
    for (const id of [todays, ahead]) expect(await members(id)).toEqual([ada, ben, cleo].sort());
    for (const id of [held, behind]) expect(await members(id)).toEqual([ada, ben].sort());
    // one that was drawn for the cycle is to be drawn again, for who came as well
    expect((await session(ahead)).plan.drawn).toEqual({ joined: true });
    expect((await session(todays)).plan.drawn).toBeUndefined();
    // whom it was not made for is said of each, until somebody has looked at it
    for (const id of [todays, ahead]) expect((await session(id)).plan.joined).toEqual([cleo]);
    expect((await session(held)).plan.joined).toBeUndefined();

    await move(cleo, willow, hazel);
    for (const id of [todays, ahead]) {
      expect(await members(id)).toEqual([ada, ben].sort());
      expect((await session(id)).plan).not.toHaveProperty('joined');
      expect((await session(id)).plan).not.toHaveProperty('madeFor');
    }
    // by an arrangement of many groups the same, and by the group alone
    const after = await school.ask('PATCH', `/api/groups/${willow.id}`, { as: lead, body: { members: [ada], version: willow.version } });
    willow = after.body as Group;
    expect(await members(ahead)).toEqual([ada]);
    // taken out and put back, a child has not joined: it was made for them
    const back = await school.ask('PATCH', `/api/groups/${willow.id}`, {
      as: lead,
      body: { members: [ada, ben], version: willow.version },
    });
    willow = back.body as Group;
    expect((await session(ahead)).plan).not.toHaveProperty('joined');
    await move(ben, willow, null);
    expect(await members(ahead)).toEqual([ada]);
    // whoever runs it sees the names of those who are in it, and of nobody else
    const theirs = (await school.ask('GET', `/api/sessions/${ahead}`, { as: tutor })).body as Session;
    expect(theirs.members.map((m) => m.id)).toEqual([ada]);
  });
});

it('a plan that comes back among those to come has whom the group has by then: moved on, run today, or out of the bin', async () => {
  const [behind, late, out] = [await plan(-3), await plan(-2), await plan(5)];
  await school.ask('DELETE', `/api/sessions/${out}?version=1`, { as: lead });
  await move(cleo, hazel, willow);
  const then = await members(behind);
  expect(then).not.toContain(cleo);
  const on = daysAfter(schoolToday(), 2);
  const moved = await school.ask('PATCH', `/api/sessions/${behind}`, { as: lead, body: { on, version: 1 } });
  const run = await school.ask('PUT', `/api/sessions/${late}/today`, { as: lead, body: { version: 1 } });
  const back = await school.ask('PUT', `/api/sessions/${out}/bin`, { as: lead, body: { binned: false } });
  expect([moved.status, run.status, back.status]).toEqual([200, 200, 200]);
  for (const id of [behind, late, out]) {
    expect(await members(id)).toEqual([...then, cleo].sort());
    expect((await session(id)).plan.joined).toEqual([cleo]);
  }
  // what is answered is what stands, to be changed further
  expect((moved.body as Session).version).toBe((await session(behind)).version);
  await move(cleo, willow, hazel);
});

it('a child who left by a slip is back in the groups and in their sessions to come, as if nothing had been', async () => {
  const ahead = await plan(7);
  const inGroup = async (): Promise<string[]> =>
    ((await school.ask('GET', '/api/groups', { as: lead })).body as Group[]).find((g) => g.id === willow.id)!.members;
  const leave = async (groups: boolean): Promise<void> => {
    const { version } = (await school.ask('GET', `/api/children/${ada}`, { as: lead })).body as { version: number };
    await school.ask('POST', `/api/children/${ada}/leave`, { as: lead, body: { version } });
    expect(await inGroup()).not.toContain(ada);
    expect(await members(ahead)).not.toContain(ada);
    const { classId } = ((await school.ask('GET', '/api/leavers', { as: lead })).body as { id: string; classId: string }[]).find((l) => l.id === ada)!; // prettier-ignore
    const back = await school.ask('POST', `/api/children/${ada}/return`, { as: lead, body: { classId, ...(groups && { groups }) } });
    expect(back.status, JSON.stringify(back.body)).toBe(200);
  };
  await leave(true);
  expect(await inGroup()).toContain(ada);
  expect(await members(ahead)).toContain(ada);
  expect((await session(ahead)).plan).not.toHaveProperty('joined');
  // put back from the list of who left, some day later, a child joins groups anew
  await leave(false);
  expect(await inGroup()).not.toContain(ada);
  await move(ada, null, willow);
  expect((await session(ahead)).plan).not.toHaveProperty('joined');
});

it('a group that is given to another adult takes its sessions to come along; what was held, and what somebody else was given by name, stay', async () => {
  const other = await school.add('other tutor', 'tutor');
  const [behind, ahead] = [await plan(-3), await plan(5)];
  const lent = await plan(6);
  const given = await school.ask('PATCH', `/api/sessions/${lent}`, { as: lead, body: { adultId: lead.id, version: 1 } });
  expect(given.status, JSON.stringify(given.body)).toBe(200);
  const give = async (adultId: string): Promise<void> => {
    const { status, body } = await school.ask('PATCH', `/api/groups/${willow.id}`, {
      as: lead,
      body: { adultId, version: willow.version },
    });
    expect(status, JSON.stringify(body)).toBe(200);
    willow = body as Group;
  };
  const who = async (): Promise<(string | null)[]> => Promise.all([behind, ahead, lent].map(async (id) => (await session(id)).adultId));
  await give(other.id);
  expect(await who()).toEqual([tutor.id, other.id, lead.id]);
  await give(tutor.id);
  expect(await who()).toEqual([tutor.id, tutor.id, lead.id]);
});

it('a group that ends takes its sessions to come with it, but for today’s; let go on, it has them back, and none that was taken out before', async () => {
  const [todays, ahead, out] = [await plan(0), await plan(2), await plan(3)];
  await school.ask('DELETE', `/api/sessions/${out}?version=1`, { as: lead });
  const there = async (): Promise<string[]> =>
    ((await school.ask('GET', '/api/sessions', { as: tutor })).body as Session[])
      .map((s) => s.id)
      .filter((id) => [todays, ahead, out].includes(id));
  const arrange = async (parts: object): Promise<number> =>
    (await school.ask('POST', '/api/groups/arrange', { as: lead, body: { change: [], add: [], end: [], reopen: [], ...parts } })).status;
  expect((await there()).sort()).toEqual([todays, ahead].sort());
  expect(await arrange({ end: [{ id: willow.id, version: willow.version }] })).toBe(200);
  expect(await there()).toEqual([todays]);
  expect(await arrange({ reopen: [{ id: willow.id, version: willow.version + 1 }] })).toBe(200);
  expect((await there()).sort()).toEqual([todays, ahead].sort());
});

it('a plan says nothing of a child who is not in it: words and cards that were theirs stay for everybody', () => {
  const word = (w: string, more: object = {}) => ({ word: w, units: [], focus: [], ...more });
  const whole = {
    ...PLAN,
    parts: [
      {
        id: 'r',
        kind: 'review',
        title: '',
        how: '',
        minutes: 2,
        gpcs: ['s:s', 'm:m'],
        words: [],
        whose: { 's:s': ['a', 'b'], 'm:m': ['b'] },
      },
      {
        id: 'w',
        kind: 'read words',
        title: '',
        how: '',
        minutes: 8,
        gpcs: [],
        words: [word('sat', { for: 'b' }), word('mat', { for: 'a' }), word('cat')],
      },
    ],
    remarks: [
      { kind: 'far behind', child: 'b', pairs: ['s:s'], words: 3 },
      { kind: 'not looked at', children: ['a', 'b'] },
      { kind: 'few words', gpc: 's:s', words: 2, first: { gpc: 'm:m', children: ['b'], words: 4, sentences: 0 } },
    ],
  } as unknown as Session['plan'];
  const left = forThese(whole, ['a']);
  expect(left.parts[0]).toMatchObject({ gpcs: ['s:s', 'm:m'], whose: { 's:s': ['a'] } });
  expect(left.parts[1]!.words.map((w) => [w.word, w.for])).toEqual([
    ['sat', undefined],
    ['mat', 'a'],
    ['cat', undefined],
  ]);
  expect(JSON.stringify(left)).not.toContain('"b"');
  expect(left.remarks!.map((r) => r.kind)).toEqual(['not looked at', 'few words']);
  expect(forThese(whole, ['a', 'b'])).toEqual(whole);
});

describe('what a cycle came to', () => {
  it('is of each child since they joined: sessions before that were not theirs', async () => {
    const [dee, eli] = (await school.addChildren('Wrens', ['Dee', 'Eli'])) as [string, string];
    const startsOn = daysAfter(schoolToday(), -20);
    const [group] = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [{ name: 'Elm', adultId: tutor.id, focus: ['ai:ay'], members: [dee], startsOn }] } })).body as [Group]; // prettier-ignore
    for (const [on, there] of [
      [daysAfter(startsOn, 3), [dee]],
      [daysAfter(startsOn, 6), [dee]],
      [schoolToday(), [dee, eli]],
    ] as const) {
      if (there.length > 1)
        await school.ask('POST', '/api/groups/move', { as: lead, body: { child: eli, from: null, to: { id: group.id, version: group.version } } }); // prettier-ignore
      const { id } = (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group.id, on, adultId: tutor.id, plan: PLAN } })).body as Session; // prettier-ignore
      const log = uuidv7();
      const record = { id: log, session: id, by: lead.id, at: now(), attendance: there.map((child) => ({ child, present: true })), done: ['f'], happened: '' }; // prettier-ignore
      await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'log', id: log, record }] } });
    }
    const facts = (await school.ask('GET', `/api/groups/${group.id}/outcome`, { as: lead })).body as GroupOutcomeFacts;
    const of = (id: string) => facts.children.find((c) => c.id === id)!;
    expect(of(dee)).toMatchObject({ startsOn, days: facts.days, sessions: { held: 3, attended: 3 } });
    expect(of(eli)).toMatchObject({ startsOn: schoolToday(), days: 0, sessions: { held: 1, attended: 1 } });
  });

  it('begins anew for who was away for long, and not for who was out by a slip', () => {
    const move = (what: string, day: number, childId = 'a') => ({ childId, what, at: `2026-11-${String(day).padStart(2, '0')}T09:00:00Z` });
    const created = move('joined', 1).at;
    const began = (...moves: ReturnType<typeof move>[]) => startOf([move('joined', 1), ...moves], created).get('a');
    expect(began()).toBeUndefined();
    expect(began(move('left', 4), move('joined', 5))).toBeUndefined();
    expect(began(move('left', 4), move('joined', 20))).toBe(move('joined', 20).at);
    expect(startOf([move('joined', 9, 'b')], created).get('b')).toBe(move('joined', 9).at);
  });
});

describe('a session that was kept, though the device did not hear so', () => {
  const body = (id: string, days: number, more: object = {}) => ({ id, groupId: willow.id, on: daysAfter(schoolToday(), days), adultId: tutor.id, plan: PLAN, ...more }); // prettier-ignore
  const send = (what: object, as = lead) => school.ask('POST', '/api/sessions', { as, body: what });
  const inWeek = async (days: number): Promise<string[]> => {
    const day = daysAfter(schoolToday(), days);
    return ((await school.ask('GET', `/api/sessions?from=${day}&to=${day}`, { as: lead })).body as Session[]).map((s) => s.id);
  };
  it('is one session when it is sent once more, as it is then', async () => {
    const id = uuidv7();
    expect((await send(body(id, 20))).status).toBe(200);
    const again = await send(body(id, 21, { adultId: null, plan: { ...PLAN, minutes: 25 } }));
    expect(again).toMatchObject({ status: 200, body: { id, on: daysAfter(schoolToday(), 21), adultId: null, minutes: 25, version: 1 } });
    expect([await inWeek(20), await inWeek(21)]).toEqual([[], [id]]);
  });
  it('is one when both are on their way at once', async () => {
    const id = uuidv7();
    const both = await Promise.all([send(body(id, 22)), send(body(id, 22))]);
    expect(both.map((one) => one.status)).toEqual([200, 200]);
    expect(await inWeek(22)).toEqual([id]);
  });
  it('is left as it is where somebody changed it, held it or took it out meanwhile, and where it is another’s', async () => {
    const [changed, held, gone, theirs] = [uuidv7(), uuidv7(), uuidv7(), uuidv7()];
    for (const id of [changed, held, gone]) await send(body(id, 23));
    const second = await school.add('second', 'lead');
    await send(body(theirs, 23), second);
    await school.ask('PATCH', `/api/sessions/${changed}`, { as: lead, body: { adultId: null, version: 1 } });
    const log = uuidv7();
    const record = { id: log, session: held, by: lead.id, at: now(), attendance: [{ child: ada, present: true }], done: [], happened: '' };
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'log', id: log, record }] } });
    await school.ask('DELETE', `/api/sessions/${gone}?version=1`, { as: lead });
    for (const id of [changed, held, gone, theirs]) {
      const again = await send(body(id, 24));
      expect(again, id).toMatchObject({ status: 409, body: { code: 'in-use' } });
    }
    expect(await inWeek(24)).toEqual([]);
    expect((await session(changed)).adultId).toBeNull();
  });
});
