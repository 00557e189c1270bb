/**
 * Where a child's readings are going: the middle of all slopes between two of them (Theil 1950; Sen 1968), which
 * one odd day cannot turn, with Sen's interval from the spread of Kendall's statistic; and what it says of the aim, by a
 * test that may be looked at again and again.
 */
import { CoreError } from '../errors.js';
import { median, medianOfSorted } from '../median.js';

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
export type TrendDecision = 'on course' | 'raise the aim' | 'change the teaching' | 'too few points' | 'past the aim' | 'rising' | 'no aim';
export interface Trend {
  /** In units of the value a week; 0 where there are too few points for a slope. */
  slopePerWeek: number;
  /** The ends of the interval that holds the slope with a chance of 90 %. */
  low: number;
  high: number;
  /** The value on the day of the last point: that of the aim line, or without an aim that of the trend. */
  expected: number;
  /** Without an aim it is never *on course*: *rising*, *change the teaching* where surely not, else *no aim*. */
  decision: TrendDecision;
  /** Where the trend stands on the day of the last point; 0 without points. */
  level: number;
  /** Where the aim line begins: the middle of the first three points, or the aim itself where that is below; null without points. */
  start: { on: string; value: number } | null;
}

/** Fewer points, or less time, decide nothing. */
export const TREND_NEEDS = { points: 6, days: 21 } as const;
/** Points beyond so many are gathered into as many middles of neighbours: a slope needs no more. */
const MOST_POINTS = 240;
const DAY_MS = 86_400_000;
/** Two-sided 90 % of the normal distribution. */
const Z = 1.645;
/**
 * One look's chance to call a child off the aim who is exactly on it. Looks at a growing series agree with one another, so
 * that all looks of a term together stay below 5 % (repeated significance tests: Armitage, McPherson and Rowe 1969;
 * the share is measured by `npm run bench:judgement`).
 */
const FALSE_ALARM = 0.0022;

/**
 * The trend of a series, in whatever order its points come. With fewer than six points, or over less than three
 * weeks, *too few points*. With an aim, the child's own line is carried on to the day of the aim: where it falls short
 * of it beyond doubt, *change the teaching*; where it passes it beyond doubt, *raise the aim*; else *on course*; where
 * the aim lies at or below the start, *past the aim*. Without an aim nothing is on or off course.
 * @throws CoreError `bad-input` for a day that is none, a value that is no number, or an aim not after the first point.
 * @example trend(readings, { aim: { on: '2027-03-26', value: 90 } }).decision
 */
export function trend(points: readonly TrendPoint[], options: { aim?: Aim } = {}): Trend {
  const all = points
    .map(({ on, value }, k) => ({ day: dayOf(on, `points.${k}.on`), value: numberOf(value, `points.${k}.value`) }))
    .sort((a, b) => a.day - b.day || a.value - b.value);
  const aimAt = options.aim && { day: dayOf(options.aim.on, 'aim.on'), value: numberOf(options.aim.value, 'aim.value') };
  if (all.length === 0)
    return { slopePerWeek: 0, low: 0, high: 0, expected: aimAt?.value ?? 0, decision: 'too few points', level: 0, start: null };
  const list = gathered(all);
  const slopes: number[] = [];
  for (let i = 0; i < list.length; i += 1)
    for (let j = i + 1; j < list.length; j += 1)
      if (list[j]!.day > list[i]!.day) slopes.push((7 * (list[j]!.value - list[i]!.value)) / (list[j]!.day - list[i]!.day));
  slopes.sort((a, b) => a - b);
  const slopePerWeek = slopes.length === 0 ? 0 : medianOfSorted(slopes);
  const [low, high] = interval(slopes, list);
  const last = all.at(-1)!.day;
  const level = median(list.map(({ day, value }) => value - (slopePerWeek * (day - last)) / 7));
  // where they started: the middle of the first three readings, in time and in value
  const first = all.slice(0, 3);
  const middle = (of: (p: { day: number; value: number }) => number): number => median(first.map(of));
  const begun = { day: middle((p) => p.day), value: middle((p) => p.value) };
  if (aimAt && aimAt.day <= begun.day) throw new CoreError('bad-input', 'aim.on', 'The aim lies before the first reading.');
  const past = aimAt !== undefined && aimAt.value <= begun.value;
  const start = past ? { ...begun, value: aimAt.value } : begun;
  const expected = aimAt === undefined ? level : start.value + ((aimAt.value - start.value) * (last - start.day)) / (aimAt.day - start.day);
  const out = { slopePerWeek, low, high, expected, level, start: { on: new Date(start.day * DAY_MS).toISOString(), value: start.value } };
  if (all.length < TREND_NEEDS.points || last - all[0]!.day < TREND_NEEDS.days) return { ...out, decision: 'too few points' };
  if (past) return { ...out, decision: 'past the aim' };
  const line = fitted(list, slopePerWeek / 7, level, last);
  const beyond = studentQuantile(1 - FALSE_ALARM, list.length - 2);
  if (aimAt === undefined) {
    const decision = line.slope + beyond * line.slopeError < 0 ? 'change the teaching' : low > 0 ? 'rising' : 'no aim';
    return { ...out, decision };
  }
  const reach = line.at(Math.max(aimAt.day, last));
  const target = aimAt.day < last ? expected : aimAt.value;
  const decision: TrendDecision =
    reach.value + beyond * reach.error < target
      ? 'change the teaching'
      : reach.value - beyond * reach.error > target
        ? 'raise the aim'
        : 'on course';
  return { ...out, decision };
}

interface Point {
  readonly day: number;
  readonly value: number;
}

/** Neighbours in time gathered to their middles where there are very many points. */
function gathered(list: readonly Point[]): readonly Point[] {
  if (list.length <= MOST_POINTS) return list;
  return Array.from({ length: MOST_POINTS }, (_, k) => {
    const own = list.slice(Math.floor((k * list.length) / MOST_POINTS), Math.floor(((k + 1) * list.length) / MOST_POINTS));
    return { day: own.reduce((sum, p) => sum + p.day, 0) / own.length, value: median(own.map((p) => p.value)) };
  });
}

interface Line {
  /** Change a day and its standard error. */
  readonly slope: number;
  readonly slopeError: number;
  /** The line's value on a day, with its standard error. */
  at(day: number): { value: number; error: number };
}
/** How far from the robust line, in its own spread, a point may lie before it is drawn in (Huber's winsorised values). */
const OUTLYING = 2.5;

/** The least-squares line, outlying days drawn in towards the robust one. */
function fitted(list: readonly Point[], slope: number, level: number, last: number): Line {
  const off = list.map(({ day, value }) => value - level - slope * (day - last));
  const spread = 1.483 * median(off.map(Math.abs));
  const values = list.map(({ day }, k) => {
    const kept = spread === 0 ? off[k]! : Math.max(-OUTLYING * spread, Math.min(OUTLYING * spread, off[k]!));
    return level + slope * (day - last) + kept;
  });
  const n = list.length;
  const meanDay = list.reduce((sum, p) => sum + p.day, 0) / n;
  const meanValue = values.reduce((a, b) => a + b, 0) / n;
  const across = list.reduce((sum, p) => sum + (p.day - meanDay) ** 2, 0);
  const own = across === 0 ? 0 : list.reduce((sum, p, k) => sum + (p.day - meanDay) * (values[k]! - meanValue), 0) / across;
  const left = list.reduce((sum, p, k) => sum + (values[k]! - meanValue - own * (p.day - meanDay)) ** 2, 0);
  const variance = left / Math.max(1, n - 2);
  return {
    slope: own,
    slopeError: across === 0 ? Infinity : Math.sqrt(variance / across),
    at: (day) => ({
      value: meanValue + own * (day - meanDay),
      error: across === 0 ? Infinity : Math.sqrt(variance * (1 / n + (day - meanDay) ** 2 / across)),
    }),
  };
}

/** A quantile of Student's distribution: Hill's expansion of the normal one (Algorithm 396, CACM 13, 1970; terms to the fourth). */
function studentQuantile(p: number, freedom: number): number {
  const z = normalQuantile(p);
  const v = Math.max(1, freedom);
  return (
    z +
    (z ** 3 + z) / (4 * v) +
    (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * v ** 2) +
    (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / (384 * v ** 3) +
    (79 * z ** 9 + 776 * z ** 7 + 1482 * z ** 5 - 1920 * z ** 3 - 945 * z) / (92_160 * v ** 4)
  );
}
/** A quantile of the normal distribution above the middle (Hastings 1955, error below 0.0005). */
function normalQuantile(p: number): number {
  const t = Math.sqrt(-2 * Math.log(1 - p));
  return t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
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
