/**
 * Where one child stands on each pair: what the recall filter believes after all answers, and the states that are read off
 * it. Kept apart from the filter so that it can be seen which is belief and which is rule.
 */
import { CoreError } from '../errors.js';
import { effective, OBSERVATION_KINDS, OUTCOMES, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import { RecallFilter, USUALLY_BLENDS, type Belief, type PairOfChild, type WordAnswer } from './recall-filter.js';
import { slowPairs } from './slow.js';
import { USUAL_PLACE } from './usual-place.js';

export type PairState = 'secure' | 'wobbly' | 'gap' | 'unchecked';
export interface Estimate {
  state: PairState;
  /** Chance of a right answer to the card on an ordinary day, with an interval of the model's width for the child's own chance. */
  p: number;
  low: number;
  high: number;
  /** How likely it is that the child knows it: that more than 6 of 10 answers would be right. Counting pairs adds these up. */
  known: number;
  /** How many observations it rests on. */
  basedOn: number;
  /** When the pair was last seen, ISO 8601 UTC. */
  lastSeen: string;
  /** Known, and seldom at once: practise for speed, do not teach again. */
  slow: boolean;
  /** It was secure when it was last seen; only time has gone since: due for another look, no gap. */
  due: boolean;
}
export interface EstimateOptions {
  /** Now, ISO 8601 UTC. */
  readonly asOf: string;
  readonly model?: EstimateModel;
  /** All pairs of the child's teaching order, in order; the usual places where left out. */
  readonly order?: readonly Gpc[];
  /** Words read with nothing noted of where they went wrong, if they did: `derive(…).words`. */
  readonly words?: readonly WordAnswer[];
  /** How likely the child pushes known sounds together; the usual chance where left out. */
  readonly blends?: number;
}

/** Where in the order each pair stands: the child's own order, or the usual place. */
export function placesOf(gpcs: readonly Gpc[], order?: readonly Gpc[]): PairOfChild[] {
  const own = new Map((order ?? []).map((gpc, k) => [gpc, k]));
  return gpcs.map((gpc) => ({ gpc, place: own.get(gpc) ?? USUAL_PLACE[gpc] ?? null }));
}
const DAY_MS = 86_400_000;

/**
 * Where one child stands on each pair, from all observations of it. One child's observations only. Pairs never observed
 * are not in the map: they are *unchecked*. Replaced observations do not count, nor do those of a day after `asOf`.
 * One answer tells of other pairs as well: who misses 30 of 40 cards once has 30 gaps, who misses one has none. Time without
 * evidence widens an estimate and never raises it; a gap stays one until something speaks against it.
 * @throws CoreError `bad-input` where a time is no ISO time, a kind or an outcome is unknown, or the observations are of several children.
 * @example estimate(observations, { asOf: '2026-11-20T09:00:00Z' }).get('ai:ay')?.state
 */
export function estimate(observations: readonly Observation[], options: EstimateOptions): Map<Gpc, Estimate> {
  return estimateOver(observations, [options.asOf], options)[0]!;
}

/**
 * The same at several moments at once, each from what had been seen by then: one pass over the answers, however many moments.
 * @throws CoreError as `estimate`; `bad-input` where the moments are not in order of time.
 * @example estimateOver(observations, ['2026-09-30T12:00:00Z', '2026-10-31T12:00:00Z'])[1].get('ai:ay')
 */
export function estimateOver(
  observations: readonly Observation[],
  moments: readonly string[],
  options: Omit<EstimateOptions, 'asOf'> = {},
): Map<Gpc, Estimate>[] {
  const times = moments.map((moment) => Date.parse(moment));
  times.forEach((time, k) => {
    if (Number.isNaN(time)) throw new CoreError('bad-input', 'asOf', `"${moments[k]}" is not an ISO time.`);
    if (k > 0 && time < times[k - 1]!) throw new CoreError('bad-input', 'moments', 'The moments are not in order of time.');
  });
  const model = options.model ?? DEFAULT_MODEL;
  const last = times.at(-1)!;
  const list = checked(observations, model, last);
  const out: Map<Gpc, Estimate>[] = [];
  if (list.length === 0) return moments.map(() => new Map());
  /** Answers that stand last of their pair at some moment: the state then is kept, since time alone may wear it. */
  const standing = standingAt(list, times);
  const then = new Map<Gpc, PairState>();
  const about = new Map<Gpc, Observation[]>();
  let answers = 0;
  const look = (time: number, filter: RecallFilter): void => {
    const slow = slowPairs(list.slice(0, answers), model);
    const before = new Map([...about.keys()].map((gpc) => [gpc, filter.belief(gpc)!]));
    filter.pass(time);
    const states = new Map<Gpc, Estimate>();
    for (const [gpc, own] of about) {
      const worn = { was: then.get(gpc)!, belief: before.get(gpc)! };
      states.set(gpc, estimateOf(filter.belief(gpc)!, worn, own, answers, slow.has(gpc), model));
    }
    out.push(states);
  };
  const filter = filtered(list, options, model, {
    before: (observation, unseen) => {
      // the last moment is looked at after everything: a clock that runs a little ahead is believed
      while (out.length < times.length - 1 && times[out.length]! < Date.parse(observation.at)) look(times[out.length]!, unseen);
    },
    after: (observation, seen) => {
      answers += 1;
      const gpc = observation.gpc!;
      const own = about.get(gpc) ?? [];
      own.push(observation);
      about.set(gpc, own);
      if (standing.has(observation.id)) then.set(gpc, stateNow(seen.belief(gpc)!, own, answers, model));
    },
  });
  while (out.length < times.length) look(times[out.length]!, filter);
  return out;
}

function standingAt(list: readonly Observation[], times: readonly number[]): ReadonlySet<string> {
  const out = new Set<string>();
  const newest = new Map<Gpc, string>();
  let k = 0;
  for (const observation of list) {
    for (; k < times.length - 1 && times[k]! < Date.parse(observation.at); k += 1) for (const id of newest.values()) out.add(id);
    newest.set(observation.gpc!, observation.id);
  }
  for (const id of newest.values()) out.add(id);
  return out;
}

/** One pair's estimate from its belief now, with what was believed before time went by. */
function estimateOf(
  belief: Belief,
  before: { readonly was: PairState; readonly belief: Belief },
  own: readonly Observation[],
  answers: number,
  slow: boolean,
  model: EstimateModel,
): Estimate {
  const p = Math.min(belief.p, before.belief.p);
  let state = stateNow(belief, own, answers, model);
  if (before.was === 'gap' && state === 'wobbly' && p < GAP_HOLDS_BELOW) state = 'gap';
  // what time alone has worn is due for another look, and is no gap
  const due = before.was === 'secure' && state !== 'secure';
  if (due && state === 'gap') state = 'wobbly';
  const { low, high } = endsOf(belief, model);
  return {
    state,
    p,
    low: Math.min(low, p),
    high: Math.max(high, p),
    known: Math.min(knownIn(belief), knownIn(before.belief)),
    basedOn: own.length,
    lastSeen: own.at(-1)!.at,
    slow: slow && p >= SLOW_FROM,
    due,
  };
}

/** A pair is known where it comes right more often than this. */
export const KNOWN_FROM = 0.6;
/** How likely it is that a pair is known. */
export const knownIn = (belief: Belief): number => 1 - chanceBelow(belief, KNOWN_FROM);
export interface Foretold {
  readonly id: string;
  readonly gpc: Gpc;
  readonly kind: Observation['kind'];
  readonly by: string;
  readonly at: string;
  /** The chance of a right answer, as it was expected just before it was given. */
  readonly p: number;
  readonly right: boolean;
  /** What the share of the pair's last five answers would have foretold, one right and one wrong added. */
  readonly plain: number;
}

/**
 * What was expected before each answer of one child, beside what came: the judgement held against what happened, in any school,
 * without knowing any truth (prequential: Dawid 1984). Answers in order of time; those about no pair are left out.
 * @throws CoreError as `estimate`.
 * @example foretell(observations, { order }).filter((f) => f.kind === 'see-say')
 */
export function foretell(
  observations: readonly Observation[],
  options: Pick<EstimateOptions, 'model' | 'order' | 'words'> = {},
): Foretold[] {
  const model = options.model ?? DEFAULT_MODEL;
  const list = checked(observations, model, Infinity);
  const before = new Map<Gpc, boolean[]>();
  const out: Foretold[] = [];
  filtered(list, options, model, {
    before: (observation, filter) => {
      const gpc = observation.gpc!;
      const own = before.get(gpc) ?? [];
      const five = own.slice(-5);
      const right = isRight(observation);
      const plain = (five.filter(Boolean).length + 1) / (five.length + 2);
      const { id, kind, by, at } = observation;
      filter.pass(Date.parse(at));
      out.push({ id, gpc, kind, by, at, p: filter.foretell(observation), right, plain });
      before.set(gpc, [...own, right]);
    },
  });
  return out;
}

/** A gap that time alone has blurred is believed a gap below this. */
const GAP_HOLDS_BELOW = 0.45;
/** Slow is said of what is known. */
const SLOW_FROM = 0.6;
/** A clock that runs ahead of the server's by less than this is believed. */
const AHEAD_MS = DAY_MS;

function checked(observations: readonly Observation[], model: EstimateModel, asOf: number): Observation[] {
  const child = observations[0]?.child;
  const list: Observation[] = [];
  for (const observation of effective(observations)) {
    const { id, gpc, at, kind, outcome } = observation;
    if (observation.child !== child)
      throw new CoreError('bad-input', 'observations', 'The observations are of several children; estimate one child at a time.');
    if (!OBSERVATION_KINDS.includes(kind))
      throw new CoreError('bad-input', `observations.${id}.kind`, `"${String(kind)}" is no kind of observation.`);
    if (!OUTCOMES.includes(outcome))
      throw new CoreError('bad-input', `observations.${id}.outcome`, `"${String(outcome)}" is no outcome of an answer.`);
    const time = Date.parse(at);
    if (Number.isNaN(time)) throw new CoreError('bad-input', `observations.${id}.at`, `"${at}" is not an ISO time.`);
    if (gpc === undefined || model.recall.kinds[kind] === undefined || time > asOf + AHEAD_MS) continue;
    list.push(observation);
  }
  return list;
}

/** The filter after all answers and all words of which nothing was noted, in order of time. */
function filtered(
  list: readonly Observation[],
  { words = [], blends = USUALLY_BLENDS, order }: Pick<EstimateOptions, 'words' | 'blends' | 'order'>,
  model: EstimateModel,
  on: {
    readonly before?: (observation: Observation, filter: RecallFilter) => void;
    readonly after?: (observation: Observation, filter: RecallFilter) => void;
    readonly word?: (word: WordAnswer, filter: RecallFilter) => void;
  } = {},
): RecallFilter {
  const gpcs = [...new Set([...list.map((o) => o.gpc!), ...words.flatMap((w) => w.gpcs)])];
  const filter = new RecallFilter(model.recall, placesOf(gpcs, order), [...new Set(list.map((o) => o.by))]);
  const waiting = [...words].sort((a, b) => (a.observation.at < b.observation.at ? -1 : 1));
  let next = 0;
  const wordsUntil = (at: string | null): void => {
    for (; next < waiting.length && (at === null || waiting[next]!.observation.at <= at); next += 1) {
      const word = waiting[next]!;
      filter.pass(Date.parse(word.observation.at));
      on.word?.(word, filter);
      if (!word.right) filter.miss(word, blends);
    }
  };
  const enough = oftenInOneSitting();
  for (const observation of list) {
    wordsUntil(observation.at);
    on.before?.(observation, filter);
    if (!enough(observation)) filter.observe(observation);
    on.after?.(observation, filter);
  }
  wordsUntil(null);
  return filter;
}

/** So many answers about the pairs of a child's words are enough to tell blending from letters. */
const MOST_ABOUT_WORDS = 250;
const MOST_WORDS = 60;
/** Kinds in which a pair comes by the way, again and again. */
const BY_THE_WAY: ReadonlySet<Observation['kind']> = new Set(['word', 'made-up word', 'text', 'irregular word', 'find in row']);
const BY_THE_WAY_COUNTS = 2;

/**
 * Whether a pair came right by the way so often in one sitting that once more tells nothing new: the same words, the same
 * sentence, the same day. What went wrong always counts.
 */
function oftenInOneSitting(): (observation: Observation) => boolean {
  const seen = new Map<string, number>();
  return (o) => {
    if (!BY_THE_WAY.has(o.kind) || !isRight(o)) return false;
    const key = `${o.gpc} ${o.by} ${o.at.slice(0, 10)}`;
    const n = seen.get(key) ?? 0;
    seen.set(key, n + 1);
    return n >= BY_THE_WAY_COUNTS;
  };
}

/** How well children push sounds together, and how many of each there are, before anything is known. */
const BLENDERS: readonly { readonly chance: number; readonly share: number }[] = [
  { chance: 0.08, share: 0.22 },
  { chance: 0.45, share: 0.23 },
  { chance: 0.9, share: 0.55 },
];

/**
 * Which of two is at fault in words that went wrong with nothing noted: pairs that are not known, or the push together. Each
 * kind of blender is tried on all of the child's words, right and wrong, pairs and pushing judged together; what explains the
 * row of words best counts most. Returns the expected chance of pushing together, and how likely the child knows each pair of
 * such a word; null where every wrong word has something noted.
 */
export function tellApart(
  observations: readonly Observation[],
  options: Pick<EstimateOptions, 'words' | 'order' | 'model'> & { readonly asOf: string },
): { readonly blends: number; readonly knows: ReadonlyMap<Gpc, number> } | null {
  const { words = [] } = options;
  if (words.every((w) => w.right)) return null;
  const model = options.model ?? DEFAULT_MODEL;
  // the pairs of these words tell, and what was last seen of them: the rest of the record is left out for speed
  const asked = new Set(words.flatMap((w) => w.gpcs));
  const about = checked(observations, model, Date.parse(options.asOf)).filter((o) => asked.has(o.gpc!));
  const list = about.slice(-MOST_ABOUT_WORDS);
  const tried = BLENDERS.map(({ chance, share }) => {
    let log = Math.log(share);
    const filter = filtered(list, { ...options, words: words.slice(-MOST_WORDS), blends: chance }, model, {
      word: (word, before) => {
        const right = Math.min(0.999, Math.max(0.001, before.wordRight(word, chance)));
        log += Math.log(word.right ? right : 1 - right);
      },
    });
    return { chance, log, filter };
  });
  const top = Math.max(...tried.map((t) => t.log));
  const total = tried.reduce((sum, t) => sum + Math.exp(t.log - top), 0);
  const weight = ({ log }: { log: number }): number => Math.exp(log - top) / total;
  const likeliest = tried.reduce((a, b) => (b.log > a.log ? b : a));
  return {
    blends: tried.reduce((sum, t) => sum + weight(t) * t.chance, 0),
    // pairs as the likeliest blender has them: an average would let each of two stories excuse the other
    knows: new Map(
      [...asked].flatMap((gpc) => (likeliest.filter.belief(gpc)?.p === undefined ? [] : [[gpc, likeliest.filter.belief(gpc)!.p]])),
    ),
  };
}

const isRight = (o: Observation): boolean => o.outcome !== 'wrong' && o.outcome !== 'no answer';

/**
 * The state that a belief stands for. *Secure* also needs right answers on two days or to two adults: two rights in one
 * sitting share a day and an ear. A *gap* needs two answers against it, or one in a child who is known by many.
 */
function stateNow(belief: Belief, own: readonly Observation[], answers: number, model: EstimateModel): PairState {
  const { low, high } = endsOf(belief, model);
  const sittings = new Set(own.filter(isRight).map((o) => `${o.by} ${o.at.slice(0, 10)}`));
  const missed = own.filter((o) => !isRight(o)).length;
  // one miss of a child of whom little else is known says little; in a whole check it stands among the others
  const wrong = answers >= KNOWN_CHILD ? 2 * missed : missed;
  return stateOf(low, high, own.length, model, { right: sittings.size, wrong });
}

/** So many answers about whatever pairs make a child known. */
const KNOWN_CHILD = 10;

/** The state an interval stands for, given in how many sittings it was right and how often it was wrong. */
export function stateOf(
  low: number,
  high: number,
  basedOn: number,
  model: EstimateModel = DEFAULT_MODEL,
  answers: { readonly right: number; readonly wrong: number } = { right: basedOn, wrong: basedOn },
): PairState {
  if (basedOn === 0) return 'unchecked';
  if (low >= model.secureFrom && answers.right >= 2) return 'secure';
  if (high < model.gapBelow && answers.wrong >= 2) return 'gap';
  return 'wobbly';
}

/** The ends between which the child's own chance lies with the model's share of belief. */
export function endsOf(belief: Belief, model: EstimateModel): { low: number; high: number } {
  const tail = (1 - model.interval) / 2;
  return { low: quantile(belief, tail), high: quantile(belief, 1 - tail) };
}
function quantile(belief: Belief, share: number): number {
  let [from, to] = [0, 1];
  for (let step = 0; step < 20; step += 1) {
    const middle = (from + to) / 2;
    if (chanceBelow(belief, middle) < share) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}
/** How likely it is that the child's own chance of a right answer is below a value. */
export function chanceBelow({ members }: Belief, value: number): number {
  let sum = 0;
  for (const { weight, mean, variance, guess, lapse } of members) {
    const share = (value - guess) / (1 - guess - lapse);
    if (share <= 0) continue;
    sum += share >= 1 ? weight : weight * normalBelow((Math.log(share / (1 - share)) - mean) / Math.sqrt(variance));
  }
  return sum;
}
/** The normal distribution function (Abramowitz and Stegun 26.2.17, error below 1e-7). */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    0.3989423 * Math.exp((-z * z) / 2) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}
