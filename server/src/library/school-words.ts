/** Words that a school offers beside the word book, and words of the book that it never offers: for everybody in the school. */
import { eq, isNull } from 'drizzle-orm';
import type { SchoolWord } from '@sapling/contract';
import { segment } from '@sapling/core/phonics';
import type { Db } from '../db/open.js';
import { colleagues, schoolWords } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, savedOrConflict, saveVersioned } from '../http/save-versioned.js';
import { wordBook } from './word-book.js';

async function listSchoolWords(db: Db): Promise<SchoolWord[]> {
  const found = await db
    .select({ row: schoolWords, by: colleagues.name })
    .from(schoolWords)
    .innerJoin(colleagues, eq(colleagues.id, schoolWords.savedBy))
    .where(isNull(schoolWords.removedAt))
    .orderBy(schoolWords.word);
  return found.map(({ row, by }) => ({ word: row.word, offer: row.offer, by, at: row.savedAt, version: row.version }));
}

export const schoolWordRoutes = [
  route('schoolWords', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => listSchoolWords(db)),
  route('saveSchoolWord', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    const { word } = params;
    if (body.offer === 'also') {
      const lexicon = await (await wordBook(db)).lexicon();
      const wrong = (message: string): ProblemError =>
        new ProblemError('bad-input', { detail: message, errors: [{ path: 'word', message }] });
      if (lexicon.rude.includes(word)) throw wrong(`“${word}” is not offered to children here.`);
      if (segment(lexicon, word).length === 0) throw wrong(`The tool cannot read “${word}”, so it cannot say who could.`);
    }
    const saved = await saveVersioned(db, schoolWords, { word }, body.version, { offer: body.offer, savedBy: me.id, savedAt: now() });
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await listSchoolWords(db)).find((row) => row.word === word),
    );
  }),
  route('removeSchoolWord', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await removeVersioned(db, schoolWords, { word: params.word }, query.version, now());
    if (!gone) throw conflictWith((await listSchoolWords(db)).find((row) => row.word === params.word));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
