/**
 * A base word and its ending.
 * @example { kind: 'endings', gpcs: [], words: [{ word: 'training', focus: ['ai:ay'], base: 'train', ending: 'ing', change: 'none' }] }
 */
import type { Gpc } from '../../phonics/lexicon.js';
import { wordsWithEndings } from '../../phonics/word-families.js';
import { plannedWord } from '../session-words.js';
import { atLeast, itemCount, definePart } from './part.js';

export const endings = definePart({
  title: 'Endings',
  how: 'Read the base word, add the ending, say what changed in sound and spelling.',
  worth: 4,
  least: 3,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  keepsTogether: true,
  fill: (f) => {
    const count = itemCount(f.minutes, 1, 3, 6);
    const draw = (mustUse: readonly Gpc[], avoid: ReadonlySet<string>) =>
      wordsWithEndings(f.lexicon, {
        taught: mustUse.length > 0 ? f.readablePairs.taught : f.readablePairs.withFocus,
        mustUse,
        limit: 40,
        seed: f.seed,
      }).filter((w) => !avoid.has(w.word));
    const ofFocus = f.readablePairs.focus.length > 0 ? draw(f.readablePairs.focus, f.avoid) : [];
    const found = [...ofFocus, ...draw([], f.avoid), ...draw([], new Set(f.request.lastWords))];
    // one word of a base is enough
    const few = [...new Map(found.map((w) => [w.base, w])).values()].slice(0, count);
    return atLeast(
      2,
      few.map((w) => ({ ...plannedWord(f.lexicon, w.word, f.readablePairs.focus), base: w.base, ending: w.ending, change: w.change })),
    );
  },
});
