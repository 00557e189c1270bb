/**
 * The sounds (phonemes) of the engine's notation: one readable ASCII id per sound class that holds
 * across accents. How a sound is shown (IPA, key word, a school's own cue) is display and may change;
 * the id is what is stored.
 */
export type SoundKind = 'vowel' | 'consonant' | 'joined';

/** What is known of one sound. `hold` says whether it can be held (mmm) or is over at once (b). */
export interface SoundInfo {
  readonly id: string;
  readonly kind: SoundKind;
  readonly ipa: string;
  readonly keyWord: string;
  readonly hold: boolean;
  readonly voiced: boolean;
}

const consonants: [id: string, ipa: string, keyWord: string, hold: boolean, voiced: boolean][] = [
  ['p', 'p', 'pin', false, false],
  ['b', 'b', 'bat', false, true],
  ['t', 't', 'ten', false, false],
  ['d', 'd', 'dig', false, true],
  ['k', 'k', 'cup', false, false],
  ['g', 'ɡ', 'gap', false, true],
  ['f', 'f', 'fan', true, false],
  ['v', 'v', 'van', true, true],
  ['s', 's', 'sun', true, false],
  ['z', 'z', 'zip', true, true],
  ['h', 'h', 'hat', false, false],
  ['m', 'm', 'map', true, true],
  ['n', 'n', 'net', true, true],
  ['l', 'l', 'leg', true, true],
  ['r', 'r', 'run', true, true],
  ['w', 'w', 'web', true, true],
  ['y', 'j', 'yes', true, true],
  ['th', 'θ', 'thin', true, false],
  ['dh', 'ð', 'this', true, true],
  ['sh', 'ʃ', 'ship', true, false],
  ['zh', 'ʒ', 'measure', true, true],
  ['ch', 'tʃ', 'chip', false, false],
  ['j', 'dʒ', 'jam', false, true],
  ['ng', 'ŋ', 'ring', true, true],
];

const vowels: [id: string, ipa: string, keyWord: string][] = [
  ['a', 'æ', 'apple'],
  ['e', 'ɛ', 'egg'],
  ['i', 'ɪ', 'in'],
  ['o', 'ɒ', 'on'],
  ['u', 'ʌ', 'up'],
  ['uu', 'ʊ', 'book'],
  ['ay', 'eɪ', 'aim'],
  ['ee', 'iː', 'eel'],
  ['igh', 'aɪ', 'ice'],
  ['oh', 'əʊ', 'oak'],
  ['oo', 'uː', 'moon'],
  ['ah', 'ɑː', 'father'],
  ['ar', 'ɑː(r)', 'arm'],
  ['or', 'ɔː(r)', 'orbit'],
  ['aw', 'ɔː', 'autumn'],
  ['ur', 'ɜː(r)', 'earth'],
  ['ow', 'aʊ', 'out'],
  ['oy', 'ɔɪ', 'oil'],
  ['air', 'eə(r)', 'air'],
  ['eer', 'ɪə(r)', 'ear'],
  ['oor', 'ʊə(r)', 'poor'],
  ['uh', 'ə', 'about'],
  ['er', 'ə(r)', 'letter'],
];

/** Spelled by one grapheme, sounded as several. */
const joined: [id: string, ipa: string, keyWord: string, parts: string[]][] = [
  ['ks', 'ks', 'fox', ['k', 's']],
  ['gz', 'ɡz', 'exam', ['g', 'z']],
  ['kw', 'kw', 'queen', ['k', 'w']],
  ['yoo', 'juː', 'cube', ['y', 'oo']],
  ['yoor', 'jʊə(r)', 'pure', ['y', 'oor']],
  ['uhl', 'əl', 'little', ['uh', 'l']],
  ['wu', 'wʌ', 'one', ['w', 'u']],
  ['ts', 'ts', 'pizza', ['t', 's']],
  ['ksh', 'kʃ', 'anxious', ['k', 'sh']],
  ['gzh', 'ɡʒ', 'luxurious', ['g', 'zh']],
  ['kay', 'keɪ', 'bouquet', ['k', 'ay']],
];

/** Joined sounds that begin and end in the breath alone. */
const WITHOUT_VOICE = new Set(['ks', 'kw', 'ts', 'ksh']);

export const SOUNDS: ReadonlyMap<string, SoundInfo> = new Map<string, SoundInfo>([
  ...consonants.map(
    ([id, ipa, keyWord, hold, voiced]) => [id, { id, kind: 'consonant', ipa, keyWord, hold, voiced }] as [string, SoundInfo],
  ),
  ...vowels.map(([id, ipa, keyWord]) => [id, { id, kind: 'vowel', ipa, keyWord, hold: true, voiced: true }] as [string, SoundInfo]),
  ...joined.map(
    ([id, ipa, keyWord]) => [id, { id, kind: 'joined', ipa, keyWord, hold: false, voiced: !WITHOUT_VOICE.has(id) }] as [string, SoundInfo],
  ),
]);

const partsOfJoined = new Map(joined.map(([id, , , parts]) => [id, parts]));

/**
 * The single sounds a sound id stands for, in order.
 * @example soundParts('ks') // ['k', 's']
 * @example soundParts('m') // ['m']
 */
export function soundParts(sound: string): readonly string[] {
  return partsOfJoined.get(sound) ?? [sound];
}

/** Whether the sound (or, for a joined sound, any part of it) is a vowel, so that it makes a syllable. */
export function isVowelSound(sound: string): boolean {
  return soundParts(sound).some((part) => SOUNDS.get(part)?.kind === 'vowel');
}

/** The vowels a single letter spells when it is called "long": what a silent final e marks. */
export const LONG_VOWELS: ReadonlySet<string> = new Set(['ay', 'ee', 'igh', 'oh', 'oo', 'yoo', 'ah']);
