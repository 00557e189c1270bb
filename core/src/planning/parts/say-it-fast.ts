/**
 * Oral blending by steps: words of two syllables, then first sound and rest, then sound by sound.
 * @example { kind: 'say it fast', gpcs: [], words: [{ word: 'rainbow', focus: ['ai:ay'], heard: true, say: ['rain', 'bow'] }] }
 */
import { isVowelSound } from '../../phonics/sounds.js';
import { syllableLetters } from '../../phonics/word-parts.js';
import type { PlannedWord } from '../part-content.js';
import { atLeast, heardWords, itemCount, definePart } from './part.js';

/** A word of one syllable before its vowel, and from it on. */
function onsetAndRime({ word, units }: PlannedWord): string[] {
  const vowel = units.findIndex((u) => isVowelSound(u.sound));
  const at = units[vowel]?.letters[0] ?? 0;
  return vowel > 0 ? [word.slice(0, at), word.slice(at)] : [word];
}

export const sayItFast = definePart({
  title: 'Say it fast',
  how: 'Say the pieces with a breath between; the children say the word at once. Syllables first, then first sound and the rest, then single sounds. Stay at the step where it begins to fail.',
  worth: 6,
  evidence: 'blending',
  sheets: [],
  holds: [],
  shownWhole: true,
  keepsTogether: true,
  childSees: 'nothing',
  fill: (f) => {
    const each = itemCount(f.minutes, 0.8, 2, 4);
    const two = heardWords(f, each, (w) => w.syllables === 2 && w.pairs.length <= 6).map((w) => ({
      ...w,
      say: syllableLetters(w.word, w.units),
    }));
    const one = heardWords({ ...f, seed: f.seed + 1 }, 2 * each, (w) => w.syllables === 1 && w.pairs.length >= 3 && w.pairs.length <= 4);
    const rimes = one.filter((w) => onsetAndRime(w).length === 2).slice(0, each);
    const sounds = one.filter((w) => !rimes.includes(w)).slice(0, each);
    return atLeast(4, [
      ...two.filter((w) => w.say.length === 2),
      ...rimes.map((w) => ({ ...w, say: onsetAndRime(w) })),
      ...sounds.map((w) => ({ ...w, say: w.units.map((u) => `/${u.sound}/`) })),
    ]);
  },
});
