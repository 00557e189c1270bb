/** What was said, aligned along the sounds of the target by the least that must have gone wrong (Needleman and Wunsch 1970). */
import type { SegmentUnit } from '../phonics/lexicon.js';
import { sameSound } from '../phonics/accents.js';
import { soundDistance } from '../phonics/sound-distance.js';
import { isVowelSound, soundParts } from '../phonics/sounds.js';
import type { Spoken } from './sounds-said.js';

/** What it costs to leave a sound out, or to add one: how this and the other costs were chosen is in docs/decisions/numbers.md. */
const GAP = 0.62;
/** The short vowels. */
export const SHORT = new Set(['a', 'e', 'i', 'o', 'u', 'uu']);

export interface ResponseUnit {
  grapheme: string;
  sound: string;
  outcome: 'right' | 'wrong' | 'left out';
  /** Sound ids, with spaces between where several. */
  said?: string;
}
export interface Alignment {
  readonly units: ResponseUnit[];
  readonly added: string[];
  /** After which target unit each added sound stands; -1 before the first. */
  readonly addedAfter: number[];
  readonly cost: number;
  readonly targetSounds: readonly string[];
  readonly source: readonly SegmentUnit[];
}

/** The cheapest alignment of what was said along the sounds of the target, gathered by unit. */
export function align(units: readonly SegmentUnit[], { sounds: said, word }: Spoken, accent: string): Alignment {
  const several = units.filter((u) => isVowelSound(u.sound)).length > 1;
  const flat = units.flatMap((unit, k) => soundParts(unit.sound).map((sound) => ({ sound, unit: k })));
  const full = (i: number, heard: string): boolean => {
    const { sound, unit } = flat[i]!;
    if (sound === 'r' && heard === 'er') return true;
    // whether *cough* and *lost* have the vowel of *hot* is a matter of accent
    if (sound === 'aw' && heard === 'o' && /^(o|ou|a|au)$/.test(units[unit]!.grapheme)) return true;
    // a weak vowel decides nothing, whichever word the letters happen to make
    if (several && sound === 'uh' && SHORT.has(heard)) return true;
    return !word && several && (fullyVoiced(sound, heard) || (sound === 'i' && heard === 'e' && units[unit]!.grapheme === 'e'));
  };
  const [n, m] = [flat.length, said.length];
  // n before k is ng in the mouth: with the k lost, or got by a mistake, it is the same letter still
  const nasal = (i: number, j: number): boolean =>
    units[flat[i]!.unit]!.grapheme === 'n' && ((flat[i]!.sound === 'ng' && said[j] === 'n') || (said[j] === 'ng' && said[j + 1] === 'k'));
  const cost: number[][] = Array.from({ length: n + 1 }, () => new Array<number>(m + 1).fill(0));
  const step = (i: number, j: number): number => {
    const { sound } = flat[i]!;
    if (full(i, said[j]!)) return 0.05;
    if (nasal(i, j)) return 0.05;
    return sameSound(sound, said[j]!, accent) ? (sound === said[j] ? 0 : 0.02) : 0.15 + soundDistance(sound, said[j]!);
  };
  for (let i = n; i >= 0; i -= 1)
    for (let j = m; j >= 0; j -= 1) {
      if (i === n && j === m) continue;
      let best = Infinity;
      if (i < n && j < m) best = step(i, j) + cost[i + 1]![j + 1]!;
      if (i < n) best = Math.min(best, GAP + cost[i + 1]![j]!);
      if (j < m) best = Math.min(best, GAP + cost[i]![j + 1]!);
      cost[i]![j] = best;
    }
  const heard: (string[] | null)[] = units.map(() => null);
  const wrong = units.map(() => false);
  const missing = units.map(() => 0);
  const added: string[] = [];
  const addedAfter: number[] = [];
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    const here = cost[i]![j]!;
    if (i < n && j < m && Math.abs(here - (step(i, j) + cost[i + 1]![j + 1]!)) < 1e-9) {
      const k = flat[i]!.unit;
      heard[k] = [...(heard[k] ?? []), said[j]!];
      if (!sameSound(flat[i]!.sound, said[j]!, accent) && !full(i, said[j]!) && !nasal(i, j)) wrong[k] = true;
      i += 1;
      j += 1;
    } else if (i < n && Math.abs(here - (GAP + cost[i + 1]![j]!)) < 1e-9) {
      missing[flat[i]!.unit]! += 1;
      i += 1;
    } else {
      added.push(said[j]!);
      addedAfter.push(i === 0 ? -1 : flat[i - 1]!.unit);
      j += 1;
    }
  }
  return {
    units: units.map((unit, k): ResponseUnit => {
      const { grapheme, sound } = unit;
      if (heard[k] === null) return { grapheme, sound, outcome: 'left out' };
      if (wrong[k] || missing[k]! > 0) return { grapheme, sound, outcome: 'wrong', said: heard[k]!.join(' ') };
      return { grapheme, sound, outcome: 'right' };
    }),
    added,
    addedAfter,
    cost: cost[0]![0]!,
    targetSounds: flat.map((f) => f.sound),
    source: units,
  };
}

/** A weak vowel said in full, as a child does who sounds a word out: *gi-ant* with the vowel of *ant*. */
function fullyVoiced(target: string, said: string): boolean {
  return (target === 'uh' || target === 'er') && SHORT.has(said);
}
