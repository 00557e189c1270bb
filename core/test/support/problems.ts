/** Made-up grouping problems with the shape real ones have: children who lost some of what was taught, at places that cluster. */
import { randomBelow, seeded, type GroupingChild, type GroupingProblem, type Strand } from '../../src/index.js';

export interface ProblemKind {
  children: number;
  groups: number;
  sizeFrom: number;
  sizeTo: number;
  pairs?: number;
  focusSize?: number;
  /** Pace, last cycle's groups, thin evidence, classes, rules about children and skills, as by a fair coin each. */
  rich?: boolean;
  /** Slots, with children busy in some. */
  slots?: number;
}

export function problemLike(kind: ProblemKind, seed: number): GroupingProblem {
  const random = seeded(seed * 7919 + 17);
  const pairs = kind.pairs ?? 24;
  const taught = Array.from({ length: pairs }, (_, k) => `g${k}:s${k}`);
  const rich = kind.rich ?? true;
  const coin = (): boolean => rich && random() < 0.5;
  const [pace, last, thin, rules, skills] = [coin(), coin(), coin(), coin(), coin()];
  // lessons that several children missed alike, and how much of everything each has lost
  const missed = Array.from({ length: 6 }, () => randomBelow(random, Math.max(1, pairs - 4)));
  const strands: Strand[] = ['blending', 'clusters'];
  const children = Array.from({ length: kind.children }, (_, c): GroupingChild => {
    const level = 0.3 + 0.7 * random();
    const away = [missed[randomBelow(random, 6)]!, missed[randomBelow(random, 6)]!];
    const seen = taught.map((_, k) => {
      const chance = level * (1.1 - (0.6 * k) / pairs) - (away.some((from) => k >= from && k < from + 4) ? 0.5 : 0);
      const knows = random() < chance;
      return Math.min(0.97, Math.max(0.03, (knows ? 0.85 : 0.15) + 0.25 * (random() - 0.5)));
    });
    const checked = taught.map(() => !thin || random() < 0.8);
    return {
      id: `c${c}`,
      known: Object.fromEntries(taught.flatMap((gpc, k) => (checked[k] ? [[gpc, seen[k]!]] : []))),
      ...(skills && { skills: Object.fromEntries(strands.map((s) => [s, random()])) }),
      ...(thin && { unsure: Object.fromEntries(taught.flatMap((gpc, k) => (checked[k] ? [[gpc, 0.1 + 0.5 * random()]] : []))) }),
      ...(pace && { pace: 0.2 + 1.3 * random() }),
      ...(last && random() < 0.8 && { last: `old ${randomBelow(random, kind.groups)}` }),
      ...(kind.slots && { busy: Array.from({ length: kind.slots }, (_, s) => `t${s}`).filter(() => random() < 0.2) }),
      set: `class ${randomBelow(random, 3)}`,
    };
  });
  const two = (): [string, string] => {
    const a = randomBelow(random, kind.children);
    return [`c${a}`, `c${(a + 1 + randomBelow(random, kind.children - 1)) % kind.children}`];
  };
  return {
    children,
    taught,
    groups: kind.groups,
    sizeFrom: kind.sizeFrom,
    sizeTo: kind.sizeTo,
    focusSize: kind.focusSize ?? 4,
    ...(skills && { skills: strands }),
    ...(rules && { together: [two()], apart: [two(), two()], notIn: [[`c${randomBelow(random, kind.children)}`, 0] as const] }),
    ...(kind.slots && { slots: Array.from({ length: kind.slots }, (_, s) => ({ id: `t${s}`, rooms: 2 })) }),
  };
}
