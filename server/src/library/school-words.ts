/** Words that a school offers beside the word book, and words of the book that it never offers: for everybody in the school. */
import { eq, isNotNull, isNull, and } from 'drizzle-orm';
import type { SchoolWord } from '@sapling/contract';
import { segment } from '@sapling/core';
import type { Db } from '../db/open.js';
import { colleagues, schoolWords } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { saved } from './library.js';
import { wordBook } from './word-book.js';

export async function listSchoolWords(db: Db): Promise<SchoolWord[]> {
  const found = await db
    .select({ row: schoolWords, by: colleagues.name })
    .from(schoolWords)
    .innerJoin(colleagues, eq(colleagues.id, schoolWords.savedBy))
    .where(isNull(schoolWords.removedAt))
    .orderBy(schoolWords.word);
  return found.map(({ row, by }) => ({ word: row.word, offer: row.offer, by, at: row.savedAt, version: row.version }));
}

export const schoolWordRoutes = [
  route('schoolWords', { action: 'signed in' }, async ({ db }) => listSchoolWords(db)),
  route('saveSchoolWord', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    const { word } = params;
    if (body.offer === 'also') {
      const lexicon = await (await wordBook(db)).lexicon();
      const wrong = (message: string): Refusal => new Refusal('bad-input', { detail: message, errors: [{ path: 'word', message }] });
      if (lexicon.rude.includes(word)) throw wrong(`“${word}” is not offered to children here.`);
      if (segment(lexicon, word).length === 0) throw wrong(`The tool cannot read “${word}”, so it cannot say who could.`);
    }
    const values = { offer: body.offer, savedBy: me.id, savedAt: now(), removedAt: null, version: body.version + 1 };
    // what was taken back can be decided anew from nothing
    const changed = await db
      .insert(schoolWords)
      .values({ word, ...values })
      .onConflictDoUpdate({
        target: schoolWords.word,
        set: values,
        setWhere: body.version === 0 ? isNotNull(schoolWords.removedAt) : eq(schoolWords.version, body.version),
      })
      .returning({ word: schoolWords.word });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await listSchoolWords(db), (row) => row.word === word);
  }),
  route('removeSchoolWord', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await db
      .update(schoolWords)
      .set({ removedAt: now(), version: query.version + 1 })
      .where(and(eq(schoolWords.word, params.word), eq(schoolWords.version, query.version), isNull(schoolWords.removedAt)))
      .returning({ word: schoolWords.word });
    if (gone.length === 0) saved(gone, await listSchoolWords(db), (row) => row.word === params.word);
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
