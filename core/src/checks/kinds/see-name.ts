/** See a letter, say its name. */
import { splitGpc } from '../../phonics/segment.js';
import { LETTER_NAMES } from '../letter-names.js';
import { seeAndTell } from '../recall-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const seeName = {
  area: 'Recall',
  title: 'See it, say its name',
  how: 'Show a letter; the child says its name.',
  past: 'saw it, named it',
  from: 'pairs',
  childSees: 'grapheme',
  answered: 'marked',
  settings: ['which pairs'],
  onlyWith: 'letter names',
  ask: (item) => {
    const { grapheme } = splitGpc(item.gpc!);
    return `its name is “${LETTER_NAMES[grapheme]?.written ?? grapheme}”`;
  },
  chances: { guess: 0.3, lapse: 0.1 },
  items: ({ ask, seed }) => seeAndTell('see-name', ask, { seed }),
} as const satisfies CheckKindDescriptor;
