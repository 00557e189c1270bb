/**
 * The numbers of the recall filter fitted to one school's own answers. Only a few of them move, each for all pairs and children
 * together, and each is held back towards the shipped numbers, so that a small school changes little (a maximum a posteriori
 * estimate by coordinate descent: Nocedal and Wright, "Numerical Optimization", 2006, chapter 9). Whether it helps is asked of
 * children it was not fitted on: half of them fit, the other half judge, both ways (Stone 1974).
 */
import { adultEars, type ChildRecord, type LearnedEar } from './adult-ears.js';
import { foretell } from './foretell.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { AdultEar, ChildKind, FilterParameters } from './filter-parameters.js';
import { tallyOf } from './trust.js';

/** What a school's own answers may move, each by a step on its own scale: 0 is as shipped. */
export const REFIT_DIRECTIONS = [
  'known',
  'spread',
  'scatter',
  'days',
  'fading',
  'breaks',
  'teaching',
  'guesses',
  'slips',
  'adults',
] as const;
export type RefitDirection = (typeof REFIT_DIRECTIONS)[number];
export type RefitSteps = Readonly<Record<RefitDirection, number>>;
export const REFIT_AS_SHIPPED: RefitSteps = Object.fromEntries(REFIT_DIRECTIONS.map((d) => [d, 0])) as Record<RefitDirection, number>;

export type RefitChild = ChildRecord;
export interface Refit {
  readonly steps: RefitSteps;
  /** How each adult hears, by id: learned over all children from where several listen to the same ones. */
  readonly ears: Readonly<Record<string, LearnedEar>>;
  readonly children: number;
  readonly answers: number;
  /** Mean surprise (log loss) at answers of children who were not fitted on: as shipped, fitted on the others, and by the plain rule. */
  readonly shipped: number;
  readonly fitted: number;
  readonly plain: number;
  /** Mean gain in surprise of a child who was not fitted on, and its standard error over children. */
  readonly gain: number;
  readonly error: number;
  /** Whether the gain is more than chance would give: twice its standard error. */
  readonly better: boolean;
}
export interface RefitOptions {
  readonly model?: EstimateModel;
  /** Told how far it is; at least once a second or so. */
  readonly onStep?: (done: number, of: number) => void;
  /** Times each direction is gone through. */
  readonly rounds?: number;
}

/** So many children at least, with answers that can be foretold: fewer cannot be halved. */
export const REFIT_FEWEST_CHILDREN = 10;
/** So many answers at least. */
export const REFIT_FEWEST_ANSWERS = 1000;
/** How far a school is expected to lie from the shipped numbers, one standard deviation: on the scale of `movedParameters`. */
const USUAL_STEP = 0.4;
const FIRST_STEP = 0.3;
const LEAST_STEP = 0.05;
const ROUNDS = 3;

/** The filter's numbers so many steps away from where they are, with how adults hear where that is known. */
export function movedParameters(from: FilterParameters, steps: RefitSteps, ears?: Readonly<Record<string, AdultEar>>): FilterParameters {
  const times = (step: number): number => Math.exp(step);
  const odds = (share: number, step: number): number => 1 / (1 + ((1 - share) / share) * Math.exp(-step));
  const kinds = Object.fromEntries(
    Object.entries(from.kinds).map(([kind, { guess, lapse }]) => [
      kind,
      { guess: odds(guess, steps.guesses), lapse: odds(lapse, steps.slips) },
    ]),
  );
  const child = (kind: ChildKind): ChildKind => ({
    ...kind,
    own: kind.own * times(steps.scatter),
    day: kind.day * times(steps.days),
    fade: kind.fade * times(steps.fading),
  });
  return {
    ...from,
    mean: from.mean + steps.known,
    levelSd: from.levelSd * times(steps.spread),
    rest: from.rest * times(steps.breaks),
    meet: from.meet * times(steps.teaching),
    teach: from.teach * times(steps.teaching),
    logged: from.logged * times(steps.teaching),
    adultSd: from.adultSd * times(steps.adults),
    kinds,
    children: from.children.map(child),
    ...(ears ? { ears } : {}),
  };
}

interface Loss {
  readonly sum: number;
  readonly plain: number;
  readonly answers: number;
}
function lossOf({ pairs, words, teaching, order }: RefitChild, model: EstimateModel): Loss {
  const known = { ...(words ? { words } : {}), ...(teaching ? { teaching } : {}), ...(order ? { order } : {}) };
  const list = foretell(pairs, { model, ...known }).filter((f) => !f.id.includes('#'));
  const { loss, plain, answers } = tallyOf(list);
  return { sum: loss, plain, answers };
}

/**
 * Fits the numbers to these children's answers and says whether children who were not fitted on are foretold better.
 * The same children in the same order give the same numbers.
 * @returns null where there are too few children or answers to tell
 * @throws whatever `onStep` throws, which breaks it off
 * @example refit(children)?.better
 */
export function refit(
  children: readonly RefitChild[],
  { model = DEFAULT_MODEL, onStep, rounds = ROUNDS }: RefitOptions = {},
): Refit | null {
  const before = children.map((child) => ({ child, as: lossOf(child, model) })).filter(({ as }) => as.answers > 0);
  const answers = before.reduce((sum, { as }) => sum + as.answers, 0);
  if (before.length < REFIT_FEWEST_CHILDREN || answers < REFIT_FEWEST_ANSWERS) return null;
  const sides = [before.filter((_, k) => k % 2 === 0), before.filter((_, k) => k % 2 === 1), before] as const;
  let done = 0;
  // each direction is tried twice at most in a round; what comes out sooner is counted as done
  const each = 2 * REFIT_DIRECTIONS.length * rounds;
  const of = 3 * each;
  const fit = (list: typeof before): Pick<Refit, 'steps' | 'ears'> => {
    const began = done;
    const steps = descend(
      (tried) => {
        done = Math.min(began + each, done + 1);
        onStep?.(done, of);
        return list.reduce((sum, { child }) => sum + lossOf(child, { ...model, recall: movedParameters(model.recall, tried) }).sum, 0);
      },
      list.reduce((sum, { as }) => sum + as.sum, 0),
      rounds,
    );
    const moved = { ...model, recall: movedParameters(model.recall, steps) };
    const ears = adultEars(
      list.map(({ child }) => child),
      moved,
    );
    done = began + each;
    onStep?.(done, of);
    return { steps, ears };
  };
  const halves = [fit(sides[0]), fit(sides[1])];
  const gains: number[] = [];
  let [shipped, fitted, plain] = [0, 0, 0];
  sides.slice(0, 2).forEach((list, side) => {
    const { steps, ears } = halves[1 - side]!;
    const other = { ...model, recall: movedParameters(model.recall, steps, ears) };
    for (const { child, as } of list) {
      const now = lossOf(child, other).sum;
      gains.push((as.sum - now) / as.answers);
      shipped += as.sum;
      fitted += now;
      plain += as.plain;
    }
  });
  const gain = gains.reduce((sum, x) => sum + x, 0) / gains.length;
  const error = Math.sqrt(gains.reduce((sum, x) => sum + (x - gain) ** 2, 0) / (gains.length - 1) / gains.length);
  return {
    ...fit(sides[2]),
    children: before.length,
    answers,
    shipped: shipped / answers,
    fitted: fitted / answers,
    plain: plain / answers,
    gain,
    error,
    better: gain > 2 * error && fitted < shipped,
  };
}

/** Goes through the directions one after another, by steps that shrink where nothing is gained. */
function descend(loss: (steps: RefitSteps) => number, asShipped: number, rounds: number): RefitSteps {
  const held = (steps: RefitSteps): number => REFIT_DIRECTIONS.reduce((sum, d) => sum + (steps[d] / USUAL_STEP) ** 2 / 2, 0);
  let best: RefitSteps = REFIT_AS_SHIPPED;
  let least = asShipped;
  const size = new Map<RefitDirection, number>(REFIT_DIRECTIONS.map((d) => [d, FIRST_STEP]));
  for (let round = 0; round < rounds; round += 1)
    for (const direction of REFIT_DIRECTIONS) {
      const step = size.get(direction)!;
      if (Math.abs(step) < LEAST_STEP) continue;
      const tried = (by: number): boolean => {
        const next = { ...best, [direction]: Number((best[direction] + by).toFixed(4)) };
        const own = loss(next) + held(next);
        if (own >= least) return false;
        least = own;
        best = next;
        return true;
      };
      size.set(direction, tried(step) ? step * 1.4 : tried(-step) ? -1.2 * step : step * 0.4);
    }
  return best;
}
