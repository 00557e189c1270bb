/**
 * How often something may go wrong: wrong passwords, wrong codes, wrong secrets. Each kind has a budget of its own, and whoever is
 * known (a device that has signed in before) has one apart from all others, so that a forgetful colleague or a forgotten calendar
 * never shuts out a school, and a stranger at one address gets nowhere. Counted in the database, so that neither a start nor
 * another process gives anybody new tries; counted by a hash, so that no address and no email is kept.
 *
 * @see https://cheatsheetseries.owasp.org/cheatsheets/Authentication_Cheat_Sheet.html and OWASP, Slow Down Online Guessing
 *   Attacks with Device Cookies
 */
import { createHash } from 'node:crypto';
import { and, eq, gt, lte, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { tries } from '../db/schema.js';
import { ProblemError } from './problem.js';

export class Tries {
  constructor(
    private readonly db: Db,
    private readonly kind: string,
    /** Misses in a window, from which on nothing more is tried. */
    readonly limit: number,
    readonly windowMs: number,
    /** Milliseconds since 1970. */
    private readonly now: () => number,
  ) {}

  #key(of: string): string {
    return createHash('sha256').update(`${this.kind} ${of}`).digest('base64url');
  }

  /**
   * Counts a try before it is known how it comes out: of a hundred at once, too, only so many are let through. Whoever was right
   * gives theirs back.
   * @throws Refusal `too-many-tries`, with the time to wait, where this budget is used up
   */
  async take(of: string): Promise<void> {
    const now = new Date(this.now()).toISOString();
    const until = new Date(this.now() + this.windowMs).toISOString();
    const begun = sql`${tries.until} <= ${now}::timestamptz`;
    const [counted] = await this.db
      .insert(tries)
      .values({ key: this.#key(of), n: 1, until })
      .onConflictDoUpdate({
        target: tries.key,
        set: {
          n: sql`case when ${begun} then 1 else least(${tries.n}, ${this.limit}) + 1 end`,
          until: sql`case when ${begun} then ${until}::timestamptz else ${tries.until} end`,
        },
      })
      .returning({ n: tries.n, until: tries.until });
    if (counted!.n > this.limit) this.#refuse(counted!.until);
  }
  /** It came right, or was nobody's fault: it is as if it had not been tried. */
  async giveBack(of: string): Promise<void> {
    await this.db
      .update(tries)
      .set({ n: sql`${tries.n} - 1` })
      .where(and(eq(tries.key, this.#key(of)), gt(tries.n, 0)));
  }
  /** Forgets what went wrong before too. */
  async clear(of: string): Promise<void> {
    await this.db.delete(tries).where(eq(tries.key, this.#key(of)));
  }

  #refuse(until: string): never {
    const minutes = Math.max(1, Math.ceil((Date.parse(until) - this.now()) / 60_000));
    throw new ProblemError('too-many-tries', {
      detail: `Too many tries. Wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'} and try again.`,
    });
  }
}

const HOUR = 3_600_000;
/** The budgets of an installation. */
export interface Budgets {
  /** Wrong passwords from one address, by devices that nobody has signed in on. */
  readonly strangers: Tries;
  /** Wrong passwords for one account from such devices, wherever they are. */
  readonly account: Tries;
  /** Wrong passwords on a device that this account has signed in on. */
  readonly device: Tries;
  /** Wrong present passwords when it is asked again of somebody signed in. */
  readonly again: Tries;
  /** Wrong codes of a second factor, for one account. */
  readonly codes: Tries;
  /** Letters for a forgotten password: asked for from one address, and sent to one account. */
  readonly letters: Tries;
  readonly letterTo: Tries;
  readonly screens: Tries;
  readonly covers: Tries;
  readonly calendars: Tries;
  readonly setUp: Tries;
}
export function budgets(db: Db, now: () => number): Budgets {
  const of = (kind: string, limit: number, windowMs: number): Tries => new Tries(db, kind, limit, windowMs, now);
  return {
    strangers: of('strangers', 20, HOUR),
    account: of('account', 10, HOUR),
    device: of('device', 10, HOUR / 4),
    again: of('again', 10, HOUR / 4),
    codes: of('codes', 10, HOUR / 4),
    letters: of('letters', 20, HOUR),
    letterTo: of('letter to', 3, HOUR),
    screens: of('screens', 30, HOUR / 6),
    covers: of('covers', 20, HOUR / 6),
    calendars: of('calendars', 60, HOUR),
    setUp: of('set up', 20, HOUR),
  };
}

/** Budgets whose time is over are of nobody's use. */
export async function forgetOldTries(db: Db, now: string): Promise<void> {
  await db.delete(tries).where(lte(tries.until, now));
}
