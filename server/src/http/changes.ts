/**
 * Whether anything was written since an answer was given: one number, raised by every write and by everything that is told to
 * listeners. An answer carries it as its ETag, and the same question with the same number is answered with 304 before anything
 * is looked up but the sign-in and the right to ask (RFC 9110, 13.1.2). Marks are counted apart: they come all day, and a list of
 * sessions or of texts says the same after one. It holds within one process: with a database that others write to as well, no answer
 * carries one.
 */
import { randomBytes } from 'node:crypto';

export class Changes {
  /** Another process begins anew, and knows nothing of the numbers of the last. */
  readonly #boot = randomBytes(6).toString('base64url');
  #writes = 0;
  #marks = 0;

  /** Told when something other than marks was written: what was kept before is of no use, and may name who is erased. */
  onWrite: () => void = () => undefined;

  constructor(private readonly alone: boolean) {}

  /** @param what was written: marks, checks and readings alone, or anything else */
  raise(what: 'marks' | 'anything' = 'anything'): void {
    if (what === 'marks') this.#marks += 1;
    else {
      this.#writes += 1;
      this.onWrite();
    }
  }
  /** The ETag of what this colleague may be told now, on this day, whether or not marks have a part in it; undefined where there is none. */
  stamp(colleague: string, day: string, ofMarks = true): string | undefined {
    return this.alone ? `"${this.#boot}.${this.#writes}${ofMarks ? `.${this.#marks}` : ''}.${day}.${colleague.slice(-12)}"` : undefined;
  }
}
