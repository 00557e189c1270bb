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
  /** Share of a pair's chance to be known by the time it has been taught a few weeks. */
  readonly ability: number;
  /** Pairs known at a week (0 the first), by pair: the week from which it is known, or Infinity. */
  readonly knownFrom: ReadonlyMap<Gpc, number>;
  /** Chance of a wrong answer on a known pair. */
  readonly slip: number;
  /** Chance of a right answer on an unknown pair. */
  readonly guess: number;
  /** Typical response on a known pair, ms. */
  readonly pace: number;
  readonly kind: DemoKind;
}

/** How able children of a kind are otherwise: reading, spelling and what was taught besides. */
const ABILITY: Record<DemoKind, number> = { secure: 0.94, usual: 0.84, hole: 0.72, low: 0.5, late: 0.68, slow: 0.8, blend: 0.6 };
/** Share of what is not known at the start that is learned in class on the way, a week of them each. */
const LEARNS: Record<DemoKind, number> = { secure: 0.6, usual: 0.5, hole: 0.12, low: 0.1, late: 0.25, slow: 0.4, blend: 0.3 };

/** Draws a child of a kind: what is known from when on, a few pairs confused for a long time, some learned on the way. */
export function drawChild(id: string, taught: readonly Gpc[], weeks: number, kind: DemoKind, random: Random): HiddenChild {
  const ability = Math.min(0.97, Math.max(0.3, ABILITY[kind] + 0.05 * gauss(random)));
  const knownFrom = new Map<Gpc, number>();
  taught.forEach((gpc, k) => {
    // a letter written twice is known with its letter
    const letter = isLightPair(gpc) ? taught.find((other) => other !== gpc && other.endsWith(`:${gpc.split(':')[1]!}`)) : undefined;
    if (letter && knownFrom.has(letter)) {
      knownFrom.set(gpc, random() < 0.94 ? knownFrom.get(letter)! : Infinity);
      return;
    }
    // the first letters are in daily use: even those that look alike are told apart
    const hard =
      kind !== 'secure' && k > 0.3 * taught.length && taught.slice(0, k).some((other) => confusability(other, gpc) === 2) ? 0.12 : 0;
    const chance = Math.min(0.985, Math.max(0.03, chanceOf(kind, k / Math.max(1, taught.length - 1), ability) - hard));
    if (random() < chance) knownFrom.set(gpc, 0);
    else knownFrom.set(gpc, random() < LEARNS[kind] ? 1 + Math.floor(random() * weeks) : Infinity);
  });
  const pace = (900 + 700 * random()) * (kind === 'slow' ? 3 : 1);
  return { id, ability, knownFrom, slip: 0.02 + 0.04 * random(), guess: 0.02 + 0.05 * random(), pace, kind };
}

export interface SimulatedResponse {
  readonly outcome: Outcome;
  readonly ms: number;
  readonly said?: string;
}

/** What a child does with a card in a week. */
export function respond(child: HiddenChild, gpc: Gpc, week: number, taught: readonly Gpc[], random: Random): SimulatedResponse {
  const known = week >= (child.knownFrom.get(gpc) ?? Infinity);
  const ms = Math.round((known ? child.pace : child.pace * 2.1) * Math.exp(0.35 * gauss(random)));
  if (known ? random() > child.slip : random() < child.guess) {
    const r = random();
    const outcome: Outcome = r < (known ? 0.06 : 0.25) ? 'put right' : ms > 3300 ? 'slow' : 'right';
    return { outcome, ms };
  }
  if (random() < (known ? 0.1 : 0.3)) return { outcome: 'no answer', ms: 5000 + Math.round(2000 * random()) };
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
