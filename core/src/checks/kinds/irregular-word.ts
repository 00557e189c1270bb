/** Irregular words of the teaching order read aloud. */
import { irregularItems } from '../decoding-items.js';
import { soundsOf } from './kind.js';
import type { CheckKindDescriptor } from './kind.js';

export const irregularWord = {
  area: 'Decoding',
  title: 'Read irregular words',
  how: 'Show a word; the child reads it.',
  past: 'in an irregular word',
  from: 'words',
  childSees: 'word',
  answered: 'marked',
  spoken: true,
  asWord: 'read',
  skill: 'irregular words',
  byTheWay: true,
  settings: [],
  ask: soundsOf,
  chances: { guess: 0.3, lapse: 0.06 },
  items: ({ taught, perLevel, seed }, lexicon) => irregularItems(lexicon, taught, { seed, limit: 8 * perLevel }),
} as const satisfies CheckKindDescriptor;
