/** How readings came out, kept with what they rest on: a list of a school's readings folds no steps. */
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { ReadingSummary } from '@sapling/contract';
import {
  countingMarking,
  foldReading,
  isSetAside,
  scoreMarking,
  secondsOf,
  type ReadingSettings,
  type StepRecord,
} from '@sapling/core/reading';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { readingOutcomes, readings, readingSteps, recordings } from '../db/schema.js';
import { breathing } from '../http/breathing.js';
import { isClash } from '../http/safe-error.js';
import { readSettings } from '../settings/read-settings.js';

/** As the marking that counts has it. */
export type ReadingOutcome = Pick<ReadingSummary, 'seconds' | 'score' | 'scale' | 'answers' | 'markings' | 'done'> & {
  readonly setAside: boolean;
};

/** Raised where outcomes are worked out otherwise. */
const FORM = 2;
/** So many readings at once: their steps are read together. */
const AT_ONCE = 10;

function outcomeOf(words: readonly string[], steps: readonly StepRecord[], settings: ReadingSettings): ReadingOutcome {
  const markings = foldReading(steps);
  const marking = countingMarking(markings);
  const { byKind: _byKind, ...score } = marking
    ? scoreMarking(words, marking, settings)
    : { byKind: null, attempted: 0, correct: 0, errors: 0, accuracy: null, wcpm: null, selfCorrections: 0, selfCorrectionShare: null };
  const answers = [...(marking?.answers.values() ?? [])];
  return {
    seconds: marking ? secondsOf(marking) : 0,
    score,
    scale: marking?.scale ?? {},
    answers: {
      right: answers.filter((a) => a.answered === 'right' || a.answered === 'after looking back').length,
      partly: answers.filter((a) => a.answered === 'partly').length,
      asked: answers.length,
    },
    markings: markings.length,
    done: marking?.done ?? false,
    setAside: isSetAside(steps),
  };
}

/** How these readings came out, by id: what was worked out before is read, the rest worked out and kept. */
export async function readingOutcomesOf(db: Db, ids: readonly string[]): Promise<Map<string, ReadingOutcome>> {
  const { selfCorrectionIsRight } = await readSettings(db);
  const settings = { selfCorrectionIsRight };
  const stamp = `${FORM} ${JSON.stringify(settings)}`;
  const kept = await byIds(ids, (some) =>
    db
      .select({ reading: readingOutcomes.reading, outcome: readingOutcomes.outcome })
      .from(readingOutcomes)
      .where(and(inArray(readingOutcomes.reading, some), eq(readingOutcomes.stamp, stamp))),
  );
  const out = new Map(kept.map((k) => [k.reading, k.outcome]));
  const stale = ids.filter((id) => !out.has(id));
  const breath = breathing();
  for (let from = 0; from < stale.length; from += AT_ONCE) {
    const some = stale.slice(from, from + AT_ONCE);
    const [rows, steps] = await Promise.all([
      db.select({ id: readings.id, child: readings.child, words: readings.words }).from(readings).where(inArray(readings.id, some)),
      db.select().from(readingSteps).where(inArray(readingSteps.reading, some)),
    ]);
    const found: Kept[] = [];
    for (const { id: reading, child, words } of rows) {
      await breath();
      const own = steps.filter((s) => s.reading === reading);
      const outcome = outcomeOf(words, own, settings);
      out.set(reading, outcome);
      found.push({ reading, child, stamp, outcome, steps: own.length });
    }
    await keepOutcomes(db, found);
  }
  return out;
}

/** Readings of these children whose outcome is not kept: never worked out, or a step came since. */
export async function withoutOutcome(db: Db, ofChildren: readonly string[]): Promise<string[]> {
  const rows = await db
    .select({ id: readings.id })
    .from(readings)
    .leftJoin(readingOutcomes, eq(readingOutcomes.reading, readings.id))
    .where(and(inArray(readings.child, [...ofChildren]), isNull(readingOutcomes.reading)));
  return rows.map((r) => r.id);
}

/** An outcome with how many steps it rests on. */
type Kept = typeof readingOutcomes.$inferInsert & { readonly steps: number };
/**
 * Each is kept unless a step came meanwhile: what it rests on is another thing then. One that is on its way is waited for, or what
 * was worked out without it would be kept behind its back. In one statement, since each is synced.
 */
async function keepOutcomes(db: Db, found: readonly Kept[]): Promise<void> {
  if (found.length === 0) return;
  const ids = found.map((f) => f.reading);
  const keeping = db.transaction(async (tx) => {
    await tx.select({ id: readings.id }).from(readings).where(inArray(readings.id, ids)).orderBy(readings.id).for('share');
    await tx.execute(sql`
    insert into ${readingOutcomes} (reading, child, stamp, outcome)
    select f.reading, f.child, f.stamp, f.outcome
    from json_to_recordset(${JSON.stringify(found)}::json) as f(reading uuid, child uuid, stamp text, outcome jsonb, steps int)
    where (select count(*) from ${readingSteps} where ${readingSteps.reading} = f.reading) = f.steps
    on conflict (reading) do update set child = excluded.child, stamp = excluded.stamp, outcome = excluded.outcome`);
  });
  // it can be worked out again: whoever reads a list is not told that somebody else was busy
  await keeping.catch((error: unknown) => {
    if (!isClash(error)) throw error;
  });
}

/** Forgets how a reading came out: a step of it is being kept. */
export async function forgetOutcome(db: Db, reading: string): Promise<void> {
  await db.delete(readingOutcomes).where(eq(readingOutcomes.reading, reading));
}

/** Which of these readings have sound. */
export async function recordedOf(db: Db, ids: readonly string[]): Promise<Set<string>> {
  const rows = await byIds(ids, (some) =>
    db
      .select({ reading: recordings.reading })
      .from(recordings)
      .where(and(inArray(recordings.reading, some), isNull(recordings.deletedAt))),
  );
  return new Set(rows.map((r) => r.reading));
}
