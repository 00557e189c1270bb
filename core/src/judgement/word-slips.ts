/**
 * How often what a child knows goes wrong in words all the same: a hasty reader, one who guesses from the picture, one who cannot
 * push sounds together. Their misread words tell little about the pairs that went wrong in them, where those of others tell much.
 * Learned while the answers come, as a ratio to what is usual: slips seen against slips expected, each wrong answer a slip as far
 * as its pair was likely known (one step of expectation and maximisation an answer: Cappé and Moulines, "On-line
 * expectation-maximization algorithm for latent data models", JRSS B 71, 2009), drawn towards the usual by `PRIOR_SLIPS` slips.
 */
import { checkKindOf } from '../checks/kinds/index.js';
import type { ObservationKind } from '../evidence/observation.js';
import type { KindChances } from './filter-parameters.js';

/** Chosen: of a child of whom one slip was expected, half of what was seen is believed. Three would doubt a hasty reader three times as often. */
const PRIOR_SLIPS = 1;
/** No word tells nothing: a pair that goes wrong three times of four in words is not known there. */
const MOST_LAPSE = 0.4;

const readInWords = (kind: ObservationKind): boolean => kind === 'text' || checkKindOf(kind)?.asWord === 'read';

export class WordSlips {
  private seen = 0;
  private expected = 0;

  /** The chances of an answer of this kind for this child: never less luck than usual, so that who reads with care is not held to it. */
  of(kind: ObservationKind, { guess, lapse }: KindChances): KindChances {
    if (!readInWords(kind)) return { guess, lapse };
    const ratio = Math.max(1, (PRIOR_SLIPS + this.seen) / (PRIOR_SLIPS + this.expected));
    return { guess, lapse: Math.max(lapse, Math.min(MOST_LAPSE, lapse * ratio)) };
  }

  /**
   * @param usual the chances of such an answer for children at large
   * @param recalled how likely the pair was to be recalled, before this answer
   */
  observe(kind: ObservationKind, usual: KindChances, recalled: number, right: boolean): void {
    if (!readInWords(kind)) return;
    this.expected += recalled * usual.lapse;
    if (right) return;
    const slip = recalled * this.of(kind, usual).lapse;
    this.seen += slip / (slip + (1 - recalled) * (1 - usual.guess));
  }
}
