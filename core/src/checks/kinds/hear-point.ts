/** Hear a sound, point to its grapheme among others. */
import { soundLabel } from '../../phonics/sound-names.js';
import { hearAndPoint } from '../recall-items.js';
import type { CheckKindDescriptor } from './kind.js';

export const hearPoint = {
  area: 'Recall',
  title: 'Hear it, point to it',
  how: 'Say a sound; the child points.',
  past: 'heard it, pointed',
  from: 'pairs',
  childSees: 'graphemes',
  answered: 'chosen',
  confuses: true,
  settings: ['which pairs', 'among how many'],
  ask: (item) => `Say ${soundLabel(item.sound!)}`,
  chances: { guess: 0.05, lapse: 0.04 },
  items: ({ all, ask, choices, seed }) => hearAndPoint(all, { choices, seed, ask }),
} as const satisfies CheckKindDescriptor;
