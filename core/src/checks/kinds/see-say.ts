/** See a grapheme, say its sound: the check that all others are measured by. */
import { pairSound } from '../../phonics/sound-names.js';
import { bothSoundsTogether } from '../recall-items.js';
import { makeStack } from '../stack.js';
import type { CheckKindDescriptor } from './kind.js';

export const seeSay = {
  area: 'Recall',
  title: 'See it, say its sound',
  how: 'Show a card; the child says its sound.',
  past: 'saw it, said it',
  from: 'pairs',
  childSees: 'grapheme',
  answered: 'marked',
  spoken: true,
  byCard: true,
  confuses: true,
  settings: ['which pairs'],
  ask: (item) => pairSound(item.gpc!),
  chances: { guess: 0.08, lapse: 0.05 },
  items: ({ ask, seed }) => bothSoundsTogether(makeStack(ask, { seed })).map((gpc) => ({ key: gpc, gpc, skill: 'recall' })),
} as const satisfies CheckKindDescriptor;
