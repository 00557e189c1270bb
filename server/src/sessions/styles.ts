/** Styles of a session: those that ship, and those of the school's own. */
import { eq, isNull } from 'drizzle-orm';
import type { StyleRow } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import { checkedStyle, SHIPPED_STYLES } from '@sapling/core/planning';
import type { Db } from '../db/open.js';
import { colleagues, sessionStyles } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, savedOrConflict, saveVersioned } from '../http/save-versioned.js';

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
  route('styles', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => [
    ...SHIPPED_STYLES.map((s) => ({ ...s, parts: [...s.parts], version: null, by: null })),
    ...(await ownStyles(db)),
  ]),

  route('saveStyle', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    let style;
    try {
      style = checkedStyle({ id: params.id, ...body });
    } catch (error) {
      if (!isCoreError(error)) throw error;
      throw new ProblemError('bad-input', { errors: [{ path: error.field, message: error.message }] });
    }
    const { id, ...rest } = style;
    const values = { ...rest, together: style.together === true, savedBy: me.id, savedAt: now() };
    const saved = await saveVersioned(db, sessionStyles, { id }, body.version, values);
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await ownStyles(db)).find((row) => row.id === params.id),
    );
  }),

  route('removeStyle', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    if (!(await removeVersioned(db, sessionStyles, { id: params.id }, query.version, now())))
      throw conflictWith((await ownStyles(db)).find((own) => own.id === params.id));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
