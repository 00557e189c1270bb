/**
 * How far apart two sounds are, by how they are made: for laying what was said along what was asked, and for
 * what is likely to be said instead. Consonants by place, manner and voice, vowels by height, backness,
 * rounding and length (feature distances as in Kondrak, "A new algorithm for the alignment of phonetic
 * sequences", 2000).
 */
import { isVowelSound, SOUNDS, soundParts } from './sounds.js';

/** place 0 lips … 6 throat; manner 0 stop, 1 affricate, 2 fricative, 3 nasal, 4 liquid, 5 glide; voiced. */
const CONSONANTS: Record<string, [place: number, manner: number, voiced: 0 | 1]> = {
  p: [0, 0, 0],
  b: [0, 0, 1],
  m: [0, 3, 1],
  w: [0, 5, 1],
  f: [1, 2, 0],
  v: [1, 2, 1],
  th: [2, 2, 0],
  dh: [2, 2, 1],
  t: [3, 0, 0],
  d: [3, 0, 1],
  s: [3, 2, 0],
  z: [3, 2, 1],
  n: [3, 3, 1],
  l: [3, 4, 1],
  r: [3.5, 4, 1],
  sh: [4, 2, 0],
  zh: [4, 2, 1],
  ch: [4, 1, 0],
  j: [4, 1, 1],
  y: [4.5, 5, 1],
  k: [5, 0, 0],
  g: [5, 0, 1],
  ng: [5, 3, 1],
  h: [6, 2, 0],
};
/** height 0 open … 3 close, backness 0 front … 2 back, rounded, long. A glide stands by its start, with its own last figure. */
const VOWELS: Record<string, [height: number, back: number, rounded: 0 | 1, long: number]> = {
  a: [0, 0, 0, 0],
  e: [1.4, 0, 0, 0],
  i: [2.5, 0.3, 0, 0],
  o: [0.4, 2, 1, 0],
  u: [0.7, 1.3, 0, 0],
  uu: [2.5, 1.7, 1, 0],
  uh: [1.3, 1, 0, 0],
  er: [1.3, 1, 0, 0.4],
  ur: [1.4, 1, 0, 1],
  ah: [0, 1.6, 0, 1],
  ar: [0, 1.6, 0, 1.1],
  aw: [0.9, 2, 1, 1],
  or: [0.9, 2, 1, 1.1],
  ee: [3, 0, 0, 1],
  oo: [3, 2, 1, 1],
  ay: [1.7, 0.2, 0, 1.6],
  igh: [0, 0.9, 0, 1.8],
  oh: [1.4, 1.6, 1, 1.7],
  ow: [0, 1.2, 0, 2],
  oy: [0.8, 2, 1, 2.2],
  air: [1.4, 0.1, 0, 1.3],
  eer: [2.7, 0.2, 0, 1.4],
  oor: [2.6, 1.9, 1, 1.4],
};

/** Between a vowel and a consonant: never laid along each other where a gap can be had. The weights here were chosen: docs/decisions/numbers.md. */
export const FAR_APART = 1.6;

/**
 * 0 for the same sound, up to 1 within vowels or within consonants, more between the two kinds.
 * @example soundDistance('p', 'b') // small; soundDistance('p', 'ee') // 1.6
 */
export function soundDistance(a: string, b: string): number {
  if (a === b) return 0;
  const [x, y] = [CONSONANTS[a], CONSONANTS[b]];
  if (x && y) return Math.min(1, 0.12 + 0.09 * Math.abs(x[0] - y[0]) + 0.1 * Math.abs(x[1] - y[1]) + 0.14 * Math.abs(x[2] - y[2]));
  const [v, w] = [VOWELS[a], VOWELS[b]];
  if (v && w)
    return Math.min(
      1,
      0.08 + 0.16 * Math.abs(v[0] - w[0]) + 0.13 * Math.abs(v[1] - w[1]) + 0.1 * Math.abs(v[2] - w[2]) + 0.14 * Math.abs(v[3] - w[3]),
    );
  if (isVowelSound(a) === isVowelSound(b)) return 0.9; // a joined sound beside another of its kind
  return FAR_APART;
}

/** The single sounds nearest to one, nearest first. */
export function nearestSounds(sound: string): string[] {
  return [...SOUNDS.keys()]
    .filter((other) => other !== sound && soundParts(other).length === 1 && isVowelSound(other) === isVowelSound(sound))
    .sort((a, b) => soundDistance(sound, a) - soundDistance(sound, b) || (a < b ? -1 : 1));
}
