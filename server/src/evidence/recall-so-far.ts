/**
 * What a quick check goes on from: the answers, sessions and numbers that the child's state rests on, so that what it
 * chooses and judges on a device agrees with what the grid says.
 */
import type { RecallSoFar } from '@sapling/contract';
import { QUICK_LOOKS_BACK } from '@sapling/core/checks';
import type { Db } from '../db/open.js';
import { fitInUse, keptJudgement } from '../settings/judgement-here.js';
import { poolOf } from '../work/pool.js';
import { factsOf } from './evidence.js';
import { groundsOf, type ChildRow } from './states.js';

/** @param me the colleague who asks: only how they hear is told */
export async function recallSoFar(db: Db, row: ChildRow, me: string): Promise<RecallSoFar> {
  const [facts, grounds, kept] = await Promise.all([factsOf(db, row.id), groundsOf(db, [row]), keptJudgement(db)]);
  const answers = await poolOf(db).run('pairAnswers', { facts, grounds: grounds(row), most: QUICK_LOOKS_BACK });
  const fit = fitInUse(kept);
  const ear = fit?.ears?.[me];
  return {
    observations: answers.map(({ id, child, by, at, kind, gpc, outcome, ms, options, fromMemory }) => ({
      id,
      child,
      by,
      at,
      kind,
      gpc: gpc!,
      outcome,
      ...(ms === undefined ? {} : { ms }),
      ...(options === undefined ? {} : { options }),
      ...(fromMemory === undefined ? {} : { fromMemory }),
    })),
    teaching: facts.teaching.map(({ gpc, at }) => ({ gpc, at })),
    numbers: fit ? { steps: fit.steps, ear: ear ? { guess: ear.guess, lapse: ear.lapse } : null } : null,
  };
}
