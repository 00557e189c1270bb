/** The school a walk goes through: who asks, what is asked again and again, and everything that can be seen of it. */
import { expect } from 'vitest';
import type {
  CheckState,
  Child,
  Colleague,
  Group,
  Merge,
  PairStateRow,
  ReadingSummary,
  Remark,
  SchoolClass,
  SchoolSettings,
  Session,
  StrandStateRow,
  Timetable,
} from '@sapling/contract';
import { renewStates } from '../../src/evidence/states.js';
import { now, School, type Person } from '../support.js';
import { libraryOf } from './library.js';

export type ChildRow = Child & { line: PairStateRow[]; strands: StrandStateRow[] };
export type Roll = (below: number) => number;

/** mulberry32: the same walk for the same number. */
export function dice(seed: number): Roll {
  let a = seed;
  return (below) => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4294967296) * below);
  };
}
export const known = (e: { version: number; id: string }) => ({ id: e.id, version: e.version });

const sorted = (ids: readonly string[]): string[] => [...ids].sort();
const of = <T extends { id: string }>(list: readonly T[], what: (e: T) => unknown) =>
  [...list].sort((a, b) => (a.id < b.id ? -1 : 1)).map((e) => [e.id, what(e)]);

/** Somebody else was quicker: it is gone, it stands otherwise now, or it does not fit what stands now; or both waited for each other. */
const REFUSALS = new Set([404, 409, 422, 503]);

type Sent = readonly [type: string, record: Record<string, unknown> & { id: string }];

/** What was asked for at the same moment as something else, and refused as out of date. */
export class Refused extends Error {}

export class World {
  /** Whether something else is going on: then an answer may be a refusal. */
  atOnce = false;
  readonly school = new School();
  lead!: Person;
  /** Another lead. */
  second!: Person;
  tutor!: Person;
  /** Has the first class. */
  teacher!: Person;
  /** Colleagues a group may be given to; null for nobody. */
  readonly adults: (string | null)[] = [null];
  /** What devices have sent, a batch each. */
  readonly sent: unknown[][] = [];
  /** How many years may still be closed: each makes a backup first, which takes seconds. */
  closes = 0;

  /** @param databaseUrl where it does not lie in a folder */
  async open(databaseUrl?: string): Promise<void> {
    await this.school.open({ databaseUrl });
    this.lead = await this.school.setUp();
    for (const [name, children] of [
      ['Wrens', ['Ada', 'Ben', 'Cleo', 'Dan', 'Eve']],
      ['Larks', ['Fay', 'Gus', 'Hal', 'Ivy']],
    ] as const) {
      await this.school.addClass(name);
      await this.school.addChildren(name, children);
    }
    this.tutor = await this.school.add('tutor', 'tutor');
    this.teacher = await this.school.add('teacher', 'teacher', [(await this.classes())[0]!.id]);
    this.second = await this.school.add('second', 'lead');
    // some records know what others do not
    for (const [k, { id, version }] of (await this.children()).entries())
      await this.ask('PATCH', `/api/children/${id}`, { externalId: k % 2 ? `N${k}` : null, needs: k % 3 ? 'Glasses' : '', version });
    this.adults.push(this.lead.id, this.tutor.id);
    const slots = ['nine', 'ten'].map((id, k) => ({ id, name: id, rooms: 1, days: [1, 2, 3, 4, 5], start: 550 + 60 * k, minutes: 25 }));
    await this.ask('PUT', '/api/settings', {
      ...(await this.get<SchoolSettings & { version: number }>('/api/settings')),
      slots,
      rooms: [{ id: 'nook', name: 'Reading nook', busy: [] }],
    });
  }

  async get<T>(path: string, as = this.lead, school = this.school): Promise<T> {
    const { status, body } = await school.ask('GET', path, { as });
    expect(status, `${path}: ${JSON.stringify(body).slice(0, 300)}`).toBe(200);
    return body as T;
  }
  async ask<T>(method: string, path: string, body?: unknown, as = this.lead): Promise<T> {
    const answer = await this.school.ask(method, path, { as, body });
    // a year that is closed while a class begins says nothing about it, and is refused for that
    const unsaid = answer.status === 400 && JSON.stringify(answer.body).includes('Nothing is said about');
    if (this.atOnce && (REFUSALS.has(answer.status) || unsaid)) throw new Refused(`${method} ${path}: ${JSON.stringify(answer.body)}`);
    expect(answer.status, `${method} ${path} ${JSON.stringify(body)}: ${JSON.stringify(answer.body)}`).toBe(200);
    return answer.body as T;
  }
  /** Records as a device sends them, each of which is stored. */
  async send(...entries: Sent[]): Promise<void> {
    this.sent.push(entries.map(([type, record]) => ({ type, id: record.id, record })));
    await this.sendAs(this.lead, ...entries);
  }
  async sendAs(as: Person, ...entries: Sent[]): Promise<void> {
    const body = { entries: entries.map(([type, record]) => ({ type, id: record.id, record })) };
    const { results } = await this.ask<{ results: { status: string }[] }>('POST', '/api/outbox', body, as);
    if (this.atOnce && results.some((r) => r.status === 'refused')) throw new Refused(JSON.stringify(results));
    expect(
      results.map((r) => r.status),
      JSON.stringify(results),
    ).toEqual(results.map(() => 'stored'));
  }
  readonly children = (): Promise<ChildRow[]> => this.get('/api/children');
  readonly groups = (): Promise<Group[]> => this.get('/api/groups');
  readonly sessions = (): Promise<Session[]> => this.get('/api/sessions');
  readonly classes = (): Promise<SchoolClass[]> => this.get('/api/classes');
  readonly readings = (): Promise<ReadingSummary[]> => this.get('/api/readings');

  async colleague({ id }: Person): Promise<Colleague> {
    return (await this.get<Colleague[]>('/api/team')).find((c) => c.id === id)!;
  }
  /** Everything a lead sees, without what says only that something was touched. @param as where it was read in elsewhere */
  async all(as = this.lead, school = this.school): Promise<Record<string, unknown>> {
    const get = <T>(path: string): Promise<T> => this.get<T>(path, as, school);
    // what a class was taught moves the strand of recall, which is renewed beside
    await renewStates(school.running.db, now());
    const kids = await get<ChildRow[]>('/api/children');
    const plans = await get<Session[]>('/api/sessions');
    const bin = await get<Record<string, { id: string }[]>>('/api/bin');
    const { meetings } = await get<Timetable>('/api/timetable');
    const heard = await get<ReadingSummary[]>('/api/readings');
    const checks = (await get<CheckState[]>('/api/checks')).filter((c) => !c.binned);
    return {
      children: of(kids, (c) => [
        [c.givenName, c.familyName, c.classId, c.externalId, c.needs, c.dateOfBirth, c.recordingConsent],
        c.line.map((p) => [p.gpc, p.state, p.basedOn]),
        c.strands.map((s) => [s.strand, s.state, s.basedOn]),
      ]),
      groups: of(await get<Group[]>('/api/groups'), (g) => [g.name, g.adultId, g.focus, g.slot, sorted(g.members)]),
      sessions: of(plans, (s) => [
        [s.on, s.adultId, s.plan, sorted(s.members.map((m) => m.id))],
        s.log && { ...s.log, attendance: of(s.log.attendance.map((a) => ({ id: a.child, ...a })), (a) => a.present) }, // prettier-ignore
        s.notes.map((n) => n.text),
      ]),
      bin: Object.fromEntries(Object.entries(bin).map(([kind, list]) => [kind, sorted(list.map((e) => e.id))])),
      leavers: sorted((await get<{ id: string }[]>('/api/leavers')).map((l) => l.id)),
      classes: of(await get<SchoolClass[]>('/api/classes'), (c) => [c.name, c.year, c.orderId, c.taughtSteps, c.children]),
      checks: of(checks, (c) => [c.child, c.kind, c.stack, c.marked, c.finishedAt, c.late]),
      readings: of(heard, (r) => [r.child, r.title, r.done, r.score, r.nth]),
      recordings: sorted(heard.filter((r) => r.recorded).map((r) => r.id)),
      rules: of(await get<{ id: string; kind: string; children: string[] }[]>('/api/groups/rules'), (r) => [r.kind, sorted(r.children)]),
      week: sorted(meetings.map((m) => [m.group, m.slot, m.adult, m.room].join())),
      remarks: of(await get<Remark[]>('/api/remarks'), (r) => [r.about, r.subject, r.text, r.mentions]),
      team: of(await get<Colleague[]>('/api/team'), (c) => [c.name, c.role, sorted(c.classIds), c.active]),
      library: await libraryOf(get),
      lendings: of(await get<{ id: string; colleagueId: string }[]>('/api/lendings'), (l) => l.colleagueId),
    };
  }
  /** Two records become one, in the group said. */
  merge(kept: string, other: string, group?: string): Promise<Merge> {
    return this.ask('POST', `/api/children/${kept}/merge`, { other, group });
  }
}
