/** A group given to a colleague for some days: its sessions in that time go to them, and come back when it ends. */
import { and, eq, gte, isNull, lte, notInArray, or } from 'drizzle-orm';
import type { Lending } from '@sapling/contract';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { colleagues, groups, lendings, logs, sessions } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';

/** Lendings under way and to come, of groups this colleague sees. */
async function listLendings(db: Db, access: Access): Promise<Lending[]> {
  const rows = await db
    .select({ row: lendings, groupName: groups.name, byName: colleagues.name })
    .from(lendings)
    .innerJoin(groups, eq(groups.id, lendings.groupId))
    .innerJoin(colleagues, eq(colleagues.id, lendings.by))
    .where(and(isNull(lendings.endedAt), gte(lendings.until, access.today), isNull(groups.removedAt)))
    .orderBy(lendings.from, lendings.id);
  return rows
    .filter(({ row }) => access.groupIds.has(row.groupId) || row.colleagueId === access.actor.id)
    .map(({ row, groupName, byName }) => ({
      id: row.id,
      groupId: row.groupId,
      groupName,
      colleagueId: row.colleagueId,
      from: row.from,
      until: row.until,
      byName,
    }));
}

/** Who has a group for a time on a day; asked for many days at once. */
export async function lentOn(db: Db): Promise<(groupId: string, on: string) => string | undefined> {
  const rows = await db.select().from(lendings).where(isNull(lendings.endedAt));
  return (groupId, on) => rows.find((l) => l.groupId === groupId && l.from <= on && on <= l.until)?.colleagueId;
}

/** Sessions of a group between two days that have not been logged. */
const ahead = (db: Db, groupId: string, from: string, until: string) =>
  and(
    eq(sessions.groupId, groupId),
    isNull(sessions.removedAt),
    gte(sessions.on, from),
    lte(sessions.on, until),
    notInArray(sessions.id, db.select({ id: logs.session }).from(logs)),
  );

async function give(db: Db, where: ReturnType<typeof and>, adultId: string | null): Promise<string[]> {
  const rows = await db.select({ id: sessions.id, version: sessions.version }).from(sessions).where(where);
  for (const s of rows)
    await db
      .update(sessions)
      .set({ adultId, version: s.version + 1 })
      .where(eq(sessions.id, s.id));
  return rows.map((s) => s.id);
}

export const lendingRoutes = [
  route('lendings', { action: 'signed in' }, async ({ db, access }) => listLendings(db, access)),

  route(
    'addLending',
    ({ params }) => ({ action: 'change group', groupIds: [params.id], childIds: [] }),
    async ({ db, params, body, me, access, now, live }) => {
      const wrong = (path: string, message: string): ProblemError => new ProblemError('bad-input', { errors: [{ path, message }] });
      const taken = (detail: string): ProblemError => new ProblemError('in-use', { detail });
      if (body.until < body.from) throw wrong('until', 'The last day is before the first.');
      if (body.until < access.today) throw wrong('until', 'That is over already.');
      const id = uuidv7();
      const { group, moved } = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        // whoever lends or ends it at this moment waits
        const [group] = await tx.select().from(groups).where(eq(groups.id, params.id)).for('no key update');
        if (!group || group.removedAt !== null) throw new ProblemError('not-found');
        const [person] = await tx
          .select()
          .from(colleagues)
          .where(and(eq(colleagues.id, body.colleagueId), eq(colleagues.active, true)));
        if (!person) throw wrong('colleagueId', 'No such colleague.');
        if (person.id === group.adultId) throw taken('The group is theirs already.');
        const other = await tx
          .select({ id: lendings.id })
          .from(lendings)
          .where(
            and(eq(lendings.groupId, params.id), isNull(lendings.endedAt), lte(lendings.from, body.until), gte(lendings.until, body.from)),
          );
        if (other.length > 0) throw taken('Somebody has the group in that time. End that first.');
        const from = body.from < access.today ? access.today : body.from;
        const inTime = ahead(tx, params.id, from, body.until);
        const theirs = await tx
          .select({ id: sessions.id })
          .from(sessions)
          .where(and(inTime, eq(sessions.adultId, body.colleagueId)));
        await tx.insert(lendings).values({ id, groupId: params.id, ...body, by: me.id, at: now(), theirs: theirs.map((s) => s.id) });
        // what was given to somebody else by itself stays theirs
        const own = group.adultId === null ? isNull(sessions.adultId) : or(isNull(sessions.adultId), eq(sessions.adultId, group.adultId));
        return { group, moved: await give(tx, and(inTime, own), body.colleagueId) };
      });
      const colleaguesTold = [body.colleagueId, ...(group.adultId ? [group.adultId] : [])];
      await live.tell({ topic: 'groups', id: params.id, by: me.id }, { groups: [params.id], colleagues: colleaguesTold });
      await live.tell({ topic: 'sessions', by: me.id }, { groups: [params.id], colleagues: colleaguesTold });
      const made = (await listLendings(db, access)).find((l) => l.id === id)!;
      return { ...made, sessions: moved.length };
    },
  ),

  route(
    'endLending',
    ({ params }) => ({ action: 'end lending', lendingId: params.id }),
    async ({ db, params, me, access, now, live }) => {
      const [row] = await db.select().from(lendings).where(eq(lendings.id, params.id));
      if (!row || row.endedAt) throw new ProblemError('not-found');
      const [group] = await db.select().from(groups).where(eq(groups.id, row.groupId));
      let moved: string[] = [];
      await db.transaction(async (tx) => {
        const t = tx as unknown as Db;
        const ended = await t
          .update(lendings)
          .set({ endedAt: now() })
          .where(and(eq(lendings.id, row.id), isNull(lendings.endedAt)))
          .returning({ id: lendings.id });
        if (ended.length === 0) throw new ProblemError('not-found');
        const from = row.from < access.today ? access.today : row.from;
        const lent = and(eq(sessions.adultId, row.colleagueId), notInArray(sessions.id, [...row.theirs]));
        moved = await give(t, and(ahead(t, row.groupId, from, row.until), lent), group!.adultId);
      });
      const told = { groups: [row.groupId], colleagues: [row.colleagueId, ...(group!.adultId ? [group!.adultId] : [])] };
      await live.tell({ topic: 'groups', id: row.groupId, by: me.id }, told);
      await live.tell({ topic: 'sessions', by: me.id }, told);
      return { sessions: moved.length };
    },
  ),
];
