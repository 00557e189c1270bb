/**
 * The interface's one clock. It keeps the server's time where the device's is another (a tablet that is days off, a demo, a test),
 * and the school's day and hours whatever zone the device is in. Nothing else here asks the machine what time it is.
 */
import { clockAhead, dayIn, type Clock } from '@sapling/core';
import { TZDate } from '@date-fns/tz';
import { keepHere, keptAs, keptHere } from './base.js';

const KEPT = keptAs('sapling-clock-ahead');
/** Kept on the device, so that a page which opens without the network stands on the same day. */
let running: Clock = clockAhead(Date.now, Number(keptHere(KEPT)) || 0);
export const clock: Pick<Clock, 'ms' | 'now'> = { ms: () => running.ms(), now: () => running.now() };

/** A device that is less off than this is believed: how long an answer takes on its way must not move the clock. */
const BELIEVED_MS = 60_000;
/**
 * Called when the server is asked, and what it gives back with the time the server answers (milliseconds since 1970): a clock that
 * is clearly another than the server's is set by it. What was marked on a tablet that is two days ahead was refused before.
 */
export function askServerTime(): (server: number) => void {
  const asked = Date.now();
  return (server) => {
    const answered = Date.now();
    const ahead = server - (asked + answered) / 2;
    if (Math.abs(answered - asked) > BELIEVED_MS || Math.abs(ahead - running.ahead) < BELIEVED_MS) return;
    keepClock(Math.abs(ahead) < BELIEVED_MS ? 0 : Math.round(ahead));
  };
}
/** Runs so many milliseconds ahead of the device's clock from now on. */
export function keepClock(ahead: number): void {
  running = clockAhead(Date.now, ahead);
  keepHere(KEPT, ahead === 0 ? null : String(ahead));
}

/**
 * When a press happened, in milliseconds since 1970 on this clock: the event's own time, not when it was handled. It is counted back
 * from now: the time that events carry stands still while a tablet sleeps, so that counted on from when the page was opened every
 * press after a break lay as long before the start of its reading as the break was.
 */
export const pressedAt = (event: { readonly timeStamp: number }): number => running.ms() - (performance.now() - event.timeStamp);

let zone: string | undefined;
/** Days and hours are those of this zone from now on: the school's, once somebody is signed in. */
export function keepZone(timeZone: string): void {
  zone = timeZone;
}
const deviceZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The present moment in the school's zone: a Date to count from. */
export const nowDate = (): Date => new TZDate(clock.ms(), zone ?? deviceZone());
/** A moment as the school's clocks show it. */
export const atSchool = (at: string): Date => new TZDate(at, zone ?? deviceZone());
/** The school's day of a moment, YYYY-MM-DD. */
export const dayOf = (at: string): string => dayIn(at, zone ?? deviceZone());
/** Today where the school is, YYYY-MM-DD. */
export const todayDay = (): string => dayOf(clock.now());
