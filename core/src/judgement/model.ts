/** What the estimate is made of. Its numbers are in parameters.ts. */
import type { ObservationKind } from '../evidence/observation.js';
import { PARAMETERS } from './parameters.js';
import type { FilterParameters } from './filter-parameters.js';

export interface EstimateModel {
  /** How recall grows, fades and shows, and how children differ in it: see recall-filter.ts. */
  readonly recall: FilterParameters;
  /** The ability behind a skill strand, logistic scale. */
  readonly strand: {
    readonly mean: number;
    readonly sd: number;
    readonly discrimination: number;
    readonly guess: number;
    readonly slip: number;
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
  /** A pair is secure where the low end of its interval reaches this, a gap where the high end stays below that. */
  readonly secureFrom: number;
  readonly gapBelow: number;
  /** The interval holds the child's own chance with this probability. */
  readonly interval: number;
}

/** The parameters as fitted: see parameters.ts. */
export const DEFAULT_MODEL: EstimateModel = PARAMETERS.estimate;

/** The interval of a school in which the judgement foretells worse than a plain rule: nothing is said as surely. */
const WIDER_INTERVAL = 0.85;
/** The same judgement, less sure of itself: fewer pairs are called secure, and fewer gaps. */
export const lessSure = (model: EstimateModel): EstimateModel => ({ ...model, interval: Math.max(model.interval, WIDER_INTERVAL) });
