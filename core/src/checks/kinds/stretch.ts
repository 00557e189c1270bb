/** A word is said; the child says its sounds and how many they are. */
import { listeningItems } from '../listening-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const stretch = {
  area: 'Listening',
  title: 'Stretch and count',
  how: 'Say the word; the child says each sound and how many.',
  past: 'stretched it and counted',
  from: 'pictures',
  childSees: 'picture',
  answered: 'marked',
  spoken: true,
  counted: true,
  settings: ['how many words'],
  ask: (item) => `Say “${item.word}”. Sounds: ${item.parts!.join(' ')}, ${item.accept![0]}`,
  chances: { guess: 0.3, lapse: 0.15 },
  items: (request, lexicon) => listeningItems(lexicon, 'stretch', request),
} as const satisfies CheckKindDescriptor;
