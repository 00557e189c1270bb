/**
 * How a letter is written, where it is new to the hand.
 * @example { kind: 'letter formation', gpcs: ['a:a', 'd:d'] }
 */
import type { Gpc } from '../../phonics/lexicon.js';
import { graphemeOf, ownersOf, type Filling, definePart } from './part.js';

/** The pairs with a letter that no pair taught before them has: *sh* after *s* and *h* has none, *s* for a second sound neither. */
function newToTheHand({ request }: Filling): Gpc[] {
  const { fresh = [], focus, taught } = request;
  const now = fresh.length > 0 ? fresh : focus;
  const before = new Set([...taught.gpcs, ...focus].filter((gpc) => !now.includes(gpc)).flatMap((gpc) => [...graphemeOf(gpc)]));
  return now.filter((gpc) => [...graphemeOf(gpc)].some((letter) => /[a-z]/.test(letter) && !before.has(letter)));
}

export const letterFormation = definePart({
  title: 'Letter formation',
  how: 'Say the sound and how it goes. Finger first, then pencil: three good ones are enough.',
  worth: 4,
  evidence: null,
  sheets: ['letters'],
  holds: ['whose'],
  startsAnew: true,
  shownWhole: true,
  fixed: true,
  fill: (f) => {
    const gpcs = newToTheHand(f);
    return gpcs.length > 0 ? { gpcs, ...ownersOf(gpcs, f.readablePairs) } : null;
  },
});
