/**
 * The lexicon: every word a child could meet with its segmentations, in a compact form that loads in
 * Node and in a web worker. The file is gzip over UTF-8: a JSON header with the table of pairs, then a
 * line a word. A line is one character of frequency, then the units as one character each (`~` where a late e
 * stands, `'` and a position for an apostrophe), `,` between pronunciations, and after a tab the flags.
 * The spelling is not stored: the units give it back.
 */
import { CoreError } from '../errors.js';

/** A string `grapheme:sound`, as `ai:ay`. */
export type Gpc = string;

export interface SegmentUnit {
  grapheme: string;
  sound: string;
  /** Indexes of this grapheme's letters in the word, first to last. */
  letters: number[];
}
export interface Segmentation {
  units: SegmentUnit[];
  from: 'dictionary' | 'rules';
}

/** One pair of the inventory and how many running dictionary words use it (log-frequency weighted). */
export interface PairInfo {
  readonly gpc: Gpc;
  readonly grapheme: string;
  readonly sound: string;
  readonly count: number;
}

/** What the word book says of a word that may be offered to children. */
export interface BookEntry {
  /** From about this age. */
  readonly age: number;
  readonly kind: 'thing' | 'idea' | 'action' | 'describing' | 'little';
  /** In which spelling it stands. */
  readonly spelling: 'both' | 'British' | 'American';
  /** Whether it has readings that sound otherwise (*lead*, *wind*): it is offered for a pair only where every one has it. */
  readonly homograph: boolean;
}
/** What a school has decided about words. */
export interface SchoolWords {
  /** Which spelling is offered; British where nothing is said. */
  readonly spelling?: 'British' | 'American';
  /** Words of the school's own that may be offered too. */
  readonly added?: readonly string[];
  /** Words that are never offered here. */
  readonly removed?: readonly string[];
}

export interface LexiconEntry {
  readonly word: string;
  /** Where it stands in the word book: only such words are ever offered to a child. */
  readonly book: BookEntry | null;
  /** Occurrences per million words of spoken English; 0 where never counted. */
  readonly perMillion: number;
  /** Mostly met as a person's or place's name. */
  readonly name: boolean;
  /** Not for children: analysed like any word, offered by no generator. */
  readonly unfit: boolean;
  readonly segmentations: Segmentation[];
}

/** A unit before its letters are placed. */
export interface PlainUnit {
  readonly grapheme: string;
  readonly sound: string;
}

/** How a school has one word cut, where it differs from the dictionary: the units in order, their letters together the word. */
export interface WordCorrection {
  readonly word: string;
  readonly units: readonly PlainUnit[];
}

export interface LexiconHeader {
  readonly format: 1;
  readonly pairs: [grapheme: string, sound: string, count: number][];
  readonly words: number;
  /** Spellings that no made-up word may come near. */
  readonly rude: string[];
  /** Rare words of the graded lists that the lexicon does not cut, with spaces between: no made-up word may be one. */
  readonly others?: string;
}

const BOOK_KINDS: Readonly<Record<string, BookEntry['kind']>> = { t: 'thing', i: 'idea', a: 'action', d: 'describing', l: 'little' };
/** Flags of a word in the book begin with its age, `5` to `9`. */
const inBook = (first: number): boolean => first >= 0x35 && first <= 0x39;
const bookEntries = new Map<string, BookEntry>();
/** The book entry that a line's flags say, as `5tB`; null for a word that is not in the book. Equal flags share one. */
function bookEntryOf(flags: string): BookEntry | null {
  if (!inBook(flags.charCodeAt(0))) return null;
  let entry = bookEntries.get(flags);
  if (!entry) {
    entry = {
      age: Number(flags[0]),
      kind: BOOK_KINDS[flags[1]!] ?? 'thing',
      spelling: flags.includes('B') ? 'British' : flags.includes('A') ? 'American' : 'both',
      homograph: flags.includes('h'),
    };
    bookEntries.set(flags, entry);
  }
  return entry;
}

const FIRST_ASCII = 0x21;
const RESERVED = new Set([',', "'", '~', '\t', '\n']);
const LEVELS_PER_DOUBLING = 2.5;
const CORPUS_MILLIONS = 49.7; // running words behind the frequency counts

/** The character that stands for each pair, in table order. */
export function pairAlphabet(size: number): string[] {
  const out: string[] = [];
  for (let code = FIRST_ASCII; out.length < size; code += 1) {
    if (code === 0x7f) code = 0xa1;
    const char = String.fromCharCode(code);
    if (!RESERVED.has(char)) out.push(char);
  }
  return out;
}

export function frequencyLevel(count: number): number {
  return Math.round(LEVELS_PER_DOUBLING * Math.log2(count + 1));
}
function levelToPerMillion(level: number): number {
  return (2 ** (level / LEVELS_PER_DOUBLING) - 1) / CORPUS_MILLIONS;
}

/** Where a spelling departs from its units put together. */
export interface Quirks {
  /** The e of a split digraph comes before the unit of this index, two consonants after its vowel (*paste*). */
  readonly lateE?: number | undefined;
  /** Where an apostrophe stands in the spelling. */
  readonly apostrophe?: number | undefined;
}

/**
 * Places the letters of plain units in their word: a split digraph's e follows the next unit, unless a
 * quirk says otherwise. Returns the spelling too.
 */
export function placeUnits(plain: readonly PlainUnit[], quirks: Quirks = {}): { word: string; units: SegmentUnit[] } {
  let word = '';
  const units: SegmentUnit[] = [];
  let waiting: SegmentUnit | null = null;
  const closeSplit = (): void => {
    if (!waiting) return;
    waiting.letters.push(word.length);
    word += 'e';
    waiting = null;
  };
  plain.forEach((unit, k) => {
    if (quirks.lateE === k) closeSplit();
    if (unit.grapheme[1] === '_') {
      waiting = { grapheme: unit.grapheme, sound: unit.sound, letters: [word.length] };
      units.push(waiting);
      word += unit.grapheme[0];
      return;
    }
    units.push({
      grapheme: unit.grapheme,
      sound: unit.sound,
      letters: Array.from(unit.grapheme, (_, n) => word.length + n),
    });
    word += unit.grapheme;
    if (quirks.lateE === undefined) closeSplit();
  });
  closeSplit();
  const { apostrophe } = quirks;
  if (apostrophe !== undefined) {
    word = `${word.slice(0, apostrophe)}'${word.slice(apostrophe)}`;
    for (const unit of units) unit.letters = unit.letters.map((at) => (at >= apostrophe ? at + 1 : at));
  }
  return { word, units };
}

/** Whether these units, put together, are this word's letters. */
export function spells(word: string, units: readonly PlainUnit[]): boolean {
  return quirksOf(word, units) !== null;
}

/** Finds how a word departs from its units; null where the units do not spell it. */
function quirksOf(word: string, plain: readonly PlainUnit[]): Quirks | null {
  const at = word.indexOf("'");
  const apostrophe = at < 0 ? undefined : at;
  const split = plain.findIndex((unit) => unit.grapheme[1] === '_');
  for (const lateE of [undefined, ...(split < 0 ? [] : [split + 3])])
    if (placeUnits(plain, { apostrophe, lateE }).word === word) return { apostrophe, lateE };
  return null;
}

/** One word as the file's line. @throws CoreError `bad-lexicon` where the units do not spell the word. */
export function encodeWord(
  word: string,
  alternatives: readonly (readonly PlainUnit[])[],
  charOf: ReadonlyMap<Gpc, string>,
  frequency: number,
  flags: string,
): string {
  const encoded = alternatives.map((plain) => {
    const quirks = quirksOf(word, plain);
    if (!quirks) throw new CoreError('bad-lexicon', word, 'The units do not spell the word.');
    const chars = plain.map((unit) => {
      const char = charOf.get(`${unit.grapheme}:${unit.sound}`);
      if (char === undefined) throw new CoreError('unknown-pair', word, `No character for ${unit.grapheme}:${unit.sound}.`);
      return char;
    });
    if (quirks.lateE !== undefined) chars.splice(quirks.lateE, 0, '~');
    return chars.join('') + (quirks.apostrophe === undefined ? '' : `'${String.fromCharCode(0x30 + quirks.apostrophe)}`);
  });
  return String.fromCharCode(0x30 + frequencyLevel(frequency)) + encoded.join(',') + (flags ? `\t${flags}` : '');
}

/** The loaded lexicon. Spellings are indexed at once, segmentations decoded when first asked for. */
export class Lexicon {
  readonly pairs: readonly PairInfo[];
  readonly pairIndex: ReadonlyMap<Gpc, number>;
  /** Spellings that no made-up word may come near. */
  readonly rude: readonly string[];
  /** Real words beside those it cuts. */
  readonly others: ReadonlySet<string>;
  readonly #lines: string[];
  readonly #lineOf: Map<string, number>;
  readonly #words: string[];
  readonly #pairOf: Map<string, PairInfo>;
  readonly #indexOf: Map<string, number>;
  readonly #cache = new Map<string, LexiconEntry>();
  readonly #derived = new Map<string, unknown>();
  /** Cuts that a school has set by hand, by spelling. */
  readonly #corrections = new Map<string, LexiconEntry>();
  /** What the school has decided about words to offer. */
  readonly school: SchoolWords;

  constructor(from: string | Lexicon, corrections: readonly WordCorrection[] = [], school: SchoolWords = {}) {
    this.school = school;
    if (typeof from !== 'string') {
      this.pairs = from.pairs;
      this.pairIndex = from.pairIndex;
      this.rude = from.rude;
      this.others = from.others;
      this.#lines = from.#lines;
      this.#lineOf = from.#lineOf;
      this.#words = from.#words;
      this.#pairOf = from.#pairOf;
      this.#indexOf = from.#indexOf;
      for (const correction of corrections) this.#correct(from, correction);
      return;
    }
    const text = from;
    const newline = text.indexOf('\n');
    let header: LexiconHeader;
    try {
      header = JSON.parse(text.slice(0, newline)) as LexiconHeader;
    } catch {
      throw new CoreError('bad-lexicon', 'header', 'The lexicon file has no readable header.');
    }
    if (header.format !== 1) throw new CoreError('bad-lexicon', 'format', `Unknown lexicon format ${String(header.format)}.`);
    this.pairs = header.pairs.map(([grapheme, sound, count]) => ({ gpc: `${grapheme}:${sound}`, grapheme, sound, count }));
    this.rude = header.rude;
    this.others = new Set((header.others ?? '').split(' '));
    this.pairIndex = new Map(this.pairs.map((pair, k) => [pair.gpc, k]));
    this.#pairOf = new Map();
    this.#indexOf = new Map();
    pairAlphabet(this.pairs.length).forEach((char, k) => {
      this.#pairOf.set(char, this.pairs[k]!);
      this.#indexOf.set(char, k);
    });
    this.#lineOf = new Map();
    this.#words = [];
    this.#lines = text.slice(newline + 1).split('\n');
    if (this.#lines.at(-1) === '') this.#lines.pop();
    this.#lines.forEach((line, k) => {
      const word = this.#spell(line);
      this.#lineOf.set(word, k);
      this.#words.push(word);
    });
  }

  /** How many spellings it holds. */
  get size(): number {
    return this.#lines.length;
  }

  /** Every spelling, in file order. */
  words(): readonly string[] {
    return this.#words;
  }

  /** Spellings of the children's word book, in file order, without taking the others apart. */
  bookWords(): readonly string[] {
    return this.derived('book words', () =>
      this.#words.filter((_, k) => {
        const line = this.#lines[k]!;
        const tab = line.indexOf('\t');
        return tab >= 0 && inBook(line.charCodeAt(tab + 1));
      }),
    );
  }

  has(word: string): boolean {
    return this.#lineOf.has(word) || this.#corrections.has(word);
  }

  /**
   * The same lexicon with words cut as a school has set by hand, offering what the school has decided. Shares its memory;
   * counts over all words stay as built.
   */
  corrected(corrections: readonly WordCorrection[], school: SchoolWords = this.school): Lexicon {
    return corrections.length === 0 && school === this.school ? this : new Lexicon(this, corrections, school);
  }

  #correct(from: Lexicon, { word, units }: WordCorrection): void {
    const placed = quirksOf(word, units);
    if (!placed) throw new CoreError('bad-input', word, `The parts do not spell "${word}".`);
    const old = from.get(word);
    this.#corrections.set(word, {
      word,
      perMillion: old?.perMillion ?? 0,
      name: old?.name ?? false,
      unfit: old?.unfit ?? false,
      book: old?.book ?? null,
      segmentations: [{ units: placeUnits(units, placed).units, from: 'dictionary' }],
    });
  }

  /** The entry of a lower-case spelling, or undefined. */
  get(word: string): LexiconEntry | undefined {
    const cached = this.#corrections.get(word) ?? this.#cache.get(word);
    if (cached) return cached;
    const line = this.#lineOf.get(word);
    if (line === undefined) return undefined;
    const entry = this.#decode(word, this.#lines[line]!);
    this.#cache.set(word, entry);
    return entry;
  }

  /** A word's first pronunciation as pair indexes, without building its entry: for counting over everything. */
  peek(word: string): { indexes: number[]; name: boolean; unfit: boolean; book: BookEntry | null; perMillion: number } | undefined {
    const set = this.#corrections.get(word);
    if (set && set.segmentations[0]!.units.every((u) => this.pairIndex.has(`${u.grapheme}:${u.sound}`)))
      return { ...set, indexes: set.segmentations[0]!.units.map((u) => this.pairIndex.get(`${u.grapheme}:${u.sound}`)!) };
    const number = this.#lineOf.get(word);
    if (number === undefined) return undefined;
    const line = this.#lines[number]!;
    const indexes: number[] = [];
    let k = 1;
    for (; k < line.length; k += 1) {
      const char = line[k]!;
      if (char === ',' || char === '\t' || char === "'") break;
      if (char !== '~') indexes.push(this.#indexOf.get(char)!);
    }
    const tab = line.indexOf('\t', k);
    const flags = tab < 0 ? '' : line.slice(tab + 1);
    return {
      indexes,
      name: flags.includes('n'),
      unfit: flags.includes('x'),
      book: bookEntryOf(flags),
      perMillion: levelToPerMillion(line.charCodeAt(0) - 0x30),
    };
  }

  /** A value computed once from this lexicon (an index, a model), kept with it. */
  derived<T>(key: string, make: () => T): T {
    if (!this.#derived.has(key)) this.#derived.set(key, make());
    return this.#derived.get(key) as T;
  }

  #plain(code: string): { plain: PairInfo[]; quirks: Quirks } {
    const plain: PairInfo[] = [];
    let lateE: number | undefined;
    let apostrophe: number | undefined;
    for (let k = 0; k < code.length; k += 1) {
      if (code[k] === '~') lateE = plain.length;
      else if (code[k] === "'") {
        apostrophe = code.charCodeAt(k + 1) - 0x30;
        break;
      } else plain.push(this.#pairOf.get(code[k]!)!);
    }
    return { plain, quirks: { lateE, apostrophe } };
  }

  /** The spelling of a line, by its first pronunciation: what placeUnits does, without building units. */
  #spell(line: string): string {
    let word = '';
    let waiting = 0;
    const first = line.search(/[,\t]/);
    const code = first < 0 ? line.slice(1) : line.slice(1, first);
    const late = code.includes('~');
    for (let k = 0; k < code.length; k += 1) {
      const char = code[k]!;
      if (char === "'") {
        const at = code.charCodeAt(k + 1) - 0x30;
        return `${word.slice(0, at)}'${word.slice(at)}`;
      }
      if (char === '~') {
        word += 'e';
        continue;
      }
      const grapheme = this.#pairOf.get(char)!.grapheme;
      if (grapheme[1] === '_') {
        word += grapheme[0];
        waiting = late ? 0 : 2;
      } else word += grapheme;
      if (waiting > 0) {
        waiting -= 1;
        if (waiting === 0) word += 'e';
      }
    }
    return word;
  }

  #decode(word: string, line: string): LexiconEntry {
    const [body, flags = ''] = line.split('\t') as [string, string?];
    const segmentations = body
      .slice(1)
      .split(',')
      .map((code): Segmentation => {
        const { plain, quirks } = this.#plain(code);
        return { units: placeUnits(plain, quirks).units, from: 'dictionary' };
      });
    return {
      word,
      perMillion: levelToPerMillion(line.charCodeAt(0) - 0x30),
      name: flags.includes('n'),
      unfit: flags.includes('x'),
      book: bookEntryOf(flags),
      segmentations,
    };
  }
}
