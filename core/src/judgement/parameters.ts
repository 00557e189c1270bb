/**
 * Every number of the judgement, in one file. Written by `npm run fit`, which fits them on simulated children of four
 * kinds of mind (seeds that no test and no benchmark draws). Thresholds, the interval, how fast answers on a strand age, the
 * fourth kind of child, a child's own scale, what a logged session adds, luck, and what a break takes are set, not fitted
 * (docs/decisions/estimate.md). What each means stands in filter-parameters.ts, model.ts and recall-filter.ts.
 */
import type { EstimateModel } from './model.js';

export const PARAMETERS: { readonly estimate: EstimateModel } = {
  estimate: {
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
    secureFrom: 0.77,
    gapBelow: 0.75,
    interval: 0.7,
    recall: {
      mean: 2.33014,
      slope: -4.005,
      levelSd: 1.27716,
      slopeSd: 0.39395,
      nearSd: 1.5,
      nearLength: 17.884,
      twins: 0.1,
      adultSd: 0.2,
      levelDrift: 0.00621,
      fadeTime: 0.71023,
      hold: 0.0001,
      mostVariance: 9,
      meet: 0.10254,
      teach: 0.61159,
      logged: 0.3,
      loggedVariance: 0.5,
      fromMemory: 1.3,
      luck: 1.5,
      kinds: {
        'see-say': { guess: 0.0762, lapse: 0.04841 },
        word: { guess: 0.2, lapse: 0.05366 },
        'made-up word': { guess: 0.09469, lapse: 0.10254 },
        text: { guess: 0.29591, lapse: 0.04579 },
        spelling: { guess: 0.1049, lapse: 0.17967 },
        session: { guess: 0.24306, lapse: 0.05487 },
      },
      children: [
        { weight: 0.50043, own: 2.39352, near: 1, day: 1.04292, fade: 0.65237, drift: 0.0001 },
        { weight: 0.1611, own: 1.2126, near: 1, day: 0.01762, fade: 0.68282, drift: 0.02606 },
        { weight: 0.03846, own: 1.42122, near: 1, day: 1.78283, fade: 0.05851, drift: 0.02858 },
        { weight: 0.3, own: 1.4, near: 2.5, day: 0.5, fade: 0.6, drift: 0.01 },
      ],
      scale: { base: 0.3, spread: 0.36, toldJustNow: 1.7, missed: 0.36, rightJustNow: 0.71, slow: 0.6, days: 7 },
      unmetDays: 93.55507,
      timeSpan: 0.60675,
      timeSd: 0.57514,
      rest: 0.8,
    },
  },
};
