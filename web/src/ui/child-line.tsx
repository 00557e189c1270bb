/**
 * The child's line: every pair of the order as one thin strip in taught order, the same wherever a child
 * appears, so that children can be laid under one another and a shared gap is a column.
 */
import type { PairStateRow } from '@sapling/contract';
import { SIGN_WORDS, signOf, type SignState } from './signs.js';

const CELL = 7;
const HEIGHT = 18;

function drawing(state: SignState, x: number) {
  switch (state) {
    case 'slow':
      return <path d={`M${x + 3.5} 14v-4M${x + 1} 16.5h5`} fill="none" stroke="var(--color-leaf)" strokeWidth={1.4} />;
    case 'due':
      return <rect x={x + 2.2} y={12.5} width={2.6} height={4} fill="none" stroke="var(--color-ink-2)" strokeWidth={0.9} />;
    case 'secure':
      return <rect x={x + 2.75} y={13} width={1.5} height={4} fill="var(--color-leaf)" />;
    case 'wobbly':
      return <path d={`M${x + 0.9} 11.5l1.6-3 2 3 1.6-3`} fill="none" stroke="var(--color-wobbly)" strokeWidth={1.7} />;
    case 'gap':
      return <path d={`M${x + 1} 1h3.2v4l1.8 1v11h-5Z`} fill="var(--color-gap)" />;
    case 'unchecked':
      return <circle cx={x + 3.5} cy={14.5} r={1.5} fill="none" stroke="var(--color-ink-2)" strokeWidth={0.9} />;
  }
}

/** The same signs where there is little room: only height tells them apart, and every edge is sharp. */
function compact(state: SignState, x: number) {
  switch (state) {
    case 'slow':
    case 'due':
    case 'secure':
      return <rect x={x + 2} y={15} width={3} height={2} fill="var(--color-leaf)" />;
    case 'wobbly':
      return <rect x={x + 1} y={9} width={5} height={4} fill="var(--color-wobbly)" />;
    case 'gap':
      return <rect x={x + 0.5} y={1} width={6} height={16} fill="var(--color-gap)" />;
    case 'unchecked':
      return null;
    case 'not taught':
      return null;
  }
}

export function ChildLine({
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
  const count = (state: SignState): number => line.filter((c) => signOf(c) === state).length;
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
      {!small &&
        Array.from({ length: cells - line.length }, (_, k) => (
          <line
            key={k}
            x1={(line.length + k) * CELL + 2.5}
            x2={(line.length + k) * CELL + 4.5}
            y1={14.5}
            y2={14.5}
            stroke="var(--color-rule)"
          />
        ))}
      {line.map((cell, k) => (
        <g key={cell.gpc}>{small ? compact(signOf(cell), k * CELL) : drawing(signOf(cell), k * CELL)}</g>
      ))}
    </svg>
  );
}
