/** The grid of signs: one tab stop, arrow keys inside (WAI-ARIA grid pattern). */
import type { ChildLine, PairStateRow } from '@sapling/contract';
import { memo, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { Sign, SIGN_WORDS } from '../ui/signs.js';
import { graphemeShown } from '../ui/word-marks.js';

interface Props {
  rows: readonly ChildLine[];
  pairs: readonly string[];
  chosen: ReadonlySet<string>;
  choose?: ((ids: readonly string[], on: boolean) => void) | undefined;
  onCell: (child: ChildLine, gpc: string) => void;
}

export function Grid({ rows, pairs, chosen, choose, onCell }: Props) {
  const table = useRef<HTMLTableElement>(null);
  const [at, setAt] = useState<[row: number, column: number]>([0, 0]);
  const states = useMemo(() => rows.map((child) => new Map(child.line.map((c) => [c.gpc, c]))), [rows]);
  const needs = useMemo(
    () =>
      pairs.map((gpc) => {
        const ids = rows.filter((_, k) => {
          const state = states[k]!.get(gpc)?.state;
          return state === 'gap' || state === 'wobbly';
        });
        return { gaps: rows.filter((_, k) => states[k]!.get(gpc)?.state === 'gap').length, ids: ids.map((c) => c.id) };
      }),
    [pairs, rows, states],
  );
  const most = Math.max(1, ...needs.map((n) => n.gaps));
  const onKey = (event: KeyboardEvent): void => {
    const steps: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      Home: [0, -pairs.length],
      End: [0, pairs.length],
      PageUp: [-10, 0],
      PageDown: [10, 0],
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    const row = Math.min(rows.length - 1, Math.max(0, at[0] + step[0]));
    const column = Math.min(pairs.length - 1, Math.max(0, at[1] + step[1]));
    setAt([row, column]);
    table.current?.querySelector<HTMLElement>(`[data-at="${row},${column}"]`)?.focus();
  };
  return (
    <div className="sheet max-h-[calc(100dvh-15rem)] min-h-72 overflow-auto">
      <table
        ref={table}
        role="grid"
        aria-label="Children and taught pairs"
        aria-rowcount={rows.length + 1}
        className="border-separate border-spacing-0"
        onKeyDown={onKey}
      >
        <thead>
          <tr>
            <th className="sticky top-0 left-0 z-20 border-r border-b border-rule bg-sheet px-3 text-left align-bottom text-sm font-semibold text-ink-2">
              <span className="block w-40 pb-1">{rows.length} children</span>
            </th>
            {pairs.map((gpc, k) => {
              const all = needs[k]!.ids.length > 0 && needs[k]!.ids.every((id) => chosen.has(id));
              return (
                <th key={gpc} scope="col" className="sticky top-0 z-10 border-b border-rule bg-sheet p-0 align-bottom font-normal">
                  <button
                    className="flex w-[1.6rem] flex-col items-center justify-end gap-0.5 pt-2 pb-1 hover:bg-leaf-wash disabled:hover:bg-transparent"
                    disabled={!choose || needs[k]!.ids.length === 0}
                    tabIndex={-1}
                    onClick={() => choose?.(needs[k]!.ids, !all)}
                    aria-label={`${graphemeShown(gpc)}, sound ${gpc.split(':')[1]}: ${needs[k]!.gaps} gaps. Choose the ${needs[k]!.ids.length} who need it`}
                  >
                    <span aria-hidden className="w-2.5 bg-gap" style={{ height: `${Math.round((needs[k]!.gaps / most) * 26)}px` }} />
                    <span className="font-child text-[0.95rem] leading-tight">{graphemeShown(gpc)}</span>
                    <span className="text-[0.7rem] leading-none text-ink-2">{gpc.split(':')[1]}</span>
                  </button>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {rows.map((child, row) => (
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
              {pairs.map((gpc, column) => (
                <Cell
                  key={gpc}
                  state={states[row]!.get(gpc)}
                  gpc={gpc}
                  name={child.givenName}
                  at={`${row},${column}`}
                  stop={at[0] === row && at[1] === column}
                  onPress={() => {
                    setAt([row, column]);
                    onCell(child, gpc);
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
  state: PairStateRow | undefined;
  gpc: string;
  name: string;
  at: string;
  stop: boolean;
  onPress: () => void;
}
const Cell = memo(
  function Cell({ state, gpc, name, at, stop, onPress }: CellProps) {
    const shown = state?.state ?? 'not taught';
    return (
      <td role="gridcell" className="border-b border-rule-2 p-0">
        <button
          data-at={at}
          tabIndex={stop ? 0 : -1}
          aria-disabled={!state}
          onClick={() => state && onPress()}
          className={`grid h-8 w-[1.6rem] place-items-center hover:outline-2 hover:-outline-offset-2 hover:outline-ink ${shown === 'gap' ? 'bg-gap-wash' : ''}`}
          aria-label={`${name}, ${graphemeShown(gpc)} ${gpc.split(':')[1]}: ${SIGN_WORDS[shown]}${state && state.basedOn > 0 ? `, from ${state.basedOn}` : ''}`}
        >
          <Sign state={shown} label={false} />
        </button>
      </td>
    );
  },
  (a, b) => a.state === b.state && a.stop === b.stop && a.at === b.at && a.name === b.name,
);
