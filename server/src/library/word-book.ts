/** The lexicon as this school cuts words, for working out what answers about words say. Loaded when first needed. */
import { count, isNull, max } from 'drizzle-orm';
import type { Lexicon } from '@sapling/core/phonics';
import type { Db } from '../db/open.js';
import { schoolWords, wordCorrections } from '../db/schema.js';
import { readSettings } from '../settings/settings.js';
import { lexiconOf, type BookFacts } from './lexicon-of.js';

export interface WordBook {
  readonly accent: string;
  /** Changes when words are cut or sounds are heard otherwise. */
  readonly stamp: string;
  /** What it is made from, for another thread. */
  facts(): Promise<BookFacts>;
  lexicon(): Promise<Lexicon>;
}
const held = new WeakMap<Db, { stamp: string; facts: Promise<BookFacts> }>();

export async function wordBook(db: Db): Promise<WordBook> {
  const [[cuts], [own], { accent, spelling }] = await Promise.all([
    db.select({ n: count(), last: max(wordCorrections.savedAt), gone: max(wordCorrections.removedAt) }).from(wordCorrections),
    db.select({ n: count(), last: max(schoolWords.savedAt), gone: max(schoolWords.removedAt) }).from(schoolWords),
    readSettings(db),
  ]);
  const stamp = `${[cuts, own].map((s) => `${s?.n ?? 0} ${s?.last ?? ''} ${s?.gone ?? ''}`).join(' ')}${spelling} ${accent}`;
  const facts = (): Promise<BookFacts> => {
    const before = held.get(db);
    if (before?.stamp === stamp) return before.facts;
    const now = read(db, spelling, stamp, accent);
    held.set(db, { stamp, facts: now });
    return now;
  };
  return { accent, stamp, facts, lexicon: async () => lexiconOf(await facts()) };
}

async function read(db: Db, spelling: 'British' | 'American', stamp: string, accent: string): Promise<BookFacts> {
  const corrections = await db
    .select({ word: wordCorrections.word, units: wordCorrections.units })
    .from(wordCorrections)
    .where(isNull(wordCorrections.removedAt))
    .orderBy(wordCorrections.word);
  const own = await db
    .select({ word: schoolWords.word, offer: schoolWords.offer })
    .from(schoolWords)
    .where(isNull(schoolWords.removedAt))
    .orderBy(schoolWords.word);
  const of = (offer: 'also' | 'never'): string[] => own.filter((w) => w.offer === offer).map((w) => w.word);
  return { stamp, accent, corrections, words: { spelling, added: of('also'), removed: of('never') } };
}
