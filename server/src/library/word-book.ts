/** The lexicon as this school cuts words, for working out what answers about words say. Loaded when first needed. */
import { count, isNull, max } from 'drizzle-orm';
import { loadLexicon, type Lexicon } from '@sapling/core';
import type { Db } from '../db/open.js';
import { wordCorrections } from '../db/schema.js';
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
  const [[cuts], { accent }] = await Promise.all([
    db.select({ n: count(), last: max(wordCorrections.savedAt) }).from(wordCorrections),
    readSettings(db),
  ]);
  const stamp = `${cuts?.n ?? 0} ${cuts?.last ?? ''}`;
  return {
    accent,
    stamp: `${stamp} ${accent}`,
    async lexicon() {
      const held = corrected.get(db);
      if (held?.stamp === stamp) return held.lexicon;
      const lexicon = read(db);
      corrected.set(db, { stamp, lexicon });
      return lexicon;
    },
  };
}

async function read(db: Db): Promise<Lexicon> {
  shipped ??= loadLexicon();
  const rows = await db
    .select({ word: wordCorrections.word, units: wordCorrections.units })
    .from(wordCorrections)
    .where(isNull(wordCorrections.removedAt));
  return (await shipped).corrected(rows);
}
