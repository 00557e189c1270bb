/** How much of its worth a pair takes sessions for, beside other gaps of about the same size. */
import type { Gpc } from './lexicon.js';
import { isLightPair, isWeakVowel } from './shape.js';

const LIGHT = 0.6;
const WEAK_VOWEL = 0.4;
/**
 * From 0 to 1: a letter written twice is learnt with its letter, and a weak vowel is not recalled from a card but tried out in a
 * word. Chosen, not measured: low enough that other gaps of about the same size come first.
 * @example sessionWorth('a:uh') // 0.4
 */
export const sessionWorth = (gpc: Gpc): number => (isLightPair(gpc) ? LIGHT : isWeakVowel(gpc) ? WEAK_VOWEL : 1);
