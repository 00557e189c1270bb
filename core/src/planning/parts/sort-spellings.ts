/**
 * Words put under the spelling they hold.
 * @example { kind: 'sort spellings', gpcs: ['ai:ay', 'ay:ay'], words: [{ word: 'trains', focus: ['ai:ay'] }] }
 */
import type { Gpc } from '../../phonics/lexicon.js';
import { confusability } from '../../phonics/shape.js';
import { seeded, shuffled } from '../../random.js';
import { drawWords, plannedWord } from '../session-words.js';
import { lastOf, soundOf, type Filling, definePart } from './part.js';

/** Spellings to sort: those set side by side, else the other readable spellings of a focus sound, else what a focus pair is mixed up with. */
function columnsOf(f: Filling): Gpc[] | null {
  const { readablePairs, request } = f;
  const readable = [...readablePairs.withFocus.gpcs];
  const [contrast] = request.contrast ?? [];
  if (contrast?.every((gpc) => readable.includes(gpc))) return [...contrast];
  for (const gpc of readablePairs.focus) {
    const same = readable.filter((g) => g !== gpc && soundOf(g) === soundOf(gpc));
    if (same.length > 0) return [gpc, ...same.slice(-2)];
  }
  for (const gpc of readablePairs.focus) {
    const near = readable.filter((g) => g !== gpc && confusability(gpc, g) > 0);
    if (near.length > 0) return [gpc, near.at(-1)!];
  }
  return null;
}

export const sortSpellings = definePart({
  title: 'Sort spellings',
  how: 'Read each word, then put it under the spelling it holds. Say what you notice about where each stands.',
  worth: 4,
  least: 3,
  evidence: 'pair',
  sheets: ['sort'],
  holds: [],
  keepsTogether: true,
  shownWhole: true,
  fill: (f) => {
    const columns = columnsOf(f);
    if (!columns) return null;
    const each = Math.max(3, Math.min(5, Math.ceil((f.minutes * 2) / columns.length)));
    const sorted = columns.map((gpc, k) => {
      const others = columns.filter((g) => g !== gpc);
      return drawWords(
        f.lexicon,
        { ...f.readablePairs, focus: [gpc] },
        {
          count: each,
          seed: f.seed + k,
          avoid: f.avoid,
          last: lastOf(f.request),
          fits: (w) => !w.units.some((u) => others.includes(`${u.grapheme}:${u.sound}`)),
        },
      );
    });
    if (sorted.some((list) => list.length < 2)) return null;
    const mixed = shuffled([...new Map(sorted.flat().map((w) => [w.word, w])).values()], seeded(f.seed));
    return { gpcs: columns, words: mixed.map((w) => plannedWord(f.lexicon, w.word, f.readablePairs.focus)) };
  },
});
