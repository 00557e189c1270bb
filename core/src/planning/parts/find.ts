/**
 * One word among others that differ in a sound.
 * @example { kind: 'find', gpcs: [], words: [{ word: 'fail', focus: ['ai:ay'], options: ['mail', 'feel', 'tail', 'fail'] }] }
 */
import { listenAndFind } from '../../phonics/listen-and-find.js';
import type { PlannedWord } from '../part-content.js';
import { atLeast, emptyIfNoCandidates, itemCount, readableWords, definePart } from './part.js';

export const find = definePart({
  title: 'Find it',
  how: 'Say the first word of the row. Each child finds it among the others and says how they knew.',
  worth: 4,
  evidence: 'pair',
  sheets: ['words'],
  holds: [],
  keepsTogether: true,
  fill: (f) => {
    const out: PlannedWord[] = [];
    const rows = itemCount(f.minutes, 1, 3, 5);
    for (const w of readableWords(f, 3 * rows + 2, { maxSounds: 4, syllables: 1 })) {
      if (out.length >= rows) break;
      const [row] = emptyIfNoCandidates(() => [
        listenAndFind(f.lexicon, { target: w.word, taught: f.readablePairs.withFocus, seed: f.seed + out.length }),
      ]);
      // on a plan nothing says which option is nobody's word, so there is none
      if (row && row.madeUp.length === 0) out.push({ ...w, options: row.order.map((k) => row.options[k]!) });
    }
    return atLeast(3, out);
  },
});
