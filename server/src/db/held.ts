/**
 * What was looked up and holds until something is written that may change it: who is signed in, what a colleague reaches. Every
 * write but marks goes through `changing` (see app.ts). Databases that several processes share have a version that each of them
 * raises, read before each look, so that nothing is allowed on what another process has taken away.
 */
import { sql } from 'drizzle-orm';
import { rows, type Db } from './open.js';

interface Held {
  /** Writes under way: meanwhile nothing is held. */
  writing: number;
  readonly found: Map<string, Promise<unknown>>;
}
const heldBy = new WeakMap<Db, Held>();
function heldOf(db: Db): Held {
  let all = heldBy.get(db);
  if (!all) heldBy.set(db, (all = { writing: 0, found: new Map() }));
  return all;
}
const shared = new WeakSet<Db>();
/** From now on what was looked up holds as long as no process has written what may change it. */
export const shareHeld = (db: Db): void => void shared.add(db);

async function sharedVersion(db: Db): Promise<string> {
  if (!shared.has(db)) return '';
  const [row] = rows<{ version: string }>(await db.execute(sql`select last_value::text as version from access_version`));
  return row!.version;
}

/** The most that is held at once. */
const MOST_HELD = 1000;

/**
 * Does something that may change who is signed in or reaches what. Meanwhile nothing that was looked up before holds, and
 * afterwards it is looked up anew.
 */
export async function changing<T>(db: Db, work: () => Promise<T>): Promise<T> {
  const all = heldOf(db);
  all.writing += 1;
  all.found.clear();
  try {
    return await work();
  } finally {
    all.writing -= 1;
    all.found.clear();
    // before the answer is given: another process that looks after it looks anew
    if (shared.has(db)) await db.execute(sql`select nextval('access_version')`);
  }
}

/** The same where one process has the database. Where several do, asking whether it still holds costs as much as looking. */
export const heldUnlessShared = <T>(db: Db, key: string, look: () => Promise<T>): Promise<T> =>
  shared.has(db) ? look() : heldUntilChanged(db, key, look);

/** What `look` gives, looked up once until something is changed. What fails, or finds nothing, is looked for again. */
export async function heldUntilChanged<T>(db: Db, key: string, look: () => Promise<T>): Promise<T> {
  const { writing, found } = heldOf(db);
  if (writing > 0) return look();
  const full = `${key} ${await sharedVersion(db)}`;
  let held = found.get(full) as Promise<T> | undefined;
  if (!held) {
    if (found.size >= MOST_HELD) found.clear();
    held = look();
    found.set(full, held);
    held.then(
      (value) => (value === null || value === undefined) && found.delete(full),
      () => found.delete(full),
    );
  }
  return held;
}
