/**
 * A classroom to judge groupings in, by a model of learning that the engine does not share. In each meeting a child who does
 * not know a pair learns it with a chance (all-or-none learning: Bower 1961), which is the child's own, falls with the size
 * of the group, with every pair just before it in the order that the child lacks, and with the share of the focus that the
 * child knows and sits through. What is learnt stays learnt over the cycle.
 */
import { gauss, seeded, shuffled, type Gpc, type GroupingProblem } from '../../src/index.js';

/** Meetings of each focus pair in a cycle. */
const MEETINGS = 6;
const CHANCE = 0.16;
/** Lost by each child beyond three, at most so many times. */
const CROWD = 0.07;
/** Pairs just before a pair that it stands on, and what lacking all of them costs. */
const GROUND = 4;
const LOST_WITHOUT_GROUND = 0.5;
const LOST_TO_BOREDOM = 0.4;

interface Pupil {
  readonly id: string;
  readonly knows: readonly boolean[];
  readonly rate: number;
}
export interface Classroom {
  readonly problem: GroupingProblem;
  readonly pupils: readonly Pupil[];
  /** Logarithm of how often each pair comes in text, 1 on average. */
  readonly weight: readonly number[];
}

/** A school of 20 to 40 children in three classes at three steps, each asked every pair once with slips and guesses. */
export function classroomOf(orders: readonly (readonly Gpc[])[], frequency: Readonly<Record<Gpc, number>>, seed: number): Classroom {
  const random = seeded(seed * 131 + 7);
  const count = 20 + Math.floor(random() * 21);
  const longest = orders.reduce((a, b) => (b.length > a.length ? b : a));
  const pupils: Pupil[] = [];
  const children = Array.from({ length: count }, (_, c) => {
    const taught = orders[c % orders.length]!;
    const ability = -0.6 + 1.6 * random();
    const away = Math.floor(random() * taught.length);
    const knows = longest.map((_gpc, k) => {
      const x = ability + 1.6 - (2.4 * k) / longest.length - (k >= away && k < away + 6 && random() < 0.6 ? 1.6 : 0);
      return random() < 1 / (1 + Math.exp(-1.7 * x));
    });
    pupils.push({ id: `c${c}`, knows, rate: Math.exp(0.35 * gauss(random)) });
    // one answer a pair: right answers are mostly knowledge, wrong ones mostly not; the child's share moves both
    const answers = taught.map((_gpc, k) => (knows[k] ? random() > 0.09 : random() < 0.07));
    const share = (answers.filter(Boolean).length + 2) / (answers.length + 4);
    const known: Record<Gpc, number> = {};
    const unsure: Record<Gpc, number> = {};
    taught.forEach((gpc, k) => {
      if (random() < 0.1) return;
      const [right, wrong] = [answers[k] ? 0.91 : 0.09, answers[k] ? 0.07 : 0.93];
      const p = (share * right) / (share * right + (1 - share) * wrong);
      known[gpc] = p;
      unsure[gpc] = Math.min(0.9, 0.1 + 2 * p * (1 - p));
    });
    return { id: `c${c}`, known, unsure, taught, set: `class ${c % orders.length}` };
  });
  const logs = longest.map((gpc) => Math.log(1 + (frequency[gpc] ?? 0)));
  const mean = logs.reduce((a, b) => a + b, 0) / logs.length;
  const groups = Math.max(3, Math.floor(count / 5.5));
  return {
    problem: { children, taught: longest, groups, sizeFrom: 3, sizeTo: 6, focusSize: 4, textOpened: frequency, mayWait: true },
    pupils,
    weight: logs.map((x) => x / mean),
  };
}

/** What is hidden, or what is believed: chance that child `m` does not know pair `k`, and how fast they learn. */
export interface View {
  readonly need: readonly (readonly number[])[];
  readonly rate: readonly number[];
}
export function truthOf({ problem, pupils }: Classroom): View {
  return {
    need: pupils.map((p, m) => p.knows.map((knows, k) => (knows || !problem.children[m]!.taught!.includes(problem.taught[k]!) ? 0 : 1))),
    rate: pupils.map((p) => p.rate),
  };
}
export function beliefOf({ problem }: Classroom): View {
  return {
    need: problem.children.map((c) => problem.taught.map((gpc) => (c.taught!.includes(gpc) ? 1 - (c.known[gpc] ?? 0.65) : 0))),
    rate: problem.children.map(() => 1),
  };
}

/** What each member learns of each focus pair, expected. */
export function learned(view: View, members: readonly number[], focus: readonly number[]): number[][] {
  const crowd = 1 / (1 + CROWD * Math.max(0, members.length - 3));
  return members.map((m) => {
    const need = view.need[m]!;
    const bored = focus.reduce((sum, k) => sum + 1 - need[k]!, 0) / Math.max(1, focus.length);
    return focus.map((k) => {
      let lacking = 0;
      for (let j = Math.max(0, k - GROUND); j < k; j += 1) lacking += need[j]! / GROUND;
      const q = Math.min(0.9, CHANCE * view.rate[m]! * crowd * (1 - LOST_WITHOUT_GROUND * lacking) * (1 - LOST_TO_BOREDOM * bored));
      return need[k]! * (1 - (1 - q) ** MEETINGS);
    });
  });
}

/** Expected weighted learning of a group with its best focus, found by exchange from the greedy one. */
export function bestFor(
  view: View,
  members: readonly number[],
  size: number,
  weight: readonly number[],
  fair = (x: number): number => x,
): { focus: number[]; value: number } {
  const worth = (focus: readonly number[]): number =>
    learned(view, members, focus).reduce((sum, row) => sum + fair(row.reduce((a, x, i) => a + x * weight[focus[i]!]!, 0)), 0);
  const single = weight.map((w, k) => ({ k, v: w * members.reduce((sum, m) => sum + view.need[m]![k]!, 0) }));
  const top = single
    .sort((a, b) => b.v - a.v)
    .slice(0, size + 5)
    .map((x) => x.k);
  let focus = top.slice(0, size);
  let value = worth(focus);
  for (let better = true; better;) {
    better = false;
    for (const k of top) {
      if (focus.includes(k)) continue;
      for (let i = 0; i < focus.length; i += 1) {
        const next = focus.map((f, j) => (j === i ? k : f));
        const v = worth(next);
        if (v > value + 1e-9) {
          focus = next;
          value = v;
          better = true;
          break;
        }
      }
    }
  }
  return { focus, value };
}

/** A direct search of expected learning: moves and swaps from several starts, cooled. */
export function directSearch(
  room: Classroom,
  view: View,
  weight: readonly number[],
  seed: number,
  /** What a child's learning counts for: its root serves those who learn least. */
  fair = (x: number): number => x,
): { members: number[]; focus: number[] }[] {
  const { problem } = room;
  const random = seeded(seed);
  const known = new Map<string, { focus: number[]; value: number }>();
  const of = (members: readonly number[]): { focus: number[]; value: number } => {
    const key = [...members].sort((a, b) => a - b).join();
    const found = known.get(key) ?? bestFor(view, members, problem.focusSize, weight, fair);
    known.set(key, found);
    return found;
  };
  let best: number[][] = [];
  let bestValue = -1;
  for (let start = 0; start < 3; start += 1) {
    const mixed = start === 0 ? byTotal(room) : shuffled([...problem.children.keys()], random);
    const at = mixed.slice(0, problem.groups * problem.sizeTo);
    const groups = Array.from({ length: problem.groups }, (_, g) =>
      at.slice(Math.round((g * at.length) / problem.groups), Math.round(((g + 1) * at.length) / problem.groups)),
    );
    const out = mixed.slice(problem.groups * problem.sizeTo);
    let value = groups.reduce((sum, g) => sum + of(g).value, 0);
    const STEPS = 14_000;
    for (let k = 0; k < STEPS; k += 1) {
      const heat = 0.25 * (1 - k / STEPS) ** 2;
      const [a, b] = [Math.floor(random() * groups.length), Math.floor(random() * (groups.length + (out.length > 0 ? 1 : 0)))];
      if (a === b) continue;
      const [x, y] = [groups[a]!, b < groups.length ? groups[b]! : out];
      const i = Math.floor(random() * x.length);
      const swap = b >= groups.length || random() < 0.6;
      const j = Math.floor(random() * y.length);
      const nx = swap ? x.map((m, n) => (n === i ? y[j]! : m)) : x.filter((_m, n) => n !== i);
      const ny = swap ? y.map((m, n) => (n === j ? x[i]! : m)) : [...y, x[i]!];
      if (nx.length < problem.sizeFrom || (b < groups.length && ny.length > problem.sizeTo)) continue;
      const change = of(nx).value - of(x).value + (b < groups.length ? of(ny).value - of(y).value : 0);
      if (change < 0 && random() > Math.exp(change / Math.max(heat, 1e-6))) continue;
      groups[a] = nx;
      if (b < groups.length) groups[b] = ny;
      else out.splice(0, out.length, ...ny);
      value += change;
    }
    if (value > bestValue) {
      bestValue = value;
      best = groups.map((g) => [...g]);
    }
  }
  return best.map((members) => ({ members, focus: of(members).focus }));
}

/** Children by how much they know, least first. */
export function byTotal({ problem }: Classroom): number[] {
  const total = (m: number): number => {
    const { known, taught } = problem.children[m]!;
    return taught!.reduce((sum, gpc) => sum + (known[gpc] ?? 0.65), 0);
  };
  return [...problem.children.keys()].sort((a, b) => total(a) - total(b));
}
