/** What a school wants children of a year to reach by a season, in words a minute. Typed by the school: no norms are built in. */
import type { Aim } from '../judgement/trend.js';

/** Seasons of a school year that starts in September, with their last month. */
export const SEASONS = ['autumn', 'winter', 'spring', 'summer'] as const;
export type Season = (typeof SEASONS)[number];
export interface ReadingAim {
  readonly year: string;
  readonly season: Season;
  readonly wcpm: number;
}
/** Month and day on which a season ends here: autumn with November, winter with February, and so on. */
const ENDS: Record<Season, readonly [number, number]> = { autumn: [10, 30], winter: [1, 28], spring: [4, 31], summer: [7, 31] };

function endOf(season: Season, from: Date): Date {
  const [month, day] = ENDS[season];
  const end = new Date(Date.UTC(from.getUTCFullYear(), month, day, 23, 59, 59));
  return end >= from ? end : new Date(Date.UTC(from.getUTCFullYear() + 1, month, day, 23, 59, 59));
}

/**
 * The next aim of a year from a day on: the season that ends first, with the day it ends. Null where the school typed
 * none for that year.
 * @param on a day or moment, ISO 8601.
 */
export function nextAim(aims: readonly ReadingAim[], year: string, on: string): Aim | null {
  const from = new Date(on);
  const [next] = aims
    .filter((a) => a.year.trim().toLowerCase() === year.trim().toLowerCase())
    .map((a) => ({ on: endOf(a.season, from).toISOString().slice(0, 10), value: a.wcpm }))
    .sort((a, b) => (a.on < b.on ? -1 : 1));
  return next ?? null;
}
