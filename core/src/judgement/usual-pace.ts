/** How long right answers usually take a child, learned while they come: an answer is slow or quick against that alone. */
import type { Observation } from '../evidence/observation.js';

/** How much longer than usual an answer took that an adult noted as slow, or that was put right, with no time beside it (logarithm). */
const NOTED_DELAY = 0.5;
/** What right answers take before anything of a child is known, and with how many answers that counts. */
const USUAL_LOG_MS = Math.log(1600);
const USUAL_COUNTS = 2;
const LEAST_MS = 200;
const MOST_MS = 20_000;
/** No answer is taken for longer, or shorter, against the usual than this (logarithm). */
const MOST_DELAY = 1.5;
const LEAST_DELAY = -1;

interface Times {
  sum: number;
  n: number;
}

export class UsualPace {
  private readonly own = new Map<string, Times>();
  /** The same of all kinds of card and adults together. */
  private readonly all: Times = { sum: 0, n: 0 };

  /**
   * How much longer than usual a right answer took for this child, this kind of card and this adult (logarithm), and takes its time
   * into what is usual; null where nothing tells. What an adult noted as slow or put right without a time counts as a moderate delay.
   */
  delayOf({ kind, by, ms, outcome, fromMemory }: Observation): number | null {
    if (ms === undefined || fromMemory) return outcome === 'slow' || outcome === 'put right' ? NOTED_DELAY : null;
    const key = `${kind} ${by}`;
    const own = this.own.get(key) ?? { sum: 0, n: 0 };
    this.own.set(key, own);
    const log = Math.log(Math.min(MOST_MS, Math.max(LEAST_MS, ms)));
    // with an adult or a kind of card that is new, a child is as slow as with the others
    const { all } = this;
    const elsewhere = (all.sum - own.sum + USUAL_COUNTS * USUAL_LOG_MS) / (all.n - own.n + USUAL_COUNTS);
    const usual = (own.sum + USUAL_COUNTS * elsewhere) / (own.n + USUAL_COUNTS);
    for (const times of [own, all]) {
      times.sum += log;
      times.n += 1;
    }
    const delay = Math.min(MOST_DELAY, Math.max(LEAST_DELAY, log - usual));
    return outcome === 'put right' ? Math.max(NOTED_DELAY, delay) : delay;
  }
}
