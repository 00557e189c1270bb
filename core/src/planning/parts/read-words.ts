/**
 * Words of the focus to read.
 * @example { kind: 'read words', gpcs: [], words: [{ word: 'fail', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const readWords = definePart({
  title: 'Read words',
  how: 'Point under each grapheme, sounds first, then the word. A second time without sounding out loud.',
  worth: 9,
  least: 3,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  takes: 'words',
  fill: (f) => atLeast(1, readableWords(f, itemCount(f.minutes, 2, 6, 16))),
});
