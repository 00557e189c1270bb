/**
 * A first reading by the adult, pointing along the line.
 * @example { kind: 'read to them', gpcs: [], text: { id: 'the-snail-mail', title: 'The Snail with the Mail', text: 'The train is not
 *   in. It is stuck in the …', questions: [{ ask: 'Why is the train not in?', answer: 'it is stuck in the rain', place: 'It is stuck in
 *   the rain' }, { ask: 'What does the snail get?', answer: 'the mail', place: 'I will get the mail' }], again: false } }
 */
import { chosenText } from '../session-text.js';
import { definePart } from './part.js';

export const readToThem = definePart({
  title: 'Read it to them',
  how: 'Read the text once as it should sound, your finger under each word from left to right and back to the next line. The children look and listen; they join in where they can.',
  worth: 3,
  least: 3,
  evidence: null,
  sheets: ['text'],
  holds: ['text', 'lines'],
  startsAnew: true,
  shownWhole: true,
  fill: (f) => {
    const text = chosenText(f);
    return text ? { text } : null;
  },
});
