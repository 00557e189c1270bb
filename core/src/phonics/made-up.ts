/**
 * Made-up words: a beginning and an end that both stand in real words, put together to something that
 * does not. They test decoding alone, so a child must be able to meet neither the spelling nor the sound before.
 */
import { CoreError } from '../errors.js';
import { randomBelow, seeded, type Random } from '../random.js';
import type { Taught } from './decodability.js';
import type { FoundWord } from './find-words.js';
import { placeUnits, type Lexicon } from './lexicon.js';
import { gpcsOf, segment } from './segment.js';
import { followsConventions } from './spelling-conventions.js';
import { requireShape, shapeOf } from './shape.js';
import { isVowelSound, soundParts } from './sounds.js';
import { offerableWords, pairMask } from './word-index.js';
import { baseAndEnding } from './word-parts.js';

export interface MadeUpRequest {
  readonly taught: Taught;
  /** Counted in sounds, as CVC or CCVCC. */
  readonly shape: string;
  readonly count: number;
  readonly seed: number;
  /** Each word uses at least one of these; they count as readable. */
  readonly mustUse?: readonly string[];
}

/** Runs of units by where they stand, each attested in words that people use. */
interface Parts {
  /** Consonants before the first vowel, with that vowel; by shape. */
  readonly starts: ReadonlyMap<string, readonly (readonly number[])[]>;
  /** Vowel, consonants, vowel. */
  readonly middles: ReadonlyMap<string, readonly (readonly number[])[]>;
  /** The last vowel with what follows. */
  readonly ends: ReadonlyMap<string, readonly (readonly number[])[]>;
}

const ATTESTED_PER_MILLION = 1.5;
const TRIES_A_WORD = 400;
/** Longest shape, in sounds. */
const LONGEST_SHAPE = 10;

/**
 * Made-up words of a shape, from taught pairs only: legal English sound order (every part stands so in a
 * real word), cut again to the pairs they were made of, no real word by spelling or by sound in any
 * accent the tool knows, not rude and not one letter from rude. Fewer than `count` come back where the
 * pairs allow no more.
 * @throws CoreError `unknown-shape`, `out-of-range` for a count below 1.
 * @example makeMadeUpWords(lexicon, { taught, shape: 'CVC', count: 6, seed: 1 }).map((w) => w.word) // ['vab', …]
 */
export function makeMadeUpWords(lexicon: Lexicon, request: MadeUpRequest): FoundWord[] {
  const { taught, shape, count, seed, mustUse = [] } = request;
  requireShape(shape);
  if (shape.length > LONGEST_SHAPE || !shape.includes('V'))
    throw new CoreError('unknown-shape', 'shape', `A made-up word has a vowel and at most ${LONGEST_SHAPE} sounds; "${shape}" has not.`);
  if (!Number.isInteger(count) || count < 1)
    throw new CoreError('out-of-range', 'count', 'The count is a whole number from 1.', { from: 1, is: count });
  const random = seeded(seed);
  const allowed = pairMask(lexicon, [...taught.gpcs, ...mustUse]);
  const wanted = pairMask(lexicon, mustUse);
  const draw = drawer(partsOf(lexicon), shape, allowed);
  const out = new Map<string, FoundWord>();
  for (let tries = 0; draw && tries < count * TRIES_A_WORD && out.size < count; tries += 1) {
    const pairs = draw(random);
    if (!pairs || (mustUse.length > 0 && !pairs.some((k) => wanted[k] === 1))) continue;
    const { word, units } = placeUnits(pairs.map((k) => lexicon.pairs[k]!));
    if (out.has(word) || !isMadeUp(lexicon, word, units)) continue;
    const segmentation = segment(lexicon, word)[0];
    const gpcs = pairs.map((k) => lexicon.pairs[k]!.gpc);
    if (!segmentation || gpcsOf(segmentation).join(' ') !== gpcs.join(' ')) continue;
    out.set(word, { word, gpcs, segmentation, shape: shapeOf(units), perMillion: 0 });
  }
  return [...out.values()];
}

/** Whether a spelling with these sounds is nobody's word, and not near a rude one. */
export function isMadeUp(lexicon: Lexicon, word: string, units: readonly { grapheme: string; sound: string }[]): boolean {
  if (
    lexicon.has(word) ||
    lexicon.others.has(word) ||
    looksInflected(units) ||
    !followsConventions(units) ||
    twoWords(lexicon, word) ||
    nearLongWord(lexicon, word, units)
  )
    return false;
  const known = soundsOfWords(lexicon);
  const sounds = units.map((u) => u.sound);
  if (ACCENTS.some((accent) => known.has(heard(sounds, accent)))) return false;
  const rude = rudeNear(lexicon);
  if (rude.held.some((held) => word.includes(held))) return false;
  const spoken = ACCENTS.map((accent) => ` ${unvoiced(heard(sounds, accent))}`);
  if (rude.sounds.some((r) => spoken.some((said) => said.includes(` ${r}`)))) return false;
  return !oneLetterForms(word).some((form) => rude.spellings.has(form));
}

const SHORTEST_HALF = 3;
const KNOWN_HALF = 4;
/**
 * *gownhill*, *roonlight*: two words put together are read as such, and so is one word of four letters or more with something
 * beside it.
 */
function twoWords(lexicon: Lexicon, word: string): boolean {
  const common = (part: string): boolean => (lexicon.peek(part)?.perMillion ?? 0) >= 1;
  for (let at = SHORTEST_HALF; at <= word.length - SHORTEST_HALF; at += 1) {
    const [left, right] = [common(word.slice(0, at)), common(word.slice(at))];
    if ((left && right) || (left && at >= KNOWN_HALF) || (right && word.length - at >= KNOWN_HALF)) return true;
  }
  return false;
}

/** *doughnup*: a long word is read as the real one that it is a letter from. */
function nearLongWord(lexicon: Lexicon, word: string, units: readonly { sound: string }[]): boolean {
  if (units.filter((u) => isVowelSound(u.sound)).length < 2) return false;
  const known = lexicon.derived('long words, a letter open', () => {
    const forms = new Set<string>();
    for (const { word: real, syllables } of offerableWords(lexicon))
      if (syllables > 1) for (const form of oneLetterForms(real)) forms.add(form);
    return forms;
  });
  return oneLetterForms(word).some((form) => known.has(form));
}

/** *vuds*, *plessed*: taken for a word with an ending. */
function looksInflected(units: readonly { grapheme: string; sound: string }[]): boolean {
  const last = units.at(-1)!;
  const before = units.at(-2);
  return last.grapheme === 'ed' || (last.grapheme === 's' && before !== undefined && !isVowelSound(before.sound));
}

/** Sound classes that some accent hears as one. */
const ACCENTS: readonly ReadonlyMap<string, string>[] = [
  new Map([
    ['dh', 'th'],
    ['o', 'aw'],
    ['ah', 'aw'],
    ['u', 'uh'],
    ['er', 'ur'],
    ['oor', 'or'],
    ['uu', 'oo'],
  ]),
  new Map([
    ['dh', 'th'],
    ['or', 'aw'],
    ['ar', 'ah'],
    ['er', 'uh'],
    ['oor', 'aw'],
    ['u', 'uh'],
    ['uu', 'oo'],
  ]),
  new Map([
    ['dh', 'th'],
    ['i', 'uh'],
    ['u', 'uh'],
    ['er', 'uh'],
    ['uu', 'oo'],
  ]),
];
const heard = (sounds: readonly string[], accent: ReadonlyMap<string, string>): string =>
  sounds.map((sound) => heardOne(sound, accent)).join('');
const heardOne = (sound: string, accent: ReadonlyMap<string, string>): string =>
  soundParts(sound)
    .map((part) => `${accent.get(part) ?? part} `)
    .join('');

/** What every word of the lexicon sounds like, in each accent. */
function soundsOfWords(lexicon: Lexicon): ReadonlySet<string> {
  return lexicon.derived('heard', () => {
    const all = new Set<string>();
    const byPair = ACCENTS.map((accent) => lexicon.pairs.map((pair) => heardOne(pair.sound, accent)));
    for (const word of lexicon.words()) {
      const { indexes } = lexicon.peek(word)!;
      if (indexes.length > LONGEST_SHAPE) continue; // no made-up word is as long
      for (const of of byPair) {
        let sounds = '';
        for (const k of indexes) sounds += of[k]!;
        all.add(sounds);
      }
    }
    return all;
  });
}

/** A child who reads *v* as *f* says the same word: voiced and unvoiced consonants are one here. */
const UNVOICED: Readonly<Record<string, string>> = { b: 'p', d: 't', dh: 'th', g: 'k', j: 'ch', v: 'f', z: 's', zh: 'sh' };
const unvoiced = (sounds: string): string =>
  sounds
    .split(' ')
    .map((s) => UNVOICED[s] ?? s)
    .join(' ');

const SHORTEST_HELD = 3;
const SHORTEST_HEARD = 3;
/** Rude words: one letter from which no word may come, what none may sound like, what none may hold. */
function rudeNear(lexicon: Lexicon): { spellings: ReadonlySet<string>; sounds: readonly string[]; held: readonly string[] } {
  return lexicon.derived('rude', () => {
    const spellings = new Set<string>();
    const sounds = new Set<string>();
    for (const word of lexicon.rude) {
      for (const form of oneLetterForms(word)) spellings.add(form);
      for (const one of segment(lexicon, word))
        for (const accent of ACCENTS)
          sounds.add(
            unvoiced(
              heard(
                one.units.map((u) => u.sound),
                accent,
              ),
            ),
          );
    }
    const long = (list: Iterable<string>): string[] => [...list].filter((s) => s.trim().split(' ').length >= SHORTEST_HEARD);
    return { spellings, sounds: long(sounds), held: lexicon.rude.filter((r) => r.length >= SHORTEST_HELD) };
  });
}

/**
 * A word and the word with each letter left open or out: two words one letter apart share a form
 * (deletion neighbourhoods; Mor and Fraenkel, "A hash code method for detecting and correcting spelling errors", 1982).
 */
function oneLetterForms(word: string): string[] {
  const forms = [word];
  for (let k = 0; k < word.length; k += 1) {
    forms.push(`${word.slice(0, k)}?${word.slice(k + 1)}`);
    forms.push(word.slice(0, k) + word.slice(k + 1));
  }
  return forms;
}

function partsOf(lexicon: Lexicon): Parts {
  return lexicon.derived('made-up parts', () => {
    const starts = new Map<string, Map<string, number[]>>();
    const middles: typeof starts = new Map();
    const ends: typeof starts = new Map();
    const put = (map: typeof starts, pairs: number[]): void => {
      const shape = shapeOf(pairs.map((k) => lexicon.pairs[k]!));
      const list = map.get(shape) ?? new Map<string, number[]>();
      list.set(pairs.join(' '), pairs);
      map.set(shape, list);
    };
    for (const { word, pairs, perMillion } of offerableWords(lexicon)) {
      if (perMillion < ATTESTED_PER_MILLION || /[^a-z]/.test(word)) continue;
      const vowels = pairs.flatMap((k, at) => (isVowelSound(lexicon.pairs[k]!.sound) ? [at] : []));
      if (vowels.length === 0) continue;
      // the end of a base with an ending is no rime of a made-up word: *deeks* would be a plural
      if (baseAndEnding(lexicon, word)) continue;
      put(starts, pairs.slice(0, vowels[0]! + 1));
      for (let n = 1; n < vowels.length; n += 1) put(middles, pairs.slice(vowels[n - 1]!, vowels[n]! + 1));
      // a weak last vowel is no rime of a made-up word of one syllable
      if (vowels.length === 1 || pairs.length > 4) put(ends, pairs.slice(vowels.at(-1)!));
    }
    const flat = (map: typeof starts) => new Map([...map].map(([shape, list]) => [shape, [...list.values()]]));
    return { starts: flat(starts), middles: flat(middles), ends: flat(ends) };
  });
}

/** Whether pair numbers stand in legal English order: each part so in some real word. */
export function isLegal(lexicon: Lexicon, pairs: readonly number[]): boolean {
  const parts = partsOf(lexicon);
  const vowels = pairs.flatMap((k, at) => (isVowelSound(lexicon.pairs[k]!.sound) ? [at] : []));
  const stands = (map: Parts['starts'], part: readonly number[]): boolean =>
    map
      .get(shapeOf(part.map((k) => lexicon.pairs[k]!)))
      ?.some((known) => known.length === part.length && known.every((k, at) => k === part[at])) ?? false;
  return (
    vowels.length > 0 &&
    stands(parts.starts, pairs.slice(0, vowels[0]! + 1)) &&
    vowels.slice(1).every((at, n) => stands(parts.middles, pairs.slice(vowels[n]!, at + 1))) &&
    stands(parts.ends, pairs.slice(vowels.at(-1)!))
  );
}

/** A function that draws pair numbers of this shape, or null where no part fits. */
function drawer(parts: Parts, shape: string, allowed: Uint8Array): ((random: Random) => number[] | null) | null {
  const readable = (list: readonly (readonly number[])[] | undefined) =>
    (list ?? []).filter((pairs) => pairs.every((k) => allowed[k] === 1));
  const vowels = [...shape].flatMap((c, at) => (c === 'V' ? [at] : []));
  const starts = readable(parts.starts.get(shape.slice(0, vowels[0]! + 1)));
  const middles = vowels.slice(1).map((at, n) => readable(parts.middles.get(shape.slice(vowels[n]!, at + 1))));
  const ends = byFirst(readable(parts.ends.get(shape.slice(vowels.at(-1)!))));
  if (starts.length === 0 || ends.size === 0) return null;
  const middleOf = middles.map(byFirst);
  return (random) => {
    const pairs = [...starts[randomBelow(random, starts.length)]!];
    for (const next of [...middleOf, ends]) {
      const list = next.get(pairs.at(-1)!);
      if (!list) return null;
      pairs.push(...list[randomBelow(random, list.length)]!.slice(1));
    }
    return pairs;
  };
}

function byFirst(list: readonly (readonly number[])[]): Map<number, (readonly number[])[]> {
  const map = new Map<number, (readonly number[])[]>();
  for (const pairs of list) map.set(pairs[0]!, [...(map.get(pairs[0]!) ?? []), pairs]);
  return map;
}
