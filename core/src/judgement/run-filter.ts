/** One child's record gone through by the recall filter, in order of time: what is taken in, what is refused, and what no longer tells. */
import { compareText } from '../compare-text.js';
import { CoreError } from '../errors.js';
import { checkKindOf } from '../checks/kinds/index.js';
import { FewOfMany } from '../evidence/few-of-many.js';
import { effective, isMiss, OBSERVATION_KINDS, OUTCOMES, type Observation } from '../evidence/observation.js';
import { schoolDays } from '../evidence/school-days.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EstimateModel } from './model.js';
import { chancesOf } from './filter-parameters.js';
import { RecallFilter, type PairOfChild, type WordAnswer } from './recall-filter.js';
import { USUAL_PLACE } from './usual-place.js';

/** A pair that a logged session worked on with the child, whether anybody marked it there or not: it may have taken, an answer tells. */
export interface LoggedTeaching {
  readonly gpc: Gpc;
  /** ISO 8601 UTC. */
  readonly at: string;
}
/** What a word asks of a child beside its pairs: to push a few sounds together, two consonants in a row, or syllables. */
export const PUSHES = ['blending', 'clusters', 'longer words'] as const;
export type Push = (typeof PUSHES)[number];
export type Blends = Readonly<Partial<Record<Push, number>>>;
export const pushOf = ({ strand }: WordAnswer): Push => (strand === 'clusters' || strand === 'longer words' ? strand : 'blending');
export interface RecordOptions {
  readonly model?: EstimateModel;
  /** All pairs of the child's teaching order, in order; the usual places where left out. */
  readonly order?: readonly Gpc[];
  /** Words read with nothing noted of where they went wrong, if they did: `derive(…).words`. */
  readonly words?: readonly WordAnswer[];
  /** What logged sessions taught the child, in any order. */
  readonly teaching?: readonly LoggedTeaching[];
  /** How likely the child pushes known sounds together, by what a word asks for; the usual chance where left out. */
  readonly blends?: Blends;
}

/** Where in the order each pair stands: the child's own order, or the usual place. */
export function placesOf(gpcs: readonly Gpc[], order?: readonly Gpc[]): PairOfChild[] {
  const own = new Map((order ?? []).map((gpc, k) => [gpc, k]));
  return gpcs.map((gpc) => ({ gpc, place: own.get(gpc) ?? USUAL_PLACE[gpc] ?? null }));
}
/** A clock that runs ahead of the server's by less than this is believed. */
const AHEAD_MS = 86_400_000;

/** The answers about pairs that count, in order of time. @throws CoreError as `estimate`. */
export function checked(observations: readonly Observation[], model: EstimateModel, asOf: number): Observation[] {
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
    if (gpc === undefined || chancesOf(model.recall, kind) === undefined || time > asOf + AHEAD_MS) continue;
    list.push(observation);
  }
  return list;
}

/** Logged teaching, each with a time that can be read. @throws CoreError `bad-input` where one cannot. */
export function checkedTeaching(teaching: readonly LoggedTeaching[] = []): readonly LoggedTeaching[] {
  for (const { gpc, at } of teaching)
    if (Number.isNaN(Date.parse(at))) throw new CoreError('bad-input', `teaching.${gpc}.at`, `"${at}" is not an ISO time.`);
  return teaching;
}

/** The filter after all answers and all words of which nothing was noted, in order of time. */
export function runFilter(
  list: readonly Observation[],
  {
    words = [],
    teaching = [],
    blends = {},
    order,
    also = [],
  }: Pick<RecordOptions, 'words' | 'teaching' | 'blends' | 'order'> & {
    /** Pairs to be held though nothing was seen of them. */
    readonly also?: readonly Gpc[];
  },
  model: EstimateModel,
  on: {
    /** Before anything of a moment, ISO 8601 UTC, is taken in. */
    readonly until?: (at: string, filter: RecallFilter) => void;
    readonly before?: (observation: Observation, filter: RecallFilter) => void;
    readonly after?: (observation: Observation, filter: RecallFilter) => void;
  } = {},
): RecallFilter {
  const gpcs = [...new Set([...list.map((o) => o.gpc!), ...words.flatMap((w) => w.gpcs), ...also])];
  const filter = new RecallFilter(model.recall, placesOf(gpcs, order), [...new Set(list.map((o) => o.by))]);
  const waiting = [...words].sort(
    (a, b) => compareText(a.observation.at, b.observation.at) || compareText(a.observation.id, b.observation.id),
  );
  const taught = [...teaching].sort((a, b) => compareText(a.at, b.at) || compareText(a.gpc, b.gpc));
  let [next, logged] = [0, 0];
  const teachingUntil = (at: string | null): void => {
    for (; logged < taught.length && (at === null || taught[logged]!.at <= at); logged += 1) {
      const one = taught[logged]!;
      on.until?.(one.at, filter);
      filter.teach(one.gpc, Date.parse(one.at));
    }
  };
  const wordsUntil = (at: string | null): void => {
    for (; next < waiting.length && (at === null || waiting[next]!.observation.at <= at); next += 1) {
      const word = waiting[next]!;
      teachingUntil(word.observation.at);
      on.until?.(word.observation.at, filter);
      filter.pass(Date.parse(word.observation.at));
      if (!word.right) filter.miss(word, blends[pushOf(word)]);
    }
  };
  const enough = oftenInOneSitting();
  for (const observation of list) {
    wordsUntil(observation.at);
    teachingUntil(observation.at);
    on.until?.(observation.at, filter);
    on.before?.(observation, filter);
    if (!enough(observation)) filter.observe(observation);
    on.after?.(observation, filter);
  }
  wordsUntil(null);
  teachingUntil(null);
  return filter;
}

/** Kinds in which a pair comes by the way, again and again. */
const byTheWay = (kind: Observation['kind']): boolean => kind === 'text' || checkKindOf(kind)?.byTheWay === true;
const BY_THE_WAY_COUNTS = 2;

/** Whether a pair was seen by the way so often in one sitting that once more tells nothing new: the same words, the same sentence, the same day. */
export function oftenInOneSitting(): (observation: Observation) => boolean {
  const seen = new Map<string, FewOfMany>();
  const dayOf = schoolDays();
  return (o) => {
    if (!byTheWay(o.kind)) return false;
    const key = `${o.gpc} ${o.by} ${dayOf(o.at)}`;
    const few = seen.get(key) ?? new FewOfMany(BY_THE_WAY_COUNTS);
    seen.set(key, few);
    return !few.takes(isMiss(o.outcome));
  };
}
