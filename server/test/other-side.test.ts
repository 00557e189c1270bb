/** A school on the other side of the earth, where midnight in Greenwich is one in the afternoon: its days are its own. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Endpoints, Group, GroupHistory, GroupOutcomeFacts, ResponseOf } from '@sapling/contract';
import { uuidv7 } from '../src/ids.js';
import { observation, reading, School, type Person } from './support.js';

const school = new School();
let lead: Person;
let child: string;
let group: Group;
// in Auckland it is Friday 27 November, eleven in the morning
const NOW = '2026-11-26T22:00:00.000Z';
const THURSDAY_AFTERNOON = '2026-11-26T01:00:00.000Z';
const FRIDAY_MORNING = '2026-11-26T20:30:00.000Z';

async function read(at: string): Promise<void> {
  const id = uuidv7();
  const steps = [{ what: 'start' }, { what: 'stop', ms: 12_000 }, { what: 'last', word: 8 }, { what: 'done' }];
  const entries = [
    { type: 'reading', id, record: reading(lead.id, child, id, { at }) },
    ...steps.map((step, n) => {
      const own = uuidv7();
      return { type: 'reading step', id: own, record: { id: own, reading: id, child, marking: id, by: lead.id, at, n, step } };
    }),
  ];
  expect((await school.ask('POST', '/api/outbox', { as: lead, body: { entries } })).body).toMatchObject({
    results: entries.map(() => ({ status: 'stored' })),
  });
}

beforeAll(async () => {
  await school.open({ setNow: NOW });
  lead = await school.setUp();
  await school.ask('PUT', '/api/school', { as: lead, body: { name: 'Harbour Road', timeZone: 'Pacific/Auckland' } });
  const wrens = await school.addClass('Wrens');
  await school.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 12, version: 1 } });
  [child] = (await school.addChildren('Wrens', ['Ada'])) as [string];
  const mark = (outcome: string, at: string) => observation(lead.id, child, { gpc: 's:s', outcome, at });
  const entries = [mark('wrong', THURSDAY_AFTERNOON), mark('right', FRIDAY_MORNING)];
  await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
  await read(THURSDAY_AFTERNOON);
  await read(FRIDAY_MORNING);
  const made = [{ name: 'Kowhai', adultId: lead.id, focus: ['s:s'], members: [child], startsOn: '2026-11-26' }];
  [group] = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: made } })).body as [Group];
});
afterAll(() => school.close());

describe('a school in Auckland', () => {
  it('holds the afternoon of a cycle’s first day against the morning after', async () => {
    const facts = (await school.ask('GET', `/api/groups/${group.id}/outcome`, { as: lead })).body as GroupOutcomeFacts;
    const [own] = facts.children;
    expect(own!.pairs.map((p) => p.since)).toEqual([1]);
    expect(own!.pairs[0]!.now.p).toBeGreaterThan(own!.pairs[0]!.then.p);
    expect(own!.before?.on).toBe('2026-11-26');
    expect(own!.after?.on).toBe('2026-11-27');
  });

  it('ends its weeks today, and a group of yesterday that ended this morning was a cycle of two days', async () => {
    const { weeks } = (await school.ask('GET', '/api/progress', { as: lead })).body as ResponseOf<Endpoints['progress']>;
    expect(weeks.at(-1)!.on).toBe('2026-11-27');
    const end = [{ id: group.id, version: group.version }];
    expect((await school.ask('POST', '/api/groups/arrange', { as: lead, body: { change: [], add: [], end, reopen: [] } })).status).toBe(
      200,
    );
    const { past } = (await school.ask('GET', '/api/groups/history', { as: lead })).body as GroupHistory;
    expect(past.map((g) => [g.startsOn, g.endedOn])).toEqual([['2026-11-26', '2026-11-27']]);
  });
});
