/**
 * The one place that decides whether a colleague may do something. Every route passes its need here
 * before its handler runs, and the outbox passes each record. What a colleague reaches follows from their
 * part: a lead the whole school, a teacher or class teacher their classes, a tutor the children of the
 * groups they were given. Who was given one session, or a group for some days, gets what it takes to run
 * it and no more: the sessions, the children's names, and to mark what they do in it.
 */
import { and, eq, gte, inArray, isNull, lte, or } from 'drizzle-orm';
import type { Role } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { byIds } from './db/by-ids.js';
import { heldUntilChanged } from './db/held.js';
import type { Db } from './db/open.js';
import { children, classColleagues, classes, groupMembers, groups, lendings, observations, sessions } from './db/schema.js';
import { ProblemError } from './http/problem.js';

export type Need =
  | { readonly action: 'public' }
  | { readonly action: 'signed in' }
  | { readonly action: 'manage team' }
  | { readonly action: 'shape library' }
  | { readonly action: 'add class' }
  | { readonly action: 'teach class'; readonly classId: string; readonly rename: boolean }
  | { readonly action: 'import children' }
  | { readonly action: 'add child'; readonly classId: string }
  | { readonly action: 'change child'; readonly childIds: readonly string[]; readonly classId?: string | undefined }
  | { readonly action: 'child who left'; readonly childId: string; readonly classId?: string | undefined }
  | { readonly action: 'end class'; readonly classIds: readonly string[] }
  | { readonly action: 'read child'; readonly childId: string }
  | { readonly action: 'mark child'; readonly childId: string }
  | { readonly action: 'mark in session'; readonly childId: string }
  | { readonly action: 'withdraw mark'; readonly childId: string; readonly observation: string }
  | { readonly action: 'end lending'; readonly lendingId: string }
  | { readonly action: 'read check'; readonly checkChild: (db: Db) => Promise<string | undefined> }
  | { readonly action: 'form groups'; readonly childIds: readonly string[] }
  | { readonly action: 'change group'; readonly groupIds: readonly string[]; readonly childIds: readonly string[] }
  | {
      readonly action: 'arrange groups';
      readonly groupIds: readonly string[];
      /** Groups that have ended. */
      readonly endedIds: readonly string[];
      readonly childIds: readonly string[];
    }
  | { readonly action: 'change timetable'; readonly groupsMoved: (db: Db) => Promise<readonly string[]> }
  | { readonly action: 'read group'; readonly groupId: string }
  | { readonly action: 'plan session'; readonly groupId: string }
  | { readonly action: 'read session'; readonly sessionId: string }
  | {
      readonly action: 'run session';
      readonly sessionId: string;
      /** What is told of it is kept, though its plan was taken out meanwhile. */
      readonly told?: true;
    }
  | { readonly action: 'change session'; readonly sessionId: string };

export interface Actor {
  readonly id: string;
  readonly role: Role;
}

/** What a colleague reaches, looked up once a request. */
export interface Access {
  readonly actor: Actor;
  /** The day this holds for. */
  readonly today: string;
  readonly classIds: ReadonlySet<string>;
  readonly childIds: ReadonlySet<string>;
  /** Children seen by name alone, and marked in a session: those of sessions and groups given for a time. */
  readonly runIds: ReadonlySet<string>;
  readonly groupIds: ReadonlySet<string>;
  /** Groups given for a time: they are read and run, and not changed. */
  readonly lentIds: ReadonlySet<string>;
  /** Whether a session is in reach, by what it says of itself: a school of some years has too many to keep a list of. */
  readonly reachesSession: (session: SessionReach) => boolean;
}
/** What decides who reaches a session. One that was taken out of the plan is in nobody's reach. */
export type SessionReach = Pick<typeof sessions.$inferSelect, 'groupId' | 'adultId' | 'on' | 'members' | 'removedAt'>;
/** These columns of a query. */
export const SESSION_REACH = {
  groupId: sessions.groupId,
  adultId: sessions.adultId,
  on: sessions.on,
  members: sessions.members,
  removedAt: sessions.removedAt,
} as const;

/** So many days after its session a colleague who was given it still sees the children's names, to log and to leave a note. */
export const RUN_DAYS = 14;

/**
 * What a colleague reaches. Looked up once, and again when something was written that may change it.
 * @param today the day it is asked on, YYYY-MM-DD: what was given for a time ends
 */
export const accessOf = (db: Db, actor: Actor, today: string): Promise<Access> =>
  heldUntilChanged(db, `access ${actor.id} ${actor.role} ${today}`, () => lookUpAccess(db, actor, today));

async function lookUpAccess(db: Db, actor: Actor, today: string): Promise<Access> {
  const lent = await lentTo(db, actor.id, today);
  const lentGroups = lent.map((l) => l.groupId);
  const [allClasses, mine, allChildren, allGroups, members, given] = await Promise.all([
    db.select({ id: classes.id }).from(classes).where(isNull(classes.removedAt)),
    db.select({ id: classColleagues.classId }).from(classColleagues).where(eq(classColleagues.colleagueId, actor.id)),
    db.select({ id: children.id, classId: children.classId }).from(children).where(isNull(children.removedAt)),
    db.select({ id: groups.id, adultId: groups.adultId }).from(groups).where(isNull(groups.removedAt)),
    db.select().from(groupMembers),
    // those given to this colleague lately or still to come, and those of groups they have for some days
    db
      .select(SESSION_REACH)
      .from(sessions)
      .where(
        and(
          isNull(sessions.removedAt),
          or(
            and(eq(sessions.adultId, actor.id), gte(sessions.on, daysAfter(today, -RUN_DAYS))),
            lent.length > 0
              ? and(
                  inArray(sessions.groupId, lentGroups),
                  gte(sessions.on, lent.map((l) => l.from).sort()[0]!),
                  lte(
                    sessions.on,
                    lent
                      .map((l) => l.until)
                      .sort()
                      .at(-1)!,
                  ),
                )
              : undefined,
          ),
        ),
      ),
  ]);
  const classIds = new Set(actor.role === 'lead' ? allClasses.map((c) => c.id) : actor.role === 'tutor' ? [] : mine.map((c) => c.id));
  const alive = new Set(allChildren.map((c) => c.id));
  const childIds = new Set(allChildren.filter((c) => classIds.has(c.classId)).map((c) => c.id));
  const own = new Set(allGroups.filter((g) => g.adultId === actor.id).map((g) => g.id));
  for (const { groupId, childId } of members) if (own.has(groupId) && alive.has(childId)) childIds.add(childId);
  const isLent = (s: { groupId: string; on: string }): boolean =>
    lent.some((l) => l.groupId === s.groupId && l.from <= s.on && s.on <= l.until);
  const runIds = new Set<string>();
  for (const session of given)
    if (session.adultId === actor.id || isLent(session)) for (const child of session.members) if (alive.has(child)) runIds.add(child);
  for (const { groupId, childId } of members) if (alive.has(childId) && lent.some((l) => l.groupId === groupId)) runIds.add(childId);
  const groupIds = new Set(own);
  if (actor.role === 'lead' || actor.role === 'teacher')
    for (const g of allGroups) if (!members.some((m) => m.groupId === g.id)) groupIds.add(g.id);
  for (const { groupId, childId } of members) if (actor.role !== 'tutor' && childIds.has(childId)) groupIds.add(groupId);
  if (actor.role === 'lead') for (const g of allGroups) groupIds.add(g.id);
  const reachesSession = (s: SessionReach): boolean =>
    s.removedAt === null &&
    (s.adultId === actor.id ||
      isLent(s) ||
      (actor.role === 'tutor' ? own.has(s.groupId) : groupIds.has(s.groupId) || s.members.some((m) => childIds.has(m))));
  const groupsAlive = new Set(allGroups.map((g) => g.id));
  return {
    actor,
    today,
    classIds,
    childIds,
    runIds,
    lentIds: new Set(lent.map((l) => l.groupId)),
    groupIds: new Set([...groupIds].filter((g) => groupsAlive.has(g))),
    reachesSession,
  };
}

/** Groups this colleague may read: their own, and those they have for a time. */
export const readable = (access: Access): Set<string> => new Set([...access.groupIds, ...access.lentIds]);

/** The groups a colleague has for some days, today being one of them; one that is over is nobody's. */
async function lentTo(db: Db, colleagueId: string, today: string): Promise<{ groupId: string; from: string; until: string }[]> {
  return db
    .select({ groupId: lendings.groupId, from: lendings.from, until: lendings.until })
    .from(lendings)
    .innerJoin(groups, and(eq(groups.id, lendings.groupId), isNull(groups.removedAt)))
    .where(and(eq(lendings.colleagueId, colleagueId), isNull(lendings.endedAt), lte(lendings.from, today), gte(lendings.until, today)));
}

/** Whether this colleague may do this. @throws Refusal `not-allowed` for the part, `not-found` for what is out of reach. */
export async function decide(db: Db, access: Access, need: Need): Promise<void> {
  const { actor } = access;
  const part = (...roles: Role[]): void => {
    if (!roles.includes(actor.role)) throw new ProblemError('not-allowed');
  };
  // out of reach looks like not there, so that nobody learns who exists
  const reach = (set: ReadonlySet<string>, id: string): void => {
    if (!set.has(id)) throw new ProblemError('not-found');
  };
  switch (need.action) {
    case 'public':
    case 'signed in':
      return;
    case 'manage team':
      return part('lead');
    case 'shape library':
    case 'add class':
    case 'import children':
      return part('lead', 'teacher');
    case 'teach class':
      part(...(need.rename ? (['lead', 'teacher'] as const) : (['lead', 'teacher', 'class teacher'] as const)));
      return reach(access.classIds, need.classId);
    case 'add child':
      part('lead', 'teacher');
      return reach(access.classIds, need.classId);
    case 'change child':
      part('lead', 'teacher');
      for (const id of need.childIds) reach(access.childIds, id);
      if (need.classId !== undefined) reach(access.classIds, need.classId);
      return;
    case 'child who left': {
      part('lead', 'teacher');
      const [left] = await db
        .select({ classId: children.classId, removedAt: children.removedAt })
        .from(children)
        .where(eq(children.id, need.childId));
      if (!left || left.removedAt === null) throw new ProblemError('not-found');
      // a class may have ended since
      if (actor.role !== 'lead') reach(access.classIds, left.classId);
      if (need.classId !== undefined) reach(access.classIds, need.classId);
      return;
    }
    case 'end class':
      part('lead', 'teacher');
      for (const id of need.classIds) reach(access.classIds, id);
      return;
    case 'read child':
    case 'mark child':
      return reach(access.childIds, need.childId);
    case 'mark in session':
      return reach(new Set([...access.childIds, ...access.runIds]), need.childId);
    case 'withdraw mark': {
      if (access.childIds.has(need.childId)) return;
      reach(access.runIds, need.childId);
      // one's own mark only
      const [mark] = await db.select({ by: observations.by }).from(observations).where(eq(observations.id, need.observation));
      if (mark && mark.by !== actor.id) throw new ProblemError('not-allowed');
      return;
    }
    case 'end lending': {
      const [row] = await db
        .select({ group: lendings.groupId, to: lendings.colleagueId })
        .from(lendings)
        .where(eq(lendings.id, need.lendingId));
      // who has the group for a time can give it back
      if (row?.to === actor.id) return;
      part('lead', 'teacher');
      return reach(access.groupIds, row?.group ?? '');
    }
    case 'read check': {
      const child = await need.checkChild(db);
      return reach(access.childIds, child ?? '');
    }
    case 'form groups':
      part('lead', 'teacher');
      for (const child of need.childIds) reach(access.childIds, child);
      return;
    case 'change group':
      part('lead', 'teacher');
      for (const group of need.groupIds) reach(access.groupIds, group);
      for (const child of need.childIds) reach(access.childIds, child);
      return;
    case 'arrange groups': {
      part('lead', 'teacher');
      for (const group of need.groupIds) reach(access.groupIds, group);
      for (const child of need.childIds) reach(access.childIds, child);
      if (need.endedIds.length === 0) return;
      const members = await db
        .select()
        .from(groupMembers)
        .where(inArray(groupMembers.groupId, [...need.endedIds]));
      for (const id of need.endedIds)
        if (actor.role !== 'lead' && !members.some((m) => m.groupId === id && access.childIds.has(m.childId)))
          throw new ProblemError('not-found');
      return;
    }
    case 'change timetable':
      part('lead', 'teacher');
      for (const group of await need.groupsMoved(db)) reach(access.groupIds, group);
      return;
    case 'read group':
      return reach(readable(access), need.groupId);
    case 'plan session':
      part('lead', 'teacher');
      return reach(access.groupIds, need.groupId);
    case 'read session':
      await sessionInReach(db, access, need.sessionId);
      return;
    case 'run session': {
      const session = await sessionInReach(db, access, need.sessionId, need.told);
      if (actor.role === 'lead' || actor.role === 'teacher' || session.adultId === actor.id) return;
      const [group] = await db.select({ adultId: groups.adultId }).from(groups).where(eq(groups.id, session.groupId));
      if (group?.adultId === actor.id) return;
      const lent = await lentTo(db, actor.id, access.today);
      if (!lent.some((l) => l.groupId === session.groupId && l.from <= session.on && session.on <= l.until))
        throw new ProblemError('not-allowed');
      return;
    }
    case 'change session':
      part('lead', 'teacher');
      await sessionInReach(db, access, need.sessionId);
      return;
  }
}

/** @throws Refusal `not-found` where there is none or it is out of reach */
async function sessionInReach(db: Db, access: Access, id: string, thoughTakenOut = false): Promise<SessionReach> {
  const [session] = await db.select(SESSION_REACH).from(sessions).where(eq(sessions.id, id));
  if (!session || !access.reachesSession(thoughTakenOut ? { ...session, removedAt: null } : session)) throw new ProblemError('not-found');
  return session;
}

/** Children as rows, only those in reach. */
export async function childrenInReach(db: Db, access: Access, classId?: string): Promise<(typeof children.$inferSelect)[]> {
  return byIds(access.childIds, (some) =>
    db
      .select()
      .from(children)
      .where(and(inArray(children.id, some), classId ? eq(children.classId, classId) : undefined)),
  );
}
