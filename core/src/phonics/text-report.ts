/** A whole text for a class, a group or many children at once: what each can read, what is missing, what to explain first. */
import { CoreError } from '../errors.js';
import { acceptedSegmentations, judgeSegmentations, LONGEST_TEXT, wordsOf, type Taught, type WordStatus } from './decodability.js';
import type { Gpc, Lexicon, SegmentUnit } from './lexicon.js';
import { gpcsOf, LONGEST_WORD, normaliseWord, segment, SHORT_TITLES } from './segment.js';
import { baseAndEnding, clusters, oddUnits, syllableLetters, type BaseAndEnding } from './word-parts.js';

/** Who reads: a class, a group or a child. */
export interface Reader {
  readonly id: string;
  readonly taught: Taught;
  /** Taught pairs that this reader has not got: words that need one are readable, but not surely. */
  readonly unsure?: readonly Gpc[];
  /** How likely this reader knows each taught pair, 0 to 1; what is left out counts as known. */
  readonly known?: Readonly<Record<Gpc, number>>;
}

/** One spelling of the text, cut once for all readers. */
export interface WordForm {
  spelling: string;
  /** As it first stands in the text. */
  shown: string;
  times: number;
  units: SegmentUnit[];
  /** Whether rules guessed the cut. */
  guessed: boolean;
  syllables: string[];
  parts: BaseAndEnding | null;
  /** Unit indexes of the odd part. */
  odd: number[];
  /** Clusters as unit indexes. */
  clusters: number[][];
  perMillion: number;
  /** Worth explaining before reading: seldom heard in speech. */
  explain: boolean;
}
export interface MissingPair {
  gpc: Gpc;
  /** Running words that teaching this pair alone would open. */
  opens: number;
  /** Running words that lack it, alone or with others. */
  touches: number;
  examples: string[];
}
export interface ReaderReport {
  id: string;
  /** Share of running words this reader can read, 0 to 1. */
  share: number;
  /** Share that needs no pair the reader is unsure of. */
  sureShare: number;
  /** Share that this reader is expected to read, by how likely all pairs of each word are known. The same as `share` where nothing is known of the reader. */
  likelyShare: number;
  /** Of the words read by pairs that were taught, the share of which all pairs are in `known`, 0 to 1: what `likelyShare` rests on. */
  restsOn: number;
  /** The state of each form, in the order of `forms`. */
  statuses: WordStatus[];
  /** The pairs each form lacks for the reading that lacks fewest. */
  missing: Gpc[][];
  /** Pairs the reader is unsure of, of each form. */
  unsure: Gpc[][];
  /** What to teach to open most of this text, first to last. */
  ranked: MissingPair[];
}
export interface WholeTextReport {
  /** Running words with where each starts and which form it is. */
  words: { text: string; at: number; form: number }[];
  forms: WordForm[];
  readers: ReaderReport[];
}

const EXPLAIN_BELOW_PER_MILLION = 4;
const EXAMPLES = 4;

/**
 * Analyses a text once and holds it against any number of readers.
 * Cost: linear in the text for the cutting, linear in different words for each reader.
 * @throws CoreError `bad-input` for no string, `too-long` beyond two million characters.
 * @example textReport(lexicon, text, children).readers[0].ranked[0] // { gpc: 'igh:igh', opens: 7, … }
 */
export function textReport(lexicon: Lexicon, text: string, readers: readonly Reader[]): WholeTextReport {
  if (typeof text !== 'string') throw new CoreError('bad-input', 'text', 'The text must be text.');
  if (text.length > LONGEST_TEXT)
    throw new CoreError('too-long', 'text', 'The text is longer than two million characters.', { to: LONGEST_TEXT, is: text.length });
  const forms: Form[] = [];
  const bySpelling = new Map<string, number>();
  const words = wordsOf(text).map(({ text: shown, at }) => {
    const spelling = normaliseWord(shown);
    let form = bySpelling.get(spelling);
    if (form === undefined) {
      form = forms.length;
      bySpelling.set(spelling, form);
      forms.push(formOf(lexicon, spelling, shown));
    }
    forms[form]!.times += 1;
    return { text: shown, at, form };
  });
  const pairs = new Map<Gpc, number>();
  for (const form of forms)
    form.segmentations = form.readings.map((gpcs) =>
      gpcs.map((gpc) => {
        const number = pairs.get(gpc) ?? pairs.size;
        pairs.set(gpc, number);
        return number;
      }),
    );
  const names = [...pairs.keys()];
  return {
    words,
    forms: forms.map(({ readings: _readings, segmentations: _segmentations, ...form }) => form),
    readers: readers.map((reader) => reportFor(reader, forms, pairs, names, words.length)),
  };
}

interface Form extends WordForm {
  readings: Gpc[][];
  segmentations: number[][];
}

function formOf(lexicon: Lexicon, spelling: string, shown: string): Form {
  const title = SHORT_TITLES.get(spelling);
  const segmentations = spelling.length > LONGEST_WORD ? [] : segment(lexicon, title ?? spelling);
  // *Mr* is read as a longer word, and its own letters are not cut
  const first = title === undefined ? segmentations[0] : undefined;
  const entry = lexicon.peek(spelling);
  const units = first?.units ?? [];
  const parts = baseAndEnding(lexicon, spelling);
  const heard = Math.max(entry?.perMillion ?? 0, parts ? (lexicon.peek(parts.base)?.perMillion ?? 0) : 0);
  return {
    spelling,
    shown,
    times: 0,
    units,
    guessed: first?.from === 'rules',
    syllables: units.length > 0 ? syllableLetters(spelling, units) : [],
    parts,
    odd: oddUnits(lexicon, units),
    clusters: clusters(units),
    perMillion: entry?.perMillion ?? 0,
    explain: units.length > 0 && heard < EXPLAIN_BELOW_PER_MILLION && !entry?.name && !/^\p{Lu}/u.test(shown),
    readings: acceptedSegmentations(segmentations).map(gpcsOf),
    segmentations: [],
  };
}

function reportFor(
  reader: Reader,
  forms: readonly Form[],
  pairs: ReadonlyMap<Gpc, number>,
  names: readonly Gpc[],
  running: number,
): ReaderReport {
  const taught = new Uint8Array(pairs.size);
  for (const gpc of reader.taught.gpcs) if (pairs.has(gpc)) taught[pairs.get(gpc)!] = 1;
  const unsureMask = new Uint8Array(pairs.size);
  for (const gpc of reader.unsure ?? []) if (pairs.has(gpc)) unsureMask[pairs.get(gpc)!] = 1;
  const wholes = new Set(reader.taught.words.map(normaliseWord));
  const statuses: WordStatus[] = [];
  const missing: Gpc[][] = [];
  const unsure: Gpc[][] = [];
  const ranked = new Map<Gpc, MissingPair>();
  let readable = 0;
  let sure = 0;
  let likely = 0;
  let byPairs = 0;
  let told = 0;
  const known = names.map((gpc) => reader.known?.[gpc] ?? 1);
  for (const form of forms) {
    const { status, lacks, segmentation } = judgeSegmentations(
      SHORT_TITLES.get(form.spelling) ?? form.spelling,
      form.segmentations,
      form.units,
      (k) => taught[k] === 1,
      wholes,
    );
    const doubts = status === 'decodable' || status === 'reachable' ? [...new Set(segmentation.filter((k) => unsureMask[k] === 1))] : [];
    statuses.push(status);
    missing.push(lacks.map((k) => names[k]!));
    unsure.push(doubts.map((k) => names[k]!));
    if (status !== 'not yet' && status !== 'unread') {
      readable += form.times;
      if (doubts.length === 0) sure += form.times;
      const letters = status === 'known whole' ? [] : [...new Set(segmentation)];
      if (letters.length > 0) byPairs += form.times;
      if (letters.length > 0 && letters.every((k) => reader.known?.[names[k]!] !== undefined)) told += form.times;
      likely += form.times * letters.reduce((chance, k) => chance * (taught[k] === 1 ? known[k]! : 1), 1);
    }
    for (const k of lacks) {
      const gpc = names[k]!;
      const entry = ranked.get(gpc) ?? { gpc, opens: 0, touches: 0, examples: [] };
      entry.touches += form.times;
      if (lacks.length === 1) entry.opens += form.times;
      if (entry.examples.length < EXAMPLES) entry.examples.push(form.shown);
      ranked.set(gpc, entry);
    }
  }
  return {
    id: reader.id,
    share: running === 0 ? 0 : readable / running,
    sureShare: running === 0 ? 0 : sure / running,
    likelyShare: running === 0 ? 0 : likely / running,
    restsOn: byPairs === 0 ? 0 : told / byPairs,
    statuses,
    missing,
    unsure,
    ranked: [...ranked.values()].sort((a, b) => b.opens - a.opens || b.touches - a.touches || (a.gpc < b.gpc ? -1 : 1)),
  };
}
