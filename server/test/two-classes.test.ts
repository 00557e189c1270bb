/** A group of two classes: who sees one of them sees their own children, is told how many more there are, and takes nothing from the others. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { uuidv7 } from '../src/ids.js';
import { PLAN, School, now } from './support.js';

const school = new School();
let dov: string;
let gus: string;

beforeAll(async () => {
  await school.open();
  await school.setUp();
  const wrens = await school.addClass('Wrens');
  await school.addClass('Otters');
  [dov] = (await school.addChildren('Wrens', ['Dov'])) as [string];
  [gus] = (await school.addChildren('Otters', ['Gus'])) as [string];
  await school.add('teacher', 'teacher', [wrens]);
  await school.add('class teacher', 'class teacher', [wrens]);
});
afterAll(() => school.close());

describe('a group of two classes', () => {
  it('shows a class teacher their own children only, and says how many more', async () => {
    const lead = school.people.get('lead')!;
    const [made] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'Mixed', adultId: null, focus: [], members: [dov, gus] }] },
      })
    ).body as { id: string }[];
    const seen = (
      (await school.ask('GET', '/api/groups', { as: school.people.get('class teacher')! })).body as {
        id: string;
        members: string[];
        hidden: number;
      }[]
    ).find((g) => g.id === made!.id)!;
    expect(seen.members).toEqual([dov]);
    expect(seen.hidden).toBe(1);
  });

  it('a log changed by who sees half of a group keeps who was there of the other half', async () => {
    const [lead, teacher] = [school.people.get('lead')!, school.people.get('teacher')!];
    // the group of both that was made before
    const groups = (await school.ask('GET', '/api/groups', { as: lead })).body as { id: string; members: string[] }[];
    const groupId = groups.find((g) => g.members.includes(dov) && g.members.includes(gus))!.id;
    const planned = await school.ask('POST', '/api/sessions', { as: lead, body: { groupId, on: '2026-11-24', adultId: null, plan: PLAN } });
    const { id } = planned.body as { id: string };
    const log = async (as: typeof lead, attendance: object[], replaces?: string): Promise<string> => {
      const logId = uuidv7();
      const record = {
        id: logId,
        session: id,
        by: as.id,
        at: now(),
        attendance,
        done: [],
        happened: '',
        ...(replaces ? { replaces } : {}),
      };
      const { body } = await school.ask('POST', '/api/outbox', { as, body: { entries: [{ type: 'log', id: logId, record }] } });
      expect((body as { results: { status: string }[] }).results[0]).toMatchObject({ status: 'stored' });
      return logId;
    };
    const both = [
      { child: dov, present: true },
      { child: gus, present: true },
    ];
    const first = await log(lead, both);
    const seen = (await school.ask('GET', `/api/sessions/${id}`, { as: teacher })).body as {
      hidden: number;
      log: { attendance: unknown[] };
    };
    expect(seen.hidden).toBe(1);
    expect(seen.log.attendance).toHaveLength(1);
    const second = await log(teacher, [{ child: dov, present: false }], first);
    const attendance = async (): Promise<unknown> =>
      ((await school.ask('GET', `/api/sessions/${id}`, { as: lead })).body as { log: { attendance: unknown } }).log.attendance;
    expect(await attendance()).toEqual([
      { child: dov, present: false },
      { child: gus, present: true },
    ]);
    // whoever sees them all may leave one out
    await log(lead, [{ child: dov, present: true }], second);
    expect(await attendance()).toEqual([{ child: dov, present: true }]);
  });
});
