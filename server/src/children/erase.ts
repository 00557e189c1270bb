/**
 * Erasing a child for good. A lead asks for it with their password; a second lead, or the same one after a day, does it.
 * Nothing that tells of the child stays: rows, marks, recordings, notes about them, their name in notes and logs of their
 * groups, their place in sessions and rules. The receipt keeps the key and how many records went.
 */
import { type Erasure, fullName } from '@sapling/contract';
import { and, desc, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { isDemo, requirePassword } from '../auth/password-again.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { forgetHeld, forgetState } from '../evidence/states.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import type { RecordingStore } from '../readings/recording-store.js';
import { flushTrail } from '../audit-log.js';

/** So long whoever asked waits before doing it alone. */
const WAIT_MS = 24 * 3_600_000;
/** What stands where the name stood. */
const NOBODY = '(name erased)';

const holds = (column: PgColumn, id: string) => sql`${column}::text like ${`%${id}%`}`;
/** Whether an entry of a plan is this child's alone. */
const isTheirs = (value: unknown, id: string): boolean =>
  value === id ||
  (value !== null && typeof value === 'object' && ((value as { child?: unknown }).child === id || (value as { for?: unknown }).for === id));
/** A value of JSON without anything that names the child: entries that are theirs alone go, and their key in lists. */
function without(value: unknown, id: string): unknown {
  if (Array.isArray(value)) return value.filter((v) => !isTheirs(v, id)).map((v) => without(v, id));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key, inner]) => key !== id && inner !== id)
      .map(([key, inner]) => [key, without(inner, id)]),
  );
}
/** A text without the names, whole words whatever the case. */
export function nameless(text: string, names: readonly string[]): string {
  const parts = names.filter((n) => n.trim() !== '').sort((a, b) => b.length - a.length);
  if (parts.length === 0) return text;
  const escaped = parts.map((n) => n.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  return text.replace(new RegExp(`(?<![\\p{L}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{N}])`, 'giu'), NOBODY);
}

/**
 * Takes away everything about these children. Recordings of theirs are deleted too.
 * Returns how many rows of each kind went or were changed.
 */
export async function eraseChild(db: Db, recordingStore: RecordingStore, childId: string): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  const sound: string[] = [];
  await flushTrail(db);
  await db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    // records that went into this one are the same child's
    const [child, ...others] = [
      ...(await tx.select().from(t.children).where(eq(t.children.id, childId))),
      ...(await tx.select().from(t.children).where(eq(t.children.mergedInto, childId))),
    ];
    if (!child) return;
    const ids = [child.id, ...others.map((o) => o.id)];
    const names = [child, ...others].flatMap((c) => [fullName(c), c.givenName]);
    const readings = await tx.select({ id: t.readings.id }).from(t.readings).where(inArray(t.readings.child, ids));
    const checks = await tx.select({ id: t.checks.id }).from(t.checks).where(inArray(t.checks.child, ids));
    sound.push(...readings.map((r) => r.id));
    const groupIds = (await tx.select({ id: t.groupMoves.groupId }).from(t.groupMoves).where(inArray(t.groupMoves.childId, ids))).map(
      (g) => g.id,
    );
    const memberOf = (await tx.select({ id: t.groupMembers.groupId }).from(t.groupMembers).where(inArray(t.groupMembers.childId, ids))).map(
      (g) => g.id,
    );
    const theirGroups = [...new Set([...groupIds, ...memberOf])];

    const remove = async (name: string, table: PgTable, column: PgColumn, keys: readonly string[]): Promise<void> => {
      if (keys.length === 0) return;
      const gone = await tx
        .delete(table)
        .where(inArray(column, [...keys]))
        .returning({ key: column });
      counts[name] = (counts[name] ?? 0) + gone.length;
    };
    const theirSessions: string[] = [];
    for (const id of ids) {
      for (const row of await tx
        .select({ id: t.sessions.id, members: t.sessions.members, plan: t.sessions.plan })
        .from(t.sessions)
        .where(or(holds(t.sessions.members, id), holds(t.sessions.plan, id)))) {
        theirSessions.push(row.id);
        await tx
          .update(t.sessions)
          .set({ members: row.members.filter((m) => m !== id), plan: without(row.plan, id), version: sql`${t.sessions.version} + 1` })
          .where(eq(t.sessions.id, row.id));
        counts.sessions = (counts.sessions ?? 0) + 1;
      }
      for (const row of await tx.select({ id: t.logs.id, was: t.logs.attendance }).from(t.logs).where(holds(t.logs.attendance, id)))
        await tx
          .update(t.logs)
          .set({ attendance: row.was.filter((a) => a.child !== id) })
          .where(eq(t.logs.id, row.id));
      for (const row of await tx.select().from(t.groupRules).where(holds(t.groupRules.children, id))) {
        const left = row.children.filter((c) => c !== id);
        const needs = row.kind === 'together' || row.kind === 'apart' ? 2 : 1;
        if (left.length < needs) await tx.delete(t.groupRules).where(eq(t.groupRules.id, row.id));
        else
          await tx
            .update(t.groupRules)
            .set({ children: left, why: nameless(row.why, names) })
            .where(eq(t.groupRules.id, row.id));
        counts.rules = (counts.rules ?? 0) + 1;
      }
      for (const row of await tx
        .select()
        .from(t.schoolYears)
        .where(or(holds(t.schoolYears.classes, id), holds(t.schoolYears.groups, id))))
        await tx
          .update(t.schoolYears)
          .set({
            classes: row.classes.map((c) => ({ ...c, children: c.children.filter((k) => k.id !== id) })),
            groups: row.groups.map((g) => ({ ...g, members: g.members.filter((m) => m !== id) })),
            change: { ...row.change, left: row.change.left.filter((l) => l !== id) },
          })
          .where(eq(t.schoolYears.id, row.id));
      for (const row of await tx
        .select()
        .from(t.imports)
        .where(
          or(holds(t.imports.addedChildren, id), holds(t.imports.moved, id), holds(t.imports.returned, id), holds(t.imports.recorded, id)),
        ))
        await tx
          .update(t.imports)
          .set({
            addedChildren: row.addedChildren.filter((c) => c !== id),
            moved: row.moved.filter((m) => m.child !== id),
            returned: row.returned.filter((r) => r.child !== id),
            recorded: row.recorded.filter((r) => r.child !== id),
          })
          .where(eq(t.imports.id, row.id));
    }
    // their name in what colleagues wrote about their groups and sessions
    const renamed = async (
      name: string,
      rows: readonly { id: string; text: string }[],
      set: (id: string, text: string) => Promise<unknown>,
    ): Promise<void> => {
      for (const row of rows) {
        const text = nameless(row.text, names);
        if (text === row.text) continue;
        await set(row.id, text);
        counts[name] = (counts[name] ?? 0) + 1;
      }
    };
    if (theirSessions.length > 0) {
      const notes = await tx.select({ id: t.notes.id, text: t.notes.text }).from(t.notes).where(inArray(t.notes.session, theirSessions));
      await renamed('names in notes', notes, (id, text) => tx.update(t.notes).set({ text }).where(eq(t.notes.id, id)));
      const logs = await tx.select({ id: t.logs.id, text: t.logs.happened }).from(t.logs).where(inArray(t.logs.session, theirSessions));
      await renamed('names in logs', logs, (id, text) => tx.update(t.logs).set({ happened: text }).where(eq(t.logs.id, id)));
    }
    if (theirGroups.length > 0) {
      const said = await tx
        .select({ id: t.remarks.id, text: t.remarks.text })
        .from(t.remarks)
        .where(and(eq(t.remarks.about, 'group'), inArray(t.remarks.subject, theirGroups)));
      await renamed('names in notes', said, (id, text) => tx.update(t.remarks).set({ text }).where(eq(t.remarks.id, id)));
    }
    await remove('notes', t.remarks, t.remarks.subject, ids);
    await remove('withdrawals', t.withdrawals, t.withdrawals.child, ids);
    await remove('marks', t.observations, t.observations.child, ids);
    await remove('checks', t.checks, t.checks.child, ids);
    await remove('steps of readings', t.readingSteps, t.readingSteps.child, ids);
    await tx.delete(t.readingOutcomes).where(inArray(t.readingOutcomes.child, ids));
    await remove('recordings', t.recordings, t.recordings.child, ids);
    await remove('readings', t.readings, t.readings.child, ids);
    await remove('group places', t.groupMembers, t.groupMembers.childId, ids);
    await remove('group moves', t.groupMoves, t.groupMoves.childId, ids);
    await tx.delete(t.merges).where(or(inArray(t.merges.kept, ids), inArray(t.merges.gone, ids)));
    // the audit log keeps that something was done and by whom, and no longer of whom
    const anonymous = await tx
      .update(t.trail)
      .set({ subject: null })
      .where(inArray(t.trail.subject, [...ids, ...readings.map((r) => r.id), ...checks.map((c) => c.id)]))
      .returning({ id: t.trail.id });
    counts['audit entries made anonymous'] = anonymous.length;
    for (const id of ids) await forgetState(tx, id);
    await remove('children', t.children, t.children.id, [...ids].reverse());
  });
  for (const id of sound) await recordingStore.forget(id);
  forgetHeld(db);
  return counts;
}

function toErasure(row: typeof t.erasures.$inferSelect, name: string | null): Erasure {
  const { withdrawnAt: _withdrawnAt, ...rest } = row;
  return { ...rest, name, aloneFrom: new Date(Date.parse(row.askedAt) + WAIT_MS).toISOString() };
}

/** The demo has no passwords: who is signed in there is asked nothing. */
async function checkPassword(call: Pick<Call<'askErasure'>, 'db' | 'me' | 'tries'>, password: string): Promise<void> {
  if (!(await isDemo(call))) await requirePassword(call, password);
}

export const eraseRoutes = [
  route('erasures', { action: 'manage team' }, async ({ db }) => {
    const rows = await db.select().from(t.erasures).where(isNull(t.erasures.withdrawnAt)).orderBy(desc(t.erasures.askedAt));
    const open = rows.filter((r) => r.doneAt === null).map((r) => r.child);
    const named = open.length > 0 ? await db.select().from(t.children).where(inArray(t.children.id, open)) : [];
    return rows.map((r) => {
      const child = named.find((c) => c.id === r.child);
      return toErasure(r, child ? fullName(child) : null);
    });
  }),

  route('askErasure', { action: 'manage team' }, async (call) => {
    const { db, params, body, me, now } = call;
    await checkPassword(call, body.password);
    const [child] = await db.select().from(t.children).where(eq(t.children.id, params.id));
    if (!child || child.mergedInto !== null) throw new ProblemError('not-found');
    const [open] = await db
      .select()
      .from(t.erasures)
      .where(and(eq(t.erasures.child, params.id), isNull(t.erasures.doneAt), isNull(t.erasures.withdrawnAt)));
    if (open) return toErasure(open, fullName(child));
    const [row] = await db.insert(t.erasures).values({ id: uuidv7(), child: params.id, askedBy: me.id, askedAt: now() }).returning();
    return toErasure(row!, fullName(child));
  }),

  route('confirmErasure', { action: 'manage team' }, async (call) => {
    const { db, params, body, me, now, recordingStore, live } = call;
    await checkPassword(call, body.password);
    const [row] = await db
      .select()
      .from(t.erasures)
      .where(and(eq(t.erasures.id, params.id), isNull(t.erasures.withdrawnAt)));
    if (!row) throw new ProblemError('not-found');
    if (row.doneAt !== null) return toErasure(row, null);
    const { aloneFrom } = toErasure(row, null);
    if (row.askedBy === me.id && now() < aloneFrom)
      throw new ProblemError('not-allowed', { detail: 'You asked for this yourself: another lead can do it now, you can from tomorrow.' });
    const counts = await eraseChild(db, recordingStore, row.child);
    const [done] = await db.update(t.erasures).set({ doneBy: me.id, doneAt: now(), counts }).where(eq(t.erasures.id, row.id)).returning();
    await live.tellOfPeople();
    return toErasure(done!, null);
  }),

  route('withdrawErasure', { action: 'manage team' }, async ({ db, params, now }) => {
    await db
      .update(t.erasures)
      .set({ withdrawnAt: now() })
      .where(and(eq(t.erasures.id, params.id), isNull(t.erasures.doneAt)));
    return { ok: true as const };
  }),
];
