/** Which moments belong to one day at school, wherever on earth the school is. */

/** What lies within so many milliseconds of the first of a day belongs to that day: no school day is longer, no night shorter. */
const LONGEST_SCHOOL_DAY_MS = 12 * 3_600_000;

/**
 * Numbers the days at school on which moments lie, from 0. Midnight in Greenwich falls into the school day of half of the world: in
 * Auckland a morning and an afternoon would be two days, and an afternoon and the next morning one. So a day is what lies within
 * twelve hours of its first moment.
 * @returns takes moments in order of time (ISO 8601); of one before the last asked for it says the last day
 * @example const day = schoolDays(); day('2026-11-25T20:15:00Z') // 0; day('2026-11-26T01:40:00Z') // 0; day('2026-11-26T20:15:00Z') // 1
 */
export function schoolDays(): (at: string) => number {
  let began = -Infinity;
  let day = -1;
  return (at) => {
    const time = Date.parse(at);
    if (time - began >= LONGEST_SCHOOL_DAY_MS) {
      began = time;
      day += 1;
    }
    return day;
  };
}
