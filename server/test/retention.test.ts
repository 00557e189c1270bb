/** What was written goes when the school's days are over, a lead is told before, and figures stay. */
import { DEFAULT_SETTINGS } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { logs, notes, remarks, trail } from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { purgeWritten } from '../src/retention.js';
import { now, PLAN, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let child: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Oak');
  [child] = (await school.addChildren('Oak', ['Ada'])) as [string];
  const [group] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Birch', adultId: lead.id, focus: ['ai:ay'], members: [child] }] },
    })
  ).body as { id: string }[];
  const later = (days: number): string => new Date(Date.parse(now()) + days * 86_400_000).toISOString();
  for (const days of [-100, -80, -3]) {
    const on = daysAfter(schoolToday(), days);
    const made = await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on, adultId: lead.id, plan: PLAN } });
    const session = (made.body as { id: string }).id;
    const at = later(days);
    const entries = [
      {
        type: 'log',
        record: { session, at, attendance: [{ child, present: true }], done: ['focus'], missed: ['rain'], happened: `Said ${days}.` },
      },
      { type: 'note', record: { session, at, text: `Note ${days}.` } },
    ].map(({ type, record }) => {
      const id = uuidv7();
      return { type, id, record: { id, by: lead.id, ...record } };
    });
    const sent = await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
    expect((sent.body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(['stored', 'stored']);
    await school.running.db
      .insert(remarks)
      .values({ id: uuidv7(), about: 'child', subject: child, by: lead.id, at, text: `Remark ${days}.`, mentions: [] });
  }
  const { version } = (await school.ask('GET', '/api/settings', { as: lead })).body as { version: number };
  await school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, logDays: 90, version } });
});
afterAll(() => school.close());

const texts = async (): Promise<string[]> => {
  const { db } = school.running;
  return [
    ...(await db.select().from(logs)).map((l) => l.happened),
    ...(await db.select().from(notes)).map((n) => n.text),
    ...(await db.select().from(remarks)).map((r) => r.text),
  ]
    .filter((text) => text !== '')
    .sort();
};

describe('what was written', () => {
  it('is counted two weeks before it goes, and only then goes', async () => {
    // of 100 days ago it is over, of 80 days ago it is within two weeks
    expect((await school.ask('GET', '/api/retention', { as: lead })).body).toEqual({
      until: daysAfter(schoolToday(), 14),
      logs: 2,
      remarks: 2,
      recordings: 0,
    });
    await purgeWritten(school.running.db, now());
    expect(await texts()).toEqual(['Note -3.', 'Note -80.', 'Remark -3.', 'Remark -80.', 'Said -3.', 'Said -80.']);
    expect((await school.ask('GET', '/api/retention', { as: lead })).body).toMatchObject({ logs: 1, remarks: 1 });
    await purgeWritten(school.running.db, new Date(Date.parse(now()) + 14 * 86_400_000).toISOString());
    expect(await texts()).toEqual(['Note -3.', 'Remark -3.', 'Said -3.']);
  });

  it('leaves who was there and what was done, so that nothing looks as if it had not been held', async () => {
    const rows = await school.running.db.select().from(logs);
    expect(rows).toHaveLength(3);
    for (const row of rows) expect(row).toMatchObject({ attendance: [{ child, present: true }], done: ['focus'] });
    expect(rows.map((r) => r.missed?.length ?? 0).sort()).toEqual([0, 0, 1]);
  });

  it('who looked goes by days of its own', async () => {
    expect((await school.running.db.select().from(trail)).length).toBeGreaterThan(0);
    await purgeWritten(school.running.db, new Date(Date.parse(now()) + (DEFAULT_SETTINGS.trailDays + 1) * 86_400_000).toISOString());
    expect(await school.running.db.select().from(trail)).toEqual([]);
  });
});
