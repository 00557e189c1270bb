/** Words that went wrong with nothing noted: what they say of a child's pairs, and what they do not. */
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  allGpcs,
  decodingItems,
  derive,
  judge,
  loadLexicon,
  seeded,
  segment,
  taughtAfter,
  type Judgement,
  type Lexicon,
  type Observation,
  type Random,
} from '../src/index.js';
import { blameOf, wrongAt } from '../src/judgement/word-blame.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});
const ORDER = TEACHING_ORDERS[0]!;
const AT = Date.parse('2026-11-24T09:00:00.000Z');
const CHILDREN = 12;

interface Seen {
  readonly knows: ReadonlySet<string>;
  readonly found: Judgement;
}
/**
 * Children of a class in its eighth step: every card asked once, then a decoding check in which an adult presses right or wrong and
 * notes nothing else.
 * @param letters how many of the pairs each knows, 0 to 1
 */
function afterCheck(letters: number, goesWrong: (units: readonly string[], random: Random) => boolean): Seen[] {
  const taught = taughtAfter(ORDER, 8);
  return Array.from({ length: CHILDREN }, (_, seed) => {
    const random = seeded(seed * 13 + 1);
    const knows = new Set(taught.gpcs.filter(() => random() < letters));
    const answers: Observation[] = taught.gpcs.map((gpc, k) => ({
      id: `card ${k}`,
      child: 'c',
      by: 'ann',
      at: new Date(AT - 3_600_000 + k * 2000).toISOString(),
      kind: 'see-say',
      gpc,
      skill: 'recall',
      outcome: random() < (knows.has(gpc) ? 0.97 : 0.05) ? 'right' : 'wrong',
    }));
    const words = decodingItems(lexicon, { taught, madeUp: false, perLevel: 8, seed }).flatMap(({ word }) => word ?? []);
    words.forEach((word, n) => {
      const units = segment(lexicon, word)[0]!.units.map((u) => `${u.grapheme}:${u.sound}`);
      const lacks = units.some((gpc) => random() < (knows.has(gpc) ? 0.01 : 0.95));
      const at = new Date(AT + n * 6000).toISOString();
      const outcome = lacks || goesWrong(units, random) ? 'wrong' : 'right';
      answers.push({ id: `word ${n}`, child: 'c', by: 'ann', at, kind: 'word', item: word, outcome });
    });
    const found = judge(derive(lexicon, answers), { asOf: new Date(AT + 86_400_000).toISOString(), order: allGpcs(ORDER) });
    return { knows, found };
  });
}
const pairsOf = (children: readonly Seen[], known: boolean) =>
  children.flatMap(({ knows, found }) => [...found.pairs].flatMap(([gpc, e]) => (knows.has(gpc) === known ? [e] : [])));
const share = <T>(list: readonly T[], is: (one: T) => boolean): number => list.filter(is).length / list.length;
const strands = (children: readonly Seen[], strand: 'recall' | 'blending' | 'clusters' | 'longer words') => [
  ...new Set(children.map(({ found }) => found.strands.get(strand)!.state)),
];
const syllables = (units: readonly string[]): number =>
  units.filter((u) => /:(a|e|i|o|u|uh|er|ay|ee|igh|oh|oo|uu|ar|or|ur|ow|oy|uhl)$/.test(u)).length;

describe('words that went wrong with nothing noted', () => {
  it('do not take away the letters that a child has just shown', () => {
    for (const [wrong, atLeast] of [
      [0.05, 0.99],
      [0.15, 0.97],
      [0.4, 0.95],
    ] as const) {
      const children = afterCheck(1, (_, random) => random() < wrong);
      expect(share(pairsOf(children, true), (e) => e.known > 0.5)).toBeGreaterThan(atLeast);
      expect(strands(children, 'recall')).not.toContain('gap');
    }
  });
  it('of four and more sounds are clusters, where plain words come right', () => {
    const children = afterCheck(1, (units, random) => random() < (units.length > 3 ? 0.93 : 0.03));
    expect(share(pairsOf(children, true), (e) => e.known > 0.5)).toBeGreaterThan(0.98);
    expect(strands(children, 'recall')).toEqual(['secure']);
    expect(strands(children, 'clusters')).toEqual(['gap']);
    expect(strands(children, 'blending')).not.toContain('gap');
  });
  it('of two syllables are longer words, where short ones come right', () => {
    const children = afterCheck(1, (units, random) => random() < (syllables(units) > 1 ? 0.93 : 0.03));
    expect(share(pairsOf(children, true), (e) => e.known > 0.5)).toBeGreaterThan(0.98);
    expect(strands(children, 'recall')).toEqual(['secure']);
    expect(strands(children, 'clusters')).not.toContain('gap');
    expect(share(children, ({ found }) => found.strands.get('longer words')!.state === 'gap')).toBeGreaterThan(0.8);
  });
  it('do not hide which letters are missing, nor take the others along', () => {
    const children = afterCheck(0.7, () => false);
    expect(share(pairsOf(children, true), (e) => e.known > 0.5)).toBeGreaterThan(0.95);
    expect(share(pairsOf(children, false), (e) => e.known < 0.5)).toBeGreaterThan(0.85);
    expect(strands(children, 'recall')).not.toContain('secure');
  });
  it('blame most the pair that is least known, and are the likelier the less is', () => {
    const pair = fc.record({
      mean: fc.double({ min: -4, max: 4, noNaN: true }),
      variance: fc.double({ min: 0.3, max: 6, noNaN: true }),
      usual: fc.double({ min: 0.2, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(pair, { minLength: 1, maxLength: 6 }), fc.double({ min: 0, max: 1, noNaN: true }), (drawn, blends) => {
        const pairs = drawn.map((one) => ({ ...one, aside: 0 }));
        expect(blameOf(pairs).every((blame) => blame >= 0)).toBe(true);
        const moves = pairs.map(({ variance }) => 0.5 * Math.sqrt(variance));
        const chances = [-2, -1, 0, 1, 2].map((at) => wrongAt(pairs, moves, blends, at));
        for (const chance of chances) expect(chance >= 0 && chance <= 1).toBe(true);
        chances.slice(1).forEach((chance, k) => expect(chance).toBeLessThanOrEqual(chances[k]! + 1e-9));
      }),
    );
    const [known, unknown] = blameOf([
      { mean: 3, variance: 0.5, usual: 1, aside: 0 },
      { mean: -1, variance: 0.5, usual: 1, aside: 0 },
    ]);
    expect(unknown!).toBeGreaterThan(4 * known!);
  });
});
