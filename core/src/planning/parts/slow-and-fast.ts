/**
 * Blending from print: each sound held into the next, then the word at the speed of talking.
 * @example { kind: 'slow and fast', gpcs: [], words: [{ word: 'fail', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const slowAndFast = definePart({
  title: 'Slow, then fast',
  how: 'Slide a finger under the word: all say it slowly without a stop between the sounds, holding those that can be held. Then fast, as it is said. Then one child alone.',
  worth: 6,
  evidence: 'blending',
  sheets: ['words'],
  holds: [],
  takes: 'words',
  fill: (f) => atLeast(3, readableWords(f, itemCount(f.minutes, 2, 4, 10), { syllables: 1, maxSounds: 4 })),
});
