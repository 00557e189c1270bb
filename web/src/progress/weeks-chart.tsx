/** Weeks as stacked bars, patterned so that they read in grey. Only the parts of the chart library that are used. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { parseISO } from 'date-fns';
import { BarChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useCallback } from 'react';
import { CHART_FONT, useChart } from '../ui/use-chart.js';
import { dateText } from '../wording/date-text.js';

register([BarChart, GridComponent, TooltipComponent, LegendComponent, AriaComponent, SVGRenderer]);
const SERIES = [
  { key: 'secure', name: 'secure', colour: '#4f6f2c', pattern: null },
  {
    key: 'due',
    name: 'due for another look',
    colour: '#b9c7a3',
    pattern: { symbol: 'line', rotation: 0, dashArrayX: [1, 0], dashArrayY: [2, 6] },
  },
  {
    key: 'wobbly',
    name: 'wobbly',
    colour: '#d9b25c',
    pattern: { symbol: 'line', rotation: Math.PI / 4, dashArrayX: [1, 0], dashArrayY: [2, 5] },
  },
  { key: 'gap', name: 'gap', colour: '#7a1f3d', pattern: null },
  { key: 'unchecked', name: 'unchecked', colour: '#d5dace', pattern: { symbol: 'circle', symbolSize: 0.5, dashArrayX: 6, dashArrayY: 6 } },
] as const;

export default function Weeks({ weeks }: { weeks: ResponseOf<Endpoints['progress']>['weeks'] }) {
  const draw = useCallback(
    (chart: EChartsType) => {
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      chart.setOption({
        animation: !still,
        animationDuration: 250,
        textStyle: { fontFamily: CHART_FONT, fontSize: 13, color: '#182b30' },
        grid: { left: 48, right: 8, top: 40, bottom: 30 },
        legend: { left: 44, top: 0, itemWidth: 16, itemHeight: 14, itemGap: 26, textStyle: { fontSize: 14, color: '#182b30' } },
        tooltip: { trigger: 'axis', axisPointer: { type: 'shadow' } },
        aria: { enabled: true, label: { enabled: false } },
        xAxis: {
          type: 'category',
          data: weeks.map((w) => dateText(parseISO(w.on), 'd MMM')),
          axisTick: { show: false },
          axisLine: { lineStyle: { color: '#4b5c5f' } },
        },
        yAxis: { type: 'value', splitLine: { lineStyle: { color: '#e2e6db' } } },
        series: SERIES.map(({ key, name, colour, pattern }) => ({
          type: 'bar' as const,
          name,
          stack: 'all',
          barWidth: '62%',
          itemStyle: { color: colour, ...(pattern ? { decal: { color: 'rgba(24,43,48,0.35)', ...pattern } } : {}) },
          data: weeks.map((w) => w[key]),
        })),
      } as Parameters<typeof chart.setOption>[0]);
    },
    [weeks],
  );
  const box = useChart(draw);
  const last = weeks.at(-1);
  return (
    <div
      ref={box}
      className="mt-4 h-80"
      role="img"
      aria-label={
        last
          ? `Week of ${last.on}: ${last.secure} secure, ${last.due > 0 ? `${last.due} due for another look, ` : ''}${last.wobbly} wobbly, ${last.gap} gaps, ${last.unchecked} unchecked`
          : 'No weeks'
      }
    />
  );
}
