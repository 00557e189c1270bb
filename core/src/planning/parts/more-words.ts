/**
 * The children think of words with this sound.
 * @example { kind: 'more words', gpcs: [], words: [{ word: 'tail', focus: ['ai:ay'], heard: true }] }
 */
import { atLeast, heardWords, definePart } from './part.js';

export const moreWords = definePart({
  title: 'More words with this sound',
  how: 'Each child thinks of a word with the sound and says it. If none comes, say two of these, one that has it and one that has not, and ask which. Take every word for its sound; how it is spelled comes later.',
  worth: 2,
  evidence: 'listening',
  sheets: [],
  holds: [],
  startsAnew: true,
  shownWhole: true,
  childSees: 'nothing',
  fill: (f) => {
    const [first] = f.request.fresh?.length ? f.request.fresh : f.request.focus;
    if (!first) return null;
    return atLeast(
      3,
      heardWords({ ...f, readablePairs: { ...f.readablePairs, focus: [first] } }, 6, (w) => w.syllables <= 2),
    );
  },
});
