/**
 * A child's own scale: how what the recall filter expects of this child has to be bent to fit what came.
 *
 * The filter's numbers are those of children at large. How far a single child goes by them (whether all is a little likelier
 * than it seems, whether what is likely is all but certain, whether what was put right is there next time, whether a slow
 * right answer is half a guess) is learned from the child's own answers while they come: a logistic regression on the log
 * odds of what was expected, its weights a Gaussian that begins at *nothing to bend* and is moved by one extended Kalman step
 * an answer (Platt, "Probabilistic outputs", 1999, for the form; Fahrmeir, JASA 87, 1992, for the step). Children of whom
 * little was seen are judged as the filter does.
 */
import { logistic, logit } from './log-odds.js';

/** Standard deviations with which the weights begin: how differently children are expected to behave. */
export interface OwnScaleParameters {
  /** All answers likelier, or less so. */
  readonly base: number;
  /** Likely and unlikely further apart, or nearer. */
  readonly spread: number;
  /** A pair just missed, and put right: gone after some days. */
  readonly toldJustNow: number;
  /** A pair that was missed when it was last asked. */
  readonly missed: number;
  /** A pair that just came right: gone after some days. */
  readonly rightJustNow: number;
  /** By how much longer than usual the last right answer took. */
  readonly slow: number;
  /** What is *just now* has lost two thirds after so many days. */
  readonly days: number;
}

/** The last answer about a pair, as it tells of the next. */
export interface LastAnswer {
  readonly right: boolean;
  /** Days since. */
  readonly days: number;
  /** How much longer than usual it took, a logarithm; 0 where that is not known. */
  readonly delay: number;
}
/** What a chance is bent by: its log odds become `spread` times themselves, and `shift` more. */
export interface Bend {
  readonly spread: number;
  readonly shift: number;
}
export const bent = (p: number, { spread, shift }: Bend): number => logistic(spread * logit(p) + shift);
/** The chance that is bent to this one. */
export const unbent = (p: number, { spread, shift }: Bend): number => logistic((logit(p) - shift) / spread);

const WEIGHTS = 6;
/** Likely and unlikely never change places, nor come together. */
const LEAST_SPREAD = 0.5;
/** Log odds of the filter count by halves, so that all features are of one size. */
const HALF = 0.5;
const LEAST_CURVE = 0.02;

/** One child's own scale, moved on by each answer. */
export class OwnScale {
  private readonly mean = new Float64Array(WEIGHTS);
  private readonly cov = new Float64Array(WEIGHTS * WEIGHTS);
  private readonly x = new Float64Array(WEIGHTS);
  private readonly gain = new Float64Array(WEIGHTS);

  constructor(private readonly parameters: OwnScaleParameters) {
    const { base, spread, toldJustNow, missed, rightJustNow, slow } = parameters;
    [base, spread, toldJustNow, missed, rightJustNow, slow].forEach((sd, k) => (this.cov[k * (WEIGHTS + 1)] = sd ** 2));
  }

  private look(p: number, last: LastAnswer | null): void {
    const { x } = this;
    const fresh = last === null ? 0 : Math.exp(-last.days / this.parameters.days);
    x[0] = 1;
    x[1] = HALF * logit(p);
    x[2] = last?.right === false ? fresh : 0;
    x[3] = last?.right === false ? 1 : 0;
    x[4] = last?.right ? fresh : 0;
    x[5] = last?.right ? last.delay : 0;
  }
  /** The log odds on this child's scale, and how unsure they are for want of answers. */
  private expect(p: number, last: LastAnswer | null): { odds: number; variance: number } {
    this.look(p, last);
    const { x, mean, cov, gain } = this;
    let [odds, variance] = [logit(p), 0];
    for (let i = 0; i < WEIGHTS; i += 1) {
      let sum = 0;
      for (let j = 0; j < WEIGHTS; j += 1) sum += cov[i * WEIGHTS + j]! * x[j]!;
      gain[i] = sum;
      odds += mean[i]! * x[i]!;
      variance += sum * x[i]!;
    }
    return { odds, variance };
  }

  /** The chance of a right answer of which the filter expects `p`. */
  foretell(p: number, last: LastAnswer | null): number {
    const { odds, variance } = this.expect(p, last);
    return logistic(odds / Math.sqrt(1 + (Math.PI / 8) * variance));
  }

  /** Learns from an answer of which the filter expected `p`. */
  observe(p: number, last: LastAnswer | null, right: boolean): void {
    const { odds, variance } = this.expect(p, last);
    const { mean, cov, gain } = this;
    const q = logistic(odds);
    const curve = Math.max(LEAST_CURVE, q * (1 - q));
    const step = (Number(right) - q) / (1 + curve * variance);
    const narrow = 1 / (variance + 1 / curve);
    for (let i = 0; i < WEIGHTS; i += 1) {
      mean[i]! += gain[i]! * step;
      for (let j = 0; j < WEIGHTS; j += 1) cov[i * WEIGHTS + j]! -= gain[i]! * gain[j]! * narrow;
    }
  }

  /**
   * How what is believed of a pair is bent for this child. That a miss was put right just now is foretold by, and believed
   * of nothing: it is gone in some days. Nothing here grows as days go by.
   */
  bendOf(last: LastAnswer | null): Bend {
    const [base, spread, , missed, rightJustNow, slow] = this.mean;
    const about =
      last === null
        ? 0
        : last.right
          ? Math.max(0, rightJustNow!) * Math.exp(-last.days / this.parameters.days) + slow! * last.delay
          : missed!;
    return { spread: Math.max(LEAST_SPREAD, 1 + HALF * spread!), shift: base! + about };
  }
}
