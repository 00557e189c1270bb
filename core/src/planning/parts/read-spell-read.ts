/**
 * Irregular words: read, spelled from memory, read again.
 * @example { kind: 'read, spell, read', gpcs: [], words: [{ word: 'know', odd: [0] }] }
 */
import { atLeast, itemCount, definePart } from './part.js';
import { wordsWithOddPart } from './irregular-words.js';

export const readSpellRead = definePart({
  title: 'Read, spell, read',
  how: 'Read the word. Look at its odd part, cover it, spell it aloud, write it, uncover and compare. Read it once more.',
  worth: 4,
  evidence: 'irregular words',
  sheets: ['words', 'dictation'],
  holds: [],
  takes: 'words',
  fill: (f) => {
    // the words of the session once more: reading them was the first step
    const met = f.before.filter((p) => p.kind === 'irregular words').flatMap((p) => p.words);
    const words = met.length > 0 ? met.slice(0, itemCount(f.minutes, 1, 2, 5)) : wordsWithOddPart(f, itemCount(f.minutes, 1, 2, 5));
    return atLeast(
      1,
      words.map((w) => ({ ...w })),
    );
  },
});
