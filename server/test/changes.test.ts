/** Asked again with nothing written since, a question is answered at once: and never where something was. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuidv7 } from 'uuid';
import { endpoints } from '@sapling/contract';
import { holdAnswer } from '../src/http/hold-answer.js';
import { jsonOf } from '../src/http/json-in-pieces.js';
import { KeptAnswers } from '../src/http/kept-answers.js';
import { JsonText } from '../src/http/route.js';
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
  it.each(['/api/children', '/api/today', '/api/groups', '/api/checks', '/api/progress'])('%s', async (path) => {
    const first = await ask(lead, path);
    expect(first).toMatchObject({ status: 200, etag: expect.stringMatching(/^".+"$/) });
    expect(await ask(lead, path, first.etag!)).toEqual({ status: 304, etag: first.etag });
    await mark();
    const after = await ask(lead, path, first.etag!);
    expect(after.status).toBe(200);
    expect(after.etag).not.toBe(first.etag);
  });

  it.each(['/api/sessions', '/api/settings', '/api/orders'])('%s says the same after a mark, and not after another write', async (path) => {
    const first = await ask(lead, path);
    await mark();
    expect(await ask(lead, path, first.etag!)).toEqual({ status: 304, etag: first.etag });
    await school.addClass(`Class for ${path}`);
    expect((await ask(lead, path, first.etag!)).status).toBe(200);
  });

  it('is answered from what was written before, to the letter, until something of it changes', async () => {
    const read = async (as: Person): Promise<string> =>
      (await fetch(`${school.running.url}/api/children`, { headers: { cookie: as.cookie } })).text();
    const first = await read(lead);
    expect(await read(lead)).toBe(first);
    // another colleague’s answer is their own
    const away = await school.add('away', 'teacher', []);
    expect(await read(away)).toBe('[]');
    const before = await read(lead);
    await mark();
    const after = await read(lead);
    expect(after).not.toBe(before);
    expect(JSON.parse(after)).toHaveLength(JSON.parse(before).length as number);
    const { version } = (await school.ask('GET', `/api/children/${child}`, { as: lead })).body as { version: number };
    await school.ask('PATCH', `/api/children/${child}`, { as: lead, body: { givenName: 'Adele', version } });
    expect(await read(lead)).toContain('Adele');
    expect(await read(teacher)).toContain('Adele');
  });

  it('keeps no more than its bound, and lets go first of what was not asked for longest', () => {
    const bytes = (n: number): Buffer => Buffer.alloc(n);
    const kept = new KeptAnswers(100);
    kept.keep('a', '1', bytes(40));
    kept.keep('b', '1', bytes(40));
    expect(kept.get('a', '1')).toHaveLength(40);
    kept.keep('c', '1', bytes(40));
    expect([kept.get('a', '1')?.length, kept.get('b', '1'), kept.get('c', '1')?.length]).toEqual([40, undefined, 40]);
    expect(kept.get('a', '2')).toBeUndefined();
    expect(kept.get('a', '1')).toBeUndefined();
    kept.clear();
    expect(kept.get('c', '1')).toBeUndefined();
    kept.keep('d', '1', bytes(60));
    expect(kept.get('d', '1')).toBeUndefined();
  });

  it('makes one answer for many who ask the same at once, keeps none that was overtaken, and lets one that failed be tried again', async () => {
    const kept = new KeptAnswers(100);
    let made = 0;
    let still = false;
    const make = async (): Promise<Buffer> => {
      const mine = (made += 1);
      await new Promise((next) => setTimeout(next, 5));
      return Buffer.from(`answer ${mine}`);
    };
    const ask = (stamp = '1', how = make): Promise<string> => kept.of('a', stamp, how, () => still).then(String);
    expect(await Promise.all([ask(), ask(), ask()])).toEqual(['answer 1', 'answer 1', 'answer 1']);
    // something was written meanwhile: the next one is made anew, and so is one of another stamp
    expect(await Promise.all([ask(), ask('2')])).toEqual(['answer 2', 'answer 3']);
    still = true;
    expect([await ask(), await ask()]).toEqual(['answer 4', 'answer 4']);
    await expect(ask('3', () => Promise.reject(new Error('closed')))).rejects.toThrow('closed');
    expect(await ask('3')).toBe('answer 5');
  });

  it('is JSON of a long list in pieces as it is in one', async () => {
    const list = Array.from({ length: 1234 }, (_, n) => ({ n, name: `ä"${n}` }));
    expect(await jsonOf(list)).toBe(JSON.stringify(list));
    expect(await jsonOf([])).toBe('[]');
  });

  it('is held against the contract where that is asked for: what does not fit is told as a fault, with its place', () => {
    const route = { name: 'cues', endpoint: endpoints.cues } as unknown as Parameters<typeof holdAnswer>[0];
    expect(() => holdAnswer(route, [])).not.toThrow();
    expect(() => holdAnswer(route, new JsonText('[]'))).not.toThrow();
    expect(() => holdAnswer(route, [{ text: 7 }])).toThrow(/cues answers what its contract does not say\. 0\./);
    expect(() => holdAnswer(route, undefined)).toThrow(/cues/);
  });

  it('is sent unpacked to who cannot unpack it', async () => {
    const plain = await fetch(`${school.running.url}/api/children-packed`, {
      headers: { cookie: lead.cookie, 'accept-encoding': 'identity' },
    });
    expect(plain.headers.get('content-encoding')).toBeNull();
    expect(((await plain.json()) as { children: unknown[] }).children.length).toBeGreaterThan(0);
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
