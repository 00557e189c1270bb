/** A chart drawn into a box: it follows the box's size and is put away with it. */
import { init, type EChartsType } from 'echarts/core';
import { useEffect, useRef, type RefObject } from 'react';

/** Fonts of charts, quoted: a name with a number in it is no name otherwise, and words would be measured in another font than they stand in. */
export const CHART_FONT = '"Source Sans 3 Variable", sans-serif';
export const CHART_HEADING_FONT = '"Literata Variable", serif';

/** Draws again whenever `draw` is another function: keep it with useCallback. Returns the ref of the box. */
export function useChart(draw: (chart: EChartsType) => void): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const chart = init(box.current!, null, { renderer: 'svg' });
    draw(chart);
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current!);
    return () => {
      resize.disconnect();
      chart.dispose();
    };
  }, [draw]);
  return box;
}
