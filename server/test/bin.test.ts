/** A check or a held session in the bin: nothing of it counts, whoever marked it and leads may, and all comes back. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CheckState, Group, Session } from '@sapling/contract';
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
