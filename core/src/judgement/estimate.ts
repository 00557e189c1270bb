/**
 * Where one child stands on each pair: what the recall filter believes after all answers, and the states that are read off
 * it by rule.
 */
import { CoreError } from '../errors.js';
import { isMiss, type Observation } from '../evidence/observation.js';
import { schoolDays } from '../evidence/school-days.js';
import type { Gpc } from '../phonics/lexicon.js';
import { endsOf, knownIn, reaches, staysBelow } from './belief.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { Belief, RecallFilter } from './recall-filter.js';
import { checked, checkedTeaching, runFilter, type RecordOptions } from './run-filter.js';
import { SlowWatch } from './slow.js';

export type PairState = 'secure' | 'wobbly' | 'gap' | 'unchecked';
/**
 * Whether a pair asks for work with the child: a gap, or wobbly by what was seen. What time alone has worn is due for another look,
 * and no more.
 * @example asksForWork({ state: 'wobbly', due: true }) // false
 */
export const asksForWork = ({ state, due = false }: { readonly state: PairState; readonly due?: boolean | undefined }): boolean =>
  state === 'gap' || (state === 'wobbly' && !due);
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
export interface EstimateOptions extends RecordOptions {
  /** Now, ISO 8601 UTC. */
  readonly asOf: string;
}

/** A gap that time alone has blurred is believed a gap below this. */
const GAP_HOLDS_BELOW = 0.45;
/** Missed on two days running, or by two adults, a pair is a gap from here down; twice in one sitting from there. */
const MISSED_TWICE_BELOW = 0.5;
const MISSED_AGAIN_BELOW = 0.4;
/** Right in three sittings since it was last missed, a pair is no gap from here up: of such pairs less than half are. */
const RIGHT_AGAIN = 3;
const RIGHT_AGAIN_FROM = 0.4;
/** Among so few luck is as likely as every sixth time: what was missed, and came right only so, is secure from a third sitting on. */
const FEW_OPTIONS = 6;
const SITTINGS_BY_LUCK = 3;
/** Slow is said of what is known. */
const SLOW_FROM = 0.6;

/**
 * Where one child stands on each pair, from all observations of it. One child's observations only. Pairs never observed
 * are not in the map: they are *unchecked*. Replaced observations do not count, nor do those of a day after `asOf`.
 * One answer tells of other pairs as well: who misses 30 of 40 cards once has 30 gaps, who misses one has none. Time without
 * evidence widens an estimate and never raises it; only answers and logged teaching do. A gap stays one until something speaks
 * against it.
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
  return standingOver(observations, moments, options).map(({ states }) => states);
}

/** Where a child stands at a moment. */
export interface Standing {
  /** Of each pair that was asked. */
  readonly states: Map<Gpc, Estimate>;
  /** Of each pair of `also` that never was, in a child who is known by others: what these say of it. */
  readonly unasked: Map<Gpc, Unasked>;
}
export interface Unasked {
  /** Chance of a right answer on an ordinary day. */
  readonly p: number;
  /** How likely it is that the child knows it. */
  readonly known: number;
}

/** As `estimateOver`, with what is believed of pairs that nobody asked about. */
export function standingOver(
  observations: readonly Observation[],
  moments: readonly string[],
  options: Omit<EstimateOptions, 'asOf'> & { readonly also?: readonly Gpc[] | undefined } = {},
): Standing[] {
  const times = moments.map((moment) => Date.parse(moment));
  times.forEach((time, k) => {
    if (Number.isNaN(time)) throw new CoreError('bad-input', 'asOf', `"${moments[k]}" is not an ISO time.`);
    if (k > 0 && time < times[k - 1]!) throw new CoreError('bad-input', 'moments', 'The moments are not in order of time.');
  });
  const model = options.model ?? DEFAULT_MODEL;
  const last = times.at(-1)!;
  const list = checked(observations, model, last);
  const out: Standing[] = [];
  if (list.length === 0) return moments.map(() => ({ states: new Map(), unasked: new Map() }));
  /** Answers that stand last of their pair at some moment: the state then is kept, since time alone may wear it. */
  const standing = standingAt(list, times);
  const then = new Map<Gpc, PairState>();
  const about = new Map<Gpc, Answers>();
  const quickness = new SlowWatch(model);
  const dayOf = schoolDays();
  let answers = 0;
  const look = (time: number, filter: RecallFilter): void => {
    const slow = quickness.pairs();
    const before = new Map([...about.keys()].map((gpc) => [gpc, filter.belief(gpc)!]));
    // a few answers do not make a child known: then nothing is said of what was not asked
    const others = answers < KNOWN_CHILD ? [] : (options.also ?? []).filter((gpc) => !about.has(gpc));
    const unseen = new Map(others.map((gpc) => [gpc, filter.belief(gpc)!]));
    // an earlier look leaves no trace in a later one
    const rested = out.length < times.length - 1 ? filter.apart() : filter;
    rested.pass(time);
    const states = new Map<Gpc, Estimate>();
    for (const [gpc, own] of about) {
      const worn = { was: then.get(gpc)!, belief: before.get(gpc)! };
      states.set(gpc, estimateOf(rested.belief(gpc)!, worn, own, answers, slow.has(gpc), model));
    }
    // time alone makes nothing likelier known
    const unasked = new Map(
      [...unseen].map(([gpc, was]): [Gpc, Unasked] => {
        const belief = rested.belief(gpc)!;
        return [gpc, { p: Math.min(belief.p, was.p), known: Math.min(knownIn(belief), knownIn(was)) }];
      }),
    );
    out.push({ states, unasked });
  };
  const inTime = (at: string): boolean => Date.parse(at) <= last;
  const words = options.words?.filter((w) => inTime(w.observation.at)) ?? [];
  const teaching = checkedTeaching(options.teaching).filter((t) => inTime(t.at));
  const filter = runFilter(list, { ...options, also: options.also ?? [], words, teaching }, model, {
    until: (at, unseen) => {
      // the last moment is looked at after everything: a clock that runs a little ahead is believed
      while (out.length < times.length - 1 && times[out.length]! < Date.parse(at)) look(times[out.length]!, unseen);
    },
    after: (observation, seen) => {
      answers += 1;
      const gpc = observation.gpc!;
      quickness.add(observation);
      let own = about.get(gpc);
      if (!own)
        about.set(
          gpc,
          (own = {
            count: 0,
            missed: 0,
            missedSince: 0,
            missedOn: new Set(),
            sittings: new Set(),
            rightSince: new Set(),
            pointedOnly: true,
            lastSeen: '',
          }),
        );
      own.count += 1;
      own.lastSeen = observation.at;
      const day = dayOf(observation.at);
      if (isMiss(observation.outcome)) {
        own.missed += 1;
        own.missedSince += 1;
        own.missedOn.add(`${observation.by} ${day}`);
        own.rightSince.clear();
      } else {
        own.sittings.add(`${observation.by} ${day}`);
        own.rightSince.add(`${observation.by} ${day}`);
        own.missedSince = 0;
        own.missedOn.clear();
        if ((observation.options ?? Infinity) > FEW_OPTIONS) own.pointedOnly = false;
      }
      if (standing.has(observation.id)) then.set(gpc, stateNow(seen.belief(gpc)!, own, answers, model));
    },
  });
  while (out.length < times.length) look(times[out.length]!, filter);
  return out;
}

/** What the answers about one pair come to so far. */
interface Answers {
  count: number;
  missed: number;
  /** How often it was missed since it last came right, and adult and day of each. */
  missedSince: number;
  readonly missedOn: Set<string>;
  /** Adult and day of every right answer, and of those since it was last missed. */
  readonly sittings: Set<string>;
  readonly rightSince: Set<string>;
  /** It never came right but by pointing at one of a few. */
  pointedOnly: boolean;
  lastSeen: string;
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
  own: Answers,
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
    basedOn: own.count,
    lastSeen: own.lastSeen,
    slow: slow && p >= SLOW_FROM,
    due,
  };
}

/**
 * The state that a belief stands for. *Secure* also needs right answers on two days or to two adults: two rights in one sitting share
 * a day and an ear; what was missed as well and came right only by pointing among a few needs three. A *gap* needs two answers
 * against it, or one in a child who is known by many. Missed on two days or by two adults with nothing right since, it is one as soon
 * as a right answer is no longer likelier than not, missed twice in one sitting somewhat later. Right in three sittings since, it is
 * none any more, unless that was luck or a summer has gone by.
 */
function stateNow(belief: Belief, own: Answers, answers: number, model: EstimateModel): PairState {
  const { missed, missedSince, missedOn, sittings, rightSince } = own;
  if (missedSince >= 2 && belief.p < (missedOn.size >= 2 ? MISSED_TWICE_BELOW : MISSED_AGAIN_BELOW)) return 'gap';
  const restedLong = belief.rested >= RESTED_TOO_LONG;
  if (sittings.size >= (missed > 0 && own.pointedOnly ? SITTINGS_BY_LUCK : 2) && reaches(belief, model.secureFrom, model))
    return restedLong ? 'wobbly' : 'secure';
  // one miss of a child of whom little else is known says little; in a whole check it stands among the others
  const wrong = answers >= KNOWN_CHILD ? 2 * missed : missed;
  if (wrong < 2 || !staysBelow(belief, model.gapBelow, model)) return 'wobbly';
  return !restedLong && rightSince.size >= RIGHT_AGAIN && belief.p >= RIGHT_AGAIN_FROM ? 'wobbly' : 'gap';
}

/**
 * After six weeks in which nothing at all was seen of the child (three weeks are no break yet) nobody knows what it still has:
 * children differ too much in what a summer takes. Each pair is due for another look until it comes right again.
 */
const RESTED_TOO_LONG = 21;

/** So many answers about whatever pairs make a child known. */
const KNOWN_CHILD = 10;
