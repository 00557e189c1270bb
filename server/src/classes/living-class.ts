/** A child is in a class that is there: what puts a child into one, and what ends one, wait for each other. */
import { and, inArray, isNull } from 'drizzle-orm';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import { classes } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';

/**
 * Which of these classes have not ended. Until the transaction is over none of them does.
 * @param tx a transaction
 */
export async function livingClasses(tx: Db, ids: readonly string[]): Promise<Set<string>> {
  await oneAtATime(tx, 'who is at the school');
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ id: classes.id })
    .from(classes)
    .where(and(inArray(classes.id, [...ids]), isNull(classes.removedAt)));
  return new Set(rows.map((row) => row.id));
}

/** @param tx a transaction. @throws ProblemError `in-use` where the class has ended */
export async function requireLivingClass(tx: Db, id: string): Promise<void> {
  if (!(await livingClasses(tx, [id])).has(id))
    throw new ProblemError('in-use', { detail: 'This class has ended. Choose another one. Nothing was changed.' });
}
