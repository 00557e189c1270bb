import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { teachingOrder } from '@sapling/data';
import {
  confusability,
  costOf,
  explain,
  formGroups,
  likelySlips,
  loadLexicon,
  makeStack,
  planSession,
  seeded,
  shuffled,
  suggestFocus,
  taughtAfter,
  unreadable,
  type GroupingProblem,
  type Lexicon,
} from '../src/index.js';

const order = teachingOrder('riverbank')!;
let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('the stack of a recall check', () => {
  it('asks every pair once, the same for a seed, another for another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: order.steps.length }), fc.nat(), (steps, seed) => {
        const { gpcs } = taughtAfter(order, steps);
        const stack = makeStack(gpcs, { seed });
        expect([...stack].sort()).toEqual([...new Set(gpcs)].sort());
        expect(makeStack(gpcs, { seed })).toEqual(stack);
      }),
      { numRuns: 80 },
    );
    const { gpcs } = taughtAfter(order, 12);
    expect(makeStack(gpcs, { seed: 1 })).not.toEqual(makeStack(gpcs, { seed: 2 }));
  });

  it('seldom puts together what is easily mixed up: far less than chance would', () => {
    const { gpcs } = taughtAfter(order, 20);
    const clashes = (stack: readonly string[]): number => stack.filter((gpc, k) => k > 0 && confusability(stack[k - 1]!, gpc) > 0).length;
    let made = 0;
    let chance = 0;
    for (let seed = 0; seed < 40; seed += 1) {
      made += clashes(makeStack(gpcs, { seed }));
      chance += clashes(shuffled(gpcs, seeded(seed)));
    }
    expect(made).toBeLessThan(chance / 4);
  });

  it('refuses an empty stack', () => {
    expect(() => makeStack([], { seed: 1 })).toThrow(/Nothing has been taught/);
  });
});

describe('likely slips', () => {
  it('offers the look-alike first, never the right answer, each once, for any taught pairs', () => {
    const { gpcs } = taughtAfter(order, order.steps.length);
    for (const gpc of gpcs) {
      const slips = likelySlips(gpc, gpcs);
      expect(slips.length).toBeGreaterThan(0);
      expect(slips.length).toBeLessThanOrEqual(6);
      expect(new Set(slips.map((s) => s.said)).size).toBe(slips.length);
      expect(slips.map((s) => s.said)).not.toContain(gpc.split(':')[1]);
    }
    expect(likelySlips('b:b', ['b:b', 'd:d', 'p:p', 's:s'])[0]!.said).toMatch(/^[dp]$/);
    expect(likelySlips('sh:sh', ['sh:sh', 's:s', 'h:h']).map((s) => s.why)).toContain('digraph split');
  });
});

const problem = fc
  .record({
    children: fc.integer({ min: 2, max: 14 }),
    pairs: fc.integer({ min: 3, max: 12 }),
    groups: fc.integer({ min: 1, max: 4 }),
    seed: fc.nat(1e6),
  })
  .map(({ children, pairs, groups, seed }): GroupingProblem => {
    const random = seeded(seed);
    const taught = Array.from({ length: pairs }, (_, k) => `p${k}:s${k}`);
    const count = Math.min(groups, children);
    const sizeTo = Math.ceil(children / count) + 1;
    return {
      children: Array.from({ length: children }, (_, k) => ({
        id: `c${k}`,
        known: Object.fromEntries(taught.flatMap((gpc) => (random() < 0.9 ? [[gpc, random()]] : []))),
      })),
      taught,
      groups: count,
      sizeFrom: Math.max(1, Math.floor(children / count) - 1),
      sizeTo,
      focusSize: 3,
    };
  });

describe('forming groups', () => {
  it('places every child once, keeps the sizes, and gives taught pairs as focus', () => {
    fc.assert(
      fc.property(problem, fc.nat(1000), (p, seed) => {
        const { groups, cost } = formGroups(p, { seed, iterations: 400 });
        expect(groups).toHaveLength(p.groups);
        expect(groups.flatMap((g) => g.members).sort()).toEqual(p.children.map((c) => c.id).sort());
        for (const { members, focus } of groups) {
          expect(members.length).toBeGreaterThanOrEqual(p.sizeFrom);
          expect(members.length).toBeLessThanOrEqual(p.sizeTo);
          expect(focus.length).toBeLessThanOrEqual(p.focusSize);
          for (const gpc of focus) expect(p.taught).toContain(gpc);
        }
        expect(cost.total).toBeCloseTo(cost.knownAlready + cost.notCovered);
        expect(costOf(p, { groups })).toEqual(cost);
        expect(formGroups(p, { seed, iterations: 400 })).toEqual({ groups, cost });
      }),
      { numRuns: 60 },
    );
  });

  it('is never worse than dealing children out in turn', () => {
    fc.assert(
      fc.property(problem, (p) => {
        const dealt = Array.from({ length: p.groups }, (_, g) => p.children.filter((_c, k) => k % p.groups === g).map((c) => c.id));
        const naive = costOf(p, { groups: dealt.map((members) => ({ members, focus: suggestFocus(p, members) })) });
        expect(formGroups(p, { seed: 1 }).cost.total).toBeLessThanOrEqual(naive.total + 1e-6);
      }),
      { numRuns: 30 },
    );
  });

  it('finds the two groups that are plainly there', () => {
    const taught = ['a:a', 'b:b', 'c:k', 'd:d'];
    const child = (id: string, gaps: string[]) => ({
      id,
      known: Object.fromEntries(taught.map((gpc) => [gpc, gaps.includes(gpc) ? 0.05 : 0.97])),
    });
    const p: GroupingProblem = {
      children: ['1', '2', '3']
        .map((n) => child(`x${n}`, ['a:a', 'b:b']))
        .concat(['1', '2', '3'].map((n) => child(`y${n}`, ['c:k', 'd:d']))),
      taught,
      groups: 2,
      sizeFrom: 2,
      sizeTo: 4,
      focusSize: 2,
    };
    const grouping = formGroups(p, { seed: 5 });
    const { groups } = grouping;
    const x = groups.find((g) => g.members.includes('x1'))!;
    expect([...x.members].sort()).toEqual(['x1', 'x2', 'x3']);
    expect([...x.focus].sort()).toEqual(['a:a', 'b:b']);
    const why = explain(p, grouping);
    expect(why).toHaveLength(2);
    for (const e of why) for (const s of e.shared) expect(s.need).toBe(3);
  });

  it('keeps together and apart, and says when no grouping can', () => {
    const p: GroupingProblem = {
      children: Array.from({ length: 6 }, (_, k) => ({ id: `c${k}`, known: {} })),
      taught: ['a:a', 'b:b'],
      groups: 3,
      sizeFrom: 2,
      sizeTo: 2,
      focusSize: 1,
      together: [['c0', 'c5']],
      apart: [['c1', 'c2']],
    };
    for (let seed = 0; seed < 10; seed += 1) {
      const { groups } = formGroups(p, { seed });
      const of = (id: string): number => groups.findIndex((g) => g.members.includes(id));
      expect(of('c0')).toBe(of('c5'));
      expect(of('c1')).not.toBe(of('c2'));
    }
    expect(() => formGroups({ ...p, sizeFrom: 3, sizeTo: 3 }, { seed: 1 })).toThrow();
    expect(() => formGroups({ ...p, children: [] }, { seed: 1 })).toThrow();
  });

  it('stops when asked and returns a legal answer', () => {
    const p: GroupingProblem = {
      children: Array.from({ length: 12 }, (_, k) => ({ id: `c${k}`, known: {} })),
      taught: ['a:a'],
      groups: 3,
      sizeFrom: 3,
      sizeTo: 5,
      focusSize: 1,
    };
    const { groups } = formGroups(p, { seed: 1, iterations: 1e9, signal: { aborted: true } });
    expect(groups.flatMap((g) => g.members)).toHaveLength(12);
  });
});

describe('planning a session', () => {
  it('fills exactly the minutes with words these children can read, for any step, focus, length and seed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: order.steps.length }),
        fc.integer({ min: 10, max: 30 }),
        fc.nat(1e5),
        fc.nat(60),
        (steps, minutes, seed, pick) => {
          const taught = taughtAfter(order, steps);
          const focus = [...new Set([taught.gpcs[pick % taught.gpcs.length]!, taught.gpcs[(pick * 7 + 3) % taught.gpcs.length]!])];
          const children = [{ id: 'c', known: { [taught.gpcs[0]!]: 0.3 } }];
          const plan = planSession(lexicon, { taught, focus, children, minutes, seed });
          expect(plan.parts.reduce((sum, p) => sum + p.minutes, 0)).toBe(minutes);
          expect(unreadable(lexicon, plan, taught)).toEqual([]);
          for (const part of plan.parts) {
            expect(part.minutes).toBeGreaterThan(0);
            if (part.kind === 'review') for (const gpc of part.gpcs) expect(focus).not.toContain(gpc);
            if (part.kind === 'read words' || part.kind === 'spell')
              for (const w of part.words) expect(w.focus.length, w.word).toBeGreaterThan(0);
          }
          expect(planSession(lexicon, { taught, focus, children, minutes, seed })).toEqual(plan);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('marks the odd part of an irregular word, and a word typed in with what it lacks', () => {
    const taught = taughtAfter(order, 8);
    const plan = planSession(lexicon, { taught, focus: ['s:s'], children: [], minutes: 20, seed: 1 });
    const irregular = plan.parts.find((p) => p.kind === 'irregular words')!;
    for (const w of irregular.words)
      for (const k of w.odd ?? []) expect(taught.gpcs).not.toContain(`${w.units[k]!.grapheme}:${w.units[k]!.sound}`);
    const withWord = { ...plan, parts: [{ ...plan.parts[0]!, words: [{ word: 'night', units: [], focus: [] }] }] };
    expect(unreadable(lexicon, withWord, taught)).toEqual([{ word: 'night', missing: ['igh:igh'] }]);
  });

  it('refuses no focus and lengths outside 10 to 30 minutes', () => {
    const base = { taught: taughtAfter(order, 5), children: [], seed: 1 };
    expect(() => planSession(lexicon, { ...base, focus: [], minutes: 20 })).toThrow(/at least one focus/);
    expect(() => planSession(lexicon, { ...base, focus: ['s:s'], minutes: 9 })).toThrow(/10 to 30/);
    expect(() => planSession(lexicon, { ...base, focus: ['s:s'], minutes: 12.5 })).toThrow(/10 to 30/);
  });
});
