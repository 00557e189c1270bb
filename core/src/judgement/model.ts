/**
 * What the estimate is made of. Its numbers are in parameters.ts.
 *
 * Each pair is either known or not by a child at a time (Bayesian knowledge tracing: Corbett and
 * Anderson, "Knowledge tracing", User Modeling and User-Adapted Interaction 4, 1995), with forgetting
 * added, and evidence of several kinds. Since the parameters are themselves uncertain, and differ
 * between children, the estimate is a mixture over a small set of plausible parameter vectors (careful
 * and hasty answerers, quick and slow learners), each weighted by how well it has explained this pair so
 * far; the interval is the spread of that mixture.
 */
import type { ObservationKind, Outcome } from '../evidence/observation.js';
import { PARAMETERS } from './parameters.js';

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
    /** Of right answers to a plain item, how many are at once at ability 0 (log odds), and how that rises with ability. */
    readonly quickAt: number;
    readonly quickSteep: number;
    /** A right answer slower than this is not at once, milliseconds: a word takes longer than a card. */
    readonly slowMs: number;
    /** What an answer of a kind counts, 1 where it is not named. */
    readonly kindWeight: Readonly<Partial<Record<ObservationKind, number>>>;
    /** How much of what one adult hears in one sitting is that adult and that day: 0 nothing, 1 all of it (an intraclass correlation). */
    readonly sharedInSitting: number;
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

/** The parameters as fitted: see parameters.ts. */
export const DEFAULT_MODEL: EstimateModel = PARAMETERS.estimate;

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
