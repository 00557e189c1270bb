/**
 * Oral blending: the adult says the sounds, the children the word.
 * @example { kind: 'listen', gpcs: [], words: [{ word: 'wait', focus: ['ai:ay'], heard: true }] }
 */
import { atLeast, heardWords, itemCount, definePart } from './part.js';

export const listen = definePart({
  title: 'Listen',
  how: 'Say the sounds one by one with a breath between. The children push them together and say the word.',
  worth: 4,
  evidence: 'blending',
  sheets: [],
  holds: [],
  shownWhole: true,
  takes: 'words',
  childSees: 'nothing',
  fill: (f) =>
    atLeast(
      3,
      heardWords(f, itemCount(f.minutes, 2, 3, 8), (w) => w.pairs.length >= 2 && w.pairs.length <= 4 && w.syllables === 1),
    ),
});
