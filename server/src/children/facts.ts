/** What is recorded of a child, written by a list or taken over from another record, and taken back again. */
import { eq } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { children, type Facts } from '../db/schema.js';

/** What a list or another record may know of a child. */
export const FACTS = [
  'givenName',
  'familyName',
  'externalId',
  'firstLanguage',
  'needs',
  'dateOfBirth',
] as const satisfies readonly (keyof Facts)[];

/** Takes back what was written in a child's record, but for what somebody has written there since. */
export async function takeBackFacts(tx: Db, child: string, { wrote, was }: { readonly wrote: Facts; readonly was: Facts }): Promise<void> {
  const [now] = await tx.select().from(children).where(eq(children.id, child));
  if (!now) return;
  const back = FACTS.filter((fact) => wrote[fact] !== undefined && wrote[fact] === now[fact]);
  if (back.length === 0) return;
  await tx
    .update(children)
    .set({ ...Object.fromEntries(back.map((fact) => [fact, was[fact]])), version: now.version + 1 })
    .where(eq(children.id, child));
}
