/** The picture of accuracy against speed, in four quarters. */
import type { Quadrant } from '@sapling/core/reading';
import { ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useCallback } from 'react';
import { CHART_FONT, CHART_HEADING_FONT, useChart } from '../ui/use-chart.js';
import { isNear, readingsWords, type Standing } from './standing.js';

register([ScatterChart, GridComponent, TooltipComponent, MarkAreaComponent, MarkLineComponent, AriaComponent, SVGRenderer]);
const SHAPES: Record<Quadrant, string> = {
  'accurate and quick': 'circle',
  'accurate, slow': 'rect',
  'quick, inaccurate': 'triangle',
  neither: 'diamond',
};

/** Hollow near a line, grey where another quarter is picked. */
function styleOf(near: boolean, faint: boolean) {
  const ink = faint ? '#93a09a' : '#24525a';
  return near ? { color: '#fdfdf9', borderColor: ink, borderWidth: 2 } : { color: ink };
}

export default function QuadrantChart({
  standing,
  accuracy,
  picked,
  onChild,
  onQuarter,
}: {
  standing: readonly Standing[];
  accuracy: number;
  picked: Quadrant | null;
  onChild: (id: string) => void;
  onQuarter: (quadrant: Quadrant | null) => void;
}) {
  const draw = useCallback(
    (chart: EChartsType) => {
      // one line where all have one aim; where years differ, the shape says which quarter a child is in
      const aims = [...new Set(standing.map((s) => s.aim))].sort((a, b) => a - b);
      const aim = aims[aims.length >> 1]!;
      const least = Math.min(80, Math.floor(Math.min(...standing.map((s) => 100 * s.accuracy)) / 5) * 5);
      const most = Math.max(60, Math.ceil((Math.max(...standing.map((s) => s.wcpm), aim) * 1.1) / 20) * 20);
      const cut = 100 * accuracy;
      // a child who reads little right makes the accurate quarters narrow: what they are called goes on two lines
      const narrow = (100 - cut) / (100 - least) < 0.3;
      const called = (name: Quadrant): string => (narrow && name.startsWith('accurate') ? name.replace(/(accurate,?) /, '$1\n') : name);
      const quarter = (name: Quadrant, x: [number, number], y: [number, number], position: string) => [
        {
          name,
          coord: [x[0], y[0]],
          itemStyle: { color: picked === name ? '#e4ecd6' : 'rgba(255,255,255,0)' },
          label: {
            show: true,
            position,
            formatter: called(name),
            color: '#4b5c5f',
            fontSize: 14,
            lineHeight: 17,
            fontFamily: CHART_HEADING_FONT,
          },
        },
        { coord: [x[1], y[1]] },
      ];
      chart.setOption({
        animation: false,
        textStyle: { fontFamily: CHART_FONT, fontSize: 13, color: '#182b30' },
        aria: { enabled: true, label: { enabled: false } },
        grid: { left: 52, right: 20, top: 24, bottom: 46 },
        tooltip: {
          formatter: (p: { data?: { name?: string; text?: string } }) =>
            p.data?.text ? `${p.data.name}<br>${p.data.text}` : (p.data?.name ?? ''),
        },
        xAxis: {
          type: 'value',
          min: least,
          max: 100,
          name: 'read right, %',
          nameLocation: 'middle',
          nameGap: 28,
          splitLine: { show: false },
        },
        yAxis: {
          type: 'value',
          min: 0,
          max: most,
          name: 'right words a minute',
          nameTextStyle: { align: 'left' },
          splitLine: { lineStyle: { color: '#e2e6db' } },
        },
        series: [
          {
            type: 'scatter',
            symbolSize: 15,
            itemStyle: { color: '#24525a', opacity: 0.9 },
            label: {
              show: standing.length <= 24,
              position: 'right',
              fontSize: 12,
              color: '#182b30',
              formatter: (p: { data: { name: string } }) => p.data.name.split(' ')[0]!,
            },
            labelLayout: { hideOverlap: true },
            data: standing.map((s) => ({
              value: [100 * s.accuracy, s.wcpm],
              id: s.id,
              name: s.name,
              text: `${readingsWords(s.readings)}: ${Math.floor(100 * s.accuracy)} % right, ${Math.round(s.wcpm)} a minute${isNear(s) ? '; near a line' : ''}`,
              symbol: SHAPES[s.quadrant],
              itemStyle: styleOf(isNear(s), picked !== null && picked !== s.quadrant),
            })),
            markLine: {
              silent: true,
              symbol: 'none',
              label: {
                show: aims.length > 1,
                position: 'insideEndTop',
                color: '#4b5c5f',
                formatter: (p: { value: number }) => (p.value === cut ? '' : `aim ${Math.round(p.value)}`),
              },
              lineStyle: { color: '#182b30', type: 'solid', width: 1 },
              data: [{ xAxis: cut }, ...aims.map((a) => ({ yAxis: a }))],
            },
            markArea: {
              data: [
                quarter('quick, inaccurate', [least, cut], [aim, most], 'insideTopLeft'),
                quarter('accurate and quick', [cut, 100], [aim, most], 'insideTopLeft'),
                quarter('neither', [least, cut], [0, aim], 'insideBottomLeft'),
                quarter('accurate, slow', [cut, 100], [0, aim], 'insideBottomLeft'),
              ],
            },
          },
        ],
      } as Parameters<typeof chart.setOption>[0]);
      chart.on('click', (event) => {
        const id = (event.data as { id?: string } | undefined)?.id;
        if (id) onChild(id);
        else if (event.componentType === 'markArea') onQuarter(event.name === picked ? null : (event.name as Quadrant));
      });
    },
    [standing, accuracy, picked, onChild, onQuarter],
  );
  const box = useChart(draw);
  return (
    <div
      ref={box}
      className="h-[30rem]"
      role="img"
      aria-label={`${standing.length} children by accuracy and speed. The lists beside it say the same and can be reached by key.`}
    />
  );
}
