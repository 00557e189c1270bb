/** A school's year: work handed over, invitations, the zone, and the roll-over with its way back. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Child, ChildLine, Colleague, Group, Me, SchoolClass, SchoolYear, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { v7 as uuidv7 } from 'uuid';
import { PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
const today = schoolToday();
let lead: Person;
let tutor: Person;
let other: Person;
let wrens: string;
let robins: string;
let kids: string[];
let older: string[];
let group: Group;

const get = async <T>(as: Person, path: string): Promise<T> => (await school.ask('GET', path, { as })).body as T;
const colleague = async (id: string): Promise<Colleague> => (await get<Colleague[]>(lead, '/api/team')).find((c) => c.id === id)!;
const kidsNow = () => get<ChildLine[]>(lead, '/api/children');
const placed = async (): Promise<Record<string, string>> => {
  const classes = await get<SchoolClass[]>(lead, '/api/classes');
  return Object.fromEntries((await kidsNow()).map((c) => [c.givenName, classes.find((k) => k.id === c.classId)!.name]));
};

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  wrens = await school.addClass('Wrens');
  robins = await school.addClass('Robins');
  kids = await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo']);
  older = await school.addChildren('Robins', ['Dina', 'Emre']);
  tutor = await school.add('tutor', 'tutor');
  other = await school.add('other', 'tutor');
  [group] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: kids }] },
    })
  ).body as [Group];
  for (const days of [-2, 1, 4])
    await school.ask('POST', '/api/sessions', {
      as: lead,
      body: { groupId: group.id, on: daysAfter(today, days), adultId: tutor.id, plan: PLAN },
    });
  const id = uuidv7();
  const record = { id, by: lead.id, at: now(), child: kids[0], kind: 'see-say', gpc: 's:s', outcome: 'right' };
  await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'observation', id, record }] } });
});
afterAll(() => school.close());

describe('people', () => {
  it('an invitation opens the door once, and no password fits before', async () => {
    const made = (
      await school.ask('POST', '/api/team/invited', {
        as: lead,
        body: { name: 'Ines New', email: 'ines@school.example', role: 'teacher', classIds: [wrens] },
      })
    ).body as { colleague: Colleague; secret: string };
    expect(made.colleague).toMatchObject({ invited: true, active: true, classIds: [wrens] });
    const enter = (password: string) => school.post('/api/auth/sign-in', { email: 'ines@school.example', password });
    expect((await enter('')).status).toBe(401);
    const set = () => school.ask('POST', '/api/auth/set-password', { body: { secret: made.secret, password: 'her own long words' } });
    expect((await set()).status).toBe(200);
    expect((await set()).status).toBe(404);
    expect((await enter('her own long words')).status).toBe(200);
    expect((await colleague(made.colleague.id)).invited).toBe(false);
  });

  it('groups, sessions to come and checks under way become another’s in one go, what was before stays', async () => {
    const id = uuidv7();
    const check = { id, child: kids[0], by: tutor.id, startedAt: now(), kind: 'see-say', stack: ['s:s', 'a:a'] };
    expect(
      (await school.ask('POST', '/api/outbox', { as: tutor, body: { entries: [{ type: 'check', id, record: check }] } })).body,
    ).toMatchObject({
      results: [{ status: 'stored' }],
    });
    const { version } = await colleague(tutor.id);
    const give = (body: object) =>
      school.ask('POST', `/api/team/${tutor.id}/hand-over`, { as: lead, body: { stop: true, version, ...body } });
    expect((await give({ to: tutor.id })).status).toBe(400);
    expect((await give({ to: other.id })).body).toEqual({ groups: 1, sessions: 2, checks: 1 });
    expect((await school.ask('GET', '/api/today', { as: tutor })).status).toBe(401);
    const theirs = await get<Session[]>(other, '/api/sessions');
    expect(theirs.filter((s) => s.adultId === other.id).map((s) => s.on)).toEqual([daysAfter(today, 1), daysAfter(today, 4)]);
    expect(theirs.find((s) => s.on === daysAfter(today, -2))!.adultId).toBe(tutor.id);
    expect((await get<{ openChecks: { id: string }[] }>(other, '/api/today')).openChecks.map((c) => c.id)).toEqual([id]);
  });

  it('a colleague names themselves', async () => {
    const { version } = await colleague(other.id);
    const named = await school.ask('PUT', '/api/me/name', { as: other, body: { name: 'Olu Other', version } });
    expect(named.body).toMatchObject({ name: 'Olu Other' });
    expect((await school.ask('PUT', '/api/me/name', { as: other, body: { name: 'Again', version } })).status).toBe(409);
  });
});

describe('the school', () => {
  it('has a name and a zone: its days are the zone’s from then on', async () => {
    const put = (timeZone: string) => school.ask('PUT', '/api/school', { as: lead, body: { name: 'Hill Street', timeZone } });
    expect((await put('Moon/Crater')).status).toBe(400);
    expect((await put('Pacific/Kiritimati')).status).toBe(200);
    const state = (await school.ask('GET', '/api/auth/state', { as: lead })).body as { me: Me };
    expect(state.me.school).toMatchObject({ name: 'Hill Street', timeZone: 'Pacific/Kiritimati' });
    expect((await put('Europe/London')).status).toBe(200);
  });
});

describe('the roll-over', () => {
  const plan = (): object => ({
    ending: '2026/27',
    classes: [
      { id: wrens, next: { name: 'Robins', year: '2' } },
      { id: robins, next: null },
    ],
    others: [{ child: older[1], next: 'Robins' }],
    adults: 'with the name',
  });
  const roll = (body: object) => school.ask('POST', '/api/years', { as: lead, body });

  it('is refused where a class is left out or a child goes nowhere, and then nothing has moved', async () => {
    const before = await placed();
    expect((await roll({ ...plan(), classes: [{ id: wrens, next: null }] })).status).toBe(400);
    expect((await roll({ ...plan(), others: [{ child: older[1], next: 'Owls' }] })).status).toBe(400);
    expect(await placed()).toEqual(before);
  });

  it('moves every child, ends groups and sessions to come, keeps every answer; and opens again', async () => {
    const before = await placed();
    // a session whose log was changed since was held once, and one in the bin not at all
    const hold = async (days: number, ...logs: string[]): Promise<string> => {
      const body = { groupId: group.id, on: daysAfter(today, days), adultId: other.id, plan: PLAN };
      const { id: session } = (await school.ask('POST', '/api/sessions', { as: lead, body })).body as Session;
      for (const [k, id] of logs.entries()) {
        const attendance = [{ child: kids[0]!, present: true }];
        const record = { id, session, by: lead.id, at: now(), attendance, done: ['f'], happened: '', replaces: logs[k - 1] };
        await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'log', id, record }] } });
      }
      return session;
    };
    await hold(-9, uuidv7(), uuidv7());
    await school.ask('PUT', `/api/sessions/${await hold(-8, uuidv7())}/bin`, { as: lead, body: { binned: true } });
    const todays = await hold(0);
    const evidence = await get<object[]>(lead, `/api/children/${kids[0]}/evidence`);
    const sessions = (await get<Session[]>(lead, '/api/sessions')).map((s) => s.id).sort();
    const done = (await roll(plan())).body as { year: string };
    expect(done).toMatchObject({ moved: 4, left: 1, groups: 1, sessions: 2 });
    expect(await placed()).toEqual({ Ada: 'Robins', Ben: 'Robins', Cleo: 'Robins', Emre: 'Robins' });
    expect((await get<SchoolClass[]>(lead, '/api/classes')).map((c) => [c.name, c.year, c.children])).toEqual([['Robins', '2', 4]]);
    expect(await get(lead, '/api/groups')).toEqual([]);
    // one of today may have been held and not be logged yet
    expect((await get<Session[]>(other, '/api/sessions')).map((s) => s.id)).toContain(todays);
    expect((await get<Child[]>(lead, '/api/leavers')).map((c) => c.givenName)).toEqual(['Dina']);
    expect(await get(lead, `/api/children/${kids[0]}/evidence`)).toEqual(evidence);
    const [year] = await get<[SchoolYear]>(lead, '/api/years');
    expect(year).toMatchObject({ name: '2026/27', canUndo: true });
    expect(year.classes.map((c) => [c.name, c.children.map((k) => k.name.split(' ')[0])]).sort()).toEqual([
      ['Robins', ['Dina', 'Emre']],
      ['Wrens', ['Ada', 'Ben', 'Cleo']],
    ]);
    expect(year.groups).toMatchObject([{ name: 'Willow', adult: 'Olu Other', held: 1 }]);

    const undone = await school.ask('POST', `/api/years/${done.year}/undo`, { as: lead });
    expect(undone.body, JSON.stringify(undone.body)).toMatchObject({ groups: 1, sessions: 2 });
    expect(await placed()).toEqual(before);
    expect((await get<Group[]>(lead, '/api/groups')).map((g) => [g.name, g.members.length])).toEqual([['Willow', 3]]);
    expect((await get<Session[]>(lead, '/api/sessions')).map((s) => s.id).sort()).toEqual(sessions);
    expect((await school.ask('POST', `/api/years/${done.year}/undo`, { as: lead })).status).toBe(409);
  });

  it('cannot be opened again once groups of the new year stand', async () => {
    const done = (await roll(plan())).body as { year: string };
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Hazel', adultId: null, focus: ['ai:ay'], members: [kids[0]] }] },
    });
    expect((await get<[SchoolYear]>(lead, '/api/years'))[0].canUndo).toBe(false);
    const refused = await school.ask('POST', `/api/years/${done.year}/undo`, { as: lead });
    expect(refused.status).toBe(409);
    expect(JSON.stringify(refused.body)).toContain('Hazel');
  });
});
