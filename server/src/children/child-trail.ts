/** Who saw and changed what of a child, newest first, for leads. */
import { dayIn } from '@sapling/core';
import { desc, eq, inArray } from 'drizzle-orm';
import { checks, colleagues, observations, readings, trail } from '../db/schema.js';
import { route } from '../http/route.js';
import { schoolZone } from '../settings/school-day.js';
import { flushTrail } from '../audit-log.js';

/** What a route did to a child, in plain words; a route that is not here says its own name. */
const WORDS: Readonly<Record<string, string>> = {
  child: 'opened the page of this child',
  evidence: 'looked at single answers',
  updateChild: 'changed the record',
  addChild: 'added the child',
  childLeaves: 'took the child off the lists',
  childReturns: 'put the child back on the lists',
  mergeChildren: 'merged another record into this one',
  childFile: 'took out everything about this child',
  askErasure: 'asked for erasing',
  childTrail: 'looked at this list',
  saveConsent: 'changed the consent to record',
  homeSheet: 'made the sheet for home',
  reading: 'opened a reading',
  recording: 'listened to a recording',
  saveRecording: 'recorded a reading',
  deleteRecording: 'deleted a recording',
  check: 'opened a check',
};

export const childTrailRoutes = [
  route('childTrail', { action: 'manage team' }, { restsOn: 'more than is written' }, async ({ db, params }) => {
    const [zone, ownReadings, ownChecks, people, marks] = await Promise.all([
      schoolZone(db),
      db.select({ id: readings.id }).from(readings).where(eq(readings.child, params.id)),
      db.select({ id: checks.id }).from(checks).where(eq(checks.child, params.id)),
      db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
      db.select({ by: observations.by, at: observations.at }).from(observations).where(eq(observations.child, params.id)),
    ]);
    const subjects = [params.id, ...ownReadings.map((r) => r.id), ...ownChecks.map((c) => c.id)];
    await flushTrail(db);
    const rows = await db.select().from(trail).where(inArray(trail.subject, subjects)).orderBy(desc(trail.at));
    const name = (id: string | null): string => people.find((p) => p.id === id)?.name ?? 'a colleague who is gone';
    // marks by day and colleague: each is a change of its own, and a day's are one line
    const days = new Map<string, { at: string; by: string; n: number }>();
    for (const { by, at } of marks) {
      const key = `${dayIn(at, zone)} ${by}`;
      const day = days.get(key);
      days.set(key, { at: day && day.at > at ? day.at : at, by, n: (day?.n ?? 0) + 1 });
    }
    return [
      ...rows.map((r) => ({ at: r.at, by: name(r.by), what: WORDS[r.action] ?? r.action })),
      ...[...days.values()].map(({ at, by, n }) => ({ at, by: name(by), what: n === 1 ? 'marked one answer' : `marked ${n} answers` })),
    ].sort((a, b) => (a.at < b.at ? 1 : -1));
  }),
];
