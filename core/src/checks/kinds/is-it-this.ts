/** A vowel and a word are said; the child says whether the word has it. */
import { soundLabel } from '../../phonics/sound-names.js';
import { listeningItems } from '../listening-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const isItThis = {
  area: 'Listening',
  title: 'Is it this?',
  how: 'Say the vowel, then the word; the child says whether it is in it.',
  past: 'heard whether it is there',
  from: 'pictures',
  childSees: 'picture and yes or no',
  answered: 'chosen',
  settings: ['how many words'],
  ask: (item) => `Say ${soundLabel(item.sound!)}, then “${item.word}”`,
  chances: { guess: 0.5, lapse: 0.08 },
  items: (request, lexicon) => listeningItems(lexicon, 'is it this', request),
} as const satisfies CheckKindDescriptor;
