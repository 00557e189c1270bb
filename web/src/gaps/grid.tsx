/** The grid of signs: one tab stop, arrow keys inside (WAI-ARIA grid pattern), children and columns chosen by key or press. */
import type { ChildLine } from '@sapling/contract';
import { memo, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { Sign, SIGN_WORDS, signOf } from '../ui/signs.js';
import { needs, statesOf, type Column, type ColumnState } from './columns.js';

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

export function Grid({ rows, columns, chosen, picked, choose, pick, onCell }: Props) {
  const table = useRef<HTMLTableElement>(null);
  const [at, setAt] = useState<[row: number, column: number]>([0, 0]);
  const states = useMemo(() => rows.map(statesOf), [rows]);
  const wanted = useMemo(
    () =>
      columns.map(({ key }) => ({
        gaps: states.filter((s) => s.get(key)?.state === 'gap').length,
        ids: rows.flatMap((child, k) => (needs(states[k]!.get(key)) ? [child.id] : [])),
      })),
    [columns, rows, states],
  );
  const most = Math.max(1, ...wanted.map((n) => n.gaps));
  const [row, column] = [Math.min(at[0], rows.length - 1), Math.min(at[1], columns.length - 1)];
  const go = (to: [number, number]): void => {
    setAt(to);
    table.current?.querySelector<HTMLElement>(`[data-at="${to[0]},${to[1]}"]`)?.focus();
  };
  const onKey = (event: KeyboardEvent): void => {
    if (!(event.target as HTMLElement).dataset.at || event.ctrlKey || event.metaKey || event.altKey) return;
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
    else if (event.key === ' ' && choose) choose([rows[row]!.id], !chosen.has(rows[row]!.id));
    else if (event.key.toLowerCase() === 'p' && pick) pick(columns[column]!, wanted[column]!.ids, !picked.has(columns[column]!.key));
    else return;
    event.preventDefault();
  };
  return (
    <div className="sheet max-h-[calc(100dvh-16rem)] min-h-72 overflow-auto">
      <table
        ref={table}
        role="grid"
        aria-label="Children against skills and taught pairs"
        aria-rowcount={rows.length + 1}
        className="border-separate border-spacing-0"
        onKeyDown={onKey}
      >
        <thead>
          <tr>
            <th className="sticky top-0 left-0 z-20 border-r border-b border-rule bg-sheet px-3 text-left align-bottom text-sm font-semibold text-ink-2">
              <span className="block w-40 pb-1">{rows.length} children</span>
            </th>
            {columns.map((c, k) => (
              <th
                key={c.key}
                scope="col"
                className={`sticky top-0 z-10 border-b border-rule p-0 align-bottom font-normal ${picked.has(c.key) ? 'bg-leaf-wash' : 'bg-sheet'} ${c.strand && !columns[k + 1]?.strand ? 'border-r border-r-ink-2' : ''}`}
              >
                <button
                  className="flex w-[1.6rem] flex-col items-center justify-end gap-0.5 pt-2 pb-1 hover:bg-leaf-wash disabled:hover:bg-transparent"
                  disabled={!pick || wanted[k]!.ids.length === 0}
                  tabIndex={-1}
                  aria-pressed={picked.has(c.key)}
                  onClick={() => pick?.(c, wanted[k]!.ids, !picked.has(c.key))}
                  aria-label={`${c.name}: ${wanted[k]!.gaps} gaps. Choose the ${wanted[k]!.ids.length} who need it`}
                >
                  <span aria-hidden className="flex h-[26px] items-end">
                    <span className="w-2.5 bg-gap" style={{ height: `${Math.round((wanted[k]!.gaps / most) * 26)}px` }} />
                  </span>
                  {c.strand ? (
                    <span
                      className="text-[0.82rem] leading-tight [writing-mode:sideways-lr]"
                      style={{ writingMode: 'vertical-rl', transform: 'rotate(180deg)' }}
                    >
                      {c.head}
                    </span>
                  ) : (
                    <>
                      <span className="font-child text-[0.95rem] leading-tight">{c.head}</span>
                      <span className="text-[0.7rem] leading-none text-ink-2">{c.below}</span>
                    </>
                  )}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((child, r) => (
            <tr key={child.id} className="group">
              <th
                scope="row"
                className={`sticky left-0 z-10 border-r border-rule px-3 text-left font-normal ${chosen.has(child.id) ? 'bg-leaf-wash' : 'bg-sheet'} group-hover:bg-paper`}
              >
                <span className="flex w-40 items-center gap-2 py-1">
                  {choose && (
                    <input
                      type="checkbox"
                      className="size-4 shrink-0"
                      checked={chosen.has(child.id)}
                      onChange={(event) => choose([child.id], event.target.checked)}
                      aria-label={`Choose ${child.givenName} ${child.familyName}`}
                    />
                  )}
                  <Link
                    to={`/children/${child.id}`}
                    className="truncate underline-offset-4 hover:underline"
                    title={`${child.givenName} ${child.familyName}`}
                  >
                    {child.givenName} {child.familyName}
                  </Link>
                </span>
              </th>
              {columns.map((c, k) => (
                <GridCell
                  key={c.key}
                  state={states[r]!.get(c.key)}
                  column={c}
                  edge={c.strand !== undefined && columns[k + 1]?.strand === undefined}
                  name={child.givenName}
                  at={`${r},${k}`}
                  stop={row === r && column === k}
                  onFocus={() => setAt([r, k])}
                  onPress={() => {
                    setAt([r, k]);
                    onCell(child, c);
                  }}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface CellProps {
  state: ColumnState | undefined;
  column: Column;
  edge: boolean;
  name: string;
  at: string;
  stop: boolean;
  onFocus: () => void;
  onPress: () => void;
}
const GridCell = memo(
  function GridCell({ state, column, edge, name, at, stop, onFocus, onPress }: CellProps) {
    const shown = state ? signOf(state) : column.strand ? 'unchecked' : 'not taught';
    return (
      <td role="gridcell" className={`border-b border-rule-2 p-0 ${edge ? 'border-r border-r-ink-2' : ''}`}>
        <button
          data-at={at}
          tabIndex={stop ? 0 : -1}
          onFocus={onFocus}
          aria-disabled={!state && !column.strand}
          onClick={() => (state || column.strand) && onPress()}
          className={`grid h-8 w-[1.6rem] place-items-center hover:outline-2 hover:-outline-offset-2 hover:outline-ink ${shown === 'gap' ? 'bg-gap-wash' : ''}`}
          aria-label={`${name}, ${column.strand ?? `${column.head} ${column.below}`}: ${SIGN_WORDS[shown]}${state && state.basedOn > 0 ? `, from ${state.basedOn}` : ''}`}
        >
          <Sign state={shown} label={false} />
        </button>
      </td>
    );
  },
  (a, b) => a.state === b.state && a.stop === b.stop && a.at === b.at && a.name === b.name && a.column === b.column && a.edge === b.edge,
);
