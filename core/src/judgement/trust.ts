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

/** Sums over foretold answers: those of one child can be kept and put together with those of others. */
export interface Tally {
  readonly answers: number;
  readonly loss: number;
  readonly plain: number;
  readonly said: number;
  readonly right: number;
  /** By the tenth in which the said chance lies. */
  readonly bins: readonly Readonly<Record<'answers' | 'said' | 'right', number>>[];
}

/** The sums of a list of foretold answers. */
export function tallyOf(list: readonly Foretold[]): Tally {
  const bins = Array.from({ length: BINS }, () => ({ answers: 0, said: 0, right: 0 }));
  const sums = { answers: list.length, loss: 0, plain: 0, said: 0, right: 0 };
  for (const f of list) {
    const right = Number(f.right);
    sums.loss += surprise(f.p, f.right);
    sums.plain += surprise(f.plain, f.right);
    sums.said += f.p;
    sums.right += right;
    const bin = bins[Math.min(BINS - 1, Math.floor(f.p * BINS))]!;
    bin.answers += 1;
    bin.said += f.p;
    bin.right += right;
  }
  return { ...sums, bins };
}

/** Two tallies as one: as if the answers of both stood in one list. */
export function joined(a: Tally, b: Tally): Tally {
  return {
    answers: a.answers + b.answers,
    loss: a.loss + b.loss,
    plain: a.plain + b.plain,
    said: a.said + b.said,
    right: a.right + b.right,
    bins: a.bins.map((bin, k) => ({
      answers: bin.answers + b.bins[k]!.answers,
      said: bin.said + b.bins[k]!.said,
      right: bin.right + b.bins[k]!.right,
    })),
  };
}

/** The score of what was tallied; zeros where that is nothing. */
export function scoreOf({ answers, loss, plain, said, right }: Tally): Score {
  const mean = (sum: number): number => (answers === 0 ? 0 : sum / answers);
  return { answers, loss: mean(loss), plain: mean(plain), said: mean(said), right: mean(right) };
}

/** What was said and what came, by tenths of what was said; tenths without answers are left out. */
export function reliability({ bins }: Tally): ReliabilityBin[] {
  return bins
    .filter((bin) => bin.answers > 0)
    .map(({ answers, said, right }) => ({ said: said / answers, right: right / answers, answers }));
}

/** So many answers are needed for a word about the whole. */
export const ENOUGH_TO_TRUST = 300;
/** So much better or worse than the plain rule, as a share, is no accident and no difference either. */
const SAME = 0.02;

/** How the judgement does in a school beside the plain rule of the last five answers. */
export function verdictOf({
  answers,
  loss,
  plain,
}: Pick<Score, 'answers' | 'loss' | 'plain'>): 'too few' | 'better' | 'no better' | 'worse' {
  if (answers < ENOUGH_TO_TRUST) return 'too few';
  const gain = 1 - loss / plain;
  return gain > SAME ? 'better' : gain > -SAME ? 'no better' : 'worse';
}
