/** A first reading by the adult, pointing along the line. */
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
