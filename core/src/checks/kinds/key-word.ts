/** See a grapheme, say a word that has its sound. */
import { pairSound } from '../../phonics/sound-names.js';
import { seeAndTell } from '../recall-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const keyWord = {
  area: 'Recall',
  title: 'See it, say a key word',
  how: 'Show a card; the child says a word that has it.',
  past: 'gave a key word',
  from: 'pairs',
  childSees: 'grapheme',
  answered: 'marked',
  spoken: true,
  settings: ['which pairs'],
  ask: (item) => `a word with ${pairSound(item.gpc!)}`,
  chances: { guess: 0.2, lapse: 0.1 },
  items: ({ ask, seed }) => seeAndTell('key word', ask, { seed }),
} as const satisfies CheckKindDescriptor;
