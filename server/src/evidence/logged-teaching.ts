/**
 * What logged sessions worked on with a child. Teaching is evidence too, though a weaker one than an answer: who was there for the
 * pairs that a session got to may know them now, marked or not. The log that stands last counts, as it does everywhere else.
 */
import type { Session } from '@sapling/contract';
import type { LoggedTeaching } from '@sapling/core/judgement';
import type { Gpc } from '@sapling/core/phonics';
import { workedOn } from '@sapling/core/planning';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { logs, sessions } from '../db/schema.js';
import { standingLogs, withIds } from '../sessions/logged.js';
import { momentOf, schoolZone } from '../settings/school-day.js';

export interface TeachingOnDay extends LoggedTeaching {
  /** The day of the session, YYYY-MM-DD. */
  readonly on: string;
}

/** A session without a clock time counts from so many minutes after midnight: before anything that was marked in it. */
const BEFORE_SCHOOL = 6 * 60;
/** Plans are large: so many are read at once. */
const PLANS_AT_ONCE = 20;

/** What a session got to by its log, while the process runs: the same for all of its children. */
const gotTo = new WeakMap<Db, Map<string, readonly Gpc[]>>();

/** What a child was taught by the logs of sessions they were there for, in order of time. */
export async function loggedTeachingOf(db: Db, childId: string): Promise<TeachingOnDay[]> {
  const there = sql`${logs.attendance} @> ${JSON.stringify([{ child: childId, present: true }])}::jsonb`;
  const rows = await db
    .select({ log: logs, on: sessions.on, starts: sessions.starts, version: sessions.version })
    .from(logs)
    .innerJoin(sessions, eq(sessions.id, logs.session))
    .where(and(isNull(sessions.removedAt), inArray(logs.session, db.select({ id: logs.session }).from(logs).where(there))))
    .orderBy(desc(logs.at), desc(logs.id));
  const standing = standingLogs(rows.map((r) => r.log));
  const held = rows.filter(({ log }) => standing.get(log.session) === log && log.attendance.some((a) => a.child === childId && a.present));
  const keyOf = ({ log, version }: (typeof held)[number]): string => `${log.id} ${version}`;
  let known = gotTo.get(db);
  if (!known) gotTo.set(db, (known = new Map()));
  const unread = held.filter((h) => !known.has(keyOf(h)));
  const plans = await byIds(
    unread.map((h) => h.log.session),
    (some) => db.select({ id: sessions.id, plan: sessions.plan }).from(sessions).where(inArray(sessions.id, some)),
    PLANS_AT_ONCE,
  );
  const planOf = new Map(plans.map((p) => [p.id, p.plan as Session['plan']]));
  for (const one of unread) {
    const plan = planOf.get(one.log.session);
    if (plan) known.set(keyOf(one), workedOn({ plan: withIds(plan), done: one.log.done, left: one.log.left ?? undefined }));
  }
  const zone = await schoolZone(db);
  return held
    .flatMap((one) => {
      const at = momentOf(one.on, one.starts ?? BEFORE_SCHOOL, zone).toISOString();
      return (known.get(keyOf(one)) ?? []).map((gpc) => ({ gpc, at, on: one.on }));
    })
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

/** All children whom a log of this session names, the replaced ones too: what was said of each may count otherwise now. */
export async function namedInLogs(db: Db, sessionId: string): Promise<string[]> {
  const rows = await db.select({ attendance: logs.attendance }).from(logs).where(eq(logs.session, sessionId));
  return [...new Set(rows.flatMap((row) => row.attendance.map((a) => a.child)))];
}
