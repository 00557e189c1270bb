/** The patterns in a response in plain words, and what each asks for: different slips need different teaching. */
import type { Pattern, SpellingPattern } from '@sapling/core/checks';
import { say } from '../wording/say.js';

export const PATTERN_WORDS: Record<Pattern, { name: string; then: string }> = {
  reversal: { name: 'Letter turned round', then: 'Contrast the two shapes side by side, with the mouth and the hand.' },
  'digraph split': { name: 'Letters said one by one', then: 'Point to the letters that make one sound before reading.' },
  'letter name': { name: 'Letter name for its sound', then: 'Ask “what does it say?”, and keep names out for now.' },
  'vowel swapped': { name: 'Vowel swapped', then: 'Listen first: is it this vowel or that one? Then read the pair of words.' },
  'consonant swapped': { name: 'Consonant swapped', then: 'Say the two sounds apart and feel where each is made.' },
  'sound left out': { name: 'Sound left out', then: 'Step down: say two of the sounds together, then add the rest.' },
  'sound added': { name: 'Sound added', then: 'Point under each letter while saying; no more sounds than graphemes.' },
  'order changed': { name: 'Order changed', then: 'Slide a finger left to right, sound by sound.' },
  'made real': { name: 'Made-up word turned real', then: 'Guessing from the look: cover the word and open it sound by sound.' },
  'first letters only': { name: 'Guessed from its first letters', then: 'Look all the way through; read the end first once.' },
  'other sound of grapheme': {
    name: 'The grapheme’s other sound',
    then: 'Both sounds are known ones: try the other, and check for sense.',
  },
  'not blended': {
    name: 'Sounds said, not pushed together',
    then: 'A blending gap, not a grapheme gap: push two sounds together without stopping.',
  },
  'ending left out': { name: 'Ending left out', then: 'Cover the ending, read the base, uncover.' },
};
export const SPELLING_WORDS: Record<SpellingPattern, string> = {
  'wrong grapheme': say('right sound, another grapheme'),
  'wrong sound': 'another sound',
  'left out': 'sound left out',
  'turned round': 'letter turned round',
  'order changed': 'order changed',
  'letter added': 'letter too many',
  'ending left out': 'ending left out',
  'ending joined wrongly': 'ending joined wrongly',
  'apostrophe left out': 'apostrophe left out',
};
