/** What happens in a school: each step takes whom it finds. */
import { daysAfter } from '@sapling/core';
import type { Merge, SchoolSettings, Session, Timetable } from '@sapling/contract';
import { expect } from 'vitest';
import { uuidv7 } from '../../src/ids.js';
import { now, observation, PASSWORD, schoolToday } from '../support.js';
import { aReading, planFor } from './records.js';
import { known, type ChildRow, type Roll, type World } from './world.js';

export const GPCS = ['s:s', 't:t', 'ai:ay'];
const aDay = (roll: Roll): string => daysAfter(schoolToday(), roll(9) - 3);

/** What a walk remembers of what it did. */
export class Walk {
  /** By session: who was in it when it was held. Of them those are shown who have not left the school. */
  readonly held = new Map<string, string[]>();
  /** Merges that may still be taken back. */
  readonly merges: string[] = [];
  readonly ended: { id: string; version: number }[] = [];
  readonly left: string[] = [];
  /** Plans that lie in the bin. */
  readonly out: string[] = [];
  /** Class lists that may still be taken back. */
  readonly lists: string[] = [];
  /** Children whose records are gone for good, by key. */
  readonly erased: string[] = [];
  /** What stood before, where getting there takes more than the step itself. */
  settled: unknown = null;
  constructor(
    readonly world: World,
    readonly roll: Roll,
  ) {}

  pick<T>(list: readonly T[]): T | undefined {
    return list.length === 0 ? undefined : list[this.roll(list.length)];
  }
  /** Two different children; null where the school is too small to lose one. */
  async twoChildren(): Promise<[ChildRow, ChildRow] | null> {
    const kids = await this.world.children();
    const [a, b] = [this.pick(kids)!, this.pick(kids)!];
    return a.id === b.id || kids.length < 6 ? null : [a, b];
  }
  /** One of the groups that either is in. */
  async groupOf(a: ChildRow, b: ChildRow): Promise<string | undefined> {
    const teams = await this.world.groups();
    return this.pick(teams.filter((g) => g.members.some((m) => m === a.id || m === b.id)))?.id;
  }
  /** A session is held, with who was there and a note. */
  async hold(session: Session): Promise<void> {
    const there = session.members.map((m) => m.id);
    const attendance = there.map((child) => ({ child, present: this.roll(4) > 0 }));
    const log = { id: uuidv7(), session: session.id, by: this.world.lead.id, at: now(), attendance, done: ['w'], happened: 'Well.' };
    await this.world.send(
      ['log', log],
      ['note', { id: uuidv7(), session: session.id, by: this.world.lead.id, at: now(), text: 'Bring the cards.' }],
    );
    this.held.set(session.id, there.sort());
  }
  /** What may still be taken back, where two things were done at one moment and either may have stopped the other. */
  async lookAgain(): Promise<void> {
    const keep = <T>(list: T[], stays: (e: T) => boolean): unknown => list.splice(0, list.length, ...list.filter(stays));
    const merges = await this.world.get<Merge[]>('/api/merges');
    keep(this.merges, (id) => merges.some((m) => m.id === id && m.undoneAt === null));
    const leavers = await this.world.get<{ id: string }[]>('/api/leavers');
    keep(this.left, (id) => leavers.some((l) => l.id === id));
    const bin = await this.world.get<{ sessions: { id: string }[] }>('/api/bin');
    keep(this.out, (id) => bin.sessions.some((s) => s.id === id));
    keep(this.ended, () => false);
    const lists = await this.world.get<{ id: string; undoneAt: string | null }[]>('/api/imports');
    keep(this.lists, (id) => lists.some((l) => l.id === id && l.undoneAt === null));
    await this.noteHeld();
  }
  /** Who is in sessions that were held, with those who were and have left since: they are not shown, and may come back. */
  async noteHeld(): Promise<void> {
    const here = new Set((await this.world.children()).map((c) => c.id));
    for (const s of await this.world.sessions()) {
      if (!s.log) continue;
      const away = (this.held.get(s.id) ?? []).filter((id) => !here.has(id));
      this.held.set(s.id, [...new Set([...s.members.map((m) => m.id), ...away])].sort());
    }
  }
}

/** A list names nobody twice, though two are called so. */
export const eachName = <C extends Pick<ChildRow, 'givenName' | 'familyName'>>(kids: readonly C[]): C[] =>
  kids.filter((c, k) => kids.findIndex((x) => x.givenName === c.givenName && x.familyName === c.familyName) === k);

export type Steps = Readonly<Record<string, (walk: Walk, w: World) => Promise<unknown>>>;

const groupSteps: Steps = {
  'a child moves': async (walk, w) => {
    const [kids, teams] = [await w.children(), await w.groups()];
    const child = walk.pick(kids)!;
    const from = teams.find((g) => g.members.includes(child.id));
    const to = walk.pick(teams.filter((g) => g.id !== from?.id && g.members.length < 6));
    if (from || to)
      await w.ask('POST', '/api/groups/move', { child: child.id, from: from ? known(from) : null, to: to ? known(to) : null });
  },
  'a group begins': async (walk, w) => {
    const [kids, teams] = [await w.children(), await w.groups()];
    const free = kids.filter((c) => !teams.some((g) => g.members.includes(c.id))).slice(0, 1 + walk.roll(3));
    if (free.length === 0 || teams.length > 3) return;
    const members = free.map((c) => c.id);
    await w.ask('POST', '/api/groups', { groups: [{ name: 'Alder', adultId: walk.pick(w.adults)!, focus: ['ai:ay'], members }] });
  },
  'a group ends': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group) return;
    await w.ask('POST', '/api/groups/arrange', { change: [], add: [], end: [known(group)], reopen: [] });
    walk.ended.push({ id: group.id, version: group.version + 1 });
  },
  'a group that ended goes on': async (walk, w) => {
    const again = walk.ended.shift();
    if (again) await w.ask('POST', '/api/groups/arrange', { change: [], add: [], end: [], reopen: [again] });
  },
  'a group goes to another adult': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (group) await w.ask('PATCH', `/api/groups/${group.id}`, { adultId: walk.pick(w.adults)!, version: group.version });
  },
  'a group is lent': async (walk, w) => {
    const group = walk.pick(await w.groups());
    const colleagueId = walk.pick([w.lead.id, w.tutor.id])!;
    const taken = await w.get<{ groupId: string }[]>('/api/lendings');
    if (!group || group.adultId === colleagueId || taken.some((l) => l.groupId === group.id)) return;
    await w.ask('POST', `/api/groups/${group.id}/lendings`, { colleagueId, from: schoolToday(), until: daysAfter(schoolToday(), 3) });
  },
  'two children are kept apart': async (walk, w) => {
    const two = await walk.twoChildren();
    const body = { kind: 'apart', children: two?.map((c) => c.id), slots: [], why: '', version: 0 };
    if (two) await w.ask('PUT', `/api/groups/rules/${uuidv7()}`, body);
  },
};

const childSteps: Steps = {
  'a child leaves by a slip': async (walk, w) => {
    const { id, version, classId } = walk.pick(await w.children())!;
    const before = await w.all();
    await w.ask('POST', `/api/children/${id}/leave`, { version });
    await w.ask('POST', `/api/children/${id}/return`, { classId, groups: true });
    expect(await w.all(), 'who left by a slip is where they were').toEqual(before);
  },
  'a child leaves': async (walk, w) => {
    const kids = await w.children();
    if (kids.length < 6) return;
    const { id, version } = walk.pick(kids)!;
    await w.ask('POST', `/api/children/${id}/leave`, { version });
    walk.left.push(id);
  },
  'a child comes back': async (walk, w) => {
    const id = walk.left.shift();
    if (id) await w.ask('POST', `/api/children/${id}/return`, { classId: walk.pick(await w.classes())!.id });
  },
  'two records become one for some time': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return;
    walk.merges.push((await w.merge(two[0].id, two[1].id, await walk.groupOf(...two))).id);
    await walk.noteHeld();
  },
  'and are two again': async (walk, w) => {
    const id = walk.merges.shift();
    if (!id) return;
    await w.ask('POST', `/api/merges/${id}/undo`);
    await walk.noteHeld();
  },
  'a child is erased': async (walk, w) => {
    const kids = await w.children();
    if (kids.length < 7 || walk.erased.length > 0) return;
    const { id } = walk.pick(kids)!;
    const asked = await w.ask<{ id: string }>('POST', `/api/children/${id}/erasure`, { password: PASSWORD });
    await w.ask('POST', `/api/erasures/${asked.id}/confirm`, { password: PASSWORD }, w.second);
    walk.erased.push(id);
    for (const merge of await w.get<{ id: string; kept: string; gone: string }[]>('/api/merges'))
      if (merge.kept === id || merge.gone === id) walk.merges.splice(walk.merges.indexOf(merge.id), 1);
  },
  'a name is put right': async (walk, w) => {
    const { id, version, givenName } = walk.pick(await w.children())!;
    await w.ask('PATCH', `/api/children/${id}`, { givenName: `${givenName.slice(0, 12)}${walk.roll(10)}`, version });
  },
  'a child goes to another class': async (walk, w) => {
    const { id, version } = walk.pick(await w.children())!;
    await w.ask('PATCH', `/api/children/${id}`, { classId: walk.pick(await w.classes())!.id, version });
  },
  'a child comes by hand': async (walk, w) => {
    if ((await w.children()).length > 14) return;
    const record = { familyName: 'Newly', externalId: null, firstLanguage: '', needs: '', dateOfBirth: null };
    await w.ask('POST', '/api/children', {
      id: uuidv7(),
      givenName: `Jo${walk.roll(1000)}`,
      classId: walk.pick(await w.classes())!.id,
      ...record,
    });
  },
  'a teacher has other classes': async (walk, w) => {
    const { version } = await w.colleague(w.teacher);
    const classIds = (await w.classes()).map((c) => c.id).filter(() => walk.roll(2) === 0);
    await w.ask('PATCH', `/api/team/${w.teacher.id}`, { classIds, version });
  },
  'a class was taught more': async (walk, w) => {
    const { id, taughtSteps, version } = walk.pick(await w.classes())!;
    await w.ask('PATCH', `/api/classes/${id}`, { taughtSteps: Math.min(30, taughtSteps + 1 + walk.roll(9)), version });
  },
  'a class becomes part of another': async (walk, w) => {
    const rooms = await w.classes();
    if (rooms.length < 3) return;
    const [from, into] = [walk.pick(rooms)!, walk.pick(rooms)!];
    if (from.id === into.id) return;
    await w.ask('POST', `/api/classes/${from.id}/merge`, { into: into.id, version: from.version });
  },
  'a class list comes': async (walk, w) => {
    const [kids, rooms] = [await w.children(), await w.classes()];
    const row = (k: number, { givenName, familyName }: Pick<ChildRow, 'givenName' | 'familyName'>) => {
      const { name: className, year } = walk.pick(rooms)!;
      return { row: k + 2, givenName, familyName, className, year, externalId: null, same: true };
    };
    const rows = [...eachName(kids).slice(0, 4), { givenName: `Uma${walk.roll(1000)}`, familyName: 'Newly' }].map((c, k) => row(k, c));
    const id = uuidv7();
    await w.ask('POST', '/api/imports', { id, fileName: 'list.csv', rows });
    walk.lists.push(id);
  },
  'a class list is taken back': async (walk, w) => {
    const id = walk.lists.pop();
    if (id) await w.ask('POST', `/api/imports/${id}/undo`);
    await walk.noteHeld();
  },
  'a class ends': async (walk, w) => {
    const room = walk.pick((await w.classes()).filter((c) => c.children === 0));
    if (room) await w.ask('POST', `/api/classes/${room.id}/end`, { version: room.version });
  },
  'a class begins': async (walk, w) => {
    const rooms = await w.classes();
    if (rooms.length > 3) return;
    const orderId = walk.pick(['riverbank', 'hillside', 'lantern'])!;
    await w.ask('POST', '/api/classes', { name: `Class ${uuidv7().slice(-6)}`, year: '1', orderId });
  },
};

const sessionSteps: Steps = {
  'a session is planned': async (walk, w) => {
    const group = walk.pick((await w.groups()).filter((g) => g.members.length > 0));
    if (!group) return;
    const body = { groupId: group.id, on: aDay(walk.roll), adultId: group.adultId, plan: planFor(group.members, walk.roll) };
    await w.ask('POST', '/api/sessions', body);
  },
  'a session is held': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null && s.on <= schoolToday() && s.members.length > 0));
    if (!session) return;
    await walk.hold(session);
  },
  'what was logged is changed': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log !== null));
    if (!session?.log) return;
    const { attendance, ...log } = session.log;
    const flipped = attendance.map((a, k) => (k === 0 ? { ...a, present: !a.present } : a));
    await w.send(['log', { ...log, attendance: flipped, id: uuidv7(), by: w.lead.id, at: now(), replaces: log.id, happened: 'Better.' }]);
  },
  'a plan moves to another day': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null));
    if (!session) return;
    await w.ask('PATCH', `/api/sessions/${session.id}`, { on: aDay(walk.roll), version: session.version });
  },
  'a session goes to another adult': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null));
    if (session) await w.ask('PATCH', `/api/sessions/${session.id}`, { adultId: walk.pick(w.adults)!, version: session.version });
  },
  'a plan is taken out for some time': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null));
    if (!session) return;
    await w.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`);
    walk.out.push(session.id);
  },
  'and comes back': async (walk, w) => {
    const id = walk.out.shift();
    if (id) await w.ask('PUT', `/api/sessions/${id}/bin`, { binned: false });
  },
};

const evidenceSteps: Steps = {
  'a card is answered': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const { record } = observation(w.lead.id, child, { gpc: walk.pick(GPCS)!, outcome: walk.pick(['right', 'wrong', 'slow'])! });
    await w.send(['observation', record]);
  },
  'a card is marked, and marked again': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const gpc = walk.pick(GPCS)!;
    const { record } = observation(w.lead.id, child, { gpc, outcome: 'wrong' });
    await w.send(['observation', record], ['observation', observation(w.lead.id, child, { gpc, replaces: record.id }).record]);
  },
  'a card is marked, and taken back': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const { record } = observation(w.lead.id, child, { gpc: walk.pick(GPCS)! });
    const withdrawal = { id: uuidv7(), observation: record.id, child, by: w.lead.id, at: now() };
    await w.send(['observation', record], ['withdrawal', withdrawal]);
  },
  'a text is read': async (walk, w) => {
    await aReading(w, walk.pick(await w.children())!.id, walk.roll(8));
  },
};

const schoolSteps: Steps = {
  'the school decides otherwise': async (walk, w) => {
    const settings = await w.get<SchoolSettings & { version: number }>('/api/settings');
    const change = walk.pick<Partial<SchoolSettings>>([
      { selfCorrectionIsRight: !settings.selfCorrectionIsRight },
      { secureFrom: settings.secureFrom === 0.8 ? 0.83 : 0.8 },
      { slots: settings.slots.map((s) => ({ ...s, start: (s.start ?? 600) + (walk.roll(2) ? 5 : -5) })) },
    ]);
    await w.ask('PUT', '/api/settings', { ...settings, ...change });
  },
  'a group meets at another time': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group) return;
    const { version, meetings } = await w.get<Timetable>('/api/timetable');
    const { slots } = await w.get<SchoolSettings>('/api/settings');
    const slot = `${walk.pick(slots)!.id}@${1 + walk.roll(5)}`;
    const others = meetings.filter((m) => m.group !== group.id).map(({ group: g, slot: s, adultId, room }) => ({ group: g, slot: s, adultId, room })); // prettier-ignore
    const meeting = { group: group.id, slot, adultId: walk.roll(3) ? null : w.tutor.id, room: walk.pick(['', 'nook'])! };
    await w.ask('PUT', '/api/timetable', { version, meetings: [...others, meeting] });
  },
  'somebody writes a note': async (walk, w) => {
    const group = walk.roll(2) ? walk.pick(await w.groups()) : undefined;
    const subject = group?.id ?? walk.pick(await w.children())!.id;
    await w.ask('POST', '/api/remarks', { id: uuidv7(), about: group ? 'group' : 'child', subject, text: 'Look at this, @tutor' });
  },
  'a group is called otherwise': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (group) await w.ask('PATCH', `/api/groups/${group.id}`, { name: `Elm ${walk.roll(100)}`, version: group.version });
  },
  'work is handed over': async (walk, w) => {
    const { version } = await w.colleague(w.tutor);
    await w.ask('POST', `/api/team/${w.tutor.id}/hand-over`, { to: walk.pick([w.lead.id, w.second.id])!, stop: false, version });
  },
};

/** What people do; all that may happen is in all-steps.ts. */
export const PEOPLE: Steps = { ...groupSteps, ...childSteps, ...sessionSteps, ...evidenceSteps, ...schoolSteps };
