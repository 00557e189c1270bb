/**
 * Writing into a box for each sound.
 * @example { kind: 'sound boxes', gpcs: [], words: [{ word: 'pain', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const soundBoxes = definePart({
  title: 'Boxes for sounds',
  how: 'Say the word, touch a box for each sound, write one grapheme into each box, read it back.',
  worth: 6,
  least: 3,
  evidence: 'pair',
  sheets: ['boxes'],
  holds: [],
  fromHearing: true,
  shownWhole: true,
  takes: 'words',
  fill: (f) => atLeast(1, readableWords(f, itemCount(f.minutes, 1, 3, 8), { maxSounds: 5, syllables: 1 })),
});
