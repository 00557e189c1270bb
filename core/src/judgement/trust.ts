/** How well a judgement foretold what came, beside a plain rule: a reliability curve and its mean surprise (Gneiting and Raftery, JASA 102, 2007). */
import type { Foretold } from './foretell.js';

export interface Score {
  readonly answers: number;
  /** Mean surprise (log loss) of the judgement, and of the share of the last five answers. */
  readonly loss: number;
  readonly plain: number;
  /** Share said to come right, and that did. */
  readonly said: number;
  readonly right: number;
}
export interface ReliabilityBin {
  readonly said: number;
  readonly right: number;
  readonly answers: number;
}

const BINS = 10;
/** No answer is taken for impossible. */
const EDGE = 1e-3;
const surprise = (p: number, right: boolean): number => -Math.log(Math.min(1 - EDGE, Math.max(EDGE, right ? p : 1 - p)));
const mean = (list: readonly Foretold[], of: (f: Foretold) => number): number =>
  list.length === 0 ? 0 : list.reduce((sum, f) => sum + of(f), 0) / list.length;

/** The score of a list of foretold answers; zeros for an empty one. */
export function scoreOf(list: readonly Foretold[]): Score {
  return {
    answers: list.length,
    loss: mean(list, (f) => surprise(f.p, f.right)),
    plain: mean(list, (f) => surprise(f.plain, f.right)),
    said: mean(list, (f) => f.p),
    right: mean(list, (f) => Number(f.right)),
  };
}

/** Answers by the tenth in which their said chance lies; tenths without answers are left out. */
export function reliability(list: readonly Foretold[]): ReliabilityBin[] {
  return Array.from({ length: BINS }, (_, k) => {
    const own = list.filter((f) => Math.min(BINS - 1, Math.floor(f.p * BINS)) === k);
    return { said: mean(own, (f) => f.p), right: mean(own, (f) => Number(f.right)), answers: own.length };
  }).filter((bin) => bin.answers > 0);
}
