/** A check or a held session in the bin: nothing of it counts, whoever marked it and leads may, and all comes back. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Binned, CheckState, Group, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { v7 as uuidv7 } from 'uuid';
import { PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let other: Person;
let kid: string;
let session: Session;
let check: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  [kid] = (await school.addChildren('Wrens', ['Adaeze'])) as [string];
  tutor = await school.add('tutor', 'tutor');
  other = await school.add('other', 'teacher');
  const [group] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: [kid] }] },
    })
  ).body as [Group];
  session = (
    await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group.id, on: schoolToday(), adultId: tutor.id, plan: PLAN } })
  ).body as Session;
});
afterAll(() => school.close());

const send = async (as: Person, entries: { type: string; record: Record<string, unknown> }[]): Promise<string[]> => {
  const whole = entries.map(({ type, record }) => {
    const id = uuidv7();
    return { type, id, record: { id, by: as.id, ...record } };
  });
  const answer = await school.ask('POST', '/api/outbox', { as, body: { entries: whole } });
  const { results } = answer.body as { results: { status: string }[] };
  expect(results.map((r) => r.status)).toEqual(whole.map(() => 'stored'));
  return whole.map((w) => w.id);
};
/** What counts of a pair: the pieces of evidence that stand. */
const basedOn = async (gpc: string): Promise<number> =>
  ((await school.ask('GET', `/api/children/${kid}/evidence?gpc=${gpc}`, { as: lead })).body as { counts: boolean }[]).filter(
    (o) => o.counts,
  ).length;
const put = async (as: Person, path: string, binned: boolean): Promise<number> =>
  (await school.ask('PUT', `${path}/bin`, { as, body: { binned } })).status;

describe('the bin', () => {
  it('takes a check out of everything with every mark of it, and gives all of it back', async () => {
    const before = await basedOn('s:s');
    [check] = (await send(lead, [{ type: 'check', record: { child: kid, startedAt: now(), kind: 'see-say', stack: ['s:s'] } }])) as [
      string,
    ];
    await send(lead, [{ type: 'observation', record: { child: kid, at: now(), kind: 'see-say', gpc: 's:s', outcome: 'wrong', check } }]);
    expect(await basedOn('s:s')).toBe(before + 1);
    expect(await put(other, `/api/checks/${check}`, true)).toBeGreaterThanOrEqual(403);
    expect(await put(lead, `/api/checks/${check}`, true)).toBe(200);
    expect(await basedOn('s:s')).toBe(before);
    expect(((await school.ask('GET', '/api/checks', { as: lead })).body as CheckState[]).map((c) => c.id)).not.toContain(check);
    expect((await school.ask('GET', `/api/checks/${check}`, { as: lead })).body).toMatchObject({ binned: true, marked: 0 });
    // twice is once
    expect(await put(lead, `/api/checks/${check}`, true)).toBe(200);
    expect(await put(lead, `/api/checks/${check}`, false)).toBe(200);
    expect(await basedOn('s:s')).toBe(before + 1);
    expect(((await school.ask('GET', '/api/checks', { as: lead })).body as CheckState[]).map((c) => c.id)).toContain(check);
  });

  it('takes a held session with its log and marks, by who logged it; one that was not held is not for the bin', async () => {
    expect(await put(tutor, `/api/sessions/${session.id}`, true)).toBe(400);
    const before = await basedOn('ai:ay');
    const at = now();
    const attendance = [{ child: kid, present: true }];
    await send(tutor, [
      { type: 'log', record: { session: session.id, at, attendance, done: [], happened: '' } },
      { type: 'observation', record: { child: kid, at, kind: 'session', gpc: 'ai:ay', outcome: 'right' } },
    ]);
    expect(await basedOn('ai:ay')).toBe(before + 1);
    expect(await put(other, `/api/sessions/${session.id}`, true)).toBe(403);
    expect(await put(tutor, `/api/sessions/${session.id}`, true)).toBe(200);
    expect(await basedOn('ai:ay')).toBe(before);
    expect(((await school.ask('GET', '/api/sessions', { as: lead })).body as Session[]).map((s) => s.id)).not.toContain(session.id);
    expect(await put(tutor, `/api/sessions/${session.id}`, false)).toBe(200);
    expect(await basedOn('ai:ay')).toBe(before + 1);
    expect(
      ((await school.ask('GET', '/api/sessions', { as: lead })).body as Session[]).find((s) => s.id === session.id)!.log,
    ).not.toBeNull();
  });
});

describe('what lies in the bin', () => {
  const binned = async (as: Person): Promise<Binned> => (await school.ask('GET', '/api/bin', { as })).body as Binned;
  it('is listed for whoever could take it out, and for nobody else', async () => {
    expect(await binned(lead)).toEqual({ checks: [], sessions: [] });
    await put(lead, `/api/checks/${check}`, true);
    await put(tutor, `/api/sessions/${session.id}`, true);
    expect(await binned(lead)).toMatchObject({
      checks: [{ id: check, child: kid, childName: expect.stringContaining('Adaeze') as string, kind: 'see-say' }],
      sessions: [{ id: session.id, groupName: 'Willow', held: true }],
    });
    expect(await binned(tutor)).toMatchObject({ checks: [], sessions: [{ id: session.id }] });
    expect(await binned(other)).toEqual({ checks: [], sessions: [] });
    await put(lead, `/api/checks/${check}`, false);
    await put(lead, `/api/sessions/${session.id}`, false);
    expect(await binned(lead)).toEqual({ checks: [], sessions: [] });
  });

  it('a plan that was removed comes back as it was, by whoever may plan for its group, while its day is to come', async () => {
    const plan = async (on: string): Promise<Session> => {
      const made = await school.ask('POST', '/api/sessions', {
        as: lead,
        body: { groupId: session.groupId, on, adultId: tutor.id, plan: PLAN },
      });
      await school.ask('DELETE', `/api/sessions/${(made.body as Session).id}?version=1`, { as: lead });
      return made.body as Session;
    };
    const [ahead] = [await plan(daysAfter(schoolToday(), 3)), await plan(daysAfter(schoolToday(), -3))];
    expect((await binned(lead)).sessions).toMatchObject([{ id: ahead.id, held: false }]);
    expect((await binned(tutor)).sessions).toEqual([]);
    expect(await put(tutor, `/api/sessions/${ahead.id}`, false)).toBe(404);
    expect(await put(lead, `/api/sessions/${ahead.id}`, true)).toBe(400);
    expect(await put(lead, `/api/sessions/${ahead.id}`, false)).toBe(200);
    const back = ((await school.ask('GET', '/api/sessions', { as: tutor })).body as Session[]).find((s) => s.id === ahead.id);
    expect(back?.plan).toMatchObject({ focus: PLAN.focus });
  });
});

describe('another child', () => {
  let right: string;
  const evidenceOf = async (child: string, gpc: string): Promise<{ id: string; counts: boolean }[]> =>
    (await school.ask('GET', `/api/children/${child}/evidence?gpc=${gpc}`, { as: lead })).body as { id: string; counts: boolean }[];
  const move = async (as: Person, path: string, child: string) => school.ask('PUT', `${path}/child`, { as, body: { child } });
  beforeAll(async () => {
    [right] = (await school.addChildren('Wrens', ['Bram'])) as [string];
  });

  it('a whole check goes to the right child with every mark, what was taken back stays so, and it can go back', async () => {
    const [wrong] = (await send(lead, [
      { type: 'check', record: { child: kid, startedAt: now(), kind: 'see-say', stack: ['m:m', 't:t'] } },
    ])) as [string];
    const [m, t] = (await send(lead, [
      { type: 'observation', record: { child: kid, at: now(), kind: 'see-say', gpc: 'm:m', outcome: 'wrong', check: wrong } },
      { type: 'observation', record: { child: kid, at: now(), kind: 'see-say', gpc: 't:t', outcome: 'right', check: wrong } },
    ])) as [string, string];
    await send(lead, [{ type: 'withdrawal', record: { child: kid, at: now(), observation: t } }]);
    // cards that are still marked would be lost
    expect((await move(lead, `/api/checks/${wrong}`, right)).status).toBe(400);
    await send(lead, [{ type: 'finish', record: { check: wrong, child: kid, at: now(), reason: 'done' } }]);
    expect((await move(other, `/api/checks/${wrong}`, right)).status).toBeGreaterThanOrEqual(403);
    expect((await move(lead, `/api/checks/${wrong}`, right)).body).toEqual({ child: right, was: kid });
    expect((await evidenceOf(kid, 'm:m')).map((o) => o.id)).not.toContain(m);
    expect(await evidenceOf(right, 'm:m')).toMatchObject([{ id: m, counts: true }]);
    expect(await evidenceOf(right, 't:t')).toMatchObject([{ id: t, counts: false }]);
    expect((await school.ask('GET', `/api/checks/${wrong}`, { as: lead })).body).toMatchObject({ child: right });
    expect((await move(lead, `/api/checks/${wrong}`, right)).status).toBe(400);
    expect((await move(lead, `/api/checks/${wrong}`, kid)).status).toBe(200);
    expect((await evidenceOf(kid, 'm:m')).map((o) => o.id)).toContain(m);
    expect(await evidenceOf(right, 'm:m')).toEqual([]);
  });

  it('a mark of a session goes alone, by who made it; one of a check does not leave its check', async () => {
    const [own] = (await send(tutor, [
      { type: 'observation', record: { child: kid, at: now(), kind: 'session', gpc: 'p:p', outcome: 'right' } },
    ])) as [string];
    // the other child is not in this tutor's reach
    expect((await move(tutor, `/api/observations/${own}`, right)).status).toBe(404);
    expect((await move(lead, `/api/observations/${own}`, right)).status).toBe(200);
    expect((await evidenceOf(right, 'p:p')).map((o) => o.id)).toEqual([own]);
    const ofCheck = (await evidenceOf(kid, 's:s'))[0]!.id;
    expect((await move(lead, `/api/observations/${ofCheck}`, right)).status).toBe(400);
  });
});
