/** Sums over a standard normal: eleven points with their masses, enough for chances on the logistic scale. */
export const GRID = 11;
export const POINTS = Float64Array.from({ length: GRID }, (_, k) => -3.5 + (7 * k) / (GRID - 1));
export const MASSES = (() => {
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
