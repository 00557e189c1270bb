/** Readings as they are kept, and as they come out. */
import { eq, inArray } from 'drizzle-orm';
import type { ReadingStepRecord } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import type { Observation } from '@sapling/core/evidence';
import type { Lexicon } from '@sapling/core/phonics';
import {
  checkedStep,
  countingMarking,
  foldReading,
  isSetAside,
  readingObservations,
  type Marking,
  type StepRecord,
} from '@sapling/core/reading';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { readings, readingSteps } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { forgetOutcome } from './outcome.js';

type StoredReading = typeof readings.$inferSelect;

/** Stores a step once. @throws Refusal where its reading is not here, is another child's, or the step does not fit its text. */
export async function storeStep(db: Db, record: ReadingStepRecord, now: string): Promise<{ id: string }[]> {
  // whoever keeps how it came out at this moment waits until the step is there: see keepOutcomes
  const [reading] = await db.select().from(readings).where(eq(readings.id, record.reading)).for('no key update');
  if (!reading) throw new ProblemError('not-found', { detail: 'The reading this belongs to has not arrived yet.' });
  if (reading.child !== record.child) throw new ProblemError('not-allowed');
  try {
    checkedStep(record.step as StepRecord['step'], { words: reading.words.length, questions: reading.questions.length });
  } catch (error) {
    if (isCoreError(error)) throw new ProblemError('bad-input', { detail: error.message });
    throw error;
  }
  const [other] = await db.select({ by: readingSteps.by }).from(readingSteps).where(eq(readingSteps.marking, record.marking)).limit(1);
  if (other && other.by !== record.by) throw new ProblemError('not-allowed', { detail: 'This marking was begun by somebody else.' });
  await forgetOutcome(db, record.reading);
  return db
    .insert(readingSteps)
    .values({ ...record, step: record.step as StepRecord['step'], receivedAt: now })
    .onConflictDoNothing()
    .returning({ id: readingSteps.id });
}

export interface Outcome {
  readonly markings: readonly Marking[];
  readonly counts: Marking | undefined;
  readonly setAside: boolean;
}
/** How some readings came out, by id, with their markings. For a list see `readingOutcomesOf`, which keeps what it worked out. */
export async function outcomesOf(db: Db, ids: readonly string[]): Promise<Map<string, Outcome>> {
  const steps = await byIds(ids, (some) => db.select().from(readingSteps).where(inArray(readingSteps.reading, some)));
  const byReading = new Map<string, StepRecord[]>(ids.map((id) => [id, []]));
  for (const step of steps) byReading.get(step.reading)!.push(step);
  return new Map(
    [...byReading].map(([id, own]) => {
      const markings = foldReading(own);
      return [id, { markings, counts: countingMarking(markings), setAside: isSetAside(own) }];
    }),
  );
}

/** Finished readings that count, of these children, with the marking that counts. */
async function countingReadings(db: Db, childIds: readonly string[]): Promise<{ reading: StoredReading; marking: Marking }[]> {
  if (childIds.length === 0) return [];
  const rows = await db
    .select()
    .from(readings)
    .where(inArray(readings.child, [...childIds]));
  const outcomes = await outcomesOf(
    db,
    rows.map((r) => r.id),
  );
  return rows.flatMap((reading) => {
    const outcome = outcomes.get(reading.id);
    return outcome?.counts?.done && !outcome.setAside ? [{ reading, marking: outcome.counts }] : [];
  });
}

/** The words of a child's readings as observations, for the list of what there is about the child. */
export async function observationsFromReadings(db: Db, childId: string, lexicon: Lexicon): Promise<(Observation & { reading: string })[]> {
  return (await countingReadings(db, [childId])).flatMap(({ reading, marking }) =>
    readingObservations(lexicon, { id: reading.id, child: reading.child, at: reading.at, words: reading.words, marking }).map((o) => ({
      ...o,
      reading: reading.id,
    })),
  );
}

/** The child a reading is of, for the guard. */
export const childOfReading =
  (id: string) =>
  async (db: Db): Promise<string | undefined> =>
    (await db.select({ child: readings.child }).from(readings).where(eq(readings.id, id)))[0]?.child;
