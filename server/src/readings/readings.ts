/** Readings of texts: the list, one with every step, and whether a child may be recorded. */
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { scoreMarking, secondsOf } from '@sapling/core';
import type { ReadingSummary } from '@sapling/contract';
import type { Access } from '../access.js';
import { namesOf } from '../children/children.js';
import type { Db } from '../db/open.js';
import { children, colleagues, readings, readingSteps, recordings } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { readSettings } from '../settings/settings.js';
import { forgetRecordings } from './recordings.js';
import { childOfReading, outcomesOf } from './store.js';

/** Readings in reach, newest first, each as the marking that counts has it. Those set aside are left out. */
export async function readingList(db: Db, access: Access, childId?: string): Promise<ReadingSummary[]> {
  const ids = [...access.childIds].filter((id) => childId === undefined || id === childId);
  if (ids.length === 0) return [];
  const [rows, settings] = await Promise.all([
    db.select().from(readings).where(inArray(readings.child, ids)).orderBy(desc(readings.at)),
    readSettings(db),
  ]);
  const readingIds = rows.map((r) => r.id);
  const [outcomes, recorded] = await Promise.all([
    outcomesOf(db, readingIds),
    readingIds.length === 0
      ? []
      : db
          .select({ reading: recordings.reading })
          .from(recordings)
          .where(and(inArray(recordings.reading, readingIds), isNull(recordings.deletedAt))),
  ]);
  const withSound = new Set(recorded.map((r) => r.reading));
  return rows.flatMap((row) => {
    const outcome = outcomes.get(row.id);
    if (outcome?.setAside) return [];
    const { text: _text, words, questions: _questions, paper, ...rest } = row;
    const marking = outcome?.counts;
    const { byKind: _byKind, ...score } = marking
      ? scoreMarking(words, marking, settings)
      : { byKind: null, attempted: 0, correct: 0, errors: 0, accuracy: null, wcpm: null, selfCorrections: 0, selfCorrectionShare: null };
    const answers = [...(marking?.answers.values() ?? [])];
    return [
      {
        ...rest,
        ...(paper ? { paper } : {}),
        words: words.length,
        seconds: marking ? secondsOf(marking) : 0,
        score,
        scale: marking?.scale ?? {},
        answers: {
          right: answers.filter((a) => a.answered === 'right' || a.answered === 'after looking back').length,
          partly: answers.filter((a) => a.answered === 'partly').length,
          asked: answers.length,
        },
        markings: outcome?.markings.length ?? 0,
        done: marking?.done ?? false,
        recorded: withSound.has(row.id),
      },
    ];
  });
}

export const readingRoutes = [
  route('readings', { action: 'signed in' }, async ({ db, access, query }) => readingList(db, access, query.childId)),

  route(
    'reading',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, access }) => {
      const [row] = await db.select().from(readings).where(eq(readings.id, params.id));
      if (!row) throw new Refusal('not-found');
      const [steps, outcomes, names, [sound]] = await Promise.all([
        db.select().from(readingSteps).where(eq(readingSteps.reading, row.id)).orderBy(readingSteps.marking, readingSteps.n),
        outcomesOf(db, [row.id]),
        namesOf(db, access, [row.child]),
        db
          .select()
          .from(recordings)
          .where(and(eq(recordings.reading, row.id), isNull(recordings.deletedAt))),
      ]);
      const outcome = outcomes.get(row.id);
      const who = [...new Set([row.by, ...steps.map((s) => s.by)])];
      const { paper, ...rest } = row;
      return {
        ...rest,
        ...(paper ? { paper } : {}),
        childName: names.get(row.child) ?? '',
        steps: steps.map(({ receivedAt: _receivedAt, ...step }) => step) as never,
        counts: outcome?.counts?.id ?? null,
        setAside: outcome?.setAside ?? false,
        recording: sound ? { parts: sound.parts, mime: sound.mime, at: sound.at, deleteOn: sound.deleteOn } : null,
        people: await db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues).where(inArray(colleagues.id, who)),
      };
    },
  ),

  route(
    'saveConsent',
    ({ params }) => ({ action: 'mark child', childId: params.id }),
    async ({ db, params, body, live, me, config, now }) => {
      await db.update(children).set({ recordingConsent: body.consent }).where(eq(children.id, params.id));
      // consent that is withdrawn takes with it what was recorded
      if (!body.consent) {
        const rows = await db
          .select({ reading: recordings.reading })
          .from(recordings)
          .where(and(eq(recordings.child, params.id), isNull(recordings.deletedAt)));
        await forgetRecordings(
          db,
          config.folder,
          rows.map((r) => r.reading),
          now(),
        );
      }
      await live.tell({ topic: 'children', by: me.id }, { children: [params.id] });
      return { consent: body.consent };
    },
  ),
];
