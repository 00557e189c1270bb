import { CoreError } from '../errors.js';
import type { Gpc, Lexicon, Segmentation, SegmentUnit } from './lexicon.js';
import { ENDINGS } from './word-parts.js';
import { gpcsOf, LONGEST_WORD, normaliseWord, segment, SHORT_TITLES } from './segment.js';

export type WordStatus = 'decodable' | 'known whole' | 'reachable' | 'not yet' | 'unread';
export interface Taught {
  readonly gpcs: readonly Gpc[];
  /** Irregular words taught as wholes. */
  readonly words: readonly string[];
}
export interface TextWord {
  text: string;
  status: WordStatus;
  /** The pairs that are missing for the reading that lacks fewest; empty unless `not yet`. */
  missing: Gpc[];
}
export interface TextReport {
  words: TextWord[];
  /** Share of running words that can be read (decodable, known whole or reachable), 0 to 1; 0 for no words. */
  share: number;
}

/** Longest text analysed in one call, in characters. */
export const LONGEST_TEXT = 2_000_000;
const WORDS = /[\p{L}\p{N}]+(?:['’][\p{L}]+)*/gu;

/** The running words of a text, as they stand in it, with where each starts. */
export function wordsOf(text: string): { text: string; at: number }[] {
  return [...text.matchAll(WORDS)].map((m) => ({ text: m[0], at: m.index }));
}

/**
 * What a child or class who has been taught these pairs and words could read of a text, word by word.
 * A word is *decodable* when some accepted segmentation uses taught pairs only, *known whole* when it is
 * a taught irregular word, *reachable* when it is a taught whole plus a taught ending, otherwise *not
 * yet* with the pairs that are missing; *unread* where nothing fits it (digits, another script).
 * Cost is linear in the text; a word met twice is analysed once.
 * @throws CoreError `bad-input` for no string, `too-long` beyond two million characters.
 * @example decodability(lexicon, 'The rain', { gpcs: ['r:r', 'ai:ay', 'n:n'], words: ['the'] }).share // 1
 */
export function decodability(lexicon: Lexicon, text: string, taught: Taught): TextReport {
  if (typeof text !== 'string') throw new CoreError('bad-input', 'text', 'The text must be text.');
  if (text.length > LONGEST_TEXT)
    throw new CoreError('too-long', 'text', 'The text is longer than two million characters.', { to: LONGEST_TEXT, is: text.length });
  const judge = wordJudge(lexicon, taught);
  const words = wordsOf(text).map(({ text: word }): TextWord => ({ text: word, ...judge(word) }));
  const readable = words.filter((w) => w.status !== 'not yet' && w.status !== 'unread').length;
  return { words, share: words.length === 0 ? 0 : readable / words.length };
}

/** A function that says the state of single words for these taught pairs, remembering what it met. */
export function wordJudge(lexicon: Lexicon, taught: Taught): (word: string) => { status: WordStatus; missing: Gpc[] } {
  const pairs = new Set(taught.gpcs);
  const wholes = new Set(taught.words.map(normaliseWord));
  const met = new Map<string, { status: WordStatus; missing: Gpc[] }>();
  return (word) => {
    // as it stands first: taking a word to small letters costs more than all the rest
    const known = met.get(word);
    if (known) return known;
    const spelling = normaliseWord(word);
    const verdict = met.get(spelling) ?? judgeWord(lexicon, spelling, pairs, wholes);
    met.set(spelling, verdict);
    if (word !== spelling) met.set(word, verdict);
    return verdict;
  };
}

interface Readings {
  /** The pairs of each accepted cut, likeliest first. */
  readonly pairs: readonly (readonly Gpc[])[];
  /** The units of the first cut. */
  readonly units: readonly SegmentUnit[];
}
/** So many words are kept with a lexicon: those of all its texts several times over. */
const KEPT_READINGS = 20_000;
/** How a word can be read, taken apart once for a lexicon: many children are asked about the same words. */
function readingsOf(lexicon: Lexicon, spelling: string): Readings {
  const kept = lexicon.derived('accepted readings', () => new Map<string, Readings>());
  const known = kept.get(spelling);
  if (known) return known;
  const segmentations = spelling.length > LONGEST_WORD ? [] : segment(lexicon, spelling);
  const readings = { pairs: acceptedSegmentations(segmentations).map(gpcsOf), units: segmentations[0]?.units ?? [] };
  if (kept.size >= KEPT_READINGS) kept.clear();
  kept.set(spelling, readings);
  return readings;
}

function judgeWord(
  lexicon: Lexicon,
  spelling: string,
  pairs: ReadonlySet<Gpc>,
  wholes: ReadonlySet<string>,
): { status: WordStatus; missing: Gpc[] } {
  const title = SHORT_TITLES.get(spelling);
  if (title !== undefined && !wholes.has(spelling)) return judgeWord(lexicon, title, pairs, wholes);
  const readings = readingsOf(lexicon, spelling);
  const { status, lacks } = judgeSegmentations(spelling, readings.pairs, readings.units, (gpc) => pairs.has(gpc), wholes);
  return { status, missing: lacks };
}

/** The readings that count: a guessed word is judged by its likeliest cut only. */
export function acceptedSegmentations(segmentations: readonly Segmentation[]): readonly Segmentation[] {
  return segmentations[0]?.from === 'rules' ? segmentations.slice(0, 1) : segmentations;
}

/**
 * The state of one word from its accepted cuts, likeliest first; `Pair` is whatever names a pair. `units`
 * are those of the first cut. Returns the cut it was judged by and what that lacks.
 */
export function judgeSegmentations<Pair>(
  spelling: string,
  segmentations: readonly (readonly Pair[])[],
  units: readonly SegmentUnit[],
  taught: (pair: Pair) => boolean,
  wholes: ReadonlySet<string>,
): { status: WordStatus; lacks: Pair[]; segmentation: readonly Pair[] } {
  if (wholes.has(spelling)) return { status: 'known whole', lacks: [], segmentation: [] };
  if (segmentations.length === 0) return { status: 'unread', lacks: [], segmentation: [] };
  let fewest: { lacks: Pair[]; segmentation: readonly Pair[] } | null = null;
  for (const segmentation of segmentations) {
    const lacks = segmentation.filter((pair, at) => !taught(pair) && segmentation.indexOf(pair) === at);
    if (lacks.length === 0) return { status: 'decodable', lacks, segmentation };
    if (!fewest || lacks.length < fewest.lacks.length) fewest = { lacks, segmentation };
  }
  for (const ending of ENDINGS) {
    const base = spelling.slice(0, -ending.length);
    if (!spelling.endsWith(ending) || !wholes.has(base)) continue;
    const tail = units.flatMap((u, k) => (u.letters[0]! >= base.length ? [segmentations[0]![k]!] : []));
    if (tail.length > 0 && tail.every(taught)) return { status: 'reachable', lacks: [], segmentation: tail };
  }
  return { status: 'not yet', ...fewest! };
}
