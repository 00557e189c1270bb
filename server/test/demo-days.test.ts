/**
 * The demo school on every kind of day: what other tests and the pictures rest on holds whatever day it is opened on. A few
 * days always; sixty over two years with SAPLING_DAYS=all.
 */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { daysAfter, weekday } from '@sapling/core';
import { taughtAfter } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '@sapling/data';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { accessOf, type Access } from '../src/access.js';
import { childLines } from '../src/children/children.js';
import { openDatabase, type Db } from '../src/db/open.js';
import * as t from '../src/db/schema.js';
import { demoCalendar } from '../src/demo/lay-on-calendar.js';
import { seedDemo } from '../src/demo/seed.js';
import { listGroups } from '../src/groups/groups.js';
import { listSessions } from '../src/sessions/sessions.js';
import { schoolDay } from '../src/settings/school-day.js';

/** Written before any was tried: both ends of months and years, a leap day, both clock changes by night, holidays, weekends. */
const SOME = ['2028-02-29T09:00:00Z', '2026-08-15T11:00:00Z', '2027-10-31T00:30:00Z', '2027-12-31T23:59:00Z'];
const MORE = [
  '2026-12-25T08:00:00Z',
  '2026-12-31T12:00:00Z',
  '2027-01-01T00:05:00Z',
  '2027-03-28T00:59:00Z',
  '2027-03-28T01:01:00Z',
  '2027-10-31T01:30:00Z',
  '2026-10-25T00:30:00Z',
  '2028-03-26T02:00:00Z',
  '2027-08-02T09:00:00Z',
  '2028-02-28T23:30:00Z',
  '2028-03-01T00:10:00Z',
];
/** Every thirteenth day: each weekday comes again and again, at changing hours. */
const SPREAD = Array.from({ length: 45 }, (_, k) => `${daysAfter('2026-11-26', 13 * k)}T${String((7 * k) % 24).padStart(2, '0')}:20:00Z`);
const DAYS = process.env.SAPLING_DAYS === 'all' ? [...SOME, ...MORE, ...SPREAD] : SOME;

interface Shown {
  db: Db;
  close: () => Promise<void>;
  today: string;
  access: Access;
  sessions: Awaited<ReturnType<typeof listSessions>>;
  groups: Awaited<ReturnType<typeof listGroups>>;
  lines: Awaited<ReturnType<typeof childLines>>;
}
async function school(now: string): Promise<Shown> {
  const folder = mkdtempSync(join(tmpdir(), 'sapling-day-'));
  cpSync(inject('emptyFolder'), folder, { recursive: true });
  const { db, close } = await openDatabase({ folder });
  await seedDemo(db, now);
  const today = await schoolDay(db, now);
  const [lead] = (await db.select().from(t.colleagues)).filter((c) => c.role === 'lead');
  const access = await accessOf(db, lead!, today);
  const rows = await db.select().from(t.children);
  const [sessions, groups, lines] = [await listSessions(db, access), await listGroups(db, access), await childLines(db, rows, now)];
  const end = async (): Promise<void> => {
    await close();
    rmSync(folder, { recursive: true, force: true });
  };
  return { db, close: end, today, access, sessions, groups, lines };
}
/** What does not hang on the day: who is in which group for what, and each plan's words. */
const story = (s: Shown): unknown => ({
  groups: s.groups.map((g) => [g.name, g.focus, g.members]).sort(),
  plans: s.groups.map((g) => s.sessions.filter((x) => x.groupId === g.id).map((x) => x.plan.parts.map((p) => p.words.map((w) => w.word)))),
});

let reference: Shown;
beforeAll(async () => {
  reference = await school('2026-11-25T10:00:00Z');
});
afterAll(() => reference.close());

describe.each(DAYS)('the demo opened at %s', (now) => {
  let shown: Shown;
  beforeAll(async () => {
    shown = await school(now);
  });
  afterAll(() => shown.close());

  it('tells the same story', () => {
    expect(story(shown)).toEqual(story(reference));
  });

  it('has work for today or the next school day, and all that was held behind it', () => {
    const ahead = shown.sessions.filter((s) => s.on >= shown.today && s.log === null);
    const first = ahead[0]!.on;
    expect(first).toBe(demoCalendar(now, 'Europe/London').meetsOn);
    // never further off than from a Friday to the Monday after
    expect(first <= daysAfter(shown.today, 3)).toBe(true);
    const groups = new Set(ahead.filter((s) => s.on === first).map((s) => s.groupName));
    expect([...groups].sort()).toEqual(['Alder', 'Hazel', 'Rowan', 'Willow']);
    expect(shown.sessions.filter((s) => s.log !== null).every((s) => s.on < shown.today && s.log!.at < now)).toBe(true);
    expect(shown.sessions.filter((s) => s.log !== null)).toHaveLength(36);
    expect(shown.sessions.some((s) => s.notes.length > 0)).toBe(true);
    expect(new Set(shown.sessions.map((s) => s.groupName + s.on)).size).toBe(shown.sessions.length);
  });

  it('keeps everything that happened on school days, in the school’s hours, before now', async () => {
    const zone = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', hour: '2-digit', hourCycle: 'h23' });
    const times = [
      ...(await shown.db.select({ at: t.observations.at }).from(t.observations)),
      ...(await shown.db.select({ at: t.readings.at }).from(t.readings)),
    ];
    expect(times.length).toBeGreaterThan(3000);
    const wrong = times.filter(({ at }) => {
      const hour = Number(zone.format(new Date(at)));
      return weekday(new Date(at).toISOString().slice(0, 10)) > 5 || hour < 9 || hour > 15 || Date.parse(at) >= Date.parse(now);
    });
    expect(wrong).toEqual([]);
    for (const s of shown.sessions) expect(weekday(s.on), s.on).toBeLessThan(5);
  });

  it('has in each group a child with a gap or a wobble in the group’s focus, and states of every kind', () => {
    for (const group of shown.groups) {
      const open = group.members.filter((id) =>
        shown.lines.find((l) => l.id === id)!.line.some((c) => group.focus.includes(c.gpc) && (c.state === 'gap' || c.state === 'wobbly')),
      );
      expect(open.length, group.name).toBeGreaterThan(0);
    }
    const states = new Set(shown.lines.flatMap((l) => l.line.map((c) => c.state)));
    expect([...states].sort()).toEqual(expect.arrayContaining(['gap', 'secure', 'wobbly']));
  });

  it('judges nearly every pair as on the story’s own day', () => {
    const then = new Map(reference.lines.flatMap((l) => l.line.map((c) => [`${l.id} ${c.gpc}`, c.state])));
    const all = shown.lines.flatMap((l) => l.line.map((c) => [then.get(`${l.id} ${c.gpc}`), c.state]));
    expect(all.filter(([a, b]) => a !== b).length / all.length).toBeLessThan(0.04);
  });

  it('has a timetable in force, groups in the middle of their cycle, children read to several times', async () => {
    expect(await shown.db.select().from(t.timetables)).toHaveLength(1);
    for (const g of shown.groups) expect(g.startsOn < shown.today && g.endsOn! > shown.today, g.name).toBe(true);
    const readings = await shown.db.select({ child: t.readings.child }).from(t.readings);
    expect(Math.max(...reference.lines.map((l) => readings.filter((r) => r.child === l.id).length))).toBeGreaterThan(5);
    for (const l of shown.lines) expect(taughtAfter(TEACHING_ORDERS[0]!, 12).gpcs.length).toBeLessThanOrEqual(l.line.length);
  });
});
