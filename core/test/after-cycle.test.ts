/** Regrouping after a cycle: no rule broken, nobody lost, and each step as its stated rule has it. */
import { describe, expect, it } from 'vitest';
import {
  afterCycle,
  boardOf,
  broken,
  formGroups,
  isCoreError,
  movesOf,
  seeded,
  type Group,
  type GroupingProblem,
  type GroupOutcome,
  type OutcomeAdvice,
} from '../src/index.js';
import { problemLike } from './support/problems.js';

const ADVICE: readonly OutcomeAdvice[] = ['ready to leave', 'needs something else', 'on the way', 'check first'];
const outcome = (advice: Readonly<Record<string, OutcomeAdvice>>, done: readonly string[] = []): GroupOutcome =>
  ({ done, children: Object.entries(advice).map(([id, a]) => ({ id, advice: a })) }) as unknown as GroupOutcome;

/** A problem whose groups stand with a focus somebody chose some weeks ago. */
function board(seed: number): { problem: GroupingProblem; groups: Group[] } {
  const problem = problemLike({ children: 15, groups: 3, sizeFrom: 2, sizeTo: 7, pairs: 14, rich: seed % 2 === 0 }, seed);
  const groups = [...formGroups(problem, { seed }).groups].map((g) => ({ ...g, members: [...g.members] }));
  return { problem: { ...problem, mayWait: true, given: groups.map((g) => ({ focus: [...g.focus] })) }, groups };
}

describe('what comes after a cycle', () => {
  it('gives each child one step that its advice allows; whoever moves breaks no rule and costs nobody more', () => {
    const steps = new Map<string, number>();
    for (let seed = 1; seed <= 40; seed += 1) {
      const { problem: first, groups } = board(seed);
      const random = seeded(seed);
      const at = groups.findIndex((g) => g.members.length >= 3);
      const advice = Object.fromEntries(groups[at]!.members.map((m) => [m, ADVICE[Math.floor(random() * 4)]!]));
      // a cycle has passed: who is ready to leave knows the focus, and some turned out to need what others work on
      const problem = {
        ...first,
        children: first.children.map((c) => {
          const set = (focus: readonly string[], p: number) => Object.fromEntries(focus.filter((n) => n.includes(':')).map((n) => [n, p]));
          return {
            ...c,
            known: {
              ...c.known,
              ...(advice[c.id] === 'ready to leave' && set(groups[at]!.focus, 0.97)),
              ...(advice[c.id] &&
                random() < 0.5 &&
                set(
                  groups[(at + 1) % 3]!.focus.filter((n) => !groups[at]!.focus.includes(n)),
                  0.05,
                )),
            },
          };
        }),
      };
      const before = new Set(broken(problem, { groups }).map((c) => JSON.stringify(c)));
      const done = seed % 3 === 0 ? groups[at]!.focus.slice(0, 1) : [];
      const { steps: found, focus } = afterCycle(problem, groups, at, outcome(advice, done));
      if (done.length === 0) expect(focus).toBeNull();
      expect(found.map((s) => s.child).sort()).toEqual([...groups[at]!.members].sort());
      let now = groups;
      for (const s of found) {
        steps.set(s.step, (steps.get(s.step) ?? 0) + 1);
        const allowed = {
          'ready to leave': ['leaves', 'moves'],
          'needs something else': ['moves', 'look closer'],
          'on the way': ['stays'],
          'check first': ['check first'],
        }[advice[s.child]!];
        expect(allowed).toContain(s.step);
        if (s.step !== 'moves' && s.step !== 'leaves') continue;
        const to = s.step === 'moves' ? s.to : null;
        if (s.step === 'moves') {
          // said of the groups as they are when it is their turn
          const same = movesOf(problem, { groups: now }, s.child).find((m) => m.to === to)!;
          expect(s.move.change.total).toBeCloseTo(same.change.total, 6);
          expect(s.move.change.total).toBeLessThan(0);
          expect(s.move.needs.length).toBeGreaterThan(0);
        }
        now = now.map((g, k) => ({
          ...g,
          members: k === at ? g.members.filter((m) => m !== s.child) : k === to ? [...g.members, s.child] : g.members,
        }));
      }
      const said = found.flatMap((s) => (s.step === 'leaves' ? s.breaks.map((c) => JSON.stringify(c)) : []));
      const after = broken(problem, { groups: now }).filter((c) => c.kind !== 'size from' && c.kind !== 'all placed');
      expect(after.filter((c) => !before.has(JSON.stringify(c)) && !said.includes(JSON.stringify(c)))).toEqual([]);
      if (focus) {
        expect(focus.saves).toBeGreaterThan(0);
        expect(focus.needs.length).toBeGreaterThan(0);
      }
    }
    // every rule was met, so that none passes for want of cases
    for (const step of ['leaves', 'moves', 'look closer', 'check first', 'stays']) expect(steps.get(step) ?? 0, step).toBeGreaterThan(3);
  });

  it('keeps a focus that serves, and takes up another once its pairs are known', () => {
    const { problem, groups } = board(7);
    const at = 0;
    const stay = (done: readonly string[]) => outcome(Object.fromEntries(groups[at]!.members.map((m) => [m, 'on the way' as const])), done);
    expect(afterCycle(problem, groups, at, stay(groups[at]!.focus.slice(0, 1))).focus).toBeNull();
    const known = Object.fromEntries(groups[at]!.focus.map((g) => [g, 0.97]));
    const taught = {
      ...problem,
      children: problem.children.map((c) => (groups[at]!.members.includes(c.id) ? { ...c, known: { ...c.known, ...known } } : c)),
    };
    expect(afterCycle(taught, groups, at, stay([])).focus).toBeNull();
    const { focus } = afterCycle(taught, groups, at, stay(groups[at]!.focus));
    expect(focus!.needs.filter((n) => groups[at]!.focus.includes(n)).length).toBeLessThan(groups[at]!.focus.length);
    const board2 = groups.map((g, k) => (k === at ? { ...g, focus: [...focus!.needs] } : g));
    const lost = (b: Group[]): number => boardOf({ ...taught, given: b.map((g) => ({ focus: g.focus })) }, b).groups[at]!.total;
    expect(focus!.saves).toBeCloseTo(lost(groups) - lost(board2), 6);
  });

  it('refuses a group that is not there', () => {
    const { problem, groups } = board(1);
    try {
      afterCycle(problem, groups, 9, outcome({}));
      expect.fail('it was taken');
    } catch (error) {
      expect(isCoreError(error)).toBe(true);
    }
  });
});
