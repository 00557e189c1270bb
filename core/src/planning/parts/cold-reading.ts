/**
 * Fluency: a text read for the first time, a minute of it timed.
 * @example { kind: 'cold reading', gpcs: [], text: { id: 'the-snail-mail', title: 'The Snail with the Mail', text: 'The train is not
 *   in. It is stuck in the …', questions: [{ ask: 'Why is the train not in?', answer: 'it is stuck in the rain', place: 'It is stuck in
 *   the rain' }, { ask: 'What does the snail get?', answer: 'the mail', place: 'I will get the mail' }], again: false } }
 */
import { fillText } from '../session-text.js';
import { definePart } from './part.js';

export const coldReading = definePart({
  title: 'First reading, timed',
  how: 'Each child reads aloud for a minute; write down words read and slips, and say nothing about speed. Record one reading under Read a text, for playing back later.',
  worth: 8,
  least: 4,
  evidence: 'fluency',
  sheets: ['text'],
  holds: ['text', 'lines'],
  connected: true,
  shownWhole: true,
  fill: (f) => {
    const filled = fillText(f);
    return filled?.text ? filled : null;
  },
});
