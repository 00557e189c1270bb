/**
 * Pictures put with the sound that is heard in them; some hold neither.
 * @example { kind: 'picture sort', gpcs: [], words: [{ word: 'castle', heard: true, answer: 'neither' }], remark: 'Sort by /ay/ and
 *   /igh/; some hold neither.' }
 */
import { confusability } from '../../phonics/shape.js';
import { seeded, shuffled } from '../../random.js';
import type { PlannedWord } from '../part-content.js';
import { plannedWord } from '../session-words.js';
import { soundOf, type Filling, definePart } from './part.js';

/** Two sounds to tell apart: those set side by side, else a focus sound and one it is near to. */
function soundsToSort(f: Filling): [string | undefined, string | undefined] {
  const [contrast] = f.request.contrast ?? [];
  if (contrast && soundOf(contrast[0]) !== soundOf(contrast[1])) return [soundOf(contrast[0]), soundOf(contrast[1])];
  const [first] = f.readablePairs.focus;
  if (!first) return [undefined, undefined];
  const others = f.readablePairs.withFocus.gpcs.filter((g) => soundOf(g) !== soundOf(first));
  const near = others.filter((g) => confusability(first, g) > 0);
  return [soundOf(first), soundOf(near.at(-1) ?? others.at(-1) ?? ':')];
}

export const pictureSort = definePart({
  title: 'Sort pictures',
  how: 'Name each picture and put it with the sound you hear in it. Some hold neither: they go to the side.',
  worth: 4,
  least: 3,
  evidence: 'listening',
  sheets: ['pictures'],
  holds: [],
  keepsTogether: true,
  childSees: 'picture',
  fill: (f) => {
    const [a, b] = soundsToSort(f);
    if (!a || !b) return null;
    const drawn = shuffled(f.request.sources?.pictures ?? [], seeded(f.seed)).map((word) =>
      plannedWord(f.lexicon, word, f.readablePairs.focus),
    );
    const has = (w: PlannedWord, sound: string): boolean => w.units.some((u) => u.sound === sound);
    const some = (fits: (w: PlannedWord) => boolean, most: number, answer: string): PlannedWord[] =>
      drawn
        .filter((w) => w.units.length > 1 && w.units.length <= 6 && fits(w))
        .slice(0, most)
        .map((w) => ({ ...w, heard: true, answer }));
    const first = some((w) => has(w, a) && !has(w, b), 4, `/${a}/`);
    const second = some((w) => has(w, b) && !has(w, a), 4, `/${b}/`);
    if (first.length < 2 || second.length < 2) return null;
    const neither = some((w) => !has(w, a) && !has(w, b), 2, 'neither');
    return { words: shuffled([...first, ...second, ...neither], seeded(f.seed)), remark: `Sort by /${a}/ and /${b}/; some hold neither.` };
  },
});
