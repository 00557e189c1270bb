import { isShippedText } from '@sapling/core/planning';
import { inOwnWords } from './say.js';

/** A title or a routine of a plan: in the school’s words where it is one that ships, and as it stands where somebody typed it. */
export const planWords = (text: string): string => (isShippedText(text) ? inOwnWords(text) : text);
