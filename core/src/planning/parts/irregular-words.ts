/**
 * Words with an odd part.
 * @example { kind: 'irregular words', gpcs: [], words: [{ word: 'know', odd: [0] }] }
 */
import { oddUnits } from '../../phonics/word-parts.js';
import { seeded, shuffled } from '../../random.js';
import type { PlannedWord } from '../part-content.js';
import { irregularWord } from '../session-words.js';
import { atLeast, itemCount, lastOf, type Filling, definePart } from './part.js';

/** The latest words read as wholes come first: so many of them are gone over. */
const LATEST = 12;

/**
 * Words to read as wholes that have an odd part for these children: a pair that was not taught. A word of which every part
 * would be odd has none to find.
 */
export function wordsWithOddPart(f: Filling, count: number): PlannedWord[] {
  const last = lastOf(f.request);
  const known = f.request.taught.words
    .map((w) => irregularWord(f.lexicon, w, f.readablePairs.focus, f.request.taught.gpcs))
    .map((w) => {
      const odd = w.odd ?? [];
      // what is odd by any teaching order names the part better than what merely was not taught yet
      const always = oddUnits(f.lexicon, w.units).filter((k) => odd.includes(k));
      return { ...w, odd: always.length > 0 ? always : odd };
    })
    .filter((w) => w.odd.length > 0 && w.odd.length < Math.max(2, w.units.length))
    .slice(f.request.skill === 'irregular words' ? -2 * LATEST : -LATEST);
  return shuffled(known, seeded(f.seed))
    .sort((a, b) => Number(f.avoid.has(a.word)) - Number(f.avoid.has(b.word)) || Number(last.has(a.word)) - Number(last.has(b.word)))
    .slice(0, count);
}

export const irregularWords = definePart({
  title: 'Irregular words',
  how: 'Read the word, find the odd part together, read it again.',
  worth: 5,
  evidence: 'irregular words',
  sheets: ['words'],
  holds: [],
  takes: 'words',
  fill: (f) => atLeast(1, wordsWithOddPart(f, itemCount(f.minutes, 1.5, 2, 6))),
});
