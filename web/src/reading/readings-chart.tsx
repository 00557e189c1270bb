/** A child's readings over time: words a minute with the aim and the trend, and below it how accurate they were. */
import type { Aim } from '@sapling/core/judgement';
import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useCallback } from 'react';
import { useChart } from '../ui/use-chart.js';
import { readingsChartOptions } from './readings-chart-options.js';
import type { SeriesPoint, SeriesTrend } from './series.js';

register([ScatterChart, LineChart, GridComponent, TooltipComponent, LegendComponent, AriaComponent, SVGRenderer]);
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
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      chart.setOption(readingsChartOptions({ series, found, aim, alone }, still) as Parameters<typeof chart.setOption>[0]);
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
