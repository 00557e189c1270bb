/** By which numbers children are judged in this school: as shipped, or as fitted to its own answers; less sure where they foretell badly. */
import { createHash } from 'node:crypto';
import { DEFAULT_MODEL, lessSure, movedParameters, verdictOf, type EstimateModel, type Refit, type Score } from '@sapling/core/judgement';
import type { Db } from '../db/open.js';
import { schools } from '../db/schema.js';

/** Numbers fitted to a school's answers, with what they were fitted from. */
export interface KeptFit extends Omit<Refit, 'ears'> {
  /** Not there in what was fitted before adults were learned. */
  readonly ears?: Refit['ears'];
  /** Which shipped numbers it moves: an update of the program may ship others. */
  readonly base: string;
  /** When it was fitted, ISO 8601 UTC, and by whom. */
  readonly at: string;
  readonly by: string;
}
export interface KeptJudgement {
  /** Fitted and not used. */
  readonly found?: KeptFit;
  readonly used?: KeptFit;
  /** How well the judgement has foretold in this school, when it was last looked at. */
  readonly score?: Pick<Score, 'answers' | 'loss' | 'plain'>;
}

const short = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('base64url').slice(0, 12);
/** The shipped numbers, by a name. */
export const SHIPPED = short(DEFAULT_MODEL.recall);

export async function keptJudgement(db: Db): Promise<KeptJudgement> {
  const [school] = await db.select({ judgement: schools.judgement }).from(schools).limit(1);
  return school?.judgement ?? {};
}
/** Changes what is kept, from what is kept when it is written. */
export async function keepJudgement(db: Db, change: (kept: KeptJudgement) => KeptJudgement): Promise<KeptJudgement> {
  return db.transaction(async (tx) => {
    const [school] = await tx.select({ judgement: schools.judgement }).from(schools).limit(1).for('update');
    const next = change(school?.judgement ?? {});
    await tx.update(schools).set({ judgement: next });
    return next;
  });
}

/** Whether what is said is said less surely here, because a plain rule foretells better. */
export const isLessSure = ({ score }: KeptJudgement): boolean => score !== undefined && verdictOf(score) === 'worse';

/** What was fitted to this school's answers and is used, unless an update has replaced the numbers it moves. */
export const fitInUse = ({ used }: KeptJudgement): KeptFit | undefined => (used?.base === SHIPPED ? used : undefined);

/** The model as it is used in this school, and what it rests on beside the program: empty where that is nothing. */
export function judgementHere(model: EstimateModel, kept: KeptJudgement): { readonly model: EstimateModel; readonly stamp: string } {
  const used = fitInUse(kept);
  const fitted = used ? { ...model, recall: movedParameters(model.recall, used.steps, used.ears) } : model;
  const wider = isLessSure(kept);
  return {
    model: wider ? lessSure(fitted) : fitted,
    stamp: used || wider ? short([used?.steps, ...(used?.ears ? [used.ears] : []), wider]) : '',
  };
}
