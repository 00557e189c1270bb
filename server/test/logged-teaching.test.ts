/** What a logged session worked on is evidence of those who were there, as its log stands: corrected, moved to another day, in the bin. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChildLine, Group, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { v7 as uuidv7 } from 'uuid';
import { observation, PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let [there, away] = ['', ''];
let session: Session;
const send = async (type: string, record: Record<string, unknown>): Promise<string> => {
  const id = uuidv7();
  const body = { entries: [{ type, id, record: { id, by: lead.id, ...record } }] };
  const { results } = (await school.ask('POST', '/api/outbox', { as: lead, body })).body as { results: { status: string }[] };
  expect(results.map((r) => r.status)).toEqual(['stored']);
  return id;
};
/** What is believed of the pair that the session is for, and on which days it was worked on. */
const chance = async (child: string): Promise<number> =>
  ((await school.ask('GET', `/api/children/${child}`, { as: lead })).body as ChildLine).line.find((c) => c.gpc === 'ai:ay')!.p;
const workedOn = async (child: string, gpc = 'ai:ay'): Promise<string[]> =>
  ((await school.ask('GET', `/api/children/${child}/teaching?gpc=${gpc}`, { as: lead })).body as { on: string }[]).map((t) => t.on);
const attendance = (...present: boolean[]) => [there, away].map((child, k) => ({ child, present: present[k]! }));
const log = (done: string[], present: readonly boolean[], more: Record<string, unknown> = {}): Promise<string> =>
  send('log', { session: session.id, at: now(), attendance: attendance(...present), done, happened: '', ...more });

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const id = await school.addClass('Wrens');
  await school.ask('PATCH', `/api/classes/${id}`, { as: lead, body: { taughtSteps: 14, version: 1 } });
  [there, away] = (await school.addChildren('Wrens', ['Ada', 'Bo'])) as [string, string];
  const focus = { name: 'Willow', adultId: lead.id, focus: ['ai:ay'], members: [there, away] };
  const [group] = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [focus] } })).body as [Group];
  const plan = { groupId: group.id, on: schoolToday(), adultId: lead.id, plan: PLAN };
  session = (await school.ask('POST', '/api/sessions', { as: lead, body: plan })).body as Session;
  const before = new Date(Date.parse(now()) - 3 * 86_400_000).toISOString();
  for (const child of [there, away])
    for (const [gpc, outcome] of [
      ['s:s', 'right'],
      ['t:t', 'right'],
      ['ai:ay', 'wrong'],
    ] as const)
      // prettier-ignore
      await school.ask('POST', '/api/outbox', {
        as: lead,
        body: { entries: [observation(lead.id, child, { gpc, outcome, at: before })] },
      });
});
afterAll(() => school.close());

describe('what a logged session worked on', () => {
  it('counts for who was there and for nobody else, and for what it got to', async () => {
    const [of, other] = [await chance(there), await chance(away)];
    expect(await workedOn(there)).toEqual([]);
    await log([], [true, true]);
    expect(await workedOn(there), 'nothing of it was done').toEqual([]);
    expect(await chance(there)).toBe(of);
    await log(['focus'], [true, false]);
    expect(await workedOn(there)).toEqual([schoolToday()]);
    expect(await workedOn(there, 's:s'), 'no pair of the session').toEqual([]);
    expect(await workedOn(away)).toEqual([]);
    expect(await chance(there)).toBeGreaterThan(of);
    expect(await chance(away)).toBe(other);
  });

  it('follows a log that is put right: who was not there after all, and who was', async () => {
    const taught = await chance(there);
    const untaught = await chance(away);
    const wrong = await log(['focus'], [true, false]);
    await log(['focus'], [false, true], { replaces: wrong });
    expect(await workedOn(there)).toEqual([]);
    expect(await workedOn(away)).toEqual([schoolToday()]);
    expect(await chance(there)).toBeLessThan(taught);
    expect(await chance(away)).toBeGreaterThan(untaught);
  });

  it('goes with its session to another day, and to the bin and back', async () => {
    const taught = await chance(away);
    const read = async (): Promise<Session> => (await school.ask('GET', `/api/sessions/${session.id}`, { as: lead })).body as Session;
    const yesterday = daysAfter(schoolToday(), -1);
    const { version } = await read();
    expect((await school.ask('PATCH', `/api/sessions/${session.id}`, { as: lead, body: { on: yesterday, version } })).status).toBe(200);
    expect(await workedOn(away)).toEqual([yesterday]);
    const bin = (binned: boolean) => school.ask('PUT', `/api/sessions/${session.id}/bin`, { as: lead, body: { binned } });
    expect((await bin(true)).status).toBe(200);
    expect(await workedOn(away)).toEqual([]);
    expect(await chance(away)).toBeLessThan(taught);
    expect((await bin(false)).status).toBe(200);
    expect(await workedOn(away)).toEqual([yesterday]);
    expect(await chance(away)).toBeCloseTo(taught, 2);
  });

  it('says nothing of whom one may not read', async () => {
    const stranger = await school.add('stranger', 'class teacher', [await school.addClass('Owls')]);
    expect((await school.ask('GET', `/api/children/${there}/teaching`, { as: stranger })).status).toBeGreaterThanOrEqual(403);
  });
});
