/** After a summer: what was secure is due for another look wherever it is told of, and is neither open nor in need of work. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChildLine, Endpoints, Group, GroupOutcomeFacts, ResponseOf } from '@sapling/contract';
import { outcomeOf } from '@sapling/core/judgement';
import { now, observation, School, type Person } from './support.js';

const school = new School();
let lead: Person;
let child: string;
let line: ChildLine['line'];
const ago = (days: number): string => new Date(Date.parse(now()) - days * 86_400_000).toISOString();
const MISSED = 2;

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const id = await school.addClass('Wrens');
  await school.ask('PATCH', `/api/classes/${id}`, { as: lead, body: { taughtSteps: 14, version: 1 } });
  [child] = (await school.addChildren('Wrens', ['Ada'])) as [string];
  const read = async (): Promise<ChildLine['line']> =>
    ((await school.ask('GET', `/api/children/${child}`, { as: lead })).body as ChildLine).line;
  const pairs = (await read()).map((c) => c.gpc);
  // the last two are never got, the one before them is learned between the first look and the second
  for (const [n, days] of [110, 103, 96, 89].entries()) {
    const entries = pairs.map((gpc, k) =>
      observation(lead.id, child, {
        gpc,
        outcome: k >= pairs.length - MISSED || (k === pairs.length - MISSED - 1 && n === 0) ? 'wrong' : 'right',
        at: new Date(Date.parse(ago(days)) + k * 4000).toISOString(),
        ms: 900,
      }),
    );
    expect((await school.ask('POST', '/api/outbox', { as: lead, body: { entries } })).status).toBe(200);
  }
  line = await read();
});
afterAll(() => school.close());

describe('after ten weeks in which nobody saw the child', () => {
  it('nothing is secure, what was is due, and gaps are gaps', () => {
    expect(line.filter((c) => c.state === 'secure')).toEqual([]);
    expect(line.slice(-MISSED).map((c) => [c.state, c.due])).toEqual([
      ['gap', false],
      ['gap', false],
    ]);
    const due = line.slice(0, -MISSED - 1);
    expect(due.filter((c) => c.due && c.state === 'wobbly').length).toBeGreaterThan(0.9 * due.length);
  });

  it('Progress counts them apart, and each pair once in every week', async () => {
    const { weeks } = (await school.ask('GET', '/api/progress', { as: lead })).body as ResponseOf<Endpoints['progress']>;
    for (const w of weeks) expect(w.secure + w.due + w.wobbly + w.gap + w.unchecked).toBe(line.length);
    const [first, last] = [weeks[0]!, weeks.at(-1)!];
    expect(first.secure).toBeGreaterThan(0.8 * line.length);
    expect(last).toMatchObject({ secure: 0, due: line.filter((c) => c.due).length, gap: MISSED });
  });

  it('what a cycle came to says due of what was learned in it, and asks for a look before anything else', async () => {
    const focus = line.slice(-MISSED - 1, -MISSED).map((c) => c.gpc);
    const body = { groups: [{ name: 'Willow', adultId: lead.id, focus, members: [child], startsOn: ago(107).slice(0, 10) }] };
    const [group] = (await school.ask('POST', '/api/groups', { as: lead, body })).body as [Group];
    const facts = (await school.ask('GET', `/api/groups/${group.id}/outcome`, { as: lead })).body as GroupOutcomeFacts;
    const [pair] = facts.children[0]!.pairs;
    expect(pair!.then.state).not.toBe('secure');
    expect(pair!.now).toMatchObject({ state: 'wobbly', due: true });
    const outcome = outcomeOf({ children: facts.children, taught: focus, days: facts.days }).children[0]!;
    expect(outcome).toMatchObject({ closed: [], due: focus, still: [], advice: 'check first' });
  });
});
