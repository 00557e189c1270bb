/**
 * Words to write from hearing them.
 * @example { kind: 'spell', gpcs: [], words: [{ word: 'brain', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const spell = definePart({
  title: 'Spell',
  how: 'Say the word, count its sounds on fingers, write a grapheme for each, read it back.',
  worth: 6,
  least: 3,
  evidence: 'pair',
  sheets: ['boxes', 'dictation'],
  holds: [],
  fromHearing: true,
  shownWhole: true,
  takes: 'words',
  fill: (f) => atLeast(1, readableWords(f, itemCount(f.minutes, 1, 4, 8))),
});
