/** What the picture of a child's readings shows, as it is told to the chart: the same figures as the table below it. */
import type { ReadingSummary } from '@sapling/contract';
import { describe, expect, it } from 'vitest';
import { readingsChartOptions } from '../src/reading/readings-chart-options.js';
import { seriesOf, trendOf } from '../src/reading/series.js';

const DAY = 86_400_000;
const FIRST = Date.parse('2026-09-07T09:00:00Z');
const at = (day: number): string => new Date(FIRST + day * DAY).toISOString();
const reading = (day: number, wcpm: number | null, accuracy: number | null, nth = 1): ReadingSummary =>
  ({ id: `r${day}`, title: `Text ${day}`, at: at(day), done: true, nth, score: { wcpm, accuracy } }) as unknown as ReadingSummary;
const rules = { timing: 'accurate readings' as const, withHelp: 0.9 };
/** Every series of the picture by its name. */
function drawn(readings: readonly ReadingSummary[], aim: { on: string; value: number } | null) {
  const series = seriesOf(readings, [], 'first', rules);
  const options = readingsChartOptions({ series, found: trendOf(series, aim), aim, alone: 0.95 }, true);
  const list = options.series as { name: string; data: unknown[] }[];
  return { options, of: (name: string) => list.find((s) => s.name === name)?.data };
}
const values = (data: unknown[] | undefined): number[] => (data as { value: [number, number] }[]).map((d) => d.value[1]);
const rising = [0, 7, 14, 21, 28, 35].map((day, k) => reading(day, 40 + 3 * k, 0.97));

describe('the picture of readings', () => {
  it('sets a first reading apart from a text read again, and shows no speed that was not accurate enough', () => {
    const { of } = drawn([reading(0, 40, 0.97), reading(7, 55, 0.99, 2), reading(14, 80, 0.6)], null);
    expect(values(of('first reading, a minute'))).toEqual([40]);
    expect(values(of('read again'))).toEqual([55]);
    expect(values(of('read right, %'))).toEqual([97, 99, 60]);
    expect((of('read again') as { name: string }[])[0]!.name).toContain('reading 2');
  });

  it('draws no trend from too few readings, and with enough of them a line through what they show', () => {
    expect(drawn(rising.slice(0, 3), null).of('trend')).toBeUndefined();
    const [from, to] = drawn(rising, null).of('trend') as [number, number][];
    expect(from![0]).toBe(Date.parse(at(0)));
    expect(to![0]).toBe(Date.parse(at(35)));
    expect(from![1]).toBeCloseTo(40, 0);
    expect(to![1]).toBeCloseTo(55, 0);
  });

  it('draws an aim up from where the child began, one below that level, and ends the time at its day', () => {
    const up = drawn(rising, { on: at(100), value: 70 });
    const [start, end] = up.of('aim') as [number, number][];
    expect(end).toEqual([Date.parse(at(100)), 70]);
    expect(start![1]).toBeLessThan(70);
    expect(up.options.xAxis.map((axis) => (axis as { max?: number }).max)).toEqual([Date.parse(at(100)), Date.parse(at(100))]);
    const [low, level] = drawn(rising, { on: at(100), value: 20 }).of('aim') as [number, number][];
    expect([low![1], level![1]]).toEqual([20, 20]);
    expect(drawn(rising, null).of('aim')).toBeUndefined();
  });

  it('holds the share right against that for reading alone over all the time shown; without readings it draws nothing', () => {
    const line = drawn(rising, { on: at(100), value: 70 }).of('right for reading alone') as [number, number][];
    expect(line).toEqual([
      [Date.parse(at(0)), 95],
      [Date.parse(at(100)), 95],
    ]);
    const empty = drawn([], null);
    expect(empty.of('right for reading alone')).toEqual([]);
    expect(empty.of('first reading, a minute')).toEqual([]);
    expect(empty.options.animation).toBe(false);
  });
});
