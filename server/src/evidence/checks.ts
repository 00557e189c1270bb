import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { CheckState } from '@sapling/contract';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { checks, observations, withdrawals } from '../db/schema.js';
import { namesOf } from '../children/children.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { effective, type Observation } from '@sapling/core/evidence';
import { toObservation } from './evidence.js';
import type { ObservationRow } from '@sapling/contract';

async function marksOf(db: Db, checkIds: readonly string[]): Promise<Map<string, ObservationRow[]>> {
  const out = new Map<string, ObservationRow[]>(checkIds.map((id) => [id, []]));
  if (checkIds.length === 0) return out;
  const rows = await db
    .select()
    .from(observations)
    .where(inArray(observations.check, [...checkIds]));
  const ids = rows.map((r) => r.id);
  const gone =
    ids.length === 0 ? [] : await db.select({ id: withdrawals.observation }).from(withdrawals).where(inArray(withdrawals.observation, ids));
  const counting = new Set(effective(rows.map(toObservation) as Observation[], new Set(gone.map((g) => g.id))).map((o) => o.id));
  for (const row of rows) if (row.check && counting.has(row.id)) out.get(row.check)?.push(toObservation(row));
  return out;
}

/** So many open checks are listed at most, the newest. */
const MOST_OPEN = 500;
export async function openChecks(
  db: Db,
  access: Access,
  filter: { childId?: string | undefined; by?: string } = {},
): Promise<CheckState[]> {
  // few are open at any time: all of them by their index, and of these the ones in reach
  const open = await db
    .select()
    .from(checks)
    .where(
      and(
        isNull(checks.finishedAt),
        isNull(checks.binnedAt),
        filter.childId ? eq(checks.child, filter.childId) : undefined,
        filter.by ? eq(checks.by, filter.by) : undefined,
      ),
    )
    .orderBy(desc(checks.startedAt));
  const rows = open.filter((row) => access.childIds.has(row.child)).slice(0, MOST_OPEN);
  const [names, marks] = await Promise.all([
    namesOf(
      db,
      access,
      rows.map((r) => r.child),
    ),
    marksOf(
      db,
      rows.map((r) => r.id),
    ),
  ]);
  return rows.map((row) => state(row, names, marks.get(row.id) ?? []));
}

/** Which card of its check an observation answers. */
const cardOf = (o: ObservationRow): string => o.card ?? o.gpc ?? o.item ?? o.id;

function state(row: typeof checks.$inferSelect, names: Map<string, string>, marks: readonly ObservationRow[]): CheckState {
  return {
    id: row.id,
    child: row.child,
    by: row.by,
    startedAt: row.startedAt,
    kind: row.kind,
    ...(row.quick ? { quick: true } : {}),
    ...(row.late ? { late: row.late } : {}),
    ...(row.items ? { items: row.items } : {}),
    stack: row.stack,
    childName: names.get(row.child) ?? '',
    finishedAt: row.finishedAt,
    ...(row.binnedAt !== null ? { binned: true } : {}),
    marked: new Set(marks.map(cardOf)).size,
  };
}

export const checkRoutes = [
  route('checks', { action: 'signed in' }, async ({ db, access, query }) => openChecks(db, access, { childId: query.childId })),

  route(
    'check',
    ({ params }) => ({
      action: 'read check',
      checkChild: async (db) => (await db.select({ child: checks.child }).from(checks).where(eq(checks.id, params.id)))[0]?.child,
    }),
    async ({ db, params, access }) => {
      const [row] = await db.select().from(checks).where(eq(checks.id, params.id));
      if (!row) throw new ProblemError('not-found');
      const marks = (await marksOf(db, [row.id])).get(row.id) ?? [];
      return { ...state(row, await namesOf(db, access, [row.child]), marks), marks: marks.sort((a, b) => (a.at < b.at ? -1 : 1)) };
    },
  ),

  route('openScreen', { action: 'signed in' }, { keepsReach: true }, async ({ screens, me }) => ({ code: screens.open(me.id) })),
  route('showScreen', { action: 'signed in' }, { keepsReach: true, often: true }, async ({ screens, me, params, body }) => {
    if (!screens.show(params.code, me.id, body.card)) throw new ProblemError('not-found', { detail: 'This second screen has ended.' });
    return { watching: screens.watching(params.code, me.id) ?? 0 };
  }),
  route('endScreen', { action: 'signed in' }, { keepsReach: true }, async ({ screens, me, params }) => {
    if (!screens.end(params.code, me.id)) throw new ProblemError('not-found');
    return { ok: true as const };
  }),
];
