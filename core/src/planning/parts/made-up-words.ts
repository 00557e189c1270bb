/**
 * Words that nobody knows, for schools that practise with them.
 * @example { kind: 'made-up words', gpcs: [], words: [{ word: 'vaim', focus: ['ai:ay'], madeUp: true }] }
 */
import { makeMadeUpWords } from '../../phonics/made-up.js';
import { assignToChildren } from '../session-words.js';
import { atLeast, itemCount, roundRobin, definePart } from './part.js';

const SHAPES = ['CVC', 'CVCC', 'CCVC', 'VC', 'CV'];

export const madeUpWords = definePart({
  title: 'Made-up words',
  how: 'Say that these are nobody’s words. Sounds first, then together; no guessing helps here.',
  worth: 3,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  fill: (f) => {
    if (!f.request.madeUpWords) return null;
    const count = itemCount(f.minutes, 2, 3, 8);
    const wanted = f.readablePairs.focus.length > 0 ? f.readablePairs.focus.map((gpc) => [gpc]) : [[]];
    const made = wanted.flatMap((mustUse, k) =>
      SHAPES.flatMap((shape, n) =>
        makeMadeUpWords(f.lexicon, { taught: f.readablePairs.taught, mustUse, shape, count: 3, seed: f.seed + k * 17 + n }),
      ),
    );
    const few = [...new Map(made.filter((m) => !f.avoid.has(m.word)).map((m) => [m.word, m])).values()];
    const words = roundRobin(few, (m) => f.readablePairs.focus.findIndex((g) => m.gpcs.includes(g)))
      .slice(0, count)
      .map((m) => ({
        word: m.word,
        units: m.segmentation.units,
        focus: f.readablePairs.focus.filter((g) => m.gpcs.includes(g)),
        madeUp: true,
      }));
    return atLeast(3, assignToChildren(words, f.readablePairs, f.together));
  },
});
