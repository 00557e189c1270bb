/** What a word is made of besides its pairs: base and ending, syllables as letters, clusters, and the odd part of an irregular word. */
import type { Gpc, Lexicon, SegmentUnit } from './lexicon.js';
import { NOT_JOINED } from './not-joined.js';
import { syllables } from './shape.js';
import { isVowelSound, soundParts } from './sounds.js';

export type EndingChange = 'none' | 'doubled' | 'e dropped' | 'y to i';
export interface BaseAndEnding {
  base: string;
  ending: string;
  /** What happens to the base's spelling before the ending. */
  change: EndingChange;
}

/** Endings that are taught as endings, longest first. */
export const ENDINGS = ['ing', 'est', 'ful', 'less', 'ness', 'ment', 'ed', 'er', 'es', 'ly', 's', 'y'] as const;
/** A word often met with a capital (*Thank*) is a word still, where it is met this often. */
const WORD_ALL_THE_SAME = 10;
const BEFORE_VOWEL = new Set(['ing', 'est', 'ed', 'er', 'es', 'y']);

function basesOf(stem: string, ending: string): [string, EndingChange][] {
  const out: [string, EndingChange][] = [[stem, 'none']];
  if (stem.endsWith('i')) out.unshift([`${stem.slice(0, -1)}y`, 'y to i']);
  if (BEFORE_VOWEL.has(ending)) {
    if (/([bdfgklmnprtvz])\1$/.test(stem)) out.unshift([stem.slice(0, -1), 'doubled']);
    if (ending !== 'es') out.push([`${stem}e`, 'e dropped']);
  }
  return out;
}

/**
 * The base word and the ending of a word, where the lexicon has the base and the word says it: the base's
 * sounds are the word's first sounds, but for what an ending does to the last. Null where there is none: *flower* is not *flow* and *er*.
 * @example baseAndEnding(lexicon, 'hopping') // { base: 'hop', ending: 'ing', change: 'doubled' }
 */
export function baseAndEnding(lexicon: Lexicon, word: string): BaseAndEnding | null {
  const known = lexicon.derived('bases and endings', () => new Map<string, BaseAndEnding | null>());
  let parts = known.get(word);
  if (parts === undefined) {
    parts = takeApart(lexicon, word);
    // what anybody may type in a text is not kept
    if (lexicon.has(word)) known.set(word, parts);
  }
  return parts;
}

function takeApart(lexicon: Lexicon, word: string): BaseAndEnding | null {
  if (NOT_JOINED.has(word)) return null;
  const own = lexicon.peek(word)?.indexes.map((k) => lexicon.pairs[k]!.sound);
  for (const ending of ENDINGS) {
    const stem = word.slice(0, -ending.length);
    if (!word.endsWith(ending) || stem.length < 2) continue;
    for (const [base, change] of basesOf(stem, ending)) {
      const entry = lexicon.peek(base);
      if (!entry || (entry.name && entry.perMillion < WORD_ALL_THE_SAME) || entry.perMillion < 1 || !isBase(base)) continue;
      if (ending === 'es' && !/(s|z|x|ch|sh|o|y)$/.test(base)) continue;
      // *brass* is no *bras* with an ending, nor *horses* made of *hors*
      if ((ending === 's' && base.endsWith('s')) || base === 'hors') continue;
      if (
        own &&
        !says(
          own,
          entry.indexes.map((k) => lexicon.pairs[k]!.sound),
          change,
        )
      )
        continue;
      if ((ending === 'y' || ending === 'er') && !own) continue;
      return { base, ending, change };
    }
  }
  return null;
}

/** Two letters make a base only in a few words: *has* is not *ha* with an ending. */
const isBase = (base: string): boolean => (base.length >= 3 ? /[aeiouy]/.test(base) : /^(go|do|be|up)$/.test(base));

/** Sounds at the end of a base that change before some endings: *use* and *useful*, *path* and *paths*. */
const VOICED: ReadonlySet<string> = new Set(['s z', 'z s', 'th dh', 'dh th']);
/** Whether a word begins with the sounds of its base, but for what the ending does to the last of them: *happy* and *happily*, *fur* and *furry*. */
function says(word: readonly string[], base: readonly string[], change: EndingChange): boolean {
  const [whole, part] = [word.flatMap((s) => [...soundParts(s)]), base.flatMap((s) => [...soundParts(s)])];
  const last = part.length - 1;
  return (
    part.length <= whole.length &&
    part.every(
      (sound, k) =>
        sound === whole[k] ||
        (k === last &&
          (VOICED.has(`${sound} ${whole[k]!}`) ||
            (change === 'y to i' && sound === 'ee' && whole[k] === 'i') ||
            (change === 'doubled' && /r$/.test(sound)))),
    )
  );
}

/**
 * A word's letters by syllable as they are taught, for showing: *rab bit*, *lem on*, *ro bot*, *dis play*. Doubled
 * letters part between the syllables; a short first vowel keeps the one consonant after it, any short vowel the first of several.
 */
export function syllableLetters(word: string, units: readonly SegmentUnit[]): string[] {
  const groups = syllables(units);
  const starts = groups.map((group, k) => {
    const first = units[group[0]!]!;
    const start = first.letters[0]!;
    if (k === 0) return start;
    if (/^([a-z])\1$/.test(first.grapheme) && !isVowelSound(first.sound)) return start + 1;
    const before = units[groups[k - 1]!.at(-1)!]!;
    const second = units[group[1] ?? -1];
    const several = !isVowelSound(first.sound) && second !== undefined && !isVowelSound(second.sound);
    if (several && /^[aeiou]$/.test(before.grapheme) && before.grapheme === before.sound) return first.letters.at(-1)! + 1;
    const closes =
      k === 1 &&
      group.length > 1 &&
      !isVowelSound(first.sound) &&
      isVowelSound(units[group[1]!]!.sound) &&
      before.grapheme === before.sound;
    return closes && /^[aeiou]$/.test(before.grapheme) ? first.letters.at(-1)! + 1 : start;
  });
  return starts.map((start, k) => word.slice(start, starts[k + 1] ?? word.length));
}

/** Neighbouring consonant units that each keep their own sound: *str* in *string*, as unit indexes. */
export function clusters(units: readonly SegmentUnit[]): number[][] {
  const out: number[][] = [];
  let run: number[] = [];
  const close = (): void => {
    if (run.length > 1) out.push(run);
    run = [];
  };
  const starts = new Set(syllables(units).map((group) => group[0]!));
  units.forEach((unit, k) => {
    if (starts.has(k)) close();
    if (isVowelSound(unit.sound)) close();
    else run.push(k);
  });
  close();
  return out;
}

const ODD_SHARE = 0.08;
/** A pair met this often (in the lexicon's weighted counts) is no oddity, however common its grapheme's other sounds are. */
const USUAL_COUNT = 600;

/** How often each pair is what its grapheme spells, by words weighted with the logarithm of their frequency: 0 to 1. */
export function shareOfGrapheme(lexicon: Lexicon): ReadonlyMap<Gpc, number> {
  return lexicon.derived('share of grapheme', () => {
    const totals = new Map<string, number>();
    for (const pair of lexicon.pairs) totals.set(pair.grapheme, (totals.get(pair.grapheme) ?? 0) + pair.count);
    return new Map(lexicon.pairs.map((pair) => [pair.gpc, pair.count / totals.get(pair.grapheme)!]));
  });
}

/**
 * The odd part of a word: units whose grapheme seldom spells that sound (fewer than 8 in 100), or whose
 * grapheme as a whole is met in few words. Empty for a regular word.
 * @example *said*: the index of `ai:e`
 */
export function oddUnits(lexicon: Lexicon, units: readonly SegmentUnit[]): number[] {
  const share = shareOfGrapheme(lexicon);
  const rare = rareGraphemes(lexicon);
  return units.flatMap((unit, k) => {
    const gpc = `${unit.grapheme}:${unit.sound}`;
    const index = lexicon.pairIndex.get(gpc);
    const usual = index !== undefined && lexicon.pairs[index]!.count > USUAL_COUNT;
    return (!usual && (share.get(gpc) ?? 0) < ODD_SHARE) || rare.has(unit.grapheme) ? [k] : [];
  });
}

const RARE_GRAPHEME = 60;
function rareGraphemes(lexicon: Lexicon): ReadonlySet<string> {
  return lexicon.derived('rare graphemes', () => {
    const totals = new Map<string, number>();
    for (const pair of lexicon.pairs) totals.set(pair.grapheme, (totals.get(pair.grapheme) ?? 0) + pair.count);
    return new Set([...totals].filter(([, total]) => total < RARE_GRAPHEME).map(([grapheme]) => grapheme));
  });
}
