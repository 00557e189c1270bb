/** The table of gaps: which children and which columns, in which order. */
import { fullName, type ChildLine } from '@sapling/contract';
import { useMemo } from 'react';
import { taughtToAny, type Orders } from '../api/orders.js';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { cellsOf, needs, pairColumn, statesOf, strandColumn, strandsSeen } from './columns.js';

export type Order = 'taught' | 'alike';
interface Given {
  readonly children: readonly ChildLine[] | undefined;
  readonly orders: Orders | undefined;
  /** A class, or null for all. */
  readonly classId: string | null;
  /** Whether only what somebody needs is shown. */
  readonly only: boolean;
  readonly order: Order;
  /** A name, a grapheme or a skill. */
  readonly find: string;
}

export function useTable({ children, orders, classId, only, order, find }: Given) {
  const ofClass = useMemo(() => (children ?? []).filter((c) => !classId || c.classId === classId), [children, classId]);
  const columns = useMemo(() => {
    if (!orders) return [];
    const all = [...strandsSeen(ofClass).map(strandColumn), ...taughtToAny(ofClass, orders).map(pairColumn)];
    const states = only ? ofClass.map(statesOf) : [];
    return only ? all.filter((c) => states.some((s) => needs(s.get(c.key)))) : all;
  }, [orders, ofClass, only]);
  const rows = useMemo(() => {
    const gaps = new Map(ofClass.map((c) => [c, c.line.filter((p) => p.state === 'gap').length]));
    const text = find.trim().toLowerCase();
    // words filter by name; a grapheme or a strand filters to those who need it
    const column = columns.find((c) => c.head.toLowerCase() === text || c.name === text);
    return ofClass
      .filter(
        (c) => text === '' || fullName(c).toLowerCase().includes(text) || (column !== undefined && needs(statesOf(c).get(column.key))),
      )
      .sort((a, b) => gaps.get(b)! - gaps.get(a)!);
  }, [ofClass, find, columns]);
  // strands stay in the order of the work; children and pairs are put like with like
  const pairs = useMemo(() => columns.filter((c) => c.gpc), [columns]);
  const table = useMemo(() => (order === 'alike' ? cellsOf(rows, pairs) : []), [order, rows, pairs]);
  const { value: alike, busy } = useCore(
    () => (order === 'alike' ? core().seriate(table) : Promise.resolve(null)),
    [order, table],
    say('children and pairs that are alike side by side'),
  );
  const fits = order === 'alike' && alike && alike.rows.length === rows.length && alike.columns.length === pairs.length;
  const shownRows = useMemo(() => (fits ? alike.rows.map((k) => rows[k]!) : rows), [fits, alike, rows]);
  const shownColumns = useMemo(
    () => (fits ? [...columns.filter((c) => c.strand), ...alike.columns.map((k) => pairs[k]!)] : columns),
    [fits, alike, columns, pairs],
  );
  const closer = fits && alike.before.pathLength > 0 ? Math.round((1 - alike.after.pathLength / alike.before.pathLength) * 100) : null;

  /** Lengths of the path along neighbours, before and after; null while like is put with like. */
  const paths = fits ? ([alike.before.pathLength, alike.after.pathLength] as const) : null;
  return { rows: shownRows, columns: shownColumns, busy, closer, paths };
}
