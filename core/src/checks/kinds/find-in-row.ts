/** A word is said; the child marks it in a row of four. */
import { rowItems } from '../decoding-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const findInRow = {
  area: 'Decoding',
  title: 'Listen and find in a row',
  how: 'Say the word; the child marks it in a row of four. Quick for a group, on paper.',
  past: 'in a row of four',
  from: 'words',
  childSees: 'words',
  answered: 'chosen',
  asWord: 'read',
  byTheWay: true,
  settings: ['how many words', 'without the gaps'],
  ask: (item) => `Say “${item.word}”`,
  chances: { guess: 0.25, lapse: 0.08 },
  items: ({ readable, perLevel, seed }, lexicon) => rowItems(lexicon, { taught: readable, rows: 4 * perLevel, seed }),
} as const satisfies CheckKindDescriptor;
