/** Everything one child's evidence says, pairs and skills judged together. */
import type { Derived } from '../evidence/derived.js';
import type { Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { estimateOver, type Estimate, type EstimateOptions } from './estimate.js';
import { recallStrand } from './recall-strand.js';
import { estimateStrands, type StrandEstimate } from './strands.js';
import { tellApart } from './tell-apart.js';

export interface Judgement {
  readonly pairs: ReadonlyMap<Gpc, Estimate>;
  readonly strands: ReadonlyMap<Strand, StrandEstimate>;
  /** The pairs at earlier moments, each from what had been seen by then, in the order they were asked for. */
  readonly earlier: readonly ReadonlyMap<Gpc, Estimate>[];
}

/**
 * Judges pairs and skills together: a word that went wrong with nothing noted tells about its pairs and about pushing
 * sounds together, as much as each is likely given everything else known of the child. Earlier moments, in order of time,
 * cost little more: the answers are gone through once.
 * @throws CoreError as `estimateOver`.
 * @example judge(derive(lexicon, observations), { asOf }).strands.get('blending')?.state
 */
export function judge(
  evidence: Derived,
  options: Pick<EstimateOptions, 'asOf' | 'model' | 'order' | 'teaching'> & {
    readonly earlier?: readonly string[];
    /** The pairs that the strand of recall is about; all that were seen where left out. */
    readonly taught?: readonly Gpc[];
  },
): Judgement {
  const { earlier = [], taught, ...rest } = options;
  const { teaching: _teaching, ...untaught } = rest;
  const apart = tellApart(evidence.pairs, { ...untaught, words: evidence.words });
  const all = estimateOver(evidence.pairs, [...earlier, rest.asOf], {
    ...rest,
    words: evidence.words,
    ...(apart ? { blends: apart.blends } : {}),
  });
  const pairs = all.at(-1)!;
  const strands = estimateStrands(evidence.skills, { ...rest, ...(apart ? { together: apart.together } : {}) });
  const recall = strands.get('recall');
  if (recall) strands.set('recall', recallStrand(pairs, recall, { model: rest.model, taught }));
  return {
    pairs,
    strands,
    earlier: all.slice(0, -1),
  };
}
