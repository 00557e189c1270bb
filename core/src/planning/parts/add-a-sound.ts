/**
 * Clusters: a word, and the same word with one more sound before it.
 * @example { kind: 'add a sound', gpcs: [], words: [{ word: 'brain', focus: ['ai:ay'], steps: ['rain', 'brain'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';
import { beginsWithCluster } from './lost-sound.js';

export const addASound = definePart({
  title: 'One sound more',
  how: 'Read the first word. Say which sound comes before it, put it there, read the new word. Both sounds must be heard.',
  worth: 7,
  least: 3,
  evidence: 'clusters',
  sheets: ['words'],
  holds: [],
  keepsTogether: true,
  fill: (f) => {
    const without = (word: string): string => word.slice(1);
    const words = readableWords(
      f,
      itemCount(f.minutes, 1.2, 3, 6),
      { syllables: 1, maxSounds: 5 },
      (w) =>
        beginsWithCluster(w) &&
        w.units[0]!.letters.length === 1 &&
        f.readablePairs.reads(without(w.word)) &&
        Boolean(f.lexicon.peek(without(w.word))?.book),
    );
    return atLeast(
      3,
      words.map((w) => ({ ...w, steps: [without(w.word), w.word] })),
    );
  },
});
