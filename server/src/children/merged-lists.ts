/** Lists of children in which two records of one child become one, and two again: of sessions, of who was there, of rules. */
import { eq, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';

type Attendance = (typeof t.logs.$inferSelect)['attendance'];
type Plan = (typeof t.sessions.$inferSelect)['plan'];

/** A value of JSON with one child in another's place, once in each list. */
export function inPlaceOf<T>(value: T, gone: string, kept: string): T {
  if (value === gone) return kept as T;
  if (Array.isArray(value)) {
    const all = value.map((v) => inPlaceOf(v as unknown, gone, kept));
    return all.filter((v, k) => v !== kept || all.indexOf(v) === k) as T;
  }
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, inPlaceOf(inner as unknown, gone, kept)])) as T;
}

/** Who was there, where two in the list are one child: there if either was. */
export function attendanceOfOne(was: Attendance, gone: string, kept: string): Attendance {
  const both = was.filter((a) => a.child === gone || a.child === kept);
  const counts =
    both.find((a) => a.present && a.child === kept) ?? both.find((a) => a.present) ?? both.find((a) => a.child === kept) ?? both[0];
  return was.flatMap((a) => (!both.includes(a) ? [a] : a === both[0] ? [{ ...counts!, child: kept }] : []));
}

/** Two records in a list again, as it stands now: whoever left it or came into it since stays out or in. */
const apart = (now: readonly string[], was: readonly string[], kept: string, gone: string): string[] =>
  now.flatMap((id) => (id !== kept ? [id] : was.includes(kept) ? [kept, gone] : [gone]));

/** Puts the one who stays in the place of the one who goes. Returns the lists as they stood. */
export async function mergeLists(tx: Db, gone: string, kept: string): Promise<t.MergedList[]> {
  const lists: t.MergedList[] = [];
  const holds = (column: PgColumn) => sql`${column}::text like ${`%${gone}%`}`;
  for (const row of await tx
    .select({ id: t.sessions.id, was: t.sessions.members, plan: t.sessions.plan })
    .from(t.sessions)
    .where(holds(t.sessions.members))) {
    const plan = inPlaceOf(row.plan, gone, kept);
    const spoke = JSON.stringify(row.plan).includes(gone);
    await tx
      .update(t.sessions)
      .set({ members: inPlaceOf(row.was, gone, kept), plan })
      .where(eq(t.sessions.id, row.id));
    lists.push({ table: 'sessions', id: row.id, was: row.was, ...(spoke && { plan: row.plan }) });
  }
  for (const row of await tx.select({ id: t.logs.id, was: t.logs.attendance }).from(t.logs).where(holds(t.logs.attendance))) {
    await tx
      .update(t.logs)
      .set({ attendance: attendanceOfOne(row.was, gone, kept) })
      .where(eq(t.logs.id, row.id));
    lists.push({ table: 'logs', ...row });
  }
  for (const row of await tx
    .select({ id: t.groupRules.id, was: t.groupRules.children })
    .from(t.groupRules)
    .where(holds(t.groupRules.children))) {
    await tx
      .update(t.groupRules)
      .set({ children: inPlaceOf(row.was, gone, kept) })
      .where(eq(t.groupRules.id, row.id));
    lists.push({ table: 'groupRules', ...row });
  }
  return lists;
}

/** Takes them apart again in each list as it stands by now: what was changed since stays. */
export async function partLists(tx: Db, lists: readonly t.MergedList[], kept: string, gone: string): Promise<void> {
  for (const list of lists) {
    if (list.table === 'sessions') await partSession(tx, list, kept, gone);
    else if (list.table === 'logs') await partLog(tx, list, kept, gone);
    else {
      const [row] = await tx.select({ now: t.groupRules.children }).from(t.groupRules).where(eq(t.groupRules.id, list.id));
      if (!row) continue;
      await tx
        .update(t.groupRules)
        .set({ children: apart(row.now, list.was as string[], kept, gone) })
        .where(eq(t.groupRules.id, list.id));
    }
  }
}

async function partSession(tx: Db, { id, was, plan }: t.MergedList, kept: string, gone: string): Promise<void> {
  const [row] = await tx.select({ now: t.sessions.members, plan: t.sessions.plan }).from(t.sessions).where(eq(t.sessions.id, id));
  if (!row) return;
  const before = was as string[];
  // a plan that nobody changed is the one it was; in another, what was one record's alone is that record's again
  const same = plan !== undefined && JSON.stringify(inPlaceOf(plan, gone, kept)) === JSON.stringify(row.plan);
  const own = same ? (plan as Plan) : before.includes(kept) ? row.plan : inPlaceOf(row.plan, kept, gone);
  await tx
    .update(t.sessions)
    .set({ members: apart(row.now, before, kept, gone), plan: own })
    .where(eq(t.sessions.id, id));
}
async function partLog(tx: Db, { id, was }: t.MergedList, kept: string, gone: string): Promise<void> {
  const [row] = await tx.select({ now: t.logs.attendance }).from(t.logs).where(eq(t.logs.id, id));
  if (!row) return;
  const before = was as Attendance;
  const [own, theirs] = [before.find((a) => a.child === kept), before.find((a) => a.child === gone)!];
  const one = JSON.stringify(attendanceOfOne(before, gone, kept).find((a) => a.child === kept));
  // whose line nobody changed is the one it was
  const parted = (line: Attendance[number]): Attendance =>
    own ? [JSON.stringify(line) === one ? own : line, theirs] : [{ ...line, child: gone }];
  await tx
    .update(t.logs)
    .set({ attendance: row.now.flatMap((a) => (a.child === kept ? parted(a) : [a])) })
    .where(eq(t.logs.id, id));
}
