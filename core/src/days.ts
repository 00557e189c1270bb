/** Days as YYYY-MM-DD, and minutes of a day: sums that no clock is needed for. */
/** Day of the week of a day YYYY-MM-DD, 1 Monday to 7 Sunday. */
export const weekday = (on: string): number => new Date(`${on}T12:00:00Z`).getUTCDay() || 7;
/** The day so many days after one, both YYYY-MM-DD. */
export const daysAfter = (on: string, days: number): string =>
  new Date(Date.parse(`${on}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
/** Days from one day to another, both YYYY-MM-DD. @example daysBetween('2026-11-30', '2026-12-02') // 2 */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T12:00:00Z`) - Date.parse(`${from}T12:00:00Z`)) / 86_400_000);
/** Minutes since midnight as a clock shows them. */
export const clockTime = (minutes: number): string => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
