/** A child's readings over time: words a minute with the aim and the trend, and below it how accurate they were. */
import type { Aim } from '@sapling/core/judgement';
import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useCallback } from 'react';
import { useChart } from '../ui/use-chart.js';
import type { SeriesPoint, SeriesTrend } from './series.js';
import { dateText } from '../wording/date-text.js';

register([ScatterChart, LineChart, GridComponent, TooltipComponent, LegendComponent, AriaComponent, SVGRenderer]);
const WEEK_MS = 7 * 86_400_000;

// eslint-disable-next-line max-lines-per-function -- the options of one chart
export default function ReadingsChart({
  series,
  found,
  aim,
  alone,
  onReading,
}: {
  series: readonly SeriesPoint[];
  found: SeriesTrend;
  aim: Aim | null;
  alone: number;
  onReading: (id: string) => void;
}) {
  const draw = useCallback(
    (chart: EChartsType) => {
      const time = (p: SeriesPoint): number => Date.parse(p.reading.at);
      const timed = series.filter((p) => p.speed);
      const { trend, points } = found;
      const last = points.at(-1);
      // the trend is drawn where there are enough points to have one
      const drawn = trend.decision !== 'too few points' && last;
      const lineAt = (ms: number): number => trend.level + (trend.slopePerWeek * (ms - time(last!))) / WEEK_MS;
      const { start } = trend;
      const dot = (p: SeriesPoint, value: number) => ({
        value: [time(p), value],
        id: p.reading.id,
        name: `${p.reading.title}${p.step === null ? '' : `, step ${p.step}`}${p.nth > 1 ? `, reading ${p.nth}` : ''}`,
      });
      chart.setOption({
        animation: !matchMedia('(prefers-reduced-motion: reduce)').matches,
        animationDuration: 250,
        textStyle: { fontFamily: 'Source Sans 3 Variable', fontSize: 13, color: '#182b30' },
        aria: { enabled: true, label: { enabled: false } },
        // the dotted line of the lower picture is said in the table and in Team
        legend: {
          data: ['first reading, a minute', 'read again', 'aim', 'trend', 'read right, %'],
          top: 0,
          left: 40,
          itemGap: 18,
          textStyle: { fontSize: 14, color: '#182b30' },
        },
        tooltip: {
          trigger: 'item',
          formatter: (p: { name: string; value: [number, number]; seriesName: string }) =>
            `${p.name}<br>${dateText(new Date(p.value[0]), 'd MMM')}: ${Math.round(p.value[1])}${p.seriesName === 'read right, %' ? ' %' : ' right words a minute'}`,
        },
        grid: [
          { left: 46, right: 16, top: 42, height: 190 },
          { left: 46, right: 16, top: 262, height: 74 },
        ],
        xAxis: [0, 1].map((gridIndex) => ({
          type: 'time',
          gridIndex,
          axisLabel: { show: gridIndex === 1, fontSize: 12, formatter: (ms: number) => dateText(new Date(ms), 'd MMM'), hideOverlap: true },
          axisLine: { lineStyle: { color: '#4b5c5f' } },
          splitLine: { show: false },
          ...(aim ? { max: Date.parse(aim.on) } : {}),
        })),
        yAxis: [
          {
            type: 'value',
            gridIndex: 0,
            min: 0,
            splitLine: { lineStyle: { color: '#e2e6db' } },
          },
          {
            type: 'value',
            gridIndex: 1,
            min: (v: { min: number }) => Math.min(80, Math.floor(v.min / 10) * 10),
            max: 100,
            interval: 10,
            splitLine: { lineStyle: { color: '#e2e6db' } },
          },
        ],
        series: [
          {
            type: 'scatter',
            name: 'first reading, a minute',
            symbolSize: 11,
            itemStyle: { color: '#16343a' },
            label: {
              show: true,
              position: 'top',
              fontSize: 11,
              color: '#4b5c5f',
              formatter: (p: { dataIndex: number }) => stepOf(timed.filter((t) => t.cold)[p.dataIndex]),
            },
            data: timed.filter((p) => p.cold).map((p) => dot(p, p.reading.score.wcpm!)),
          },
          {
            type: 'scatter',
            name: 'read again',
            symbolSize: 10,
            itemStyle: { color: '#fcfdf9', borderColor: '#16343a', borderWidth: 1.5 },
            data: timed.filter((p) => !p.cold).map((p) => dot(p, p.reading.score.wcpm!)),
          },
          ...(aim && start
            ? [
                {
                  type: 'line',
                  name: 'aim',
                  showSymbol: false,
                  lineStyle: { color: '#8a5a00', type: 'dashed', width: 2 },
                  itemStyle: { color: '#8a5a00' },
                  data: [
                    // an aim that lies below where the child began is a level, not a way down
                    [Date.parse(start.on), Math.min(start.value, aim.value)],
                    [Date.parse(aim.on), aim.value],
                  ],
                },
              ]
            : []),
          ...(drawn
            ? [
                {
                  type: 'line',
                  name: 'trend',
                  showSymbol: false,
                  lineStyle: { color: '#4f6f2c', width: 2 },
                  itemStyle: { color: '#4f6f2c' },
                  data: [time(points[0]!), time(last)].map((ms) => [ms, lineAt(ms)]),
                },
              ]
            : []),
          {
            type: 'line',
            name: 'read right, %',
            xAxisIndex: 1,
            yAxisIndex: 1,
            symbol: 'circle',
            symbolSize: 7,
            lineStyle: { color: '#93a09a', width: 1.5 },
            itemStyle: { color: '#4b5c5f' },
            data: series.filter((p) => p.reading.score.accuracy !== null).map((p) => dot(p, 100 * p.reading.score.accuracy!)),
          },
          {
            type: 'line',
            name: 'right for reading alone',
            xAxisIndex: 1,
            yAxisIndex: 1,
            showSymbol: false,
            lineStyle: { color: '#4f6f2c', type: 'dotted', width: 1.5 },
            itemStyle: { color: '#4f6f2c' },
            data:
              series.length > 0
                ? [
                    [time(series[0]!), 100 * alone],
                    [aim ? Date.parse(aim.on) : time(series.at(-1)!), 100 * alone],
                  ]
                : [],
          },
        ],
      } as Parameters<typeof chart.setOption>[0]);
      chart.on('click', (event) => {
        const id = (event.data as { id?: string } | undefined)?.id;
        if (id) onReading(id);
      });
    },
    [series, found, aim, alone, onReading],
  );
  const box = useChart(draw);
  const newest = series.findLast((p) => p.speed);
  return (
    <div
      ref={box}
      className="h-[23rem]"
      role="img"
      aria-label={`${series.length} readings${newest ? `, the newest with ${Math.round(newest.reading.score.wcpm!)} right words a minute` : ''}. The table below says the same.`}
    />
  );
}

const stepOf = (p: SeriesPoint | undefined): string => (p?.step ? `step ${p.step}` : '');
