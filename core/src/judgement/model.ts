/**
 * The parameters of the estimate, in one file.
 *
 * Each pair is either known or not by a child at a time (Bayesian knowledge tracing: Corbett and
 * Anderson, "Knowledge tracing", User Modeling and User-Adapted Interaction 4, 1995), with forgetting
 * added, and evidence of several kinds. Since the parameters are themselves uncertain, and differ
 * between children, the estimate is a mixture over a small set of plausible parameter vectors (careful
 * and hasty answerers, quick and slow learners), each weighted by how well it has explained this pair so
 * far; the interval is the spread of that mixture.
 */
import type { ObservationKind, Outcome } from '../evidence/observation.js';

export interface AnswerModel {
  /** Share of this kind of child among all. */
  readonly weight: number;
  /** P(an answer that counts as right | not known), free recall. */
  readonly guess: number;
  /** P(an answer that counts as wrong | known). */
  readonly slip: number;
  /** Chance a day that an unknown taught pair becomes known. */
  readonly learnPerDay: number;
  /** Chance a day that a known pair is lost. */
  readonly forgetPerDay: number;
}

export interface EstimateModel {
  /** P(known) of a taught pair before any evidence. */
  readonly prior: number;
  readonly answerers: readonly AnswerModel[];
  /** Of the right answers of a child who knows it: the share that is at once, slow, put right by the child. */
  readonly whenKnown: Readonly<Record<'right' | 'slow' | 'put right', number>>;
  /** The same of a child who does not know it: right answers then are slow or second thoughts more often. */
  readonly whenNot: Readonly<Record<'right' | 'slow' | 'put right', number>>;
  /** Of wrong answers, the share with no answer at all, when known and when not. */
  readonly noAnswer: { readonly known: number; readonly not: number };
  /** A right answer slower than this counts as slow, milliseconds. */
  readonly slowMs: number;
  /** How much one observation of this kind counts: 1 full, less where other things could explain it. */
  readonly kindWeight: Readonly<Record<ObservationKind, number>>;
  /** What a wrong answer of a kind counts, where that is less than a right one: who spells a sound otherwise may well read it. */
  readonly wrongWeight: Readonly<Partial<Record<ObservationKind, number>>>;
  /** Each further answer about a pair to the same adult in the same sitting counts this much of the one before: they share a cause. */
  readonly sameSitting: number;
  /** The ability behind a skill strand, logistic scale. */
  readonly strand: {
    readonly mean: number;
    readonly sd: number;
    readonly discrimination: number;
    readonly guess: number;
    readonly slip: number;
    readonly halfLifeDays: number;
    readonly secureFrom: number;
    readonly gapBelow: number;
  };
  /** A mark entered from memory counts this much of its kind. */
  readonly fromMemory: number;
  /** Thresholds on the interval's ends. */
  readonly secureFrom: number;
  readonly gapBelow: number;
  /** The interval holds this share of the mixture. */
  readonly interval: number;
}

export const DEFAULT_MODEL: EstimateModel = {
  prior: 0.5,
  answerers: [
    { weight: 0.3, guess: 0.03, slip: 0.03, learnPerDay: 0.006, forgetPerDay: 0.001 },
    { weight: 0.35, guess: 0.08, slip: 0.08, learnPerDay: 0.005, forgetPerDay: 0.002 },
    { weight: 0.2, guess: 0.18, slip: 0.12, learnPerDay: 0.004, forgetPerDay: 0.003 },
    { weight: 0.15, guess: 0.3, slip: 0.22, learnPerDay: 0.003, forgetPerDay: 0.003 },
  ],
  whenKnown: { right: 0.84, slow: 0.11, 'put right': 0.05 },
  whenNot: { right: 0.6, slow: 0.25, 'put right': 0.15 },
  noAnswer: { known: 0.3, not: 0.3 },
  slowMs: 3500,
  kindWeight: {
    'see-say': 1,
    'see-name': 0.2,
    'key word': 0.4,
    'hear-point': 0.8,
    'hear-write': 1,
    'push together': 0.5,
    stretch: 0.5,
    where: 0.5,
    'is it this': 0.4,
    word: 0.6,
    'made-up word': 0.9,
    'find in row': 0.4,
    'irregular word': 0.5,
    text: 0.6,
    spelling: 0.7,
    session: 0.7,
  },
  wrongWeight: { spelling: 0.3, 'hear-write': 0.6 },
  sameSitting: 0.6,
  strand: { mean: 0.6, sd: 1.6, discrimination: 1.4, guess: 0.03, slip: 0.04, halfLifeDays: 60, secureFrom: 0.75, gapBelow: 0.65 },
  fromMemory: 0.5,
  secureFrom: 0.8,
  gapBelow: 0.2,
  interval: 0.9,
};

/** How likely an outcome is for a child who knows the pair and for one who does not. */
export function likelihoods(
  model: EstimateModel,
  answerer: AnswerModel,
  outcome: Outcome,
  options: number | undefined,
): { known: number; not: number } {
  const guess = options && options > 1 ? Math.max(answerer.guess, 1 / options) : answerer.guess;
  switch (outcome) {
    case 'accent':
    case 'right':
      return { known: (1 - answerer.slip) * model.whenKnown.right, not: guess * model.whenNot.right };
    case 'slow':
      return { known: (1 - answerer.slip) * model.whenKnown.slow, not: guess * model.whenNot.slow };
    case 'put right':
      return { known: (1 - answerer.slip) * model.whenKnown['put right'], not: guess * model.whenNot['put right'] };
    case 'wrong':
      return { known: answerer.slip * (1 - model.noAnswer.known), not: (1 - guess) * (1 - model.noAnswer.not) };
    case 'no answer':
      return { known: answerer.slip * model.noAnswer.known, not: (1 - guess) * model.noAnswer.not };
  }
}
