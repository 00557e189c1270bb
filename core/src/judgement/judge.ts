/** Everything one child's evidence says, pairs and skills judged together. */
import type { Derived } from '../evidence/derived.js';
import type { Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { estimate, estimateOver, tellApart, type Estimate, type EstimateOptions } from './estimate.js';
import { estimateStrands, type StrandEstimate } from './strands.js';

export interface Judgement {
  readonly pairs: ReadonlyMap<Gpc, Estimate>;
  readonly strands: ReadonlyMap<Strand, StrandEstimate>;
}

/**
 * Judges pairs and skills together: a word that went wrong with nothing noted tells about its pairs and about pushing
 * sounds together, as much as each is likely given everything else known of the child.
 * @throws CoreError as `estimate`.
 * @example judge(derive(lexicon, observations), { asOf }).strands.get('blending')?.state
 */
export function judge(evidence: Derived, options: Pick<EstimateOptions, 'asOf' | 'model' | 'order'>): Judgement {
  const apart = tellApart(evidence.pairs, { ...options, words: evidence.words });
  return {
    pairs: estimate(evidence.pairs, { ...options, words: evidence.words, ...(apart ? { blends: apart.blends } : {}) }),
    strands: estimateStrands(evidence.skills, { ...options, ...(apart ? { knows: apart.knows } : {}) }),
  };
}

/**
 * Where the pairs stood at several moments, each from what had been seen by then.
 * @throws CoreError as `estimateOver`.
 */
export function judgeOver(
  evidence: Derived,
  moments: readonly string[],
  options: Pick<EstimateOptions, 'model' | 'order'> = {},
): ReadonlyMap<Gpc, Estimate>[] {
  const last = moments.at(-1);
  if (last === undefined) return [];
  const apart = tellApart(evidence.pairs, { ...options, asOf: last, words: evidence.words });
  return estimateOver(evidence.pairs, moments, { ...options, words: evidence.words, ...(apart ? { blends: apart.blends } : {}) });
}
