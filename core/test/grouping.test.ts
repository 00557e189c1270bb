import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  randomBelow,
  broken,
  conflictInWords,
  conflictOf,
  constraintsOf,
  costOf,
  costsByChild,
  COST_PARTS,
  difference,
  explain,
  formGroups,
  isCoreError,
  movesOf,
  pairsInCycle,
  placementOf,
  seeded,
  suggestFocus,
  suggestions,
  thinEvidence,
  TRULY_DIFFERENT,
  type Grouping,
  type GroupingProblem,
} from '../src/index.js';
import { withChildMoved } from '../src/grouping/explain.js';
import { focusOf, focusValue } from '../src/grouping/focus.js';
import { NoGrouping } from '../src/grouping/form-groups.js';
import { rulesOf, withOnly } from '../src/grouping/rules.js';
import { findLegal } from '../src/grouping/feasible.js';
import { exactCost, faultsOf } from './support/exact.js';
import { problemLike } from './support/problems.js';

/** Problems of every kind: with and without slots, adults, classes, waiting, fixed groups and rules about children. */
const anyProblem = fc.nat(1e6).map((seed): GroupingProblem => {
  const random = seeded(seed);
  const coin = (): boolean => random() < 0.4;
  const groups = 1 + randomBelow(random, 4);
  const each = 2 + randomBelow(random, 4);
  const children = Math.max(2, groups * each + randomBelow(random, 3) - 1);
  const slots = coin() ? 2 + randomBelow(random, 3) : undefined;
  const p = problemLike({ children, groups, sizeFrom: Math.max(1, each - 2), sizeTo: each + 2, pairs: 12, ...(slots && { slots }) }, seed);
  const child = (): string => `c${randomBelow(random, children)}`;
  return {
    ...p,
    ...(coin() && { way: coin() ? 'next step' : 'blending' }),
    ...(coin() && { mayWait: true }),
    ...(coin() && { classes: coin() ? 'keep' : 'mix' }),
    ...(coin() && { stay: [[child(), randomBelow(random, groups)] as const] }),
    ...(coin() && { out: [child()] }),
    ...(coin() && { placed: [child(), child()] }),
    ...(coin() && {
      adults: Array.from({ length: 1 + randomBelow(random, groups) }, (_, k) => ({
        id: `a${k}`,
        groups: 1 + randomBelow(random, 3),
        busy: coin() ? ['t0'] : [],
      })),
    }),
    ...(coin() && { given: [{ focus: [p.taught[randomBelow(random, 12)]!], ...(slots && coin() && { slot: 't1' }) }] }),
  };
});
const formed = (p: GroupingProblem, seed: number): Grouping | NoGrouping => {
  try {
    return formGroups(p, { seed, iterations: 2000 });
  } catch (error) {
    if (error instanceof NoGrouping) return error;
    throw error;
  }
};

describe('every answer', () => {
  it('obeys every rule, names every child once, adds up, and is the same for the same seed', () => {
    let legal = 0;
    fc.assert(
      fc.property(anyProblem, fc.nat(1000), (p, seed) => {
        const answer = formed(p, seed);
        if (answer instanceof NoGrouping) return;
        legal += 1;
        expect(faultsOf(p, answer)).toEqual([]);
        expect([...answer.groups.flatMap((g) => g.members), ...answer.waiting.map((w) => w.child)].sort()).toEqual(
          p.children.map((c) => c.id).sort(),
        );
        for (const { focus } of answer.groups) expect(new Set(focus).size).toBe(focus.length);
        const byChild = [...costsByChild(p, answer).values()];
        for (const part of COST_PARTS) expect(byChild.reduce((sum, c) => sum + c[part], 0)).toBeCloseTo(answer.cost[part], 6);
        expect(COST_PARTS.reduce((sum, part) => sum + answer.cost[part], 0)).toBeCloseTo(answer.cost.total, 6);
        expect(formed(p, seed)).toEqual(answer);
      }),
      { numRuns: 120 },
    );
    expect(legal).toBeGreaterThan(40);
  });

  it('is refused only where the rules it names cannot all hold, and giving up any one of them is enough', () => {
    let refused = 0;
    const possible = (p: GroupingProblem): boolean => findLegal(rulesOf(p)) !== null;
    fc.assert(
      fc.property(anyProblem, (p) => {
        const answer = formed(p, 1);
        if (!(answer instanceof NoGrouping)) {
          expect(possible(p)).toBe(true);
          return;
        }
        if (answer.conflict === null) {
          // given up, and said so, where no proof was found in time
          expect(findLegal(rulesOf(p))).toBe('unknown');
          return;
        }
        expect(possible(p)).toBe(false);
        refused += 1;
        const { constraints } = answer.conflict;
        expect(possible(withOnly(p, constraints))).toBe(false);
        for (const one of constraints)
          expect(
            possible(
              withOnly(
                p,
                constraints.filter((c) => c !== one),
              ),
            ),
          ).toBe(true);
      }),
      { numRuns: 120 },
    );
    expect(refused).toBeGreaterThan(15);
  });

  it('is never made worse by one more slot in which everybody is free', () => {
    fc.assert(
      fc.property(fc.nat(1e5), (seed) => {
        const p = problemLike({ children: 14, groups: 3, sizeFrom: 3, sizeTo: 6, pairs: 12, slots: 3 }, seed);
        const tight = { ...p, slots: p.slots!.map((s) => ({ ...s, rooms: 1 })) };
        const more = { ...tight, slots: [...tight.slots, { id: 'new', rooms: 3 }] };
        const cost = (q: GroupingProblem): number => {
          try {
            return formGroups(q, { seed: 1, iterations: 120_000 }).cost.total;
          } catch {
            return Infinity;
          }
        };
        expect(cost(more)).toBeLessThanOrEqual(cost(tight) * 1.01);
      }),
      { numRuns: 20 },
    );
  });

  it('is within a hundredth of the optimum that the exact solver finds', async () => {
    let sum = 0;
    let count = 0;
    for (let seed = 200; seed < 210; seed += 1) {
      const children = 12 + (seed % 5);
      const groups = 3 + (seed % 2);
      const p = problemLike(
        {
          children,
          groups,
          sizeFrom: Math.floor(children / groups) - 1,
          sizeTo: Math.ceil(children / groups) + 1,
          ...(seed % 4 === 0 && { slots: 3 }),
        },
        seed,
      );
      const found = formed(p, 1);
      if (found instanceof NoGrouping) continue;
      const { cost } = formGroups(p, { seed: 1 });
      const ratio = cost.total / (await exactCost(p, cost.total));
      expect(ratio).toBeGreaterThan(1 - 1e-5);
      expect(ratio).toBeLessThan(1.05);
      sum += ratio;
      count += 1;
    }
    expect(count).toBeGreaterThan(7);
    expect(sum / count).toBeLessThan(1.01);
  }, 120_000);

  it('begun from a grouping, is no worse, and gives each group the number of the one it came from', () => {
    fc.assert(
      fc.property(fc.nat(1e5), (seed) => {
        const p = problemLike({ children: 18, groups: 4, sizeFrom: 2, sizeTo: 7, pairs: 12 }, seed);
        const start = formed(p, seed);
        if (start instanceof NoGrouping) return;
        const better = formGroups(p, { seed: seed + 1, iterations: 3000, start });
        expect(faultsOf(p, better)).toEqual([]);
        expect(better.cost.total).toBeLessThanOrEqual(start.cost.total + 1e-6);
        const kept = (k: number, g: number): number => better.groups[g]!.members.filter((m) => start.groups[k]!.members.includes(m)).length;
        // no two groups could trade numbers for more children who stay, where no rule tells numbers apart
        if (p.notIn) return;
        for (let a = 0; a < 4; a += 1)
          for (let b = 0; b < a; b += 1) expect(kept(a, b) + kept(b, a)).toBeLessThanOrEqual(kept(a, a) + kept(b, b));
      }),
      { numRuns: 25 },
    );
  });

  it('comes at once, and legal, when stopped', () => {
    const p = problemLike({ children: 60, groups: 10, sizeFrom: 4, sizeTo: 8 }, 3);
    const answer = formGroups(p, { seed: 1, iterations: 1e9, signal: { aborted: true } });
    expect(faultsOf(p, answer)).toEqual([]);
    let at = 0;
    const timed = formGroups(p, { seed: 1, iterations: 1e9, budgetMs: 50, now: () => (at += 10) });
    expect(faultsOf(p, timed)).toEqual([]);
  });
});

describe('the best focus', () => {
  it('is the best of all that may be, and its value is what it adds up to', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 1, maxLength: 6 }),
        fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { maxLength: 3 }),
        fc.integer({ min: 1, max: 6 }),
        fc.boolean(),
        (pairs, skills, capacity, window) => {
          const kinds = window ? [] : skills;
          const gain = Float64Array.from([...pairs, ...kinds]);
          const size = Float64Array.from(gain, (_, k) => (k < pairs.length ? 1 : 2));
          const rule = { size, capacity, pairs: pairs.length, window, all: false };
          let best = -Infinity;
          for (let set = 1; set < 1 << gain.length; set += 1) {
            const at = [...gain.keys()].filter((k) => set & (1 << k));
            const takes = at.reduce((sum, k) => sum + size[k]!, 0);
            const neighbours = at.every((k, n) => k === at[0]! + n) && at.length === Math.min(capacity, pairs.length);
            if (takes > capacity || (window && !neighbours)) continue;
            best = Math.max(
              best,
              at.reduce((sum, k) => sum + gain[k]!, 0),
            );
          }
          const focus = focusOf(rule, gain);
          expect(focus.reduce((sum, k) => sum + gain[k]!, 0)).toBeCloseTo(best, 6);
          expect(focusValue(rule, gain)).toBeCloseTo(best, 6);
        },
      ),
      {
        numRuns: 2000,
        examples: [
          [[-5], [-1], 2, false],
          [[-5e-7], [0], 2, false],
        ],
      },
    );
  });
});

describe('what costs', () => {
  const taught = ['a:a', 'b:b', 'c:k', 'd:d'];
  const child = (id: string, gaps: readonly string[], more = {}) => ({
    id,
    known: Object.fromEntries(taught.map((gpc) => [gpc, gaps.includes(gpc) ? 0.05 : 0.97])),
    ...more,
  });
  const six = (p: Partial<GroupingProblem> = {}): GroupingProblem => ({
    children: ['1', '2', '3'].map((n) => child(`x${n}`, ['a:a', 'b:b'])).concat(['1', '2', '3'].map((n) => child(`y${n}`, ['c:k', 'd:d']))),
    taught,
    groups: 2,
    sizeFrom: 2,
    sizeTo: 4,
    focusSize: 2,
    ...p,
  });
  const with_ = (answer: Grouping, id: string): string[] => [...answer.groups.find((g) => g.members.includes(id))!.members].sort();

  it('finds the two groups that are plainly there, with what they share', () => {
    const p = six();
    const answer = formGroups(p, { seed: 5 });
    expect(with_(answer, 'x1')).toEqual(['x1', 'x2', 'x3']);
    expect([...answer.groups.find((g) => g.members.includes('x1'))!.focus].sort()).toEqual(['a:a', 'b:b']);
    for (const e of explain(p, answer)) for (const s of e.shared) expect(s.need).toBe(3);
  });

  it('keeps children of one pace, and last cycle’s companions, where gaps do not tell', () => {
    const all = Array.from({ length: 6 }, (_, k) => k);
    const paced = six({ children: all.map((k) => child(`c${k}`, ['a:a'], { pace: k % 2 })), sizeFrom: 3 });
    expect(with_(formGroups(paced, { seed: 1 }), 'c0')).toEqual(['c0', 'c2', 'c4']);
    const known = six({ children: all.map((k) => child(`c${k}`, ['a:a'], { last: `g${k % 2}` })), sizeFrom: 3 });
    expect(with_(formGroups(known, { seed: 1 }), 'c1')).toEqual(['c1', 'c3', 'c5']);
  });

  it('works on neighbours in the order when that is how the school groups, and on one skill alone when asked', () => {
    const p = problemLike({ children: 16, groups: 3, sizeFrom: 3, sizeTo: 7 }, 8);
    for (const { focus } of formGroups({ ...p, way: 'next step' }, { seed: 1 }).groups) {
      const at = focus.map((f) => p.taught.indexOf(f));
      expect(at).toEqual(at.map((_, k) => at[0]! + k));
    }
    const skill = formGroups({ ...p, way: 'blending', mayWait: true }, { seed: 1 });
    for (const { focus } of skill.groups) expect(focus).toEqual(['blending']);
  });

  it('takes nothing for a gap that the child’s class was not taught, and leaves waiting whom no group serves', () => {
    const p = six({
      children: [...six().children, child('z', [], {}), { ...child('u', taught), taught: [] }],
      mayWait: true,
    });
    const answer = formGroups(p, { seed: 1 });
    expect(answer.waiting).toEqual([
      { child: 'z', why: 'no gaps' },
      { child: 'u', why: 'no gaps' },
    ]);
    expect(costOf(p, answer).total).toBe(answer.cost.total);
  });

  it('weighs a gap by how much text it opens, at the logarithm', () => {
    const gap = (gpc: string, textOpened?: Record<string, number>): number =>
      costOf({ ...six({ children: [child('c', [gpc])] }), ...(textOpened && { textOpened }) }, { groups: [] }).notCovered;
    const [low, high] = [gap('d:d', { 'a:a': 999, 'd:d': 9 }), gap('d:d', { 'a:a': 999, 'd:d': 999 })];
    expect(high).toBeGreaterThan(low);
    // a hundred times as much text, by far not a hundred times the weight
    expect(high / low).toBeLessThan(2);
  });

  it('says how much a cycle can carry', () => {
    expect(pairsInCycle(6, 4)).toBe(6);
    expect(pairsInCycle(1, 1)).toBe(1);
    expect(pairsInCycle(52, 5)).toBe(12);
  });
});

describe('saying why', () => {
  const p = problemLike({ children: 16, groups: 4, sizeFrom: 3, sizeTo: 5, pairs: 16, slots: 3 }, 12);
  const answer = formGroups(p, { seed: 2 });

  it('tells before a move exactly what it changes, and which rules it breaks', () => {
    fc.assert(
      fc.property(fc.constantFrom(...p.children.map((c) => c.id)), (id) => {
        for (const move of movesOf(p, answer, id)) {
          const after = withChildMoved(answer, id, move.to);
          expect(costOf(p, after).total - answer.cost.total).toBeCloseTo(move.change.total, 6);
          const own = costsByChild(p, after).get(id)!.total - costsByChild(p, answer).get(id)!.total;
          expect(own).toBeCloseTo(move.own.total, 6);
          if (move.to !== null) expect(move.breaks).toEqual(broken(p, after));
        }
      }),
      { numRuns: 16 },
    );
  });

  it('accounts for every gap of a child: shared here, worked on elsewhere, or left', () => {
    for (const { id, known } of p.children) {
      const why = placementOf(p, answer, id)!;
      const gaps = p.taught.filter((gpc) => known[gpc] !== undefined && known[gpc] < 0.5);
      const said = [...why.shares.map((s) => s.need), ...why.open.map((o) => o.need)];
      for (const gpc of gaps) expect(said).toContain(gpc);
      for (const { need, groups } of why.open) for (const g of groups) expect(answer.groups[g]!.focus).toContain(need);
    }
  });

  it('asks what is known too little, and no more than two minutes hold', () => {
    const thin = thinEvidence({ ...p, children: p.children.map((c, k) => (k < 2 ? { id: c.id, known: {} } : c)) }, answer);
    const asked = thin.flatMap((t) => t.ask);
    expect(asked.map((a) => a.child)).toEqual(expect.arrayContaining(['c0', 'c1']));
    for (const t of thin) expect(t.ask.reduce((n, a) => n + a.needs.length, 0)).toBeLessThanOrEqual(12);
  });

  it('offers groupings that truly differ, each legal, costed alike, and says for whom', () => {
    const wide = problemLike({ children: 24, groups: 4, sizeFrom: 4, sizeTo: 8 }, 4);
    const list = suggestions(wide, { seed: 1, iterations: 30_000 });
    expect(list.length).toBeGreaterThanOrEqual(2);
    list.forEach((s, k) => {
      expect(faultsOf(wide, s.grouping)).toEqual([]);
      expect(s.grouping.cost.total).toBeGreaterThanOrEqual(list[0]!.grouping.cost.total * 0.99);
      for (const other of list.slice(0, k)) expect(difference(other.grouping, s.grouping)).toBeGreaterThanOrEqual(TRULY_DIFFERENT);
    });
  });

  it('names the smallest set of rules that conflict, in words', () => {
    const base: GroupingProblem = {
      children: ['Ann', 'Bo', 'Cy', 'Di'].map((id) => ({ id, known: {} })),
      taught: ['a:a'],
      groups: 2,
      sizeFrom: 1,
      sizeTo: 3,
      focusSize: 1,
    };
    const named = { child: (id: string) => id, group: (g: number) => `group ${g + 1}`, adult: (id: string) => id };
    const words = (more: Partial<GroupingProblem>): string => {
      const p = { ...base, ...more };
      const conflict = conflictOf(p)!;
      expect(conflict.smallest).toBe(true);
      return conflictInWords(p, conflict, named);
    };
    expect(conflictOf(base)).toBeNull();
    expect(
      words({
        together: [
          ['Ann', 'Bo'],
          ['Cy', 'Di'],
        ],
        apart: [['Bo', 'Ann']],
      }),
    ).toBe('These cannot all hold: Ann and Bo are together and Bo and Ann are apart. Giving up one of them is enough.');
    expect(words({ sizeTo: 1 })).toContain('no group has more than 1 children and all 4 children are in one of 2 groups');
    expect(
      words({
        apart: [
          ['Ann', 'Bo'],
          ['Bo', 'Cy'],
          ['Ann', 'Cy'],
          ['Cy', 'Di'],
        ],
      }),
    ).not.toContain('Di');
    const slots = [{ id: 't', rooms: 2 }];
    const busy = base.children.map((c) => (c.id === 'Bo' ? { ...c, busy: ['t'] } : c));
    expect(words({ slots, children: busy })).toContain('Bo stays in class at the times set');
    expect(constraintsOf({ ...base, slots, children: busy }).map((c) => c.kind)).toContain('busy');
  });

  it('refuses a problem that makes no sense with the field that is wrong', () => {
    const field = (more: Partial<GroupingProblem>): string => {
      try {
        formGroups({ ...p, ...more }, { seed: 1 });
      } catch (error) {
        if (isCoreError(error)) return error.field;
      }
      return '';
    };
    expect(field({ children: [] })).toBe('children');
    expect(field({ children: [...p.children, p.children[0]!] })).toBe('children');
    expect(field({ groups: 0 })).toBe('groups');
    expect(field({ sizeFrom: 5, sizeTo: 4 })).toBe('sizeTo');
    expect(field({ focusSize: 0 })).toBe('focusSize');
    expect(field({ stay: [['c1', 9]] })).toBe('stay');
    expect(suggestFocus(p, [])).toEqual([]);
  });
});
