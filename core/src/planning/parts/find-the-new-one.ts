/**
 * The focus grapheme hidden among known ones.
 * @example { kind: 'find the new one', gpcs: ['ai:ay'], rows: [{ items: ['ur', 'ai', 'ee', 'ay', 'ai', 'ai'], answer: 'ai: 3 times' }] }
 */
import { seeded, shuffled } from '../../random.js';
import type { PlannedRow } from '../part-content.js';
import { graphemeOf, itemCount, definePart } from './part.js';

const LONG = 8;

export const findTheNewOne = definePart({
  title: 'Find the new one',
  how: 'Along each row, one after the other says the sound at once. At the new one all say it together. Count how often it came.',
  worth: 3,
  evidence: 'pair',
  sheets: ['rows'],
  holds: ['rows'],
  keepsTogether: true,
  fill: (f) => {
    const [first] = f.request.fresh?.length ? f.request.fresh : f.request.focus;
    if (!first) return null;
    const sought = graphemeOf(first);
    const known = [...new Set(f.readablePairs.taught.gpcs.map(graphemeOf))].filter((g) => g !== sought && !g.includes('_')).slice(-14);
    if (known.length < 3) return null;
    const rows = Array.from({ length: itemCount(f.minutes, 1, 2, 4) }, (_, k): PlannedRow => {
      const random = seeded(f.seed + k);
      const times = 2 + Math.floor(random() * 2);
      const others = Array.from({ length: LONG - times }, (_unused, n) => shuffled(known, seeded(f.seed + k * 31 + n))[0]!);
      const items = shuffled([...others, ...Array.from({ length: times }, () => sought)], random);
      return { items, answer: `${sought.replace('_', '‑')}: ${times} times` };
    });
    return { gpcs: [first], rows };
  },
});
