/** What is said of a text that a child may read now. */
import { likelyTooHard, OFFERED_FROM } from '@sapling/core/reading';
import { percent } from './figures.js';
import type { Fit } from './use-fits.js';

/** Not taught, or likely beyond what this child knows of it. */
export const tooHard = (fit: Pick<Fit, 'share' | 'likelyShare'>): boolean => fit.share < OFFERED_FROM || likelyTooHard(fit);
const times = (read: number): string => (read === 1 ? 'once' : `${read} times`);

/** On its card: how much of it is likely read, and how often it was. */
export const cardWords = ({ likelyShare, read }: Pick<Fit, 'likelyShare' | 'read'>): string =>
  [likelyShare === null ? '' : `likely reads ${percent(likelyShare)}`, read > 0 ? `read ${times(read)}` : ''].filter(Boolean).join(', ');

/**
 * @param name the child's given name
 * @param easiest whether no text here is easier
 * @example fitWords('Ada', fit, false) // 'Ada likely reads 96 % of its words; 100 % use only what the class was taught.'
 */
export function fitWords(name: string, fit: Pick<Fit, 'share' | 'likelyShare' | 'read'>, easiest: boolean): string {
  const taught = `${percent(fit.share)} use only what the class was taught`;
  return [
    fit.likelyShare === null
      ? `Too little is known of ${name} to say how much of it ${name} reads; of its words ${taught}. Early texts come first.`
      : `${name} likely reads ${percent(fit.likelyShare)} of its words; ${taught}.`,
    fit.share < OFFERED_FROM
      ? 'Too much of it was not taught: errors would say little.'
      : likelyTooHard(fit)
        ? easiest
          ? 'Likely too hard to read alone, and no text here is easier: read it together.'
          : 'Likely too hard to read alone: read it together, or choose an easier one.'
        : '',
    fit.read > 0 ? `Read ${times(fit.read)} before.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}
