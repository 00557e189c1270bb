/**
 * Holes and finds: pairs that a child lacks whatever else it knows, and pairs that it knows whatever else it lacks, such as the
 * letters of its own name. A child who answers nearly everything is believed so able, and its pairs so alike, that a pair missed
 * again and again seemed a chain of slips; of one who knows three letters of forty these three seemed a chain of guesses: a bell
 * curve has no room for what lies far from all the rest. So each pair may lie apart from the rest, with chances that are learned for
 * each child (a contaminated normal prior: Box and Tiao, "A Bayesian approach to some outlier problems", Biometrika 55, 1968); each
 * answer moves their odds by how likely it is of such a pair against how likely it is otherwise. Where the rest says the same, nothing
 * lies apart.
 */

/** How often a hole is recalled. */
export const HOLE_RECALLED = 0.03;
/** How strong a find is, log odds: what is met everywhere fades in breaks alone. */
export const FIND_STRENGTH = 3.5;
/** Chosen: of a child of whom nothing is known, so many of so many pairs are holes, and as many finds. */
const PRIOR_APART = 0.5;
const PRIOR_PAIRS = 25;
/** A hole may be filled, and a find lost, at any time between two looks: no answers make either surer than nine to one. */
const MOST = 9;
const LEAST = 0.0025;
const LEAST_CHANCE = 1e-4;

/** How likely a pair is like the rest, a hole, and a find: one in all. */
export interface Apart {
  readonly usual: number;
  readonly hole: number;
  readonly find: number;
}
export class PairsApart {
  /** What the answers about each pair say for a hole and for a find, as factors of its odds. */
  private readonly holes: Float64Array;
  private readonly finds: Float64Array;
  private readonly asked: Uint8Array;
  /** How many pairs of this child are either, by what is known of those that were asked. */
  private prior = { hole: PRIOR_APART / PRIOR_PAIRS, find: PRIOR_APART / PRIOR_PAIRS };

  constructor(pairs: number) {
    this.holes = new Float64Array(pairs).fill(1);
    this.finds = new Float64Array(pairs).fill(1);
    this.asked = new Uint8Array(pairs);
  }

  of(k: number): Apart {
    const hole = this.prior.hole * this.holes[k]!;
    const find = this.prior.find * this.finds[k]!;
    const all = 1 + hole + find;
    return { usual: 1 / all, hole: hole / all, find: find / all };
  }

  /**
   * @param expected how likely a right answer was of a pair that is neither
   * @param ofHole how likely it is of a hole
   * @param ofFind and of a find
   */
  observe(k: number, right: boolean, expected: number, ofHole: number, ofFind: number): void {
    const { asked, prior } = this;
    const chance = (p: number): number => Math.max(LEAST_CHANCE, right ? p : 1 - p);
    const move = (evidence: Float64Array, own: number, p: number): void => {
      evidence[k] = Math.max(LEAST, Math.min(MOST / own, (evidence[k]! * chance(p)) / chance(expected)));
    };
    move(this.holes, prior.hole, ofHole);
    move(this.finds, prior.find, ofFind);
    asked[k] = 1;
    let [holes, finds, pairs] = [PRIOR_APART, PRIOR_APART, PRIOR_PAIRS];
    for (let j = 0; j < asked.length; j += 1) {
      if (asked[j] === 0) continue;
      const hole = prior.hole * this.holes[j]!;
      const find = prior.find * this.finds[j]!;
      pairs += 1;
      holes += hole / (1 + hole + find);
      finds += find / (1 + hole + find);
    }
    this.prior = { hole: holes / pairs, find: finds / pairs };
  }

  /** A logged session worked on pair k: a hole may be filled. What speaks for it is less by `step`, log odds; nothing speaks against it for that. */
  taught(k: number, step: number): void {
    const { holes } = this;
    if (holes[k]! > 1) holes[k] = Math.max(1, holes[k]! * Math.exp(-step));
  }

  copy(): PairsApart {
    const copy = new PairsApart(this.holes.length);
    copy.holes.set(this.holes);
    copy.finds.set(this.finds);
    copy.asked.set(this.asked);
    copy.prior = this.prior;
    return copy;
  }
}
