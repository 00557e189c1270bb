import { eq, inArray } from 'drizzle-orm';
import type { ChildLine } from '@sapling/contract';
import { childrenInReach, type Access } from '../access.js';
import type { Db } from '../db/open.js';
import { children, classes, groupMembers, groups, observations } from '../db/schema.js';
import { change, evidenceOf, lineOf, toObservation, withdrawnOf } from '../evidence/evidence.js';
import { orderBook } from '../library/orders.js';
import { effective, type Observation } from '@sapling/core';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { and, isNull } from 'drizzle-orm';

const THREE_WEEKS = 21 * 86_400_000;

export const fullName = (child: { givenName: string; familyName: string }): string => `${child.givenName} ${child.familyName}`.trim();

/** Children with their lines: every state worked out by the core from the evidence, as of now. */
export async function childLines(db: Db, rows: readonly (typeof children.$inferSelect)[], now: string): Promise<ChildLine[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((r) => r.id);
  const [orders, evidence, classRows, memberships] = await Promise.all([
    orderBook(db),
    evidenceOf(db, ids),
    db
      .select()
      .from(classes)
      .where(inArray(classes.id, [...new Set(rows.map((r) => r.classId))])),
    db
      .select({ childId: groupMembers.childId, groupId: groupMembers.groupId })
      .from(groupMembers)
      .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
      .where(inArray(groupMembers.childId, ids)),
  ]);
  const before = new Date(Date.parse(now) - THREE_WEEKS).toISOString();
  return rows.map((row) => {
    const schoolClass = classRows.find((c) => c.id === row.classId)!;
    const list = evidence.get(row.id) ?? [];
    const line = lineOf(orders.get(schoolClass.orderId), schoolClass.taughtSteps, list, now);
    const then = lineOf(
      orders.get(schoolClass.orderId),
      schoolClass.taughtSteps,
      list.filter((o) => o.at <= before),
      before,
    );
    const since = change(then, line);
    return {
      id: row.id,
      givenName: row.givenName,
      familyName: row.familyName,
      classId: row.classId,
      externalId: row.externalId,
      version: row.version,
      line,
      lastCheck: list.filter((o) => o.kind === 'see-say').at(-1)?.at ?? null,
      direction: since.of === 0 ? null : Math.round((since.now - since.before) * 10) / 10,
      groupIds: memberships.filter((m) => m.childId === row.id).map((m) => m.groupId),
    };
  });
}

export async function namesOf(db: Db, access: Access, ids: readonly string[]): Promise<Map<string, string>> {
  const visible = ids.filter((id) => access.childIds.has(id));
  if (visible.length === 0) return new Map();
  const rows = await db
    .select()
    .from(children)
    .where(inArray(children.id, [...new Set(visible)]));
  return new Map(rows.map((r) => [r.id, fullName(r)]));
}

export const childRoutes = [
  route('children', { action: 'signed in' }, async ({ db, access, query, now }) => {
    const rows = await childrenInReach(db, access, query.classId);
    const lines = await childLines(db, rows, now());
    return lines.sort((a, b) => a.givenName.localeCompare(b.givenName) || a.familyName.localeCompare(b.familyName));
  }),

  route(
    'child',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async ({ db, params, now }) => {
      const rows = await db.select().from(children).where(eq(children.id, params.id));
      const [line] = await childLines(db, rows, now());
      if (!line) throw new Refusal('not-found');
      return line;
    },
  ),

  route(
    'evidence',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async ({ db, params, query }) => {
      const [rows, gone] = await Promise.all([
        db.select().from(observations).where(eq(observations.child, params.id)),
        withdrawnOf(db, params.id),
      ]);
      const all = rows.map(toObservation);
      const counting = new Set(effective(all as Observation[], gone).map((o) => o.id));
      return all
        .filter((o) => query.gpc === undefined || o.gpc === query.gpc)
        .sort((a, b) => (a.at < b.at ? 1 : -1))
        .map((o) => ({ ...o, counts: counting.has(o.id) }));
    },
  ),
];
