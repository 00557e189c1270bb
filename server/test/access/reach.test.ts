/** What of a school reaches whom: by what is told while a page is open, and in every list. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { observation, type Person } from '../support.js';
import { schoolOfTwo, type SchoolOfTwo } from './school-of-two.js';

let s: SchoolOfTwo;
beforeAll(async () => void (s = await schoolOfTwo()));
afterAll(() => s.school.close());

describe('live events', () => {
  /** Reads the stream until something was told or the time is up. */
  const heard = async (person: Person, during: () => Promise<unknown>): Promise<string> => {
    const stop = new AbortController();
    const response = await fetch(`${s.school.running.url}/api/events`, { headers: { cookie: person.cookie }, signal: stop.signal });
    const reader = response.body!.getReader();
    await reader.read();
    await during();
    const timer = setTimeout(() => stop.abort(), 600);
    let text = '';
    try {
      while (!text.includes('data:')) text += new TextDecoder().decode((await reader.read()).value);
    } catch {
      // the time is up: nothing was told
    }
    clearTimeout(timer);
    stop.abort();
    // the stream's own beat tells nothing
    return text.replace(/^:.*\n\n/gm, '');
  };
  it('need a s.session, and reach only those who reach what changed, without its content', async () => {
    expect((await s.school.ask('GET', '/api/events')).status).toBe(401);
    const lead = s.school.people.get('lead')!;
    const mark = (child: string) => () =>
      s.school.ask('POST', '/api/outbox', { as: lead, body: { entries: [observation(lead.id, child, { said: 'secret' })] } });
    const told = await heard(s.school.people.get('tutor')!, mark(s.mine[0]!));
    // which child it is, for a list to read that line again, and nothing of what was marked
    const event = JSON.parse(/^data: (.*)$/m.exec(told)![1]!) as object;
    expect(event).toEqual({ topic: 'children', id: s.mine[0], by: lead.id });
    expect(told).not.toContain('secret');
    expect(await heard(s.school.people.get('tutor')!, mark(s.others[0]!))).toBe('');
  });
});

describe('lists hold only what is in reach', () => {
  const names = async (path: string, who: string): Promise<string[]> =>
    ((await s.school.ask('GET', path, { as: s.school.people.get(who)! })).body as { id: string }[]).map((x) => x.id);

  it('children, groups and sessions by part', async () => {
    const lead = await names('/api/children', 'lead');
    expect(lead).toEqual(expect.arrayContaining([...s.mine, ...s.others]));
    expect(await names('/api/children', 'tutor')).toEqual(expect.arrayContaining(s.mine.slice(0, 2)));
    expect((await names('/api/children', 'tutor')).filter((id) => ![s.mine[0], s.mine[1]].includes(id))).toEqual([]);
    expect((await names('/api/children', 'teacher')).some((id) => s.others.includes(id))).toBe(false);
    expect(await names('/api/groups', 'tutor')).toEqual([s.group]);
    expect(await names('/api/groups', 'teacher')).not.toContain(s.otherGroup);
    expect(await names('/api/sessions', 'tutor')).toContain(s.session);
    expect(await names('/api/sessions', 'tutor')).not.toContain(s.otherSession);
    expect(await names('/api/sessions', 'class teacher')).not.toContain(s.otherSession);
  });

  it('an outbox with a record about somebody else’s child keeps the s.others and refuses that one', async () => {
    const tutor = s.school.people.get('tutor')!;
    const entries = [observation(tutor.id, s.mine[0]!), observation(tutor.id, s.others[0]!), observation(tutor.id, s.mine[1]!)];
    const { status, body } = await s.school.ask('POST', '/api/outbox', { as: tutor, body: { entries } });
    expect(status).toBe(200);
    expect((body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(['stored', 'refused', 'stored']);
  });

  it('a colleague who is stopped is signed out at once', async () => {
    const leaving = await s.school.add('leaver', 'tutor');
    expect((await s.school.ask('GET', '/api/children', { as: leaving })).status).toBe(200);
    await s.school.ask('PATCH', `/api/team/${leaving.id}`, { as: s.school.people.get('lead')!, body: { active: false, version: 1 } });
    expect((await s.school.ask('GET', '/api/children', { as: leaving })).status).toBe(401);
    const again = await s.school.post('/api/auth/sign-in', { email: 'leaver@school.example', password: 'a long enough password' });
    expect(again.status).toBe(401);
  });
});
