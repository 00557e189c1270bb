/**
 * Words that begin or end with two consonants that each keep their sound.
 * @example { kind: 'clusters', gpcs: [], words: [{ word: 'brain', focus: ['ai:ay'] }] }
 */
import { clusters as clustersOf } from '../../phonics/word-parts.js';
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const clusterWords = definePart({
  title: 'Two sounds side by side',
  how: 'Point under each letter of the cluster: each keeps its own sound. Blend the two first, then the word. Listen for the one that gets lost.',
  worth: 7,
  evidence: 'clusters',
  sheets: ['words'],
  holds: [],
  takes: 'words',
  fill: (f) =>
    atLeast(
      3,
      readableWords(f, itemCount(f.minutes, 2, 5, 12), { syllables: 1, maxSounds: 6 }, (w) => clustersOf(w.units).length > 0),
    ),
});
