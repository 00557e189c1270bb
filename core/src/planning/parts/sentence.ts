/**
 * A sentence to write from hearing it.
 * @example { kind: 'sentence', gpcs: [], lines: [{ text: 'Wait for the snail.' }] }
 */
import { seeded, shuffled } from '../../random.js';
import { readableSentences } from '../session-text.js';
import { definePart } from './part.js';

export const sentence = definePart({
  title: 'Sentence',
  how: 'Say it twice. The children say it back, count its words, write it and read it: capital, spaces, full stop.',
  worth: 5,
  evidence: 'pair',
  sheets: ['dictation'],
  holds: ['lines'],
  connected: true,
  shownWhole: true,
  takes: 'lines',
  fill: (f) => {
    // the best few in another order each time
    const lines = shuffled(readableSentences(f, 9, 12).slice(0, 6), seeded(f.seed)).slice(0, f.minutes >= 5 ? 2 : 1);
    return lines.length > 0 ? { lines: lines.map((text) => ({ text })) } : null;
  },
});
