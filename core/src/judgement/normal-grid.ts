/** Sums over a standard normal: eleven points with their masses, enough for chances on the logistic scale. */
const GRID = 11;
const POINTS = Float64Array.from({ length: GRID }, (_, k) => -3.5 + (7 * k) / (GRID - 1));
const MASSES = (() => {
  const raw = POINTS.map((x) => Math.exp((-x * x) / 2));
  const sum = raw.reduce((p, q) => p + q, 0);
  return raw.map((w) => w / sum);
})();

/** The mean of a logistic of a Gaussian. */
export function meanLogistic(mean: number, variance: number): number {
  const sd = Math.sqrt(variance);
  let sum = 0;
  for (let q = 0; q < GRID; q += 1) sum += MASSES[q]! / (1 + Math.exp(-mean - sd * POINTS[q]!));
  return sum;
}

/**
 * Moments matched along one line under an answer.
 * @param v the variance along the line
 * @param likelihood of the answer at a place, standard deviations from the middle
 * @returns how likely the answer was, how far the mean moves with the line, and by how much its variance changes, both for covariances with it
 */
export function matched(
  v: number,
  likelihood: (x: number) => number,
): { readonly mass: number; readonly step: number; readonly shrink: number } {
  let [mass, first, second] = [0, 0, 0];
  for (let q = 0; q < GRID; q += 1) {
    const x = POINTS[q]!;
    const w = likelihood(x) * MASSES[q]!;
    mass += w;
    first += w * x;
    second += w * x * x;
  }
  const shift = first / mass;
  return { mass, step: shift / Math.sqrt(v), shrink: (second / mass - shift * shift - 1) / v };
}
