/**
 * Listening, with nothing to read: push spoken parts together, stretch a word and count, where in the word is
 * a sound, is it this vowel. Items are made from words of which there are pictures, in growing difficulty
 * (syllables before onset and rime before sounds: Treiman and Zukowski 1991; fewer sounds before more;
 * ends of a word before its middle).
 */
import { CoreError } from '../errors.js';
import type { Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { segment } from '../phonics/segment.js';
import { syllables } from '../phonics/shape.js';
import { nearestSounds } from '../phonics/sound-distance.js';
import { isVowelSound, soundParts } from '../phonics/sounds.js';
import { syllableLetters } from '../phonics/word-parts.js';
import { seeded, seedFrom, shuffled } from '../random.js';
import type { CheckItem } from './items.js';

export type ListeningKind = 'push together' | 'stretch' | 'where' | 'is it this';
export interface ListeningRequest {
  /** Words of which pictures exist. */
  readonly pictured: readonly string[];
  readonly perLevel: number;
  readonly seed: number;
}
interface Heard {
  readonly word: string;
  readonly units: readonly SegmentUnit[];
  readonly sounds: readonly string[];
  readonly syllables: number;
  readonly perMillion: number;
}
const COUNTED = ['two sounds', 'three sounds', 'four sounds', 'five sounds'] as const;
export const PLACES = ['beginning', 'middle', 'end'] as const;

function heardWords(lexicon: Lexicon, pictured: readonly string[]): Heard[] {
  return pictured.flatMap((word) => {
    const units = segment(lexicon, word)[0]?.units;
    if (!units) return [];
    const sounds = units.flatMap((u) => [...soundParts(u.sound)]);
    return [{ word, units, sounds, syllables: syllables(units).length, perMillion: lexicon.peek(word)?.perMillion ?? 0 }];
  });
}

/**
 * Items of one kind of listening, easy before hard, `perLevel` of each level.
 * @throws CoreError `no-candidates` where the pictures make none.
 * @example listeningItems(lexicon, 'push together', { pictured, perLevel: 3, seed: 1 })[0].parts // ['rab', 'bit']
 */
export function listeningItems(lexicon: Lexicon, kind: ListeningKind, request: ListeningRequest): CheckItem[] {
  const words = shuffled(heardWords(lexicon, request.pictured), seeded(seedFrom(`${request.seed} ${kind}`)));
  const made = MAKERS[kind](lexicon, words, request);
  if (made.length === 0) throw new CoreError('no-candidates', 'pictured', 'There are too few pictured words for this check.');
  return made;
}

const MAKERS: Record<ListeningKind, (lexicon: Lexicon, words: readonly Heard[], request: ListeningRequest) => CheckItem[]> = {
  'push together': (_lexicon, words, { perLevel, seed }) => {
    const one = words.filter((w) => w.syllables === 1);
    const levels: [string, readonly Heard[], (w: Heard) => string[]][] = [
      ['syllables', words.filter((w) => w.syllables === 2 || w.syllables === 3), (w) => syllableLetters(w.word, w.units)],
      ['onset and rime', one.filter((w) => !isVowelSound(w.sounds[0]!) && w.sounds.length >= 3), onsetAndRime],
      ...COUNTED.map((level, k): [string, readonly Heard[], (w: Heard) => string[]] => [
        level,
        one.filter((w) => w.sounds.length === k + 2),
        (w) => w.sounds.map((s) => `/${s}/`),
      ]),
    ];
    const used = new Set<string>();
    return levels.flatMap(([level, fitting, parts]) =>
      fresh(fitting, used, perLevel).map((w): CheckItem => {
        const options = withOthers(w, words, seedFrom(`${seed} ${w.word}`));
        return {
          key: `${level} ${w.word}`,
          level,
          skill: 'listening',
          word: w.word,
          units: w.units,
          parts: parts(w),
          options,
          accept: [w.word],
          pictures: options,
        };
      }),
    );
  },
  stretch: (_lexicon, words, { perLevel }) => {
    const used = new Set<string>();
    return COUNTED.flatMap((level, k) =>
      fresh(
        words.filter((w) => w.syllables === 1 && w.sounds.length === k + 2),
        used,
        perLevel,
      ).map((w): CheckItem => ({
        key: w.word,
        level,
        skill: 'listening',
        word: w.word,
        units: w.units,
        parts: w.sounds.map((s) => `/${s}/`),
        accept: [String(w.sounds.length)],
        pictures: [w.word],
      })),
    );
  },
  where: (_lexicon, words, { perLevel }) => {
    const used = new Set<string>();
    const three = words.filter(
      (w) => w.syllables === 1 && w.sounds.length >= 3 && w.sounds.length <= 4 && new Set(w.sounds).size === w.sounds.length,
    );
    return PLACES.filter((_, k) => k !== 1)
      .concat('middle')
      .flatMap((place) =>
        fresh(
          three.filter((w) => place !== 'middle' || w.sounds.length === 3),
          used,
          perLevel,
        ).map((w): CheckItem => {
          const sound = w.sounds[place === 'beginning' ? 0 : place === 'end' ? w.sounds.length - 1 : 1]!;
          return {
            key: `${sound} in ${w.word}`,
            level: place,
            skill: 'listening',
            word: w.word,
            units: w.units,
            sound,
            options: [...PLACES],
            accept: [place],
            pictures: [w.word],
          };
        }),
      );
  },
  'is it this': (_lexicon, words, { perLevel, seed }) => {
    const used = new Set<string>();
    const vowelOf = (w: Heard): string => w.sounds.find(isVowelSound)!;
    const withVowel = words.filter((w) => w.syllables === 1 && plainVowel(vowelOf(w)));
    const levels: [string, (vowel: string) => string[]][] = [
      ['far apart', (v) => nearestSounds(v).filter(plainVowel).slice(-5)],
      ['close', (v) => nearestSounds(v).filter(plainVowel).slice(0, 2)],
    ];
    return levels.flatMap(([level, rivals]) =>
      fresh(withVowel, used, 2 * perLevel).map((w, k): CheckItem => {
        const random = seeded(seedFrom(`${seed} ${level} ${w.word}`));
        const same = k % 2 === 0;
        const sound = same ? vowelOf(w) : (shuffled(rivals(vowelOf(w)), random)[0] ?? 'ee');
        return {
          key: `${level} ${sound} ${w.word}`,
          level,
          skill: 'listening',
          word: w.word,
          units: w.units,
          sound,
          options: ['yes', 'no'],
          accept: [same ? 'yes' : 'no'],
          pictures: [w.word],
        };
      }),
    );
  },
};

/** Vowels that sound the same in every accent the tool knows: those before an r do not. */
const CLEAR_VOWELS = new Set(['a', 'e', 'i', 'o', 'u', 'ay', 'ee', 'igh', 'oh', 'oo', 'ow', 'oy']);
const plainVowel = (sound: string): boolean => CLEAR_VOWELS.has(sound);

function fresh(words: readonly Heard[], used: Set<string>, count: number): Heard[] {
  const out = [...words.filter((w) => !used.has(w.word)), ...words.filter((w) => used.has(w.word))].slice(0, count);
  for (const w of out) used.add(w.word);
  return out;
}

/** *s* and *un*: the consonants before the vowel, and the rest, in letters. */
function onsetAndRime(w: Heard): string[] {
  const at = w.units.findIndex((u) => isVowelSound(u.sound));
  const first = w.units[at]!.letters[0]!;
  return [w.word.slice(0, first), w.word.slice(first)];
}

/** The word among two that begin or sound like it, so that hearing only the start is not enough. */
function withOthers(w: Heard, words: readonly Heard[], seed: number): string[] {
  const random = seeded(seed);
  const near = (other: Heard): number =>
    Number(other.sounds[0] === w.sounds[0]) * 2 +
    Number(other.sounds.at(-1) === w.sounds.at(-1)) +
    Number(other.sounds.find(isVowelSound) === w.sounds.find(isVowelSound)) +
    Number(other.syllables === w.syllables);
  const others = shuffled(words, random)
    .filter((o) => o.word !== w.word && o.sounds.join(' ') !== w.sounds.join(' '))
    .sort((a, b) => near(b) - near(a))
    .slice(0, 2);
  return shuffled([w.word, ...others.map((o) => o.word)], random);
}
