/**
 * What was marked under the wrong child goes to the right one: a whole check, a whole reading, or a single mark that belongs to
 * neither. By whoever marked it or a lead, both children in their reach. Moved back, all is as it was.
 */
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { checks, children, observations, readings, readingSteps, recordings, withdrawals } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { forgetOutcome } from '../readings/outcome.js';
import { childOfReading } from '../readings/store.js';
import { touchEvidence } from './states.js';

interface Marked {
  readonly child: string;
  readonly by: string;
}
/** Whoever marked it or a lead, to a child in reach who is not the one it is about already. */
function mayMove(access: Access, { child, by }: Marked, to: string): void {
  const { actor } = access;
  if (actor.role !== 'lead' && by !== actor.id)
    throw new ProblemError('not-allowed', { detail: 'Only whoever marked this, or a lead, can move it to another child.' });
  if (!access.childIds.has(to)) throw new ProblemError('not-found');
  if (to === child) throw new ProblemError('bad-input', { detail: 'It is about this child already.' });
}
/** Marks, with the withdrawals that are about them. */
async function moveMarks(tx: Db, ids: readonly string[], child: string): Promise<void> {
  if (ids.length === 0) return;
  await tx
    .update(observations)
    .set({ child })
    .where(inArray(observations.id, [...ids]));
  await tx
    .update(withdrawals)
    .set({ child })
    .where(inArray(withdrawals.observation, [...ids]));
}
/** Moves what is meant in one transaction, and tells whoever sees either child. */
async function moved(
  { db, me, live }: Pick<Call<'moveCheck'>, 'db' | 'me' | 'live'>,
  was: string,
  child: string,
  topic: 'checks' | 'readings' | null,
  move: (tx: Db) => Promise<void>,
): Promise<{ child: string; was: string }> {
  await db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    await move(tx);
    await touchEvidence(tx, [was, child]);
  });
  for (const one of ['children', ...(topic ? [topic] : [])] as const)
    await live.tell({ topic: one, by: me.id }, { children: [was, child] });
  return { child, was };
}

export const otherChildRoutes = [
  route(
    'moveCheck',
    ({ params }) => ({
      action: 'read check',
      checkChild: async (db) => (await db.select({ child: checks.child }).from(checks).where(eq(checks.id, params.id)))[0]?.child,
    }),
    async ({ db, params, body, me, access, live }) => {
      const [check] = await db.select().from(checks).where(eq(checks.id, params.id));
      if (!check) throw new ProblemError('not-found');
      mayMove(access, check, body.child);
      if (check.finishedAt === null)
        throw new ProblemError('bad-input', {
          detail: 'This check is still going on. End it, then move it: cards marked meanwhile would be lost.',
        });
      return moved({ db, me, live }, check.child, body.child, 'checks', async (tx) => {
        const marks = await tx.select({ id: observations.id }).from(observations).where(eq(observations.check, check.id));
        await moveMarks(
          tx,
          marks.map((m) => m.id),
          body.child,
        );
        await tx.update(checks).set({ child: body.child }).where(eq(checks.id, check.id));
      });
    },
  ),

  route(
    'moveReading',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, body, me, access, live }) => {
      const [reading] = await db.select().from(readings).where(eq(readings.id, params.id));
      if (!reading) throw new ProblemError('not-found');
      mayMove(access, reading, body.child);
      const [[sound], [to]] = await Promise.all([
        db
          .select({ reading: recordings.reading })
          .from(recordings)
          .where(and(eq(recordings.reading, reading.id), isNull(recordings.deletedAt))),
        db.select({ consent: children.recordingConsent }).from(children).where(eq(children.id, body.child)),
      ]);
      if (sound && !to?.consent)
        throw new ProblemError('bad-input', {
          detail: 'This reading has a recording, and the other child’s family has not agreed to recordings. Delete the recording first.',
        });
      return moved({ db, me, live }, reading.child, body.child, 'readings', async (tx) => {
        await tx.update(readings).set({ child: body.child }).where(eq(readings.id, reading.id));
        await forgetOutcome(tx, reading.id);
        await tx.update(readingSteps).set({ child: body.child }).where(eq(readingSteps.reading, reading.id));
        await tx.update(recordings).set({ child: body.child }).where(eq(recordings.reading, reading.id));
      });
    },
  ),

  route(
    'moveMark',
    ({ params }) => ({
      action: 'read check',
      checkChild: async (db) =>
        (await db.select({ child: observations.child }).from(observations).where(eq(observations.id, params.id)))[0]?.child,
    }),
    async ({ db, params, body, me, access, live }) => {
      const [mark] = await db.select().from(observations).where(eq(observations.id, params.id));
      if (!mark) throw new ProblemError('not-found');
      mayMove(access, mark, body.child);
      if (mark.check !== null)
        throw new ProblemError('bad-input', { detail: 'This mark belongs to a check. Move the whole check, or correct the mark there.' });
      return moved({ db, me, live }, mark.child, body.child, null, async (tx) => {
        await moveMarks(tx, [mark.id], body.child);
      });
    },
  ),
];
