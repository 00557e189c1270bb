/** Fits the judgement to the answers of a school. Nothing here asks the database: it runs in a thread of its own, for minutes. */
import { refit, type Refit } from '@sapling/core/judgement';
import { allGpcs } from '@sapling/core/phonics';
import { evidenceFrom, type ChildFacts, type Grounds } from '../evidence/judge-child.js';

export interface SchoolRecords {
  readonly children: readonly { readonly facts: ChildFacts; readonly grounds: Pick<Grounds, 'book' | 'reading' | 'order'> }[];
}

/** Null where there are too few answers to tell. */
export async function fitSchool({ children }: SchoolRecords, tell: (done: number, of: number) => void): Promise<Refit | null> {
  const records = [];
  for (const { facts, grounds } of children) {
    const { pairs, words } = await evidenceFrom(facts, grounds);
    records.push({ pairs, words, teaching: facts.teaching, ...(grounds.order ? { order: allGpcs(grounds.order) } : {}) });
  }
  return refit(records, { onStep: tell });
}
