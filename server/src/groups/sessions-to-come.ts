/**
 * The sessions of a group that nobody has logged yet: as the group is, so are they. Who is in them and who runs them changes with it,
 * and they go when it ends and come back when it goes on. Sessions that were held stand as they were.
 */
import { and, eq, gte, inArray, isNull, sql } from 'drizzle-orm';
import type { Session } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { groupMembers, groups, logs, sessions } from '../db/schema.js';

type Plan = Session['plan'];
/** Who is in a group, or was when it ended. */
export async function membersOf(db: Db, groupId: string): Promise<string[]> {
  return (await db.select({ id: groupMembers.childId }).from(groupMembers).where(eq(groupMembers.groupId, groupId))).map((m) => m.id);
}

/** Those of a group from this day on that nobody has logged. */
const sessionsToCome = (tx: Db, groupId: string, from: string) =>
  tx
    .select({
      id: sessions.id,
      on: sessions.on,
      adultId: sessions.adultId,
      members: sessions.members,
      plan: sessions.plan,
      version: sessions.version,
    })
    .from(sessions)
    .leftJoin(logs, eq(logs.session, sessions.id))
    .where(and(eq(sessions.groupId, groupId), gte(sessions.on, from), isNull(sessions.removedAt), isNull(logs.id)));

/**
 * Changes who is in the sessions of a group from this day on.
 * @param members who is in one of them after, from who is in it now
 */
export async function inSessionsToCome(
  tx: Db,
  groupId: string,
  today: string,
  members: (now: readonly string[]) => string[],
): Promise<void> {
  for (const { id, members: before, plan, version } of await sessionsToCome(tx, groupId, today)) {
    const after = members(before);
    if (after.length === before.length && after.every((m) => before.includes(m))) continue;
    const { madeFor = before, joined: _joined, ...own } = plan as Plan;
    // whoever was taken out by a slip and comes back has not joined; of whoever has, it is said that it was not made for them
    const joined = after.filter((m) => !madeFor.includes(m));
    // a plan that was drawn can be drawn again, for who came as well
    const { joined: _again, ...drawn } = own.drawn ?? {};
    const redrawn = own.drawn && { drawn: joined.length > 0 ? { ...drawn, joined: true } : drawn };
    const asMade = joined.length === 0 && madeFor.every((m) => after.includes(m));
    const whole = { ...own, ...redrawn, ...(!asMade && { madeFor: [...madeFor] }), ...(joined.length > 0 && { joined }) };
    await tx
      .update(sessions)
      .set({ members: after, plan: whole, version: version + 1 })
      .where(eq(sessions.id, id));
  }
}

/**
 * A session that comes back among those to come (out of the bin, or from a day that lies behind) has whom its group has by now. A
 * group that is over has nobody by now: its sessions stay as they were.
 */
export async function followGroup(tx: Db, groupId: string, today: string): Promise<void> {
  const [meets] = await tx
    .select({ id: groups.id })
    .from(groups)
    .where(and(eq(groups.id, groupId), isNull(groups.removedAt)));
  if (!meets) return;
  const members = await membersOf(tx, groupId);
  await inSessionsToCome(tx, groupId, today, () => members);
}

/** Gives them from one adult to another along with their group; those given to somebody else by name stay theirs. */
export async function handSessionsToCome(tx: Db, groupId: string, today: string, from: string | null, to: string | null): Promise<void> {
  const theirs = (await sessionsToCome(tx, groupId, today)).filter(({ adultId }) => adultId === from).map(({ id }) => id);
  if (theirs.length === 0) return;
  await tx
    .update(sessions)
    .set({ adultId: to, version: sql`${sessions.version} + 1` })
    .where(inArray(sessions.id, theirs));
}

/** Takes the sessions of a group that ends out of the plan. Today's stay: one may have been held and not logged yet. */
export async function endSessionsToCome(tx: Db, groupId: string, today: string, now: string): Promise<void> {
  const coming = (await sessionsToCome(tx, groupId, today)).filter(({ on }) => on > today).map(({ id }) => id);
  if (coming.length === 0) return;
  await tx
    .update(sessions)
    .set({ removedAt: now, version: sql`${sessions.version} + 1` })
    .where(inArray(sessions.id, coming));
}
/** Puts back those that went with the group, and none that was taken out by itself. @param endedAt the moment the group ended */
export async function reopenSessionsToCome(tx: Db, groupId: string, endedAt: string): Promise<void> {
  await tx
    .update(sessions)
    .set({ removedAt: null, version: sql`${sessions.version} + 1` })
    .where(and(eq(sessions.groupId, groupId), eq(sessions.removedAt, endedAt)));
}
