/**
 * How often what a child knows goes wrong all the same, and how often what is not known comes right in words. A hasty reader,
 * one who guesses from the picture, one who cannot push sounds together: their misread words tell little about the pairs that went
 * wrong in them, where those of others tell much. One who stops at what is not known and never reads on by luck: what comes right
 * tells much. And of one who never slips on a card, a card that goes wrong tells more than of one who often does. Learned while the
 * answers come, as a ratio to what is usual: slips seen against slips expected, each wrong answer a slip as far as its pair was likely
 * known, and each right one luck as far as it was not (one step of expectation and maximisation an answer: Cappé and Moulines,
 * "On-line expectation-maximization algorithm for latent data models", JRSS B 71, 2009), drawn towards the usual by so many slips and
 * so much luck.
 */
import { checkKindOf } from '../checks/kinds/index.js';
import type { ObservationKind } from '../evidence/observation.js';
import type { KindChances } from './filter-parameters.js';

/** Chosen: of a child of whom one slip in words was expected, half of what was seen is believed. Three would doubt a hasty reader three times as often. */
const PRIOR_SLIPS = 1;
/** Chosen on children whose rules no bench has (docs/decisions/estimate.md): less luck is believed later than more slips, and how a child slips on cards as well. */
const PRIOR_LUCK = 2;
const PRIOR_SLIPS_ON_CARDS = 2;
/** No word tells nothing: a pair that goes wrong three times of four in words is not known there. */
const MOST_LAPSE = 0.4;
/** Who misses more than that on cards does not know them. */
const MOST_ON_CARDS = 2;

type Where = 'words' | 'cards';
/** Cards that are said aloud, and words that are read: elsewhere all children count as the usual one. */
const whereOf = (kind: ObservationKind): Where | null =>
  kind === 'see-say' ? 'cards' : kind === 'text' || checkKindOf(kind)?.asWord === 'read' ? 'words' : null;

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

export class OwnSlips {
  private readonly slips: Readonly<Record<Where, Tally>> = { words: new Tally(PRIOR_SLIPS), cards: new Tally(PRIOR_SLIPS_ON_CARDS) };
  private readonly luckInWords = new Tally(PRIOR_LUCK);

  /**
   * The chances of an answer of this kind for this child. In words never fewer slips than usual, so that who reads with care is not
   * held to it, and never more luck, so that right answers stay right ones; on cards luck as usual.
   */
  of(kind: ObservationKind, { guess, lapse }: KindChances): KindChances {
    const where = whereOf(kind);
    if (where === null) return { guess, lapse };
    const ratio = this.slips[where].ratio;
    if (where === 'cards') return { guess, lapse: Math.min(MOST_LAPSE, lapse * Math.min(MOST_ON_CARDS, ratio)) };
    return { guess: guess * Math.min(1, this.luckInWords.ratio), lapse: Math.max(lapse, Math.min(MOST_LAPSE, lapse * ratio)) };
  }

  /**
   * @param usual the chances of such an answer for children at large
   * @param recalled how likely the pair was to be recalled, before this answer
   */
  observe(kind: ObservationKind, usual: KindChances, recalled: number, right: boolean): void {
    const where = whereOf(kind);
    if (where === null) return;
    const { guess, lapse } = this.of(kind, usual);
    const slip = recalled * lapse;
    this.slips[where].add(right ? 0 : slip / (slip + (1 - recalled) * (1 - guess)), recalled * usual.lapse);
    if (where === 'cards') return;
    const luck = (1 - recalled) * guess;
    this.luckInWords.add(right ? luck / (luck + recalled * (1 - lapse)) : 0, (1 - recalled) * usual.guess);
  }
}
