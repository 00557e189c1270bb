/** Shapes, syllables and confusable pairs: what can be said of a word from its units alone. */
import { CoreError } from '../errors.js';
import type { Gpc, SegmentUnit } from './lexicon.js';
import { isVowelSound, soundParts } from './sounds.js';

/**
 * The shape of a word counted in sounds: C for a consonant, V for a vowel. *box* is CVCC (k s).
 * @example shapeOf(segment(lexicon, 'stop')[0].units) // 'CCVC'
 */
export function shapeOf(units: readonly Pick<SegmentUnit, 'sound'>[]): string {
  let shape = '';
  for (const unit of units) for (const part of soundParts(unit.sound)) shape += isVowelSound(part) ? 'V' : 'C';
  return shape;
}

/** How many syllables: one for each vowel sound. */
export function syllableCount(units: readonly Pick<SegmentUnit, 'sound'>[]): number {
  return [...shapeOf(units)].filter((c) => c === 'V').length;
}

/** @throws CoreError `unknown-shape` for anything but C and V. */
export function requireShape(shape: string): void {
  if (!/^[CV]+$/.test(shape)) throw new CoreError('unknown-shape', 'shape', `A shape is written with C and V, as CVC; got "${shape}".`);
}

/** Onsets of two or three consonant sounds that can start an English syllable. */
const ONSETS = new Set(
  'p-l p-r b-l b-r t-r t-w d-r d-w k-l k-r k-w g-l g-r f-l f-r s-p s-t s-k s-l s-m s-n s-w th-r sh-r s-p-l s-p-r s-t-r s-k-r s-k-w k-y m-y f-y'.split(
    ' ',
  ),
);

/** Whether these consonant sounds can start a syllable. */
export function legalOnset(sounds: readonly string[]): boolean {
  if (sounds.length === 0) return true;
  if (sounds.length === 1) return sounds[0] !== 'ng';
  return ONSETS.has(sounds.join('-'));
}

/**
 * The syllables of a word as groups of unit indexes, by giving each vowel the longest legal onset
 * before it (the maximal onset principle; Kahn 1976).
 * @example *jumper* -> [[0, 1, 2], [3, 4]]
 */
export function syllables(units: readonly SegmentUnit[]): number[][] {
  const nuclei = units.flatMap((unit, k) => (isVowelSound(unit.sound) ? [k] : []));
  if (nuclei.length <= 1) return [units.map((_, k) => k)];
  const starts = [0];
  for (let n = 1; n < nuclei.length; n += 1) {
    const previous = nuclei[n - 1]!;
    const nucleus = nuclei[n]!;
    let start = nucleus;
    while (start - 1 > previous) {
      const onset = units.slice(start - 1, nucleus).flatMap((u) => [...soundParts(u.sound)]);
      // doubled letters close the syllable before them: rab|bit is heard ra-bbit, taught rab-bit
      if (!legalOnset(onset)) break;
      start -= 1;
    }
    starts.push(start);
  }
  return starts.map((start, n) => {
    const end = starts[n + 1] ?? units.length;
    return Array.from({ length: end - start }, (_, k) => start + k);
  });
}

/** Graphemes that children mix up by look, and sounds they mix up by ear. */
const LOOK_ALIKE = ['b d p q', 'm n u h', 'i j l', 'v w y', 'f t', 'c e o', 'ou ow', 'ai ay', 'oa oe', 'ar or er', 'sh ch', 'ee ea'];
const SOUND_ALIKE = [
  'e i a',
  'a u o',
  'b p',
  'd t',
  'k g',
  'f th v',
  's z',
  'th dh',
  'm n ng',
  'sh ch j',
  'i ee',
  'ay igh',
  'o aw oh',
  'uu oo',
  'ar or ur',
];
/** For each grapheme or sound, the numbers of the rows it stands in. */
const rowsOf = (rows: readonly string[]): ReadonlyMap<string, readonly number[]> => {
  const map = new Map<string, number[]>();
  rows.forEach((row, k) => row.split(' ').forEach((item) => map.set(item, [...(map.get(item) ?? []), k])));
  return map;
};
const LOOK_ROWS = rowsOf(LOOK_ALIKE);
const SOUND_ROWS = rowsOf(SOUND_ALIKE);
const alike = (rows: ReadonlyMap<string, readonly number[]>, a: string, b: string): boolean =>
  rows.get(a)?.some((row) => rows.get(b)?.includes(row)) ?? false;

/**
 * Whether a pair costs a child nothing who knows its letter: a consonant written twice for the sound it has alone (*ll*, *ss*,
 * *tt*, *ck*). Such pairs may share a step of a teaching order with others.
 * @example isLightPair('ll:l') // true
 */
export function isLightPair(gpc: Gpc): boolean {
  const [grapheme, sound] = gpc.split(':') as [string, string];
  return gpc === 'ck:k' || (/^([bdfglmnprstz])\1$/.test(grapheme) && sound === grapheme[0]);
}

/** Whether a pair is a vowel letter said weakly, as in *about* or *lemon*. @example isWeakVowel('a:uh') // true */
export const isWeakVowel = (gpc: Gpc): boolean => /^[aeiou]:uh$/.test(gpc);

/**
 * How easily two pairs are mixed up: 0 not at all, 1 by look or by ear, 2 by both (or one grapheme with
 * two sounds). Used to keep them apart in stacks, orders and plans, and later to contrast them.
 */
export function confusability(a: Gpc, b: Gpc): 0 | 1 | 2 {
  if (a === b) return 0;
  const [cutA, cutB] = [a.indexOf(':'), b.indexOf(':')];
  const [ga, sa, gb, sb] = [a.slice(0, cutA), a.slice(cutA + 1), b.slice(0, cutB), b.slice(cutB + 1)];
  if (ga === gb) return 2;
  const look = alike(LOOK_ROWS, ga, gb);
  const sound = sa === sb || alike(SOUND_ROWS, sa, sb);
  if (look && sound) return 2;
  return look || sound ? 1 : 0;
}
