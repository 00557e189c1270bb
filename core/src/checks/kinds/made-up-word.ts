/** Made-up words read aloud: what is known cannot be guessed. */
import { decodingItems } from '../decoding-items.js';
import { soundsOf } from './kind.js';
import type { CheckKindDescriptor } from './kind.js';

export const madeUpWord = {
  area: 'Decoding',
  title: 'Read made-up words',
  how: 'Show a made-up word; the child reads it. Say that it is no real word.',
  past: 'in a made-up word',
  from: 'words',
  childSees: 'word',
  answered: 'marked',
  spoken: true,
  soundedOut: true,
  asWord: 'read',
  madeUp: true,
  byTheWay: true,
  settings: ['how many words', 'without the gaps'],
  onlyWith: 'made-up words',
  ask: soundsOf,
  chances: { guess: 0.09, lapse: 0.1 },
  items: ({ readable, perLevel, seed, avoid }, lexicon) =>
    decodingItems(lexicon, { taught: readable, madeUp: true, perLevel, seed, avoid }),
} as const satisfies CheckKindDescriptor;
