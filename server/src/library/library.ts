/** What the Library keeps besides orders: cuts of words, cues, stated rules. */
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { isCoreError, placeUnits, spells, statedRule } from '@sapling/core';
import type { Correction, Cue, Stated } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { colleagues, cues, statedRules, wordCorrections } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';

const author = { by: colleagues.name };

async function listCorrections(db: Db): Promise<Correction[]> {
  const found = await db
    .select({ row: wordCorrections, ...author })
    .from(wordCorrections)
    .innerJoin(colleagues, eq(colleagues.id, wordCorrections.savedBy))
    .where(isNull(wordCorrections.removedAt))
    .orderBy(wordCorrections.word);
  return found.map(({ row, by }) => ({ word: row.word, units: row.units, by, at: row.savedAt, version: row.version }));
}

async function listCues(db: Db): Promise<Cue[]> {
  const found = await db
    .select({ row: cues, ...author })
    .from(cues)
    .innerJoin(colleagues, eq(colleagues.id, cues.savedBy))
    .orderBy(cues.gpc);
  return found.map(({ row, by }) => ({
    gpc: row.gpc,
    keyWord: row.keyWord,
    cue: row.cue,
    action: row.action,
    picture: row.picture,
    story: row.story,
    by,
    at: row.savedAt,
    version: row.version,
  }));
}

async function listRules(db: Db): Promise<Stated[]> {
  const found = await db
    .select({ row: statedRules, ...author })
    .from(statedRules)
    .innerJoin(colleagues, eq(colleagues.id, statedRules.savedBy))
    .where(isNull(statedRules.removedAt))
    .orderBy(statedRules.id);
  return found.map(({ row, by }) => ({ id: row.id, rule: row.rule as Stated['rule'], by, at: row.savedAt, version: row.version }));
}

/** The saved row as it is read, or a refusal with what is there now: nothing is overwritten unseen. */
export function saved<T>(changed: readonly unknown[], list: readonly T[], mine: (row: T) => boolean): T {
  const current = list.find(mine);
  if (changed.length === 0) throw current ? new Refusal('newer-version', { current }) : new Refusal('not-found');
  return current!;
}

export const libraryRoutes = [
  route('corrections', { action: 'signed in' }, async ({ db }) => listCorrections(db)),
  route('saveCorrection', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    if (!spells(params.word, body.units))
      throw new Refusal('bad-input', {
        detail: `The parts do not spell "${params.word}".`,
        errors: [{ path: 'units', message: `Put together, the parts spell "${placeUnits(body.units).word}".` }],
      });
    const values = { units: body.units, savedBy: me.id, savedAt: now(), removedAt: null, version: body.version + 1 };
    // a cut that was taken back can be set anew from nothing
    const changed = await db
      .insert(wordCorrections)
      .values({ word: params.word, ...values })
      .onConflictDoUpdate({
        target: wordCorrections.word,
        set: values,
        setWhere: body.version === 0 ? isNotNull(wordCorrections.removedAt) : eq(wordCorrections.version, body.version),
      })
      .returning({ word: wordCorrections.word });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await listCorrections(db), (row) => row.word === params.word);
  }),
  route('removeCorrection', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await db
      .update(wordCorrections)
      .set({ removedAt: now(), version: query.version + 1 })
      .where(and(eq(wordCorrections.word, params.word), eq(wordCorrections.version, query.version), isNull(wordCorrections.removedAt)))
      .returning({ word: wordCorrections.word });
    if (gone.length === 0) saved(gone, await listCorrections(db), (row) => row.word === params.word);
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),

  route('cues', { action: 'signed in' }, async ({ db }) => listCues(db)),
  route('saveCue', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    const { version, ...words } = body;
    const values = { ...words, savedBy: me.id, savedAt: now(), version: version + 1 };
    const changed =
      version === 0
        ? await db
            .insert(cues)
            .values({ gpc: params.gpc, ...values })
            .onConflictDoNothing()
            .returning({ gpc: cues.gpc })
        : await db
            .update(cues)
            .set(values)
            .where(and(eq(cues.gpc, params.gpc), eq(cues.version, version)))
            .returning({ gpc: cues.gpc });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await listCues(db), (row) => row.gpc === params.gpc);
  }),

  route('rules', { action: 'signed in' }, async ({ db }) => listRules(db)),
  route('saveRule', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    try {
      statedRule({ id: params.id, ...body.rule } as Parameters<typeof statedRule>[0]);
    } catch (error) {
      if (!isCoreError(error)) throw error;
      throw new Refusal('bad-input', { detail: error.message, errors: [{ path: error.field, message: error.message }] });
    }
    const values = { rule: body.rule as never, savedBy: me.id, savedAt: now(), removedAt: null, version: body.version + 1 };
    const changed =
      body.version === 0
        ? await db
            .insert(statedRules)
            .values({ id: params.id, ...values })
            .onConflictDoNothing()
            .returning({ id: statedRules.id })
        : await db
            .update(statedRules)
            .set(values)
            .where(and(eq(statedRules.id, params.id), eq(statedRules.version, body.version)))
            .returning({ id: statedRules.id });
    await live.tell({ topic: 'library' }, { everyone: true });
    return saved(changed, await listRules(db), (row) => row.id === params.id);
  }),
  route('removeRule', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await db
      .update(statedRules)
      .set({ removedAt: now(), version: query.version + 1 })
      .where(and(eq(statedRules.id, params.id), eq(statedRules.version, query.version), isNull(statedRules.removedAt)))
      .returning({ id: statedRules.id });
    if (gone.length === 0) saved(gone, await listRules(db), (row) => row.id === params.id);
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
