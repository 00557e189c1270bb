/**
 * The demo's story on the calendar of the day it is opened. It is drawn once, for one Wednesday; here each of its days is given
 * the school day that lies as many school days from the day shown as today, at the same time by the school's clocks. So the
 * story stays the same, nothing falls on a weekend, and a whole week stays a whole week.
 */
import { dayIn, daysAfter, weekday } from '@sapling/core';
import { DEMO_REFERENCE } from '@sapling/data';
import { momentOf } from '../settings/school-day.js';

/** Groups meet Monday to Thursday. */
const LAST_MEETING_DAY = 4;
const LAST_SCHOOL_DAY = 5;
const DAY = 86_400_000;

export interface DemoCalendar {
  /** The story's present: today, or the next day on which groups meet. */
  readonly meetsOn: string;
  /** A moment of the story as a moment of this calendar, ISO 8601 UTC. */
  readonly at: (moment: string | number) => string;
  /** The same for a day, YYYY-MM-DD. */
  readonly day: (moment: string | number) => string;
  /** The day on which groups meet that lies `n` such days from today; earlier where negative. */
  readonly meetingDay: (n: number) => string;
}

/** @param now the moment the demo is filled at · @param timeZone the school's */
export function demoCalendar(now: string, timeZone: string): DemoCalendar {
  const today = onOrAfter(dayIn(now, timeZone), LAST_SCHOOL_DAY);
  const meetsOn = onOrAfter(today, LAST_MEETING_DAY);
  const reference = DEMO_REFERENCE.slice(0, 10);
  const iso = (moment: string | number): string => new Date(moment).toISOString();
  const laid = new Map<string, string>();
  const day = (moment: string | number): string => {
    const on = iso(moment).slice(0, 10);
    if (!laid.has(on)) laid.set(on, step(today, distance(reference, on), LAST_SCHOOL_DAY));
    return laid.get(on)!;
  };
  return {
    meetsOn,
    day,
    at: (moment) => {
      const clock = Date.parse(iso(moment)) % DAY;
      const minutes = Math.floor(clock / 60_000);
      return new Date(momentOf(day(moment), minutes, timeZone).getTime() + (clock % 60_000)).toISOString();
    },
    meetingDay: (n) => step(meetsOn, n, LAST_MEETING_DAY),
  };
}

/** This day, or the next that is no later in its week than `last` (1 Monday to 7 Sunday). */
function onOrAfter(on: string, last: number): string {
  let found = on;
  while (weekday(found) > last) found = daysAfter(found, 1);
  return found;
}
/** So many days further, counting only those up to `last` of each week. */
function step(from: string, n: number, last: number): string {
  let on = from;
  for (let left = Math.abs(n); left > 0;) {
    on = daysAfter(on, Math.sign(n));
    if (weekday(on) <= last) left -= 1;
  }
  return on;
}
/** School days from one day to another, negative where the other is earlier. A weekend counts as the Friday before it. */
function distance(from: string, to: string): number {
  const sign = to < from ? -1 : 1;
  let goal = to;
  while (weekday(goal) > LAST_SCHOOL_DAY) goal = daysAfter(goal, -1);
  let on = from;
  let n = 0;
  while (on !== goal) {
    on = daysAfter(on, sign);
    if (weekday(on) <= LAST_SCHOOL_DAY) n += sign;
  }
  return n;
}
