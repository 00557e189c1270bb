/**
 * The interface's one clock. It keeps the server's time where that was set (a demo, a test), and the school's day and hours
 * whatever zone the device is in. Nothing else here asks the machine what time it is.
 */
import { clockAhead, dayIn, type Clock } from '@sapling/core';
import { TZDate } from '@date-fns/tz';
import { keptAs } from './base.js';

const KEPT = keptAs('sapling-clock-ahead');
/** Kept on the device, so that a page which opens without the network stands on the same day. */
const kept = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT);
let running: Clock = clockAhead(Date.now, Number(kept) || 0);
export const clock: Pick<Clock, 'ms' | 'now'> = { ms: () => running.ms(), now: () => running.now() };

/** Goes by the server's clock: how far it is ahead of the machine's, 0 where nobody set it. */
export function keepClock(ahead: number): void {
  if (ahead === running.ahead) return;
  running = clockAhead(Date.now, ahead);
  if (ahead === 0) localStorage.removeItem(KEPT);
  else localStorage.setItem(KEPT, String(ahead));
}

/** When a press happened, in milliseconds since 1970 on this clock: the event's own time, not when it was handled. */
export const pressedAt = (event: { readonly timeStamp: number }): number => performance.timeOrigin + event.timeStamp + running.ahead;

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
