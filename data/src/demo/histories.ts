/**
 * Histories of simulated children over a term, for fitting the estimate and for seeing whether what it says
 * is so. What a child knows changes: pairs are learned and lost. Answers come by several kinds of check, to
 * several adults (one strict, one lenient), some from memory. Drawn by other rules than the estimate's model.
 * Seeds below FITTING_SEEDS are for fitting; tests and benchmarks draw from above.
 */
import { gauss, seeded, type Random } from '@sapling/core';
import type { Observation, ObservationKind, Outcome, SkillEvidence, Strand } from '@sapling/core/evidence';
import type { Gpc } from '@sapling/core/phonics';
import { uuidAt } from './simulate.js';

const DAY = 86_400_000;
const START = Date.parse('2026-01-12T09:00:00Z');
const TERM_DAYS = 84;
const PAIRS = 36;

export interface History {
  readonly observations: Observation[];
  /** Which pairs the child knows at `asOf`. */
  readonly knows: ReadonlySet<Gpc>;
  readonly asOf: string;
}
const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** What each kind adds to a slip or a guess, and among how many the child chooses. */
const KINDS: readonly { kind: ObservationKind; often: number; slip: number; guess: number; options?: number }[] = [
  { kind: 'see-say', often: 0.6, slip: 0, guess: 0 },
  { kind: 'word', often: 0.12, slip: 0.06, guess: 0.16 },
  { kind: 'made-up word', often: 0.08, slip: 0.07, guess: 0.04 },
  { kind: 'text', often: 0.06, slip: 0.04, guess: 0.3 },
  { kind: 'spelling', often: 0.05, slip: 0.25, guess: 0.02 },
  { kind: 'hear-point', often: 0.05, slip: 0.02, guess: 0, options: 4 },
  { kind: 'session', often: 0.04, slip: 0.02, guess: 0.15 },
];
const ADULTS = [
  { id: 'strict', often: 0.3, lenient: -0.01 },
  { id: 'usual', often: 0.5, lenient: 0.01 },
  { id: 'lenient', often: 0.2, lenient: 0.1 },
] as const;

/** One child's term. */
export function drawHistory(seed: number): History {
  const random = seeded(seed * 6151 + 29);
  const id = `h-${seed}`;
  const ability = 0.9 * gauss(random);
  const carelessness = 0.01 + 0.09 * random() ** 2;
  const luck = 0.01 + 0.08 * random() ** 2;
  const pace = 800 + 1100 * random();
  const learning = 0.004 + 0.02 * random();
  const losing = 0.002 + 0.008 * random() ** 2;
  // when each pair is known: spells of knowing and not knowing over the term
  const changes = Array.from({ length: PAIRS }, (_, k) => {
    let known = random() < logistic(0.4 + ability - 1.6 * (k / PAIRS - 0.5) + 0.8 * gauss(random));
    const at: number[] = [];
    for (let day = 0; ;) {
      const rate = known ? losing : learning;
      day += -Math.log(1 - random()) / rate;
      if (day > TERM_DAYS) return { first: at.length % 2 === 0 ? known : !known, at };
      at.push(day);
      known = !known;
    }
  });
  const knows = (k: number, day: number): boolean =>
    changes[k]!.at.filter((d) => d <= day).length % 2 === 0 ? changes[k]!.first : !changes[k]!.first;
  const observations: Observation[] = [];
  const days = [0, 14, 25, 39, 52, 66, 77].filter(() => random() < 0.6);
  if (days.length === 0) days.push(39);
  for (const day of days) {
    const adult = pick(ADULTS, random);
    let at = START + day * DAY;
    for (let k = 0; k < PAIRS; k += 1) {
      if (random() < 0.25) continue;
      const rounds = random() < 0.08 ? 2 : 1;
      for (let round = 0; round < rounds; round += 1) {
        const kind = pick(KINDS, random);
        const fromMemory = random() < 0.05;
        const known = knows(k, day);
        const slip = carelessness + kind.slip + (fromMemory ? 0.12 : 0);
        const guess = Math.max(luck + kind.guess + adult.lenient + (fromMemory ? 0.12 : 0), kind.options ? 1 / kind.options : 0.005);
        const right = random() < (known ? 1 - slip : guess);
        const ms = Math.round((known ? pace : 2.1 * pace) * Math.exp(0.4 * gauss(random)));
        const outcome: Outcome = right
          ? random() < (known ? 0.05 : 0.2)
            ? 'put right'
            : 'right'
          : random() < 0.25
            ? 'no answer'
            : 'wrong';
        at += ms + 1500;
        observations.push({
          id: uuidAt(at, random),
          child: id,
          by: adult.id,
          at: new Date(at).toISOString(),
          kind: kind.kind,
          gpc: gpcAt(k),
          outcome,
          ...(fromMemory ? { fromMemory } : { ms }),
          ...(kind.options ? { options: kind.options } : {}),
        });
      }
    }
  }
  const last = days.at(-1)! + Math.floor(random() * (TERM_DAYS - days.at(-1)!));
  return {
    observations,
    knows: new Set(changes.flatMap((_, k) => (knows(k, last) ? [gpcAt(k)] : []))),
    asOf: new Date(START + last * DAY + DAY / 2).toISOString(),
  };
}
const gpcAt = (k: number): Gpc => `g${k}:s${k}`;

function pick<T extends { readonly often: number }>(list: readonly T[], random: Random): T {
  let left = random() * list.reduce((sum, item) => sum + item.often, 0);
  for (const item of list) {
    left -= item.often;
    if (left <= 0) return item;
  }
  return list.at(-1)!;
}

export interface SkillHistory {
  readonly evidence: SkillEvidence[];
  readonly asOf: string;
  /** Answers to plain items given right after `asOf`: what the estimate foretells. */
  readonly next: readonly boolean[];
}

/** What each kind adds to a right answer by another way (a word known by sight, a context), and how much longer it takes. */
const SKILL_KINDS: readonly { kind: ObservationKind; often: number; sight: number; takes: number; options?: number }[] = [
  { kind: 'made-up word', often: 0.35, sight: 0, takes: 1.1 },
  { kind: 'word', often: 0.3, sight: 0.12, takes: 1 },
  { kind: 'text', often: 0.1, sight: 0.35, takes: 0.8 },
  { kind: 'session', often: 0.1, sight: 0.2, takes: 1 },
  { kind: 'push together', often: 0.1, sight: 0.02, takes: 1 },
  { kind: 'find in row', often: 0.05, sight: 0, takes: 1.4, options: 4 },
];

/**
 * One child's answers on one strand, with ability that drifts, and ten more afterwards. Some days are better than
 * others, adults differ in what they let pass, some kinds can be got right another way, some are marked from memory;
 * answers that come easily come faster.
 */
export function drawSkillHistory(seed: number): SkillHistory {
  const random = seeded(seed * 7411 + 17);
  const strand: Strand = 'blending';
  let ability = 0.5 + 1.7 * gauss(random);
  const steep = 1 + 0.9 * random();
  const slip = 0.01 + 0.07 * random();
  const guess = 0.06 * random();
  const pace = 1.1 + 0.5 * gauss(random) ** 2;
  const chance = (difficulty: number, form: number): number => guess + (1 - guess - slip) * logistic(steep * (ability + form - difficulty));
  const evidence: SkillEvidence[] = [];
  const sittings = 1 + Math.floor(4 * random());
  let day = 0;
  for (let sitting = 0; sitting < sittings; sitting += 1) {
    const count = 1 + Math.floor(9 * random());
    const adult = pick(ADULTS, random);
    const form = 0.55 * gauss(random) + 4 * (adult.lenient - 0.02);
    const { kind, sight, takes, options } = pick(SKILL_KINDS, random);
    const fromMemory = random() < 0.06;
    for (let k = 0; k < count; k += 1) {
      const difficulty = 0.35 * Math.floor(4 * random());
      const at = new Date(START + day * DAY + k * 9000).toISOString();
      const able = chance(difficulty, form);
      const other = Math.max(sight, options ? 1 / options : 0, fromMemory ? 0.2 : 0);
      const ok = random() < able + (1 - able) * other - (fromMemory ? 0.1 * able : 0);
      const ease = ability + form - difficulty;
      const ms = Math.round(1000 * pace * takes * (1 + 2.6 * logistic(-0.9 * ease)) * Math.exp(0.35 * gauss(random)));
      const second = ok && random() < 0.12 * logistic(-ease);
      evidence.push({
        strand,
        right: ok,
        difficulty,
        observation: {
          id: `${seed}-${sitting}-${k}`,
          child: `s-${seed}`,
          by: adult.id,
          at,
          kind,
          outcome: !ok ? (random() < 0.2 ? 'no answer' : 'wrong') : second ? 'put right' : ms > 4200 && random() < 0.7 ? 'slow' : 'right',
          ...(fromMemory ? { fromMemory } : { ms }),
          ...(options ? { options } : {}),
        },
      });
    }
    const wait = 5 + Math.floor(25 * random());
    day += wait;
    ability += 0.012 * wait * (random() - 0.3) + 0.05 * Math.sqrt(wait) * gauss(random);
  }
  return {
    evidence,
    asOf: new Date(START + day * DAY).toISOString(),
    next: Array.from({ length: 10 }, () => random() < chance(0, 0.55 * gauss(random))),
  };
}
