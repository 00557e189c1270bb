/**
 * The word book: every word that a generator may offer to a child, each read and decided by hand. `data/words/word-book.tsv`
 * is the book itself, a line a word; `data/words/not-offered.txt` holds what was read and left out, so that nobody reads it twice.
 */
import { readFileSync } from 'node:fs';

type WordKind = 'thing' | 'idea' | 'action' | 'describing' | 'little';
type Spelling = 'both' | 'British' | 'American';
export interface BookWord {
  readonly word: string;
  /** Offered to children from about this age. */
  readonly age: 5 | 6 | 7;
  readonly kind: WordKind;
  readonly spelling: Spelling;
  /** The word of the book that it is an inflection of; empty where it is none. */
  readonly base: string;
  /** Whether it has two readings that sound otherwise: *lead*, *wind*. */
  readonly homograph: boolean;
}

const KINDS: Readonly<Record<WordKind, string>> = { thing: 't', idea: 'i', action: 'a', describing: 'd', little: 'l' };
const SPELLINGS: Readonly<Record<Spelling, string>> = { both: '', British: 'B', American: 'A' };
const BOOK = new URL('../../words/word-book.tsv', import.meta.url);

/** Reads the book. @throws Error naming the line that does not fit. */
export function readBook(file: URL = BOOK): Map<string, BookWord> {
  const book = new Map<string, BookWord>();
  readFileSync(file, 'utf8')
    .split('\n')
    .forEach((line, n) => {
      if (n === 0 || line === '') return;
      const [word = '', age = '', kind = '', spelling = '', base = '', note = ''] = line.split('\t');
      if (!/^[a-z]+$/.test(word) || !/^[567]$/.test(age) || !(kind in KINDS) || !(spelling in SPELLINGS) || book.has(word))
        throw new Error(`word-book.tsv, line ${n + 1}: “${line}” does not fit.`);
      book.set(word, {
        word,
        age: Number(age) as BookWord['age'],
        kind: kind as WordKind,
        spelling: spelling as Spelling,
        base,
        homograph: note === 'two readings',
      });
    });
  return book;
}

/** A word's place in the book as the lexicon file keeps it: age, kind, spelling, `h` for two readings. */
export const bookFlags = (w: BookWord): string => `${w.age}${KINDS[w.kind]}${SPELLINGS[w.spelling]}${w.homograph ? 'h' : ''}`;
