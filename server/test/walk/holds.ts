/** What holds in a school whatever happened in it. */
import { expect } from 'vitest';
import type { CheckState, Lending, Session, TeachingOrderRow, Timetable } from '@sapling/contract';
import { schoolToday } from '../support.js';
import { spokenOf } from './records.js';
import type { Walk } from './steps.js';
import { nobodyGoneHasWork } from './week.js';
import type { ChildRow, World } from './world.js';

export async function holds(walk: Walk, w: World, after: string): Promise<void> {
  const [kids, teams, plans, rooms] = [await w.children(), await w.groups(), await w.sessions(), await w.classes()];
  const here = new Set(kids.map((c) => c.id));
  const inGroups = teams.flatMap((g) => g.members);
  expect(new Set(inGroups).size, `${after}: a child in two groups`).toBe(inGroups.length);
  for (const id of inGroups) expect(here.has(id), `${after}: somebody in a group who is not here`).toBe(true);
  for (const c of rooms) expect(c.children, `${after}: ${c.name}`).toBe(kids.filter((k) => k.classId === c.id).length);
  for (const k of kids) expect(rooms.some((c) => c.id === k.classId), `${after}: a child of no class`).toBe(true); // prettier-ignore
  for (const s of plans) {
    const members = s.members.map((m) => m.id).sort();
    const group = teams.find((g) => g.id === s.groupId);
    const says = `${after}: the session of ${s.on}`;
    if (s.log) expect(members, `${says} was held with others`).toEqual(walk.held.get(s.id)!.filter((id) => here.has(id)));
    else if (group && s.on >= schoolToday()) {
      expect(members, `${says} is not for its group`).toEqual([...group.members].sort());
      const elsewhere = (ids: readonly string[]): string[] => ids.filter((id) => !members.includes(id));
      expect(elsewhere(spokenOf(s.plan)), `${says} speaks of somebody who is not in it`).toEqual([]);
      expect(elsewhere(s.plan.joined ?? []), `${says} names who joined and is gone`).toEqual([]);
    }
  }
  for (const r of await w.readings()) expect(here.has(r.child), `${after}: a reading of somebody who is not here`).toBe(true);
  for (const c of await w.get<CheckState[]>('/api/checks'))
    expect(here.has(c.child), `${after}: a check of somebody who is not here`).toBe(true);
  const orders = new Set((await w.get<TeachingOrderRow[]>('/api/orders')).map((o) => o.id));
  for (const c of rooms) expect(orders.has(c.orderId), `${after}: ${c.name} follows an order that is not there`).toBe(true);
  for (const m of (await w.get<Timetable>('/api/timetable')).meetings)
    expect(
      teams.some((g) => g.id === m.group),
      `${after}: a group meets that is not there`,
    ).toBe(true);
  const lent = await w.get<Lending[]>('/api/lendings');
  for (const [k, a] of lent.entries())
    expect(
      lent.slice(k + 1).some((b) => a.groupId === b.groupId && a.from <= b.until && b.from <= a.until),
      `${after}: a group that two have`,
    ).toBe(false);
  await tutorSees(w, after);
  await nobodyGoneHasWork(w, after);
  if (walk.roll(3) === 0) await pagesAgree(walk, w, kids, after);
  for (const id of walk.erased)
    expect(JSON.stringify([kids, teams, plans, await w.get('/api/groups/history')]), `${after}: who was erased`).not.toContain(id);
}

/** A tutor sees what they were given and whom they teach, and nobody else. */
async function tutorSees(w: World, after: string): Promise<void> {
  const mine = await w.get<Session[]>('/api/sessions', w.tutor);
  const teams = (await w.groups()).filter((g) => g.adultId === w.tutor.id);
  const theirGroups = new Set(teams.map((g) => g.id));
  const lent = (await w.get<Lending[]>('/api/lendings', w.tutor)).filter((l) => l.colleagueId === w.tutor.id);
  const has = (s: Session): boolean => lent.some((l) => l.groupId === s.groupId && l.from <= s.on && s.on <= l.until);
  for (const s of mine)
    expect(s.adultId === w.tutor.id || theirGroups.has(s.groupId) || has(s), `${after}: a tutor sees a session of others`).toBe(true);
  const theirs = new Set([...mine.flatMap((s) => s.members.map((m) => m.id)), ...teams.flatMap((g) => g.members)]);
  for (const c of await w.get<ChildRow[]>('/api/children', w.tutor))
    expect(theirs.has(c.id), `${after}: a tutor sees a child of others`).toBe(true);
}

/** The list and a child's own page say the same, and every page of the day can be opened. */
async function pagesAgree(walk: Walk, w: World, kids: readonly ChildRow[], after: string): Promise<void> {
  const { id } = walk.pick(kids)!;
  const figures = (c: ChildRow) => [c.line.map((p) => [p.gpc, p.state, p.basedOn]), c.strands.map((s) => [s.strand, s.state, s.basedOn])];
  // what a class was taught moves the strand of recall: that is renewed beside
  await expect
    .poll(async () => figures(await w.get<ChildRow>(`/api/children/${id}`)), { message: `${after}: list and page of a child` })
    .toEqual(figures((await w.children()).find((c) => c.id === id)!));
  for (const path of ['/api/today', '/api/progress', '/api/practice', '/api/remarks']) for (const as of [w.lead, w.tutor]) await w.get(path, as); // prettier-ignore
  for (const g of await w.groups()) await w.get(`/api/groups/${g.id}/outcome`);
}
