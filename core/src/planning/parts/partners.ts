/**
 * Words read in twos: one points, one reads, then the other way round.
 * @example { kind: 'partners', gpcs: [], words: [{ word: 'fail', focus: ['ai:ay'] }] }
 */
import { atLeast, itemCount, readableWords, definePart } from './part.js';

export const partners = definePart({
  title: 'Partners',
  how: 'In twos with one list: one points and listens, the other reads; then swap. Who listens says “look again” at a slip and does not give the word. Listen in to one pair after the other.',
  worth: 4,
  least: 3,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  takes: 'words',
  fill: (f) => (f.request.children.length < 2 ? null : atLeast(4, readableWords({ ...f, together: true }, itemCount(f.minutes, 2, 6, 12)))),
});
