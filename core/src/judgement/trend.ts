/**
 * Where a child's readings are going: the middle of all slopes between two of them (Theil 1950; Sen 1968), which
 * one odd day cannot turn, with Sen's interval from the spread of Kendall's statistic; and a plain reading of it by
 * stated rules.
 */
import { CoreError } from '../errors.js';

export interface TrendPoint {
  /** A day, YYYY-MM-DD, or a moment, ISO 8601. */
  readonly on: string;
  readonly value: number;
}
/** Where the child should be by when. The aim line starts at the middle of the first three points. */
export interface Aim {
  readonly on: string;
  readonly value: number;
}
export type TrendDecision = 'on course' | 'raise the aim' | 'change the teaching' | 'too few points';
export interface Trend {
  /** In units of the value a week; 0 where there are too few points for a slope. */
  slopePerWeek: number;
  /** The ends of the interval that holds the slope with a chance of 90 %. */
  low: number;
  high: number;
  /** The value on the day of the last point: that of the aim line, or without an aim that of the trend. */
  expected: number;
  decision: TrendDecision;
  /** Where the trend stands on the day of the last point; 0 without points. */
  level: number;
  /** Where the aim line begins: the middle of the first three points; null without points. */
  start: { on: string; value: number } | null;
}

/** Fewer points, or less time, decide nothing. */
export const TREND_NEEDS = { points: 6, days: 21 } as const;
/** So many of the newest on one side of the aim line decide by themselves. */
const NEWEST = 4;
const DAY_MS = 86_400_000;
/** Two-sided 90 % of the normal distribution. */
const Z = 1.645;

/**
 * The trend of a series, in whatever order its points come. By stated rules: with fewer than six points, or over
 * less than three weeks, *too few points*; where even the low end of the slope is above the aim line's, or the newest
 * four all lie above it, *raise the aim*; where even the high end is below, or the newest four all lie below,
 * *change the teaching*; else *on course*. Without an aim, only a slope that is surely not rising asks for a change.
 * @throws CoreError `bad-input` for a day that is none, a value that is no number, or an aim not after the first point.
 * @example trend(readings, { aim: { on: '2027-03-26', value: 90 } }).decision
 */
export function trend(points: readonly TrendPoint[], options: { aim?: Aim } = {}): Trend {
  const list = points
    .map(({ on, value }, k) => ({ day: dayOf(on, `points.${k}.on`), value: numberOf(value, `points.${k}.value`) }))
    .sort((a, b) => a.day - b.day || a.value - b.value);
  const aimAt = options.aim && { day: dayOf(options.aim.on, 'aim.on'), value: numberOf(options.aim.value, 'aim.value') };
  if (list.length === 0)
    return { slopePerWeek: 0, low: 0, high: 0, expected: aimAt?.value ?? 0, decision: 'too few points', level: 0, start: null };
  const slopes: number[] = [];
  for (let i = 0; i < list.length; i += 1)
    for (let j = i + 1; j < list.length; j += 1)
      if (list[j]!.day > list[i]!.day) slopes.push((7 * (list[j]!.value - list[i]!.value)) / (list[j]!.day - list[i]!.day));
  slopes.sort((a, b) => a - b);
  const slopePerWeek = slopes.length === 0 ? 0 : median(slopes);
  const [low, high] = interval(slopes, list);
  const last = list.at(-1)!.day;
  const level = median(list.map(({ day, value }) => value - (slopePerWeek * (day - last)) / 7).sort((a, b) => a - b));
  // where they started: the middle of the first three readings, in time and in value
  const first = list.slice(0, 3);
  const middle = (of: (p: { day: number; value: number }) => number): number => median(first.map(of).sort((a, b) => a - b));
  const start = { day: middle((p) => p.day), value: middle((p) => p.value) };
  if (aimAt && aimAt.day <= start.day) throw new CoreError('bad-input', 'aim.on', 'The aim lies before the first reading.');
  const aimSlope = aimAt && (7 * (aimAt.value - start.value)) / (aimAt.day - start.day);
  const aimLine = (day: number): number => start.value + (aimSlope! * (day - start.day)) / 7;
  const expected = aimSlope === undefined ? level : aimLine(last);
  const lines = { level, start: { on: new Date(start.day * DAY_MS).toISOString(), value: start.value } };
  if (list.length < TREND_NEEDS.points || last - list[0]!.day < TREND_NEEDS.days)
    return { slopePerWeek, low, high, expected, decision: 'too few points', ...lines };
  if (aimSlope === undefined)
    return { slopePerWeek, low, high, expected, decision: high <= 0 ? 'change the teaching' : 'on course', ...lines };
  const newest = list.slice(-NEWEST);
  const above = newest.every(({ day, value }) => value > aimLine(day));
  const below = newest.every(({ day, value }) => value < aimLine(day));
  const decision: TrendDecision =
    below || (high < aimSlope && !above) ? 'change the teaching' : above || low > aimSlope ? 'raise the aim' : 'on course';
  return { slopePerWeek, low, high, expected, decision, ...lines };
}

function dayOf(on: string, field: string): number {
  const at = Date.parse(on);
  if (Number.isNaN(at)) throw new CoreError('bad-input', field, `"${on}" is no day.`);
  return at / DAY_MS;
}
function numberOf(value: number, field: string): number {
  if (!Number.isFinite(value)) throw new CoreError('bad-input', field, 'The value must be a number.');
  return value;
}
function median(sorted: readonly number[]): number {
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/** Sen's interval: the slopes that stand as far from the middle as Kendall's statistic is likely to vary, ties in time allowed for. */
function interval(slopes: readonly number[], list: readonly { day: number }[]): [number, number] {
  if (slopes.length === 0) return [0, 0];
  const n = list.length;
  const ties = new Map<number, number>();
  for (const { day } of list) ties.set(day, (ties.get(day) ?? 0) + 1);
  const tied = [...ties.values()].reduce((sum, t) => sum + t * (t - 1) * (2 * t + 5), 0);
  const spread = Z * Math.sqrt(Math.max(0, (n * (n - 1) * (2 * n + 5) - tied) / 18));
  const at = (rank: number): number => slopes[Math.min(slopes.length - 1, Math.max(0, rank))]!;
  return [at(Math.floor((slopes.length - spread) / 2) - 1), at(Math.ceil((slopes.length + spread) / 2))];
}
