/** Putting children and gaps in order: never worse than the plain order, finds hidden blocks, keeps every row and column. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { orderMeasures, seeded, seriate, shuffled, type Cell } from '../src/index.js';

const cell = fc.oneof(fc.constant(null), fc.constantFrom(0, 0.2, 0.5, 0.9, 1));
const table = fc
  .tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 1, max: 12 }))
  .chain(([rows, columns]) => fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: rows, maxLength: rows }));
const sorted = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);

describe('seriation', () => {
  it('keeps every row and column once, is never longer than the plain order, and says its own measure', () => {
    fc.assert(
      fc.property(table, (rows: Cell[][]) => {
        const found = seriate(rows);
        expect(sorted(found.rows)).toEqual(rows.map((_, k) => k));
        expect(sorted(found.columns)).toEqual((rows[0] ?? []).map((_, k) => k));
        expect(found.after.pathLength).toBeLessThanOrEqual(found.before.pathLength + 1e-9);
        expect(found.after).toEqual(orderMeasures(rows, found.rows, found.columns));
        expect(seriate(rows)).toEqual(found);
      }),
      { numRuns: 120 },
    );
  });

  it('finds the shortest path on small tables, where every order can be tried', () => {
    const orders = (n: number): number[][] =>
      n === 0
        ? [[]]
        : orders(n - 1).flatMap((rest) => Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]));
    let longer = 0;
    for (let seed = 1; seed <= 25; seed += 1) {
      const random = seeded(seed);
      const rows = Array.from({ length: 7 }, () => Array.from({ length: 6 }, () => Math.round(random())));
      const alone = rows[0]!.map((_, k) => k);
      const best = Math.min(...orders(7).map((order) => orderMeasures(rows, order, alone).pathLength));
      const found = orderMeasures(rows, seriate(rows).rows, alone).pathLength;
      longer = Math.max(longer, found / best);
    }
    expect(longer).toBeLessThan(1.08);
  });

  it('brings shuffled blocks of children with the same gaps together', () => {
    const random = seeded(4);
    const kinds = [0, 1, 2].map((kind) => Array.from({ length: 12 }, (_, pair) => (Math.floor(pair / 4) === kind ? 0 : 1)));
    const owner = shuffled(
      Array.from({ length: 18 }, (_, k) => k % 3),
      random,
    );
    const found = seriate(owner.map((kind) => kinds[kind]!));
    const blocks = found.rows.map((r) => owner[r]!).filter((kind, k, all) => k === 0 || kind !== all[k - 1]);
    expect(blocks).toHaveLength(3);
    expect(found.after.effectiveness).toBeGreaterThan(found.before.effectiveness);
  });

  it('refuses rows of different lengths and cells that are no share', () => {
    expect(() => seriate([[0], [0, 1]])).toThrow(expect.objectContaining({ code: 'bad-input', field: 'table.1' }));
    expect(() => seriate([[2]])).toThrow(expect.objectContaining({ code: 'bad-input' }));
    expect(seriate([]).rows).toEqual([]);
  });
});
