/**
 * Takes what devices made while the network was slow or gone. Every record carries the id made on the
 * device: sending it twice stores it once. One bad record never holds up the others; a refused one is
 * named with its reason so that the device can show it instead of losing it.
 */
import { and, eq, getTableColumns, sql } from 'drizzle-orm';
import { outboxEntry, type OutboxEntry } from '@sapling/contract';
import { accessOf, decide, type Need } from '../access.js';
import { namedInLogs } from './logged-teaching.js';
import { hasMerged, MergedMeanwhile, noteWithMerges, requireNotMerged, underKeptRecord } from './merged-since.js';
import { touchEvidence, workOutSoon } from './states.js';
import { storeStep } from '../readings/store.js';
import { checks, logs, notes, observations, readings, sessions, withdrawals } from '../db/schema.js';
import { changing, heldUnlessShared } from '../db/held.js';
import { rows, type Db } from '../db/open.js';
import { unstorable } from '../http/body.js';
import { ProblemError } from '../http/problem.js';
import { isDataError, isMerged } from '../http/safe-error.js';
import { route, type Call } from '../http/route.js';
import type { About } from '../live/live.js';

/** Device clocks run ahead; a record from further in the future than this is refused. */
const AHEAD_MS = 24 * 3_600_000;

function needOf(entry: OutboxEntry): Need {
  switch (entry.type) {
    case 'observation':
      return { action: entry.record.kind === 'session' ? 'mark in session' : 'mark child', childId: entry.record.child };
    case 'withdrawal':
      return { action: 'withdraw mark', childId: entry.record.child, observation: entry.record.observation };
    case 'check':
    case 'finish':
    case 'reading':
    case 'reading step':
      return { action: 'mark child', childId: entry.record.child };
    case 'log':
    case 'note':
      return { action: 'run session', sessionId: entry.record.session, told: true };
  }
}

type Sent = Pick<Call<'sendOutbox'>, 'db' | 'me' | 'now'>;
/** A record is always stored under who sends it: another name on it is a fault, not a choice. @throws Refusal */
function isTheirs({ me }: Sent, by: string): void {
  if (by !== me.id)
    throw new ProblemError('not-allowed', { detail: 'This was marked by somebody else on this device. They need to sign in to send it.' });
}
/** @throws Refusal */
function isInTime({ now }: Sent, at: string): void {
  if (Date.parse(at) > Date.parse(now()) + AHEAD_MS)
    throw new ProblemError('bad-input', { detail: 'The clock of this device is more than a day ahead.' });
}

const MARK_COLUMNS = Object.entries(getTableColumns(observations)).map(([field, { name }]) => [field, name] as const);
/**
 * Stores a mark and raises the version of its child's evidence in one statement, whose plan the database keeps (the function of
 * migration 0031): there are thousands of them, and each is synced.
 */
async function storeMark(call: Sent, record: Extract<OutboxEntry, { type: 'observation' }>['record']): Promise<'stored' | 'already'> {
  const { db, now } = call;
  isTheirs(call, record.by);
  isInTime(call, record.at);
  await tied(db, record);
  const row: Partial<Record<string, unknown>> = { ...record, receivedAt: now() };
  const mark = JSON.stringify(Object.fromEntries(MARK_COLUMNS.map(([field, name]) => [name, row[field]])));
  const [found] = rows<{ stored: boolean }>(await db.execute(sql`select store_mark(${mark}::json) as stored`));
  return found!.stored ? 'stored' : 'already';
}

async function store(call: Call<'sendOutbox'>, entry: Exclude<OutboxEntry, { type: 'observation' }>): Promise<'stored' | 'already'> {
  const { db, now } = call;
  const mine = (by: string): void => isTheirs(call, by);
  const inTime = (at: string): void => isInTime(call, at);
  let inserted: unknown[];
  switch (entry.type) {
    case 'check':
      mine(entry.record.by);
      inTime(entry.record.startedAt);
      inserted = await db.insert(checks).values(entry.record).onConflictDoNothing().returning({ id: checks.id });
      break;
    case 'withdrawal': {
      mine(entry.record.by);
      inTime(entry.record.at);
      const [mark] = await db.select({ child: observations.child }).from(observations).where(eq(observations.id, entry.record.observation));
      if (mark && mark.child !== entry.record.child) throw new ProblemError('not-allowed', { detail: 'This mark is another child’s.' });
      inserted = await db.insert(withdrawals).values(entry.record).onConflictDoNothing().returning({ id: withdrawals.id });
      break;
    }
    case 'finish': {
      inTime(entry.record.at);
      const [check] = await db.select().from(checks).where(eq(checks.id, entry.record.check));
      if (!check) throw new ProblemError('not-found', { detail: 'The check this ends has not arrived yet.' });
      if (check.child !== entry.record.child) throw new ProblemError('not-allowed');
      if (check.finishedAt) return 'already';
      await db.update(checks).set({ finishedAt: entry.record.at, finishedReason: entry.record.reason }).where(eq(checks.id, check.id));
      return 'stored';
    }
    case 'reading':
      mine(entry.record.by);
      inTime(entry.record.at);
      inserted = await db.insert(readings).values(entry.record).onConflictDoNothing().returning({ id: readings.id });
      break;
    case 'reading step':
      mine(entry.record.by);
      inTime(entry.record.at);
      inserted = await storeStep(db, entry.record, now());
      break;
    case 'log':
      mine(entry.record.by);
      inTime(entry.record.at);
      await present(call, entry.record);
      inserted = await db
        .insert(logs)
        .values({ ...entry.record, attendance: await withUnseen(call, entry.record) })
        .onConflictDoNothing()
        .returning({ id: logs.id });
      break;
    case 'note':
      mine(entry.record.by);
      inTime(entry.record.at);
      inserted = await db.insert(notes).values(entry.record).onConflictDoNothing().returning({ id: notes.id });
      break;
  }
  return inserted.length > 0 ? 'stored' : 'already';
}

/** A mark goes with the check and the mark it names only where those are the same child's. */
async function tied(
  db: Db,
  { child, check, replaces }: { child: string; check?: string | undefined; replaces?: string | undefined },
): Promise<void> {
  // asked with every card, and another child's only after a write that is no mark
  const of = check
    ? await heldUnlessShared(
        db,
        `check ${check}`,
        async () => (await db.select({ child: checks.child }).from(checks).where(eq(checks.id, check)))[0],
      )
    : undefined;
  const [before] = replaces ? await db.select({ child: observations.child }).from(observations).where(eq(observations.id, replaces)) : [];
  if ((of && of.child !== child) || (before && before.child !== child))
    throw new ProblemError('not-allowed', { detail: 'The check or the mark that this belongs to is another child’s.' });
}

/**
 * A session whose plan a colleague took out, and which was held all the same, is back with its log. One that was held before and
 * put into the bin stays there. Returns whether it came back.
 */
async function asHeld(tx: Db, session: string): Promise<boolean> {
  // whoever takes it out at this moment waits, and finds the log
  const [row] = await tx.select({ removedAt: sessions.removedAt }).from(sessions).where(eq(sessions.id, session)).for('update');
  if (!row || row.removedAt === null) return false;
  const [before] = await tx.select({ id: logs.id }).from(logs).where(eq(logs.session, session)).limit(1);
  if (before) return false;
  await tx
    .update(sessions)
    .set({ removedAt: null, version: sql`${sessions.version} + 1` })
    .where(eq(sessions.id, session));
  return true;
}

/** Who was there are children of this session, or in reach of whoever logs it. */
async function present(
  { db, access }: Call<'sendOutbox'>,
  { session, attendance }: { session: string; attendance: readonly { child: string }[] },
): Promise<void> {
  const [row] = await db.select({ members: sessions.members }).from(sessions).where(eq(sessions.id, session));
  const strange = attendance.some(({ child }) => !row?.members.includes(child) && !access.childIds.has(child) && !access.runIds.has(child));
  if (strange) throw new ProblemError('not-allowed', { detail: 'Somebody who is marked as there is no child of this session.' });
}

/** Who was there, with those whom the log that this one replaces had and whom its writer does not see: they could not say of them. */
async function withUnseen(
  { db, access }: Call<'sendOutbox'>,
  { session, attendance, replaces }: Extract<OutboxEntry, { type: 'log' }>['record'],
): Promise<typeof attendance> {
  if (!replaces) return attendance;
  const [before] = await db
    .select({ attendance: logs.attendance })
    .from(logs)
    .where(and(eq(logs.id, replaces), eq(logs.session, session)));
  const said = new Set(attendance.map((a) => a.child));
  const unseen = (before?.attendance ?? []).filter(
    ({ child }) => !said.has(child) && !access.childIds.has(child) && !access.runIds.has(child),
  );
  return [...attendance, ...unseen];
}

/** Entries that say something of what a child can do. */
const EVIDENCE: ReadonlySet<OutboxEntry['type']> = new Set(['observation', 'withdrawal', 'reading', 'reading step']);

interface Taken {
  /** As it was stored: under the record that stayed, where two have become one. */
  readonly entry: OutboxEntry;
  readonly status: 'stored' | 'already';
  /** Children of whom it says something besides. */
  readonly taught: readonly string[];
  /** A session is in reach again by it, and who is in it. */
  readonly cameBack?: boolean;
}
/** Stores one record, and that something was recorded of the child with it: a list never shows what it does not rest on. @throws Refusal */
async function take(call: Call<'sendOutbox'>, sent: OutboxEntry): Promise<Taken> {
  if (sent.id !== sent.record.id) throw new ProblemError('bad-input', { detail: 'The entry and its record carry different ids.' });
  const { entry, gone } = await underKeptRecord(call.db, call.access, sent);
  await decide(call.db, call.access, needOf(entry));
  if (entry.type === 'observation' && gone.length === 0) return { entry, status: await storeMark(call, entry.record), taught: [] };
  return call.db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    const within = { ...call, db: tx };
    await requireNotMerged(tx, entry);
    const cameBack = entry.type === 'log' && (await asHeld(tx, entry.record.session));
    const status = entry.type === 'observation' ? await storeMark(within, entry.record) : await store(within, entry);
    if (status === 'already') return { entry, status, taught: [] };
    await noteWithMerges(tx, sent, gone);
    // a mark raises the version of its child's evidence itself
    if (entry.type !== 'observation' && EVIDENCE.has(entry.type) && 'child' in entry.record) await touchEvidence(tx, [entry.record.child]);
    // what a session worked on with those who were there is evidence as well
    const taught = entry.type === 'log' ? await namedInLogs(tx, entry.record.session) : [];
    await touchEvidence(tx, taught);
    return { entry, status, taught, cameBack };
  });
}

/** With whom the sender reaches by now: that was known from before. */
async function reachingAnew(call: Call<'sendOutbox'>): Promise<Call<'sendOutbox'>> {
  await changing(call.db, async () => undefined);
  return { ...call, access: await accessOf(call.db, call.me, call.access.today) };
}
/** The same; of a record that goes into another one at this very moment, under that one. */
async function takeUnderKept(call: Call<'sendOutbox'>, sent: OutboxEntry): Promise<{ taken: Taken; then: Call<'sendOutbox'> }> {
  try {
    return { taken: await take(call, sent), then: call };
  } catch (error) {
    const meanwhile =
      error instanceof MergedMeanwhile || isMerged(error) || (error instanceof ProblemError && (await hasMerged(call, sent)));
    if (!meanwhile) throw error;
    const then = await reachingAnew(call);
    return { taken: await take(then, sent), then };
  }
}

export const outboxRoute = route(
  'sendOutbox',
  { action: 'signed in' },
  { keepsReach: true, often: true, mostOctets: 4_000_000 },
  async (asked) => {
    let call = asked;
    const results: { id: string; status: 'stored' | 'already' | 'refused'; reason?: string }[] = [];
    const touchedChildren = new Set<string>();
    const touchedSessions = new Set<string>();
    const touchedReadings = new Set<string>();
    for (const sent of call.body.entries) {
      const bad = unstorable(sent);
      if (bad !== undefined) {
        results.push({
          id: sent.id,
          status: 'refused',
          reason: `This record holds a character that cannot be kept, in ${bad.split('.').at(-1)}.`,
        });
        continue;
      }
      const parsed = outboxEntry.safeParse(sent);
      if (!parsed.success) {
        const [issue] = parsed.error.issues;
        results.push({ id: sent.id, status: 'refused', reason: `This record does not fit: ${issue!.path.join('.')} ${issue!.message}` });
        continue;
      }
      try {
        const { taken, then } = await takeUnderKept(call, parsed.data);
        call = then;
        const { entry, status, taught, cameBack } = taken;
        results.push({ id: entry.id, status });
        if (cameBack) call = await reachingAnew(call);
        if (status === 'stored') {
          if ('child' in entry.record) touchedChildren.add(entry.record.child);
          for (const id of taught) touchedChildren.add(id);
          if (entry.type === 'reading') touchedReadings.add(entry.id);
          if (entry.type === 'reading step') touchedReadings.add(entry.record.reading);
          if ('session' in entry.record) touchedSessions.add(entry.record.session);
        }
      } catch (error) {
        // only what is wrong with this record is this record's: a full disk is everybody's, and the device tries again
        if (!(error instanceof ProblemError) && !isDataError(error)) throw error;
        const reason = error instanceof ProblemError ? error.message : 'The database would not take this record.';
        results.push({ id: sent.id, status: 'refused', reason });
      }
    }
    const aboutChildren: About = { children: [...touchedChildren] };
    if (touchedChildren.size > 0) {
      // by name: a list on a screen reads these children again and not all of them
      for (const id of touchedChildren) await call.live.tell({ topic: 'children', id, by: call.me.id }, { children: [id] });
      await call.live.tell({ topic: 'checks', by: call.me.id }, aboutChildren);
    }
    for (const id of touchedReadings) await call.live.tell({ topic: 'readings', id, by: call.me.id }, aboutChildren);
    for (const id of touchedSessions) await call.live.tell({ topic: 'sessions', id, by: call.me.id }, { sessions: [id] });
    workOutSoon(call.db, [...touchedChildren], call.now);
    return { results };
  },
);
