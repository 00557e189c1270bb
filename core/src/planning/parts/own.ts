/**
 * What an adult writes.
 * @example { kind: 'own', gpcs: [] }
 */
import { definePart } from './part.js';

export const own = definePart({
  title: 'Of our own',
  how: '',
  worth: 5,
  evidence: 'pair',
  sheets: [],
  holds: ['lines'],
  startsAnew: true,
  shownWhole: true,
  takes: 'lines',
  fixed: true,
  fill: () => ({}),
});
