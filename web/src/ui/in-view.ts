/** Long lists draw what is in view and a little more: a school of a thousand children scrolls like a class. On paper everything is drawn. */
import { useWindowVirtualizer, type Range } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useState, useSyncExternalStore, type CSSProperties, type RefObject } from 'react';
import { flushSync } from 'react-dom';

/** So many rows more than can be seen are drawn at each end. */
const MORE = 10;
/** With at most so many all are drawn: a class and a small school can be searched by the browser. */
const ALL_ROWS = 120;

/** A row at its place: pixels from the top of the list, or null where rows follow one another, on paper. */
export interface RowInView {
  readonly index: number;
  readonly top: number | null;
}
export interface InView {
  /** What is drawn, in order. */
  readonly rows: readonly RowInView[];
  /** Pixels of the whole list; undefined where rows follow one another. */
  readonly height: number | undefined;
  /** On each drawn row, which also carries data-index: its true height. */
  readonly measure: (row: Element | null) => void;
}
/** The style of a row at its place. */
export const rowAt = (top: number | null): CSSProperties => (top === null ? {} : { position: 'absolute', top, left: 0, right: 0 });

const unmeasured = (): void => undefined;
/** Pixels of the root's letters. */
export const rootLetter = (): number => Number.parseFloat(getComputedStyle(document.documentElement).fontSize);

/** Whether the window is at least so wide, pixels. */
export const useWide = (pixels: number): boolean =>
  useSyncExternalStore(
    (changed) => {
      const query = matchMedia(`(min-width: ${pixels}px)`);
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => matchMedia(`(min-width: ${pixels}px)`).matches,
  );

/** Whether the page is being printed. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const [on, off] = [() => flushSync(() => setPrinting(true)), () => setPrinting(false)];
    addEventListener('beforeprint', on);
    addEventListener('afterprint', off);
    return () => {
      removeEventListener('beforeprint', on);
      removeEventListener('afterprint', off);
    };
  }, []);
  return printing;
}

/**
 * Which rows of a list are in view while the page scrolls.
 * @param height what a row is tall, in letters of the root
 * @param measured whether rows may be taller: each is measured, which costs
 */
export function useRowsInView(count: number, height: number, list: RefObject<HTMLElement | null>, measured = false): InView {
  // asked once: asking has the page laid out
  const [rem] = useState(rootLetter);
  const printing = usePrinting();
  const [top, setTop] = useState(0);
  // what stands above a list may grow, and the page with it
  useLayoutEffect(() => {
    const look = () => setTop(list.current ? Math.round(list.current.getBoundingClientRect().top + scrollY) : 0);
    look();
    const watch = new ResizeObserver(look);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, [list]);
  const virtual = useWindowVirtualizer({
    count,
    estimateSize: () => Math.round(height * rem),
    overscan: count <= ALL_ROWS ? count : MORE,
    scrollMargin: top,
  });
  if (printing)
    return { rows: Array.from({ length: count }, (_, index) => ({ index, top: null })), height: undefined, measure: unmeasured };
  return {
    rows: virtual.getVirtualItems().map((item) => ({ index: item.index, top: item.start - top })),
    height: virtual.getTotalSize(),
    measure: measured ? virtual.measureElement : unmeasured,
  };
}

/** What is in view and one more row, wherever it is: whoever stands there by keys stays there. */
export const withPlace =
  (place: number) =>
  ({ startIndex, endIndex, overscan, count }: Range): number[] => {
    const [from, to] = [Math.max(0, startIndex - overscan), Math.min(count - 1, endIndex + overscan)];
    const out = Array.from({ length: to - from + 1 }, (_, k) => from + k);
    if (place >= 0 && place < from) out.unshift(place);
    else if (place > to && place < count) out.push(place);
    return out;
  };
