/**
 * Stepped blending: words of two, three and four sounds in turn, their first sound one that can be held.
 * @example { kind: 'build up', gpcs: [], words: [{ word: 'aim', focus: ['ai:ay'] }] }
 */
import { SOUNDS } from '../../phonics/sounds.js';
import { atLeast, itemCount, readableWords, definePart } from './part.js';

const held = new Set([...SOUNDS.values()].filter((s) => s.hold).map((s) => s.id));

export const buildUp = definePart({
  title: 'Two, three, four sounds',
  how: 'Hold the first sound until the next one joins it. Words of two sounds first; go on to three and four when two in a row come without help, and back when one falls apart.',
  worth: 7,
  least: 3,
  evidence: 'blending',
  sheets: ['words'],
  holds: [],
  fill: (f) => {
    const each = itemCount(f.minutes, 0.8, 2, 4);
    const words = [2, 3, 4].flatMap((sounds, k) =>
      readableWords(
        { ...f, seed: f.seed + k },
        each,
        { syllables: 1, maxSounds: sounds },
        (w) => w.units.length === sounds && held.has(w.units[0]!.sound),
      ),
    );
    return atLeast(4, [...new Map(words.map((w) => [w.word, w])).values()]);
  },
});
