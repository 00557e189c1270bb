/**
 * Cards of what was met, what is new coming back among them at growing gaps; what single children do not know yet is theirs to learn.
 * @example { kind: 'review', gpcs: ['ee:ee', 'o:oh'], stack: ['o:oh', 'ar:ar', 'ed:t', 'ou:ow', 'ee:ee', 'ea:ee'] }
 */
import type { Gpc } from '../../phonics/lexicon.js';
import { reviewPairs, reviewStack } from '../review-stack.js';
import { canRead } from '../session-words.js';
import { ownersOf, shuffledApart, definePart } from './part.js';

/** Cards in a review that only some of the children know: the others wait while these learn. */
const MOST_OWN = 2;

export const review = definePart({
  title: 'Review',
  how: 'Turn the stack over once, quickly. Give the sound at any slip, have it said again, and put the card back three cards later. A card with a name under it is that child’s to learn.',
  worth: 8,
  evidence: 'pair',
  sheets: [],
  holds: ['stack', 'ask', 'whose'],
  startsAnew: true,
  fill: (f) => {
    const { request, readablePairs } = f;
    const fresh = request.fresh ?? request.focus;
    const met = request.focus.filter((gpc) => !fresh.includes(gpc));
    const ask = (request.recheck ?? []).filter((gpc) => !request.focus.includes(gpc));
    const count = Math.max(4, Math.min(16, f.oldToNew * Math.max(1, met.length), f.minutes * 5));
    const lacking = (gpc: Gpc): string[] => request.children.filter((c) => !canRead(c, gpc)).map((c) => c.id);
    const own: Gpc[] = [];
    const old = reviewPairs(request.taught.gpcs, [...request.focus, ...ask], request.children, count + 12).filter((gpc) => {
      const without = lacking(gpc);
      if (without.length === 0) return true;
      // what half of them do not know is to be taught, not gone over
      if (2 * without.length >= request.children.length || own.length >= MOST_OWN) return false;
      own.push(gpc);
      return true;
    });
    const cards = [...ask, ...old.slice(0, count)];
    if (cards.length + met.length === 0) return null;
    const whose = { ...ownersOf(met, readablePairs).whose, ...Object.fromEntries(own.map((gpc) => [gpc, lacking(gpc)])) };
    return {
      gpcs: [...met, ...cards],
      stack: reviewStack(shuffledApart(cards, f.seed), met),
      ...(ask.length > 0 ? { ask } : {}),
      ...(Object.keys(whose).length > 0 ? { whose } : {}),
    };
  },
});
