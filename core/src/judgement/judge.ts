/** Everything one child's evidence says, pairs and skills judged together. */
import type { Derived } from '../evidence/derived.js';
import type { Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { standingOver, type Estimate, type EstimateOptions, type Unasked } from './estimate.js';
import { lettersOrPush, type Undecided } from './letters-or-push.js';
import { recallStrand } from './recall-strand.js';
import { estimateStrands, type StrandEstimate } from './strands.js';
import { tellApart } from './tell-apart.js';

/** How likely a pair is known of which nothing at all is said. */
const NOT_ASKED = 0.5;

export interface Judgement {
  readonly pairs: ReadonlyMap<Gpc, Estimate>;
  /** What the child's answers say of taught pairs that were never asked; nothing in a child of whom little is known. */
  readonly unasked: ReadonlyMap<Gpc, Unasked>;
  readonly strands: ReadonlyMap<Strand, StrandEstimate>;
  /** Words that went wrong for pairs or for the push together, nobody knows which, and the cards that would tell; null for none. */
  readonly undecided: Undecided | null;
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
    /** The pairs that were taught: those the strand of recall is about, and of which something is said though nobody asked. */
    readonly taught?: readonly Gpc[];
  },
): Judgement {
  const { earlier = [], taught, ...rest } = options;
  const { teaching: _teaching, ...untaught } = rest;
  const apart = tellApart(evidence.pairs, { ...untaught, words: evidence.words });
  const all = standingOver(evidence.pairs, [...earlier, rest.asOf], {
    ...rest,
    words: evidence.words,
    also: taught,
    ...(apart ? { blends: apart.blends } : {}),
  });
  const { states: pairs, unasked } = all.at(-1)!;
  const strands = estimateStrands(evidence.skills, { ...rest, ...(apart ? { together: apart.together } : {}) });
  const recall = strands.get('recall');
  if (recall) strands.set('recall', recallStrand(pairs, recall, { model: rest.model, taught }));
  return {
    pairs,
    unasked,
    strands,
    undecided: lettersOrPush(evidence, {
      known: (gpc) => pairs.get(gpc)?.known ?? unasked.get(gpc)?.known ?? NOT_ASKED,
      blends: apart?.blends ?? {},
      isGap: (push) => strands.get(push)?.state === 'gap',
      asOf: rest.asOf,
    }),
    earlier: all.slice(0, -1).map(({ states }) => states),
  };
}
