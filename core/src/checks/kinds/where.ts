/** A sound and a word are said; the child points to where in the word it is. */
import { soundLabel } from '../../phonics/sound-names.js';
import { listeningItems } from '../listening-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const where = {
  area: 'Listening',
  title: 'Where is it?',
  how: 'Say the sound, then the word; the child points to where it is.',
  past: 'heard where it is',
  from: 'pictures',
  childSees: 'picture and places',
  answered: 'chosen',
  settings: ['how many words'],
  ask: (item) => `Say ${soundLabel(item.sound!)}, then “${item.word}”`,
  chances: { guess: 0.4, lapse: 0.1 },
  items: (request, lexicon) => listeningItems(lexicon, 'where', request),
} as const satisfies CheckKindDescriptor;
