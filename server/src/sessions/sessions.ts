import { partsDone } from '@sapling/core/planning';
import { and, desc, eq, gte, inArray, isNull, lte, notExists, or, sql, type SQL } from 'drizzle-orm';
import type { Session } from '@sapling/contract';
import { SESSION_REACH, type Access, type SessionReach } from '../access.js';
import type { Db } from '../db/open.js';
import { colleagues, groupMembers, groups, logs, notes, sessions } from '../db/schema.js';
import { namesOf } from '../children/children.js';
import { namedInLogs } from '../evidence/logged-teaching.js';
import { touchEvidence } from '../evidence/states.js';
import { breathing } from '../http/breathing.js';
import { followGroup } from '../groups/sessions-to-come.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { blindTo, mentionsIn } from '../remarks/remarks.js';
import { forThese } from './for-these.js';
import { standingLogs, withIds } from './logged.js';
import { whenAndWhere } from '../timetable/place-sessions.js';

interface Filter {
  readonly ids?: readonly string[];
  /** Only sessions planned for one of these children. */
  readonly children?: readonly string[];
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly adultId?: string;
  readonly groupId?: string;
  /** Only sessions this colleague is to run or has planned. */
  readonly of?: string;
  /** Only sessions that nobody has logged. */
  readonly unlogged?: boolean;
}

/** With more children than this the sessions of all are read: a longer question costs more than it spares. */
const MOST_NAMED = 200;
/** Sessions whose children hold one of these. */
export const plannedFor = (ids: readonly string[]): SQL =>
  sql`${sessions.members} ?| array[${sql.join(
    ids.map((id) => sql`${id}`),
    sql`, `,
  )}]::text[]`;

/** So many sessions are read at once: their plans are large, and others are answered between. */
const AT_ONCE = 60;

export async function listSessions(db: Db, access: Access, filter: Filter = {}): Promise<Session[]> {
  if (filter.ids?.length === 0) return [];
  const found = await db
    .select({ id: sessions.id, of: SESSION_REACH })
    .from(sessions)
    .innerJoin(groups, eq(groups.id, sessions.groupId))
    .where(
      and(
        filter.ids ? inArray(sessions.id, [...filter.ids]) : undefined,
        filter.children && filter.children.length <= MOST_NAMED ? plannedFor(filter.children) : undefined,
        isNull(sessions.removedAt),
        filter.from ? gte(sessions.on, filter.from) : undefined,
        filter.to ? lte(sessions.on, filter.to) : undefined,
        filter.of ? or(eq(sessions.adultId, filter.of), eq(sessions.createdBy, filter.of)) : undefined,
        filter.groupId ? eq(sessions.groupId, filter.groupId) : undefined,
        filter.unlogged ? notExists(db.select({ id: logs.id }).from(logs).where(eq(logs.session, sessions.id))) : undefined,
        filter.adultId ? eq(sessions.adultId, filter.adultId) : undefined,
      ),
    )
    .orderBy(sessions.on, sql`${sessions.starts} nulls last`, groups.name, sessions.id);
  const reached = found.filter((r) => access.reachesSession(r.of));
  const names = await namesOf(
    db,
    access,
    reached.flatMap((r) => r.of.members),
  );
  const out: Session[] = [];
  const breath = breathing();
  for (let from = 0; from < reached.length; from += AT_ONCE) {
    await breath();
    out.push(
      ...(await wholeSessions(
        db,
        reached.slice(from, from + AT_ONCE).map((r) => r.id),
        names,
      )),
    );
  }
  return out;
}

/** These sessions with their plans, logs and notes, in this order. */
async function wholeSessions(db: Db, ids: readonly string[], names: ReadonlyMap<string, string>): Promise<Session[]> {
  const some = [...ids];
  const [found, logRows, noteRows] = await Promise.all([
    db
      .select({ row: sessions, groupName: groups.name })
      .from(sessions)
      .innerJoin(groups, eq(groups.id, sessions.groupId))
      .where(inArray(sessions.id, some)),
    db.select().from(logs).where(inArray(logs.session, some)).orderBy(desc(logs.at), desc(logs.id)),
    db.select().from(notes).where(inArray(notes.session, some)).orderBy(notes.at, notes.id),
  ]);
  const rowOf = new Map(found.map((r) => [r.row.id, r]));
  const logOf = standingLogs(logRows);
  const notesOf = new Map<string, (typeof noteRows)[number][]>(ids.map((id) => [id, []]));
  for (const note of noteRows) notesOf.get(note.session)!.push(note);
  return ids.flatMap((id): Session[] => {
    const there = rowOf.get(id);
    // taken away between the two questions
    if (!there) return [];
    const { row, groupName } = there;
    const visible = row.members.filter((m) => names.has(m));
    const log = logOf.get(row.id);
    return [
      {
        id: row.id,
        groupId: row.groupId,
        groupName,
        on: row.on,
        starts: row.starts,
        room: row.room,
        minutes: row.minutes,
        adultId: row.adultId,
        plan: withIds(forThese(row.plan as Session['plan'], row.members)),
        members: visible.map((id) => ({ id, name: names.get(id)! })),
        hidden: row.members.length - visible.length,
        log: log
          ? {
              ...log,
              // of older versions, and of devices that have not been renewed yet
              done: partsDone(withIds(row.plan as Session['plan']), log.done),
              attendance: log.attendance.filter((a) => names.has(a.child)),
              minutes: log.minutes ?? undefined,
              left: log.left ?? undefined,
              missed: log.missed ?? undefined,
              replaces: log.replaces ?? undefined,
            }
          : null,
        notes: notesOf.get(row.id)!,
        createdBy: row.createdBy,
        version: row.version,
      },
    ];
  });
}

/** What a colleague said of a session: in its log, or as a note. */
export interface Said {
  readonly id: string;
  readonly kind: 'log' | 'note';
  readonly at: string;
  readonly byId: string;
  readonly sessionId: string;
  readonly groupName: string;
  readonly text: string;
}
/**
 * What was said since a moment of sessions that are in reach, on whatever day they are, without their plans: logs that stand, and notes.
 * @param from ISO 8601 UTC
 */
export async function saidSince(db: Db, access: Access, from: string): Promise<Said[]> {
  const about = { sessionId: sessions.id, groupName: groups.name, of: SESSION_REACH };
  const [logRows, noteRows] = await Promise.all([
    db
      .select({ ...about, id: logs.id, at: logs.at, byId: logs.by, text: logs.happened, replaces: logs.replaces })
      .from(logs)
      .innerJoin(sessions, eq(sessions.id, logs.session))
      .innerJoin(groups, eq(groups.id, sessions.groupId))
      .where(and(isNull(sessions.removedAt), gte(logs.at, from)))
      .orderBy(desc(logs.at), desc(logs.id)),
    db
      .select({ ...about, id: notes.id, at: notes.at, byId: notes.by, text: notes.text })
      .from(notes)
      .innerJoin(sessions, eq(sessions.id, notes.session))
      .innerJoin(groups, eq(groups.id, sessions.groupId))
      .where(and(isNull(sessions.removedAt), gte(notes.at, from)))
      .orderBy(desc(notes.at), desc(notes.id)),
  ]);
  const standing = standingLogs(logRows.map((log) => ({ ...log, session: log.sessionId })));
  const said = (kind: Said['kind'], rows: readonly (Omit<Said, 'kind'> & { of: SessionReach })[]): Said[] =>
    rows
      .filter((r) => access.reachesSession(r.of))
      .map(({ id, at, byId, sessionId, groupName, text }) => ({ id, kind, at, byId, sessionId, groupName, text }));
  return [...said('log', [...standing.values()]), ...said('note', noteRows)];
}

async function requireSession(db: Db, access: Access, id: string): Promise<Session> {
  const [found] = await listSessions(db, access, { ids: [id] });
  if (!found) throw new ProblemError('not-found');
  return found;
}

/** The day a session is on now, and the day it was for first: a meeting of the timetable that is dealt with. */
const movedTo = (session: Session, on: string | undefined) =>
  on === undefined || on === session.on
    ? {}
    : { on, movedFrom: sql`nullif(coalesce(${sessions.movedFrom}, ${sessions.on}), ${on})` as SQL<string> };

async function requireAdult(db: Db, adultId: string | null | undefined): Promise<void> {
  if (!adultId) return;
  const [adult] = await db
    .select()
    .from(colleagues)
    .where(and(eq(colleagues.id, adultId), eq(colleagues.active, true)));
  if (!adult) throw new ProblemError('bad-input', { errors: [{ path: 'adultId', message: 'No such colleague.' }] });
}

/** By what a session was reached before it changed; whoever changed it may see a part of its children only. */
async function asItWas(db: Db, { id, groupId, adultId, on }: Session): Promise<SessionReach> {
  const [row] = await db.select({ members: sessions.members }).from(sessions).where(eq(sessions.id, id));
  return { groupId, adultId, on, members: row!.members, removedAt: null };
}

/** What was changed of a session as it is now, told to whom it concerns. @throws Refusal `newer-version` where somebody was quicker */
async function kept(
  { db, access, me, live }: Pick<Call<'updateSession'>, 'db' | 'access' | 'me' | 'live'>,
  current: Session,
  changed: readonly unknown[],
): Promise<Session> {
  if (changed.length === 0) throw new ProblemError('newer-version', { current });
  await live.tell({ topic: 'sessions', id: current.id, by: me.id }, { sessions: [current.id], sessionsWere: [await asItWas(db, current)] });
  return requireSession(db, access, current.id);
}

/**
 * A session that was kept, though the device that sent it did not hear so: as it is sent now, while nobody has done anything with it.
 * Returns whether there is one.
 * @throws ProblemError `in-use` where somebody has, or it is another's
 */
async function sentOnceMore(
  tx: Db,
  now: Pick<typeof sessions.$inferInsert, 'groupId' | 'on' | 'minutes' | 'adultId' | 'plan' | 'createdBy'> & { readonly id: string },
): Promise<boolean> {
  const [already] = await tx.select().from(sessions).where(eq(sessions.id, now.id)).for('update');
  if (!already) return false;
  const [log] = await tx.select({ id: logs.id }).from(logs).where(eq(logs.session, now.id)).limit(1);
  const untouched = already.version === 1 && already.removedAt === null && !log;
  if (already.createdBy !== now.createdBy || already.groupId !== now.groupId || !untouched)
    throw new ProblemError('in-use', { detail: 'This session was kept, and changed since. It is in the week.' });
  await tx
    .update(sessions)
    .set({ ...now, ...(await whenAndWhere(tx))(now.groupId, now.on) })
    .where(eq(sessions.id, now.id));
  return true;
}

export const sessionRoutes = [
  route('sessions', { action: 'signed in' }, { restsOn: 'all but marks', kept: true }, async ({ db, access, query }) =>
    listSessions(db, access, query),
  ),

  route(
    'session',
    ({ params }) => ({ action: 'read session', sessionId: params.id }),
    async ({ db, access, params }) => {
      const found = await requireSession(db, access, params.id);
      const [people, [row]] = await Promise.all([
        db.select().from(colleagues).where(eq(colleagues.active, true)),
        db.select(SESSION_REACH).from(sessions).where(eq(sessions.id, found.id)),
      ]);
      const notes = [];
      for (const n of found.notes) {
        const named = mentionsIn(n.text, people).filter((id) => id !== n.by);
        const blind = await blindTo(db, named, people, access.today, (theirs) => theirs.reachesSession(row!));
        notes.push(blind.length > 0 ? { ...n, notTold: blind.map((id) => people.find((p) => p.id === id)!.name) } : n);
      }
      return { ...found, notes };
    },
  ),

  route(
    'addSession',
    ({ body }) => ({ action: 'plan session', groupId: body.groupId }),
    { mostOctets: 1_000_000 },
    async ({ db, body, me, access, now, live }) => {
      await requireAdult(db, body.adultId);
      const id = body.id ?? uuidv7();
      const made = { on: body.on, minutes: body.plan.minutes, adultId: body.adultId, plan: body.plan };
      await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        if (body.id && (await sentOnceMore(tx, { id, ...made, groupId: body.groupId, createdBy: me.id }))) return;
        // whoever joins, leaves or ends the group at this moment waits, and then finds this session among those to come
        const [group] = await tx.select({ removedAt: groups.removedAt }).from(groups).where(eq(groups.id, body.groupId)).for('share');
        if (!group || group.removedAt !== null) throw new ProblemError('in-use', { detail: 'This group has ended. Nothing was planned.' });
        const of = await tx.select({ id: groupMembers.childId }).from(groupMembers).where(eq(groupMembers.groupId, body.groupId));
        if (of.length === 0) throw new ProblemError('bad-input', { detail: 'The group has no children yet.' });
        const [kept] = await tx
          .insert(sessions)
          .values({
            id,
            groupId: body.groupId,
            ...made,
            ...(await whenAndWhere(tx))(body.groupId, body.on),
            members: of.map((m) => m.id),
            createdBy: me.id,
            createdAt: now(),
          })
          .onConflictDoNothing()
          .returning({ id: sessions.id });
        // the other of two that were on their way at one moment was quicker
        if (!kept) await sentOnceMore(tx, { id, ...made, groupId: body.groupId, createdBy: me.id });
      });
      await live.tell({ topic: 'sessions', id, by: me.id }, { sessions: [id] });
      return requireSession(db, access, id);
    },
  ),

  route(
    'updateSession',
    ({ params }) => ({ action: 'change session', sessionId: params.id }),
    { mostOctets: 1_000_000 },
    async ({ db, params, body, me, access, live }) => {
      const current = await requireSession(db, access, params.id);
      await requireAdult(db, body.adultId);
      const changed = await db
        .update(sessions)
        .set({
          ...movedTo(current, body.on),
          ...(body.on === undefined || current.log ? {} : (await whenAndWhere(db))(current.groupId, body.on)),
          adultId: body.adultId === undefined ? current.adultId : body.adultId,
          // what is kept speaks of those as well who are not in it by now: see for-these.ts
          ...(body.plan && { plan: body.plan, minutes: body.plan.minutes }),
          version: body.version + 1,
        })
        .where(and(eq(sessions.id, params.id), eq(sessions.version, body.version)))
        .returning({ id: sessions.id });
      if (body.on !== undefined && !current.log && changed.length > 0) await followGroup(db, current.groupId, access.today);
      // what a session that was held worked on, and when, is evidence of those who were there
      if (current.log && changed.length > 0) {
        const taught = await namedInLogs(db, params.id);
        await touchEvidence(db, taught);
        await live.tell({ topic: 'children', by: me.id }, { children: taught });
      }
      return kept({ db, access, me, live }, current, changed);
    },
  ),

  route(
    'runToday',
    ({ params }) => ({ action: 'run session', sessionId: params.id }),
    async ({ db, params, body, me, access, live }) => {
      const current = await requireSession(db, access, params.id);
      if (current.log) throw new ProblemError('cannot-undo', { detail: 'This session has been logged, so it stays on its day.' });
      const changed = await db
        .update(sessions)
        .set({ ...movedTo(current, access.today), ...(await whenAndWhere(db))(current.groupId, access.today), version: body.version + 1 })
        .where(and(eq(sessions.id, params.id), eq(sessions.version, body.version)))
        .returning({ id: sessions.id });
      if (changed.length > 0) await followGroup(db, current.groupId, access.today);
      return kept({ db, access, me, live }, current, changed);
    },
  ),

  route(
    'redrawSession',
    ({ params }) => ({ action: 'run session', sessionId: params.id }),
    { mostOctets: 1_000_000 },
    async ({ db, params, body, me, access, live }) => {
      const current = await requireSession(db, access, params.id);
      if (current.log || !current.plan.drawn || !body.plan.drawn?.again)
        throw new ProblemError('bad-input', {
          detail: 'Only a session that was drawn for its cycle, and not changed by hand or held since, draws itself again.',
        });
      const changed = await db
        .update(sessions)
        .set({ plan: body.plan, minutes: body.plan.minutes, version: body.version + 1 })
        .where(and(eq(sessions.id, params.id), eq(sessions.version, body.version)))
        .returning({ id: sessions.id });
      return kept({ db, access, me, live }, current, changed);
    },
  ),

  route(
    'removeSession',
    ({ params }) => ({ action: 'change session', sessionId: params.id }),
    async ({ db, params, query, me, access, now, live }) => {
      const current = await requireSession(db, access, params.id);
      const changed = await db.transaction(async (tx) => {
        // whoever logs it at this moment waits, and has it back
        await tx.select({ id: sessions.id }).from(sessions).where(eq(sessions.id, params.id)).for('update');
        const [held] = await tx.select({ id: logs.id }).from(logs).where(eq(logs.session, params.id)).limit(1);
        if (held) throw new ProblemError('cannot-undo', { detail: 'This session has been logged, so its record is kept.' });
        return tx
          .update(sessions)
          .set({ removedAt: now(), version: query.version + 1 })
          .where(and(eq(sessions.id, params.id), eq(sessions.version, query.version)))
          .returning({ id: sessions.id });
      });
      if (changed.length === 0) throw new ProblemError('newer-version', { current });
      await live.tell(
        { topic: 'sessions', id: params.id, by: me.id },
        { groups: [current.groupId], sessionsWere: [await asItWas(db, current)] },
      );
      return { ok: true as const };
    },
  ),
];
