/**
 * The children look through what they wrote.
 * @example { kind: 'tick or mend', gpcs: [], words: [{ word: 'rain', focus: ['ai:ay'] }] }
 */
import { definePart } from './part.js';

export const tickOrMend = definePart({
  title: 'Tick or mend',
  how: 'Show each word as it is spelled. The child compares grapheme by grapheme: a tick where it is right, the right grapheme written above where it is not. Nothing is rubbed out.',
  worth: 3,
  evidence: null,
  sheets: [],
  holds: [],
  startsAnew: true,
  shownWhole: true,
  fixed: true,
  fill: (f) => {
    const written = f.before.filter((p) => p.fromHearing).flatMap((p) => p.words);
    const words = [...new Map(written.map((w) => [w.word, { ...w }])).values()];
    return words.length > 0 ? { words } : null;
  },
});
