/**
 * Holes: pairs that a child lacks whatever else it knows. A child who answers nearly everything is believed so able, and its pairs so
 * alike, that a pair missed again and again seemed a chain of slips: a bell curve has no room for what lies far from all the rest.
 * So each pair may be a hole, with a chance that is learned for each child (a contaminated normal prior: Box and Tiao, "A Bayesian
 * approach to some outlier problems", Biometrika 55, 1968); each answer moves its odds by how likely it is of a hole against how
 * likely it is otherwise. Where a child lacks much the rest says so already, and nothing is a hole.
 */
import { logistic, logit } from './log-odds.js';

/** How often a hole is recalled. */
export const HOLE_RECALLED = 0.03;
/** Chosen: of a child of whom nothing is known, so many of so many pairs. */
const PRIOR_HOLES = 0.5;
const PRIOR_PAIRS = 25;
/** A hole may be filled at any time between two looks: no answers make it surer than this, log odds. */
const MOST = 2.2;
const LEAST = -6;
const LEAST_CHANCE = 1e-4;

export class Holes {
  /** What the answers about each pair say, log odds. */
  private readonly evidence: Float64Array;
  private readonly asked: Uint8Array;
  private prior = logit(PRIOR_HOLES / PRIOR_PAIRS);

  constructor(pairs: number) {
    this.evidence = new Float64Array(pairs);
    this.asked = new Uint8Array(pairs);
  }

  /** How likely pair k is a hole. */
  of(k: number): number {
    return logistic(this.prior + this.evidence[k]!);
  }

  /**
   * @param expected how likely a right answer was, hole or not
   * @param ofHole how likely it is of a hole
   */
  observe(k: number, right: boolean, expected: number, ofHole: number): void {
    const { evidence, asked } = this;
    const hole = this.of(k);
    const otherwise = (expected - hole * ofHole) / (1 - hole);
    const ratio = right ? ofHole / Math.max(LEAST_CHANCE, otherwise) : (1 - ofHole) / Math.max(LEAST_CHANCE, 1 - otherwise);
    evidence[k] = Math.max(LEAST, Math.min(MOST - this.prior, evidence[k]! + Math.log(ratio)));
    asked[k] = 1;
    let [holes, pairs] = [PRIOR_HOLES, PRIOR_PAIRS];
    for (let j = 0; j < asked.length; j += 1) {
      if (asked[j] === 0) continue;
      pairs += 1;
      holes += this.of(j);
    }
    this.prior = logit(holes / pairs);
  }

  /** A logged session worked on pair k: it may be filled. What speaks for a hole is less by `step`, log odds; nothing speaks against it for that. */
  taught(k: number, step: number): void {
    const { evidence } = this;
    if (evidence[k]! > 0) evidence[k] = Math.max(0, evidence[k]! - step);
  }

  copy(): Holes {
    const copy = new Holes(this.evidence.length);
    copy.evidence.set(this.evidence);
    copy.asked.set(this.asked);
    copy.prior = this.prior;
    return copy;
  }
}
