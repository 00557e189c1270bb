/** Styles of a session: those that ship, and those of the school's own. */
import { and, eq, isNull } from 'drizzle-orm';
import type { StyleRow } from '@sapling/contract';
import { checkedStyle, isCoreError, SHIPPED_STYLES } from '@sapling/core';
import type { Db } from '../db/open.js';
import { colleagues, sessionStyles } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { saved } from '../library/library.js';

async function ownStyles(db: Db): Promise<StyleRow[]> {
  const found = await db
    .select({ row: sessionStyles, by: colleagues.name })
    .from(sessionStyles)
    .innerJoin(colleagues, eq(colleagues.id, sessionStyles.savedBy))
    .where(isNull(sessionStyles.removedAt))
    .orderBy(sessionStyles.name);
  return found.map(({ row, by }) => ({
    id: row.id,
    name: row.name,
    parts: [...row.parts],
    oldToNew: row.oldToNew,
    atError: row.atError,
    together: row.together,
    version: row.version,
    by,
  }));
}

export const styleRoutes = [
  route('styles', { action: 'signed in' }, async ({ db }) => [
    ...SHIPPED_STYLES.map((s) => ({ ...s, parts: [...s.parts], version: null, by: null })),
    ...(await ownStyles(db)),
  ]),

  route('saveStyle', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    let style;
    try {
      style = checkedStyle({ id: params.id, ...body });
    } catch (error) {
      if (!isCoreError(error)) throw error;
      throw new Refusal('bad-input', { errors: [{ path: error.field, message: error.message }] });
    }
    const values = {
      ...style,
      together: style.together === true,
      savedBy: me.id,
      savedAt: now(),
      removedAt: null,
      version: body.version + 1,
    };
    const changed =
      body.version === 0
        ? await db.insert(sessionStyles).values(values).onConflictDoNothing().returning({ id: sessionStyles.id })
        : await db
            .update(sessionStyles)
            .set(values)
            .where(and(eq(sessionStyles.id, params.id), eq(sessionStyles.version, body.version)))
            .returning({ id: sessionStyles.id });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await ownStyles(db), (row) => row.id === params.id);
  }),

  route('removeStyle', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const changed = await db
      .update(sessionStyles)
      .set({ removedAt: now(), version: query.version + 1 })
      .where(and(eq(sessionStyles.id, params.id), eq(sessionStyles.version, query.version), isNull(sessionStyles.removedAt)))
      .returning({ id: sessionStyles.id });
    if (changed.length === 0) {
      const current = (await ownStyles(db)).find((s) => s.id === params.id);
      throw current ? new Refusal('newer-version', { current }) : new Refusal('not-found');
    }
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
