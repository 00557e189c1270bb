/** A child's readings as a series: first readings of a text apart from later ones, and what the trend may rest on. */
import type { LibraryText, ReadingSummary } from '@sapling/contract';
import { trend, TREND_NEEDS, type Aim, type Trend } from '@sapling/core/judgement';

export interface SeriesPoint {
  readonly reading: ReadingSummary;
  /** The first reading of its text; later ones are quicker for having been read. */
  readonly cold: boolean;
  /** The step of the child's order from which the text is offered; null for a text without one. */
  readonly step: number | null;
  /** Whether its speed is shown: accurate enough, or the school times every reading. */
  readonly speed: boolean;
}

export function seriesOf(
  readings: readonly ReadingSummary[],
  texts: readonly LibraryText[],
  orderId: string | undefined,
  rules: { timing: 'accurate readings' | 'every reading'; withHelp: number },
): SeriesPoint[] {
  return [...readings]
    .filter((r) => r.done)
    .sort((a, b) => (a.at < b.at ? -1 : 1))
    .map((reading) => ({
      reading,
      cold: reading.nth === 1,
      step: texts.find((t) => t.id === reading.textId)?.offered.find((o) => o.order === orderId)?.step ?? null,
      speed: reading.score.wcpm !== null && (rules.timing === 'every reading' || (reading.score.accuracy ?? 0) >= rules.withHelp),
    }));
}

export interface SeriesTrend {
  readonly trend: Trend;
  /** Readings it rests on: first readings whose speed is shown. */
  readonly points: readonly SeriesPoint[];
  /** Steps of the texts, easiest and hardest; null where one is not known or all are alike. */
  readonly steps: readonly [number, number] | null;
}
export function trendOf(series: readonly SeriesPoint[], aim: Aim | null): SeriesTrend {
  const points = series.filter((p) => p.cold && p.speed);
  const values = points.map((p) => ({ on: p.reading.at, value: p.reading.score.wcpm! }));
  // an aim counts from the third reading on; one that ends before is none
  const usable =
    aim && points.length > 0 && Date.parse(aim.on) > Date.parse(points[Math.min(2, points.length - 1)]!.reading.at) ? aim : null;
  const steps = points.flatMap((p) => (p.step === null ? [] : [p.step]));
  const range = [Math.min(...steps), Math.max(...steps)] as const;
  return {
    trend: trend(values, usable ? { aim: usable } : {}),
    points,
    steps: steps.length > 1 && range[0] !== range[1] ? range : null,
  };
}

const DECISIONS: Record<Trend['decision'], string> = {
  'on course': 'Keep on',
  'raise the aim': 'Raise the aim',
  'change the teaching': 'Change the teaching',
  'too few points': 'Too few readings to say',
  'past the aim': 'Past the aim',
  rising: 'No aim is set',
  'no aim': 'No aim is set',
};
/** What the trend says, in a plain sentence, by the rule that decided. */
export function decisionWords({ trend: t, points }: SeriesTrend, aim: boolean): { title: string; why: string } {
  const slope = `${t.slopePerWeek >= 0 ? '+' : '−'}${Math.abs(t.slopePerWeek).toFixed(1)} words a minute each week (likely between ${t.low.toFixed(1)} and ${t.high.toFixed(1)})`;
  const title = DECISIONS[t.decision];
  if (t.decision === 'too few points')
    return {
      title,
      why: `There are ${points.length} first readings that count; the rule needs ${TREND_NEEDS.points} over at least three weeks.`,
    };
  const rests = `Over ${points.length} first readings: ${slope}.`;
  if (t.decision === 'rising' || t.decision === 'no aim')
    return {
      title,
      why: `${rests} ${t.decision === 'rising' ? 'That is rising; with an aim for this year (Team)' : 'Whether that rises cannot be told yet; with an aim for this year (Team)'}, it can be said whether it is enough.`,
    };
  if (t.decision === 'change the teaching' && !aim) return { title, why: `${rests} That is surely not rising.` };
  if (t.decision === 'past the aim') return { title, why: `${rests} The aim lies below where the readings began: set a higher one.` };
  if (t.decision === 'on course')
    return { title, why: `${rests} Carried on to the day of the aim, that neither surely reaches it nor surely falls short.` };
  return {
    title,
    why: `${rests} ${t.decision === 'raise the aim' ? 'Carried on to the day of the aim, that surely passes it.' : 'Carried on to the day of the aim, that surely falls short of it. Look first at what is taught and how often.'}`,
  };
}
