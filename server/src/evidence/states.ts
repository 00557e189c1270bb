/**
 * Where each child stands, as it was worked out and kept: lists are read, not worked out. A state says what it rests on (the
 * version of the child's evidence, the class's order, the school's thresholds, accent and spelling); where one of those has changed
 * it is worked out anew. Time passing is no hurry, nor is teaching, nor a word that is cut otherwise: what is known fades over weeks and
 * a word is one of hundreds, so the state of an earlier day or of earlier cuts is given at once and renewed beside, and a line is kept
 * for the whole order and cut to what was taught. Which words are never offered moves nothing.
 */
import { createHash } from 'node:crypto';
import { DIRECTION_DAYS, packLine, type PairStateRow, type StrandStateRow } from '@sapling/contract';
import { changeBetween, DEFAULT_MODEL } from '@sapling/core/judgement';
import { taughtAfter, type TeachingOrder } from '@sapling/core/phonics';
import { eq, inArray, sql } from 'drizzle-orm';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { childResults, children, childStates, classes } from '../db/schema.js';
import { orderBook } from '../library/orders.js';
import { wordBook } from '../library/word-book.js';
import { judgementHere, keptJudgement } from '../settings/judgement-here.js';
import { schoolDay } from '../settings/school-day.js';
import { modelOf, readSettings } from '../settings/settings.js';
import { poolOf } from '../work/pool.js';
import { factsOf, tenth } from './evidence.js';
import type { Grounds, Judged } from './judge-child.js';
import { weekEnds, weeksOf, type ChildWeeks } from './weeks.js';

export type ChildRow = typeof children.$inferSelect;
/** What is worked out of one child's evidence. */
export interface ChildState {
  readonly line: PairStateRow[];
  readonly strands: StrandStateRow[];
  readonly lastCheck: string | null;
  readonly direction: number | null;
  readonly directionClear: boolean;
  /** Null where an older version of the program worked it out: it is being renewed. */
  readonly weeks: ChildWeeks | null;
  /** Pairs that were seen and are not among those taught. */
  readonly beyond?: PairStateRow[];
}

/** Raised where states are worked out otherwise, or what is kept of them changes. */
const FORM = 20;
const DAY_MS = 86_400_000;
/** How many children are on their way at once: the next is read while one is judged. */
const AT_ONCE = 4;
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

/** What a state rests on. */
interface Rest extends Grounds {
  readonly stamp: string;
  /** How this school cuts words. */
  readonly cuts: string;
  /** How many pairs the class was taught: so many stand first in the line of all. */
  readonly taught: number;
}

/** What the states of children rest on, but for their evidence: read once for many. */
export async function groundsOf(db: Db, rows: readonly ChildRow[]): Promise<(row: ChildRow) => Rest> {
  const [settings, kept, orders, words, classRows] = await Promise.all([
    readSettings(db),
    keptJudgement(db),
    orderBook(db),
    wordBook(db),
    byIds(
      rows.map((r) => r.classId),
      (some) => db.select().from(classes).where(inArray(classes.id, some)),
    ),
  ]);
  const book = await words.facts();
  const classOf = new Map(classRows.map((c) => [c.id, c]));
  const orderStamps = new Map<string, string>();
  const stampOfOrder = (order: TeachingOrder | undefined): string => {
    if (!order) return '';
    if (!orderStamps.has(order.id)) orderStamps.set(order.id, short(JSON.stringify(order.steps.map((s) => s.gpcs))));
    return orderStamps.get(order.id)!;
  };
  const counts = new Map<string, number>();
  const taughtIn = (order: TeachingOrder | undefined, steps: number): number => {
    if (!order) return 0;
    const key = `${order.id} ${steps}`;
    if (!counts.has(key)) counts.set(key, new Set(taughtAfter(order, Math.min(steps, order.steps.length)).gpcs).size);
    return counts.get(key)!;
  };
  const here = judgementHere(modelOf(settings), kept);
  const reading = {
    readAlone: settings.readAlone,
    selfCorrectionIsRight: settings.selfCorrectionIsRight,
    readingAims: settings.readingAims,
  };
  const common = { book, model: here.model, reading };
  // what is judged by, and no more: a holiday or a lesson moves nothing about what a child knows
  const { secureFrom, gapBelow, strand } = here.model;
  const school = short(JSON.stringify([secureFrom, gapBelow, strand, reading, book.accent, book.words.spelling, here.stamp]));
  const cuts = short(JSON.stringify([book.corrections, book.words.added]));
  return (row) => {
    const schoolClass = classOf.get(row.classId);
    const order = orders.get(schoolClass?.orderId ?? '');
    const taughtSteps = schoolClass?.taughtSteps ?? 0;
    return {
      ...common,
      order,
      taughtSteps,
      cuts,
      taught: taughtIn(order, taughtSteps),
      stamp: `${row.evidenceVersion} ${school} ${stampOfOrder(order)}`,
    };
  };
}

/** Reads and judges one child, off this thread. @param moments ISO 8601 UTC in order of time, the last of them now */
export async function judgedAt(db: Db, row: ChildRow, grounds: Grounds, moments: readonly string[]): Promise<Judged> {
  const facts = await factsOf(db, row.id);
  return poolOf(db).run('judgeChild', { facts, grounds, moments });
}

/** What is being worked out, by database: whoever asks for the same meanwhile waits for it. */
const underWay = new WeakMap<Db, Map<string, Promise<ChildState>>>();

/** Works out where these children stand now, and keeps it. */
async function workOut(
  db: Db,
  rows: readonly ChildRow[],
  grounds: (row: ChildRow) => Rest,
  now: string,
  today: string,
): Promise<Map<string, ChildState>> {
  const out = new Map<string, ChildState>();
  const going = underWay.get(db) ?? new Map<string, Promise<ChildState>>();
  underWay.set(db, going);
  const waiting = [...rows];
  const next = async (): Promise<void> => {
    for (let row = waiting.shift(); row; row = waiting.shift()) {
      const rest = grounds(row);
      const key = `${row.id} ${dayOf(today, rest)} ${rest.stamp}`;
      let work = going.get(key);
      if (!work) {
        work = workOutOne(db, row, rest, now, dayOf(today, rest)).finally(() => going.delete(key));
        going.set(key, work);
      }
      out.set(row.id, await work);
    }
  };
  await Promise.all(Array.from({ length: Math.min(AT_ONCE, rows.length) }, next));
  return out;
}

async function workOutOne(
  db: Db,
  row: ChildRow,
  { stamp, taught, cuts: _, ...grounds }: Rest,
  now: string,
  day: string,
): Promise<ChildState> {
  const ends = weekEnds(now);
  const before = new Date(Date.parse(now) - DIRECTION_DAYS * DAY_MS).toISOString();
  const moments = [...new Set([before, ...ends])].sort();
  const judged = await judgedAt(db, row, grounds, moments);
  const line = judged.lines.at(-1)!;
  const since = changeBetween(judged.lines[moments.indexOf(before)]!, line, DIRECTION_DAYS);
  const state: ChildState = {
    // of the whole order: that a class was taught more changes nothing about what its children know
    line: judged.all,
    strands: [...judged.strands],
    lastCheck: judged.lastCheck,
    direction: since.of === 0 ? null : tenth(since.change.expected),
    directionClear: since.change.clear,
    weeks: weeksOf(ends, moments, judged),
  };
  const found: CacheEntry = { stamp, day, state };
  hold(db, row.id, found);
  const kept = { stamp, day, ...state };
  await db
    .insert(childStates)
    .values({ child: row.id, ...kept })
    .onConflictDoUpdate({ target: childStates.child, set: kept });
  return cut(found, taught);
}
/** With which judgement a state was worked out, and how far was taught: what its weeks rest on. */
const judgedFor = ({ taught }: Pick<Rest, 'taught'>): string => ` ${judgement} ${taught}`;
/** The day a state holds for, with the judgement that worked it out, how words were cut and how far was taught: none of them is a hurry. */
const dayOf = (today: string, { cuts, taught }: Pick<Rest, 'cuts' | 'taught'>): string => `${today} ${cuts}${judgedFor({ taught })}`;

/**
 * Whether a kept state still rests on what counts. What another version of the program wrote it on cannot be held against this
 * one's but for the child's evidence: such a state is given and renewed beside, so that nobody waits for a school after an update.
 */
const stillRests = (found: CacheEntry, rest: Rest, row: ChildRow): boolean =>
  found.day.includes(` ${judgement} `) ? found.stamp === rest.stamp : found.stamp.startsWith(`${row.evidenceVersion} `);

interface CacheEntry {
  readonly stamp: string;
  readonly day: string;
  /** Its line is of the whole order. */
  readonly state: ChildState;
  cut?: { readonly taught: number; readonly state: ChildState };
}
/** The state with the line of what was taught; the same object each time, so that what was written of it holds. */
function cut(held: CacheEntry, taught: number): ChildState {
  if (held.cut?.taught !== taught) {
    const { line } = held.state;
    held.cut = { taught, state: { ...held.state, line: line.slice(0, taught), beyond: line.slice(taught).filter((p) => p.basedOn > 0) } };
  }
  return held.cut.state;
}
/** States as they were read or worked out last, by child: a list of a school reads none from the database again. */
const held = new WeakMap<Db, Map<string, CacheEntry>>();
/** Each is some 30 kB, unpacked by the database. */
const STATES_AT_ONCE = 20;
/** The most children whose states are held, some 30 kB each. */
const MOST_HELD = 1500;
function hold(db: Db, child: string, state: CacheEntry): void {
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
 * @param whole whether the weeks are needed too, which an older version of the program did not work out
 */
export async function statesOf(
  db: Db,
  rows: readonly ChildRow[],
  now: string,
  { renewed, whole = false }: { renewed?: (() => void) | undefined; whole?: boolean } = {},
): Promise<Map<string, ChildState>> {
  const out = new Map<string, ChildState>();
  if (rows.length === 0) return out;
  const [grounds, today] = await Promise.all([groundsOf(db, rows), schoolDay(db, now)]);
  const restOf = new Map(rows.map((row) => [row.id, grounds(row)]));
  const kept = new Map<string, CacheEntry>();
  const unread: string[] = [];
  for (const row of rows) {
    const own = held.get(db)?.get(row.id);
    const rest = restOf.get(row.id)!;
    if (own && own.day === dayOf(today, rest) && own.stamp === rest.stamp) kept.set(row.id, own);
    else unread.push(row.id);
  }
  const read = await byIds(unread, (some) => db.select().from(childStates).where(inArray(childStates.child, some)), STATES_AT_ONCE);
  for (const { child, stamp, day: of, ...state } of read) {
    const found = { stamp, day: of, state };
    hold(db, child, found);
    kept.set(child, found);
  }
  const stale: ChildRow[] = [];
  const old: ChildRow[] = [];
  for (const row of rows) {
    const found = kept.get(row.id);
    const rest = restOf.get(row.id)!;
    if (
      !found ||
      !stillRests(found, rest, row) ||
      found.state.line.length < rest.taught ||
      (whole && (found.state.weeks === null || !found.day.endsWith(judgedFor(rest))))
    )
      stale.push(row);
    else {
      if (found.day !== dayOf(today, rest)) old.push(row);
      out.set(row.id, cut(found, rest.taught));
    }
  }
  for (const [id, state] of await workOut(db, stale, grounds, now, today)) out.set(id, state);
  if (old.length > 0 && !renewing.has(db)) {
    const work = workOut(db, old, grounds, now, today)
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

const changed = new WeakMap<Db, { ids: Set<string>; timer: NodeJS.Timeout | undefined }>();
/** So long after the last of several marks. */
const SOON_MS = 1500;
/** Has these children worked out shortly, before anybody asks: they were marked, and somebody will look. */
export function workOutSoon(db: Db, childIds: readonly string[], now: () => string): void {
  // without threads whoever asks next pays for it, and nobody waits for what nobody asks for
  if (childIds.length === 0 || poolOf(db).threads === 0) return;
  const waiting = changed.get(db) ?? { ids: new Set<string>(), timer: undefined };
  changed.set(db, waiting);
  for (const id of childIds) waiting.ids.add(id);
  clearTimeout(waiting.timer);
  waiting.timer = setTimeout(() => {
    const ids = [...waiting.ids];
    waiting.ids.clear();
    // a database that is closed meanwhile has nothing to be worked out
    void byIds(ids, (some) => db.select().from(children).where(inArray(children.id, some)))
      .then((rows) => statesOf(db, rows, now()))
      .catch(() => undefined);
  }, SOON_MS);
  waiting.timer.unref();
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

/** Forgets what was worked out of a child who is erased. */
export async function forgetState(db: Db, childId: string): Promise<void> {
  await db.delete(childStates).where(eq(childStates.child, childId));
  await db.delete(childResults).where(eq(childResults.child, childId));
}

/** Every pair that stands in a packed line, by its number: the same for as long as the process runs. */
const numbers = new Map<string, number>();
export const numberedPairs = (): readonly string[] => [...numbers.keys()];
function numberOf(gpc: string): number {
  let number = numbers.get(gpc);
  if (number === undefined) numbers.set(gpc, (number = numbers.size));
  return number;
}
const texts = new WeakMap<ChildState, string>();
/** What a list says of a state, packed, as JSON, written once: a list of a school is put together from these. */
export function packedState(state: ChildState): string {
  let text = texts.get(state);
  if (text === undefined) {
    const { line, strands, lastCheck, direction, directionClear } = state;
    text = JSON.stringify({ line: packLine(line, numberOf), strands, lastCheck, direction, directionClear });
    texts.set(state, text);
  }
  return text;
}
