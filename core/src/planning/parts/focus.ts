/**
 * The pair that is new, or what comes back set side by side.
 * @example { kind: 'focus', gpcs: ['ai:ay'] }
 */
import { ownersOf, definePart } from './part.js';

export const focus = definePart({
  title: 'Focus',
  how: 'Say the sound, show the grapheme, have each child say it and write it. Then contrast it with the one it is mixed up with.',
  worth: 10,
  least: 3,
  evidence: 'pair',
  sheets: [],
  holds: ['whose'],
  startsAnew: true,
  shownWhole: true,
  fixed: true,
  fill: (f) => {
    const fresh = f.request.fresh ?? f.request.focus;
    // without a new pair the session is for those that come back; what is set side by side is shown side by side
    const gpcs = fresh.length > 0 ? [...fresh] : [...new Set([...(f.request.contrast ?? []).flat(), ...f.request.focus])];
    return gpcs.length > 0 ? { gpcs, ...ownersOf(gpcs, f.readablePairs) } : null;
  },
});
