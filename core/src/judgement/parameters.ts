/**
 * Every number of the judgement, in one file. Written by `npm run fit`, which fits them on simulated children
 * (seeds below FITTING_SEEDS, which no test and no benchmark uses); thresholds, grids, fronts
 * and how fast answers on a strand age are set, not fitted.
 * What each means stands in model.ts and recall-model.ts.
 */
import type { EstimateModel } from './model.js';

export interface RecallParameters {
  readonly answerers: readonly { readonly share: number; readonly slip: number; readonly guess: number }[];
  readonly fronts: readonly number[];
  readonly widths: readonly number[];
  readonly holes: readonly { readonly share: number; readonly hole: number; readonly find: number }[];
  readonly mixedUp: number;
  /** An answer from so many days before the newest counts half: what was known may be lost, and what was not, learned. */
  readonly halfLifeDays: number;
}
export const PARAMETERS: { readonly estimate: EstimateModel; readonly recall: RecallParameters } = {
  estimate: {
    prior: 0.64565,
    answerers: [
      { weight: 0.4386, guess: 0.06441, slip: 0.012, learnPerDay: 0.01326, forgetPerDay: 0.00493 },
      { weight: 0.3597, guess: 0.08766, slip: 0.0376, learnPerDay: 0.02203, forgetPerDay: 0.00244 },
      { weight: 0.149, guess: 0.0467, slip: 0.06341, learnPerDay: 0.0005, forgetPerDay: 0.00896 },
      { weight: 0.0527, guess: 0.04986, slip: 0.07137, learnPerDay: 0.00813, forgetPerDay: 0.00166 },
    ],
    whenKnown: { right: 0.9498, slow: 0.0197, 'put right': 0.0305 },
    whenNot: { right: 0.3938, slow: 0.4664, 'put right': 0.1398 },
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
      word: 0.57578,
      'made-up word': 0.62181,
      'find in row': 0.4,
      'irregular word': 0.5,
      text: 0.55119,
      spelling: 0.9044,
      session: 0.67858,
    },
    wrongWeight: { spelling: 0.41404, 'hear-write': 0.6 },
    sameSitting: 0.98793,
    strand: {
      mean: 0.10022,
      sd: 1.76827,
      discrimination: 1.54724,
      guess: 0.05674,
      slip: 0.06428,
      quickAt: -0.58902,
      quickSteep: 0.54643,
      slowMs: 2610.22888,
      kindWeight: { word: 0.99549, text: 0.37883, session: 0.74025, 'find in row': 0.99889 },
      sharedInSitting: 0.0242,
      halfLifeDays: 90,
      secureFrom: 0.75,
      gapBelow: 0.65,
    },
    fromMemory: 0.54983,
    secureFrom: 0.8,
    gapBelow: 0.2,
    interval: 0.9,
  },
  recall: {
    answerers: [
      { share: 0.4, slip: 0.08381, guess: 0.012 },
      { share: 0.4, slip: 0.02096, guess: 0.012 },
      { share: 0.2, slip: 0.012, guess: 0.14277 },
    ],
    fronts: [-0.15, -0.02, 0.06, 0.14, 0.22, 0.3, 0.38, 0.46, 0.54, 0.62, 0.7, 0.78, 0.86, 0.94, 1.02, 1.15],
    widths: [0.025, 0.06, 0.13],
    holes: [
      { share: 0.5, hole: 0.00679, find: 0.00003 },
      { share: 0.35, hole: 0.08751, find: 0.03633 },
      { share: 0.15, hole: 0.18016, find: 0.07491 },
    ],
    mixedUp: 0.59802,
    halfLifeDays: 28,
  },
};
