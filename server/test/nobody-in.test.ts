/** What keeps others out: sizes, budgets for what goes wrong, sign-ins that end, marks tied to their child, logs without a name. */
import { gzipSync } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { daysAfter } from '@sapling/core';
import { readConfig } from '../src/config.js';
import { Tries } from '../src/http/tries.js';
import { isClash, isDataError, safeError } from '../src/http/safe-error.js';
import { unstorable } from '../src/http/body.js';
import { uuidv7 } from '../src/ids.js';
import { now, observation, PASSWORD, PLAN, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let kids: string[];
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  kids = await school.addChildren('Wrens', ['Ada', 'Bo', 'Cleo']);
  tutor = await school.add('tutor', 'tutor');
});
afterAll(() => school.close());

const send = async (entries: unknown[], as = lead) =>
  ((await school.ask('POST', '/api/outbox', { as, body: { entries } })).body as { results: { status: string; reason?: string }[] }).results;
const raw = (path: string, init: RequestInit & { duplex?: 'half' }) => fetch(school.running.url + path, init);
const json = { 'content-type': 'application/json' };

describe('a body', () => {
  it('that unpacks to far more than a route takes is refused, quickly, and whoever is not signed in has none read', async () => {
    const bomb = gzipSync(Buffer.from(`[${'[],'.repeat(20_000_000)}[]]`));
    const before = process.memoryUsage().rss;
    for (const [path, method] of [
      ['/api/installation/x', 'POST'],
      ['/api/installation', 'PUT'],
      ['/api/installation', 'POST'],
      ['/api/outbox', 'POST'],
      ['/api/auth/sign-in', 'POST'],
    ] as const) {
      const { status } = await raw(path, { method, headers: { ...json, 'content-encoding': 'gzip' }, body: bomb });
      expect([400, 401, 404, 409, 413, 415]).toContain(status);
    }
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6);
    const headers = { ...json, 'content-encoding': 'gzip', cookie: lead.cookie, 'x-csrf-token': lead.csrf };
    expect((await raw('/api/outbox', { method: 'POST', headers, body: bomb })).status).toBe(413);
  });

  it('that is broken is told so, and is no fault of the server', async () => {
    const as = { ...json, cookie: lead.cookie, 'x-csrf-token': lead.csrf };
    const answers = [
      await raw('/api/children/%E0%A4%A', { headers: { cookie: lead.cookie } }),
      await raw('/api/classes', { method: 'POST', headers: { ...as, 'content-type': 'application/json; charset=x-unknown' }, body: '{}' }),
      await raw('/api/classes', { method: 'POST', headers: { ...as, 'content-encoding': 'gzip' }, body: 'no gzip' }),
      await raw('/api/classes', { method: 'POST', headers: { ...as, 'content-encoding': 'x-unknown' }, body: '{}' }),
      await raw('/api/classes', { method: 'POST', headers: as, body: '{"name": "a\\u0000b", "year": "", "orderId": "riverbank"}' }),
      await raw('/api/classes', { method: 'POST', headers: as, body: '{"name": "a\\ud800b", "year": "", "orderId": "riverbank"}' }),
      await raw(`/api/texts/${uuidv7()}?version=99999999999`, {
        method: 'DELETE',
        headers: { cookie: lead.cookie, 'x-csrf-token': lead.csrf },
      }),
    ];
    for (const { status } of answers) expect([400, 415]).toContain(status);
  });

  it('holds no text that cannot be kept, wherever in it that stands', () => {
    expect(unstorable({ a: [{ b: 'fine' }, 'é😀'] })).toBeUndefined();
    expect(unstorable({ a: [{ b: 'no\0' }] })).toBe('a.0.b');
    expect(unstorable({ a: { 'x\ud800': 1 } })).toBe('a');
  });
});

describe('a record that does not fit', () => {
  it('is refused alone; all before and behind it are kept', async () => {
    const bad = [
      observation(lead.id, kids[0]!, { said: 'a\0b' }),
      observation(lead.id, kids[0]!, { said: '\ud800' }),
      observation(lead.id, kids[0]!, { at: '0000-01-01T00:00:00.000Z' }),
      observation(lead.id, kids[0]!, { at: '9999-01-01T00:00:00.000Z' }),
      observation(lead.id, kids[0]!, { ms: 10 ** 12 }),
    ];
    const results = await send([observation(lead.id, kids[0]!), ...bad.flatMap((b) => [b, observation(lead.id, kids[0]!)])]);
    expect(results.map((r) => r.status)).toEqual(['stored', ...bad.flatMap(() => ['refused', 'stored'])]);
    for (const r of results) if (r.status === 'refused') expect(r.reason).toMatch(/\w{5}/);
  });

  it('of another child’s is refused: a mark in a foreign check, a withdrawal and a correction of a foreign mark', async () => {
    const check = uuidv7();
    const mark = observation(lead.id, kids[1]!);
    await send([
      { type: 'check', id: check, record: { id: check, child: kids[1]!, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] } },
      mark,
    ]);
    const id = uuidv7();
    const results = await send([
      observation(lead.id, kids[0]!, { check }),
      observation(lead.id, kids[0]!, { replaces: mark.id }),
      { type: 'withdrawal', id, record: { id, observation: mark.id, child: kids[0]!, by: lead.id, at: now() } },
    ]);
    expect(results.map((r) => r.status)).toEqual(['refused', 'refused', 'refused']);
  });
});

describe('a sign-in that ends', () => {
  it('ends its live stream at once', async () => {
    const leaving = await school.add('leaving', 'teacher');
    const stream = await raw('/api/events', { headers: { cookie: leaving.cookie } });
    expect(stream.status).toBe(200);
    const ended = (async () => {
      const reader = stream.body!.getReader();
      while (!(await reader.read()).done);
      return 'ended';
    })();
    expect((await school.ask('POST', '/api/auth/sign-out', { as: leaving })).status).toBe(200);
    expect(await Promise.race([ended, new Promise((late) => setTimeout(() => late('late'), 5000))])).toBe('ended');
  });

  it('comes with a password set anew by a link, which works once', async () => {
    const forgetful = await school.add('forgetful', 'teacher');
    const { secret } = (await school.ask('POST', `/api/team/${forgetful.id}/password-link`, { as: lead })).body as { secret: string };
    const set = (password: string) => school.post('/api/auth/set-password', { secret, password });
    expect((await set('short')).status).toBe(400);
    expect((await set('quite another password')).status).toBe(200);
    expect((await set('and one more password')).status).toBe(404);
    expect((await school.ask('GET', '/api/children', { as: forgetful })).status).toBe(401);
    expect((await school.post('/api/auth/sign-in', { email: 'forgetful@school.example', password: 'quite another password' })).status).toBe(
      200,
    );
    // a newer link ends the older one, and who cannot sign in gets none
    const link = async (): Promise<string> =>
      ((await school.ask('POST', `/api/team/${forgetful.id}/password-link`, { as: lead })).body as { secret: string }).secret;
    const [first] = [await link(), await link()];
    expect((await school.post('/api/auth/set-password', { secret: first, password: 'a third password' })).status).toBe(404);
  });
});

describe('a group that is taken away', () => {
  it('takes its coming sessions along; what was held stays', async () => {
    const [group] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'Fir', adultId: tutor.id, focus: [], members: kids }] },
      })
    ).body as { id: string; version: number }[];
    const plan = async (on: string): Promise<string> =>
      (
        (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on, adultId: tutor.id, plan: PLAN } })).body as {
          id: string;
        }
      ).id;
    const [past, coming] = [await plan(daysAfter(schoolToday(), -3)), await plan(daysAfter(schoolToday(), 3))];
    const adult = async (id: string): Promise<string> =>
      ((await school.ask('GET', `/api/sessions/${id}`, { as: lead })).body as { adultId: string }).adultId;
    await school.ask('PATCH', `/api/groups/${group!.id}`, { as: lead, body: { adultId: lead.id, version: group!.version } });
    expect([await adult(past), await adult(coming)]).toEqual([tutor.id, lead.id]);
    expect((await school.ask('GET', `/api/sessions/${coming}`, { as: tutor })).status).toBe(404);
  });

  it('is not told to a teacher who has no child', async () => {
    const outsider = await school.add('outsider', 'teacher');
    const history = (await school.ask('GET', '/api/groups/history', { as: outsider })).body as { moves: unknown[] };
    expect(history.moves).toEqual([]);
  });
});

describe('a log', () => {
  it('holds no name, no note and nothing that was said, though every write fails', async () => {
    const { db } = school.running;
    await db.execute(sql`set session characteristics as transaction read only`);
    const id = uuidv7();
    const secret = 'Wilhelmina';
    const writes: [string, string, unknown][] = [
      [
        'POST',
        '/api/children',
        {
          id,
          givenName: secret,
          familyName: secret,
          classId: uuidv7(),
          externalId: null,
          firstLanguage: secret,
          needs: secret,
          dateOfBirth: null,
        },
      ],
      ['POST', '/api/outbox', { entries: [observation(lead.id, kids[0]!, { said: secret, item: secret })] }],
      ['POST', '/api/remarks', { id, about: 'child', subject: kids[0]!, text: secret }],
      ['POST', '/api/classes', { name: secret, year: '', orderId: 'riverbank' }],
      [
        'POST',
        '/api/imports',
        {
          id,
          fileName: secret,
          rows: [{ row: 2, givenName: secret, familyName: secret, className: 'Wrens', year: '', externalId: secret }],
        },
      ],
      ['POST', '/api/groups', { groups: [{ name: secret, adultId: null, focus: [], members: kids }] }],
      ['POST', '/api/auth/sign-in', { email: `${secret}@school.example`, password: secret }],
      ['PATCH', `/api/children/${kids[0]!}`, { givenName: secret, version: 1 }],
    ];
    const answers: number[] = [];
    for (const [method, path, body] of writes) answers.push((await school.ask(method, path, { as: lead, body })).status);
    await db.execute(sql`set session characteristics as transaction read write`);
    expect(answers.filter((s) => s === 500).length).toBeGreaterThan(4);
    const all = school.log.join('').toLowerCase();
    expect(all).toContain('"msg":"failed"');
    for (const word of [secret, 'Ada', 'school.example', 'params:', PASSWORD]) expect(all).not.toContain(word.toLowerCase());
    expect(safeError(new Error(secret))).not.toMatchObject({ message: expect.anything() as unknown });
  });

  it('tells values at fault, and two that waited for each other, from a database at fault', () => {
    const of = (code: string): Error => new Error('query failed', { cause: Object.assign(new Error('why'), { code }) });
    const kinds = ['23505', '22P02', '40P01', '40001', '57P01', 'ECONN'].map((code) => [isDataError(of(code)), isClash(of(code))]);
    expect(kinds).toEqual([
      [true, false],
      [true, false],
      [false, true],
      [false, true],
      [false, false],
      [false, false],
    ]);
  });
});

describe('a made-up school', () => {
  it('beside a real one has its settings, and yet writes no letter and reaches none of its recordings', () => {
    const env = {
      SAPLING_SMTP: 'smtp://mail.school.example',
      SAPLING_MAIL_FROM: 'sapling@school.example',
      SAPLING_ADDRESS: 'https://sapling.school.example',
      SAPLING_S3_ENDPOINT: 'https://store.school.example',
      SAPLING_S3_BUCKET: 'sounds',
      SAPLING_S3_KEY: 'key',
      SAPLING_S3_SECRET: 'secret',
      NODE_ENV: 'test',
    };
    expect(readConfig(env)).toMatchObject({ mail: { from: 'sapling@school.example' }, store: { bucket: 'sounds' } });
    expect(readConfig({ ...env, SAPLING_DEMO: '1' })).toMatchObject({ mail: undefined, store: undefined });
  });
});

describe('tries', () => {
  it('are counted by what went wrong, in a window, by key', async () => {
    let time = Date.parse(now());
    const tries = new Tries(school.running.db, 'test', 3, 1000, () => time);
    for (let n = 0; n < 3; n += 1) await tries.take('a');
    await expect(tries.take('a')).rejects.toThrow(/Wait 1 minute/);
    await tries.take('b');
    // who was right, however often, is never shut out
    for (let n = 0; n < 10; n += 1) {
      await tries.take('c');
      await tries.giveBack('c');
    }
    time += 1001;
    await tries.take('a');
  });

  it('at the same moment are no more than one after the other', async () => {
    const tries = new Tries(school.running.db, 'at once', 5, 60_000, () => Date.parse(now()));
    const all = await Promise.allSettled(Array.from({ length: 40 }, () => tries.take('somebody')));
    expect(all.filter((t) => t.status === 'fulfilled')).toHaveLength(5);
  });

  it('of passwords by a stranger end after twenty an hour, and whoever has signed in here before is not shut out', async () => {
    const guess = (email: string, cookie = '') =>
      raw('/api/auth/sign-in', {
        method: 'POST',
        headers: { ...json, cookie },
        body: JSON.stringify({ email, password: 'wrong password' }),
      });
    const known = await school.post('/api/auth/sign-in', { email: 'lead@school.example', password: PASSWORD });
    const device = known.headers
      .getSetCookie()
      .find((c) => c.startsWith('sapling-device'))!
      .split(';')[0]!;
    const statuses: number[] = [];
    for (let n = 0; n < 25; n += 1) statuses.push((await guess(`nobody${n}@school.example`)).status);
    // one went wrong before, in another test
    expect(statuses.filter((s) => s === 401).length).toBeGreaterThan(15);
    expect(statuses.filter((s) => s === 401).length).toBeLessThanOrEqual(20);
    expect(statuses.slice(20).every((s) => s === 429)).toBe(true);
    // a device of the school goes on, though it stands at the same address
    const again = await raw('/api/auth/sign-in', {
      method: 'POST',
      headers: { ...json, cookie: device },
      body: JSON.stringify({ email: 'lead@school.example', password: PASSWORD }),
    });
    expect(again.status).toBe(200);
    // the mark of the device is for its own account alone
    expect((await guess('tutor@school.example', device)).status).toBe(429);
  });

  it('of second screens count wrong codes only', async () => {
    const { code } = (await school.ask('POST', '/api/screens', { as: lead })).body as { code: string };
    for (let n = 0; n < 40; n += 1) {
      const answer = await raw(`/api/screens/${code}/events`, {});
      expect(answer.status).toBe(200);
      await answer.body!.cancel();
    }
  });
});
