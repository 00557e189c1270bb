import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import { splitGpc } from '../phonics/segment.js';
import { nearestSounds } from '../phonics/sound-distance.js';
import { LETTER_NAMES } from './letter-names.js';

export interface Slip {
  /** What would have been said, as sound ids or a letter's name. */
  readonly said: string;
  /** How it is shown: `/b/`, or `“bee”` for a name. */
  readonly shown: string;
  readonly why: 'other sound of grapheme' | 'looks alike' | 'sounds alike' | 'letter name' | 'digraph split';
}

/**
 * What a child most likely said instead of a pair's sound, likeliest first: computed from the pairs
 * taught (the grapheme's other sounds, graphemes mixed up by look or ear), its letter's name, or its
 * letters read one by one.
 * @example likelySlips('b:b', ['b:b', 'd:d', 'p:p'])[0].said // 'd'
 */
export function likelySlips(gpc: Gpc, taught: readonly Gpc[], limit = 6): Slip[] {
  const { grapheme, sound } = splitGpc(gpc);
  const found = new Map<string, Slip & { rank: number }>();
  const offer = (said: string, shown: string, why: Slip['why'], rank: number): void => {
    if (said === sound || said === '') return;
    const old = found.get(said);
    if (!old || old.rank < rank) found.set(said, { said, shown, why, rank });
  };
  for (const other of taught) {
    const otherPair = splitGpc(other);
    if (otherPair.grapheme === grapheme) offer(otherPair.sound, `/${otherPair.sound}/`, 'other sound of grapheme', 3.5);
    const alike = confusability(gpc, other);
    if (alike > 0 && otherPair.grapheme !== grapheme)
      offer(otherPair.sound, `/${otherPair.sound}/`, alike === 2 ? 'looks alike' : 'sounds alike', alike === 2 ? 3 : 1.5);
  }
  // the sounds made most like it, among those this child knows a spelling of
  const known = new Set(taught.map((other) => splitGpc(other).sound));
  nearestSounds(sound)
    .filter((near) => known.has(near))
    .slice(0, 4)
    .forEach((near, k) => offer(near, `/${near}/`, 'sounds alike', 1.2 - 0.1 * k));
  const letters = grapheme.replace('_', '');
  if (letters.length === 1) offer(`name ${letters}`, `“${LETTER_NAMES[letters]?.written ?? letters}”`, 'letter name', 2);
  else offer([...letters].join(' '), [...letters].map((l) => `/${firstSound(l, taught)}/`).join(' '), 'digraph split', 2.5);
  return [...found.values()]
    .sort((a, b) => b.rank - a.rank || (a.said < b.said ? -1 : 1))
    .slice(0, limit)
    .map(({ rank: _rank, ...slip }) => slip);
}

function firstSound(letter: string, taught: readonly Gpc[]): string {
  return taught.map(splitGpc).find((pair) => pair.grapheme === letter)?.sound ?? letter;
}
