/** The lexicon as this school cuts words, for working out what answers about words say. Loaded when first needed. */
import { count, isNull, max } from 'drizzle-orm';
import { loadLexicon, type Lexicon } from '@sapling/core';
import type { Db } from '../db/open.js';
import { schoolWords, wordCorrections } from '../db/schema.js';
import { readSettings } from '../settings/settings.js';

export interface WordBook {
  readonly accent: string;
  /** Changes when words are cut or sounds are heard otherwise. */
  readonly stamp: string;
  lexicon(): Promise<Lexicon>;
}
let shipped: Promise<Lexicon> | undefined;
const corrected = new WeakMap<Db, { stamp: string; lexicon: Promise<Lexicon> }>();

export async function wordBook(db: Db): Promise<WordBook> {
  const [[cuts], [own], { accent, spelling }] = await Promise.all([
    db.select({ n: count(), last: max(wordCorrections.savedAt), gone: max(wordCorrections.removedAt) }).from(wordCorrections),
    db.select({ n: count(), last: max(schoolWords.savedAt), gone: max(schoolWords.removedAt) }).from(schoolWords),
    readSettings(db),
  ]);
  const stamp = [cuts, own].map((s) => `${s?.n ?? 0} ${s?.last ?? ''} ${s?.gone ?? ''}`).join(' ') + spelling;
  return {
    accent,
    stamp: `${stamp} ${accent}`,
    async lexicon() {
      const held = corrected.get(db);
      if (held?.stamp === stamp) return held.lexicon;
      const lexicon = read(db, spelling);
      corrected.set(db, { stamp, lexicon });
      return lexicon;
    },
  };
}

async function read(db: Db, spelling: 'British' | 'American'): Promise<Lexicon> {
  shipped ??= loadLexicon();
  const rows = await db
    .select({ word: wordCorrections.word, units: wordCorrections.units })
    .from(wordCorrections)
    .where(isNull(wordCorrections.removedAt));
  const own = await db.select({ word: schoolWords.word, offer: schoolWords.offer }).from(schoolWords).where(isNull(schoolWords.removedAt));
  const of = (offer: 'also' | 'never'): string[] => own.filter((w) => w.offer === offer).map((w) => w.word);
  return (await shipped).corrected(rows, { spelling, added: of('also'), removed: of('never') });
}
