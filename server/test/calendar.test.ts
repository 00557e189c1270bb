/** Calendars: a file that reads back, an address that ends when it is withdrawn, and nothing about a child in either. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PLAN, School, now, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  const kids = await school.addChildren('Wrens', ['Adaeze', 'Benedikt']);
  tutor = await school.add('tutor', 'tutor');
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Willow; the first, "big" one', adultId: tutor.id, focus: ['ai:ay'], members: kids }] },
  });
  const group = (made.body as { id: string }[])[0]!.id;
  const today = Date.parse(now());
  for (const [days, adultId] of [
    [1, tutor.id],
    [2, tutor.id],
    [3, lead.id],
  ] as const) {
    const on = new Date(today + days * 86_400_000).toISOString().slice(0, 10);
    await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group, on, adultId, plan: PLAN } });
  }
});
afterAll(() => school.close());

/** Events of an iCalendar text: unfolded lines, texts unescaped. */
function events(text: string): Record<string, string>[] {
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  const out: Record<string, string>[] = [];
  for (const line of lines) {
    if (line === 'BEGIN:VEVENT') out.push({});
    const [, key, value] = /^([A-Z-]+)[^:]*:(.*)$/.exec(line) ?? [];
    if (key && out.length > 0 && line !== 'BEGIN:VEVENT') out.at(-1)![key] ??= value!.replace(/\\n/g, '\n').replace(/\\(.)/g, '$1');
  }
  return out;
}

describe('calendars', () => {
  it('hold the sessions given to one colleague, day and name as they are, and no child', async () => {
    const answer = await school.ask('GET', '/api/calendar.ics', { as: tutor });
    expect(answer.type).toContain('text/calendar');
    const text = answer.body as string;
    expect(text.startsWith('BEGIN:VCALENDAR')).toBe(true);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    const list = events(text);
    expect(list).toHaveLength(2);
    const sessions = (await school.ask('GET', '/api/sessions', { as: tutor })).body as { id: string; on: string; adultId: string }[];
    const mine = sessions.filter((s) => s.adultId === tutor.id);
    expect(list.map((e) => e.DTSTART).sort()).toEqual(mine.map((s) => s.on.replaceAll('-', '')).sort());
    expect(list.map((e) => e.UID).sort()).toEqual(mine.map((s) => `${s.id}@keen-sapling`).sort());
    expect(list[0]!.SUMMARY).toBe('Willow; the first, "big" one, 20 minutes');
    for (const name of ['Adaeze', 'Benedikt']) expect(text).not.toContain(name);
  });

  it('an address shows the same without a sign-in, and nothing once it is withdrawn or its colleague has left', async () => {
    const make = async (): Promise<{ id: string; secret: string }> => (await school.ask('POST', '/api/calendar-links', { as: tutor })).body;
    const [one, two] = [await make(), await make()];
    const read = (secret: string) => school.ask('GET', `/api/calendars/${secret}`);
    expect(events((await read(one.secret)).body as string)).toHaveLength(2);
    expect((await school.ask('GET', '/api/calendar-links', { as: lead })).body).toEqual([]);
    expect((await school.ask('DELETE', `/api/calendar-links/${one.id}`, { as: lead })).status).toBe(404);
    expect((await school.ask('DELETE', `/api/calendar-links/${one.id}`, { as: tutor })).status).toBe(200);
    expect((await read(one.secret)).status).toBe(404);
    expect((await read(two.secret)).status).toBe(200);
    await school.ask('PATCH', `/api/team/${tutor.id}`, { as: lead, body: { active: false, version: 1 } });
    expect((await read(two.secret)).status).toBe(404);
  });
});
