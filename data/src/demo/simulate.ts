/**
 * Simulated children with hidden true abilities. What the screens show and the judgement is checked
 * against comes from here; nothing in core/ may look at this, and its parameters are not those of the
 * estimate.
 */
import { gauss, seeded, type Random } from '@sapling/core';
import type { Outcome } from '@sapling/core/evidence';
import { confusability, isLightPair, type Gpc } from '@sapling/core/phonics';
import { chanceOf, type DemoKind } from './cast.js';

/** What is true of a simulated child and never told to the tool. */
export interface HiddenChild {
  readonly id: string;
  /** How able the child is otherwise: reading, spelling and what was taught besides. */
  readonly ability: number;
  /** The stage of each pair at the beginning of every week, the first of them 0: see `STAGE_CHANCES`. */
  readonly stages: ReadonlyMap<Gpc, readonly number[]>;
  /** Chance of a wrong answer on a pair that is there. */
  readonly slip: number;
  /** Chance of a right answer on one that is not. */
  readonly guess: number;
  /** Typical response on a known pair, ms. */
  readonly pace: number;
  readonly kind: DemoKind;
}

/**
 * A pair is not known or unknown: it climbs six stages, one at a time, and drops one now and then. So often it is there when asked,
 * by stage. Chosen; the kind of the school `stages` (../simulated/elsewhere.ts), on which nothing of the judgement was fitted, with
 * numbers of its own.
 */
export const STAGE_CHANCES: readonly number[] = [0.03, 0.18, 0.5, 0.82, 0.96, 0.99];
/** The stage from which a pair counts as known: it is there more than six times of ten. */
export const KNOWN_STAGE = 3;
const TOP = STAGE_CHANCES.length - 1;

const ABILITY: Record<DemoKind, number> = { secure: 0.94, usual: 0.84, hole: 0.72, low: 0.5, late: 0.68, slow: 0.8, blend: 0.6 };
/** How likely a pair climbs a stage in a week of class. */
const CLIMBS: Record<DemoKind, number> = { secure: 0.5, usual: 0.42, hole: 0.13, low: 0.11, late: 0.22, slow: 0.35, blend: 0.28 };
/** How likely a pair that is half there drops a stage in a week, and one that is nearly always there. */
const DROPS = { half: 0.04, high: 0.008 } as const;

/** Where a pair stands at first, by whether the child had it when it was taught. */
function firstStage(had: boolean, random: Random): number {
  const draw = random();
  if (had) return draw < 0.8 ? 5 : draw < 0.96 ? 4 : 3;
  return draw < 0.58 ? 0 : draw < 0.87 ? 1 : 2;
}
/** Stage by week, from the first on. */
function climb(first: number, weeks: number, kind: DemoKind, random: Random): number[] {
  const stages = [first];
  for (let week = 1; week <= weeks; week += 1) {
    const at = stages[week - 1]!;
    const up = at < TOP && random() < CLIMBS[kind];
    const down = at >= 2 && random() < (at <= KNOWN_STAGE ? DROPS.half : DROPS.high);
    stages.push(at + (up ? 1 : down ? -1 : 0));
  }
  return stages;
}

/** Draws a child of a kind: where each pair stands week by week, a few pairs confused for a long time, some learned on the way. */
export function drawChild(id: string, taught: readonly Gpc[], weeks: number, kind: DemoKind, random: Random): HiddenChild {
  const ability = Math.min(0.97, Math.max(0.3, ABILITY[kind] + 0.05 * gauss(random)));
  const stages = new Map<Gpc, readonly number[]>();
  taught.forEach((gpc, k) => {
    // a letter written twice is known with its letter
    const letter = isLightPair(gpc) ? taught.find((other) => other !== gpc && other.endsWith(`:${gpc.split(':')[1]!}`)) : undefined;
    const ofLetter = letter === undefined ? undefined : stages.get(letter);
    if (ofLetter) return void stages.set(gpc, random() < 0.94 ? ofLetter : climb(0, weeks, kind, random));
    // the first letters are in daily use: even those that look alike are told apart
    const hard =
      kind !== 'secure' && k > 0.3 * taught.length && taught.slice(0, k).some((other) => confusability(other, gpc) === 2) ? 0.12 : 0;
    const chance = Math.min(0.985, Math.max(0.03, chanceOf(kind, k / Math.max(1, taught.length - 1), ability) - hard));
    stages.set(gpc, climb(firstStage(random() < chance, random), weeks, kind, random));
  });
  const pace = (900 + 700 * random()) * (kind === 'slow' ? 3 : 1);
  return { id, ability, stages, slip: 0.015 + 0.035 * random(), guess: 0.01 + 0.04 * random(), pace, kind };
}

/** The stage of a pair in a week, which may be a part of one. */
export const stageIn = (child: HiddenChild, gpc: Gpc, week: number): number => {
  const stages = child.stages.get(gpc);
  return stages?.[Math.max(0, Math.min(stages.length - 1, Math.floor(week)))] ?? 0;
};
/** How likely a pair is there when it is asked in this week. */
export const isThere = (child: HiddenChild, gpc: Gpc, week: number): number => STAGE_CHANCES[stageIn(child, gpc, week)]!;

export interface SimulatedResponse {
  readonly outcome: Outcome;
  readonly ms: number;
  readonly said?: string;
}

/** What a child does with a card in a week. */
export function respond(child: HiddenChild, gpc: Gpc, week: number, taught: readonly Gpc[], random: Random): SimulatedResponse {
  const chance = isThere(child, gpc, week);
  const there = random() < chance;
  // what comes seldom comes slowly
  const ms = Math.round(child.pace * (2.1 - 1.1 * chance) * Math.exp(0.35 * gauss(random)));
  if (there ? random() > child.slip : random() < child.guess) {
    const outcome: Outcome = random() < 0.26 - 0.21 * chance ? 'put right' : ms > 3300 ? 'slow' : 'right';
    return { outcome, ms };
  }
  if (random() < 0.3 - 0.2 * chance) return { outcome: 'no answer', ms: 5000 + Math.round(2000 * random()) };
  const alike = taught.filter((other) => confusability(other, gpc) > 0 && other.split(':')[1] !== gpc.split(':')[1]);
  const pick = alike.length > 0 && random() < 0.85 ? alike[Math.floor(random() * alike.length)] : undefined;
  return { outcome: 'wrong', ms, ...(pick ? { said: pick.split(':')[1]! } : {}) };
}

/** UUID v7 with a time and randomness of our own, so that the demo is reproducible. */
export function uuidAt(ms: number, random: Random): string {
  const hex = (n: number, width: number): string => Math.floor(n).toString(16).padStart(width, '0');
  const time = hex(ms, 12);
  const a = hex(random() * 0x1000, 3);
  const b = hex(0x8000 + random() * 0x4000, 4);
  const c = hex(random() * 0x1000000, 6) + hex(random() * 0x1000000, 6);
  return `${time.slice(0, 8)}-${time.slice(8)}-7${a}-${b}-${c}`;
}

export { seeded };
