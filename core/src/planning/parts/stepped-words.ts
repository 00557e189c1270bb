/**
 * Words of four and five sounds, uncovered step by step.
 * @example { kind: 'stepped words', gpcs: [], words: [{ word: 'brain', focus: ['ai:ay'], steps: ['br', 'brai', 'brain'] }] }
 */
import type { PlannedWord } from '../part-content.js';
import { atLeast, itemCount, readableWords, definePart } from './part.js';

/**
 * What is uncovered step by step in a word of four or five sounds: its first two sounds said together, then one more
 * each time. Null for shorter words and where letters of one sound stand apart.
 */
function stepsOf(word: PlannedWord): string[] | null {
  const { units } = word;
  if (units.length < 4 || units.length > 5) return null;
  const inRow = units.every((u) => u.letters.every((l, k) => k === 0 || l === u.letters[k - 1]! + 1));
  return inRow ? units.slice(1).map((_, k) => word.word.slice(0, units[k + 1]!.letters.at(-1)! + 1)) : null;
}

export const steppedWords = definePart({
  title: 'Longer sound rows',
  how: 'Uncover two sounds and say them together, then one more each time. Back down where it falls apart.',
  worth: 5,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  keepsTogether: true,
  fill: (f) =>
    atLeast(
      3,
      readableWords(f, itemCount(f.minutes, 1.3, 3, 6), { syllables: 1, maxSounds: 5 }, (w) => stepsOf(w) !== null).map((w) => ({
        ...w,
        steps: stepsOf(w)!,
      })),
    ),
});
