/** Links with which a colleague who forgot sets a new password: made by a lead, or on the server itself for the last lead. */
import { and, eq, gt, isNull } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { colleagues, passwordLinks, signIns } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { hashOfSecret, newSecret } from './secret.js';

const HOURS = 24;
/** An invitation is good for a week: who is invited may be away. */
export const INVITED_HOURS = 7 * 24;

/** A new link for this colleague; those made before end. The secret is given once and kept as a hash. */
export async function makePasswordLink(
  db: Db,
  colleagueId: string,
  by: string | null,
  now: string,
  hours = HOURS,
): Promise<{ secret: string; endsAt: string }> {
  const secret = newSecret();
  const endsAt = new Date(Date.parse(now) + hours * 3_600_000).toISOString();
  await db.transaction(async (tx) => {
    await tx.delete(passwordLinks).where(eq(passwordLinks.colleagueId, colleagueId));
    await tx.insert(passwordLinks).values({ secretHash: hashOfSecret(secret), colleagueId, by, endsAt });
  });
  return { secret, endsAt };
}

/** Sets the password with a link, once. Every sign-in of that colleague ends. Returns who it was. @throws Refusal `not-found` */
export async function usePasswordLink(db: Db, secret: string, passwordHash: string, now: string): Promise<{ id: string; email: string }> {
  return db.transaction(async (tx) => {
    const [used] = await tx
      .update(passwordLinks)
      .set({ usedAt: now })
      .where(and(eq(passwordLinks.secretHash, hashOfSecret(secret)), isNull(passwordLinks.usedAt), gt(passwordLinks.endsAt, now)))
      .returning({ id: passwordLinks.colleagueId });
    const [colleague] = used ? await tx.select().from(colleagues).where(eq(colleagues.id, used.id)) : [];
    if (!colleague?.active)
      throw new ProblemError('not-found', { detail: 'This link was used, has ended or was withdrawn. Ask a lead for another.' });
    await tx.update(colleagues).set({ passwordHash }).where(eq(colleagues.id, colleague.id));
    await tx.delete(signIns).where(eq(signIns.colleagueId, colleague.id));
    return { id: colleague.id, email: colleague.email };
  });
}
