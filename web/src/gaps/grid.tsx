/**
 * The grid of signs: one tab stop, arrow keys inside (WAI-ARIA grid pattern), children and columns chosen by key or press.
 * Only what is in view is drawn, and the place where the keys are.
 */
import { type ChildLine, fullName } from '@sapling/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef, useState, type KeyboardEvent, type SyntheticEvent } from 'react';
import { flushSync } from 'react-dom';
import { Link } from 'react-router';
import { rootLetter, withPlace } from '../ui/in-view.js';
import { Sign, SIGN_WORDS, signOf, SignRow, type SignState } from '../ui/signs.js';
import { needs, statesOf, type Column, type ColumnState } from './columns.js';
import { withModifier } from '../ui/with-modifier.js';

interface Props {
  rows: readonly ChildLine[];
  columns: readonly Column[];
  chosen: ReadonlySet<string>;
  /** Columns that were chosen, with everyone who needs them. */
  picked: ReadonlySet<string>;
  choose?: ((ids: readonly string[], on: boolean) => void) | undefined;
  pick?: ((column: Column, needing: readonly string[], on: boolean) => void) | undefined;
  onCell: (child: ChildLine, column: Column) => void;
}

/** With at most so many cells each is an element, as a class has; with more the signs of a row are one drawing, and only rows in view are drawn. */
const ALL_CELLS = 6000;
/** Where the strands end and the pairs begin. */
const isEdge = (columns: readonly Column[], k: number): boolean => columns[k]!.strand !== undefined && columns[k + 1]?.strand === undefined;

export function Grid({ rows, columns, chosen, picked, choose, pick, onCell }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<[row: number, column: number]>([0, 0]);
  /** Where the pointer is, if signs are painted. */
  const [under, setUnder] = useState<[row: number, column: number] | null>(null);
  const states = useMemo(() => rows.map(statesOf), [rows]);
  const wanted = useMemo(
    () =>
      columns.map(({ key }) => ({
        gaps: states.filter((s) => s.get(key)?.state === 'gap').length,
        ids: rows.flatMap((child, k) => (needs(states[k]!.get(key)) ? [child.id] : [])),
      })),
    [columns, rows, states],
  );
  const most = useMemo(() => Math.max(1, ...wanted.map((n) => n.gaps)), [wanted]);
  const [row, column] = [Math.min(at[0], rows.length - 1), Math.min(at[1], columns.length - 1)];
  const small = rows.length * columns.length <= ALL_CELLS;
  // asked once: asking has the page laid out
  const [rem] = useState(rootLetter);
  // what it gives changes under the same name, so nothing that rests on it is memoised
  // eslint-disable-next-line react-hooks/incompatible-library
  const rowsDrawn = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 2 * rem + 1,
    overscan: small ? rows.length : 4,
    rangeExtractor: withPlace(row),
  });
  const go = (to: [number, number]): void => {
    // drawn first, so that it is there to stand on
    flushSync(() => setAt(to));
    scroller.current?.querySelector<HTMLElement>(`[data-at="${to[0]},${to[1]}"]`)?.focus();
  };
  const open = ([r, k]: [number, number]): void => {
    const of = columns[k]!;
    if (of.strand || states[r]!.has(of.key)) onCell(rows[r]!, of);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (!(event.target as HTMLElement).dataset.at || withModifier(event)) return;
    const steps: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      Home: [0, -columns.length],
      End: [0, columns.length],
      PageUp: [-10, 0],
      PageDown: [10, 0],
    };
    const step = steps[event.key];
    if (step) go([Math.min(rows.length - 1, Math.max(0, row + step[0])), Math.min(columns.length - 1, Math.max(0, column + step[1]))]);
    else if (event.key === 'Enter') open([row, column]);
    else if (event.key === ' ' && choose) choose([rows[row]!.id], !chosen.has(rows[row]!.id));
    else if (event.key.toLowerCase() === 'p' && pick) pick(columns[column]!, wanted[column]!.ids, !picked.has(columns[column]!.key));
    else return;
    event.preventDefault();
  };
  /** The place of the cell that something happened in; where signs are painted, the one at the pointer. */
  const placeOf = (event: SyntheticEvent): [number, number] | null => {
    const target = event.target as HTMLElement;
    const of = target.closest<HTMLElement>('[data-at]')?.dataset.at;
    if (of) return of.split(',').map(Number) as [number, number];
    const signs = target.closest<HTMLElement>('[data-row]');
    if (!signs || !('clientX' in event.nativeEvent)) return null;
    const x = (event.nativeEvent as PointerEvent).clientX - signs.getBoundingClientRect().left;
    return [Number(signs.dataset.row), Math.min(columns.length - 1, Math.max(0, Math.floor(x / (1.6 * rem))))];
  };
  const onPointer = (event: SyntheticEvent): void => {
    const place = placeOf(event);
    if (place?.[0] !== under?.[0] || place?.[1] !== under?.[1]) setUnder(place);
  };
  const onFocus = (event: SyntheticEvent): void => {
    const place = placeOf(event);
    if (place && (place[0] !== row || place[1] !== column)) setAt(place);
  };
  const onPress = (event: SyntheticEvent): void => {
    const place = placeOf(event);
    if (!place) return;
    setAt(place);
    open(place);
  };
  return (
    <div ref={scroller} className="sheet max-h-[calc(100dvh-16rem)] min-h-72 scroll-pt-28 scroll-pl-52 overflow-auto">
      <div
        role="grid"
        aria-label="Children against skills and taught pairs"
        aria-rowcount={rows.length + 1}
        aria-colcount={columns.length + 1}
        style={{ width: `${11.5 + columns.length * 1.6}rem` }}
        onKeyDown={onKey}
        onFocus={onFocus}
        onClick={onPress}
        onPointerMove={small ? undefined : onPointer}
        onPointerLeave={() => setUnder(null)}
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-20 flex border-b border-rule bg-sheet">
          <div
            role="columnheader"
            className="sticky left-0 z-10 flex w-46 shrink-0 items-end border-r border-rule bg-sheet px-3 pb-1 text-sm font-semibold text-ink-2"
          >
            {rows.length} children
          </div>
          {columns.map((c, k) => (
            <Heading
              key={c.key}
              column={c}
              index={k}
              edge={isEdge(columns, k)}
              gaps={wanted[k]!.gaps}
              bar={Math.round((wanted[k]!.gaps / most) * 26)}
              picked={picked.has(c.key)}
              needingIds={wanted[k]!.ids}
              onPick={pick}
            />
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: rowsDrawn.getTotalSize() }}>
          {rowsDrawn.getVirtualItems().map(({ index: r, start }) => (
            <GridRow
              key={rows[r]!.id}
              top={start}
              index={r}
              child={rows[r]!}
              states={states[r]!}
              columns={columns}
              painted={small ? null : rem}
              stop={row === r ? column : null}
              under={under?.[0] === r ? under[1] : null}
              chosen={chosen.has(rows[r]!.id)}
              choose={choose}
            />
          ))}
        </div>
      </div>
    </div>
  );
}

interface HeadingProps {
  column: Column;
  index: number;
  edge: boolean;
  gaps: number;
  needingIds: readonly string[];
  /** Pixels. */
  bar: number;
  picked: boolean;
  onPick: Props['pick'];
}
const Heading = memo(function Heading({ column, index, edge, gaps, needingIds, bar, picked, onPick }: HeadingProps) {
  const needing = needingIds.length;
  return (
    <div
      role="columnheader"
      aria-colindex={index + 2}
      className={`flex w-[1.6rem] shrink-0 items-end ${picked ? 'bg-leaf-wash' : ''} ${edge ? 'border-r border-r-ink-2' : ''}`}
    >
      <button
        className="flex w-full flex-col items-center justify-end gap-0.5 pt-2 pb-1 hover:bg-leaf-wash disabled:hover:bg-transparent"
        disabled={!onPick || needing === 0}
        tabIndex={-1}
        aria-pressed={picked}
        onClick={() => onPick?.(column, needingIds, !picked)}
        aria-label={`${column.name}: ${gaps} gaps. Choose the ${needing} who need it`}
      >
        <span aria-hidden className="flex h-[26px] items-end">
          <span className="w-2.5 bg-gap" style={{ height: `${bar}px` }} />
        </span>
        {column.strand ? (
          <span
            className="text-[0.82rem] leading-tight [writing-mode:sideways-lr]"
            style={{ writingMode: 'vertical-rl', transform: 'rotate(180deg)' }}
          >
            {column.head}
          </span>
        ) : (
          <>
            <span className="font-child text-[0.95rem] leading-tight">{column.head}</span>
            <span className="text-[0.7rem] leading-none text-ink-2">{column.below}</span>
          </>
        )}
      </button>
    </div>
  );
});

interface RowProps {
  /** Pixels from the first row's top. */
  top: number;
  index: number;
  child: ChildLine;
  states: ReadonlyMap<string, ColumnState>;
  columns: readonly Column[];
  /** Pixels of the root's letters where the signs are one drawing; null where each cell is an element. */
  painted: number | null;
  /** The column where the keys are, if they are in this row. */
  stop: number | null;
  /** The column under the pointer, likewise. */
  under: number | null;
  chosen: boolean;
  choose: Props['choose'];
}
const GridRow = memo(function GridRow({ top, index, child, states, columns, painted, stop, under, chosen, choose }: RowProps) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      style={{ top }}
      className="group absolute flex h-[calc(2rem+1px)] w-full [contain:layout_style]"
    >
      <div
        role="rowheader"
        className={`sticky left-0 z-10 w-46 shrink-0 border-r border-rule px-3 ${chosen ? 'bg-leaf-wash' : 'bg-sheet'} group-hover:bg-paper`}
      >
        <span className="flex w-40 items-center gap-2 py-1">
          {choose && (
            <input
              type="checkbox"
              className="size-4 shrink-0"
              checked={chosen}
              onChange={(event) => choose([child.id], event.target.checked)}
              aria-label={`Choose ${child.givenName} ${child.familyName}`}
            />
          )}
          <Link to={`/children/${child.id}`} className="truncate underline-offset-4 hover:underline" title={fullName(child)}>
            {child.givenName} {child.familyName}
          </Link>
        </span>
      </div>
      <div role="none" data-row={index} className={`relative flex grow ${painted === null ? '' : 'cursor-pointer'}`}>
        {painted !== null && <Painted states={states} columns={columns} rem={painted} />}
        {columns.map((c, k) =>
          painted === null || k === stop || k === under ? (
            <GridCell
              key={c.key}
              state={states.get(c.key)}
              column={c}
              edge={isEdge(columns, k)}
              name={child.givenName}
              at={`${index},${k}`}
              stop={stop === k}
              left={painted === null ? undefined : k * 1.6 * painted}
            />
          ) : null,
        )}
      </div>
    </div>
  );
});

interface CellProps {
  state: ColumnState | undefined;
  column: Column;
  edge: boolean;
  name: string;
  at: string;
  stop: boolean;
  /** Pixels from the first column, where its sign is painted already. */
  left: number | undefined;
}
const shownOf = (state: ColumnState | undefined, column: Column): SignState =>
  state ? signOf(state) : column.strand ? 'unchecked' : 'not taught';
const GridCell = memo(function GridCell({ state, column, edge, name, at, stop, left }: CellProps) {
  const shown = shownOf(state, column);
  return (
    <div
      role="gridcell"
      data-at={at}
      tabIndex={stop ? 0 : -1}
      aria-colindex={Number(at.split(',')[1]) + 2}
      aria-disabled={!state && !column.strand}
      aria-label={`${name}, ${column.strand ? column.name : `${column.head} ${column.below}`}: ${SIGN_WORDS[shown]}${state && state.basedOn > 0 ? `, from ${state.basedOn}` : ''}`}
      className={`grid-cell ${left === undefined ? `${shown === 'gap' ? 'bg-gap-wash' : ''} ${edge ? 'border-r border-r-ink-2' : ''}` : 'absolute'}`}
      style={{ left }}
    >
      {left === undefined && <Sign state={shown} label={false} />}
    </div>
  );
});

/** The signs of a row as one drawing, and the wash behind the gaps. */
const Painted = memo(function Painted({
  states,
  columns,
  rem,
}: {
  states: ReadonlyMap<string, ColumnState>;
  columns: readonly Column[];
  rem: number;
}) {
  const [wide, high] = [1.6 * rem, 2 * rem + 1];
  const signs = columns.map((c) => shownOf(states.get(c.key), c));
  const edge = columns.findIndex((_, k) => isEdge(columns, k));
  return (
    <svg
      aria-hidden
      width={columns.length * wide}
      height={high}
      strokeLinecap="round"
      strokeLinejoin="round"
      className="pointer-events-none absolute border-b border-rule-2"
    >
      <path
        d={signs.map((sign, k) => (sign === 'gap' ? `M${k * wide} 0h${wide}v${high}h${-wide}Z` : '')).join('')}
        fill="var(--color-gap-wash)"
      />
      {edge >= 0 && <path d={`M${(edge + 1) * wide - 0.5} 0v${high}`} stroke="var(--color-ink-2)" />}
      <SignRow signs={signs} at={(k) => (k + 0.5) * wide - 7} top={high / 2 - 7} />
    </svg>
  );
});
