/** A whole text that these children can read, or sentences in its place. */
import { fillText } from '../session-text.js';
import { definePart } from './part.js';

export const text = definePart({
  title: 'Read the text',
  how: 'Tell the words below first. Everyone reads at the same time, quietly; listen to one child after the other. Then the questions.',
  worth: 9,
  least: 4,
  evidence: null,
  sheets: ['text'],
  holds: ['text', 'lines'],
  connected: true,
  shownWhole: true,
  fill: fillText,
});
