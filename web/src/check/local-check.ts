/** A recall check as this device holds it, and the steps it can take. Pure: what is to be sent comes back with each step. */
import type { CheckState, ObservationRow, OutboxEntry } from '@sapling/contract';
import { nextCard, seedFrom, type Gpc, type Observation, type Outcome } from '@sapling/core';

/** One answered card: its observation and those that replaced it, the last one counting. */
export interface Mark {
  readonly gpc: Gpc;
  readonly chain: readonly ObservationRow[];
}
export interface LocalCheck {
  readonly id: string;
  readonly child: string;
  readonly childName: string;
  readonly by: string;
  readonly startedAt: string;
  /** Whether what comes next follows from the answers, rather than the stack's order. */
  readonly quick?: boolean;
  readonly stack: readonly Gpc[];
  readonly marks: readonly Mark[];
  readonly finishedAt: string | null;
}
export interface Step {
  readonly check: LocalCheck;
  readonly entries: readonly OutboxEntry[];
}
/** Who marks, when, and where ids come from. */
export interface Marker {
  readonly by: string;
  readonly now: () => string;
  readonly newId: () => string;
}

export const counting = (mark: Mark): ObservationRow => mark.chain.at(-1)!;
const quickNext = new WeakMap<LocalCheck, ReturnType<typeof nextCard>>();

/** What a quick check asks next, or why it is done: worked out from its answers alone, so that any device carries it on alike. */
export function quickStep(check: LocalCheck): ReturnType<typeof nextCard> {
  const known = quickNext.get(check);
  if (known) return known;
  const next = nextCard(
    { order: check.stack, taught: check.stack, ...evidenceOf(check), limits: { since: check.startedAt, once: true } },
    { seed: seedFrom(check.id) },
  );
  quickNext.set(check, next);
  return next;
}

/** The answers of a check as evidence. An answer stands at the time it was first marked, however often it was amended. */
export function evidenceOf(check: LocalCheck): { observations: Observation[]; asOf: string } {
  const observations = check.marks.map((m): Observation => {
    const { replaces: _replaces, ...seen } = counting(m);
    return { ...seen, id: m.chain[0]!.id, at: m.chain[0]!.at } as Observation;
  });
  return { observations, asOf: observations.at(-1)?.at ?? check.startedAt };
}

/** The next card, or null at the end. Cards are asked in the stack's order, or as a quick check chooses; each once. */
export function cardNow(check: LocalCheck): Gpc | null {
  if (check.quick) {
    const next = quickStep(check);
    return 'gpc' in next ? next.gpc : null;
  }
  const asked = new Set(check.marks.map((m) => m.gpc));
  return check.stack.find((gpc) => !asked.has(gpc)) ?? null;
}

export function begin(
  child: { id: string; name: string },
  stack: readonly Gpc[],
  id: string,
  marker: Omit<Marker, 'newId'>,
  quick = false,
): Step {
  const startedAt = marker.now();
  const record = {
    id,
    child: child.id,
    by: marker.by,
    startedAt,
    kind: 'see-say' as const,
    ...(quick ? { quick } : {}),
    stack: [...stack],
  };
  return {
    check: {
      id,
      child: child.id,
      childName: child.name,
      by: marker.by,
      startedAt,
      ...(quick ? { quick } : {}),
      stack,
      marks: [],
      finishedAt: null,
    },
    entries: [{ type: 'check', id, record }],
  };
}

/** Marks the present card. `ms` is from the moment it was painted; left out where the clock was stopped. */
export function mark(check: LocalCheck, outcome: Outcome, ms: number | undefined, marker: Marker): Step {
  const gpc = cardNow(check);
  if (gpc === null) return { check, entries: [] };
  const record: ObservationRow = {
    id: marker.newId(),
    child: check.child,
    by: marker.by,
    at: marker.now(),
    kind: 'see-say',
    skill: 'recall',
    gpc,
    outcome,
    check: check.id,
    ...(ms === undefined ? {} : { ms: Math.round(ms) }),
  };
  return {
    check: { ...check, marks: [...check.marks, { gpc, chain: [record] }] },
    entries: [{ type: 'observation', id: record.id, record }],
  };
}

/** Takes the last mark back: its card is asked again. */
export function takeBack(check: LocalCheck, marker: Marker): Step {
  const last = check.marks.at(-1);
  if (!last) return { check, entries: [] };
  const entries = last.chain.map((observation): OutboxEntry => {
    const id = marker.newId();
    return { type: 'withdrawal', id, record: { id, observation: observation.id, child: check.child, by: marker.by, at: marker.now() } };
  });
  return { check: { ...check, marks: check.marks.slice(0, -1) }, entries };
}

/** Adds what was said, or changes how a card was marked: a new observation that replaces the one before. */
export function amend(check: LocalCheck, gpc: Gpc, change: { said?: string; outcome?: Outcome }, marker: Marker): Step {
  const at = check.marks.findIndex((m) => m.gpc === gpc);
  if (at < 0) return { check, entries: [] };
  const before = counting(check.marks[at]!);
  const record: ObservationRow = { ...before, ...change, id: marker.newId(), by: marker.by, at: marker.now(), replaces: before.id };
  const marks = check.marks.map((m, k) => (k === at ? { gpc, chain: [...m.chain, record] } : m));
  return { check: { ...check, marks }, entries: [{ type: 'observation', id: record.id, record }] };
}

export function finish(check: LocalCheck, reason: 'done' | 'stopped', marker: Marker): Step {
  if (check.finishedAt) return { check, entries: [] };
  const id = marker.newId();
  const at = marker.now();
  return {
    check: { ...check, finishedAt: at },
    entries: [{ type: 'finish', id, record: { id, check: check.id, child: check.child, at, reason } }],
  };
}

/**
 * What the server knows of a check laid over what this device holds. A mark made here and not sent yet
 * stays; one that the server had and has no more was taken back elsewhere.
 */
export function merge(
  local: LocalCheck | undefined,
  remote: CheckState & { marks: ObservationRow[] },
  unsent: ReadonlySet<string>,
): LocalCheck {
  const chains = new Map<Gpc, ObservationRow[]>();
  for (const observation of remote.marks) if (observation.gpc) chains.set(observation.gpc, [observation]);
  const known = new Set(remote.marks.map((m) => m.id));
  for (const { gpc, chain } of local?.marks ?? []) {
    if (chain.some((o) => unsent.has(o.id))) chains.set(gpc, [...chain]);
    // the whole chain made here is kept, so that taking back withdraws all of it
    else if (known.has(chain.at(-1)!.id)) chains.set(gpc, [...chain]);
  }
  const marks = [...chains].map(([gpc, chain]): Mark => ({ gpc, chain })).sort((a, b) => (a.chain[0]!.at < b.chain[0]!.at ? -1 : 1));
  return {
    id: remote.id,
    child: remote.child,
    childName: remote.childName || (local?.childName ?? ''),
    by: remote.by,
    startedAt: remote.startedAt,
    ...(remote.quick ? { quick: true } : {}),
    stack: remote.stack,
    marks,
    finishedAt: local?.finishedAt ?? remote.finishedAt,
  };
}
