/**
 * Fluency: the same text once more, timed and marked for expression.
 * @example { kind: 'warm reading', gpcs: [], text: { id: 'the-snail-mail', title: 'The Snail with the Mail', text: 'The train is not
 *   in. It is stuck in the …', again: false } }
 */
import { definePart } from './part.js';

export const warmReading = definePart({
  title: 'Second reading, timed',
  how: 'Each child reads the same text for a minute: words and slips again, and expression from 1 (word by word) to 4 (like talking). Show the two counts side by side; play the recording back and ask what has changed.',
  worth: 8,
  least: 4,
  evidence: 'fluency',
  sheets: [],
  holds: ['text', 'lines'],
  connected: true,
  shownWhole: true,
  startsAnew: true,
  fill: (f) => {
    const text = f.before.find((p) => p.text && p.connected)?.text;
    return text ? { text: { ...text, questions: [] } } : null;
  },
});
