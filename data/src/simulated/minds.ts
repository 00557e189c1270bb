/**
 * Four ways in which a child may come to know pairs and lose them again, so that no judgement is admired on
 * children of its own making: none of them is the core's model, and they differ in kind from one another.
 *
 * - `switch`: a pair is known or not; teaching throws the switch at once, disuse throws it back.
 * - `strength`: every meeting leaves a trace that fades by a power of its age (Anderson and Schooler, "Reflections of the
 *   environment in memory", Psychological Science 2, 1991); recall is the logistic of their sum.
 * - `place`: one ability that moves along the teaching order, up in term and down in holidays, with holes and finds
 *   (an item response model after Rasch 1960).
 * - `spacing`: each pair has a half-life that grows more by a meeting that comes late than by one that comes at once
 *   (the spacing effect: Cepeda and others, Psychological Bulletin 132, 2006).
 *
 * A mind knows days and pairs by number; what an answer looks like to an adult is pupil.ts.
 */
import { gauss, type Random } from '@sapling/core';

export const MIND_KINDS = ['switch', 'strength', 'place', 'spacing'] as const;
export type MindKind = (typeof MIND_KINDS)[number];

export interface Mind {
  /** Days go by; in a holiday nothing is met in class. */
  pass(days: number, inTerm: boolean): void;
  /** A pair is worked on with an adult. */
  teach(k: number): void;
  /** A pair is asked or met in reading; the right answer is given where it was missed. */
  meet(k: number, right: boolean): void;
  /** Chance of a right free recall on an ordinary day. */
  chance(k: number): number;
}
export interface MindStart {
  /** How much each pair had been met before the year began: 0 never, 1 often. */
  readonly ease: readonly number[];
  /** How readily this child learns, about -2 to 2. */
  readonly readiness: number;
}

export const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

export function drawMind(kind: MindKind, start: MindStart, random: Random): Mind {
  return MINDS[kind](start, random);
}

const MINDS: Record<MindKind, (start: MindStart, random: Random) => Mind> = {
  switch: ({ ease, readiness }, random) => {
    const slip = 0.02 + 0.08 * random();
    const guess = 0.02 + 0.08 * random();
    const learn = logistic(-1.2 + 0.7 * readiness + 0.4 * gauss(random));
    const lose = 0.0015 * Math.exp(0.8 * gauss(random) - 0.5 * readiness);
    const known = ease.map((e) => random() < logistic(7 * (e - 0.5) + readiness));
    return {
      pass: (days, inTerm) =>
        known.forEach((knows, k) => {
          if (knows && random() < 1 - Math.exp(-lose * (inTerm ? 1 : 2.5) * days)) known[k] = false;
          if (!knows && inTerm && random() < 0.0015 * days * Math.exp(0.6 * readiness)) known[k] = true;
        }),
      teach: (k) => void (known[k] ||= random() < learn),
      meet: (k, right) => void (known[k] ||= !right && random() < 0.3 * learn),
      chance: (k) => (known[k] ? 1 - slip : guess),
    };
  },
  strength: ({ ease, readiness }, random) => {
    const decay = 0.35 + 0.2 * random();
    const steep = 2.5 + 2.5 * random();
    const threshold = 0.35 - 0.55 * readiness;
    const lapse = 0.01 + 0.05 * random();
    let day = 0;
    const traces = ease.map((e) => {
      const met = Math.round(14 * e * (0.6 + 0.8 * random()));
      return Array.from({ length: met }, () => ({ at: -2 - 200 * random(), size: 1 }));
    });
    const hard = ease.map(() => 0.5 * gauss(random));
    return {
      pass: (days, inTerm) => {
        day += days;
        if (inTerm) for (const list of traces) if (random() < 0.035 * days) list.push({ at: day - days * random(), size: 0.6 });
      },
      teach: (k) => void traces[k]!.push({ at: day, size: 1.4 }),
      meet: (k, right) => void traces[k]!.push({ at: day, size: right ? 0.9 : 0.5 }),
      chance: (k) => {
        const sum = traces[k]!.reduce((total, { at, size }) => total + size * Math.max(0.3, day - at) ** -decay, 0);
        return 0.02 + (0.98 - lapse) * logistic(steep * (Math.log(Math.max(1e-3, sum)) - threshold - hard[k]!));
      },
    };
  },
  place: ({ ease, readiness }, random) => {
    const steep = 6 + 8 * random();
    let ability = 0.5 + 0.12 * gauss(random) + 0.06 * readiness;
    const own = ease.map((e) => {
      const odd = random();
      return 1 - e + 0.08 * gauss(random) + (odd < 0.08 ? 0.6 : odd > 0.95 ? -0.5 : 0);
    });
    const push = ease.map(() => 0);
    const lapse = 0.02 + 0.05 * random();
    const luck = 0.01 + 0.05 * random();
    return {
      pass: (days, inTerm) => {
        ability += inTerm ? 0.0011 * days * Math.exp(0.4 * readiness) : -0.0016 * days;
        push.forEach((value, k) => (push[k] = value * 0.5 ** (days / 60)));
      },
      teach: (k) => void (push[k] = Math.min(0.6, push[k]! + 0.09 * Math.exp(0.4 * readiness))),
      meet: (k) => void (push[k] = Math.min(0.6, push[k]! + 0.015)),
      chance: (k) => luck + (1 - luck - lapse) * logistic(steep * (ability + push[k]! - own[k]!)),
    };
  },
  spacing: ({ ease, readiness }, random) => {
    const best = 0.9 + 0.08 * random();
    const luck = 0.02 + 0.04 * random();
    const gain = Math.exp(0.3 * readiness);
    const half = ease.map((e) => 0.5 * Math.exp(5.9 * e + 0.7 * gauss(random) + 0.35 * readiness));
    const since = ease.map(() => 1 + 20 * random());
    const held = (k: number): number => 0.5 ** (since[k]! / half[k]!);
    const grow = (k: number, by: number): void => {
      // a meeting just after the last one adds little; one that comes when half is lost adds most
      half[k] = Math.min(700, half[k]! * (1 + by * gain * (0.15 + Math.min(1, 1.6 * (1 - held(k))))));
      since[k] = 0;
    };
    return {
      pass: (days, inTerm) =>
        half.forEach((_, k) => {
          since[k]! += days;
          if (inTerm && random() < 0.05 * days) {
            half[k]! *= 1.04;
            since[k]! *= 0.35;
          }
        }),
      teach: (k) => grow(k, 1.1),
      meet: (k, right) => grow(k, right ? 0.7 : 0.35),
      chance: (k) => luck + (best - luck) * held(k),
    };
  },
};
