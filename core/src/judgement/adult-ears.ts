/**
 * How each adult of a school hears, learned from where several adults listen to the same children: one lets more pass than the
 * others' answers about the same pairs would have it, another marks down what all others find known. Each adult's chances of a
 * guess that passes and of a slip that is marked are those of everybody times a factor of their own; its posterior is worked out
 * on a grid (a hierarchical model with a log-normal prior: Gelman and others, "Bayesian Data Analysis", 2013, chapter 5), so that
 * an adult with few answers is taken to hear as usual.
 */
import { isMiss, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { AdultEar } from './filter-parameters.js';
import type { RecallFilter, WordAnswer } from './recall-filter.js';
import { checked, runFilter, type LoggedTeaching } from './run-filter.js';

/** The record of one child: answers about pairs in order of time, words with nothing noted, and the order it is taught in. */
export interface ChildRecord {
  readonly pairs: readonly Observation[];
  readonly words?: readonly WordAnswer[];
  readonly teaching?: readonly LoggedTeaching[];
  readonly order?: readonly Gpc[];
}
/** How an adult hears, with how many answers it rests on. */
export interface LearnedEar extends AdultEar {
  readonly answers: number;
}

/** Steps of the grid, as logarithms of the factors: from a fifth of the usual to five times it. */
const GRID = Array.from({ length: 9 }, (_, k) => -1.6 + 0.4 * k);
const FACTORS = GRID.map(Math.exp);
/** How much adults differ, one standard deviation of the logarithm: nine of ten between a third of the usual and three times it. */
const DIFFER = 0.7;
const PRIOR = GRID.map((x) => (-x * x) / (2 * DIFFER * DIFFER));
/** Learned once more with what was learned before: what is believed of the children was drawn from the same ears. */
const ROUNDS = 2;

/**
 * How each adult who listened to these children hears. An adult who was alone with every child they heard is told apart from those
 * children by little, and comes out near the usual.
 * @returns by adult's id
 */
export function adultEars(children: readonly ChildRecord[], model: EstimateModel = DEFAULT_MODEL): Record<string, LearnedEar> {
  let ears: Record<string, LearnedEar> = {};
  for (let round = 0; round < ROUNDS; round += 1) {
    const asHeard = { ...model, recall: { ...model.recall, ears } };
    const sheets = new Map<string, { logs: Float64Array; answers: number }>();
    for (const child of children) listen(child, asHeard, ears, sheets);
    ears = Object.fromEntries([...sheets].map(([by, { logs, answers }]) => [by, { ...meanOf(logs), answers }]));
  }
  return ears;
}

/** Adds to each adult's sheet how likely every answer was under each pair of factors. */
function listen(
  { pairs, words, teaching, order }: ChildRecord,
  model: EstimateModel,
  ears: Readonly<Record<string, AdultEar>>,
  sheets: Map<string, { logs: Float64Array; answers: number }>,
): void {
  const before = (observation: Observation, filter: RecallFilter): void => {
    if (observation.options !== undefined && observation.options > 1) return;
    const { by, outcome } = observation;
    const sheet = sheets.get(by) ?? { logs: new Float64Array(GRID.length ** 2), answers: 0 };
    sheets.set(by, sheet);
    sheet.answers += 1;
    filter.pass(Date.parse(observation.at));
    const right = !isMiss(outcome);
    const now = ears[by] ?? { guess: 1, lapse: 1 };
    const parts = filter.foretoldParts(observation);
    FACTORS.forEach((ofGuess, i) =>
      FACTORS.forEach((ofLapse, j) => {
        const [more, less] = [ofGuess / now.guess, ofLapse / now.lapse];
        const chance = parts.reduce((sum, { weight, guess, lapse, recalled }) => {
          const [passes, slips] = [Math.min(0.6, guess * more), Math.min(0.4, lapse * less)];
          return sum + weight * (passes + (1 - passes - slips) * recalled);
        }, 0);
        sheet.logs[i * GRID.length + j]! += Math.log(Math.max(1e-6, right ? chance : 1 - chance));
      }),
    );
  };
  const known = { ...(words ? { words } : {}), ...(teaching ? { teaching } : {}), ...(order ? { order } : {}) };
  runFilter(checked(pairs, model, Infinity), known, model, { before });
}

/** The mean of the logarithms under the posterior, as factors. */
function meanOf(logs: Float64Array): AdultEar {
  const posterior = Array.from(logs, (x, at) => x + PRIOR[Math.floor(at / GRID.length)]! + PRIOR[at % GRID.length]!);
  const most = Math.max(...posterior);
  let [total, guess, lapse] = [0, 0, 0];
  posterior.forEach((x, at) => {
    const mass = Math.exp(x - most);
    total += mass;
    guess += mass * GRID[Math.floor(at / GRID.length)]!;
    lapse += mass * GRID[at % GRID.length]!;
  });
  return { guess: Math.exp(guess / total), lapse: Math.exp(lapse / total) };
}
