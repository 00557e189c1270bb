/**
 * The covariance of all that is held of a child, narrowed by one answer after another. Nearly all of the judgement's work is in
 * narrowing it, so answers are put by and several are taken in at once: the numbers are read and written once for all of them.
 */

/** So many answers are put by. */
const AT_ONCE = 8;
/** As many as are taken in by one pass over the numbers. */
const FOUR = 4;

/** A symmetric matrix, its lower half by rows. */
export class Covariance {
  readonly #waiting: Float64Array;
  readonly #by = new Float64Array(AT_ONCE);
  #n = 0;

  /** @param size rows, and columns · @param values the lower half, row after row of `size`; held on to */
  constructor(
    readonly size: number,
    private readonly values: Float64Array,
  ) {
    this.#waiting = new Float64Array(AT_ONCE * size);
  }

  /** The same apart from this one, which stays as it is to the last bit. */
  copy(): Covariance {
    const copy = new Covariance(this.size, this.values.slice());
    copy.#waiting.set(this.#waiting);
    copy.#by.set(this.#by);
    copy.#n = this.#n;
    return copy;
  }

  at(i: number, j: number): number {
    const { size } = this;
    let value = this.values[i >= j ? i * size + j : j * size + i]!;
    for (let n = 0, at = 0; n < this.#n; n += 1, at += size) value += this.#by[n]! * this.#waiting[at + i]! * this.#waiting[at + j]!;
    return value;
  }

  /** The sum of some rows, into `out`, each times its weight (1 where none are given). */
  sumOfRows(rows: readonly number[], out: Float64Array, weights?: readonly number[]): void {
    const { size, values } = this;
    out.fill(0);
    for (let k = 0; k < rows.length; k += 1) {
      const i = rows[k]!;
      const weight = weights ? weights[k]! : 1;
      const row = i * size;
      for (let j = 0; j <= i; j += 1) out[j]! += weight * values[row + j]!;
      for (let j = i + 1, at = (i + 1) * size + i; j < size; j += 1, at += size) out[j]! += weight * values[at]!;
    }
    const waiting = this.#waiting;
    for (let n = 0, at = 0; n < this.#n; n += 1, at += size) {
      let sum = 0;
      for (let k = 0; k < rows.length; k += 1) sum += (weights ? weights[k]! : 1) * waiting[at + rows[k]!]!;
      const by = this.#by[n]! * sum;
      for (let j = 0; j < size; j += 1) out[j]! += by * waiting[at + j]!;
    }
  }

  /** Adds `by` times the product of each two of these: an answer narrows it. */
  narrow(by: number, g: Float64Array): void {
    this.#waiting.set(g, this.#n * this.size);
    this.#by[this.#n] = by;
    this.#n += 1;
    if (this.#n === AT_ONCE) this.settled();
  }

  /** Multiplies one row and its column: what this is known by, and what it goes with the others, shrink alike. */
  shrinkRow(i: number, by: number): void {
    const { size } = this;
    const values = this.settled();
    for (let j = 0; j <= i; j += 1) values[i * size + j]! *= by;
    for (let k = i; k < size; k += 1) values[k * size + i]! *= by;
  }

  /** The lower half by rows with all answers taken in, to be read and changed until the next one is. */
  settled(): Float64Array {
    const { size, values } = this;
    const waiting = this.#waiting;
    const by = this.#by;
    by.fill(0, this.#n);
    for (let from = 0; from < this.#n; from += FOUR) {
      const [a, b, c, d] = [from * size, (from + 1) * size, (from + 2) * size, (from + 3) * size];
      for (let j = 0; j < size; j += 1) {
        const row = j * size;
        const byA = by[from]! * waiting[a + j]!;
        const byB = by[from + 1]! * waiting[b + j]!;
        const byC = by[from + 2]! * waiting[c + j]!;
        const byD = by[from + 3]! * waiting[d + j]!;
        for (let k = 0; k <= j; k += 1)
          values[row + k]! += byA * waiting[a + k]! + byB * waiting[b + k]! + byC * waiting[c + k]! + byD * waiting[d + k]!;
      }
    }
    this.#n = 0;
    return values;
  }
}
