/** Texts to read: those that ship, and those of the school's own. */
import { and, eq, isNull } from 'drizzle-orm';
import type { LibraryText } from '@sapling/contract';
import { TEXTS } from '@sapling/data';
import type { Db } from '../db/open.js';
import { colleagues, texts } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { saved } from './library.js';

/** Texts of the school’s own. */
export async function ownTexts(db: Db): Promise<LibraryText[]> {
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
  route('texts', { action: 'signed in' }, async ({ db }) => [
    ...(await ownTexts(db)),
    ...TEXTS.map((t) => ({ ...t, measured: t.measured ?? null, version: null, by: null })),
  ]),
  route('saveText', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    const values = { ...body, savedBy: me.id, savedAt: now(), removedAt: null, version: body.version + 1 };
    const changed =
      body.version === 0
        ? await db
            .insert(texts)
            .values({ id: params.id, ...values })
            .onConflictDoNothing()
            .returning({ id: texts.id })
        : await db
            .update(texts)
            .set(values)
            .where(and(eq(texts.id, params.id), eq(texts.version, body.version)))
            .returning({ id: texts.id });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await ownTexts(db), (row) => row.id === params.id);
  }),
  route('removeText', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await db
      .update(texts)
      .set({ removedAt: now(), version: query.version + 1 })
      .where(and(eq(texts.id, params.id), eq(texts.version, query.version), isNull(texts.removedAt)))
      .returning({ id: texts.id });
    if (gone.length === 0) {
      const current = (await ownTexts(db)).find((t) => t.id === params.id);
      throw current ? new Refusal('newer-version', { current }) : new Refusal('not-found');
    }
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
