/**
 * Listening: the word is said, the children say its sounds and count them.
 * @example { kind: 'take apart', gpcs: [], words: [{ word: 'brain', focus: ['ai:ay'], heard: true, answer: '4 sounds: b · r · ay · n'
 *   }] }
 */
import { atLeast, heardWords, itemCount, definePart } from './part.js';

export const takeApart = definePart({
  title: 'Take words apart',
  how: 'Say the word. The children say it back slowly, put up a finger for each sound, and say how many there are. No letters.',
  worth: 4,
  evidence: 'listening',
  sheets: [],
  holds: [],
  shownWhole: true,
  takes: 'words',
  childSees: 'nothing',
  fill: (f) => {
    const words = heardWords(f, itemCount(f.minutes, 2, 3, 8), (w) => w.pairs.length >= 2 && w.pairs.length <= 4 && w.syllables === 1);
    return atLeast(
      3,
      words.map((w) => ({ ...w, answer: `${w.units.length} sounds: ${w.units.map((u) => u.sound).join(' · ')}` })),
    );
  },
});
