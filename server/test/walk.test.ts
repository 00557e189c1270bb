/**
 * A school in which a great deal happens, in an order nobody thought of: children move, leave, come back and are two records of
 * one; groups end, are lent and go on; sessions are planned, held, binned; checks and readings are given to another child; three
 * things are done at one moment. After every step what must always hold is asked of the server, as a lead and as a tutor see it;
 * whatever can be undone is, and leaves no trace; and what a school came to is the same once it was written out and read in elsewhere.
 */
import type { Child, CheckState, ReadingSummary, Remark } from '@sapling/contract';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { PostgresServer } from './postgres-server.js';
import { School, type Person } from './support.js';
import { STEPS, THERE_AND_BACK } from './walk/all-steps.js';
import { atOnce } from './walk/at-once.js';
import { Listener } from './walk/hears.js';
import { holds } from './walk/holds.js';
import { Walk } from './walk/steps.js';
import { dice, World } from './walk/world.js';

/** So many walks; more with WALKS, to look for what these do not meet. */
const WALKS = Array.from({ length: Number(process.env.WALKS ?? 2) }, (_, k) => 11 + k);
const STEPS_EACH = Number(process.env.STEPS ?? 18);

const world = new World();
/** With DATABASE=server the school lies in a PostgreSQL server, where two things at one moment really are. */
const server = process.env.DATABASE === 'server' ? await PostgresServer.start() : undefined;
// once in all, unless many walks are asked for
world.closes = WALKS.length - 1;
beforeAll(async () => world.open(await server?.database('school')));
afterAll(async () => {
  await world.school.close();
  server?.stop();
});

/** One thing after another, so that what is told first is what is not the same. */
function same(is: Record<string, unknown>, was: unknown, when: string): void {
  for (const what of Object.keys(is)) {
    const [now, before] = [is[what], (was as Record<string, unknown>)[what]];
    const lines = (list: unknown): string[] => (Array.isArray(list) ? list.map((e) => JSON.stringify(e)) : []);
    const [added, gone] = [lines(now).filter((l) => !lines(before).includes(l)), lines(before).filter((l) => !lines(now).includes(l))];
    expect(now, `${when}: ${what}; now ${added.join(' ')}, before ${gone.join(' ')}`).toEqual(before);
  }
}

it.each(WALKS)(
  'holds after every step of walk %i, and what is undone leaves no trace',
  async (seed) => {
    const walk = new Walk(world, dice(seed));
    await walk.noteHeld();
    const done = new Set<string>();
    const listeners = await Promise.all([world.second, world.tutor, world.teacher].map((person) => Listener.of(world, person)));
    for (let n = 0; n < STEPS_EACH; n += 1) {
      const back = n % 3 === 2;
      const name = n % 4 === 1 ? 'several at once' : walk.pick(Object.keys(back ? THERE_AND_BACK : STEPS))!;
      let after = `${seed}, step ${n}: ${name}`;
      done.add(name);
      if (n % 4 === 1) after = `${seed}, step ${n}: ${await atOnce(walk, world)}`;
      else if (back) {
        walk.settled = await world.all();
        const undo = await THERE_AND_BACK[name]!(walk, world);
        if (!undo) continue;
        await undo();
        same(await world.all(), walk.settled, `${after}, and back`);
      } else await STEPS[name]!(walk, world);
      await holds(walk, world, after);
      // every second step, so that what is read between is no more than twice the walk
      if (n % 2 === 1) await Promise.all(listeners.map((listener) => listener.check(after)));
    }
    for (const listener of listeners) listener.close();
    expect(done.size).toBeGreaterThan(8);
  },
  480_000,
);

it('is the same school once it was written out and read in elsewhere', async () => {
  const elsewhere = new School();
  await elsewhere.open();
  try {
    const file = await world.get('/api/installation.json');
    const read = await elsewhere.ask('POST', '/api/installation', { body: file });
    expect(read.status, JSON.stringify(read.body)).toBe(200);
    const there = await elsewhere.signIn('lead@school.example');
    // recordings stay where they were made
    const bare = (all: Record<string, unknown>): Record<string, unknown> => ({ ...all, recordings: null });
    same(bare(await world.all(there, elsewhere)), bare(await world.all()), 'read in elsewhere');
  } finally {
    await elsewhere.close();
  }
});

it('says the same of each child whose record was taken along to another school', async () => {
  const { school, lead } = world;
  const other = new School();
  await other.open();
  try {
    const head = await other.setUp();
    const classId = await other.addClass('Newcomers');
    for (const child of await world.children()) {
      const zip = await fetch(`${school.running.url}/api/children/${child.id}/record.zip`, { headers: { cookie: lead.cookie } });
      const file = JSON.parse(strFromU8(unzipSync(new Uint8Array(await zip.arrayBuffer()))['child.json']!)) as unknown;
      const read = await other.ask('POST', '/api/children/record', { as: head, body: { classId, file } });
      expect(read.status, JSON.stringify(read.body).slice(0, 300)).toBe(200);
      same(await toldOf((read.body as Child).id, other, head), await toldOf(child.id, school, lead), child.givenName);
    }
  } finally {
    await other.close();
  }
});

/** What is told of a child by whatever was ever seen of them, without keys, which may be others elsewhere. */
async function toldOf(child: string, school: School, as: Person): Promise<Record<string, unknown>> {
  const get = async <T>(path: string): Promise<T> => (await school.ask('GET', path, { as })).body as T;
  const sorted = (list: readonly unknown[]): string[] => list.map((e) => JSON.stringify(e)).sort();
  const evidence = await get<Record<string, unknown>[]>(`/api/children/${child}/evidence`);
  const checks = (await get<CheckState[]>(`/api/checks?childId=${child}`)).filter((c) => !c.binned);
  const readings = await get<ReadingSummary[]>(`/api/readings?childId=${child}`);
  const remarks = await get<Remark[]>(`/api/remarks?subject=${child}`);
  const { givenName, familyName, needs, firstLanguage } = await get<Child>(`/api/children/${child}`);
  return {
    child: [givenName, familyName, needs, firstLanguage],
    evidence: sorted(evidence.map((o) => [o.at, o.kind, o.gpc, o.outcome, o.said, o.ms])),
    checks: sorted(checks.map((c) => [c.startedAt, c.kind, c.stack, c.marked, c.finishedAt, c.late])),
    readings: sorted(readings.map((r) => [r.at, r.title, r.done, Object.entries(r.score).sort(), r.nth, r.markings])),
    remarks: sorted(remarks.map((r) => [r.at, r.text])),
  };
}
