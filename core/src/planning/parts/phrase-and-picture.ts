/**
 * A picture and several phrases: which one fits?
 * @example { kind: 'phrase and picture', gpcs: [], rows: [{ picture: 'rainbow', items: ['rain', 'a rainbow', 'a rabbit'], answer: 'a
 *   rainbow' }] }
 */
import { seeded, shuffled } from '../../random.js';
import type { PlannedRow } from '../part-content.js';
import { countedNouns, withArticle } from './noun-phrases.js';
import { itemCount, definePart } from './part.js';

export const phraseAndPicture = definePart({
  title: 'Which one fits?',
  how: 'Look at the picture, read every phrase, then point to the one that fits. Say what in the others does not.',
  worth: 5,
  evidence: null,
  sheets: ['rows'],
  holds: ['rows'],
  connected: true,
  keepsTogether: true,
  fill: (f) => {
    const nouns = countedNouns(f);
    const said = (noun: string): string => (withArticle(noun).split(' ').every(f.readablePairs.reads) ? withArticle(noun) : noun);
    /** Words that look alike make one read all of the phrase. */
    const likeness = (a: string, b: string): number => [...a].filter((l, k) => b[k] === l).length + Number(a.length === b.length);
    const rows = nouns.slice(0, itemCount(f.minutes, 1.2, 3, 6)).map((noun, k): PlannedRow => {
      const others = nouns.filter((n) => n !== noun).sort((x, y) => likeness(noun, y) - likeness(noun, x));
      return { picture: noun, items: shuffled([noun, ...others.slice(0, 2)], seeded(f.seed + k)).map(said), answer: said(noun) };
    });
    return rows.length >= 3 && rows.every((r) => r.items.length === 3) ? { rows } : null;
  },
});
