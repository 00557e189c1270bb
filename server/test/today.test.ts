/** Whom Today names to be checked next. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import { uuidv7 } from '../src/ids.js';
import { School, now, type Person } from './support.js';

const school = new School();
let lead: Person;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
});
afterAll(() => school.close());

it('is who was never checked or longest ago: nobody whose class was taught nothing yet, and nobody who was checked today', async () => {
  const next = async (): Promise<string[]> =>
    ((await school.ask('GET', '/api/today', { as: lead })).body as { due: { name: string }[] }).due.map((d) => d.name.split(' ')[0]!);
  const wrens = await school.addClass('Wrens');
  await school.addClass('Larks');
  await school.addChildren('Larks', ['Cy']);
  const [ada] = (await school.addChildren('Wrens', ['Ada', 'Ben'])) as [string];
  expect(await next()).toEqual([]);
  await school.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 4, version: 1 } });
  expect((await next()).sort()).toEqual(['Ada', 'Ben']);
  const check = uuidv7();
  const mark = uuidv7();
  const sent = await school.ask('POST', '/api/outbox', {
    as: lead,
    body: {
      entries: [
        { type: 'check', id: check, record: { id: check, child: ada, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] } },
        {
          type: 'observation',
          id: mark,
          record: { id: mark, child: ada, by: lead.id, at: now(), kind: 'see-say', gpc: 's:s', outcome: 'right', check },
        },
      ],
    },
  });
  expect((sent.body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(['stored', 'stored']);
  expect(await next()).toEqual(['Ben']);
});
