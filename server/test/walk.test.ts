/**
 * A school in which a great deal happens, in an order nobody thought of: children move, leave, come back and are two records of
 * one; groups end and go on; sessions are planned, held, binned; checks are given to another child. After every step what must
 * always hold is asked of the server, as a lead and as a tutor see it; and whatever can be undone is, and leaves no trace.
 */
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Child, Group, Merge, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { uuidv7 } from '../src/ids.js';
import { now, observation, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let classes: string[];
const adults: (string | null)[] = [null];
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  classes = [await school.addClass('Wrens'), await school.addClass('Larks')];
  await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo', 'Dan', 'Eve']);
  await school.addChildren('Larks', ['Fay', 'Gus', 'Hal', 'Ivy']);
  tutor = await school.add('tutor', 'tutor');
  // some records know what others do not
  for (const [k, { id, version }] of (await children()).entries())
    await ask('PATCH', `/api/children/${id}`, { externalId: k % 2 ? `N${k}` : null, needs: k % 3 ? 'Glasses' : '', version });
  adults.push(lead.id, tutor.id);
});
afterAll(() => school.close());

/** mulberry32: the same walk for the same number. */
function dice(seed: number): (below: number) => number {
  let a = seed;
  return (below) => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4294967296) * below);
  };
}
type ChildRow = Child & { line: { gpc: string; state: string; p: number; basedOn: number }[] };
const get = async <T>(path: string, as = lead): Promise<T> => {
  const { status, body } = await school.ask('GET', path, { as });
  expect(status, `${path}: ${JSON.stringify(body).slice(0, 300)}`).toBe(200);
  return body as T;
};
const ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
  const answer = await school.ask(method, path, { as: lead, body });
  expect(answer.status, `${method} ${path} ${JSON.stringify(body)}: ${JSON.stringify(answer.body)}`).toBe(200);
  return answer.body as T;
};
const send = async (type: string, record: Record<string, unknown> & { id: string }): Promise<void> => {
  const { results } = await ask<{ results: { status: string }[] }>('POST', '/api/outbox', { entries: [{ type, id: record.id, record }] });
  expect(results[0]!.status, JSON.stringify(results)).toBe('stored');
};
const children = (): Promise<ChildRow[]> => get('/api/children');
const groups = (): Promise<Group[]> => get('/api/groups');
const sessions = (): Promise<Session[]> => get('/api/sessions');
const known = (e: { version: number; id: string }) => ({ id: e.id, version: e.version });

const word = (text: string, child?: string) => ({ word: text, units: [], focus: [], ...(child && { for: child }) });
/** A plan with a card and a word that are one child's own, and a remark about them. */
const planFor = (members: readonly string[], roll: (n: number) => number) => {
  const [one, other] = [members[roll(members.length)]!, members[roll(members.length)]!];
  const part = { title: '', how: '', gpcs: ['s:s'] };
  return {
    focus: ['ai:ay'],
    minutes: 20,
    parts: [
      { ...part, id: 'r', kind: 'review', minutes: 4, words: [], whose: { 's:s': [...new Set([one, other])] } },
      { ...part, id: 'w', kind: 'read words', minutes: 16, words: [word('sat'), word('tin', other)] },
    ],
    ...(roll(2) === 0 && { drawn: {} }),
  };
};
/** Whom a plan speaks of. */
const spokenOf = (plan: Session['plan']): string[] =>
  plan.parts.flatMap((p) => [...p.words.flatMap((w) => w.for ?? []), ...Object.values(p.whose ?? {}).flat()]);

/** Everything a lead sees, without what says only that something was touched. */
async function all(): Promise<unknown> {
  const [kids, teams, plans, bin] = [await children(), await groups(), await sessions(), await get<Record<string, { id: string }[]>>('/api/bin')]; // prettier-ignore
  const leavers = await get<{ id: string }[]>('/api/leavers');
  const rooms = await get<{ id: string; name: string; year: string; children: number }[]>('/api/classes');
  const sorted = (ids: readonly string[]): string[] => [...ids].sort();
  const of = <T extends { id: string }>(list: readonly T[], what: (e: T) => unknown) =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1)).map((e) => [e.id, what(e)]);
  return {
    children: of(kids, (c) => [
      c.givenName,
      c.familyName,
      c.classId,
      c.externalId,
      c.needs,
      c.line.map((p) => [p.gpc, p.state, p.basedOn]),
    ]),
    groups: of(teams, (g) => [g.name, g.adultId, g.focus, sorted(g.members)]),
    sessions: of(plans, (s) => [s.on, s.adultId, sorted(s.members.map((m) => m.id)), s.plan, s.log && { ...s.log, attendance: of(s.log.attendance.map((a) => ({ id: a.child, ...a })), (a) => a.present) }]), // prettier-ignore
    bin: Object.fromEntries(Object.entries(bin).map(([kind, list]) => [kind, sorted(list.map((e) => e.id))])),
    leavers: sorted(leavers.map((l) => l.id)),
    classes: of(rooms, (c) => [c.name, c.year, c.children]),
  };
}

/** So many walks; more with WALKS, to look for what these do not meet. */
const WALKS = Array.from({ length: Number(process.env.WALKS ?? 2) }, (_, k) => 11 + k);
const STEPS = 27;
let yearsClosed = 0;

class Walk {
  /** By session: who was in it when it was held. Of them those are shown who have not left the school. */
  readonly held = new Map<string, string[]>();
  /** Merges that may still be taken back. */
  readonly merges: string[] = [];
  readonly ended: { id: string; version: number }[] = [];
  readonly left: string[] = [];
  /** Plans that lie in the bin. */
  readonly out: string[] = [];
  constructor(readonly roll: (below: number) => number) {}

  pick<T>(list: readonly T[]): T | undefined {
    return list.length === 0 ? undefined : list[this.roll(list.length)];
  }
  readonly steps: Readonly<Record<string, () => Promise<void>>> = {
    'a child moves': async () => {
      const [kids, teams] = [await children(), await groups()];
      const child = this.pick(kids)!;
      const from = teams.find((g) => g.members.includes(child.id));
      const to = this.pick(teams.filter((g) => g.id !== from?.id && g.members.length < 6));
      if (from || to)
        await ask('POST', '/api/groups/move', { child: child.id, from: from ? known(from) : null, to: to ? known(to) : null });
    },
    'a group begins': async () => {
      const [kids, teams] = [await children(), await groups()];
      const free = kids.filter((c) => !teams.some((g) => g.members.includes(c.id))).slice(0, 1 + this.roll(3));
      if (free.length === 0 || teams.length > 3) return;
      const members = free.map((c) => c.id);
      await ask('POST', '/api/groups', { groups: [{ name: 'Alder', adultId: this.pick(adults)!, focus: ['ai:ay'], members }] });
    },
    'a group ends': async () => {
      const group = this.pick(await groups());
      if (!group) return;
      await ask('POST', '/api/groups/arrange', { change: [], add: [], end: [known(group)], reopen: [] });
      this.ended.push({ id: group.id, version: group.version + 1 });
    },
    'a group goes to another adult': async () => {
      const group = this.pick(await groups());
      if (group) await ask('PATCH', `/api/groups/${group.id}`, { adultId: this.pick(adults)!, version: group.version });
    },
    'a session is planned': async () => {
      const group = this.pick((await groups()).filter((g) => g.members.length > 0));
      if (!group) return;
      const on = daysAfter(schoolToday(), this.roll(9) - 3);
      await ask('POST', '/api/sessions', { groupId: group.id, on, adultId: group.adultId, plan: planFor(group.members, this.roll) });
    },
    'a session is held': async () => {
      const session = this.pick((await sessions()).filter((s) => s.log === null && s.on <= schoolToday() && s.members.length > 0));
      if (!session) return;
      const there = session.members.map((m) => m.id);
      const attendance = there.map((child) => ({ child, present: this.roll(4) > 0 }));
      await send('log', { id: uuidv7(), session: session.id, by: lead.id, at: now(), attendance, done: ['w'], happened: 'Well.' });
      this.held.set(session.id, there.sort());
    },
    'a child leaves by a slip': async () => {
      const kids = await children();
      const { id, version, classId } = this.pick(kids)!;
      const before = await all();
      await ask('POST', `/api/children/${id}/leave`, { version });
      await ask('POST', `/api/children/${id}/return`, { classId, groups: true });
      expect(await all(), 'who left by a slip is where they were').toEqual(before);
    },
    'a child leaves': async () => {
      const kids = await children();
      if (kids.length < 6) return;
      const { id, version } = this.pick(kids)!;
      await ask('POST', `/api/children/${id}/leave`, { version });
      this.left.push(id);
    },
    'a child comes back': async () => {
      const id = this.left.shift();
      if (id) await ask('POST', `/api/children/${id}/return`, { classId: this.pick(classes)! });
    },
    'a group that ended goes on': async () => {
      const again = this.ended.shift();
      if (again) await ask('POST', '/api/groups/arrange', { change: [], add: [], end: [], reopen: [again] });
    },
    'two records become one for some time': async () => {
      const kids = await children();
      const [a, b] = [this.pick(kids)!, this.pick(kids)!];
      if (a.id === b.id || kids.length < 6) return;
      this.merges.push((await ask<Merge>('POST', `/api/children/${a.id}/merge`, await this.oneOf(a, b))).id);
      await this.noteHeld();
    },
    'and are two again': async () => {
      const id = this.merges.shift();
      if (!id) return;
      await ask('POST', `/api/merges/${id}/undo`);
      await this.noteHeld();
    },
    'a plan moves to another day': async () => {
      const session = this.pick((await sessions()).filter((s) => s.log === null));
      if (!session) return;
      const on = daysAfter(schoolToday(), this.roll(9) - 3);
      await ask('PATCH', `/api/sessions/${session.id}`, { on, version: session.version });
    },
    'a plan is taken out for some time': async () => {
      const session = this.pick((await sessions()).filter((s) => s.log === null));
      if (!session) return;
      await school.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`, { as: lead });
      this.out.push(session.id);
    },
    'and comes back': async () => {
      const id = this.out.shift();
      if (id) await ask('PUT', `/api/sessions/${id}/bin`, { binned: false });
    },
    'a card is answered': async () => {
      const child = this.pick(await children())!.id;
      const gpc = this.pick(['s:s', 't:t', 'ai:ay'])!;
      const { record } = observation(lead.id, child, { gpc, outcome: this.pick(['right', 'wrong', 'slow'])! });
      await send('observation', record);
    },
  };
  /** Two records become one, in one of the groups they are in. */
  async oneOf(a: ChildRow, b: ChildRow): Promise<{ other: string; group?: string | undefined }> {
    return { other: b.id, group: this.pick((await groups()).filter((g) => g.members.some((m) => m === a.id || m === b.id)))?.id };
  }
  async noteHeld(): Promise<void> {
    for (const s of await sessions()) if (s.log) this.held.set(s.id, s.members.map((m) => m.id).sort());
  }
  /** What is done and undone. */
  readonly thereAndBack: Readonly<Record<string, () => Promise<(() => Promise<unknown>) | null>>> = {
    'two records become one': async () => {
      const kids = await children();
      const [a, b] = [this.pick(kids)!, this.pick(kids)!];
      if (a.id === b.id) return null;
      const merge = await ask<Merge>('POST', `/api/children/${a.id}/merge`, await this.oneOf(a, b));
      return () => ask('POST', `/api/merges/${merge.id}/undo`);
    },
    'a held session goes into the bin': async () => {
      const session = this.pick((await sessions()).filter((s) => s.log !== null));
      if (!session) return null;
      await ask('PUT', `/api/sessions/${session.id}/bin`, { binned: true });
      return () => ask('PUT', `/api/sessions/${session.id}/bin`, { binned: false });
    },
    'a session is taken out': async () => {
      const session = this.pick((await sessions()).filter((s) => s.log === null));
      if (!session) return null;
      await school.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`, { as: lead });
      return () => ask('PUT', `/api/sessions/${session.id}/bin`, { binned: false });
    },
    'a check was another child’s': async () => {
      const kids = await children();
      const [child, other] = [this.pick(kids)!.id, this.pick(kids)!.id];
      if (child === other) return null;
      const check = uuidv7();
      await send('check', { id: check, child, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] });
      await send('observation', observation(lead.id, child, { check, outcome: 'wrong' }).record);
      await send('finish', { id: uuidv7(), check, child, by: lead.id, at: now(), reason: 'done' });
      this.settled = await all();
      await ask('PUT', `/api/checks/${check}/child`, { child: other });
      return () => ask('PUT', `/api/checks/${check}/child`, { child });
    },
    'a check goes into the bin': async () => {
      const child = this.pick(await children())!.id;
      const before = await all();
      const check = uuidv7();
      await send('check', { id: check, child, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['t:t'] });
      await send('observation', observation(lead.id, child, { check, gpc: 't:t' }).record);
      await send('finish', { id: uuidv7(), check, child, by: lead.id, at: now(), reason: 'done' });
      this.settled = await all();
      await ask('PUT', `/api/checks/${check}/bin`, { binned: true });
      // in the bin it is as if it had never been
      expect({ ...((await all()) as object), bin: null }).toEqual({ ...(before as object), bin: null });
      return () => ask('PUT', `/api/checks/${check}/bin`, { binned: false });
    },
    'a year is closed and opened again': async () => {
      // a backup is made first, which takes seconds: once in all unless many walks are asked for
      if (yearsClosed >= WALKS.length - 1) return null;
      yearsClosed += 1;
      const rooms = await get<{ id: string; name: string }[]>('/api/classes');
      const kids = await children();
      const body = {
        ending: '2026/27',
        classes: rooms.map(({ id, name }, k) => ({ id, next: k === 0 && kids.length > 6 ? null : { name: `${name} 2`, year: '2' } })),
        others: [],
        adults: this.pick(['with the name', 'with the children'])!,
      };
      const { year } = await ask<{ year: string }>('POST', '/api/years', body);
      expect(await groups()).toEqual([]);
      return () => ask('POST', `/api/years/${year}/undo`);
    },
    'a class list is brought in': async () => {
      const kids = await children();
      const rooms = await get<{ id: string; name: string; year: string }[]>('/api/classes');
      const row = (k: number, givenName: string, familyName: string) => {
        const { name: className, year } = this.pick(rooms)!;
        return { row: k + 2, givenName, familyName, className, year, externalId: null, same: this.roll(2) === 0 };
      };
      // some of them are here, and some of these in another class
      const rows = [...kids.slice(0, 3).map((c, k) => row(k, c.givenName, c.familyName)), row(3, 'Zed', 'New'), row(4, 'Yan', 'New')];
      const id = uuidv7();
      await ask('POST', '/api/imports', { id, fileName: 'list.csv', rows });
      expect((await children()).filter((c) => c.familyName === 'New')).toHaveLength(2);
      return () => ask('POST', `/api/imports/${id}/undo`);
    },
    'a group ends and goes on': async () => {
      const group = this.pick(await groups());
      if (!group) return null;
      await ask('POST', '/api/groups/arrange', { change: [], add: [], end: [known(group)], reopen: [] });
      const again = { id: group.id, version: group.version + 1 };
      return () => ask('POST', '/api/groups/arrange', { change: [], add: [], end: [], reopen: [again] });
    },
  };
  /** What stood before, where getting there takes more than the step itself. */
  settled: unknown = null;
}

/** What holds whatever happened. */
async function holds(walk: Walk, after: string): Promise<void> {
  const [kids, teams, plans] = [await children(), await groups(), await sessions()];
  const here = new Set(kids.map((c) => c.id));
  const inGroups = teams.flatMap((g) => g.members);
  expect(new Set(inGroups).size, `${after}: a child in two groups`).toBe(inGroups.length);
  for (const id of inGroups) expect(here.has(id), `${after}: somebody in a group who is not here`).toBe(true);
  for (const s of plans) {
    const members = s.members.map((m) => m.id).sort();
    const group = teams.find((g) => g.id === s.groupId);
    const says = `${after}: the session of ${s.on}`;
    if (s.log) expect(members, `${says} was held with others`).toEqual(walk.held.get(s.id)!.filter((id) => here.has(id)));
    else if (group && s.on >= schoolToday()) {
      expect(members, `${says} is not for its group`).toEqual([...group.members].sort());
      expect(
        spokenOf(s.plan).filter((id) => !members.includes(id)),
        `${says} speaks of somebody who is not in it`,
      ).toEqual([]);
      expect(
        (s.plan.joined ?? []).filter((id) => !members.includes(id)),
        `${says} names who joined and is gone`,
      ).toEqual([]);
    }
  }
  // a tutor sees what they were given and whom they teach, and nobody else
  const mine = await get<Session[]>('/api/sessions', tutor);
  const theirGroups = new Set(teams.filter((g) => g.adultId === tutor.id).map((g) => g.id));
  for (const s of mine)
    expect(s.adultId === tutor.id || theirGroups.has(s.groupId), `${after}: a tutor sees a session of others`).toBe(true);
  const theirs = new Set([...mine.flatMap((s) => s.members.map((m) => m.id)), ...teams.filter((g) => theirGroups.has(g.id)).flatMap((g) => g.members)]); // prettier-ignore
  for (const c of await get<ChildRow[]>('/api/children', tutor))
    expect(theirs.has(c.id), `${after}: a tutor sees a child of others`).toBe(true);
}

it.each(WALKS)(
  'holds after every step of walk %i, and what is undone leaves no trace',
  async (seed) => {
    const walk = new Walk(dice(seed));
    await walk.noteHeld();
    const done = new Map<string, number>();
    for (let n = 0; n < STEPS; n += 1) {
      const back = n % 3 === 2;
      const name = walk.pick(Object.keys(back ? walk.thereAndBack : walk.steps))!;
      done.set(name, (done.get(name) ?? 0) + 1);
      if (back) {
        walk.settled = await all();
        const undo = await walk.thereAndBack[name]!();
        if (!undo) continue;
        await undo();
        expect(await all(), `${seed}, step ${n}: ${name}, and back`).toEqual(walk.settled);
      } else await walk.steps[name]!();
      await holds(walk, `${seed}, step ${n}: ${name}`);
    }
    expect(done.size).toBeGreaterThan(8);
  },
  180_000,
);
