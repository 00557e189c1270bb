/**
 * A device may not know yet that two records of a child have become one: what it sends of the one that went is the other's. It is
 * remembered with the merge, so that it goes along where the two are taken apart again.
 */
import type { OutboxEntry } from '@sapling/contract';
import { and, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { children, merges, type MergedList } from '../db/schema.js';
import type { OWNED } from '../children/merge.js';
import { attendanceOfOne } from '../children/merged-lists.js';

/** The tables that hold what is sent of one child. What ends a check makes no row. */
const TABLE: Partial<Record<OutboxEntry['type'], keyof typeof OWNED>> = {
  observation: 'observations',
  withdrawal: 'withdrawals',
  check: 'checks',
  reading: 'readings',
  'reading step': 'readingSteps',
};

export interface Redirected<E extends OutboxEntry = OutboxEntry> {
  readonly entry: E;
  /** Records that were named and went into another one since, nearest first. */
  readonly gone: readonly string[];
}

/** A record that is named went into another one since it was asked who is in reach. */
export class MergedMeanwhile extends Error {
  override readonly name = 'MergedMeanwhile';
}
const namedIn = (entry: OutboxEntry): string[] =>
  entry.type === 'log' ? entry.record.attendance.map((a) => a.child) : 'child' in entry.record ? [entry.record.child] : [];

/** Whether somebody who is named, and was in reach, went into another record since. */
export async function hasMerged({ db, access }: { readonly db: Db; readonly access: Access }, entry: OutboxEntry): Promise<boolean> {
  const known = namedIn(entry).filter((id) => access.childIds.has(id) || access.runIds.has(id));
  return known.length > 0 && (await mergedInto(db, known)).size > 0;
}
/**
 * Until the transaction is over, nobody who is named goes into another record: whoever makes two records one waits.
 * @throws MergedMeanwhile where somebody has gone
 */
export async function requireNotMerged(tx: Db, entry: OutboxEntry): Promise<void> {
  const named = namedIn(entry);
  if (named.length === 0) return;
  const there = await tx.select({ into: children.mergedInto }).from(children).where(inArray(children.id, named)).for('key share');
  if (there.some((row) => row.into !== null)) throw new MergedMeanwhile();
}

/** The same entry under the records that stayed; the entry itself where it names nobody who went. */
export async function underKeptRecord<E extends OutboxEntry>(db: Db, access: Access, entry: E): Promise<Redirected<E>> {
  const named = namedIn(entry);
  const strange = named.filter((id) => !access.childIds.has(id) && !access.runIds.has(id));
  if (strange.length === 0) return { entry, gone: [] };
  const into = await mergedInto(db, strange);
  if (into.size === 0) return { entry, gone: [] };
  const kept = (id: string): string => {
    const next = into.get(id);
    return next === undefined ? id : kept(next);
  };
  if (entry.type !== 'log') return { entry: { ...entry, record: { ...entry.record, child: kept(named[0]!) } }, gone: [...into.keys()] };
  const attendance = [...into].reduce((list, [one, other]) => attendanceOfOne(list, one, other), entry.record.attendance);
  return { entry: { ...entry, record: { ...entry.record, attendance } }, gone: [...into.keys()] };
}

/** Into which record each of these went, and that one in turn. */
async function mergedInto(db: Db, ids: readonly string[]): Promise<Map<string, string>> {
  const into = new Map<string, string>();
  for (let ask = [...ids]; ask.length > 0;) {
    const rows = await db
      .select({ id: children.id, into: children.mergedInto })
      .from(children)
      .where(and(inArray(children.id, ask), isNotNull(children.mergedInto)));
    for (const row of rows) into.set(row.id, row.into!);
    ask = rows.map((r) => r.into!).filter((id) => !into.has(id));
  }
  return into;
}

/** Notes with the merges that this has come since, nearest first. @param sent as the device sent it @param gone as `underKeptRecord` found them */
export async function noteWithMerges(tx: Db, sent: OutboxEntry, gone: readonly string[]): Promise<void> {
  const table = TABLE[sent.type];
  if (table === undefined && sent.type !== 'log') return;
  let attendance = sent.type === 'log' ? sent.record.attendance : [];
  for (const id of gone) {
    const [merge] = await tx
      .select({ id: merges.id, kept: merges.kept, moved: merges.moved })
      .from(merges)
      .where(and(eq(merges.gone, id), isNull(merges.undoneAt)))
      .orderBy(desc(merges.at))
      .limit(1);
    if (!merge) continue;
    const { moved } = merge;
    const rows = table ? { ...moved.rows, [table]: [...(moved.rows[table] ?? []), sent.id] } : moved.rows;
    const named = attendance.some((a) => a.child === id);
    const lists: readonly MergedList[] = named ? [...moved.lists, { table: 'logs', id: sent.id, was: attendance }] : moved.lists;
    await tx
      .update(merges)
      .set({ moved: { ...moved, rows, lists } })
      .where(eq(merges.id, merge.id));
    if (named) attendance = attendanceOfOne(attendance, id, merge.kept);
  }
}
