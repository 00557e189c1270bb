/**
 * Which pairs a child knows and seldom says at once. Slow is relative to the child's own usual time for that kind of card with
 * that adult (much of a time measured by an adult's press is the adult's), within bounds that no child's pace can move.
 */
import { isMiss, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EstimateModel } from './model.js';
import { chancesOf } from './filter-parameters.js';

/** A usual time before any is known, milliseconds, and how many answers it is worth. */
const USUAL_MS = 1500;
const USUAL_COUNTS = 4;
/** Slow is so many times the usual. */
const TIMES = 1.7;
/** No answer quicker than this is slow for anybody, and none slower than that is at once. */
const QUICK_UNTIL_MS = 2200;
const SLOW_FROM_MS = 4500;
/** Of so many newest right answers, more than this share slow. */
const NEWEST = 5;
const SHARE = 0.5;

/** The pairs whose newest right answers were mostly slow; one slow answer alone says nothing. */
export function slowPairs(observations: readonly Observation[], model: EstimateModel): ReadonlySet<Gpc> {
  const watch = new SlowWatch(model);
  for (const o of observations) watch.add(o);
  return watch.pairs();
}

/** The same while answers come in, in order of time: asked at any moment, it costs the pairs and not all answers so far. */
export class SlowWatch {
  /** By kind of card and adult: the logarithms of the times of right answers, and how many. */
  readonly #times = new Map<string, { log: number; n: number }>();
  /** Of each pair the newest answers that tell. */
  readonly #newest = new Map<Gpc, Observation[]>();

  constructor(private readonly model: EstimateModel) {}

  add(o: Observation): void {
    if (o.ms !== undefined && !o.fromMemory && !isMiss(o.outcome)) {
      const key = `${o.kind} ${o.by}`;
      const entry = this.#times.get(key) ?? { log: 0, n: 0 };
      entry.log += Math.log(Math.min(20_000, Math.max(200, o.ms)));
      entry.n += 1;
      this.#times.set(key, entry);
    }
    if (o.gpc === undefined || o.fromMemory || chancesOf(this.model.recall, o.kind) === undefined || !tells(o)) return;
    const own = this.#newest.get(o.gpc);
    if (!own) this.#newest.set(o.gpc, [o]);
    else {
      own.push(o);
      if (own.length > NEWEST) own.shift();
    }
  }

  pairs(): ReadonlySet<Gpc> {
    // drawn towards all adults' usual time where there are few answers
    const usual = new Map(
      [...this.#times].map(([key, { log, n }]) => [key, Math.exp((log + USUAL_COUNTS * Math.log(USUAL_MS)) / (n + USUAL_COUNTS))]),
    );
    const out = new Set<Gpc>();
    for (const [gpc, newest] of this.#newest)
      if (newest.length >= 2 && newest.filter((o) => isSlow(o, usual)).length / newest.length > SHARE) out.add(gpc);
    return out;
  }
}

/** Whether an answer tells how quick it was: a wrong one does not, nor one of which nothing is known. */
const tells = (o: Observation): boolean =>
  !isMiss(o.outcome) && o.outcome !== 'put right' && (o.outcome === 'slow' || o.ms !== undefined || o.outcome === 'right');

/** @param usual the child's usual time of a right answer by kind of card and adult, milliseconds */
function isSlow(o: Observation, usual: ReadonlyMap<string, number>): boolean {
  if (o.outcome === 'slow') return true;
  if (o.ms === undefined) return false;
  return o.ms > Math.min(SLOW_FROM_MS, Math.max(QUICK_UNTIL_MS, TIMES * (usual.get(`${o.kind} ${o.by}`) ?? USUAL_MS)));
}
