/**
 * The bin: a check or a session that was held is taken out of everything, its marks with it, by whoever marked it or by a
 * lead; and put back. Readings are set aside by a step of their own. Nothing is deleted: marks are withdrawn under the name
 * of what was binned, and those withdrawals go when it is taken out again.
 */
import { and, eq, inArray, isNull } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Db } from '../db/open.js';
import { checks, logs, observations, sessions, withdrawals } from '../db/schema.js';
import { followGroup } from '../groups/sessions-to-come.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { namedInLogs } from './logged-teaching.js';
import { touchEvidence } from './states.js';

/** Withdraws every mark of something that stands, or takes those withdrawals back. Returns the children it is about. */
async function withdrawAll(
  db: Db,
  bin: string,
  marks: readonly { readonly id: string; readonly child: string }[],
  by: string,
  at: string,
  binned: boolean,
): Promise<string[]> {
  if (!binned) {
    const back = await db.delete(withdrawals).where(eq(withdrawals.bin, bin)).returning({ child: withdrawals.child });
    return [...new Set(back.map((w) => w.child))];
  }
  const ids = marks.map((m) => m.id);
  const gone =
    ids.length === 0 ? [] : await db.select({ id: withdrawals.observation }).from(withdrawals).where(inArray(withdrawals.observation, ids));
  const without = new Set(gone.map((g) => g.id));
  const fresh = marks.filter((m) => !without.has(m.id));
  if (fresh.length > 0)
    await db.insert(withdrawals).values(fresh.map((m) => ({ id: uuidv7(), observation: m.id, child: m.child, by, at, bin })));
  return [...new Set(fresh.map((m) => m.child))];
}

/** Whoever marked it, and a lead. */
function mayBin(me: { readonly id: string; readonly role: string }, by: readonly string[]): void {
  if (me.role !== 'lead' && !by.includes(me.id))
    throw new ProblemError('not-allowed', { detail: 'Only whoever marked this, or a lead, can put it in the bin or take it out.' });
}

export const binRoutes = [
  route(
    'binCheck',
    ({ params }) => ({
      action: 'read check',
      checkChild: async (db) => (await db.select({ child: checks.child }).from(checks).where(eq(checks.id, params.id)))[0]?.child,
    }),
    async ({ db, me, params, body, now, live }) => {
      const [check] = await db.select().from(checks).where(eq(checks.id, params.id));
      if (!check) throw new ProblemError('not-found');
      mayBin(me, [check.by]);
      await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        const marks = await tx
          .select({ id: observations.id, child: observations.child })
          .from(observations)
          .where(eq(observations.check, check.id));
        await withdrawAll(tx, check.id, marks, me.id, now(), body.binned);
        await tx
          .update(checks)
          .set(body.binned ? { binnedAt: now(), binnedBy: me.id } : { binnedAt: null, binnedBy: null })
          .where(eq(checks.id, check.id));
        await touchEvidence(tx, [check.child]);
      });
      await live.tell({ topic: 'children', by: me.id }, { children: [check.child] });
      await live.tell({ topic: 'checks', by: me.id }, { children: [check.child] });
      return { binned: body.binned };
    },
  ),

  route(
    'binSession',
    // a session in the bin is in nobody's reach: who marked it and leads are told below
    { action: 'signed in' },
    async ({ db, me, access, params, body, now, live }) => {
      const [session] = await db.select().from(sessions).where(eq(sessions.id, params.id));
      if (!session) throw new ProblemError('not-found');
      const held = await db.select().from(logs).where(eq(logs.session, session.id));
      if (held.length === 0) {
        if (body.binned) throw new ProblemError('bad-input', { detail: 'This session was not held. Take it out of the plan instead.' });
        // a plan comes back by whoever could take it out, be its group over by now
        if ((me.role !== 'lead' && me.role !== 'teacher') || !access.reachesSession({ ...session, removedAt: null }))
          throw new ProblemError('not-found');
      } else
        mayBin(
          me,
          held.map((l) => l.by),
        );
      const touched = await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        // marks of a session carry the hand and the moment of its log
        const marks = [];
        for (const log of held)
          marks.push(
            ...(await tx
              .select({ id: observations.id, child: observations.child })
              .from(observations)
              .where(
                and(
                  eq(observations.kind, 'session'),
                  eq(observations.by, log.by),
                  eq(observations.at, log.at),
                  isNull(observations.check),
                  inArray(observations.child, [...new Set(log.attendance.map((a) => a.child))]),
                ),
              )),
          );
        const marked = await withdrawAll(tx, session.id, marks, me.id, now(), body.binned);
        // what it worked on with those who were there counts no longer either
        const children = [...new Set([...marked, ...(await namedInLogs(tx, session.id))])];
        await tx
          .update(sessions)
          .set({ removedAt: body.binned ? now() : null, version: session.version + 1 })
          .where(eq(sessions.id, session.id));
        if (held.length === 0) await followGroup(tx, session.groupId, access.today);
        if (children.length > 0) await touchEvidence(tx, children);
        return children;
      });
      await live.tell({ topic: 'sessions', id: session.id, by: me.id }, { sessions: [session.id] });
      if (touched.length > 0) await live.tell({ topic: 'children', by: me.id }, { children: touched });
      return { binned: body.binned };
    },
  ),
];
