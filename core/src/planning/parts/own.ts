/** What an adult writes. */
import type { PartDescriptor } from './part.js';

export const own: PartDescriptor = {
  title: 'Of our own',
  how: '',
  worth: 5,
  evidence: 'pair',
  sheets: [],
  startsAnew: true,
  shownWhole: true,
  takes: 'lines',
  fixed: true,
  fill: () => ({}),
};
