/** Decoding: real or made-up words in growing shape, for one child, from the pairs taught. Irregular words with their odd part. */
import { CoreError } from '../errors.js';
import { findWords, type FoundWord } from '../phonics/find-words.js';
import type { Taught } from '../phonics/decodability.js';
import { listenAndFind } from '../phonics/listen-and-find.js';
import type { Lexicon } from '../phonics/lexicon.js';
import { makeMadeUpWords } from '../phonics/made-up.js';
import { segment } from '../phonics/segment.js';
import { wordsWithEndings } from '../phonics/word-families.js';
import { baseAndEnding, oddUnits } from '../phonics/word-parts.js';
import type { Strand } from '../evidence/observation.js';
import { seeded, seedFrom, shuffled } from '../random.js';
import type { CheckItem } from './items.js';

export interface WordLevel {
  readonly level: string;
  readonly shapes: readonly string[];
  readonly skill: Strand;
}
/** The shapes of words in the order they are checked. */
export const WORD_LEVELS: readonly WordLevel[] = [
  { level: 'two sounds', shapes: ['VC', 'CV'], skill: 'blending' },
  { level: 'three sounds', shapes: ['CVC'], skill: 'blending' },
  { level: 'ending cluster', shapes: ['CVCC'], skill: 'clusters' },
  { level: 'starting cluster', shapes: ['CCVC'], skill: 'clusters' },
  { level: 'both', shapes: ['CCVCC', 'CCCVC', 'CCVCCC'], skill: 'clusters' },
  { level: 'two syllables', shapes: ['CVCVC', 'CVCCVC', 'CVCCV', 'VCCVC'], skill: 'longer words' },
];
const BASE_AND_ENDING = 'base and ending';
export const DECODING_LEVELS: readonly string[] = [...WORD_LEVELS.map((l) => l.level), BASE_AND_ENDING];
const ODDITY_FREE = 24;
/** Endings that many words only seem to have: *matter*, *party*. */
const DOUBTFUL_ENDINGS: ReadonlySet<string> = new Set(['er', 'y']);

export interface DecodingRequest {
  readonly taught: Taught;
  readonly madeUp: boolean;
  readonly perLevel: number;
  readonly seed: number;
  /** The levels to ask; all where left out. */
  readonly levels?: readonly string[];
  /** Words met in earlier checks, not asked again where others fit. */
  readonly avoid?: readonly string[];
}

/**
 * Words to read, level by level. Words whose spelling is an exception are left out, so that an error says
 * something about what was taught; a level for which the pairs allow no word is left out too.
 * @throws CoreError `no-candidates` where what was taught makes no word at all.
 * @example decodingItems(lexicon, { taught, madeUp: true, perLevel: 3, seed: 1 })
 */
export function decodingItems(lexicon: Lexicon, request: DecodingRequest): CheckItem[] {
  const { taught, madeUp, perLevel, seed, avoid = [] } = request;
  if (!Number.isInteger(perLevel) || perLevel < 1)
    throw new CoreError('out-of-range', 'perLevel', 'A whole number of words from 1.', { from: 1, is: perLevel });
  const wanted = (level: string): boolean => request.levels === undefined || request.levels.includes(level);
  const items: CheckItem[] = [];
  const used = new Set<string>();
  const take = (level: string, skill: Strand, words: readonly (FoundWord & { base?: string; ending?: string })[]): void => {
    const fresh = words.filter((w) => !used.has(w.word) && !w.word.includes("'"));
    for (const word of [...fresh.filter((w) => !avoid.includes(w.word)), ...fresh.filter((w) => avoid.includes(w.word))].slice(
      0,
      perLevel,
    )) {
      used.add(word.word);
      items.push({
        key: word.word,
        level,
        skill,
        word: word.word,
        units: word.segmentation.units,
        ...(word.base && word.ending ? { base: word.base, ending: word.ending } : {}),
      });
    }
  };
  for (const { level, shapes, skill } of WORD_LEVELS) {
    if (!wanted(level)) continue;
    const words = shapes.flatMap((shape, k) =>
      madeUp
        ? makeMadeUpWords(lexicon, { taught, shape, count: perLevel, seed: seedFrom(`${seed} ${shape} ${k}`) })
        : regular(
            lexicon,
            findWords(lexicon, { taught, shape, limit: ODDITY_FREE, minFrequency: 1, seed: seedFrom(`${seed} ${shape} ${k}`) }),
          ),
    );
    const plain = madeUp ? words : words.filter((w) => !baseAndEnding(lexicon, w.word));
    take(level, skill, mixed(plain, shapes, seed));
  }
  if (wanted(BASE_AND_ENDING) && !madeUp)
    take(
      BASE_AND_ENDING,
      'longer words',
      wordsWithEndings(lexicon, { taught, limit: ODDITY_FREE, seed }).filter((w) => w.base.length > 2 && !DOUBTFUL_ENDINGS.has(w.ending)),
    );
  if (items.length === 0) throw new CoreError('no-candidates', 'taught', 'What has been taught makes no word of these shapes yet.');
  return items;
}

/** Words of several shapes in turn, so that a level shows each. */
function mixed<T extends FoundWord>(words: readonly T[], shapes: readonly string[], seed: number): T[] {
  const rows = shapes.map((shape) => words.filter((w) => w.shape === shape)).filter((row) => row.length > 0);
  const order = shuffled(rows, seeded(seed));
  const out: T[] = [];
  for (let k = 0; out.length < words.length; k += 1) for (const row of order) if (row[k]) out.push(row[k]!);
  return out;
}

const regular = (lexicon: Lexicon, words: readonly FoundWord[]): FoundWord[] =>
  words.filter((w) => oddUnits(lexicon, w.segmentation.units).length === 0);

/**
 * Irregular words to read, in the order they were taught, each with its odd part: the units whose pair has
 * not been taught, or where all have, those that seldom spell so.
 * @throws CoreError `empty` where none has been taught.
 */
export function irregularItems(lexicon: Lexicon, taught: Taught, options: { seed: number; limit?: number }): CheckItem[] {
  if (taught.words.length === 0) throw new CoreError('empty', 'words', 'No irregular word has been taught yet.');
  const known = new Set(taught.gpcs);
  const words = [...new Set(taught.words)].map((word): CheckItem & { plain: boolean } => {
    const units = segment(lexicon, word)[0]?.units ?? [];
    const untaught = units.flatMap((u, k) => (known.has(`${u.grapheme}:${u.sound}`) ? [] : [k]));
    const odd = untaught.length > 0 ? untaught : oddUnits(lexicon, units);
    return { key: word, skill: 'irregular words', word, units, odd, plain: untaught.length === 0 };
  });
  // a word whose pairs have all been taught since is no irregular word any more: asked only where there is no other
  const irregular = words.filter((w) => !w.plain);
  const all = (irregular.length > 0 ? irregular : words).map(({ plain: _plain, ...item }) => item);
  const limit = options.limit ?? all.length;
  // a long list is asked from its newer end, where the doubt is, and shuffled
  return shuffled(all.slice(-limit), seeded(options.seed));
}

/**
 * Rows of four for a group: the adult says a word, each child marks it. Wrong ones differ in their first
 * sound, vowel or last sound, so that the slip says where.
 * @throws CoreError `no-candidates` where too little is taught.
 * @example rowItems(lexicon, { taught, rows: 8, seed: 1 })[0].options // ['pin', 'bin', 'pen', 'pit'] in some order
 */
export function rowItems(lexicon: Lexicon, { taught, rows, seed }: { taught: Taught; rows: number; seed: number }): CheckItem[] {
  const words = ['CVC', 'CVCC', 'CCVC'].flatMap((shape, k) =>
    regular(lexicon, findWords(lexicon, { taught, shape, limit: 3 * rows, seed: seedFrom(`${seed} ${k}`) })).map((w) => ({
      w,
      skill: k === 0 ? ('blending' as const) : ('clusters' as const),
    })),
  );
  const out: CheckItem[] = [];
  /** Rows that need a made-up word: only where there are too few of real ones. */
  const spare: CheckItem[] = [];
  for (const { w, skill } of words) {
    // two thirds of the rows are plain three-sound words
    if (out.length >= rows || (skill === 'blending' && out.length >= Math.ceil((2 * rows) / 3))) continue;
    try {
      const { options, order, madeUp } = listenAndFind(lexicon, { target: w.word, taught, seed: seedFrom(`${seed} ${w.word}`) });
      const item = {
        key: w.word,
        skill,
        word: w.word,
        units: w.segmentation.units,
        options: order.map((k) => options[k]!),
        accept: [w.word],
      };
      (madeUp.length === 0 ? out : spare).push(item);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
    }
  }
  out.push(...spare.slice(0, Math.max(0, rows - out.length)));
  if (out.length === 0) throw new CoreError('no-candidates', 'taught', 'Too little has been taught yet for rows of four words.');
  return out;
}
