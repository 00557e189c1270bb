/**
 * A school's year is closed: every child goes into next year's class or leaves, groups, sessions to come and the timetable end,
 * and nothing that was ever seen of a child is touched. What it takes to open the year again is kept for 30 days.
 */
import { and, desc, eq, gt, inArray, isNull, notInArray, sql } from 'drizzle-orm';
import type { ChildLine, RollOver } from '@sapling/contract';
import { childLines } from '../children/children.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { uuidv7 } from '../ids.js';

export interface RolledOver {
  readonly year: string;
  readonly moved: number;
  readonly left: number;
  readonly groups: number;
  readonly sessions: number;
}
interface When {
  readonly now: string;
  /** The school's day. */
  readonly today: string;
  readonly by: string;
}

type ClassRow = typeof t.classes.$inferSelect;
/** A class of the new year, and the classes whose children it gets. */
interface NewClass {
  readonly id: string;
  readonly name: string;
  readonly year: string;
  readonly from: readonly ClassRow[];
}

/** The classes of the new year. @throws Refusal where the plan leaves a class out, names a child of none, or joins two orders */
function newClasses(plan: RollOver, present: readonly ClassRow[]): NewClass[] {
  const wrong = (message: string): ProblemError => new ProblemError('bad-input', { detail: message });
  const missing = present.find((c) => !plan.classes.some((p) => p.id === c.id));
  if (missing) throw wrong(`Nothing is said about ${missing.name}.`);
  const made = new Map<string, { id: string; name: string; year: string; from: ClassRow[] }>();
  for (const { id, next } of plan.classes) {
    const row = present.find((c) => c.id === id);
    if (!row) throw wrong('One of the classes is no class of this year any more. Look at the page again.');
    if (!next) continue;
    const other = made.get(next.name);
    if (!other) made.set(next.name, { id: uuidv7(), ...next, from: [row] });
    else if (other.from[0]!.orderId !== row.orderId)
      throw wrong(`${other.from[0]!.name} and ${row.name} follow different teaching orders and cannot become one class.`);
    else other.from.push(row);
  }
  for (const { next } of plan.others)
    if (next !== null && !made.has(next)) throw wrong(`There is no class “${next}” next year for one of the children.`);
  return [...made.values()];
}

/** Puts or takes away what says that rows have ended, each a version on. */
async function setRemoved(
  tx: Pick<Db, 'update'>,
  table: typeof t.classes | typeof t.groups | typeof t.sessions,
  ids: readonly string[],
  removedAt: string | null,
): Promise<void> {
  if (ids.length === 0) return;
  await tx
    .update(table)
    .set({ removedAt, version: sql`${table.version} + 1` })
    .where(inArray(table.id, [...ids]));
}
const ids = (rows: readonly { readonly id: string }[]): string[] => rows.map((row) => row.id);

/** Closes the year. One transaction: all of it, or nothing. */
export async function rollYearOver(
  db: Db,
  plan: RollOver,
  { now, today, by }: When,
  beforeWriting: () => Promise<unknown> = async () => undefined,
): Promise<RolledOver> {
  const before = await whatEnds(db, plan);
  // children are judged, and a backup made, before anything is locked: it may take a minute
  const lines = new Map((await childLines(db, before.kids, now)).map((line) => [line.id, line.line]));
  await beforeWriting();
  return db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    // whoever came, moved or left meanwhile is counted as they are now; whoever does so from here on waits
    await oneAtATime(tx, 'who is at the school');
    const there = await whatEnds(tx, plan).catch((error: unknown) => {
      // it fitted a moment ago
      if (!(error instanceof ProblemError)) throw error;
      throw new ProblemError('in-use', {
        detail: 'Somebody changed the classes or children meanwhile. Nothing was closed; look at the page again.',
      });
    });
    return writeYear(tx, plan, there, lines, { now, today, by });
  });
}

/** What there is of the year that ends. @throws ProblemError where the plan does not fit it */
async function whatEnds(db: Db, plan: RollOver) {
  const present = await db.select().from(t.classes).where(isNull(t.classes.removedAt));
  const kids = await db.select().from(t.children).where(isNull(t.children.removedAt)).for('update');
  const groups = await db.select().from(t.groups).where(isNull(t.groups.removedAt)).for('update');
  const members = await db.select().from(t.groupMembers);
  const held = await db
    .select({ group: t.sessions.groupId, n: sql<number>`count(distinct ${t.sessions.id})::int` })
    .from(t.sessions)
    .innerJoin(t.logs, eq(t.logs.session, t.sessions.id))
    .where(isNull(t.sessions.removedAt))
    .groupBy(t.sessions.groupId);
  const made = newClasses(plan, present);
  if (plan.others.some((o) => !kids.some((k) => k.id === o.child)))
    throw new ProblemError('bad-input', { detail: 'One of the children is not here any more. Look at the page again.' });
  return { present, kids, groups, members, held, made };
}

async function writeYear(
  tx: Db,
  plan: RollOver,
  { present, kids, groups, members, held, made }: Awaited<ReturnType<typeof whatEnds>>,
  lines: ReadonlyMap<string, ChildLine['line']>,
  { now, today, by }: When,
): Promise<RolledOver> {
  const other = new Map(plan.others.map((o) => [o.child, o.next]));
  /** Next year's class of a child; null for leaving. */
  const classOf = (child: { id: string; classId: string }): string | null => {
    const own = other.get(child.id);
    if (own === null) return null;
    if (own !== undefined) return made.find((c) => c.name === own)!.id;
    return made.find((c) => c.from.some((f) => f.id === child.classId))?.id ?? null;
  };
  const leaving = kids.filter((k) => classOf(k) === null).map((k) => k.id);
  const id = uuidv7();
  const adults = await tx.select().from(t.classColleagues);
  for (const c of made) {
    const { orderId } = c.from[0]!;
    // where two become one, only what both were taught counts as taught
    const taughtSteps = Math.min(...c.from.map((f) => f.taughtSteps));
    await tx.insert(t.classes).values({ id: c.id, name: c.name, year: c.year, orderId, taughtSteps });
    const sources = plan.adults === 'with the children' ? c.from : present.filter((p) => p.name === c.name);
    const colleagues = new Set(adults.filter((a) => sources.some((s) => s.id === a.classId)).map((a) => a.colleagueId));
    for (const colleagueId of colleagues) await tx.insert(t.classColleagues).values({ classId: c.id, colleagueId });
  }
  for (const c of made) {
    const going = kids.filter((k) => classOf(k) === c.id).map((k) => k.id);
    if (going.length > 0)
      await tx
        .update(t.children)
        .set({ classId: c.id, version: sql`${t.children.version} + 1` })
        .where(inArray(t.children.id, going));
  }
  if (leaving.length > 0)
    await tx
      .update(t.children)
      .set({ removedAt: now, version: sql`${t.children.version} + 1` })
      .where(inArray(t.children.id, leaving));
  await setRemoved(tx, t.classes, ids(present), now);
  await setRemoved(tx, t.groups, ids(groups), now);
  const coming = await tx
    .select({ id: t.sessions.id })
    .from(t.sessions)
    .where(
      and(
        // today's stay, as where a group ends: one may have been held and not logged yet
        gt(t.sessions.on, today),
        isNull(t.sessions.removedAt),
        notInArray(t.sessions.id, tx.select({ id: t.logs.session }).from(t.logs)),
      ),
    );
  await setRemoved(tx, t.sessions, ids(coming), now);
  const lendings = await tx.update(t.lendings).set({ endedAt: now }).where(isNull(t.lendings.endedAt)).returning({ id: t.lendings.id });
  const [table] = await tx.select().from(t.timetables).orderBy(desc(t.timetables.version)).limit(1);
  if (table && table.meetings.length > 0)
    await tx.insert(t.timetables).values({ version: table.version + 1, meetings: [], savedBy: by, savedAt: now });
  await tx.insert(t.schoolYears).values({
    id,
    name: plan.ending,
    endedAt: now,
    by,
    classes: present.map((c) => ({
      id: c.id,
      name: c.name,
      year: c.year,
      taughtSteps: c.taughtSteps,
      children: kids
        .filter((k) => k.classId === c.id)
        .map((k) => ({
          id: k.id,
          secure: (lines.get(k.id) ?? []).filter((p) => p.state === 'secure' || p.due).length,
          pairs: (lines.get(k.id) ?? []).length,
        })),
    })),
    groups: groups.map((g) => ({
      id: g.id,
      name: g.name,
      adultId: g.adultId,
      focus: g.focus,
      members: members.filter((m) => m.groupId === g.id).map((m) => m.childId),
      held: held.find((h) => h.group === g.id)?.n ?? 0,
    })),
    change: {
      made: made.map((c) => ({ id: c.id, from: c.from[0]!.id })),
      left: leaving,
      sessions: ids(coming),
      lendings: ids(lendings),
      timetable: table && table.meetings.length > 0 ? table.version : null,
    },
  });
  return { year: id, moved: kids.length - leaving.length, left: leaving.length, groups: groups.length, sessions: coming.length };
}

const DAYS_TO_UNDO = 30;

/** Why a closed year cannot be opened again; null where it can. */
export async function undoBlocked(db: Db, year: typeof t.schoolYears.$inferSelect, now: string): Promise<string | null> {
  if (year.undoneAt !== null) return 'It was opened again already.';
  if (Date.parse(now) - Date.parse(year.endedAt) > DAYS_TO_UNDO * 86_400_000) return `It was closed more than ${DAYS_TO_UNDO} days ago.`;
  const [later] = await db
    .select({ id: t.schoolYears.id })
    .from(t.schoolYears)
    .where(and(sql`${t.schoolYears.endedAt} > ${year.endedAt}`, isNull(t.schoolYears.undoneAt)))
    .limit(1);
  if (later) return 'A later year was closed after it.';
  const [group] = await db
    .select({ name: t.groups.name })
    .from(t.groups)
    .where(and(isNull(t.groups.removedAt), sql`${t.groups.createdAt} >= ${year.endedAt}`))
    .limit(1);
  return group ? `The group “${group.name}” was made since. End it first.` : null;
}

/** Opens a closed year again: children in their classes, groups, sessions and timetable as they were. Marks made since stay. */
export async function openYearAgain(db: Db, id: string, { now, by }: Omit<When, 'today'>): Promise<RolledOver> {
  const [year] = await db.select().from(t.schoolYears).where(eq(t.schoolYears.id, id));
  if (!year) throw new ProblemError('not-found');
  const { made, left, sessions, lendings, timetable } = year.change;
  return db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    await oneAtATime(tx, 'who is at the school');
    const [asItIs] = await tx.select().from(t.schoolYears).where(eq(t.schoolYears.id, id));
    const blocked = await undoBlocked(tx, asItIs!, now);
    if (blocked) throw new ProblemError('in-use', { detail: `This year cannot be opened again. ${blocked}` });
    let moved = 0;
    for (const c of year.classes) {
      const ids = c.children.map((k) => k.id);
      if (ids.length === 0) continue;
      // one who was moved, left or came in since is where that put them
      const back = await tx
        .update(t.children)
        .set({ classId: c.id, version: sql`${t.children.version} + 1` })
        .where(and(inArray(t.children.id, ids), inArray(t.children.classId, made.length > 0 ? [...made.map((m) => m.id), c.id] : [c.id])))
        .returning({ id: t.children.id });
      moved += back.length;
    }
    for (const { id: classId, from } of made)
      await tx
        .update(t.children)
        .set({ classId: from, version: sql`${t.children.version} + 1` })
        .where(eq(t.children.classId, classId));
    const returned =
      left.length === 0
        ? []
        : await tx
            .update(t.children)
            .set({ removedAt: null, version: sql`${t.children.version} + 1` })
            .where(and(inArray(t.children.id, [...left]), eq(t.children.removedAt, year.endedAt)))
            .returning({ id: t.children.id });
    await setRemoved(tx, t.classes, ids(made), now);
    await setRemoved(tx, t.classes, ids(year.classes), null);
    const ended = await tx
      .select({ id: t.groups.id })
      .from(t.groups)
      .where(and(inArray(t.groups.id, ids(year.groups)), eq(t.groups.removedAt, year.endedAt)));
    await setRemoved(tx, t.groups, ids(ended), null);
    await setRemoved(tx, t.sessions, sessions, null);
    if (lendings.length > 0)
      await tx
        .update(t.lendings)
        .set({ endedAt: null })
        .where(inArray(t.lendings.id, [...lendings]));
    const [table] = await tx.select().from(t.timetables).orderBy(desc(t.timetables.version)).limit(1);
    const before = timetable === null ? undefined : (await tx.select().from(t.timetables).where(eq(t.timetables.version, timetable)))[0];
    if (before && table)
      await tx.insert(t.timetables).values({ version: table.version + 1, meetings: before.meetings, savedBy: by, savedAt: now });
    await tx.update(t.schoolYears).set({ undoneAt: now }).where(eq(t.schoolYears.id, id));
    return { year: id, moved, left: returned.length, groups: ended.length, sessions: sessions.length };
  });
}
