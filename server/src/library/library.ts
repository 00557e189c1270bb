/** What the Library keeps besides orders: cuts of words, cues, stated rules. */
import { eq, isNull } from 'drizzle-orm';
import { isCoreError } from '@sapling/core';
import { placeUnits, spells, statedRule } from '@sapling/core/phonics';
import type { Correction, Cue, Stated } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { colleagues, cues, statedRules, wordCorrections } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, savedOrConflict, saveVersioned } from '../http/save-versioned.js';

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

export const libraryRoutes = [
  route('corrections', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => listCorrections(db)),
  route('saveCorrection', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    if (!spells(params.word, body.units))
      throw new ProblemError('bad-input', {
        detail: `The parts do not spell "${params.word}".`,
        errors: [{ path: 'units', message: `Put together, the parts spell "${placeUnits(body.units).word}".` }],
      });
    const key = { word: params.word };
    const saved = await saveVersioned(db, wordCorrections, key, body.version, { units: body.units, savedBy: me.id, savedAt: now() });
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await listCorrections(db)).find((row) => row.word === params.word),
    );
  }),
  route('removeCorrection', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await removeVersioned(db, wordCorrections, { word: params.word }, query.version, now());
    if (!gone) throw conflictWith((await listCorrections(db)).find((row) => row.word === params.word));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),

  route('cues', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => listCues(db)),
  route('saveCue', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    const { version, ...words } = body;
    const saved = await saveVersioned(db, cues, { gpc: params.gpc }, version, { ...words, savedBy: me.id, savedAt: now() });
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await listCues(db)).find((row) => row.gpc === params.gpc),
    );
  }),

  route('rules', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => listRules(db)),
  route('saveRule', { action: 'shape library' }, async ({ db, params, body, me, now, live }) => {
    try {
      statedRule({ id: params.id, ...body.rule } as Parameters<typeof statedRule>[0]);
    } catch (error) {
      if (!isCoreError(error)) throw error;
      throw new ProblemError('bad-input', { detail: error.message, errors: [{ path: error.field, message: error.message }] });
    }
    const values = { rule: body.rule as never, savedBy: me.id, savedAt: now() };
    const saved = await saveVersioned(db, statedRules, { id: params.id }, body.version, values);
    await live.tell({ topic: 'library' }, { everyone: true });
    return savedOrConflict(
      saved,
      (await listRules(db)).find((row) => row.id === params.id),
    );
  }),
  route('removeRule', { action: 'shape library' }, async ({ db, params, query, now, live }) => {
    const gone = await removeVersioned(db, statedRules, { id: params.id }, query.version, now());
    if (!gone) throw conflictWith((await listRules(db)).find((row) => row.id === params.id));
    await live.tell({ topic: 'library' }, { everyone: true });
    return { ok: true as const };
  }),
];
