/**
 * How often something may go wrong: wrong passwords, wrong codes, wrong secrets. Only what went wrong counts, each kind has a
 * budget of its own, and whoever is known (a device that has signed in before) has one apart from all others, so that a
 * forgetful colleague or a forgotten calendar never shuts out a school, and a stranger at one address gets nowhere.
 *
 * @see https://cheatsheetseries.owasp.org/cheatsheets/Authentication_Cheat_Sheet.html and OWASP, Slow Down Online Guessing
 *   Attacks with Device Cookies
 */
import { Refusal } from './problem.js';

/** So many counters are kept; the oldest go first. */
const MOST = 20_000;

interface Misses {
  readonly until: number;
  n: number;
}

export class Tries {
  readonly #misses = new Map<string, Misses>();

  constructor(
    /** Misses in a window, from which on nothing more is tried. */
    readonly limit: number,
    readonly windowMs: number,
    private readonly now: () => number,
  ) {}

  #of(key: string): Misses | undefined {
    const misses = this.#misses.get(key);
    if (misses && misses.until <= this.now()) {
      this.#misses.delete(key);
      return undefined;
    }
    return misses;
  }

  /** @throws Refusal `too-many-tries`, with the seconds to wait, where this key has used up its budget */
  check(key: string): void {
    const misses = this.#of(key);
    if (!misses || misses.n < this.limit) return;
    const minutes = Math.ceil((misses.until - this.now()) / 60_000);
    throw new Refusal('too-many-tries', {
      detail: `Too many tries. Wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'} and try again.`,
    });
  }
  /** Counts one that went wrong. */
  miss(key: string): void {
    const misses = this.#of(key);
    if (misses) misses.n += 1;
    else {
      if (this.#misses.size >= MOST) this.#misses.delete(this.#misses.keys().next().value!);
      this.#misses.set(key, { until: this.now() + this.windowMs, n: 1 });
    }
  }
  /** Forgets what went wrong: it came right. */
  clear(key: string): void {
    this.#misses.delete(key);
  }
}

const HOUR = 3_600_000;
/** The budgets of a server. */
export interface Budgets {
  /** Wrong passwords from one address, by devices that nobody has signed in on. */
  readonly strangers: Tries;
  /** Wrong passwords for one account from such devices, wherever they are. */
  readonly account: Tries;
  /** Wrong passwords on a device that this account has signed in on. */
  readonly device: Tries;
  /** Wrong present passwords when it is asked again of somebody signed in. */
  readonly again: Tries;
  readonly screens: Tries;
  readonly covers: Tries;
  readonly calendars: Tries;
  readonly setUp: Tries;
}
export const budgets = (now: () => number): Budgets => ({
  strangers: new Tries(20, HOUR, now),
  account: new Tries(10, HOUR, now),
  device: new Tries(10, HOUR / 4, now),
  again: new Tries(10, HOUR / 4, now),
  screens: new Tries(30, HOUR / 6, now),
  covers: new Tries(20, HOUR / 6, now),
  calendars: new Tries(60, HOUR, now),
  setUp: new Tries(20, HOUR, now),
});
