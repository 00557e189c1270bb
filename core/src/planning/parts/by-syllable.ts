/**
 * Longer words, syllable by syllable.
 * @example { kind: 'by syllable', gpcs: [], words: [{ word: 'daisy', focus: ['ai:ay'], steps: ['dai', 'sy', 'daisy'] }] }
 */
import { syllableLetters } from '../../phonics/word-parts.js';
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const bySyllable = definePart({
  title: 'Syllable by syllable',
  how: 'Cover all but the first syllable and read it, then the next, then the two together. At the end the whole word, said as it is said in talking.',
  worth: 7,
  least: 3,
  evidence: 'longer words',
  sheets: ['words'],
  holds: [],
  keepsTogether: true,
  fill: (f) => {
    const count = itemCount(f.minutes, 1.2, 3, 8);
    const look = { maxSounds: 9 };
    const words = [2, 3].flatMap((syllables) => readableWords(f, count, { ...look, syllables }));
    const pieces = words.flatMap((w) => {
      const parts = syllableLetters(w.word, w.units);
      return parts.length > 1 ? [{ ...w, steps: [...parts, w.word] }] : [];
    });
    return atLeast(
      3,
      [...pieces.filter((w) => w.steps.length === 3).slice(0, count - 1), ...pieces.filter((w) => w.steps.length > 3)].slice(0, count),
    );
  },
});
