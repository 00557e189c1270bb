/** Notes on children and groups: who is named, who is told, who sees them, and what is new. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { daysAfter } from '@sapling/core';
import { uuidv7 } from '../src/ids.js';
import { mentionsIn } from '../src/remarks/remarks.js';
import { PLAN, School, now, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let other: Person;
let kids: string[];
let group: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  kids = await school.addChildren('Wrens', ['Ada', 'Ben']);
  tutor = await school.add('tutor', 'tutor');
  other = await school.add('outside', 'tutor');
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: [kids[0]] }] },
  });
  group = (made.body as { id: string }[])[0]!.id;
});
afterAll(() => school.close());

interface TodayPart {
  remarks: { text: string; mentionsMe: boolean; name: string; at: string }[];
  lookedAt: string | null;
}
const today = async (as: Person): Promise<TodayPart> => (await school.ask('GET', '/api/today', { as })).body;
const leave = (as: Person, body: object) => school.ask('POST', '/api/remarks', { as, body: { id: uuidv7(), ...body } });

describe('whom a note names', () => {
  const people = [
    { id: '1', name: 'Ann Lee' },
    { id: '2', name: 'Ann Moss' },
    { id: '3', name: 'Zoë Park' },
  ];
  it('the whole name, or a given name that only one has; never a part of a word', () => {
    expect(mentionsIn('@Zoë please, and @ann lee', people)).toEqual(['1', '3']);
    expect(mentionsIn('@Ann which one?', people)).toEqual([]);
    expect(mentionsIn('@Zoëlla is nobody; mail zoë@park.example', people)).toEqual([]);
    expect(mentionsIn('@ann mosses', people)).toEqual([]);
  });
});

describe('notes', () => {
  it('reach who teaches the child; who is named and sees the child is told, who does not is not and the writer is told so', async () => {
    const answer = await leave(lead, { about: 'child', subject: kids[0], text: 'Lost a tooth. @tutor @outside' });
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    expect(answer.body).toMatchObject({ mentions: [tutor.id], notTold: ['outside'], name: 'Ada Test' });
    expect((await today(tutor)).remarks).toMatchObject([{ mentionsMe: true, name: 'Ada Test' }]);
    expect((await today(other)).remarks).toEqual([]);
    expect((await school.ask('GET', `/api/remarks?subject=${kids[0]}`, { as: other })).body).toEqual([]);
    expect((await leave(tutor, { about: 'child', subject: kids[1], text: 'x' })).status).toBe(404);
    expect((await leave(tutor, { about: 'group', subject: group, text: 'Cards are in the blue box.' })).status).toBe(200);
    expect((await today(lead)).remarks.map((r) => r.text)).toEqual(['Cards are in the blue box.']);
  });

  it('the same note sent twice is kept once; what came since somebody looked is known', async () => {
    const body = { id: uuidv7(), about: 'child', subject: kids[0], text: 'Sent twice.' };
    await school.ask('POST', '/api/remarks', { as: lead, body });
    await school.ask('POST', '/api/remarks', { as: lead, body });
    const list = (await school.ask('GET', `/api/remarks?subject=${kids[0]}`, { as: lead })).body as { text: string }[];
    expect(list.filter((r) => r.text === 'Sent twice.')).toHaveLength(1);
    expect((await today(tutor)).lookedAt).toBeNull();
    const { at } = (await school.ask('POST', '/api/looked', { as: tutor })).body as { at: string };
    await new Promise((resolve) => setTimeout(resolve, 5));
    await leave(lead, { about: 'child', subject: kids[0], text: 'After that.' });
    const { remarks, lookedAt } = await today(tutor);
    expect(lookedAt).toBe(at);
    expect(remarks.filter((r) => r.at > at).map((r) => r.text)).toEqual(['After that.']);
  });

  it('on a session tell whom they name under Today, and the writer who does not see the session', async () => {
    const session = (
      await school.ask('POST', '/api/sessions', {
        as: lead,
        body: { groupId: group, on: schoolToday(), adultId: tutor.id, plan: PLAN },
      })
    ).body as { id: string };
    const id = uuidv7();
    const record = { id, session: session.id, by: lead.id, at: now(), text: 'Start with the cards. @tutor @outside' };
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'note', id, record }] } });
    const left = async (as: Person): Promise<{ text: string; mentionsMe: boolean }[]> =>
      ((await school.ask('GET', '/api/today', { as })).body as { left: { text: string; mentionsMe: boolean }[] }).left;
    expect(await left(tutor)).toMatchObject([{ text: record.text, mentionsMe: true }]);
    expect(await left(other)).toEqual([]);
    const seen = (await school.ask('GET', `/api/sessions/${session.id}`, { as: lead })).body as { notes: object[] };
    expect(seen.notes).toMatchObject([{ text: record.text, notTold: ['outside'] }]);
  });

  it('stand under Today until they were looked at, however many, and on a session of any day; of those looked at some stay', async () => {
    const sessionOn = async (on: string): Promise<string> =>
      (
        (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group, on, adultId: tutor.id, plan: PLAN } })).body as {
          id: string;
        }
      ).id;
    const later = await sessionOn(daysAfter(schoolToday(), 21));
    const entries = Array.from({ length: 30 }, (_, k) => {
      const id = uuidv7();
      return { type: 'note', id, record: { id, session: later, by: lead.id, at: now(), text: `Three weeks ahead, ${k}` } };
    });
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
    const ahead = async (): Promise<number> => {
      const { left } = (await school.ask('GET', '/api/today', { as: tutor })).body as { left: { text: string }[] };
      return left.filter((l) => l.text.startsWith('Three weeks ahead')).length;
    };
    expect(await ahead()).toBe(30);
    await school.ask('POST', '/api/looked', { as: tutor });
    expect(await ahead()).toBeGreaterThan(8);
    expect(await ahead()).toBeLessThan(30);
  });
});

describe('notes of many years', () => {
  it('all stand on the child’s page', async () => {
    for (let k = 0; k < 120; k += 1) await leave(lead, { about: 'child', subject: kids[1], text: `Note ${k}` });
    const list = (await school.ask('GET', `/api/remarks?subject=${kids[1]}`, { as: lead })).body as { text: string }[];
    expect(list.filter((r) => r.text.startsWith('Note ')).map((r) => r.text)).toContain('Note 0');
  });
});

describe('a session that nobody logged', () => {
  it('stands under Today for a fortnight', async () => {
    const made = await Promise.all(
      [-15, -10, -1].map(async (days) => {
        const body = { groupId: group, on: daysAfter(schoolToday(), days), adultId: other.id, plan: PLAN };
        return ((await school.ask('POST', '/api/sessions', { as: lead, body })).body as { id: string }).id;
      }),
    );
    const { sessions } = (await school.ask('GET', '/api/today', { as: other })).body as { sessions: { id: string }[] };
    expect(sessions.map((s) => s.id)).toEqual(made.slice(1));
  });
});
