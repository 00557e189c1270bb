/** A code besides the password, and letters: what opens, what does not, and what nobody can find out. */
import { eq } from 'drizzle-orm';
import { Secret, TOTP } from 'otpauth';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { colleagues } from '../src/db/schema.js';
import { SimulatedMailServer, textOf } from '../src/mail/simulated-server.js';
import { now, PASSWORD, School, type Person } from './support.js';

const mail = new SimulatedMailServer();
const school = new School();
let lead: Person;
beforeAll(async () => {
  const server = await mail.open();
  await school.open({ mail: { server, from: 'sapling@school.example', address: 'https://sapling.school.example/' } });
  lead = await school.setUp();
});
afterAll(async () => {
  await school.close();
  await mail.close();
});

const code = (secret: string, steps = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret), digits: 6, period: 30 }).generate({ timestamp: Date.parse(now()) + steps * 30_000 });
const wrong = (secret: string): string => {
  const near = new Set([-2, -1, 0, 1, 2].map((n) => code(secret, n)));
  return ['000000', '111111', '222222', '333333', '444444', '555555'].find((c) => !near.has(c))!;
};
const signIn = async (email: string, given?: string): Promise<{ status: number; code?: string }> => {
  const answer = await school.post('/api/auth/sign-in', { email, password: PASSWORD, ...(given === undefined ? {} : { code: given }) });
  return { status: answer.status, ...((await answer.json()) as { code?: string }) };
};
/** A colleague who has set one up. The first code, used to confirm it, is of the step before. */
async function withCodes(name: string): Promise<{ person: Person; email: string; secret: string; spare: string[] }> {
  const person = await school.add(name, 'teacher');
  const begun = await school.ask('POST', '/api/me/second-factor', { as: person, body: { password: PASSWORD } });
  const { secret, uri } = begun.body as { secret: string; uri: string };
  expect(uri).toMatch(/^otpauth:\/\/totp\//);
  const confirmed = await school.ask('PUT', '/api/me/second-factor', { as: person, body: { code: code(secret, -1) } });
  expect(confirmed.status).toBe(200);
  return { person, email: `${name}@school.example`, secret, spare: (confirmed.body as { spare: string[] }).spare };
}

describe('a second factor', () => {
  it('is asked for once it was confirmed, and not before', async () => {
    const person = await school.add('begins', 'teacher');
    expect((await school.ask('POST', '/api/me/second-factor', { as: person, body: { password: 'something else' } })).status).toBe(400);
    const { secret } = (await school.ask('POST', '/api/me/second-factor', { as: person, body: { password: PASSWORD } })).body as {
      secret: string;
    };
    expect((await school.ask('PUT', '/api/me/second-factor', { as: person, body: { code: wrong(secret) } })).status).toBe(401);
    expect((await signIn('begins@school.example')).status).toBe(200);
    await school.ask('PUT', '/api/me/second-factor', { as: person, body: { code: code(secret, -1) } });
    expect(await signIn('begins@school.example')).toMatchObject({ status: 401, code: 'code-needed' });
    expect((await signIn('begins@school.example', code(secret))).status).toBe(200);
  });

  it('takes each code once, even of two at the same moment, and each spare code once', async () => {
    const { email, secret, spare } = await withCodes('once');
    // the one it was confirmed with opens nothing
    expect(await signIn(email, code(secret, -1))).toMatchObject({ status: 401, code: 'wrong-code' });
    const both = await Promise.all([signIn(email, code(secret)), signIn(email, code(secret))]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 401]);
    expect(await signIn(email, code(secret))).toMatchObject({ status: 401, code: 'wrong-code' });
    expect(spare).toHaveLength(10);
    // as people type it
    expect((await signIn(email, ` ${spare[0]!.toLowerCase().replace('-', ' ')} `)).status).toBe(200);
    expect((await signIn(email, spare[0])).status).toBe(401);
    expect((await signIn(email, spare[1])).status).toBe(200);
  });

  it('cannot be guessed: ten wrong codes, with the right password, and no more are looked at', async () => {
    const { email, secret } = await withCodes('guessed');
    const statuses: number[] = [];
    for (let n = 0; n < 12; n += 1) statuses.push((await signIn(email, wrong(secret))).status);
    expect(statuses).toEqual([...Array<number>(10).fill(401), 429, 429]);
    // the right one neither
    expect((await signIn(email, code(secret))).status).toBe(429);
  });

  it('is ended with the password; a lead ends it for who lost the device, and is asked for theirs', async () => {
    const { person, email } = await withCodes('loses');
    const clear = (as: Person, password: string) =>
      school.ask('POST', `/api/team/${person.id}/second-factor/end`, { as, body: { password } });
    expect((await clear(person, PASSWORD)).status).toBe(403);
    expect((await clear(lead, 'not mine at all')).status).toBe(400);
    expect((await signIn(email)).status).toBe(401);
    expect((await clear(lead, PASSWORD)).status).toBe(200);
    expect((await signIn(email)).status).toBe(200);
    const other = await withCodes('ends');
    expect((await school.ask('POST', '/api/me/second-factor/end', { as: other.person, body: { password: PASSWORD } })).status).toBe(200);
    expect((await signIn(other.email)).status).toBe(200);
  });

  it('is told by nobody: neither secret nor spare codes are in any answer, nor are spare codes in the database', async () => {
    const { person, secret, spare } = await withCodes('hidden');
    for (const path of ['/api/team', '/api/auth/state', '/api/settings'])
      for (const as of [lead, person]) expect(JSON.stringify((await school.ask('GET', path, { as })).body)).not.toContain(secret);
    const [row] = await school.running.db.select().from(colleagues).where(eq(colleagues.id, person.id));
    for (const one of spare) expect(JSON.stringify(row)).not.toContain(one.replace('-', ''));
    expect(school.log.join('')).not.toContain(secret);
  });

  it('goes along with an installation, and a password that is set by a link does not get round it', async () => {
    const { email, secret } = await withCodes('linked');
    await school.post('/api/auth/forgotten', { email });
    await until(() => mail.letters.some((l) => l.to.includes(email)));
    const link = /#(\S+)/.exec(textOf(mail.letters.find((l) => l.to.includes(email))!))![1]!;
    expect((await school.post('/api/auth/set-password', { secret: link, password: PASSWORD })).status).toBe(200);
    expect(await signIn(email)).toMatchObject({ status: 401, code: 'code-needed' });
    expect((await signIn(email, code(secret))).status).toBe(200);
  });
});

describe('signed in elsewhere', () => {
  it('is seen, and ended with the password: streams and all, but for this device', async () => {
    const here = await school.add('many', 'teacher');
    const there = (await school.post('/api/auth/sign-in', { email: 'many@school.example', password: PASSWORD })).headers
      .getSetCookie()
      .find((c) => c.startsWith('sapling='))!
      .split(';')[0]!;
    const list = (await school.ask('GET', '/api/me/sign-ins', { as: here })).body as { here: boolean }[];
    expect(list.map((s) => s.here)).toEqual([true, false]);
    const stream = await fetch(`${school.running.url}/api/events`, { headers: { cookie: there } });
    const ended = stream.text();
    expect((await school.ask('POST', '/api/me/sign-ins/end', { as: here, body: { password: 'not mine at all' } })).status).toBe(400);
    expect((await school.ask('POST', '/api/me/sign-ins/end', { as: here, body: { password: PASSWORD } })).body).toEqual({ ended: 1 });
    await ended;
    expect((await fetch(`${school.running.url}/api/today`, { headers: { cookie: there } })).status).toBe(401);
    expect((await school.ask('GET', '/api/today', { as: here })).status).toBe(200);
  });
});

const until = async (holds: () => boolean): Promise<void> => {
  for (let n = 0; n < 200 && !holds(); n += 1) await new Promise((next) => setTimeout(next, 20));
  expect(holds()).toBe(true);
};

describe('letters', () => {
  const to = (email: string) => mail.letters.filter((l) => l.to.includes(email));

  it('bring a link to who forgot, at the address of the installation whatever the request says, and it works once', async () => {
    await school.add('forgets', 'tutor');
    const asked = await fetch(`${school.running.url}/api/auth/forgotten`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-host': 'evil.example' },
      body: JSON.stringify({ email: 'forgets@school.example' }),
    });
    expect(await asked.json()).toEqual({ ok: true });
    await until(() => to('forgets@school.example').length === 1);
    const text = textOf(to('forgets@school.example')[0]!);
    const [, url, secret] = /(https:\/\/\S+)#(\S+)/.exec(text)!;
    expect(url).toBe('https://sapling.school.example/new-password');
    const set = () => school.post('/api/auth/set-password', { secret, password: 'quite another password' });
    expect((await set()).status).toBe(200);
    expect((await set()).status).toBe(404);
  });

  it('say the same to whoever asks for whoever, and are three an hour to one account at most', async () => {
    const nobody = await school.post('/api/auth/forgotten', { email: 'nobody@nowhere.example' });
    expect([nobody.status, await nobody.json()]).toEqual([200, { ok: true }]);
    await school.add('often', 'tutor');
    for (let n = 0; n < 6; n += 1) expect((await school.post('/api/auth/forgotten', { email: 'often@school.example' })).status).toBe(200);
    await until(() => to('often@school.example').length === 3);
    await new Promise((next) => setTimeout(next, 300));
    expect([to('often@school.example').length, to('nobody@nowhere.example').length]).toEqual([3, 0]);
    // and from one address so many in all
    const statuses: number[] = [];
    for (let n = 0; n < 20; n += 1) statuses.push((await school.post('/api/auth/forgotten', { email: `n${n}@nowhere.example` })).status);
    expect(statuses.at(-1)).toBe(429);
  });

  it('invite, and a server that is out of order stops nobody and is told to the log without a name', async () => {
    const invite = (name: string) =>
      school.ask('POST', '/api/team/invited', {
        as: lead,
        body: { name, email: `${name.toLowerCase()}@school.example`, role: 'tutor', classIds: [] },
      });
    expect((await invite('Ingrid')).body).toMatchObject({ mailed: true });
    await until(() => to('ingrid@school.example').length === 1);
    expect(textOf(to('ingrid@school.example')[0]!)).toContain('Ingrid,');
    mail.refuses = true;
    expect((await invite('Ottokar')).status).toBe(200);
    await until(() => school.log.join('').includes('a letter could not be sent'));
    expect(school.log.join('').toLowerCase()).not.toContain('ottokar');
    mail.refuses = false;
  });
});
