/** Chances and their log odds. */

/** No chance is taken for none or for certain: log odds stay within plus and minus four and a half. */
const EDGE = 0.01;
export const logit = (p: number): number => {
  const kept = Math.min(1 - EDGE, Math.max(EDGE, p));
  return Math.log(kept / (1 - kept));
};
export const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
