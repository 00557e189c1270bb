/**
 * A whole text that these children can read, or sentences in its place.
 * @example { kind: 'text', gpcs: [], text: { id: 'the-snail-mail', title: 'The Snail with the Mail', text: 'The train is not in. It
 *   is stuck in the …', questions: [{ ask: 'Why is the train not in?', answer: 'it is stuck in the rain', place: 'It is stuck in the rain'
 *   }, { ask: 'What does the snail get?', answer: 'the mail', place: 'I will get the mail' }], again: false } }
 */
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
