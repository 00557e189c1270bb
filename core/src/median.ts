/** The middle of numbers in order, the mean of the two middle ones of an even number; NaN for none. */
export function medianOfSorted(sorted: readonly number[]): number {
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
/** The same of numbers in any order. @example median([3, 1, 2]) // 2 */
export const median = (list: readonly number[]): number => medianOfSorted([...list].sort((a, b) => a - b));
