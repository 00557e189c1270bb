import { LETTER_NAMES } from '@sapling/core';

/** A letter's name as it is written out. */
export const LETTER_NAME = (letter: string): string => LETTER_NAMES[letter]?.written ?? letter;
