import { CoreError } from '../errors.js';
import { guessSegmentations } from './guess.js';
import type { Gpc, Lexicon, Segmentation } from './lexicon.js';

/** Longer than any English word a school prints; a longer run of letters is refused, not searched. */
export const LONGEST_WORD = 45;

/** How a word is written in the lexicon: lower case, straight apostrophe, composed letters. */
export function normaliseWord(word: string): string {
  return word.normalize('NFC').toLowerCase().replaceAll('’', "'");
}

const OWN_LETTERS: Readonly<Record<string, string>> = { ø: 'o', ł: 'l', đ: 'd', ð: 'd', ı: 'i', ħ: 'h' };
/** *José*, *Zoë*, *Łukasz* as a reader of English sees them: letter for letter, without what stands over or through them. */
function withoutAccents(spelling: string): string {
  const folded = spelling
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[øłđðıħ]/g, (letter) => OWN_LETTERS[letter]!);
  return folded.length === spelling.length ? folded : spelling;
}

/** Titles that are written short and read in full. */
export const SHORT_TITLES: ReadonlyMap<string, string> = new Map([
  ['mr', 'mister'],
  ['mrs', 'misses'],
  ['ms', 'miss'],
  ['dr', 'doctor'],
  ['st', 'saint'],
]);

/**
 * Cuts a word into graphemes with their sounds, likeliest first; `[]` where nothing fits (digits,
 * emoji, another script). `from` says whether a dictionary knew the word or the rules guessed it.
 * Accent changes how a sound is shown and judged, never how a word is stored, so it is accepted here
 * and leaves the result as it is.
 * @throws CoreError `too-long` for more than 45 letters, `bad-input` for anything but a string.
 * @example segment(lexicon, 'rain')[0].units // r:r ai:ay n:n
 */
export function segment(lexicon: Lexicon, word: string, _options: { accent?: string } = {}): Segmentation[] {
  if (typeof word !== 'string') throw new CoreError('bad-input', 'word', 'A word must be text.');
  const spelling = normaliseWord(word.trim());
  if (spelling.length > LONGEST_WORD)
    throw new CoreError('too-long', 'word', `A word may have at most ${LONGEST_WORD} letters.`, { to: LONGEST_WORD, is: spelling.length });
  const known = lexicon.get(spelling);
  if (known) return known.segmentations;
  const plain = withoutAccents(spelling);
  if (plain !== spelling) return segment(lexicon, plain);
  if (spelling.includes('-')) return hyphened(lexicon, spelling);
  if (!/^[a-z]+$/.test(spelling)) return possessive(lexicon, spelling);
  const joined = compound(lexicon, spelling);
  return joined ? [joined, ...guessSegmentations(lexicon, spelling, 2)] : guessSegmentations(lexicon, spelling);
}

const SHORTEST_PART = 3;
const COMMON_PART = 2;

/** *headteacher*: two common words put together; the cut with the commonest rarer part. */
function compound(lexicon: Lexicon, spelling: string): Segmentation | null {
  const common = (part: string): number => {
    const entry = lexicon.peek(part);
    return entry && !entry.name ? entry.perMillion : 0;
  };
  let best = COMMON_PART;
  let cut = 0;
  for (let at = SHORTEST_PART; at <= spelling.length - SHORTEST_PART; at += 1) {
    // *hottie* is no tie
    if (spelling[at - 1] === spelling[at] && !/[aeiou]/.test(spelling[at]!)) continue;
    const rarer = Math.min(common(spelling.slice(0, at)), common(spelling.slice(at)));
    if (rarer > best) [best, cut] = [rarer, at];
  }
  if (cut === 0) return null;
  const [left, right] = [lexicon.get(spelling.slice(0, cut))!.segmentations[0]!, lexicon.get(spelling.slice(cut))!.segmentations[0]!];
  return { from: 'rules', units: [...left.units, ...right.units.map((u) => ({ ...u, letters: u.letters.map((at) => at + cut) }))] };
}

/** *sheep-dog*: its parts one after the other; nothing where a part cannot be read. */
function hyphened(lexicon: Lexicon, spelling: string): Segmentation[] {
  const joined: Segmentation = { units: [], from: 'dictionary' };
  let at = 0;
  for (const part of spelling.split('-')) {
    const segmentation = part === '' ? undefined : segment(lexicon, part)[0];
    if (!segmentation) return [];
    joined.units.push(...segmentation.units.map((u) => ({ ...u, letters: u.letters.map((k) => k + at) })));
    if (segmentation.from === 'rules') joined.from = 'rules';
    at += part.length + 1;
  }
  return [joined];
}

/** *Tom's*, *dogs'*: the word and its s. */
function possessive(lexicon: Lexicon, spelling: string): Segmentation[] {
  const match = /^([a-z]+)'(s?)$/.exec(spelling);
  if (!match) return [];
  const [, base, s] = match as unknown as [string, string, string];
  return segment(lexicon, base).map((segmentation) => {
    if (!s) return segmentation;
    const last = segmentation.units.at(-1)!.sound;
    const sound = ['p', 't', 'k', 'f', 'th'].includes(last) ? 's' : 'z';
    return { from: segmentation.from, units: [...segmentation.units, { grapheme: 's', sound, letters: [spelling.length - 1] }] };
  });
}

/** The pair of each unit, in order. */
export function gpcsOf(segmentation: Segmentation): Gpc[] {
  return segmentation.units.map((unit) => `${unit.grapheme}:${unit.sound}`);
}

/** `grapheme:sound` taken apart. @throws CoreError `unknown-pair` where there is no colon. */
export function splitGpc(gpc: Gpc): { grapheme: string; sound: string } {
  const at = gpc.indexOf(':');
  if (at < 1 || at === gpc.length - 1) throw new CoreError('unknown-pair', 'gpc', `"${gpc}" is not a pair such as ai:ay.`);
  return { grapheme: gpc.slice(0, at), sound: gpc.slice(at + 1) };
}
