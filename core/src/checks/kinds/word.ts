/** Real words read aloud, in growing shape. */
import { decodingItems } from '../decoding-items.js';
import { soundsOf } from './kind.js';
import type { CheckKindDescriptor } from './kind.js';

export const word = {
  area: 'Decoding',
  title: 'Read words',
  how: 'Show a word; the child reads it.',
  past: 'in a word',
  from: 'words',
  childSees: 'word',
  answered: 'marked',
  spoken: true,
  soundedOut: true,
  asWord: 'read',
  byTheWay: true,
  settings: ['how many words', 'without the gaps'],
  ask: soundsOf,
  chances: { guess: 0.2, lapse: 0.05 },
  items: ({ readable, perLevel, seed, avoid }, lexicon) =>
    decodingItems(lexicon, { taught: readable, madeUp: false, perLevel, seed, avoid }),
} as const satisfies CheckKindDescriptor;
