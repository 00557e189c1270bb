/** The picture of a child's readings over time, as its chart is told to draw it: nothing here touches the page. */
import { atSchool } from '../clock.js';
import { CHART_FONT } from '../ui/use-chart.js';
import type { Aim } from '@sapling/core/judgement';
import { dateText } from '../wording/date-text.js';
import type { SeriesPoint, SeriesTrend } from './series.js';

const WEEK_MS = 7 * 86_400_000;
const INK = '#182b30';
const INK_2 = '#4b5c5f';
const RULE = '#e2e6db';
const DEEP = '#16343a';
const LEAF = '#4f6f2c';
const AIM = '#8a5a00';

export interface ReadingsPicture {
  readonly series: readonly SeriesPoint[];
  readonly found: SeriesTrend;
  readonly aim: Aim | null;
  /** Share of words right from which a text can be read alone. */
  readonly alone: number;
}
const time = (p: SeriesPoint): number => Date.parse(p.reading.at);
const stepOf = (p: SeriesPoint | undefined): string => (p?.step ? `step ${p.step}` : '');
const dot = (p: SeriesPoint, value: number) => ({
  value: [time(p), value],
  id: p.reading.id,
  name: `${p.reading.title}${p.step === null ? '' : `, step ${p.step}`}${p.reading.nth > 1 ? `, reading ${p.reading.nth}` : ''}`,
});

/** Words a minute above, share read right below, on one line of time. @param still without movement, for those who asked for less */
export function readingsChartOptions(picture: ReadingsPicture, still: boolean) {
  return {
    animation: !still,
    animationDuration: 250,
    textStyle: { fontFamily: CHART_FONT, fontSize: 13, color: INK },
    aria: { enabled: true, label: { enabled: false } },
    // the dotted line of the lower picture is said in the table and in Team
    legend: {
      data: ['first reading, a minute', 'read again', 'aim', 'trend', 'read right, %'],
      top: 0,
      left: 40,
      itemGap: 34,
      textStyle: { fontSize: 14, color: INK },
    },
    tooltip: {
      trigger: 'item',
      formatter: (p: { name: string; value: [number, number]; seriesName: string }) =>
        `${p.name}<br>${dateText(atSchool(new Date(p.value[0]).toISOString()), 'd MMM')}: ${Math.round(p.value[1])}${p.seriesName === 'read right, %' ? ' %' : ' right words a minute'}`,
    },
    ...axes(picture.aim),
    series: [...speedSeries(picture), ...accuracySeries(picture)],
  };
}

function axes(aim: Aim | null) {
  return {
    grid: [
      { left: 46, right: 16, top: 42, height: 190 },
      { left: 46, right: 16, top: 262, height: 74 },
    ],
    xAxis: [0, 1].map((gridIndex) => ({
      type: 'time',
      gridIndex,
      axisLabel: { show: gridIndex === 1, fontSize: 12, formatter: (ms: number) => dateText(new Date(ms), 'd MMM'), hideOverlap: true },
      axisLine: { lineStyle: { color: INK_2 } },
      splitLine: { show: false },
      ...(aim ? { max: Date.parse(aim.on) } : {}),
    })),
    yAxis: [
      { type: 'value', gridIndex: 0, min: 0, splitLine: { lineStyle: { color: RULE } } },
      {
        type: 'value',
        gridIndex: 1,
        min: (v: { min: number }) => Math.min(80, Math.floor(v.min / 10) * 10),
        max: 100,
        interval: 10,
        splitLine: { lineStyle: { color: RULE } },
      },
    ],
  };
}

/** Right words a minute: texts read for the first time, those read again, the aim and the trend. */
function speedSeries({ series, found, aim }: ReadingsPicture) {
  const timed = series.filter((p) => p.speed);
  const cold = timed.filter((p) => p.cold);
  const { trend, points } = found;
  const { start } = trend;
  const last = points.at(-1);
  const lineAt = (ms: number): number => trend.level + (trend.slopePerWeek * (ms - time(last!))) / WEEK_MS;
  const line = (name: string, colour: string, dashed: boolean, data: readonly (readonly number[])[]) => ({
    type: 'line',
    name,
    showSymbol: false,
    lineStyle: { color: colour, width: 2, ...(dashed ? { type: 'dashed' } : {}) },
    itemStyle: { color: colour },
    data,
  });
  return [
    {
      type: 'scatter',
      name: 'first reading, a minute',
      symbolSize: 11,
      itemStyle: { color: DEEP },
      label: {
        show: true,
        position: 'top',
        fontSize: 11,
        color: INK_2,
        formatter: (p: { dataIndex: number }) => stepOf(cold[p.dataIndex]),
      },
      data: cold.map((p) => dot(p, p.reading.score.wcpm!)),
    },
    {
      type: 'scatter',
      name: 'read again',
      symbolSize: 10,
      itemStyle: { color: '#fcfdf9', borderColor: DEEP, borderWidth: 1.5 },
      data: timed.filter((p) => !p.cold).map((p) => dot(p, p.reading.score.wcpm!)),
    },
    // an aim that lies below where the child began is a level, not a way down
    ...(aim && start
      ? [
          line('aim', AIM, true, [
            [Date.parse(start.on), Math.min(start.value, aim.value)],
            [Date.parse(aim.on), aim.value],
          ]),
        ]
      : []),
    // the trend is drawn where there are enough points to have one
    ...(trend.decision !== 'too few points' && last
      ? [
          line(
            'trend',
            LEAF,
            false,
            [time(points[0]!), time(last)].map((ms) => [ms, lineAt(ms)]),
          ),
        ]
      : []),
  ];
}

/** The share of words read right, in percent, beside the share from which a text can be read alone. */
function accuracySeries({ series, aim, alone }: ReadingsPicture) {
  const below = { type: 'line', xAxisIndex: 1, yAxisIndex: 1 };
  const [first, last] = [series[0], series.at(-1)];
  return [
    {
      ...below,
      name: 'read right, %',
      symbol: 'circle',
      symbolSize: 7,
      lineStyle: { color: '#93a09a', width: 1.5 },
      itemStyle: { color: INK_2 },
      data: series.filter((p) => p.reading.score.accuracy !== null).map((p) => dot(p, 100 * p.reading.score.accuracy!)),
    },
    {
      ...below,
      name: 'right for reading alone',
      showSymbol: false,
      lineStyle: { color: LEAF, type: 'dotted', width: 1.5 },
      itemStyle: { color: LEAF },
      data:
        first && last
          ? [
              [time(first), 100 * alone],
              [aim ? Date.parse(aim.on) : time(last), 100 * alone],
            ]
          : [],
    },
  ];
}
