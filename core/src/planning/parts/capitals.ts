/**
 * A capital and the small letter that goes with it.
 * @example { kind: 'capitals', gpcs: [], rows: [{ show: 'T', items: ['f', 't', 'a'], answer: 't' }] }
 */
import { seeded, shuffled } from '../../random.js';
import type { PlannedRow } from '../part-content.js';
import { graphemeOf, itemCount, definePart } from './part.js';

/** Capitals that look unlike their small letter are worth the time. */
const UNLIKE = new Set('abdefghijlmnqrty');
const LOOK_ALIKE = ['bdpq', 'ijl', 'mnuh', 'ceo', 'ft', 'vwy', 'agq', 'rn', 'gjy'];

export const capitals = definePart({
  title: 'Capitals',
  how: 'Look at the capital, find its small letter, say its sound. Then say where it is needed: at the start of a sentence and of a name.',
  worth: 2,
  evidence: null,
  sheets: ['rows'],
  holds: ['rows'],
  keepsTogether: true,
  fill: (f) => {
    const letters = [...new Set(f.readablePairs.withFocus.gpcs.map(graphemeOf))].filter((g) => g.length === 1);
    const asked = shuffled(
      letters.filter((l) => UNLIKE.has(l)),
      seeded(f.seed),
    ).slice(0, itemCount(f.minutes, 2, 4, 8));
    if (asked.length < 3) return null;
    return {
      rows: asked.map((letter, k): PlannedRow => {
        const near = LOOK_ALIKE.filter((set) => set.includes(letter)).flatMap((set) => [...set]);
        const others = [...new Set([...near, ...shuffled(letters, seeded(f.seed + k))])].filter((l) => l !== letter && letters.includes(l));
        return { show: letter.toUpperCase(), items: shuffled([letter, ...others.slice(0, 2)], seeded(f.seed + 7 * k)), answer: letter };
      }),
    };
  },
});
