/** Keys that are made once for an installation, by whichever process needs one first, and known to all of them. */
import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Db } from './open.js';
import { sharedSecrets } from './schema.js';

const known = new WeakMap<Db, Map<string, Promise<Buffer>>>();

/** 32 bytes under this name, the same for as long as the installation lives. */
export function sharedSecret(db: Db, name: string): Promise<Buffer> {
  let all = known.get(db);
  if (!all) known.set(db, (all = new Map()));
  let found = all.get(name);
  if (!found) {
    all.set(name, (found = readOrMake(db, name)));
    found.catch(() => all.delete(name));
  }
  return found;
}

async function readOrMake(db: Db, name: string): Promise<Buffer> {
  await db
    .insert(sharedSecrets)
    .values({ name, value: randomBytes(32).toString('base64url') })
    .onConflictDoNothing();
  const [row] = await db.select().from(sharedSecrets).where(eq(sharedSecrets.name, name));
  return Buffer.from(row!.value, 'base64url');
}
