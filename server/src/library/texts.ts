/** Texts to read: those that ship, and those of the school's own. */
import { eq, isNull } from 'drizzle-orm';
import type { LibraryText } from '@sapling/contract';
import { TEXTS } from '@sapling/data';
import type { Db } from '../db/open.js';
import { colleagues, texts } from '../db/schema.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, savedOrConflict, saveVersioned } from '../http/save-versioned.js';

/** Texts of the school’s own. */
async function ownTexts(db: Db): Promise<LibraryText[]> {
  const found = await db
    .select({ row: texts, by: colleagues.name })
    .from(texts)
    .innerJoin(colleagues, eq(colleagues.id, texts.savedBy))
    .where(isNull(texts.removedAt))
    .orderBy(texts.title);
  return found.map(({ row: { savedBy: _savedBy, savedAt: _savedAt, removedAt: _removedAt, ...row }, by }) => ({
    ...row,
    measured: null,
    by,
  }));
}

export const textRoutes = [
  route('texts', { action: 'signed in' }, { restsOn: 'all but marks', kept: true }, async ({ db }) => [
    ...(await ownTexts(db)),
    ...TEXTS.map((t) => ({ ...t, measured: t.measured ?? null, version: null, by: null })),
  ]),
  route('saveText', { action: 'shape library' }, { mostOctets: 1_000_000 }, async ({ db, params, body, me, now, live }) => {
    const { version, ...text } = body;
    const saved = await saveVersioned(db, texts, { id: params.id }, version, { ...text, savedBy: me.id, savedAt: now() });
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await ownTexts(db)).find((row) => row.id === params.id),
    );
  }),
  route('removeText', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    if (!(await removeVersioned(db, texts, { id: params.id }, query.version, now())))
      throw conflictWith((await ownTexts(db)).find((text) => text.id === params.id));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
