/**
 * Where each child stands, as it was worked out and kept: lists are read, not worked out. A state says what it rests on (the
 * version of the child's evidence, how words are cut, what the class was taught, the school's thresholds, the day); where one
 * of those has changed it is worked out anew. Only time passing is no hurry: what is known fades over weeks, so the state of
 * an earlier day is given at once and renewed beside.
 */
import { createHash } from 'node:crypto';
import type { PairStateRow, StrandStateRow } from '@sapling/contract';
import { changeBetween, DEFAULT_MODEL, type TeachingOrder } from '@sapling/core';
import { eq, inArray, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { children, childStates, classes } from '../db/schema.js';
import { breathing } from '../http/breathing.js';
import { orderBook } from '../library/orders.js';
import { wordBook } from '../library/word-book.js';
import { schoolDay } from '../settings/school-day.js';
import { modelOf, readSettings } from '../settings/settings.js';
import { evidenceOf, lastChecked, lineOf, strandsOf, tenth } from './evidence.js';

type ChildRow = typeof children.$inferSelect;
export interface ChildState {
  readonly line: PairStateRow[];
  readonly strands: StrandStateRow[];
  readonly lastCheck: string | null;
  readonly direction: number | null;
}

/** Raised where what is kept of a state changes its form. */
const FORM = 1;
/** So many children at once, so that their evidence is not all in memory. */
const AT_ONCE = 40;
const short = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 16);
const judgement = short(JSON.stringify([FORM, DEFAULT_MODEL]));

/** Raises the version of a child's evidence: whoever writes evidence does this with it. */
export async function touchEvidence(db: Db, childIds: readonly string[]): Promise<void> {
  if (childIds.length === 0) return;
  await db
    .update(children)
    .set({ evidenceVersion: sql`${children.evidenceVersion} + 1` })
    .where(inArray(children.id, [...childIds]));
}

/** What the states of children rest on, but for their evidence: read once for many. */
async function grounds(db: Db, rows: readonly ChildRow[]) {
  const [settings, orders, words, classRows] = await Promise.all([
    readSettings(db),
    orderBook(db),
    wordBook(db),
    db
      .select()
      .from(classes)
      .where(inArray(classes.id, [...new Set(rows.map((r) => r.classId))])),
  ]);
  const orderStamps = new Map<string, string>();
  const stampOfOrder = (order: TeachingOrder | undefined): string => {
    if (!order) return '';
    if (!orderStamps.has(order.id)) orderStamps.set(order.id, short(JSON.stringify(order.steps.map((s) => s.gpcs))));
    return orderStamps.get(order.id)!;
  };
  const school = short(`${settings.version} ${words.stamp}`);
  return {
    model: modelOf(settings),
    of(row: ChildRow): { order: TeachingOrder | undefined; taughtSteps: number; stamp: string } {
      const schoolClass = classRows.find((c) => c.id === row.classId);
      const order = orders.get(schoolClass?.orderId ?? '');
      const taughtSteps = schoolClass?.taughtSteps ?? 0;
      return { order, taughtSteps, stamp: `${judgement} ${row.evidenceVersion} ${school} ${stampOfOrder(order)} ${taughtSteps}` };
    },
  };
}

/** Works out where these children stand now, and keeps it. */
async function workOut(
  db: Db,
  rows: readonly ChildRow[],
  rest: Awaited<ReturnType<typeof grounds>>,
  now: string,
  day: string,
): Promise<Map<string, ChildState>> {
  const out = new Map<string, ChildState>();
  const breath = breathing();
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const some = rows.slice(from, from + AT_ONCE);
    const evidence = await evidenceOf(
      db,
      some.map((r) => r.id),
    );
    for (const row of some) {
      const { order, taughtSteps, stamp } = rest.of(row);
      const seen = evidence.get(row.id)!;
      await breath();
      const { now: line, before } = lineOf(order, taughtSteps, seen, now, rest.model);
      const since = changeBetween(before, line);
      const state: ChildState = {
        line,
        strands: strandsOf(order, seen, now, rest.model),
        lastCheck: lastChecked(seen),
        direction: since.of === 0 ? null : tenth(since.now - since.before),
      };
      out.set(row.id, state);
      hold(db, row.id, { stamp, day, state });
      const kept = { stamp, day, ...state };
      await db
        .insert(childStates)
        .values({ child: row.id, ...kept })
        .onConflictDoUpdate({ target: childStates.child, set: kept });
    }
  }
  return out;
}

interface Held {
  readonly stamp: string;
  readonly day: string;
  readonly state: ChildState;
}
/** States as they were read or worked out last, by child: a list of a school reads none from the database again. */
const held = new WeakMap<Db, Map<string, Held>>();
/** The most children whose states are held, some 30 kB each. */
const MOST_HELD = 1500;
function hold(db: Db, child: string, state: Held): void {
  let all = held.get(db);
  if (!all) held.set(db, (all = new Map()));
  all.delete(child);
  if (all.size >= MOST_HELD) all.delete(all.keys().next().value!);
  all.set(child, state);
}

/** Renewals under way, by database: one at a time. */
const renewing = new WeakMap<Db, Promise<void>>();

/**
 * Where these children stand, by child. What was worked out before is read; what rests on something else now is worked out.
 * @param renewed called when states of an earlier day, which were given, have been worked out anew
 */
export async function statesOf(db: Db, rows: readonly ChildRow[], now: string, renewed?: () => void): Promise<Map<string, ChildState>> {
  const out = new Map<string, ChildState>();
  if (rows.length === 0) return out;
  const [rest, day] = await Promise.all([grounds(db, rows), schoolDay(db, now)]);
  const kept = new Map<string, Held>();
  const unread: string[] = [];
  for (const row of rows) {
    const own = held.get(db)?.get(row.id);
    if (own && own.day === day && own.stamp === rest.of(row).stamp) kept.set(row.id, own);
    else unread.push(row.id);
  }
  for (let from = 0; from < unread.length; from += 1000)
    for (const row of await db
      .select()
      .from(childStates)
      .where(inArray(childStates.child, unread.slice(from, from + 1000)))) {
      const { child, stamp, day: of, ...state } = row;
      const found = { stamp, day: of, state };
      hold(db, child, found);
      kept.set(child, found);
    }
  const stale: ChildRow[] = [];
  const old: ChildRow[] = [];
  for (const row of rows) {
    const state = kept.get(row.id);
    if (!state || state.stamp !== rest.of(row).stamp) stale.push(row);
    else {
      if (state.day !== day) old.push(row);
      out.set(row.id, state.state);
    }
  }
  for (const [id, state] of await workOut(db, stale, rest, now, day)) out.set(id, state);
  if (old.length > 0 && !renewing.has(db)) {
    const work = workOut(db, old, rest, now, day)
      .then(() => renewed?.())
      .catch(() => undefined)
      .finally(() => renewing.delete(db));
    renewing.set(
      db,
      work.then(() => undefined),
    );
  }
  return out;
}

/** Works out every child whose state is of an earlier day: at night, before anybody asks. */
export async function renewStates(db: Db, now: string): Promise<void> {
  const rows = await db
    .select()
    .from(children)
    .where(sql`${children.removedAt} is null`);
  await statesOf(db, rows, now);
  await renewing.get(db);
}

/** Nothing of a child who is erased stays in memory either. */
export const forgetHeld = (db: Db): void => void held.delete(db);

/** Forgets the state of a child who is erased. */
export async function forgetState(db: Db, childId: string): Promise<void> {
  await db.delete(childStates).where(eq(childStates.child, childId));
}
