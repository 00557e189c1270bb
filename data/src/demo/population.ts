/**
 * A population of children for checking judgement: what each knows, and how each answers. Not the demo's
 * children, and drawn by other rules than the core's model: the front is uneven, holes come in clumps of pairs easily
 * mixed up, and answerers differ continuously. Nothing in core/ may look at this.
 */
import { gauss, seeded, type Random } from '@sapling/core';
import type { Observation, Outcome } from '@sapling/core/evidence';
import { confusability, type Gpc } from '@sapling/core/phonics';
import { uuidAt } from './simulate.js';

export interface TrueChild {
  readonly id: string;
  readonly knows: ReadonlySet<Gpc>;
  readonly slip: number;
  readonly guess: number;
  readonly pace: number;
  /** `front` children have kept what came first; `patchy` ones have holes everywhere. */
  readonly sort: 'front' | 'patchy';
}

const bounded = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Seeds below this are for fitting; tests and benchmarks draw from above. */
export const FITTING_SEEDS = 10_000;

export function drawTrueChild(taught: readonly Gpc[], seed: number): TrueChild {
  const random = seeded(seed * 7919 + 13);
  const patchy = random() < 0.15;
  const front = bounded(0.66 + 0.26 * gauss(random), 0.05, 1.1);
  const blur = 0.02 + 0.07 * random();
  const hole = patchy ? 0.1 + 0.12 * random() : 0.03 * random();
  const find = patchy ? 0.06 + 0.08 * random() : 0.03 * random();
  const knows = new Set<Gpc>();
  taught.forEach((gpc, k) => {
    const place = k / Math.max(1, taught.length - 1);
    if (place + blur * gauss(random) < front ? random() >= hole : random() < find) knows.add(gpc);
  });
  // who mixes two pairs up has neither, whichever was taught first
  for (const gpc of taught) {
    const twin = taught.find((other) => confusability(gpc, other) === 2 && other.split(':')[0] !== gpc.split(':')[0]);
    if (twin && random() < 0.04) {
      knows.delete(gpc);
      knows.delete(twin);
    }
  }
  return {
    id: `sim-${seed}`,
    knows,
    slip: 0.01 + 0.05 * random(),
    guess: 0.01 + 0.05 * random(),
    pace: 900 + 900 * random(),
    sort: patchy ? 'patchy' : 'front',
  };
}

/** One answer of a child to a card. */
export function answer(child: TrueChild, gpc: Gpc, at: number, random: Random): Observation {
  const known = child.knows.has(gpc);
  const ms = Math.round((known ? child.pace : child.pace * 2) * Math.exp(0.35 * gauss(random)));
  const right = known ? random() >= child.slip : random() < child.guess;
  const outcome: Outcome = right
    ? random() < (known ? 0.05 : 0.25)
      ? 'put right'
      : ms > 3200
        ? 'slow'
        : 'right'
    : random() < 0.25
      ? 'no answer'
      : 'wrong';
  return {
    id: uuidAt(at, random),
    child: child.id,
    by: 'sim',
    at: new Date(at).toISOString(),
    kind: 'see-say',
    skill: 'recall',
    gpc,
    outcome,
    ms,
  };
}
