import { sql } from 'drizzle-orm';
import type { Db } from './open.js';

/**
 * Waits until nobody else does the same, in this process or another: what a transaction read after it still holds when it writes.
 * For what no constraint of the database can hold, as that a school has one class of a name.
 * @param tx a transaction, with whose end the next one goes on
 * @param what the same for all that wait for one another
 */
export async function oneAtATime(tx: Db, what: 'who is at the school'): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${what}))`);
}
