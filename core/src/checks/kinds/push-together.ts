/** Parts of a word are said apart; the child points to its picture. */
import { listeningItems } from '../listening-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const pushTogether = {
  area: 'Listening',
  title: 'Push together',
  how: 'Say the parts with a short gap; the child points to the word.',
  past: 'pushed it together',
  from: 'pictures',
  childSees: 'pictures',
  answered: 'chosen',
  spoken: true,
  settings: ['how many words'],
  ask: (item) => `Say  ${item.parts!.join(' … ')}`,
  chances: { guess: 0.35, lapse: 0.1 },
  items: (request, lexicon) => listeningItems(lexicon, 'push together', request),
} as const satisfies CheckKindDescriptor;
