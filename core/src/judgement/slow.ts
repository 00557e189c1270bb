/**
 * Which pairs a child knows and seldom says at once. Slow is relative to the child's own usual time for that kind of card with
 * that adult (much of a time measured by an adult's press is the adult's), within bounds that no child's pace can move.
 */
import { isMiss, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EstimateModel } from './model.js';
import { chancesOf } from './recall-filter.js';

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
  const usual = usualTimes(observations);
  const answers = new Map<Gpc, boolean[]>();
  for (const o of observations) {
    if (o.gpc === undefined || o.fromMemory || chancesOf(model.recall, o.kind) === undefined) continue;
    const slow = slowAnswer(o, usual);
    if (slow === null) continue;
    answers.set(o.gpc, [...(answers.get(o.gpc) ?? []), slow]);
  }
  const out = new Set<Gpc>();
  for (const [gpc, list] of answers) {
    const newest = list.slice(-NEWEST);
    if (newest.length >= 2 && newest.filter(Boolean).length / newest.length > SHARE) out.add(gpc);
  }
  return out;
}

/** Whether a right answer was slow; null for a wrong one, and where nothing tells. */
function slowAnswer(o: Observation, usual: ReadonlyMap<string, number>): boolean | null {
  if (isMiss(o.outcome) || o.outcome === 'put right') return null;
  if (o.outcome === 'slow') return true;
  if (o.ms === undefined) return o.outcome === 'right' ? false : null;
  const own = usual.get(`${o.kind} ${o.by}`) ?? USUAL_MS;
  return o.ms > Math.min(SLOW_FROM_MS, Math.max(QUICK_UNTIL_MS, TIMES * own));
}

/** The child's usual time of a right answer by kind of card and adult, drawn towards all adults' where there are few. */
function usualTimes(observations: readonly Observation[]): ReadonlyMap<string, number> {
  const sums = new Map<string, { log: number; n: number }>();
  for (const { kind, by, ms, outcome, fromMemory } of observations) {
    if (ms === undefined || fromMemory || isMiss(outcome)) continue;
    const key = `${kind} ${by}`;
    const entry = sums.get(key) ?? { log: 0, n: 0 };
    entry.log += Math.log(Math.min(20_000, Math.max(200, ms)));
    entry.n += 1;
    sums.set(key, entry);
  }
  return new Map([...sums].map(([key, { log, n }]) => [key, Math.exp((log + USUAL_COUNTS * Math.log(USUAL_MS)) / (n + USUAL_COUNTS))]));
}
