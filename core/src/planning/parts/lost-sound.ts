/**
 * Listening into a cluster: the word without its first or second sound.
 * @example { kind: 'lost sound', gpcs: [], words: [{ word: 'plain', focus: ['ai:ay'], heard: true, answer: 'without /p/: l · ay · n' }] }
 */
import { isVowelSound } from '../../phonics/sounds.js';
import type { PlannedWord } from '../part-content.js';
import { atLeast, heardWords, itemCount, definePart } from './part.js';

/** Two consonant sounds before the vowel, by two graphemes. */
export const beginsWithCluster = ({ units }: Pick<PlannedWord, 'units'>): boolean =>
  units.length >= 4 && !isVowelSound(units[0]!.sound) && !isVowelSound(units[1]!.sound) && isVowelSound(units[2]!.sound);

export const lostSound = definePart({
  title: 'The lost sound',
  how: 'Say the word; the children say it back. “Say it again without its first sound.” Then put the sound back.',
  worth: 5,
  evidence: 'clusters',
  sheets: [],
  holds: [],
  shownWhole: true,
  childSees: 'nothing',
  fill: (f) => {
    const words = heardWords(f, 40, (w) => w.syllables === 1 && w.pairs.length >= 4 && w.pairs.length <= 5).filter(
      (w) => beginsWithCluster(w) && w.units.every((u) => u.letters.length === u.grapheme.replace('_', '').length),
    );
    return atLeast(
      3,
      words.slice(0, itemCount(f.minutes, 2, 4, 8)).map((w) => ({
        ...w,
        answer: `without /${w.units[0]!.sound}/: ${w.units
          .slice(1)
          .map((u) => u.sound)
          .join(' · ')}`,
      })),
    );
  },
});
