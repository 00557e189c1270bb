/** A check in which nothing comes right: a bad day of a child who showed it before, gaps of one who never did, and true once it is so again. */
import { TEACHING_ORDERS } from '@sapling/data';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  allGpcs,
  derive,
  estimate,
  judge,
  loadLexicon,
  seeded,
  type Estimate,
  type Lexicon,
  type Observation,
  type Outcome,
} from '../src/index.js';

const ORDER = allGpcs(TEACHING_ORDERS[0]!);
const DAY = 86_400_000;
const START = Date.parse('2026-09-14T09:00:00Z');

interface Check {
  readonly day: number;
  /** What is said to the card at a place; nothing asked where it is null. */
  readonly said: (k: number) => Outcome | null;
}
interface Found {
  /** By place; those that the child lacks among them. */
  readonly all: readonly Estimate[];
  readonly known: readonly Estimate[];
  readonly lacking: readonly Estimate[];
}
/** The places of so many pairs in an order that has nothing to do with that of teaching. */
const shuffled = (pairs: number): number[] => {
  const dice = seeded(7);
  return Array.from({ length: pairs }, (_, k) => ({ k, by: dice() }))
    .sort((a, b) => a.by - b.by)
    .map(({ k }) => k);
};
/** A child who lacks these of so many pairs, a day after the last of these checks. @param order in which the cards are asked */
function after(pairs: number, lacks: readonly number[], checks: readonly Check[], order?: readonly number[]): Found {
  const asked = ORDER.slice(0, pairs);
  const answers = checks.flatMap(({ day, said }, check) =>
    asked.flatMap((gpc, k): Observation[] => {
      const outcome = said(k);
      const at = new Date(START + day * DAY + (order?.indexOf(k) ?? k) * 3000).toISOString();
      return outcome === null ? [] : [{ id: `${check} ${k}`, child: 'c', by: 'ann', at, kind: 'see-say', gpc, outcome }];
    }),
  );
  const found = estimate(answers, { asOf: new Date(START + (checks.at(-1)!.day + 1) * DAY).toISOString(), order: ORDER });
  const all = asked.map((gpc) => found.get(gpc)!);
  return { all, known: all.filter((_, k) => !lacks.includes(k)), lacking: all.filter((_, k) => lacks.includes(k)) };
}
const count = (list: readonly Estimate[], state: Estimate['state']): number => list.filter((e) => e.state === state).length;
const meanKnown = (list: readonly Estimate[]): number => list.reduce((sum, e) => sum + e.known, 0) / list.length;
const nothing = (): Outcome => 'no answer';

for (const [pairs, lacks] of [
  [38, [5, 11, 20, 26, 29, 31, 33, 36]],
  [38, []],
  [25, [20, 22, 24]],
] as const) {
  const usual = (day: number): Check => ({ day, said: (k) => ((lacks as readonly number[]).includes(k) ? 'wrong' : 'right') });
  const silent = (day: number): Check => ({ day, said: nothing });
  describe(`a child who knows all but ${lacks.length} of ${pairs} pairs and says nothing in one check`, () => {
    it('has lost none of them after one or two good checks, and keeps its gaps', () => {
      for (const before of [[usual(0)], [usual(0), usual(21)]]) {
        const { known, lacking } = after(pairs, lacks, [...before, silent(42)]);
        expect(count(known, 'gap')).toBe(0);
        expect(meanKnown(known)).toBeGreaterThan(0.6);
        expect(count(lacking, 'gap')).toBeGreaterThanOrEqual(lacks.length - 2);
      }
    });
    it('is where it was once it answers again', () => {
      const { known, lacking } = after(pairs, lacks, [usual(0), usual(21), silent(42), usual(45)]);
      expect(count(known, 'secure')).toBe(known.length);
      expect(count(lacking, 'gap')).toBe(lacking.length);
    });
    it('has lost none of them either where it shuts down part of the way through a check, and is where it was after the next good one', () => {
      for (const from of [4, 8, 19]) {
        const tired: Check = { day: 42, said: (k) => (usual(0).said(k) === 'wrong' || order.indexOf(k) >= from ? 'no answer' : 'right') };
        const order = shuffled(pairs);
        for (const before of [[usual(0)], [usual(0), usual(21)]]) {
          const { known } = after(pairs, lacks, [...before, tired], order);
          expect(count(known, 'gap'), `${from} of ${before.length}`).toBe(0);
        }
        const { known, lacking } = after(pairs, lacks, [usual(0), usual(21), tired, usual(45)], order);
        expect(count(known, 'secure'), `${from}`).toBe(known.length);
        expect(count(lacking, 'gap'), `${from}`).toBe(lacking.length);
      }
    });
    it('is taken at its word where it says nothing in the first check or in three, and found out by the next good one', () => {
      expect(count(after(pairs, lacks, [silent(0)]).known, 'gap')).toBe(pairs - lacks.length);
      expect(count(after(pairs, lacks, [silent(0), silent(21)]).known, 'gap')).toBe(pairs - lacks.length);
      expect(meanKnown(after(pairs, lacks, [usual(0), silent(14), silent(21), silent(28)]).known)).toBeLessThan(0.3);
      expect(count(after(pairs, lacks, [silent(0), usual(3)]).known, 'gap')).toBe(0);
      expect(count(after(pairs, lacks, [silent(0), usual(3), usual(24)]).known, 'secure')).toBeGreaterThan(0.9 * (pairs - lacks.length));
    });
  });
}

it('pairs that were known and are missed on two days are gaps, though nothing came right on either', () => {
  const lacks = [5, 11, 20, 26, 29, 31, 33, 36];
  const usual = (day: number): Check => ({ day, said: (k) => (lacks.includes(k) ? 'wrong' : 'right') });
  for (const lost of [
    [3, 8, 14],
    [3, 8, 14, 18, 22],
    [3, 8, 14, 18, 22, 24, 27, 30],
  ]) {
    const again = (day: number): Check => ({ day, said: (k) => (lost.includes(k) ? 'wrong' : null) });
    const { all, known } = after(38, lacks, [usual(0), usual(21), again(28), again(35)]);
    expect(
      lost.map((k) => all[k]!.state),
      `${lost.length}`,
    ).toEqual(lost.map(() => 'gap'));
    expect(count(known, 'gap')).toBe(lost.length);
  }
});

describe('a child who read twenty words and says nothing to them another day', () => {
  const words = 'sat pin tap dog cat hen mud fish chip ring moon rain boat leg bus fox jam van wet zip'.split(' ');
  let lexicon: Lexicon;
  beforeAll(async () => {
    lexicon = await loadLexicon();
  });
  const blendingAfter = (days: readonly (readonly [day: number, outcome: Outcome])[]) => {
    const answers = days.flatMap(([day, outcome]) =>
      words.map((item, k): Observation => {
        const at = new Date(START + day * DAY + k * 5000).toISOString();
        return { id: `${day} ${k}`, child: 'c', by: 'ann', at, kind: 'word', item, skill: 'blending', outcome };
      }),
    );
    const asOf = new Date(START + (days.at(-1)![0] + 1) * DAY).toISOString();
    return judge(derive(lexicon, answers), { asOf, order: ORDER }).strands.get('blending')!;
  };
  const stateOfBlending = (days: Parameters<typeof blendingAfter>[0]): string => blendingAfter(days).state;
  it('is said to be in doubt on that day, and neither after another such day nor after a good one', () => {
    const good = [0, 7, 14].map((day) => [day, 'right'] as const);
    expect(blendingAfter(good).doubted).toBeUndefined();
    expect(blendingAfter([...good, [28, 'no answer']]).doubted).toBe(true);
    expect(blendingAfter([...good, [28, 'no answer'], [31, 'no answer']]).doubted).toBeUndefined();
    expect(blendingAfter([...good, [28, 'no answer'], [31, 'right']]).doubted).toBeUndefined();
  });
  it('has not lost pushing sounds together, and has where it is so twice in a row', () => {
    expect(stateOfBlending([[0, 'right']])).toBe('secure');
    expect(
      stateOfBlending([
        [0, 'right'],
        [28, 'no answer'],
      ]),
    ).toBe('wobbly');
    expect(
      stateOfBlending([
        [0, 'right'],
        [28, 'no answer'],
        [31, 'right'],
      ]),
    ).not.toBe('gap');
    expect(
      stateOfBlending([
        [0, 'right'],
        [28, 'no answer'],
        [35, 'no answer'],
      ]),
    ).toBe('gap');
  });
});
