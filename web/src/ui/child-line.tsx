/**
 * The child's line: every pair of the order as one thin strip in taught order, the same wherever a child
 * appears, so that children can be laid under one another and a shared gap is a column.
 */
import type { PairStateRow } from '@sapling/contract';
import { memo } from 'react';
import { SIGN_WORDS, signOf, type SignState } from './signs.js';

const CELL = 7;
const HEIGHT = 18;

/** A sign of the line at a place: lines of a width, or filled where there is none. All of a state are drawn as one path. */
interface Mark {
  readonly at: (x: number) => string;
  readonly colour: string;
  readonly width?: number;
}
const box = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}Z`;
const ring = (x: number, y: number, r: number): string => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
const [LEAF, WOBBLY, GAP, INK, RULE] = ['leaf', 'wobbly', 'gap', 'ink-2', 'rule'].map((name) => `var(--color-${name})`) as [
  string,
  string,
  string,
  string,
  string,
];
const DRAWN: Record<SignState, Mark> = {
  slow: { at: (x) => `M${x + 3.5} 14v-4M${x + 1} 16.5h5`, colour: LEAF, width: 1.4 },
  due: { at: (x) => box(x + 2.2, 12.5, 2.6, 4), colour: INK, width: 0.9 },
  secure: { at: (x) => box(x + 2.75, 13, 1.5, 4), colour: LEAF },
  wobbly: { at: (x) => `M${x + 0.9} 11.5l1.6-3 2 3 1.6-3`, colour: WOBBLY, width: 1.7 },
  gap: { at: (x) => `M${x + 1} 1h3.2v4l1.8 1v11h-5Z`, colour: GAP },
  unchecked: { at: (x) => ring(x + 3.5, 14.5, 1.5), colour: INK, width: 0.9 },
  'not taught': { at: (x) => `M${x + 2.5} 14.5h2`, colour: RULE, width: 1 },
};
/** The same signs where there is little room: only height tells them apart, and every edge is sharp. */
const low = { at: (x: number) => box(x + 2, 15, 3, 2), colour: LEAF };
const SMALL: Partial<Record<SignState, Mark>> = {
  slow: low,
  due: low,
  secure: low,
  wobbly: { at: (x) => box(x + 1, 9, 5, 4), colour: WOBBLY },
  gap: { at: (x) => box(x + 0.5, 1, 6, 16), colour: GAP },
};

export const ChildLine = memo(function ChildLine({
  line,
  total,
  width,
  small = false,
}: {
  line: readonly PairStateRow[];
  total?: number | undefined;
  width?: number | string;
  small?: boolean;
}) {
  const cells = Math.max(total ?? line.length, line.length, 1);
  const signs: SignState[] = Array.from({ length: cells }, (_, k) => (line[k] ? signOf(line[k]) : 'not taught'));
  const count = (state: SignState): number => signs.filter((sign) => sign === state).length;
  const more = (['slow', 'due'] as const).flatMap((state) => (count(state) > 0 ? [`${count(state)} ${SIGN_WORDS[state]}`] : []));
  const label = `${[`${count('secure')} secure`, ...more].join(', ')}, ${count('wobbly')} wobbly, ${count('gap')} gaps, ${count('unchecked')} unchecked of ${line.length} taught`;
  return (
    <svg
      viewBox={`0 0 ${cells * CELL} ${HEIGHT}`}
      width={width ?? cells * CELL}
      height={HEIGHT}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      shapeRendering={small ? 'crispEdges' : undefined}
      className="block max-w-full"
    >
      <line x1={0} x2={cells * CELL} y1={17.5} y2={17.5} stroke="var(--color-rule)" />
      {Object.entries(small ? SMALL : DRAWN).map(([state, { at, colour, width }]) => {
        const d = signs.map((sign, k) => (sign === state ? at(k * CELL) : '')).join('');
        if (d === '') return null;
        return width === undefined ? (
          <path key={state} d={d} fill={colour} />
        ) : (
          <path key={state} d={d} fill="none" stroke={colour} strokeWidth={width} />
        );
      })}
    </svg>
  );
});
