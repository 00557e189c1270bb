/** Reading evidence back: what counts, and the states the core works out from it. */
import { eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import {
  derive,
  effective,
  allGpcs,
  judge,
  estimateOver,
  taughtAfter,
  type Derived,
  type Estimate,
  type Judgement,
  type EstimateModel,
  type Observation,
  type TeachingOrder,
} from '@sapling/core';
import type { ObservationRow, PairStateRow, StrandStateRow } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { children, observations, withdrawals } from '../db/schema.js';
import { wordBook } from '../library/word-book.js';
import { evidenceFromReadings } from '../readings/store.js';
import { readSettings } from '../settings/settings.js';

export type Stored = typeof observations.$inferSelect;

export function toObservation(row: Stored): ObservationRow {
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(row)) if (value !== null && key !== 'receivedAt') out[key] = value;
  return out as unknown as ObservationRow;
}

/**
 * Every observation of these children as JSON that the database writes, a text for each child: thousands of rows come over
 * in a fraction of the time that rows of fields take.
 */
const FIELDS = sql.join(
  Object.entries(getTableColumns(observations))
    .filter(([name]) => name !== 'receivedAt')
    .flatMap(([name, column]) => [
      sql.raw(`'${name}'`),
      column.getSQLType().startsWith('timestamp')
        ? sql`to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`
        : sql`${column}`,
    ]),
  sql`, `,
);
function listsOf(db: Db, childIds: readonly string[]): Promise<{ child: string; list: string }[]> {
  return db
    .select({ child: observations.child, list: sql<string>`json_agg(json_strip_nulls(json_build_object(${FIELDS})))::text` })
    .from(observations)
    .where(inArray(observations.child, [...childIds]))
    .groupBy(observations.child);
}

/** What a child's records speak of: observations of pairs, those derived from words too, and of skills. */
export type ChildEvidence = Derived;
const NOTHING: ChildEvidence = { pairs: [], skills: [], words: [] };

interface Held {
  /** The version of the child's evidence, and how words were cut then. */
  readonly seen: string;
  readonly evidence: ChildEvidence;
}
/** Evidence read before, by database and child. */
const held = new WeakMap<Db, Map<string, Held>>();

/** The evidence of so many children is held. */
const MOST_HELD = 120;

/**
 * What counts of these children, by child, in order of time. The version of a child's evidence says whether what was read
 * before is still all of it: only children with something new are read again, and all when the school cuts words or hears
 * sounds otherwise.
 */
export async function evidenceOf(db: Db, childIds: readonly string[]): Promise<Map<string, ChildEvidence>> {
  const out = new Map<string, ChildEvidence>(childIds.map((id) => [id, NOTHING]));
  if (childIds.length === 0) return out;
  const cache = held.get(db) ?? new Map<string, Held>();
  held.set(db, cache);
  const [versions, settings, words] = await Promise.all([
    db
      .select({ child: children.id, n: children.evidenceVersion })
      .from(children)
      .where(inArray(children.id, [...childIds])),
    readSettings(db),
    wordBook(db),
  ]);
  const stamps = new Map(versions.map(({ child, n }) => [child, `${n}/${settings.version}/${words.stamp}`]));
  const stale = [...stamps].filter(([child, stamp]) => cache.get(child)?.seen !== stamp).map(([child]) => child);
  if (stale.length > 0) {
    const [lists, withdrawn, lexicon] = await Promise.all([
      listsOf(db, stale),
      db.select({ id: withdrawals.observation }).from(withdrawals).where(inArray(withdrawals.child, stale)),
      words.lexicon(),
    ]);
    const without = new Set(withdrawn.map((w) => w.id));
    const byChild = new Map<string, Observation[]>(stale.map((id) => [id, []]));
    for (const { child, list } of lists) byChild.set(child, JSON.parse(list) as Observation[]);
    const readingsSay = await evidenceFromReadings(db, stale, lexicon, words.accent, settings);
    for (const [child, list] of byChild)
      cache.set(child, {
        seen: stamps.get(child)!,
        evidence: together(derive(lexicon, effective(list, without), { accent: words.accent }), readingsSay.get(child)),
      });
  }
  for (const child of stamps.keys()) {
    const found = cache.get(child)!;
    out.set(child, found.evidence);
    // looked at last stands last: what is thrown away first is what nobody has asked for in a long while
    cache.delete(child);
    cache.set(child, found);
  }
  while (cache.size > MOST_HELD) cache.delete(cache.keys().next().value!);
  return out;
}

/** What checks and readings say, in order of time. */
function together(checked: Derived, read: Derived | undefined): Derived {
  if (!read) return checked;
  const time = (a: { at: string }, b: { at: string }): number => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0);
  return {
    pairs: [...checked.pairs, ...read.pairs].sort(time),
    skills: [...checked.skills, ...read.skills].sort((a, b) => time(a.observation, b.observation)),
    words: [...checked.words, ...read.words],
  };
}

/** When the child was last checked, by whatever kind of check. */
export function lastChecked({ pairs }: ChildEvidence): string | null {
  return pairs.findLast((o) => o.kind !== 'session' && o.kind !== 'text')?.at ?? null;
}

/** Where a child stands on each strand that was looked at. */
export function strandsOf(order: TeachingOrder | undefined, evidence: ChildEvidence, asOf: string, model: EstimateModel): StrandStateRow[] {
  return [...judged(order, evidence, asOf, model).strands].map(([strand, e]) => ({ strand, ...rounded(e) }));
}

export async function withdrawnOf(db: Db, childId: string): Promise<Set<string>> {
  const gone = await db.select({ id: withdrawals.observation }).from(withdrawals).where(eq(withdrawals.child, childId));
  return new Set(gone.map((g) => g.id));
}

/** States hold for so long: what is known fades over days, not hours; new evidence is judged at once. */
const HOLDS_MS = 6 * 3_600_000;
const MOST_KEPT = 24;
/** States worked out before, by the evidence they rest on: new evidence is another object, so none is ever shown for what it does not rest on. */
const worked = new WeakMap<ChildEvidence, Map<string, Judgement>>();

/** What is known now. */
function judged(order: TeachingOrder | undefined, evidence: ChildEvidence, asOf: string, model: EstimateModel): Judgement {
  const kept = worked.get(evidence) ?? new Map<string, Judgement>();
  worked.set(evidence, kept);
  const key = `${Math.floor(Date.parse(asOf) / HOLDS_MS)} ${model.secureFrom} ${model.gapBelow} ${model.strand.secureFrom} ${model.strand.gapBelow} ${order?.id ?? ''}`;
  const found =
    kept.get(key) ??
    judge(evidence, {
      asOf,
      model,
      earlier: [new Date(Date.parse(asOf) - LOOK_BACK_MS).toISOString()],
      ...(order ? { order: allGpcs(order) } : {}),
    });
  if (kept.size >= MOST_KEPT) kept.clear();
  kept.set(key, found);
  return found;
}
/** Over so long a child's direction is told. */
const LOOK_BACK_MS = 21 * 86_400_000;

/** The state of every taught pair now, in taught order, and three weeks ago from what had been seen by then. */
export function lineOf(
  order: TeachingOrder | undefined,
  taughtSteps: number,
  evidence: ChildEvidence,
  asOf: string,
  model: EstimateModel,
): { now: PairStateRow[]; before: PairStateRow[] } {
  if (!order) return { now: [], before: [] };
  const taught = [...new Set(taughtAfter(order, Math.min(taughtSteps, order.steps.length)).gpcs)];
  const { pairs, earlier } = judged(order, evidence, asOf, model);
  const rows = (states: ReadonlyMap<string, Estimate>): PairStateRow[] => taught.map((gpc) => stateRow(gpc, states.get(gpc)));
  return { now: rows(pairs), before: rows(earlier[0]!) };
}

/** The lines of a child at several moments in order of time, each from what had been seen by then. */
export function linesOver(
  order: TeachingOrder | undefined,
  taughtSteps: number,
  evidence: ChildEvidence,
  moments: readonly string[],
  model: EstimateModel,
): PairStateRow[][] {
  if (!order) return moments.map(() => []);
  const taught = [...new Set(taughtAfter(order, Math.min(taughtSteps, order.steps.length)).gpcs)];
  return estimateOver(evidence.pairs, moments, { model, order: allGpcs(order), words: evidence.words }).map((states) =>
    taught.map((gpc) => stateRow(gpc, states.get(gpc))),
  );
}

/** A number of pairs to a tenth, as it is shown. */
export const tenth = (x: number): number => Math.round(x * 10) / 10;

function stateRow(gpc: string, found: Estimate | undefined): PairStateRow {
  if (!found) return { gpc, state: 'unchecked', p: 0.5, low: 0, high: 1, basedOn: 0, lastSeen: null, known: 0.5, slow: false, due: false };
  return { gpc, ...rounded(found), known: Math.round(found.known * 1000) / 1000, slow: found.slow, due: found.due };
}

function rounded(found: Omit<Estimate, 'known' | 'slow' | 'due'>): Omit<StrandStateRow, 'strand'> {
  const round = (x: number): number => Math.round(x * 1000) / 1000;
  return {
    state: found.state,
    p: round(found.p),
    low: round(found.low),
    high: round(found.high),
    basedOn: found.basedOn,
    lastSeen: found.lastSeen,
  };
}
