import { eq, inArray } from 'drizzle-orm';
import type { Child, ChildLine, ObservationRow } from '@sapling/contract';
import { childrenInReach, type Access } from '../access.js';
import type { Db } from '../db/open.js';
import { children, groupMembers, groups, observations } from '../db/schema.js';
import { toObservation, withdrawnOf } from '../evidence/evidence.js';
import { statesOf } from '../evidence/states.js';
import { derive, effective, type Observation } from '@sapling/core';
import { wordBook } from '../library/word-book.js';
import { observationsFromReadings } from '../readings/store.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { and, isNull } from 'drizzle-orm';

export const fullName = (child: { givenName: string; familyName: string }): string => `${child.givenName} ${child.familyName}`.trim();

/**
 * Children with their lines: every state worked out by the core from the evidence.
 * @param renewed called when lines of an earlier day, which were given, have been worked out anew
 */
export async function childLines(
  db: Db,
  rows: readonly (typeof children.$inferSelect)[],
  now: string,
  renewed?: () => void,
): Promise<ChildLine[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((r) => r.id);
  const [states, memberships] = await Promise.all([
    statesOf(db, rows, now, renewed),
    db
      .select({ childId: groupMembers.childId, groupId: groupMembers.groupId })
      .from(groupMembers)
      .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
      .where(inArray(groupMembers.childId, ids)),
  ]);
  const groupsOf = new Map<string, string[]>();
  for (const { childId, groupId } of memberships) groupsOf.set(childId, [...(groupsOf.get(childId) ?? []), groupId]);
  return rows.map((row) => ({ ...toChild(row), ...states.get(row.id)!, groupIds: groupsOf.get(row.id) ?? [] }));
}
/** A row as it travels. */
export const toChild = ({
  removedAt: _removedAt,
  mergedInto: _mergedInto,
  evidenceVersion: _evidenceVersion,
  ...child
}: typeof children.$inferSelect): Child => child;

export async function namesOf(db: Db, access: Access, ids: readonly string[]): Promise<Map<string, string>> {
  const visible = ids.filter((id) => access.childIds.has(id) || access.runIds.has(id));
  if (visible.length === 0) return new Map();
  const rows = await db
    .select()
    .from(children)
    .where(inArray(children.id, [...new Set(visible)]));
  return new Map(rows.map((r) => [r.id, fullName(r)]));
}

export const childRoutes = [
  route('children', { action: 'signed in' }, async ({ db, access, query, now, live }) => {
    const rows = await childrenInReach(db, access, query.classId);
    const lines = await childLines(db, rows, now(), () => void live.tell({ topic: 'children' }, { everyone: true }));
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
      const counting = effective(all as Observation[], gone);
      const ids = new Set(counting.map((o) => o.id));
      const newestFirst = <T extends { at: string }>(list: T[]): T[] => list.sort((a, b) => (a.at < b.at ? 1 : -1));
      const words = await wordBook(db);
      const lexicon = await words.lexicon();
      const read = await observationsFromReadings(db, params.id, lexicon);
      type Seen = ObservationRow & { reading?: string; counts: boolean };
      const marked: Seen[] = all.map((o) => ({ ...o, counts: ids.has(o.id) }));
      // of all that was read, only what went wrong is worth a line
      if (query.gpc === undefined)
        return newestFirst([...marked, ...read.filter((o) => o.outcome !== 'right').map((o): Seen => ({ ...o, counts: true }))]);
      // of one pair: what was marked of it, and what answers about words say of it
      const spoken = derive(lexicon, [...counting, ...read], { accent: words.accent }).pairs.filter((o) => o.gpc === query.gpc);
      const seen = new Map(spoken.map((o) => [o.id.split('#')[0]!, { ...o, id: o.id.split('#')[0]!, counts: true }]));
      return newestFirst([...(seen.values() as Iterable<Seen>), ...marked.filter((o) => !o.counts && o.gpc === query.gpc)]);
    },
  ),
];
