/** Readings of texts: the list, one with every step, and whether a child may be recorded. */
import { and, eq, getTableColumns, inArray, isNull, lte, sql } from 'drizzle-orm';
import type { ReadingSummary } from '@sapling/contract';
import type { Access } from '../access.js';
import { namesOf } from '../children/children.js';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import { children, colleagues, readingOutcomes, readings, readingSteps, recordings } from '../db/schema.js';
import { breathing } from '../http/breathing.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { readingOutcomesOf, recordedOf, withoutOutcome } from './outcome.js';
import { forgetRecordings } from './recordings.js';
import { childOfReading, outcomesOf } from './store.js';

/** A child has many readings. */
const CHILDREN_AT_ONCE = 20;
/**
 * Readings in reach, newest first, each as the marking that counts has it and with which reading of its text it is. Those set aside
 * are left out, or are all there is where they are asked for (`aside`).
 * @param of only of these children
 * @param latest only so many of each child, the newest of those listed; which reading of its text each is counts the older ones all the same
 */
export async function readingList(
  db: Db,
  access: Access,
  { of, latest, aside = false }: { of?: readonly string[] | undefined; latest?: number | undefined; aside?: boolean } = {},
): Promise<ReadingSummary[]> {
  const ids = of === undefined ? [...access.childIds] : of.filter((id) => access.childIds.has(id));
  // their texts and words are long, and a list shows how many
  const { text: _text, words: _words, questions: _questions, ...columns } = getTableColumns(readings);
  const rows = await byIds(
    ids,
    async (some) => {
      // so many of those that are listed: with the others a child whose newest were set aside would seem never to have read
      if (latest !== undefined) await readingOutcomesOf(db, await withoutOutcome(db, some));
      const listed = sql`coalesce((${readingOutcomes.outcome} ->> 'setAside')::boolean, false) = ${aside}`;
      const placed = db
        .select({
          id: readings.id,
          child: readings.child,
          textId: readings.textId,
          place: sql<number>`row_number() over (partition by ${readings.child} order by ${readings.at} desc, ${readings.id} desc)`.as(
            'place',
          ),
        })
        .from(readings)
        .leftJoin(readingOutcomes, eq(readingOutcomes.reading, readings.id))
        .where(and(inArray(readings.child, some), latest === undefined ? undefined : listed))
        .as('placed');
      const byText = db
        .select({
          id: placed.id,
          place: placed.place,
          newestOfText: sql<number>`min(${placed.place}) over (partition by ${placed.child}, ${placed.textId})`.as('newest_of_text'),
        })
        .from(placed)
        .as('by_text');
      return db
        .select({ ...columns, length: sql<number>`jsonb_array_length(${readings.words})`, place: byText.place })
        .from(byText)
        .innerJoin(readings, eq(readings.id, byText.id))
        .where(latest === undefined ? undefined : lte(byText.newestOfText, latest));
    },
    CHILDREN_AT_ONCE,
  );
  const [outcomes, recorded] = await Promise.all([
    readingOutcomesOf(
      db,
      rows.map((r) => r.id),
    ),
    recordedOf(
      db,
      rows.map((r) => r.id),
    ),
  ]);
  rows.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? 1 : -1));
  const breath = breathing();
  const list: ReadingSummary[] = [];
  const read = new Map<string, number>();
  for (const { length, paper, place, ...row } of rows.reverse()) {
    await breath();
    const { setAside, ...outcome } = outcomes.get(row.id)!;
    if (setAside !== aside) continue;
    const text = `${row.child} ${row.textId}`;
    const nth = (read.get(text) ?? 0) + 1;
    if (outcome.done) read.set(text, nth);
    if (latest === undefined || place <= latest)
      list.push({ ...row, ...(paper ? { paper } : {}), words: length, ...outcome, nth, recorded: recorded.has(row.id) });
  }
  return list.reverse();
}

export const readingRoutes = [
  route('readings', { action: 'signed in' }, async ({ db, access, query }) =>
    readingList(db, access, {
      of: query.childId === undefined ? undefined : [query.childId],
      latest: query.latest,
      aside: query.aside === 'only',
    }),
  ),

  route(
    'reading',
    ({ params }) => ({ action: 'read check', checkChild: childOfReading(params.id) }),
    async ({ db, params, access }) => {
      const [row] = await db.select().from(readings).where(eq(readings.id, params.id));
      if (!row) throw new ProblemError('not-found');
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
    async ({ db, params, body, live, me, recordingStore, now }) => {
      await db.update(children).set({ recordingConsent: body.consent }).where(eq(children.id, params.id));
      // consent that is withdrawn takes with it what was recorded
      if (!body.consent) {
        const rows = await db
          .select({ reading: recordings.reading })
          .from(recordings)
          .where(and(eq(recordings.child, params.id), isNull(recordings.deletedAt)));
        await forgetRecordings(
          db,
          recordingStore,
          rows.map((r) => r.reading),
          now(),
        );
      }
      await live.tell({ topic: 'children', by: me.id }, { children: [params.id] });
      return { consent: body.consent };
    },
  ),
];
