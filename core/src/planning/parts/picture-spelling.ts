/**
 * Naming a picture and writing it.
 * @example { kind: 'picture spelling', gpcs: [], words: [{ word: 'rain', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const pictureSpelling = definePart({
  title: 'Spell from pictures',
  how: 'Name the picture together, count the sounds, write it.',
  worth: 4,
  evidence: 'pair',
  sheets: ['boxes', 'pictures'],
  holds: [],
  fromHearing: true,
  childSees: 'picture',
  fill: (f) => {
    const pictures = new Set(f.request.sources?.pictures ?? []);
    return atLeast(
      2,
      readableWords(f, itemCount(f.minutes, 1, 3, 6), {}, (w) => pictures.has(w.word)),
    );
  },
});
