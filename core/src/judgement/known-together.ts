/**
 * Which pairs a child may know, drawn many times over. A pair that is in twenty words is known in all of them or in none, and who knows
 * few pairs knows few of the others: taken word by word, as if each had a child of its own, twenty words that went wrong for one
 * unknown vowel look like twenty reasons to doubt that the child can push sounds together.
 */
import type { Gpc } from '../phonics/lexicon.js';
import { logistic } from './log-odds.js';
import { recalledApart } from './pairs-apart.js';
import { gauss, seeded } from '../random.js';
import type { RecallFilter } from './recall-filter.js';

/** So many draws; the same ones each time, so that the same answers give the same figure. */
const DRAWS = 400;
const SEED = 20_261;
/** How often a word comes right of which one pair is not known: by sight, or by a guess. */
export const BY_SIGHT = 0.06;
/** How likely a pair is known of which nothing tells. */
const LIKELY_KNOWN = 0.9;

export class KnownTogether {
  readonly #drawn = new Map<Gpc, Uint8Array>();

  /** @param filter what is believed of the pairs, and how they go together; without it each is likely known, by itself */
  constructor(filter?: RecallFilter, gpcs: readonly Gpc[] = []) {
    const known = filter ? gpcs.filter((gpc) => filter.belief(gpc) !== undefined) : [];
    if (filter && known.length > 0) this.#draw(filter, known);
  }

  /**
   * Of each draw, 1 where all of these pairs are known in it.
   * @param shown pairs that came right in a word: they are known in all. Were they drawn, few of the draws would fit many right words,
   *   and the rest of what they say would hang on those few
   */
  all(gpcs: readonly Gpc[], shown: ReadonlySet<Gpc>): Uint8Array {
    const out = new Uint8Array(DRAWS).fill(1);
    for (const gpc of gpcs) {
      if (shown.has(gpc)) continue;
      const own = this.#drawn.get(gpc) ?? this.#likely(gpc);
      for (let j = 0; j < DRAWS; j += 1) out[j]! &= own[j]!;
    }
    return out;
  }

  #likely(gpc: Gpc): Uint8Array {
    const random = seeded(SEED + hash(gpc));
    const own = Uint8Array.from({ length: DRAWS }, () => Number(random() < LIKELY_KNOWN));
    this.#drawn.set(gpc, own);
    return own;
  }

  #draw(filter: RecallFilter, gpcs: readonly Gpc[]): void {
    // each pair has luck of its own: one more pair must not draw the others anew
    const luck = gpcs.map((gpc) => seeded(SEED + hash(gpc)));
    const at = gpcs.map((gpc) => filter.pairs.findIndex((p) => p.gpc === gpc));
    const whole = gpcs.map((gpc) => filter.belief(gpc)!);
    const beliefs = whole.map(({ members }) => members);
    const rows = at.map((k) => filter.together(k));
    // one kind of child after another, each as often as it is likely
    const roots = beliefs[0]!.map((_, kind) => lowerRoot(rows.map((row, i) => at.slice(0, i + 1).map((j) => row[kind]![j]!))));
    for (const gpc of gpcs) this.#drawn.set(gpc, new Uint8Array(DRAWS));
    for (let draw = 0; draw < DRAWS; draw += 1) {
      const place = (draw + 0.5) / DRAWS;
      let kind = 0;
      for (let sum = beliefs[0]![0]!.weight; sum < place && kind < roots.length - 1; sum += beliefs[0]![kind]!.weight) kind += 1;
      const z = luck.map(gauss);
      gpcs.forEach((gpc, i) => {
        const root = roots[kind]![i]!;
        let strength = beliefs[i]![kind]!.mean;
        for (let j = 0; j <= i; j += 1) strength += root[j]! * z[j]!;
        const { apart } = whole[i]!;
        this.#drawn.get(gpc)![draw] = Number(
          luck[i]!() < recalledApart(apart, logistic(apart.strength)) + apart.usual / (1 + Math.exp(-strength)),
        );
      });
    }
  }
}
const hash = (text: string): number => [...text].reduce((sum, c) => (31 * sum + c.codePointAt(0)!) % 1_000_003, 7);

/** The lower triangle whose product with itself turned over is this covariance (Cholesky), its own lower half by rows. */
function lowerRoot(cov: readonly (readonly number[])[]): number[][] {
  const root: number[][] = [];
  cov.forEach((row, i) => {
    const own: number[] = [];
    row.forEach((value, j) => {
      let left = value;
      const other = j === i ? own : root[j]!;
      for (let k = 0; k < j; k += 1) left -= own[k]! * other[k]!;
      own.push(j === i ? Math.sqrt(Math.max(1e-9, left)) : left / other[j]!);
    });
    root.push(own);
  });
  return root;
}

/** The logarithm of the mean of what these are the logarithms of. */
export function logMean(logs: Float64Array): number {
  let top = -Infinity;
  for (const log of logs) top = Math.max(top, log);
  let sum = 0;
  for (const log of logs) sum += Math.exp(log - top);
  return top + Math.log(sum / logs.length);
}
/** One number a draw, all 0. */
export const perDraw = (): Float64Array => new Float64Array(DRAWS);
