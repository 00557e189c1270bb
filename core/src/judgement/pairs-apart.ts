/**
 * Holes and finds: pairs that a child lacks whatever else it knows, and pairs that it knows whatever else it lacks, such as the
 * letters of its own name. A child who answers nearly everything is believed so able, and its pairs so alike, that a pair missed
 * again and again seemed a chain of slips; of one who knows three letters of forty these three seemed a chain of guesses: a bell
 * curve has no room for what lies far from all the rest. So each pair may lie apart from the rest, with chances that are learned for
 * each child (a contaminated normal prior: Box and Tiao, "A Bayesian approach to some outlier problems", Biometrika 55, 1968); each
 * answer moves their odds by how likely it is of such a pair against how likely it is otherwise. Where the rest says the same, nothing
 * lies apart.
 */

/** How often a hole is recalled, and a pair that is mixed up. */
export const HOLE_RECALLED = 0.03;
export const MIXED_RECALLED = 0.5;
/** How strong a find is, log odds: what is met everywhere fades in breaks alone. */
export const FIND_STRENGTH = 3.5;
/** Chosen: of a child of whom nothing is known, so many of so many pairs are holes, as many finds, and so many mixed up. */
const PRIOR_APART = 0.5;
const PRIOR_MIXED = 0.25;
const PRIOR_PAIRS = 25;
/** A hole may be filled, and a find lost, at any time between two looks: no answers make it surer than nine to one that a pair lies apart. */
const MOST = 9;
const LEAST = 0.0025;
const LEAST_CHANCE = 1e-4;

/** How likely a pair is like the rest, a hole, mixed up, and a find: one in all. */
export interface Apart {
  readonly usual: number;
  readonly hole: number;
  readonly mixed: number;
  readonly find: number;
}
/** Sums over how a pair lies apart: of each way how likely it is, times what follows from how often it is recalled then. */
export const overApart = ({ hole, mixed, find }: Apart, ofFind: number, follows: (recalled: number) => number): number =>
  hole * follows(HOLE_RECALLED) + mixed * follows(MIXED_RECALLED) + find * follows(ofFind);

/** How often a pair is recalled of which it is known how likely it lies apart in which way. */
export const recalledApart = (apart: Apart, ofFind: number): number =>
  apart.hole * HOLE_RECALLED + apart.mixed * MIXED_RECALLED + apart.find * ofFind;

const WAYS = ['hole', 'mixed', 'find'] as const;
type Way = (typeof WAYS)[number];
const ofEach = <T>(make: (way: Way) => T): Record<Way, T> => ({ hole: make('hole'), mixed: make('mixed'), find: make('find') });
const AT_FIRST: Readonly<Record<Way, number>> = { hole: PRIOR_APART, mixed: PRIOR_MIXED, find: PRIOR_APART };

export class PairsApart {
  /** What the answers about each pair say for each way, as factors of its odds against lying with the rest. */
  private readonly evidence: Readonly<Record<Way, Float64Array>>;
  private readonly asked: Uint8Array;
  /** How many pairs of this child lie apart, by what is known of those that were asked. */
  private prior = ofEach((way) => AT_FIRST[way] / PRIOR_PAIRS);

  constructor(pairs: number) {
    this.evidence = ofEach(() => new Float64Array(pairs).fill(1));
    this.asked = new Uint8Array(pairs);
  }

  of(k: number): Apart {
    const hole = this.odds('hole', k);
    const mixed = this.odds('mixed', k);
    const find = this.odds('find', k);
    const all = 1 + hole + mixed + find;
    return { usual: 1 / all, hole: hole / all, mixed: mixed / all, find: find / all };
  }
  private odds(way: Way, k: number): number {
    return this.prior[way] * this.evidence[way][k]!;
  }

  /**
   * @param expected how likely a right answer was of a pair that lies with the rest
   * @param ofWay how likely it is of a hole, of a pair that is mixed up, and of a find
   */
  observe(k: number, right: boolean, expected: number, ofWay: Readonly<Record<Way, number>>): void {
    const { asked, evidence } = this;
    const chance = (p: number): number => Math.max(LEAST_CHANCE, right ? p : 1 - p);
    let apart = 0;
    for (const way of WAYS) {
      evidence[way][k]! *= chance(ofWay[way]) / chance(expected);
      apart += this.odds(way, k);
    }
    const held = Math.min(1, MOST / apart);
    for (const way of WAYS) evidence[way][k] = Math.max(LEAST, evidence[way][k]! * held);
    asked[k] = 1;
    // gone through at every answer: plain numbers
    const { hole, mixed, find } = evidence;
    const { prior } = this;
    let [holes, mixedUp, finds, pairs] = [AT_FIRST.hole, AT_FIRST.mixed, AT_FIRST.find, PRIOR_PAIRS];
    for (let j = 0; j < asked.length; j += 1) {
      if (asked[j] === 0) continue;
      const [ofHole, ofMixed, ofFind] = [prior.hole * hole[j]!, prior.mixed * mixed[j]!, prior.find * find[j]!];
      const all = 1 + ofHole + ofMixed + ofFind;
      pairs += 1;
      holes += ofHole / all;
      mixedUp += ofMixed / all;
      finds += ofFind / all;
    }
    this.prior = { hole: holes / pairs, mixed: mixedUp / pairs, find: finds / pairs };
  }

  /** A logged session worked on pair k: a hole may be filled. What speaks for it is less by `step`, log odds; nothing speaks against it for that. */
  taught(k: number, step: number): void {
    for (const held of [this.evidence.hole, this.evidence.mixed]) if (held[k]! > 1) held[k] = Math.max(1, held[k]! * Math.exp(-step));
  }

  copy(): PairsApart {
    const copy = new PairsApart(this.asked.length);
    for (const way of WAYS) copy.evidence[way].set(this.evidence[way]);
    copy.asked.set(this.asked);
    copy.prior = this.prior;
    return copy;
  }
}
