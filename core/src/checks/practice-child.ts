/**
 * A child who is nobody, to try a check with: what they say to each card, and what an adult should mark. Among plain right answers
 * stands each thing that has to be marked otherwise once, so that a first check holds no surprise.
 */
import { seeded, shuffled } from '../random.js';
import type { Gpc } from '../phonics/lexicon.js';
import { splitGpc } from '../phonics/segment.js';
import type { Outcome } from '../evidence/observation.js';

export interface PracticeAnswer {
  readonly gpc: Gpc;
  /** What happens, in the order in which it happens: heard sounds between slashes. */
  readonly happens: string;
  /** Seconds until it happens. */
  readonly after: number;
  /** The marks that fit. The first is what a mark for it is called. */
  readonly fits: readonly Outcome[];
}

/** Seconds a child takes who knows it, and who has to think. */
const AT_ONCE = 0.8;
const AFTER_THOUGHT = 3.4;

/**
 * What the practice child says to these cards, in their order.
 * @param stack at least five pairs; the first is answered right
 * @param seed the same seed, the same child
 */
export function practiceAnswers(stack: readonly Gpc[], seed: number): PracticeAnswer[] {
  const sound = (gpc: Gpc): string => `/${splitGpc(gpc).sound}/`;
  // places for what is special: never the first card, one each
  const [slip, silence, repaired, slow] = shuffled(
    stack.map((_, k) => k).filter((k) => k > 0),
    seeded(seed),
  );
  return stack.map((gpc, k): PracticeAnswer => {
    const right = sound(gpc);
    const wrong = sound(stack.find((other, j) => j !== k && sound(other) !== right) ?? gpc);
    if (k === slip) return { gpc, happens: wrong, after: AT_ONCE, fits: ['wrong'] };
    if (k === silence) return { gpc, happens: 'looks away and says nothing', after: AFTER_THOUGHT, fits: ['no answer'] };
    if (k === repaired) return { gpc, happens: `${wrong}, no, ${right}`, after: AT_ONCE, fits: ['put right', 'right'] };
    if (k === slow) return { gpc, happens: `thinks … ${right}`, after: AFTER_THOUGHT, fits: ['slow', 'right'] };
    return { gpc, happens: right, after: AT_ONCE, fits: ['right'] };
  });
}
