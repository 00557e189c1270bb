/**
 * The strand of recall, read off the pairs: how many of those looked at are known. An ability of its own, on answers of weeks, said
 * *secure, 93 %* of children with one gap in five, and *wobbly* of one who knew nearly all and was slow: two figures for one thing.
 */
import type { Gpc } from '../phonics/lexicon.js';
import type { Estimate, PairState } from './estimate.js';
import { DEFAULT_MODEL, type EstimateModel } from './model.js';
import type { StrandEstimate } from './strands.js';

/** Who surely knows so many of the pairs, nine of ten most likely, is at home in what was taught. */
const NEARLY_ALL = 0.85;
/**
 * Pairs of one child go together: a sum of them is this much less sure than if they did not. Chosen on simulated pupils of seeds that
 * no bench prints, in term and after breaks, so that the range holds about seven of ten of them.
 */
const TOGETHER = 2.2;
/** How far from the middle the range reaches, in standard deviations of the normal distribution, by the share that it holds. */
const REACH: readonly (readonly [share: number, deviations: number])[] = [
  [0.7, 1.036],
  [1, 1.44],
];

/**
 * @param taught the pairs it is about; all where left out
 * @param from what was found of the strand by itself
 * @returns `p`, `low` and `high` as shares of the pairs looked at, with how many looks at them they rest on; as found where no pair was
 */
export function recallStrand(
  pairs: ReadonlyMap<Gpc, Estimate>,
  from: StrandEstimate,
  { model = DEFAULT_MODEL, taught }: { readonly model?: EstimateModel | undefined; readonly taught?: readonly Gpc[] | undefined } = {},
): StrandEstimate {
  const asked = new Set(taught ?? pairs.keys());
  const seen = [...pairs].flatMap(([gpc, e]) => (e.basedOn > 0 && asked.has(gpc) ? [e] : []));
  if (seen.length === 0) return from;
  const p = seen.reduce((sum, e) => sum + e.known, 0) / seen.length;
  const variance = seen.reduce((sum, e) => sum + e.known * (1 - e.known), 0);
  const reach = REACH.find(([share]) => model.interval <= share)![1];
  const half = (reach * TOGETHER * Math.sqrt(variance)) / seen.length;
  const [low, high] = [Math.max(0, p - half), Math.min(1, p + half)];
  const state: PairState = low >= NEARLY_ALL ? 'secure' : high < model.strand.gapBelow ? 'gap' : 'wobbly';
  const known = seen.filter((e) => e.known > 0.5);
  const slow = p >= model.strand.secureFrom && known.filter((e) => e.slow).length > known.length / 2;
  // it rests on all that was seen of these pairs, in words and texts too, and not on cards alone
  const basedOn = seen.reduce((sum, e) => sum + e.basedOn, 0);
  const lastSeen = seen.reduce((last, e) => (e.lastSeen > last ? e.lastSeen : last), from.lastSeen);
  return { ...from, state, p, low, high, slow, basedOn, lastSeen };
}
