/** The adaptive recall check: which card would tell most now, and when it is enough. */
import { CoreError } from '../errors.js';
import { effective, type Observation } from '../evidence/observation.js';
import { believe, inOrder, ownGain, type PairBelief } from '../judgement/recall-model.js';
import type { EstimateModel } from '../judgement/model.js';
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import { seeded, seedFrom } from '../random.js';

export interface CheckLimits {
  /** When this check began, ISO 8601 UTC: observations from then on are its own. The day of `asOf` where left out. */
  readonly since?: string;
  readonly minutes?: number;
  /** At most so many cards; half of the taught pairs where left out. */
  readonly cards?: number;
  /** So many cards before it may be sure enough, however much earlier checks say: what was known may be lost. */
  readonly atLeast?: number;
  /** Whether a card may come once only in this check. */
  readonly once?: boolean;
  /** Enough when the share of pairs expected to be judged wrongly is below this. */
  readonly wrongShare?: number;
}
export interface NextCardInput {
  /** All pairs of the teaching order, in order. */
  readonly order: readonly Gpc[];
  readonly taught: readonly Gpc[];
  /** Of one child; earlier checks count too. */
  readonly observations: readonly Observation[];
  /** Now, ISO 8601 UTC. */
  readonly asOf: string;
  readonly limits?: CheckLimits;
  readonly model?: EstimateModel;
}
export type Done = 'sure enough' | 'enough cards' | 'time is up' | 'had enough' | 'nothing taught';

const WRONG_SHARE = 0.03;
/** What telling about the others is worth against telling about the pair itself. */
const TELLING = 0.6;
const IN_A_ROW = 3;
/** After so many wrong in a row, steps down and all, the child has had enough. */
const HAD_ENOUGH = 6;
/** A card does not come back before so many others. */
const REST = 3;

/**
 * The next card of a quick check, or why it is done. Worked out from the observations alone, so a check can
 * be carried on anywhere; the seed only breaks ties. Three wrong in a row bring cards the child surely knows;
 * six end the check.
 * @throws CoreError `bad-input` where `asOf` is no time or the observations are of several children.
 * @example nextCard({ order, taught, observations, asOf }, { seed: 1 }) // { gpc: 'ai:ay' } or { done: 'sure enough' }
 */
export function nextCard(input: NextCardInput, { seed }: { seed: number }): { gpc: Gpc } | { done: Done } {
  const { limits = {}, asOf } = input;
  const now = Date.parse(asOf);
  if (Number.isNaN(now)) throw new CoreError('bad-input', 'asOf', `"${asOf}" is not an ISO time.`);
  const pairs = inOrder(input.order, input.taught);
  if (pairs.length === 0) return { done: 'nothing taught' };
  const all = effective(input.observations);
  if (all.some((o) => o.child !== all[0]!.child))
    throw new CoreError('bad-input', 'observations', 'The observations are of several children.');
  const since = limits.since ?? `${asOf.slice(0, 10)}T00:00:00.000Z`;
  const own = all.filter((o) => o.at >= since && o.gpc !== undefined && pairs.includes(o.gpc));
  const wrongRun = runOfWrong(own);
  if (wrongRun >= HAD_ENOUGH) return { done: 'had enough' };
  if (limits.minutes !== undefined && own.length > 0 && now - Date.parse(own[0]!.at) >= limits.minutes * 60_000)
    return { done: 'time is up' };
  if (own.length >= (limits.cards ?? Math.ceil(pairs.length / 2))) return { done: 'enough cards' };
  const belief = believe(pairs, all, input.model);
  if (own.length >= (limits.atLeast ?? 1) && belief.expectedWrong / pairs.length < (limits.wrongShare ?? WRONG_SHARE))
    return { done: 'sure enough' };

  const resting = new Set(own.slice(-REST).map((o) => o.gpc));
  const before = own.at(-1)?.gpc;
  const random = seeded(seedFrom(`${seed} ${own.length}`));
  const stepDown = wrongRun >= IN_A_ROW;
  const gone = new Set(limits.once ? own.map((o) => o.gpc) : []);
  let best: { gpc: Gpc; score: number } | null = null;
  belief.pairs.forEach((pair: PairBelief, k) => {
    if (gone.has(pair.gpc) || (resting.has(pair.gpc) && pairs.length > REST)) return;
    const told = stepDown ? pair.p - 0.05 * pair.asked : ownGain(pair.p) / (1 + 0.35 * pair.asked) + TELLING * belief.tells[k]!;
    // one answer must not lead the next
    const apart = before !== undefined && confusability(before, pair.gpc) > 0 ? 0.8 : 1;
    const score = told * apart + 1e-6 * random();
    if (!best || score > best.score) best = { gpc: pair.gpc, score };
  });
  return best === null ? { done: 'enough cards' } : { gpc: (best as { gpc: Gpc }).gpc };
}

function runOfWrong(own: readonly Observation[]): number {
  let run = 0;
  for (let k = own.length - 1; k >= 0 && (own[k]!.outcome === 'wrong' || own[k]!.outcome === 'no answer'); k -= 1) run += 1;
  return run;
}

export interface CheckedPair {
  readonly gpc: Gpc;
  readonly p: number;
  readonly asked: number;
  /** What the check judges: the likelier side. */
  readonly knows: boolean;
}

/** What a quick check says of every taught pair, asked or not; those it is least sure of are named by their p near a half. */
export function judgeRecall(input: Pick<NextCardInput, 'order' | 'taught' | 'observations' | 'model'>): CheckedPair[] {
  const pairs = inOrder(input.order, input.taught);
  return believe(pairs, effective(input.observations), input.model).pairs.map((pair) => ({ ...pair, knows: pair.p >= 0.5 }));
}
