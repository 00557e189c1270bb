/** Reading evidence back: what counts, and the states the core works out from it. */
import { eq, inArray } from 'drizzle-orm';
import { effective, estimate, taughtAfter, type Estimate, type Observation } from '@sapling/core';
import type { ObservationRow, PairStateRow } from '@sapling/contract';
import { teachingOrder } from '@sapling/data';
import type { Db } from '../db/open.js';
import { observations, withdrawals } from '../db/schema.js';

export type Stored = typeof observations.$inferSelect;

export function toObservation(row: Stored): ObservationRow {
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(row)) if (value !== null && key !== 'receivedAt') out[key] = value;
  return out as unknown as ObservationRow;
}

/** All observations of these children, those that count only, by child. */
export async function evidenceOf(db: Db, childIds: readonly string[]): Promise<Map<string, Observation[]>> {
  const out = new Map<string, Observation[]>(childIds.map((id) => [id, []]));
  if (childIds.length === 0) return out;
  const [rows, gone] = await Promise.all([
    db.select().from(observations).where(inArray(observations.child, [...childIds])),
    db.select({ id: withdrawals.observation }).from(withdrawals).where(inArray(withdrawals.child, [...childIds])),
  ]);
  const withdrawn = new Set(gone.map((g) => g.id));
  for (const row of rows) out.get(row.child)?.push(toObservation(row) as Observation);
  for (const [child, list] of out) out.set(child, effective(list, withdrawn));
  return out;
}

export async function withdrawnOf(db: Db, childId: string): Promise<Set<string>> {
  const gone = await db.select({ id: withdrawals.observation }).from(withdrawals).where(eq(withdrawals.child, childId));
  return new Set(gone.map((g) => g.id));
}

/** The state of every taught pair, in taught order, from a child's observations. */
export function lineOf(orderId: string, taughtSteps: number, evidence: readonly Observation[], asOf: string): PairStateRow[] {
  const order = teachingOrder(orderId);
  if (!order) return [];
  const taught = [...new Set(taughtAfter(order, Math.min(taughtSteps, order.steps.length)).gpcs)];
  const states = estimate(evidence, { asOf });
  return taught.map((gpc) => stateRow(gpc, states.get(gpc)));
}

function stateRow(gpc: string, found: Estimate | undefined): PairStateRow {
  if (!found) return { gpc, state: 'unchecked', p: 0.5, low: 0, high: 1, basedOn: 0, lastSeen: null };
  const round = (x: number): number => Math.round(x * 1000) / 1000;
  return { gpc, state: found.state, p: round(found.p), low: round(found.low), high: round(found.high), basedOn: found.basedOn, lastSeen: found.lastSeen };
}
