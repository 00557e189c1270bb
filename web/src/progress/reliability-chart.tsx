/** How often answers came right, by how likely it was said to be. Only the parts of the chart library that are used. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useCallback } from 'react';
import { CHART_FONT, useChart } from '../ui/use-chart.js';

register([ScatterChart, LineChart, GridComponent, TooltipComponent, AriaComponent, SVGRenderer]);
type Bins = ResponseOf<Endpoints['trust']>['bins'];
const whole = (x: number): number => Math.round(100 * x);

export default function ReliabilityChart({ bins }: { bins: Bins }) {
  const draw = useCallback(
    (chart: EChartsType) => {
      const most = Math.max(1, ...bins.map((b) => b.answers));
      const axis = {
        type: 'value' as const,
        min: 0,
        max: 100,
        interval: 20,
        nameLocation: 'middle' as const,
        nameTextStyle: { fontSize: 13, color: '#182b30' },
        axisLabel: { formatter: '{value} %', fontSize: 13, color: '#182b30' },
        splitLine: { lineStyle: { color: '#e2e6db' } },
      };
      chart.setOption({
        animation: false,
        textStyle: { fontFamily: CHART_FONT, fontSize: 13, color: '#182b30' },
        grid: { left: 64, right: 16, top: 12, bottom: 48 },
        aria: { enabled: true, label: { enabled: false } },
        tooltip: { trigger: 'item' },
        xAxis: { ...axis, name: 'said to come right', nameGap: 30 },
        yAxis: { ...axis, name: 'came right', nameGap: 48 },
        series: [
          {
            type: 'line',
            data: [
              [0, 0],
              [100, 100],
            ],
            symbol: 'none',
            silent: true,
            lineStyle: { color: '#4b5c5f', width: 1.2, type: 'dashed' },
          },
          {
            type: 'scatter',
            data: bins.map((b) => ({
              value: [whole(b.said), whole(b.right)],
              symbolSize: 8 + 20 * Math.sqrt(b.answers / most),
              tooltip: { formatter: `said ${whole(b.said)} %, came ${whole(b.right)} %, ${b.answers} answers` },
            })),
            itemStyle: { color: '#4f6f2c', opacity: 0.85 },
          },
        ],
      } as Parameters<typeof chart.setOption>[0]);
    },
    [bins],
  );
  const box = useChart(draw);
  return (
    <>
      <div ref={box} className="h-80 w-full" aria-hidden />
      <table className="sr-only">
        <caption>Answers by the chance that was said</caption>
        <tbody>
          {bins.map((b) => (
            <tr key={b.said}>
              <td>
                said {whole(b.said)} %, came right {whole(b.right)} %, {b.answers} answers
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
