/**
 * Every number of the judgement, in one file. Written by `npm run fit`, which fits them on simulated children of four
 * kinds of mind (seeds that no test and no benchmark draws), and moved half way to what fits a school elsewhere as well. Thresholds,
 * the interval, how fast answers on a strand age, the fourth kind of child, a child's own scale, what a logged session adds, luck,
 * and what a break takes are set, not fitted (docs/decisions/estimate.md). What each means stands in filter-parameters.ts, model.ts and recall-filter.ts.
 */
import type { EstimateModel } from './model.js';

export const PARAMETERS: { readonly estimate: EstimateModel } = {
  estimate: {
    strand: {
      mean: -0.03978,
      sd: 1.76827,
      discrimination: 1.46298,
      guess: 0.05674,
      slip: 0.05402,
      kindWeight: { word: 0.90975, text: 0.42935, session: 0.74025, 'find in row': 0.99889 },
      sharedInSitting: 0.01446,
      halfLifeDays: 90,
      secureFrom: 0.75,
      gapBelow: 0.65,
    },
    fromMemory: 0.54983,
    secureFrom: 0.84,
    gapBelow: 0.77,
    interval: 0.7,
    recall: {
      mean: 2.3301,
      slope: -4.005,
      levelSd: 1.4827,
      slopeSd: 0.394,
      nearSd: 1.2281,
      nearLength: 17.884,
      twins: 0.1,
      adultSd: 0.2,
      levelDrift: 0.0051,
      fadeTime: 0.7102,
      mostVariance: 9,
      meet: 0.1105,
      teach: 0.5397,
      logged: 0.3,
      loggedVariance: 0.5,
      fromMemory: 1.3,
      luck: 1.5,
      kinds: {
        'see-say': { guess: 0.0762, lapse: 0.0484 },
        word: { guess: 0.2, lapse: 0.0537 },
        'made-up word': { guess: 0.0947, lapse: 0.1025 },
        text: { guess: 0.2959, lapse: 0.0458 },
        spelling: { guess: 0.1049, lapse: 0.1797 },
        session: { guess: 0.2431, lapse: 0.0549 },
      },
      children: [
        { weight: 0.5057, own: 2.3935, near: 1.2214, day: 0.8539, fade: 0.5341, drift: 0.0001 },
        { weight: 0.1401, own: 1.2126, near: 0.8825, day: 0.0176, fade: 0.6335, drift: 0.0261 },
        { weight: 0.0932, own: 0.7148, near: 1.1579, day: 1.4627, fade: 0.1006, drift: 0.0122 },
        { weight: 0.261, own: 1.4, near: 2.5, day: 0.5, fade: 0.6, drift: 0.0082 },
      ],
      scale: { base: 0.2783, spread: 0.36, toldJustNow: 1.5772, missed: 0.2413, rightJustNow: 0.5813, slow: 0.6, days: 7 },
      unmetDays: 93.5551,
      timeSpan: 0.6068,
      timeSd: 0.575,
      rest: 0.8,
    },
  },
};
