/** Words readable after each step as a curve, with the curve before the changes behind it. */
import { CHART_FONT } from '../ui/use-chart.js';
import type { StepOpening, TeachingStep } from '@sapling/core/phonics';
import { LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([LineChart, GridComponent, TooltipComponent, AriaComponent, SVGRenderer]);

export default function Curve({
  curve,
  before,
  steps,
}: {
  curve: readonly StepOpening[];
  before?: readonly StepOpening[] | undefined;
  steps: readonly TeachingStep[];
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ReturnType<typeof init>>(null);
  useEffect(() => {
    const made = init(box.current!, null, { renderer: 'svg' });
    chart.current = made;
    const resize = new ResizeObserver(() => made.resize());
    resize.observe(box.current!);
    return () => {
      resize.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => {
    const line = (data: readonly StepOpening[], colour: string, width: number, dashed: boolean) => ({
      type: 'line' as const,
      data: data.map((s) => s.words),
      showSymbol: false,
      lineStyle: { color: colour, width, type: dashed ? ('dashed' as const) : ('solid' as const) },
      itemStyle: { color: colour },
    });
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: CHART_FONT, fontSize: 13, color: '#182b30' },
        grid: { left: 48, right: 12, top: 14, bottom: 42 },
        tooltip: {
          trigger: 'axis',
          confine: true,
          formatter: (items: unknown) => {
            const k = (items as { dataIndex: number }[])[0]!.dataIndex;
            const step = curve[k];
            return step
              ? `<b>${steps[k]?.name ?? ''}</b><br>${step.words} words, ${Math.round(step.heardShare * 100)} in 100 of those heard${before?.[k] ? `<br>before: ${before[k].words}` : ''}`
              : '';
          },
        },
        aria: { enabled: true, label: { enabled: false } },
        xAxis: {
          type: 'category',
          data: curve.map((_, k) => String(k + 1)),
          boundaryGap: false,
          name: 'step',
          nameLocation: 'middle',
          nameGap: 26,
          axisTick: { show: false },
          axisLine: { lineStyle: { color: '#4b5c5f' } },
        },
        yAxis: { type: 'value', splitLine: { lineStyle: { color: '#e2e6db' } } },
        series: [...(before ? [line(before, '#93a09a', 1.5, true)] : []), line(curve, '#16343a', 2.5, false)],
      } as Parameters<NonNullable<typeof chart.current>['setOption']>[0],
      true,
    );
  }, [curve, before, steps]);
  const last = curve.at(-1);
  return (
    <figure>
      <div
        ref={box}
        className="h-64"
        role="img"
        aria-label={last ? `After all ${curve.length} steps ${last.words} common words can be read.` : 'No steps'}
      />
      {last && (
        <figcaption className="text-sm text-ink-2">
          <span className="font-semibold text-ink">{last.words.toLocaleString('en')}</span> words at the end:{' '}
          {Math.round(last.heardShare * 100)} in 100 of what is heard in everyday speech. Counted over words heard at least twice in a
          million.
          {before && before.at(-1) && ' Dashed: before your changes.'}
        </figcaption>
      )}
    </figure>
  );
}
