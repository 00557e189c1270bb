/** What a quick check goes on from agrees with what the grid says, holds the school's own numbers, and of colleagues' ears only one's own. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChildLine, Group, RecallSoFar, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { judgeRecall } from '@sapling/core/checks';
import type { Observation } from '@sapling/core/evidence';
import { REFIT_AS_SHIPPED } from '@sapling/core/judgement';
import { v7 as uuidv7 } from 'uuid';
import { keepJudgement, SHIPPED } from '../src/settings/judgement-here.js';
import { now, observation, PLAN, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let child: string;
const ago = (days: number): string => new Date(Date.parse(now()) - days * 86_400_000).toISOString();
const read = async (who = lead): Promise<RecallSoFar> =>
  (await school.ask('GET', `/api/children/${child}/recall-so-far`, { as: who })).body as RecallSoFar;
const line = async (): Promise<ChildLine> => (await school.ask('GET', `/api/children/${child}`, { as: lead })).body as ChildLine;

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const id = await school.addClass('Wrens');
  await school.ask('PATCH', `/api/classes/${id}`, { as: lead, body: { taughtSteps: 14, version: 1 } });
  [child] = (await school.addChildren('Wrens', ['Ada'])) as [string];
  const pairs = (await line()).line.map((c) => c.gpc);
  const cards = [30, 9].flatMap((days, n) =>
    pairs.map((gpc, k) =>
      observation(lead.id, child, {
        gpc,
        outcome: k % 3 === n ? 'wrong' : 'right',
        at: new Date(Date.parse(ago(days)) + k * 4000).toISOString(),
      }),
    ),
  );
  // a word of which is known what was said speaks of its pairs
  const word = observation(lead.id, child, {
    kind: 'word',
    item: 'sat',
    outcome: 'wrong',
    said: 'sit',
    at: ago(5),
    gpc: undefined,
    skill: 'blending',
  });
  const sent = await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [...cards, word] } });
  expect((sent.body as { results: { status: string }[] }).results.every((r) => r.status === 'stored')).toBe(true);
  const focus = { name: 'Willow', adultId: lead.id, focus: ['ai:ay'], members: [child] };
  const [group] = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [focus] } })).body as [Group];
  const plan = { groupId: group.id, on: daysAfter(schoolToday(), -3), adultId: lead.id, plan: PLAN };
  const session = (await school.ask('POST', '/api/sessions', { as: lead, body: plan })).body as Session;
  const log = {
    id: uuidv7(),
    by: lead.id,
    session: session.id,
    at: now(),
    attendance: [{ child, present: true }],
    done: ['focus'],
    happened: '',
  };
  await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'log', id: log.id, record: log }] } });
});
afterAll(() => school.close());

describe('what a quick check goes on from', () => {
  it('is every answer about pairs in order of time, words among them, and what logged sessions worked on', async () => {
    const { observations, teaching, numbers } = await read();
    expect(observations.filter((o) => o.kind === 'see-say')).toHaveLength(2 * (await line()).line.length);
    const ofWord = observations.filter((o) => o.kind === 'word').map((o) => [o.gpc, o.outcome]);
    expect(ofWord).toContainEqual(['a:a', 'wrong']);
    expect(ofWord).toContainEqual(['s:s', 'right']);
    expect(observations.map((o) => o.at)).toEqual(observations.map((o) => o.at).sort());
    expect(teaching.map((t) => t.gpc)).toContain('ai:ay');
    expect(numbers).toBeNull();
  });

  it('gives what the grid says, pair for pair', async () => {
    const { observations, teaching } = await read();
    const grid = (await line()).line;
    const taught = grid.map((c) => c.gpc);
    const judged = judgeRecall({ order: taught, taught, observations: observations as Observation[], teaching, asOf: now() });
    for (const cell of grid) expect(judged.find((j) => j.gpc === cell.gpc)!.p, cell.gpc).toBeCloseTo(cell.known, 2);
    // and it is not the same for every pair, nor without the session
    expect(new Set(grid.map((c) => Math.round(c.known * 10))).size).toBeGreaterThan(2);
  });

  it('says of pairs nobody asked about what the quick check says of them; of a child hardly known nothing', async () => {
    const [ben, kim] = (await school.addChildren('Wrens', ['Ben', 'Kim'])) as [string, string];
    const gridOf = async (id: string) => ((await school.ask('GET', `/api/children/${id}`, { as: lead })).body as ChildLine).line;
    const taught = (await gridOf(ben)).map((c) => c.gpc);
    const some = taught.filter((_, k) => k % 2 === 0);
    const mark = (id: string, gpc: string, k: number) =>
      observation(lead.id, id, {
        gpc,
        outcome: taught.indexOf(gpc) < taught.length / 2 ? 'right' : 'wrong',
        at: new Date(Date.parse(ago(1)) + k * 4000).toISOString(),
      });
    const entries = [...some.map((gpc, k) => mark(ben, gpc, k)), ...some.slice(0, 4).map((gpc, k) => mark(kim, gpc, k))];
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
    const { observations, teaching } = (await school.ask('GET', `/api/children/${ben}/recall-so-far`, { as: lead })).body as RecallSoFar;
    const judged = judgeRecall({ order: taught, taught, observations: observations as Observation[], teaching, asOf: now() });
    const unasked = (await gridOf(ben)).filter((c) => c.basedOn === 0);
    expect(unasked.map((c) => c.gpc)).toEqual(taught.filter((gpc) => !some.includes(gpc)));
    for (const cell of unasked) {
      expect(cell.state).toBe('unchecked');
      expect(judged.find((j) => j.gpc === cell.gpc)!.p, cell.gpc).toBeCloseTo(cell.known, 2);
    }
    expect(unasked[1]!.known).toBeGreaterThan(0.6);
    expect(unasked.at(-2)!.known).toBeLessThan(0.4);
    for (const cell of (await gridOf(kim)).filter((c) => c.basedOn === 0)) expect(cell.known).toBe(0.5);
  });

  it('has the numbers a school uses, and only how the one who asks hears', async () => {
    const other = await school.add('Tom', 'teacher', [(await line()).classId]);
    const ear = (guess: number) => ({ guess, lapse: 1, answers: 200, beside: 100 });
    const fit = {
      steps: { ...REFIT_AS_SHIPPED, known: 0.4 },
      ears: { [lead.id]: ear(1.5), [other.id]: ear(2.5) },
      base: SHIPPED,
      at: now(),
      by: lead.id,
    };
    await keepJudgement(school.running.db, (kept) => ({ ...kept, used: fit as never }));
    expect((await read()).numbers).toEqual({ steps: fit.steps, ear: { guess: 1.5, lapse: 1 } });
    expect((await read(other)).numbers?.ear).toEqual({ guess: 2.5, lapse: 1 });
    await keepJudgement(school.running.db, (kept) => ({ ...kept, used: { ...fit, base: 'an older one' } as never }));
    expect((await read()).numbers, 'an update has replaced what they move').toBeNull();
    await keepJudgement(school.running.db, () => ({}));
  });
});
