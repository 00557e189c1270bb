/**
 * Questions to read alone and answer.
 * @example { kind: 'yes or no', gpcs: [], lines: [{ text: 'Can rain fill a pail?', answer: 'yes' }] }
 */
import { wordsOf } from '../../phonics/decodability.js';
import { seeded, shuffled } from '../../random.js';
import type { PlannedLine } from '../part-content.js';
import { plannedWord } from '../session-words.js';
import { itemCount, definePart } from './part.js';

export const yesOrNo = definePart({
  title: 'Yes or no?',
  how: 'Each child reads one alone and says yes or no, and how they know.',
  worth: 6,
  evidence: null,
  sheets: ['text'],
  holds: ['lines'],
  connected: true,
  takes: 'lines',
  fill: (f) => {
    const fitting = (f.request.sources?.yesOrNo ?? []).filter((q) => wordsOf(q.text).every((w) => f.readablePairs.reads(w.text)));
    const uses = (text: string): number =>
      wordsOf(text).filter(({ text: w }) => plannedWord(f.lexicon, w.toLowerCase(), f.readablePairs.focus).focus.length > 0).length;
    const ranked = shuffled(fitting, seeded(f.seed))
      .map((q) => ({ q, rank: Number(f.avoid.has(q.text)) * 10 - uses(q.text) }))
      .sort((a, b) => a.rank - b.rank)
      .slice(0, itemCount(f.minutes, 2, 3, 8))
      .map(({ q }) => q);
    const lines: PlannedLine[] = shuffled(ranked, seeded(f.seed + 1)).map((q) => ({ text: q.text, answer: q.answer }));
    return lines.length >= 2 ? { lines } : null;
  },
});
