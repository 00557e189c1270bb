/**
 * How often what a child knows goes wrong in words all the same, and how often what is not known comes right there. A hasty reader,
 * one who guesses from the picture, one who cannot push sounds together: their misread words tell little about the pairs that went
 * wrong in them, where those of others tell much. One who stops at what is not known and never reads on by luck: what comes right
 * tells much. Learned while the answers come, as a ratio to what is usual: slips seen against slips expected, each wrong answer a
 * slip as far as its pair was likely known, and each right one luck as far as it was not (one step of expectation and maximisation an
 * answer: Cappé and Moulines, "On-line expectation-maximization algorithm for latent data models", JRSS B 71, 2009), drawn towards
 * the usual by so many slips and so much luck.
 */
import { checkKindOf } from '../checks/kinds/index.js';
import type { ObservationKind } from '../evidence/observation.js';
import type { KindChances } from './filter-parameters.js';

/** Chosen: of a child of whom one slip was expected, half of what was seen is believed. Three would doubt a hasty reader three times as often. */
const PRIOR_SLIPS = 1;
/** Chosen on children whose rules no bench has (docs/decisions/estimate.md): less luck is believed later than more slips. */
const PRIOR_LUCK = 2;
/** No word tells nothing: a pair that goes wrong three times of four in words is not known there. */
const MOST_LAPSE = 0.4;

const readInWords = (kind: ObservationKind): boolean => kind === 'text' || checkKindOf(kind)?.asWord === 'read';

/** Of one thing, how much was seen and how much was to be expected. */
class Tally {
  private seen = 0;
  private expected = 0;
  constructor(private readonly prior: number) {}
  add(seen: number, expected: number): void {
    this.seen += seen;
    this.expected += expected;
  }
  get ratio(): number {
    return (this.prior + this.seen) / (this.prior + this.expected);
  }
}

export class WordSlips {
  private readonly slips = new Tally(PRIOR_SLIPS);
  private readonly luck = new Tally(PRIOR_LUCK);

  /**
   * The chances of an answer of this kind for this child: never fewer slips than usual, so that who reads with care is not held to
   * it, and never more luck, so that right answers stay right ones.
   */
  of(kind: ObservationKind, { guess, lapse }: KindChances): KindChances {
    if (!readInWords(kind)) return { guess, lapse };
    return {
      guess: guess * Math.min(1, this.luck.ratio),
      lapse: Math.max(lapse, Math.min(MOST_LAPSE, lapse * this.slips.ratio)),
    };
  }

  /**
   * @param usual the chances of such an answer for children at large
   * @param recalled how likely the pair was to be recalled, before this answer
   */
  observe(kind: ObservationKind, usual: KindChances, recalled: number, right: boolean): void {
    if (!readInWords(kind)) return;
    const { guess, lapse } = this.of(kind, usual);
    const slip = recalled * lapse;
    const luck = (1 - recalled) * guess;
    this.slips.add(right ? 0 : slip / (slip + (1 - recalled) * (1 - guess)), recalled * usual.lapse);
    this.luck.add(right ? luck / (luck + recalled * (1 - lapse)) : 0, (1 - recalled) * usual.guess);
  }
}
