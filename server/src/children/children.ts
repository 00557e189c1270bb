import { eq, inArray } from 'drizzle-orm';
import { type Child, type ChildLine, fullName, type ObservationRow, type PackedChildren } from '@sapling/contract';
import { childrenInReach, type Access } from '../access.js';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { children, groupMembers, groups, observations } from '../db/schema.js';
import { toObservation, withdrawnOf } from '../evidence/evidence.js';
import { loggedTeachingOf } from '../evidence/logged-teaching.js';
import { recallSoFar } from '../evidence/recall-so-far.js';
import { statesOf, numberedPairs, packedState, type ChildState } from '../evidence/states.js';
import { derive, effective, type Observation } from '@sapling/core/evidence';
import { wordBook } from '../library/word-book.js';
import { observationsFromReadings } from '../readings/store.js';
import { ProblemError } from '../http/problem.js';
import { listInPieces } from '../http/json-in-pieces.js';
import { JsonText, route } from '../http/route.js';
import { and, isNull } from 'drizzle-orm';

/** Where these children stand, and the groups they are in, by child. */
async function aboutChildren(db: Db, rows: readonly (typeof children.$inferSelect)[], now: string, renewed?: () => void) {
  const [states, memberships] = await Promise.all([
    statesOf(db, rows, now, { renewed }),
    byIds(
      rows.map((r) => r.id),
      (some) =>
        db
          .select({ childId: groupMembers.childId, groupId: groupMembers.groupId })
          .from(groupMembers)
          .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
          .where(inArray(groupMembers.childId, some))
          .orderBy(groupMembers.childId, groupMembers.groupId),
    ),
  ]);
  const groupsOf = new Map<string, string[]>(rows.map((r) => [r.id, []]));
  for (const { childId, groupId } of memberships) groupsOf.get(childId)!.push(groupId);
  return { states, groupsOf };
}

/**
 * Children with their lines: every state worked out by the core from the evidence.
 * @param renewed called when lines of an earlier day, which were given, have been worked out anew
 */
export async function childLines(
  db: Db,
  rows: readonly (typeof children.$inferSelect)[],
  now: string,
  renewed?: () => void,
): Promise<(ChildLine & Pick<ChildState, 'beyond'>)[]> {
  if (rows.length === 0) return [];
  const { states, groupsOf } = await aboutChildren(db, rows, now, renewed);
  return rows.map((row) => {
    const { weeks: _weeks, ...state } = states.get(row.id)!;
    return { ...toChild(row), ...state, groupIds: groupsOf.get(row.id)! };
  });
}

/** The same packed, as JSON, in pieces that were written before. */
async function packedLines(
  db: Db,
  rows: readonly (typeof children.$inferSelect)[],
  now: string,
  renewed: () => void,
): Promise<JsonText<PackedChildren>> {
  const { states, groupsOf } = await aboutChildren(db, rows, now, renewed);
  const written = await listInPieces(rows, (row) => {
    const own = JSON.stringify({ ...toChild(row), groupIds: groupsOf.get(row.id)! });
    return `${own.slice(0, -1)},${packedState(states.get(row.id)!).slice(1)}`;
  });
  // the pairs are numbered while lines are written
  return new JsonText(`{"pairs":${JSON.stringify(numberedPairs())},"children":${written}}`);
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

async function childrenByName(db: Db, access: Access, classId: string | undefined): Promise<(typeof children.$inferSelect)[]> {
  const rows = await childrenInReach(db, access, classId);
  return rows.sort((a, b) => byName.compare(a.givenName, b.givenName) || byName.compare(a.familyName, b.familyName));
}
/** Made once: comparing by locale makes one for each comparison. */
const byName = new Intl.Collator();

export const childRoutes = [
  route('children', { action: 'signed in' }, { kept: true }, async ({ db, access, query, now, live }) => {
    const rows = await childrenByName(db, access, query.classId);
    const lines = await childLines(db, rows, now(), () => void live.tell({ topic: 'children' }, { everyone: true }));
    return lines.map(({ beyond: _beyond, ...line }) => line);
  }),

  route('packedChildren', { action: 'signed in' }, { kept: true }, async ({ db, access, query, now, live }) => {
    const rows = await childrenByName(db, access, query.classId);
    return packedLines(db, rows, now(), () => void live.tell({ topic: 'children' }, { everyone: true }));
  }),

  route(
    'child',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async ({ db, params, now }) => {
      const rows = await db.select().from(children).where(eq(children.id, params.id));
      const [line] = await childLines(db, rows, now());
      if (!line) throw new ProblemError('not-found');
      return { ...line, beyond: line.beyond ?? [] };
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

  route(
    'childTeaching',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async ({ db, params, query }) => {
      const all = await loggedTeachingOf(db, params.id);
      return all.filter((t) => query.gpc === undefined || t.gpc === query.gpc).reverse();
    },
  ),

  route(
    'recallSoFar',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async ({ db, params, me }) => {
      const [row] = await db.select().from(children).where(eq(children.id, params.id));
      if (!row) throw new ProblemError('not-found');
      return recallSoFar(db, row, me.id);
    },
  ),
];
