/** Which day it is where the school is: a server may stand in another zone, and its day is not the school's. */
import { TZDate } from '@date-fns/tz';
import { dayIn, daysAfter } from '@sapling/core';
import type { Db } from '../db/open.js';
import { schools } from '../db/schema.js';

const zones = new WeakMap<Db, string>();

/** The zone of the school, UTC before there is one. It is read once, and again when it was changed. */
export async function schoolZone(db: Db): Promise<string> {
  const known = zones.get(db);
  if (known !== undefined) return known;
  const [school] = await db.select({ timeZone: schools.timeZone }).from(schools).limit(1);
  if (school) zones.set(db, school.timeZone);
  return school?.timeZone ?? 'UTC';
}

/** The zone was changed: it is read anew. */
export const forgetZone = (db: Db): void => void zones.delete(db);

/** The school's day (YYYY-MM-DD) at a moment. */
export const schoolDay = async (db: Db, now: string): Promise<string> => dayIn(now, await schoolZone(db));

/** The last moment of a day where the school is, ISO 8601 UTC. */
export const endOfDay = (on: string, timeZone: string): string =>
  new Date(momentOf(daysAfter(on, 1), 0, timeZone).getTime() - 1).toISOString();

/** The moment of a clock time on a day where the school is, summer time or not. @param minutes since midnight */
export function momentOf(on: string, minutes: number, timeZone: string): Date {
  const [year, month, day] = on.split('-').map(Number) as [number, number, number];
  return new Date(new TZDate(year, month - 1, day, Math.floor(minutes / 60), minutes % 60, timeZone).getTime());
}
