/**
 * The one clock of server and interface: where *now* and *today* come from. It runs on the machine's time, or from a moment
 * it was set to, so that a demo or a test takes place on a day of its own. The core itself never reads it: moments are passed in.
 */
import { CoreError } from './errors.js';

export interface Clock {
  /** The present moment in milliseconds since 1970. */
  readonly ms: () => number;
  /** The present moment, ISO 8601 in UTC. */
  readonly now: () => string;
  /** How far this clock is ahead of the machine's, in milliseconds; 0 where it was not set. */
  readonly ahead: number;
}

/**
 * A clock that begins at `setTo` and runs on from there, or the machine's own where nothing is set.
 * @param real the machine's clock, in milliseconds since 1970
 * @param setTo an ISO 8601 moment with its zone
 * @param since when, on the machine's clock, it was `setTo`; now where nothing is said
 * @throws CoreError `bad-input` where `setTo` is no such moment.
 * @example clockFrom(Date.now, '2026-11-25T10:00:00Z').now() // '2026-11-25T10:00:00.000Z', and a second later a second more
 */
export function clockFrom(real: () => number, setTo?: string, since?: number): Clock {
  const start = setTo === undefined ? undefined : Date.parse(setTo);
  if (start !== undefined && (!Number.isFinite(start) || !/T\d\d:\d\d.*(Z|[+-]\d\d:?\d\d)$/.test(setTo!)))
    throw new CoreError('bad-input', 'setTo', `“${setTo!}” is no moment: write one like 2026-11-25T10:00:00Z.`);
  return clockAhead(real, start === undefined ? 0 : start - (since ?? real()));
}

/** A clock that is so many milliseconds ahead of the machine's. */
export function clockAhead(real: () => number, ahead: number): Clock {
  const ms = (): number => real() + ahead;
  return { ms, now: () => new Date(ms()).toISOString(), ahead };
}

const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * The day (YYYY-MM-DD) on which a moment falls where the school is, whatever the machine's own zone.
 * @param now an ISO 8601 moment
 * @param timeZone an IANA name, as Europe/London
 * @example dayIn('2026-07-01T23:30:00Z', 'Europe/London') // '2026-07-02'
 */
export function dayIn(now: string, timeZone: string): string {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit', calendar: 'gregory' });
    formats.set(timeZone, format);
  }
  const parts = Object.fromEntries(format.formatToParts(new Date(now)).map((p) => [p.type, p.value]));
  return `${parts.year!.padStart(4, '0')}-${parts.month!}-${parts.day!}`;
}

/** Whether a name is one of a time zone (IANA), as this platform knows them. @example isTimeZone('Europe/London') // true */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
