/**
 * Say it and write it large in the air, then on the line.
 * @example { kind: 'write in the air', gpcs: ['ai:ay'] }
 */
import { ownersOf, definePart } from './part.js';

export const writeInTheAir = definePart({
  title: 'In the air, then on the line',
  how: 'All say the sound and write the grapheme large in the air, twice with eyes open, once shut. Then three times on the line, saying the sound each time; the best one gets a ring.',
  worth: 3,
  evidence: null,
  sheets: ['letters'],
  holds: ['whose'],
  startsAnew: true,
  shownWhole: true,
  fixed: true,
  fill: (f) => {
    const { fresh = [], focus } = f.request;
    const gpcs = [...(fresh.length > 0 ? fresh : focus)].slice(0, 2);
    return gpcs.length > 0 ? { gpcs, ...ownersOf(gpcs, f.readablePairs) } : null;
  },
});
