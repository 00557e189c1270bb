/** Which texts of the shelf are found, and that what is found is what was asked for. */
import type { LibraryText } from '@sapling/contract';
import type { Gpc } from '@sapling/core/phonics';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foundTexts, NEAR_STEPS, NEVER, stepIn, type Shelf, type ShelfFilter } from '../src/library/shelf-filter.js';

const order = { id: 'first' };
const text = (id: string, more: Partial<LibraryText> = {}): LibraryText => ({
  id,
  title: `Text ${id}`,
  kind: 'story',
  text: 'A fox ran up the hill.',
  offered: [{ order: 'first', step: 5 }],
  explain: [],
  questions: [],
  version: null,
  by: null,
  measured: null,
  ...more,
});
const at = (id: string, step: number | null, more: Partial<LibraryText> = {}): LibraryText =>
  text(id, { offered: step === null ? [{ order: 'other', step: 1 }] : [{ order: 'first', step }], ...more });
const shelf = (more: Partial<Shelf> = {}): Shelf => ({ order, taughtSteps: 8, about: new Map(), read: new Set(), ...more });
const ids = (list: readonly LibraryText[]): string[] => list.map((t) => t.id);

describe('the shelf', () => {
  it('puts the newest taught step first and goes back from it, then what comes next, then what the order never offers', () => {
    const texts = [at('next', 9), at('never', null), at('old', 2), at('later', 12), at('newest', 8), at('near', 6)];
    expect(ids(foundTexts(texts, {}, shelf()))).toEqual(['newest', 'near', 'old', 'next', 'later', 'never']);
    expect(stepIn(at('never', null), order)).toBe(NEVER);
    const level = [at('b', 4, { title: 'Zip' }), at('a', 4, { title: 'Ann' })];
    expect(ids(foundTexts(level, {}, shelf()))).toEqual(['a', 'b']);
  });

  it('looks in titles and words whatever the case, and an empty question asks nothing', () => {
    const texts = [at('a', 3, { title: 'The Red Kite' }), at('b', 3, { text: 'A KITE is up.' }), at('c', 3)];
    expect(ids(foundTexts(texts, { find: '  kite ' }, shelf())).sort()).toEqual(['a', 'b']);
    expect(foundTexts(texts, { find: '   ' }, shelf())).toHaveLength(3);
  });

  it('holds back what is not worked out yet where a pair or a length is asked for', () => {
    const texts = [at('a', 3), at('b', 3)];
    const about = new Map([['a', { words: 61, pairs: ['ai:ay' as Gpc] }]]);
    expect(ids(foundTexts(texts, { pair: 'ai:ay' }, shelf({ about })))).toEqual(['a']);
    expect(ids(foundTexts(texts, { length: 'middle' }, shelf({ about })))).toEqual(['a']);
    expect(foundTexts(texts, { pair: 'ai:ay' }, shelf())).toEqual([]);
  });

  it('counts 60 words as short, 130 as middle, more as long', () => {
    const words = { a: 60, b: 61, c: 130, d: 131 };
    const about = new Map(Object.entries(words).map(([id, n]) => [id, { words: n, pairs: [] }]));
    const found = (length: ShelfFilter['length']): string[] =>
      ids(foundTexts(Object.keys(words).map((id) => at(id, 3)), { length }, shelf({ about }))); // prettier-ignore
    expect([found('short'), found('middle'), found('long')]).toEqual([['a'], ['b', 'c'], ['d']]);
  });

  it('whatever is chosen: everything found is all of it, nothing that is all of it is left out, and each text stands once', () => {
    const some = fc.array(
      fc.record({
        step: fc.option(fc.integer({ min: 1, max: 14 })),
        kind: fc.constantFrom('story' as const, 'information' as const),
        measured: fc.option(fc.integer({ min: 1, max: 4 })),
        version: fc.option(fc.integer({ min: 1, max: 3 })),
        words: fc.integer({ min: 10, max: 200 }),
        pair: fc.constantFrom<Gpc>('ai:ay', 's:s'),
        read: fc.boolean(),
      }),
      { maxLength: 30 },
    );
    const filter = fc.record(
      {
        steps: fc.constantFrom('taught' as const, 'near' as const),
        kind: fc.constantFrom('story', 'information'),
        measured: fc.boolean(),
        own: fc.boolean(),
        pair: fc.constantFrom<Gpc>('ai:ay', 's:s'),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(some, filter, fc.integer({ min: 0, max: 14 }), (list, chosen, taughtSteps) => {
        const texts = list.map((t, k) => at(`${k}`, t.step, { kind: t.kind, measured: t.measured, version: t.version } as never));
        const about = new Map(list.map((t, k) => [`${k}`, { words: t.words, pairs: [t.pair] }]));
        const read = new Set(list.flatMap((t, k) => (t.read ? [`${k}`] : [])));
        const found = ids(foundTexts(texts, chosen, shelf({ taughtSteps, about, read })));
        // by hand, one question after the other
        let left = list.map((t, k) => ({ ...t, id: `${k}` })).filter((t) => !t.read);
        if (chosen.steps) left = left.filter((t) => t.step !== null && t.step <= taughtSteps);
        if (chosen.steps === 'near') left = left.filter((t) => t.step! > taughtSteps - NEAR_STEPS);
        if (chosen.kind) left = left.filter((t) => t.kind === chosen.kind);
        if (chosen.measured) left = left.filter((t) => t.measured !== null);
        if (chosen.own) left = left.filter((t) => t.version !== null);
        if (chosen.pair) left = left.filter((t) => t.pair === chosen.pair);
        expect([...found].sort()).toEqual(left.map((t) => t.id).sort());
      }),
      { numRuns: 200 },
    );
  });
});
