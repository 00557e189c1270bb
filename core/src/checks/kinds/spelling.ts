/** Words and a sentence are said and written; what was written is typed in. */
import { spellingItems } from '../spelling-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const spelling = {
  area: 'Spelling',
  title: 'Spell words and a sentence',
  how: 'Say the word; the child writes it; type what is on the paper.',
  past: 'in spelling',
  from: 'words',
  childSees: 'nothing',
  answered: 'typed',
  asWord: 'spelled',
  dictates: true,
  settings: ['how many words', 'without the gaps'],
  ask: (item) => `Say “${item.word}”`,
  chances: { guess: 0.1, lapse: 0.18 },
  items: ({ readable, perLevel, seed, avoid, texts }, lexicon) =>
    spellingItems(lexicon, { taught: readable, perLevel: Math.max(1, perLevel - 1), seed, avoid, texts }),
} as const satisfies CheckKindDescriptor;
