/**
 * Where a child stands on each skill strand. One ability a strand on the logistic scale, items of known
 * difficulty, guessing and slips (a three-parameter item response model with an upper bound: Birnbaum 1968;
 * Barton and Lord 1981), the posterior over a grid of abilities (expected a posteriori: Bock and Mislevy 1982).
 * Old answers count for less, so that the interval widens as they age. How quick an answer was is another thing than whether it
 * was right: who is right and slow knows it, and is told so by a word of their own (`slow`).
 */
import { CoreError } from '../errors.js';
import { STRANDS, type Strand } from '../evidence/observation.js';
import type { SkillEvidence } from '../evidence/derived.js';
import { schoolDays } from '../evidence/school-days.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { Estimate, PairState } from './estimate.js';
import { BY_SIGHT, KnownTogether, logMean, perDraw } from './known-together.js';
import { afterDoubtfulSitting } from './off-day.js';
import { slowStrands } from './slow.js';

/** As of a pair; `p` is the chance that the child gets a plain item of the strand right. */
export type StrandEstimate = Omit<Estimate, 'known' | 'due'> & {
  /** On its last day nothing came right, and it is not believed: see off-day.ts. */
  readonly doubted?: true;
};

const DAY_MS = 86_400_000;
const GRID = Array.from({ length: 81 }, (_, k) => -5 + k * 0.125);

/**
 * Every strand with at least one answer. The states are read off the interval: one right answer never makes
 * *secure*, one slip never a *gap*.
 * @throws CoreError `bad-input` where `asOf` is no time.
 * @example estimateStrands(derive(lexicon, observations).skills, { asOf }).get('blending')?.p
 */
export function estimateStrands(
  evidence: readonly SkillEvidence[],
  options: {
    asOf: string;
    model?: EstimateModel;
    /** Which pairs may be known together, of words of which only right or wrong is known; all of them likely where left out. */
    together?: KnownTogether;
  },
): Map<Strand, StrandEstimate> {
  const asOf = Date.parse(options.asOf);
  if (Number.isNaN(asOf)) throw new CoreError('bad-input', 'asOf', `"${options.asOf}" is not an ISO time.`);
  for (const { observation } of evidence)
    if (Number.isNaN(Date.parse(observation.at)))
      throw new CoreError('bad-input', `evidence.${observation.id}.at`, `"${observation.at}" is not an ISO time.`);
  const model = options.model ?? DEFAULT_MODEL;
  const out = new Map<Strand, StrandEstimate>();
  const slow = slowStrands(evidence);
  const inTime = [...evidence].sort((a, b) => Date.parse(a.observation.at) - Date.parse(b.observation.at));
  for (const strand of STRANDS) {
    const own = inTime.filter((e) => e.strand === strand);
    if (own.length === 0) continue;
    const found = estimateOne(own, asOf, model, options.together ?? new KnownTogether());
    // slow is a word for who can do it
    out.set(strand, { ...found, slow: found.p >= model.strand.secureFrom && slow.has(strand) });
  }
  return out;
}

/** Chance of a right answer to an item, from ability and difficulty. */
export function rightOn(model: EstimateModel, ability: number, difficulty: number, options?: number): number {
  const { guess, slip, discrimination } = model.strand;
  const floor = options && options > 1 ? Math.max(guess, 1 / options) : guess;
  return floor + (1 - floor - slip) / (1 + Math.exp(-discrimination * (ability - difficulty)));
}

/**
 * What each answer counts. The answers one adult marks in one sitting share that adult's ear and that day: n of
 * them tell as much as n / (1 + (n - 1) r) independent ones (the design effect of a cluster: Kish 1965). So two
 * adults who agree say more than one who asks twice as much.
 */
function countsOf(own: readonly SkillEvidence[], days: readonly string[], asOf: number, model: EstimateModel): number[] {
  const { halfLifeDays, kindWeight, sharedInSitting } = model.strand;
  const before = new Map<string, number>();
  return own.map(({ observation: { at, kind, fromMemory } }, k) => {
    const n = before.get(days[k]!) ?? 0;
    before.set(days[k]!, n + 1);
    // what the n-th adds to those before it: a later answer never changes what an earlier one counts
    const adds = worth(n + 1, sharedInSitting) - worth(n, sharedInSitting);
    const ageDays = Math.max(0, asOf - Date.parse(at)) / DAY_MS;
    return 2 ** (-ageDays / halfLifeDays) * (kindWeight[kind] ?? 1) * (fromMemory ? model.fromMemory : 1) * adds;
  });
}
const worth = (n: number, shared: number): number => (n === 0 ? 0 : n / (1 + (n - 1) * shared));

/**
 * How well each ability explains the words that went wrong with nothing noted (log likelihood over the grid): they were not pushed
 * together, or one of their pairs is not known, and then in every word; pairs of words that came right are.
 */
function ofVagueWords(
  words: readonly { readonly one: SkillEvidence; readonly count: number }[],
  shown: ReadonlySet<Gpc>,
  model: EstimateModel,
  together: KnownTogether,
): number[] {
  // whatever the ability, what goes wrong of words that have a pair not known
  const beside = perDraw();
  // of each difficulty, how much the words count of which all pairs are known, by draw
  const counts = new Map<number, Float64Array>();
  for (const { one, count } of words) {
    const own = counts.get(one.difficulty) ?? perDraw();
    counts.set(one.difficulty, own);
    const otherwise = count * Math.log(1 - BY_SIGHT);
    together.all(one.gpcs ?? [], shown).forEach((known, j) => {
      if (known === 1) own[j]! += count;
      else beside[j]! += otherwise;
    });
  }
  return GRID.map((ability) => {
    const logs = beside.slice();
    for (const [difficulty, own] of counts) {
      const wrong = Math.log(1 - rightOn(model, ability, difficulty));
      for (let j = 0; j < logs.length; j += 1) logs[j]! += own[j]! * wrong;
    }
    return logMean(logs);
  });
}

const isVague = (one: SkillEvidence): boolean => !one.right && (one.gpcs ?? []).length > 0;

/** The answers that one adult marks on one day share that day. */
function dayKey(): (evidence: SkillEvidence) => string {
  const dayOf = schoolDays();
  return ({ observation: { by, at } }) => `${by} ${dayOf(at)}`;
}

/**
 * Days on which nothing of a strand came right though enough did before, and that stand alone: that such a day tells nothing is weighed
 * as in off-day.ts. Of two in a row both are believed.
 * @param own in order of time @param days the day of each
 */
function offDays(own: readonly SkillEvidence[], days: readonly string[]): Set<string> {
  const seen = new Map<string, { right: number; of: number }>();
  own.forEach(({ right }, n) => {
    const day = seen.get(days[n]!) ?? { right: 0, of: 0 };
    seen.set(days[n]!, { right: day.right + Number(right), of: day.of + 1 });
  });
  const list = [...seen];
  const nothing = list.map(([, { right }]) => right === 0);
  let before = 0;
  return new Set(
    list.flatMap(([day, { right, of }], k) => {
      const off = nothing[k]! && of >= LEAST_MISSED && before >= LEAST_RIGHT && !nothing[k - 1] && !nothing[k + 1];
      before += right;
      return off ? [day] : [];
    }),
  );
}
/** Fewer may all be missed on any day; and so many have to have come right before. */
const LEAST_MISSED = 5;
const LEAST_RIGHT = 5;

function estimateOne(
  own: readonly SkillEvidence[],
  asOf: number,
  model: EstimateModel,
  together: KnownTogether,
): Omit<StrandEstimate, 'slow'> {
  const days = own.map(dayKey());
  const counts = countsOf(own, days, asOf, model);
  const shown = new Set(own.flatMap((one) => (one.right ? (one.gpcs ?? []) : [])));
  /** How well each ability explains the answers of these, log likelihood over the grid. */
  const explains = (tells: (n: number) => boolean): number[] => {
    const log = GRID.map(() => 0);
    own.forEach((one, n) => {
      if (isVague(one) || !tells(n)) return;
      const { right, difficulty, observation } = one;
      GRID.forEach((ability, k) => {
        const p = rightOn(model, ability, difficulty, observation.options);
        log[k]! += counts[n]! * Math.log(right ? p : 1 - p);
      });
    });
    const vague = own.flatMap((one, n) => (isVague(one) && tells(n) ? [{ one, count: counts[n]! }] : []));
    if (vague.length > 0) ofVagueWords(vague, shown, model, together).forEach((value, k) => (log[k]! += value));
    return log;
  };
  const off = offDays(own, days);
  const { mean, sd } = model.strand;
  const rest = explains((n) => !off.has(days[n]!));
  let log = rest.map((value, k) => value - (GRID[k]! - mean) ** 2 / (2 * sd ** 2));
  for (const day of off) {
    const withDay = explains((n) => days[n] === day || !off.has(days[n]!));
    const answers = counts.filter((_, n) => days[n] === day).reduce((sum, count) => sum + count, 0);
    log = afterDoubtfulSitting(
      log,
      withDay.map((value, k) => value - rest[k]!),
      answers,
    );
  }
  const top = Math.max(...log);
  const weights = log.map((value) => Math.exp(value - top));
  const total = weights.reduce((a, b) => a + b, 0);
  const success = GRID.map((ability) => rightOn(model, ability, 0));
  const p = weights.reduce((sum, w, k) => sum + (w / total) * success[k]!, 0);
  const tail = (1 - model.interval) / 2;
  const quantile = (share: number): number => {
    let sum = 0;
    for (let k = 0; k < GRID.length; k += 1) {
      sum += weights[k]! / total;
      if (sum >= share) return success[k]!;
    }
    return success.at(-1)!;
  };
  const low = Math.min(p, quantile(tail));
  const high = Math.max(p, quantile(1 - tail));
  const state: PairState = low >= model.strand.secureFrom ? 'secure' : high < model.strand.gapBelow ? 'gap' : 'wobbly';
  return {
    state,
    p,
    low,
    high,
    basedOn: own.length,
    lastSeen: own
      .map((e) => e.observation.at)
      .sort()
      .at(-1)!,
    ...(off.has(days.at(-1)!) ? { doubted: true as const } : {}),
  };
}
