/**
 * Several servers on one PostgreSQL: it does not matter which of them a page is connected to, and what one does holds at the other
 * before it has answered.
 */
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { children } from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { postgresBus, type BusMessage } from '../src/live/bus.js';
import postgres from 'postgres';
import { PostgresServer } from './postgres-server.js';
import { now, observation, PASSWORD, reading, School, type Person } from './support.js';

let server: PostgresServer;
let url: string;
const one = new School();
const two = new School();
let lead: Person;
let kids: string[];
let wrens: string;

beforeAll(async () => {
  server = await PostgresServer.start();
  url = await server.database('school');
  // both at once, on nothing: one migrates, the other waits for it
  await Promise.all([one.open({ databaseUrl: url }), two.open({ databaseUrl: url })]);
  lead = await one.setUp();
  wrens = await one.addClass('Wrens');
  kids = await one.addChildren('Wrens', ['Ada', 'Ben']);
});
afterAll(async () => {
  await Promise.all([one.close(), two.close()]);
  server.stop();
});

/** What comes down a stream of events, until it ends. */
async function listening(
  school: School,
  path: string,
  cookie = '',
): Promise<{ heard: string[]; ended: Promise<void>; stop(): Promise<void> }> {
  const cut = new AbortController();
  const answer = await fetch(school.running.url + path, { headers: { cookie }, signal: cut.signal });
  expect(answer.status).toBe(200);
  const heard: string[] = [];
  const ended = (async () => {
    try {
      for await (const piece of answer.body! as unknown as AsyncIterable<Uint8Array>) heard.push(Buffer.from(piece).toString());
    } catch {
      // cut off from here
    }
  })();
  return { heard, ended, stop: async () => (cut.abort(), ended) };
}
const until = async (holds: () => boolean): Promise<void> => {
  for (let n = 0; n < 200 && !holds(); n += 1) await new Promise((next) => setTimeout(next, 25));
  expect(holds()).toBe(true);
};

describe('two processes on one database', () => {
  it('know each other’s sign-ins, and read what the other wrote', async () => {
    const entry = observation(lead.id, kids[0]!);
    await one.ask('POST', '/api/outbox', { as: lead, body: { entries: [entry] } });
    const seen = (await two.ask('GET', `/api/children/${kids[0]!}/evidence`, { as: lead })).body as { id: string }[];
    expect(seen.map((o) => o.id)).toEqual([entry.id]);
  });

  it('store every mark of a batch once, sent to both at the same moment, and raise the child’s version for each', async () => {
    const version = async (): Promise<number> => {
      const [row] = await one.running.db.select({ n: children.evidenceVersion }).from(children).where(eq(children.id, kids[1]!));
      return row!.n;
    };
    const before = await version();
    const entries = Array.from({ length: 24 }, () => observation(lead.id, kids[1]!));
    const batches = [entries.slice(0, 9), entries.slice(6, 16), entries.slice(14), entries];
    const sent = await Promise.all(
      batches.map((some, k) => [one, two][k % 2]!.ask('POST', '/api/outbox', { as: lead, body: { entries: some } })),
    );
    const statuses = sent.flatMap((s) => (s.body as { results: { status: string }[] }).results.map((r) => r.status));
    expect(statuses.filter((s) => s === 'stored')).toHaveLength(24);
    expect(new Set(statuses)).toEqual(new Set(['stored', 'already']));
    const seen = (await two.ask('GET', `/api/children/${kids[1]!}/evidence`, { as: lead })).body as { id: string }[];
    expect(seen.map((o) => o.id).sort()).toEqual(entries.map((e) => e.id).sort());
    expect(await version()).toBe(before + 24);
  });

  it('tell what changed to those who listen at the other, and to nobody else', async () => {
    const teacher = await one.add('teacher', 'teacher', [wrens]);
    const away = await one.add('away', 'teacher', []);
    const near = await listening(two, '/api/events', teacher.cookie);
    const far = await listening(two, '/api/events', away.cookie);
    await one.ask('POST', '/api/outbox', { as: lead, body: { entries: [observation(lead.id, kids[1]!)] } });
    await until(() => near.heard.join('').includes(kids[1]!));
    expect(far.heard.join('')).not.toContain(kids[1]!);
    await Promise.all([near.stop(), far.stop()]);
  });

  it('allow nothing that the other has just taken away', async () => {
    const passing = await one.add('passing', 'teacher', [wrens]);
    for (const school of [one, two]) expect((await school.ask('GET', `/api/children/${kids[0]!}`, { as: passing })).status).toBe(200);
    const person = ((await one.ask('GET', '/api/team', { as: lead })).body as { id: string; version: number }[]).find(
      (p) => p.id === passing.id,
    )!;
    const changed = await one.ask('PATCH', `/api/team/${passing.id}`, { as: lead, body: { classIds: [], version: person.version } });
    expect(changed.status).toBe(200);
    // asked at once: no message has to arrive first
    expect((await two.ask('GET', `/api/children/${kids[0]!}`, { as: passing })).status).toBe(404);
    expect((await two.ask('GET', '/api/children', { as: passing })).body).toEqual([]);
  });

  it('end streams that rest on a sign-in which ended at the other', async () => {
    const leaver = await one.add('leaver', 'teacher', [wrens]);
    const stream = await listening(two, '/api/events', leaver.cookie);
    await one.ask('POST', '/api/auth/sign-out', { as: leaver });
    await stream.ended;
    expect((await two.ask('GET', '/api/today', { as: leaver })).status).toBe(401);
  });

  it('count wrong passwords together', async () => {
    const statuses: number[] = [];
    for (let n = 0; n < 24; n += 1) {
      const school = n % 2 === 0 ? one : two;
      statuses.push((await school.post('/api/auth/sign-in', { email: `nobody${n}@school.example`, password: 'wrong password' })).status);
    }
    expect(statuses.filter((s) => s === 401)).toHaveLength(20);
    expect(statuses.slice(20)).toEqual([429, 429, 429, 429]);
    // a device that somebody signed in on at the one is known at the other
    const known = await one.post('/api/auth/sign-in', { email: 'lead@school.example', password: PASSWORD });
    expect(known.status).toBe(429);
  });

  it('play at the one what was recorded at the other', async () => {
    const id = uuidv7();
    await one.ask('PUT', `/api/children/${kids[0]!}/recording-consent`, { as: lead, body: { consent: true } });
    const record = reading(lead.id, kids[0]!, id);
    const sent = await one.ask('POST', '/api/outbox', { as: lead, body: { entries: [{ type: 'reading', id, record }] } });
    expect((sent.body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(['stored']);
    for (const part of [0, 1]) {
      const base64 = Buffer.from(`part ${part} `).toString('base64');
      const put = await [one, two][part]!.ask('PUT', `/api/readings/${id}/recording/${part}`, {
        as: lead,
        body: { mime: 'audio/webm', base64 },
      });
      expect(put.status).toBe(200);
    }
    for (const school of [one, two]) {
      const sound = await fetch(`${school.running.url}/api/readings/${id}/recording`, { headers: { cookie: lead.cookie } });
      expect(await sound.text()).toBe('part 0 part 1 ');
    }
  });
});

describe('a reading whose step is being stored by one process', () => {
  it('is not kept by another as it was without the step', async () => {
    const id = uuidv7();
    const step = (n: number, what: object) => ({ id: uuidv7(), reading: id, child: kids[0]!, marking: id, by: lead.id, at: now(), n, step: what }); // prettier-ignore
    const entry = (type: string, record: { id: string }) => ({ type, id: record.id, record });
    const steps = [{ what: 'start' }, { what: 'stop', ms: 9000 }, { what: 'last', word: 1 }].map((what, n) => step(n, what));
    const sent = [entry('reading', reading(lead.id, kids[0]!, id) as { id: string }), ...steps.map((one) => entry('reading step', one))];
    const stored = await one.ask('POST', '/api/outbox', { as: lead, body: { entries: sent } });
    expect((stored.body as { results: { status: string }[] }).results).toEqual(sent.map(({ id: own }) => ({ id: own, status: 'stored' })));
    const done = async (): Promise<boolean> => {
      const list = (await two.ask('GET', '/api/readings', { as: lead })).body as { id: string; done: boolean }[];
      return list.find((r) => r.id === id)!.done;
    };
    const client = postgres(url, { max: 1, onnotice: () => undefined });
    // what the first process does with the last step, half-way when the second reads the list
    let reading2: Promise<boolean> = Promise.resolve(false);
    await client.begin(async (tx) => {
      await tx`select id from readings where id = ${id} for no key update`;
      await tx`delete from reading_outcomes where reading = ${id}`;
      const last = step(3, { what: 'done' });
      await tx`insert into reading_steps ${tx({ ...last, step: tx.json(last.step as never), received_at: last.at } as never)}`;
      reading2 = done();
      await new Promise((next) => setTimeout(next, 400));
    });
    await reading2;
    expect(await done(), 'it was read to the end').toBe(true);
    await client.end();
  });
});

describe('second screens at another process', () => {
  const card = { kind: 'see-say', item: { key: 'gpc s:s', gpc: 's:s', skill: 'recall' } };

  it('see each card, are counted, and go on with another process when theirs ends', async () => {
    const third = new School();
    await third.open({ databaseUrl: url });
    const { code } = (await one.ask('POST', '/api/screens', { as: lead })).body as { code: string };
    await new Promise((next) => setTimeout(next, 200));
    const screen = await listening(third, `/api/screens/${code}/events`);
    await new Promise((next) => setTimeout(next, 200));
    const shown = await one.ask('PUT', `/api/screens/${code}`, { as: lead, body: { card } });
    expect(shown.body).toEqual({ watching: 1 });
    await until(() => screen.heard.join('').includes('"gpc":"s:s"'));
    // the process it hangs on ends: the screen rejoins another and sees the card that is on
    await third.close();
    await screen.ended;
    expect(screen.heard.join('')).not.toContain('"open":false');
    const again = await listening(two, `/api/screens/${code}/events`);
    await until(() => again.heard.join('').includes('"gpc":"s:s"'));
    // a process that starts later knows the screens there are
    const late = new School();
    await late.open({ databaseUrl: url });
    await new Promise((next) => setTimeout(next, 300));
    const there = await listening(late, `/api/screens/${code}/events`);
    await until(() => there.heard.join('').includes('"gpc":"s:s"'));
    await one.ask('DELETE', `/api/screens/${code}`, { as: lead });
    await Promise.all([again.ended, there.ended]);
    expect(again.heard.join('')).toContain('"open":false');
    await late.close();
  });
});

describe('what processes tell each other', () => {
  it('arrives whole, however long it is and whatever it holds', async () => {
    const [here, there] = [0, 1].map(() => postgres(url, { max: 3, onnotice: () => undefined }));
    const fail = (error: unknown): never => {
      throw error;
    };
    const [mine, theirs] = [await postgresBus(here!, fail), await postgresBus(there!, fail)];
    const heard: BusMessage[] = [];
    theirs.listen((message) => void heard.push(message));
    const own: BusMessage[] = [];
    mine.listen((message) => void own.push(message));
    const long = Array.from({ length: 900 }, () => uuidv7());
    const messages: BusMessage[] = [
      { kind: 'event', event: { topic: 'children' }, about: { children: long } },
      { kind: 'drop', colleague: 'Zoë "\\ 声 🌱'.repeat(900) },
      { kind: 'which screens' },
    ];
    for (const message of messages) mine.tell(message);
    await until(() => heard.filter((m) => m.kind !== 'screen' && m.kind !== 'watching').length >= 3);
    for (const message of messages) expect(heard).toContainEqual(message);
    expect(own.filter((m) => m.kind === 'drop')).toEqual([]);
    await Promise.all([mine.close(), theirs.close()]);
    await Promise.all([here!.end(), there!.end()]);
  });
});
