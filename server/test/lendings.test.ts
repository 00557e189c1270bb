/** A session or a group given for a time: what it takes to run it and no more, and an end. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Group, Lending, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { v7 as uuidv7 } from 'uuid';
import { listSessions } from '../src/sessions/sessions.js';
import { accessOf, RUN_DAYS } from '../src/access.js';
import { PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
const today = schoolToday();
const on = (days: number): string => daysAfter(today, days);
let lead: Person;
let tutor: Person;
let cover: Person;
let group: Group;
let kids: string[];
let sessions: Session[];

const get = async <T>(as: Person, path: string): Promise<T> => (await school.ask('GET', path, { as })).body as T;
const send = async (as: Person, type: string, record: Record<string, unknown>): Promise<{ status: string; reason?: string }> => {
  const id = uuidv7();
  const entry = { type, id, record: { id, by: as.id, at: now(), ...record } };
  const answer = await school.ask('POST', '/api/outbox', { as, body: { entries: [entry] } });
  return (answer.body as { results: { status: string; reason?: string }[] }).results[0]!;
};
const mark = (as: Person, kind: string) => send(as, 'observation', { child: kids[0], kind, gpc: 'ai:ay', outcome: 'right' });

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  kids = await school.addChildren('Wrens', ['Adaeze', 'Benedikt']);
  tutor = await school.add('tutor', 'tutor');
  cover = await school.add('cover', 'tutor');
  [group] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: kids }] },
    })
  ).body as [Group];
  sessions = [];
  for (const days of [-1, 1, 3, 9])
    sessions.push(
      (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group.id, on: on(days), adultId: tutor.id, plan: PLAN } }))
        .body as Session,
    );
});
afterAll(() => school.close());

describe('a group given for a time', () => {
  let lending: Lending;
  it('gives the sessions of that time, with names, papers and marks, and nothing else of the children', async () => {
    const made = await school.ask('POST', `/api/groups/${group.id}/lendings`, {
      as: lead,
      body: { colleagueId: cover.id, from: today, until: on(5) },
    });
    expect(made.body).toMatchObject({ sessions: 2, groupName: 'Willow' });
    lending = made.body as Lending;
    const seen = await get<Session[]>(cover, '/api/sessions');
    expect(seen.map((s) => s.on)).toEqual([on(1), on(3)]);
    expect(seen[0]!.members.map((m) => m.name.split(' ')[0]).sort()).toEqual(['Adaeze', 'Benedikt']);
    expect((await school.ask('GET', `/api/sessions/${seen[0]!.id}/paper?what=cover,plan`, { as: cover })).status).toBe(200);
    expect(await get<Group[]>(cover, '/api/groups')).toMatchObject([{ name: 'Willow', members: [], hidden: 2 }]);
    // no more than that
    expect(await get<unknown[]>(cover, '/api/children')).toEqual([]);
    for (const path of [`/api/children/${kids[0]}`, `/api/children/${kids[0]}/evidence`, `/api/sessions/${sessions[3]!.id}`])
      expect((await school.ask('GET', path, { as: cover })).status).toBe(404);
    for (const path of ['/api/practice', '/api/readings', '/api/checks']) expect(await get<unknown[]>(cover, path)).toEqual([]);
    expect((await mark(cover, 'see-say')).status).toBe('refused');
    expect((await mark(cover, 'session')).status).toBe('stored');
    expect(
      (await school.ask('PATCH', `/api/groups/${group.id}`, { as: cover, body: { name: 'Mine', version: group.version } })).status,
    ).toBe(403);
  });

  it('lets its own marks be taken back, and nobody else’s', async () => {
    const observation = uuidv7();
    const record = {
      id: observation,
      by: tutor.id,
      at: now(),
      child: kids[0],
      kind: 'session',
      gpc: 'ai:ay',
      outcome: 'right',
    };
    await school.ask('POST', '/api/outbox', { as: tutor, body: { entries: [{ type: 'observation', id: observation, record }] } });
    expect((await send(cover, 'withdrawal', { child: kids[0], observation })).status).toBe('refused');
    expect((await send(tutor, 'withdrawal', { child: kids[0], observation })).status).toBe('stored');
  });

  it('is logged by whoever has it, who cannot be given it twice at one time', async () => {
    const attendance = kids.map((child) => ({ child, present: true }));
    expect((await send(cover, 'log', { session: sessions[1]!.id, attendance, done: [], happened: 'Went well.' })).status).toBe('stored');
    expect((await send(cover, 'log', { session: sessions[3]!.id, attendance, done: [], happened: '' })).status).toBe('refused');
    const lend = async (colleagueId: string, from: string, until: string): Promise<number> =>
      (await school.ask('POST', `/api/groups/${group.id}/lendings`, { as: lead, body: { colleagueId, from, until } })).status;
    expect(await lend(lead.id, on(4), on(8)), 'somebody has it in that time').toBe(409);
    expect(await lend(tutor.id, on(10), on(12)), 'it is theirs').toBe(409);
    expect(await lend(cover.id, on(12), on(10)), 'it ends before it begins').toBe(400);
    // two who lend it at one moment: one has it
    const both = await Promise.all([lend(lead.id, on(20), on(22)), lend(cover.id, on(21), on(23))]);
    expect(both.sort()).toEqual([200, 409]);
    const later = (await school.ask('GET', '/api/lendings', { as: lead })).body as { id: string; from: string }[];
    await school.ask('DELETE', `/api/lendings/${later.find((l) => l.from >= on(20))!.id}`, { as: lead });
  });

  it('comes back when it is ended: what is not logged goes to the group’s adult, what was logged stays', async () => {
    expect((await school.ask('DELETE', `/api/lendings/${lending.id}`, { as: tutor })).status).toBe(403);
    expect((await school.ask('DELETE', `/api/lendings/${lending.id}`, { as: cover })).body).toEqual({ sessions: 1 });
    const all = await get<Session[]>(lead, '/api/sessions');
    expect(all.map((s) => s.adultId)).toEqual([tutor.id, cover.id, tutor.id, tutor.id]);
    expect(await get<Group[]>(cover, '/api/groups')).toEqual([]);
    expect((await get<Session[]>(cover, '/api/sessions')).map((s) => s.id)).toEqual([sessions[1]!.id]);
    expect(await get<Lending[]>(lead, '/api/lendings')).toEqual([]);
  });

  it('leaves a session that was theirs before to whoever had the group for a time', async () => {
    const [, , own] = await get<Session[]>(lead, '/api/sessions');
    const given = { adultId: cover.id, version: own!.version };
    expect((await school.ask('PATCH', `/api/sessions/${own!.id}`, { as: lead, body: given })).status).toBe(200);
    const before = (await get<Session[]>(lead, '/api/sessions')).map((s) => s.adultId);
    const body = { colleagueId: cover.id, from: today, until: on(9) };
    const lent = (await school.ask('POST', `/api/groups/${group.id}/lendings`, { as: lead, body })).body as Lending & { sessions: number };
    expect(lent.sessions).toBe(1);
    await school.ask('DELETE', `/api/lendings/${lent.id}`, { as: lead });
    expect((await get<Session[]>(lead, '/api/sessions')).map((s) => s.adultId)).toEqual(before);
  });

  it('ends by itself after its last day, and names go two weeks after the session', async () => {
    await school.ask('POST', `/api/groups/${group.id}/lendings`, { as: lead, body: { colleagueId: cover.id, from: today, until: on(4) } });
    const at = async (day: string) => accessOf(school.running.db, { id: cover.id, role: 'tutor' }, day);
    expect([...(await at(on(4))).lentIds]).toEqual([group.id]);
    expect([...(await at(on(5))).lentIds]).toEqual([]);
    expect((await at(on(3 + RUN_DAYS))).runIds.size).toBe(2);
    const late = await at(on(4 + RUN_DAYS));
    expect([late.runIds.size, late.childIds.size]).toEqual([0, 0]);
    // what they did themselves is still there to be read
    expect((await listSessions(school.running.db, late)).map((s) => s.id)).toContain(sessions[1]!.id);
  });
});
