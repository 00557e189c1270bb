/**
 * Putting a table of children against gaps in an order that brings like children and like gaps together.
 * Rows and columns are each a path through all of them in which neighbours are as alike as can be: the
 * shortest Hamiltonian path, by nearest neighbour from every start and then 2-opt and or-opt moves until
 * none helps (Lin 1965; Or 1976). The measure is the length of that path (Hahsler, Hornik and Buchta,
 * "Getting things in order", Journal of Statistical Software 25, 2008); the measure of effectiveness of
 * McCormick, Schweitzer and White (1972) is given beside it, since nothing here optimises it directly.
 */
import { CoreError } from '../errors.js';

/** A cell between 0 (a gap) and 1 (known); null where it was not taught or never looked at. */
export type Cell = number | null;
export interface Seriation {
  /** Indexes of rows and columns in their new order. */
  rows: number[];
  columns: number[];
  before: OrderMeasure;
  after: OrderMeasure;
}
export interface OrderMeasure {
  /** Sum of the differences of neighbouring rows and of neighbouring columns: less is better. */
  pathLength: number;
  /** Sum of the products of neighbouring cells, gaps counting 1: more is better. */
  effectiveness: number;
}

const STARTS = 12;
const ROUNDS = 60;

/**
 * The order of rows and columns. The same table gives the same order; two orders that are each other's
 * mirror are the same, and the one that keeps more of the given order is taken.
 * @throws CoreError `bad-input` where the rows are not of one length, or a cell is no share.
 * @example seriate([[0, 1], [1, 0], [0, 1]]).rows // [0, 2, 1]
 */
export function seriate(table: readonly (readonly Cell[])[]): Seriation {
  const width = table[0]?.length ?? 0;
  table.forEach((row, k) => {
    if (row.length !== width) throw new CoreError('bad-input', `table.${k}`, 'All rows must be of one length.');
    if (row.some((cell) => cell !== null && !(cell >= 0 && cell <= 1)))
      throw new CoreError('bad-input', `table.${k}`, 'A cell is a share from 0 to 1, or nothing.');
  });
  const columns = Array.from({ length: width }, (_, k) => table.map((row) => row[k]!));
  const plain = { rows: table.map((_, k) => k), columns: columns.map((_, k) => k) };
  const order = { rows: shortestPath(distances(table)), columns: shortestPath(distances(columns)) };
  return { ...order, before: orderMeasures(table, plain.rows, plain.columns), after: orderMeasures(table, order.rows, order.columns) };
}

/** How alike neighbours are in an order of rows and columns. */
export function orderMeasures(table: readonly (readonly Cell[])[], rows: readonly number[], columns: readonly number[]): OrderMeasure {
  const turned = columns.map((c) => rows.map((r) => table[r]![c]!));
  const ordered = rows.map((r) => columns.map((c) => table[r]![c]!));
  const along = (list: readonly (readonly Cell[])[]): number => list.slice(1).reduce((sum, row, k) => sum + difference(list[k]!, row), 0);
  const gap = (cell: Cell | undefined): number => (cell === null || cell === undefined ? 0 : 1 - cell);
  let effectiveness = 0;
  ordered.forEach((row, r) =>
    row.forEach((cell, c) => {
      effectiveness += gap(cell) * (gap(row[c + 1]) + gap(ordered[r + 1]?.[c]));
    }),
  );
  return { pathLength: along(ordered) + along(turned), effectiveness };
}

/** Sum of differences where both were looked at, scaled up to the whole row; half a step where nothing is shared. */
function difference(a: readonly Cell[], b: readonly Cell[]): number {
  let sum = 0;
  let shared = 0;
  for (let k = 0; k < a.length; k += 1) {
    const [x, y] = [a[k]!, b[k]!];
    if (x === null || y === null) continue;
    sum += Math.abs(x - y);
    shared += 1;
  }
  return shared === 0 ? a.length / 2 : (sum / shared) * a.length;
}

function distances(rows: readonly (readonly Cell[])[]): Float64Array[] {
  const out = rows.map(() => new Float64Array(rows.length));
  for (let i = 0; i < rows.length; i += 1)
    for (let j = i + 1; j < rows.length; j += 1) out[i]![j] = out[j]![i] = difference(rows[i]!, rows[j]!);
  return out;
}

function shortestPath(d: readonly Float64Array[]): number[] {
  const n = d.length;
  if (n < 3) return Array.from({ length: n }, (_, k) => k);
  const length = (path: readonly number[]): number => path.slice(1).reduce((sum, to, k) => sum + d[path[k]!]![to]!, 0);
  let best = improve(
    Array.from({ length: n }, (_, k) => k),
    d,
  );
  let shortest = length(best);
  const step = Math.max(1, Math.floor(n / STARTS));
  for (let start = 0; start < n; start += step) {
    const path = improve(nearest(start, d), d);
    const own = length(path);
    if (own < shortest - 1e-9) {
      best = path;
      shortest = own;
    }
  }
  // of an order and its mirror, the one nearer to what was given
  const agrees = best.reduce((sum, at, k) => sum + Math.sign((at - (n - 1) / 2) * (k - (n - 1) / 2)), 0);
  return agrees < 0 ? best.reverse() : best;
}

function nearest(start: number, d: readonly Float64Array[]): number[] {
  const left = new Set(d.map((_, k) => k));
  const path = [start];
  left.delete(start);
  while (left.size > 0) {
    const from = path.at(-1)!;
    let next = -1;
    for (const k of left) if (next < 0 || d[from]![k]! < d[from]![next]!) next = k;
    path.push(next);
    left.delete(next);
  }
  return path;
}

/** Turns stretches round and moves short ones elsewhere, as long as that shortens the path. */
function improve(path: number[], d: readonly Float64Array[]): number[] {
  const n = path.length;
  // beyond either end there is nothing, at no distance
  const gapOf = (a: number, b: number): number => (a < 0 || a >= n || b < 0 || b >= n ? 0 : d[path[a]!]![path[b]!]!);
  for (let round = 0; round < ROUNDS; round += 1) {
    let moved = false;
    for (let i = 0; i < n - 1; i += 1)
      for (let j = i + 1; j < n; j += 1) {
        const before = gapOf(i - 1, i) + gapOf(j, j + 1);
        const after = gapOf(i - 1, j) + gapOf(i, j + 1);
        if (after < before - 1e-9) {
          for (let a = i, b = j; a < b; a += 1, b -= 1) [path[a], path[b]] = [path[b]!, path[a]!];
          moved = true;
        }
      }
    for (let size = 1; size <= 3; size += 1)
      for (let i = 0; i + size <= n; i += 1) {
        const taken = gapOf(i - 1, i) + gapOf(i + size - 1, i + size) - gapOf(i - 1, i + size);
        let best = { gain: 1e-9, to: -1, turned: false };
        for (let to = -1; to < n; to += 1) {
          // between `to` and `to + 1`, outside the stretch itself
          if (to >= i - 1 && to < i + size) continue;
          for (const turned of [false, true]) {
            const [head, tail] = turned ? [i + size - 1, i] : [i, i + size - 1];
            const gain = taken - (gapOf(to, head) + gapOf(tail, to + 1) - gapOf(to, to + 1));
            if (gain > best.gain) best = { gain, to, turned };
          }
        }
        if (best.to < -1 || best.gain <= 1e-9) continue;
        const stretch = path.splice(i, size);
        if (best.turned) stretch.reverse();
        path.splice(best.to >= i + size ? best.to - size + 1 : best.to + 1, 0, ...stretch);
        moved = true;
      }
    if (!moved) break;
  }
  return path;
}
