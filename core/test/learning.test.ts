/** What groups teach: the curve behind them, and a focus that can be practised. */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { teachingOrder } from '@sapling/data';
import {
  formGroups,
  learningOf,
  LITTLE,
  loadLexicon,
  practiceOf,
  practisableFocus,
  suggestFocus,
  taughtAfter,
  wordJudge,
  offerableWords,
  type Gpc,
  type GroupingChild,
  type GroupingProblem,
  type Lexicon,
} from '../src/index.js';
import { numbersOf } from '../src/grouping/cost.js';
import { problemLike } from './support/problems.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('expected learning', () => {
  const taught = ['a:a', 'b:b', 'c:k', 'd:d', 'e:e', 'f:f'];
  const child = (id: string, gaps: readonly string[], more: Partial<GroupingChild> = {}): GroupingChild => ({
    id,
    known: Object.fromEntries(taught.map((gpc) => [gpc, gaps.includes(gpc) ? 0.05 : 0.97])),
    ...more,
  });
  const problem = (children: GroupingChild[]): GroupingProblem => ({ children, taught, groups: 1, sizeFrom: 1, sizeTo: 12, focusSize: 2 });
  const learns = (children: GroupingChild[], focus: string[], id = 'x'): number =>
    learningOf(problem(children), { groups: [{ members: children.map((c) => c.id), focus }] }).byChild.get(id)!;
  const others = (n: number): GroupingChild[] => Array.from({ length: n }, (_, k) => child(`o${k}`, ['e:e', 'f:f']));

  it('falls with the size of the group, with missing ground, with what is known, and where sounds cannot be blended', () => {
    const x = child('x', ['e:e', 'f:f']);
    const alone = learns([x], ['e:e', 'f:f']);
    expect(learns([x, ...others(2)], ['e:e', 'f:f'])).toBeCloseTo(alone, 9);
    expect(learns([x, ...others(5)], ['e:e', 'f:f'])).toBeLessThan(alone);
    expect(learns([child('x', taught)], ['e:e', 'f:f'])).toBeLessThan(alone);
    expect(learns([child('x', ['f:f'])], ['e:e', 'f:f'])).toBeLessThan(0.6 * alone);
    expect(learns([child('x', ['e:e', 'f:f'], { skills: { blending: 0.1 } })], ['e:e', 'f:f'])).toBeLessThan(alone);
    expect(learns([child('x', ['e:e', 'f:f'], { practice: { 'e:e': 0, 'f:f': 0 } })], ['e:e', 'f:f'])).toBeLessThan(alone);
  });

  it('is never more than what is lacking, adds up, and names who gains little', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), (seed) => {
        const p = problemLike({ children: 14, groups: 3, sizeFrom: 3, sizeTo: 6 }, seed);
        const answer = (() => {
          try {
            return formGroups(p, { seed: 1, iterations: 2000 });
          } catch {
            return null;
          }
        })();
        if (!answer) return;
        const learning = learningOf(p, answer);
        expect([...learning.byChild.values()].reduce((a, b) => a + b, 0)).toBeCloseTo(learning.pairs, 9);
        for (const group of answer.groups)
          for (const id of group.members) {
            const known = p.children.find((c) => c.id === id)!.known;
            const lacking = group.focus.reduce((sum, gpc) => sum + (gpc.includes(':') ? 1 - (known[gpc] ?? 0.65) : 0), 0);
            expect(learning.byChild.get(id)!).toBeLessThanOrEqual(lacking + 1e-9);
            if (learning.little.includes(id)) expect(learning.byChild.get(id)!).toBeLessThan(LITTLE);
          }
        for (const w of answer.waiting) expect(learning.byChild.get(w.child)).toBe(0);
      }),
      { numRuns: 25 },
    );
  });

  it('a child who lacks blending and little else is given blending alone', () => {
    const p: GroupingProblem = {
      ...problem([child('x', [], { skills: { blending: 0.05 } }), child('y', [], { skills: { blending: 0.05 } })]),
      skills: ['blending'],
    };
    expect(suggestFocus(p, ['x', 'y'])).toEqual(['blending']);
  });
});

describe('skills and pairs', () => {
  const taught = Array.from({ length: 24 }, (_, k) => `g${k}:s${k}`);
  const childOf = (id: string, gaps: number, skills: GroupingChild['skills']): GroupingChild => ({
    id,
    known: Object.fromEntries(taught.map((gpc, k) => [gpc, k >= 24 - gaps ? 0.05 : 0.95])),
    ...(skills && { skills }),
  });
  const focusOf = (gaps: number, skills: NonNullable<GroupingChild['skills']>): string[] => {
    const children = ['a', 'b', 'c'].map((id) => childOf(id, gaps, skills));
    const asked = Object.keys(skills) as NonNullable<GroupingProblem['skills']>;
    return suggestFocus({ children, taught, groups: 1, sizeFrom: 1, sizeTo: 6, focusSize: 4, skills: asked }, ['a', 'b', 'c']);
  };
  it('fluency comes once the pairs are there; blending comes first', () => {
    expect(focusOf(14, { fluency: 0.05 })).not.toContain('fluency');
    expect(focusOf(0, { fluency: 0.05 })).toEqual(['fluency']);
    expect(focusOf(14, { blending: 0.05 })).toContain('blending');
  });
});

describe('a focus that can be practised', () => {
  const taught = (): Gpc[] => [...taughtAfter(teachingOrder('riverbank')!, 16).gpcs];
  const childOf = (id: string, gaps: readonly Gpc[]): GroupingChild => ({
    id,
    known: Object.fromEntries(taught().map((gpc) => [gpc, gaps.includes(gpc) ? 0.05 : 0.95])),
  });

  it('counts the words each child can read, as a judge that is not the index counts them', () => {
    const children = [childOf('a', ['sh:sh']), childOf('b', ['sh:sh', 'i:i', 'a:a', 'o:o'])];
    const [all, few] = practiceOf(lexicon, { children, taught: taught() });
    expect(all!['sh:sh']).toBe(1);
    const judge = wordJudge(lexicon, { gpcs: taught().filter((g) => !['i:i', 'a:a', 'o:o'].includes(g)), words: [] });
    const count = offerableWords(lexicon).filter(
      (w) =>
        w.pairs.some((k) => lexicon.pairs[k]!.gpc === 'sh:sh') &&
        w.pairs.length <= 5 &&
        w.perMillion >= 0.3 &&
        !/not yet|unread/.test(judge(w.word).status),
    ).length;
    expect(few!['sh:sh']!).toBeCloseTo(Math.min(1, count / 24), 1);
  });

  it('takes up what stands before a pair first, in the order in which each can be practised', () => {
    // everybody lacks sh, and most vowels: the vowels come first
    const gaps = ['sh:sh', 'i:i', 'o:o', 'e:e', 'u:u'] as Gpc[];
    const children = ['a', 'b', 'c'].map((id) => childOf(id, gaps));
    const p: GroupingProblem = { children, taught: taught(), groups: 1, sizeFrom: 1, sizeTo: 6, focusSize: 4 };
    const { focus, short } = practisableFocus(lexicon, p, ['a', 'b', 'c'], []);
    expect(focus).toHaveLength(4);
    for (const gpc of focus) expect(gaps).toContain(gpc);
    expect(short).toEqual([]);
  });

  it('says what stands between where nothing better can be had', () => {
    // s is all that is known besides: nothing can be read with anything
    const own = taught();
    const children = [
      childOf(
        'a',
        own.filter((g) => g !== 's:s'),
      ),
    ];
    const p: GroupingProblem = { children, taught: own, groups: 1, sizeFrom: 1, sizeTo: 6, focusSize: 2 };
    const { focus, short } = practisableFocus(lexicon, p, ['a'], []);
    expect(focus).toHaveLength(2);
    expect(short.length).toBeGreaterThan(0);
    for (const s of short) expect(s.enough).toBe(false);
  });

  it('names the pair it stays with even where whatever is left wins less than nothing', () => {
    const own = taught();
    const p: GroupingProblem = {
      children: [childOf('a', own.filter((g) => g !== 's:s'))], // prettier-ignore
      taught: own,
      groups: 1,
      sizeFrom: 1,
      sizeTo: 6,
      focusSize: 2,
    };
    const n = numbersOf(p);
    const losing = { ...n, gain: n.gain.map((row) => row.map(() => -1)) };
    const { focus, short } = practisableFocus(lexicon, p, ['a'], [], losing);
    expect(short.length).toBeGreaterThan(0);
    expect(focus).toEqual(expect.arrayContaining(short.map((one) => one.gpc)));
  });
});
