/** Hear a sound, write a grapheme for it. */
import { soundLabel } from '../../phonics/sound-names.js';
import { hearAndWrite } from '../recall-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const hearWrite = {
  area: 'Recall',
  title: 'Hear it, write it',
  how: 'Say a sound; the child writes it on paper or a board.',
  past: 'heard it, wrote it',
  from: 'pairs',
  childSees: 'nothing',
  answered: 'marked',
  confuses: true,
  settings: ['which pairs'],
  ask: (item) => `Say ${soundLabel(item.sound!)}. Counts: ${item.accept!.map((g) => g.replace('_', '\u2011')).join(', ')}`,
  chances: { guess: 0.04, lapse: 0.12 },
  items: ({ all, ask, seed }) => hearAndWrite(all, { seed, ask }),
} as const satisfies CheckKindDescriptor;
