/** Asked again with nothing written since, a question is answered at once: and never where something was. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuidv7 } from 'uuid';
import { School, now, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
let child: string;

const ask = async (as: Person, path: string, etag?: string): Promise<{ status: number; etag: string | null }> => {
  const response = await fetch(school.running.url + path, { headers: { cookie: as.cookie, ...(etag ? { 'if-none-match': etag } : {}) } });
  await response.text();
  return { status: response.status, etag: response.headers.get('etag') };
};
const mark = (): Promise<unknown> => {
  const id = uuidv7();
  const record = { id, by: lead.id, at: now(), child, kind: 'see-say', gpc: 's:s', outcome: 'right' };
  return school.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'observation', id, record }] } });
};

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  [child] = (await school.addChildren('Wrens', ['Ada', 'Ben'])) as [string, string];
  teacher = await school.add('teacher', 'teacher', [wrens]);
});
afterAll(() => school.close());

describe('a question asked again', () => {
  it.each(['/api/children', '/api/sessions', '/api/groups', '/api/texts', '/api/progress'])('%s', async (path) => {
    const first = await ask(lead, path);
    expect(first).toMatchObject({ status: 200, etag: expect.stringMatching(/^".+"$/) });
    expect(await ask(lead, path, first.etag!)).toEqual({ status: 304, etag: first.etag });
    await mark();
    const after = await ask(lead, path, first.etag!);
    expect(after.status).toBe(200);
    expect(after.etag).not.toBe(first.etag);
  });

  it('is one person’s: the mark of one opens nothing for another, and nothing without a sign-in', async () => {
    const { etag } = await ask(lead, '/api/children');
    expect((await ask(teacher, '/api/children', etag!)).status).toBe(200);
    expect((await fetch(`${school.running.url}/api/children`, { headers: { 'if-none-match': etag! } })).status).toBe(401);
  });

  it('is still a look at a child that is kept on record, and a right that ended is refused', async () => {
    const path = `/api/children/${child}`;
    const { etag } = await ask(teacher, path);
    const looks = async (): Promise<number> => ((await school.ask('GET', `${path}/trail`, { as: lead })).body as unknown[]).length;
    const before = await looks();
    expect((await ask(teacher, path, etag!)).status).toBe(304);
    expect(await looks()).toBeGreaterThanOrEqual(before);
    const { version } = ((await school.ask('GET', '/api/team', { as: lead })).body as { id: string; version: number }[]).find(
      (c) => c.id === teacher.id,
    )!;
    await school.ask('PATCH', `/api/team/${teacher.id}`, { as: lead, body: { classIds: [], version } });
    expect((await ask(teacher, path, etag!)).status).toBe(404);
  });
});
