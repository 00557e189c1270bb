/**
 * Whether anything was written since an answer was given: one number, raised by every write and by everything that is told to
 * listeners. An answer carries it as its ETag, and the same question with the same number is answered with 304 before anything
 * is looked up but the sign-in and the right to ask (RFC 9110, 13.1.2). It holds within one process: with a database that others
 * write to as well, no answer carries one.
 */
import { randomBytes } from 'node:crypto';

export class Changes {
  /** Another process begins anew, and knows nothing of the numbers of the last. */
  readonly #boot = randomBytes(6).toString('base64url');
  #writes = 0;

  constructor(private readonly alone: boolean) {}

  raise(): void {
    this.#writes += 1;
  }
  /** The ETag of what this colleague may be told now, on this day; undefined where there is none. */
  stamp(colleague: string, day: string): string | undefined {
    return this.alone ? `"${this.#boot}.${this.#writes}.${day}.${colleague.slice(-12)}"` : undefined;
  }
}
