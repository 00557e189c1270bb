/** A check as this device holds it, and the steps it can take. Pure: what is to be sent comes back with each step. */
import type { CheckState, ObservationRow, OutboxEntry, RecallSoFar } from '@sapling/contract';
import { seedFrom } from '@sapling/core';
import { checkKind, aboutItem, nextCard, type CheckItem, type CheckKind } from '@sapling/core/checks';
import type { Observation, Outcome } from '@sapling/core/evidence';
import { splitGpc, type Gpc } from '@sapling/core/phonics';
import { evidenceBefore, type QuickEvidence } from './recall-so-far.js';

/** One answered card: its observation and those that replaced it, the last one counting. */
export interface Mark {
  readonly key: string;
  readonly chain: readonly ObservationRow[];
}
export interface LocalCheck {
  readonly id: string;
  readonly child: string;
  readonly childName: string;
  readonly by: string;
  readonly startedAt: string;
  readonly kind: CheckKind;
  /** Whether what comes next follows from the answers, rather than the stack's order. */
  readonly quick?: boolean;
  /** Typed in afterwards. */
  readonly late?: 'memory' | 'paper';
  readonly stack: readonly string[];
  readonly items?: readonly CheckItem[];
  /** What was known before it, for a quick check to choose by. It is held on the device and read again on another. */
  readonly soFar?: RecallSoFar;
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
/** What a card was answered with. */
export interface Answer {
  readonly outcome: Outcome;
  /** From the moment the card was painted; left out where the clock was stopped. */
  readonly ms?: number | undefined;
  readonly said?: string | undefined;
  /** The pair it turned out to be about: pointing at c for /k/. */
  readonly gpc?: Gpc | undefined;
  readonly parts?: number[] | undefined;
}
export type Change = Partial<Pick<Answer, 'said' | 'parts'>> & { outcome?: Outcome };

export const counting = (mark: Mark): ObservationRow => mark.chain.at(-1)!;
/** Which card of its check an observation answers. */
export const keyOf = (o: ObservationRow): string => o.card ?? o.gpc ?? o.item ?? o.id;
/** A quick check ends after so many minutes of answers, whatever is left: a child has had enough by then. */
export const QUICK_MINUTES = 6;
/** However sure earlier checks make it, so many cards are asked again. */
const QUICK_LEAST = 8;
/** What a check says with what was known before it, as `nextCard` and `judgeRecall` take it. */
export function quickEvidence(check: LocalCheck): QuickEvidence & { readonly asOf: string } {
  const own = evidenceOf(check);
  const before = evidenceBefore(check.soFar, check.startedAt, check.by);
  return { ...before, observations: [...before.observations, ...own.observations], asOf: own.asOf };
}
const quickNext = new WeakMap<LocalCheck, ReturnType<typeof nextCard>>();

/** What a quick check asks next, or why it is done: worked out from its answers and those of earlier checks, so that any device carries it on. */
export function quickStep(check: LocalCheck): ReturnType<typeof nextCard> {
  const known = quickNext.get(check);
  if (known) return known;
  const next = nextCard(
    {
      order: check.stack,
      taught: check.stack,
      ...quickEvidence(check),
      limits: { since: check.startedAt, once: true, minutes: QUICK_MINUTES, atLeast: QUICK_LEAST },
    },
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

/** The item of a key; a pair of a recall stack is its own. */
export function itemOf(check: Pick<LocalCheck, 'items'>, key: string): CheckItem {
  return check.items?.find((item) => item.key === key) ?? { key, skill: 'recall', gpc: key };
}

/** The next card, or null at the end. Cards are asked in the stack's order, or as a quick check chooses; each once. */
export function cardNow(check: LocalCheck): string | null {
  if (check.quick) {
    const next = quickStep(check);
    return 'gpc' in next ? next.gpc : null;
  }
  const asked = new Set(check.marks.map((m) => m.key));
  return check.stack.find((key) => !asked.has(key)) ?? null;
}

/** Other sounds of the card's grapheme that are in this check and not answered yet. */
export function otherSounds(check: LocalCheck, key: string): Gpc[] {
  if (!checkKind(check.kind).byCard) return [];
  const asked = new Set(check.marks.map((m) => m.key));
  const { grapheme } = splitGpc(key);
  return check.stack.filter((other) => other !== key && !asked.has(other) && splitGpc(other).grapheme === grapheme);
}
/** Whether the card's grapheme was already answered with another sound in this check: now the other one is asked for. */
export function isSecondSound(check: LocalCheck, key: string): boolean {
  return (
    checkKind(check.kind).byCard === true && check.marks.some((m) => m.key !== key && splitGpc(m.key).grapheme === splitGpc(key).grapheme)
  );
}

export interface BegunCheck {
  readonly kind: CheckKind;
  readonly stack: readonly string[];
  readonly items?: readonly CheckItem[] | undefined;
  readonly quick?: boolean | undefined;
  readonly late?: 'memory' | 'paper' | undefined;
  readonly soFar?: RecallSoFar | undefined;
}
export function begin(child: { id: string; name: string }, what: BegunCheck, id: string, marker: Omit<Marker, 'newId'>): Step {
  const startedAt = marker.now();
  const record = {
    id,
    child: child.id,
    by: marker.by,
    startedAt,
    kind: what.kind,
    ...(what.quick ? { quick: true } : {}),
    ...(what.late ? { late: what.late } : {}),
    stack: [...what.stack],
    ...(what.items ? { items: what.items } : {}),
  };
  return {
    check: { ...record, ...(what.soFar ? { soFar: what.soFar } : {}), childName: child.name, marks: [], finishedAt: null },
    entries: [{ type: 'check', id, record }],
  };
}

/** Marks the present card, or another of the check by its key. */
export function mark(check: LocalCheck, answer: Answer, marker: Marker, key = cardNow(check)): Step {
  if (key === null || check.marks.some((m) => m.key === key)) return { check, entries: [] };
  const item = itemOf(check, key);
  const gpc = answer.gpc ?? item.gpc;
  const record: ObservationRow = {
    id: marker.newId(),
    child: check.child,
    by: marker.by,
    at: marker.now(),
    ...aboutItem(check.kind, item),
    ...(gpc === undefined ? {} : { gpc }),
    ...(key === gpc ? {} : { card: key }),
    outcome: answer.outcome,
    check: check.id,
    ...(answer.ms === undefined || check.late ? {} : { ms: Math.round(answer.ms) }),
    ...(answer.said === undefined ? {} : { said: answer.said }),
    ...(answer.parts === undefined ? {} : { parts: answer.parts }),
    ...(check.late === 'memory' ? { fromMemory: true } : {}),
  };
  return {
    check: { ...check, marks: [...check.marks, { key, chain: [record] }] },
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

/** What was said is a slip, which is none of an answer that turns out to have been right, or none at all. */
const slippedOnly = (outcome: Outcome): boolean => outcome === 'wrong' || outcome === 'put right' || outcome === 'accent';
/** Adds what was said, or changes how a card was marked: a new observation that replaces the one before. */
export function amend(check: LocalCheck, key: string, change: Change, marker: Marker): Step {
  const at = check.marks.findIndex((m) => m.key === key);
  if (at < 0) return { check, entries: [] };
  const before = counting(check.marks[at]!);
  const { said: _said, parts: _parts, ...bare } = before;
  const stands = slippedOnly(before.outcome) && change.outcome !== undefined && !slippedOnly(change.outcome) ? bare : before;
  const record: ObservationRow = { ...stands, ...clean(change), id: marker.newId(), by: marker.by, at: marker.now(), replaces: before.id };
  const marks = check.marks.map((m, k) => (k === at ? { key, chain: [...m.chain, record] } : m));
  return { check: { ...check, marks }, entries: [{ type: 'observation', id: record.id, record }] };
}
const clean = ({ said, outcome, parts }: Change): Partial<ObservationRow> => ({
  ...(said === undefined ? {} : { said }),
  ...(outcome === undefined ? {} : { outcome }),
  ...(parts === undefined ? {} : { parts }),
});

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
  const chains = new Map<string, ObservationRow[]>();
  for (const observation of remote.marks) chains.set(keyOf(observation), [observation]);
  const known = new Set(remote.marks.map((m) => m.id));
  for (const { key, chain } of local?.marks ?? []) {
    if (chain.some((o) => unsent.has(o.id))) chains.set(key, [...chain]);
    // the whole chain made here is kept, so that taking back withdraws all of it
    else if (known.has(chain.at(-1)!.id)) chains.set(key, [...chain]);
  }
  const marks = [...chains].map(([key, chain]): Mark => ({ key, chain })).sort((a, b) => (a.chain[0]!.at < b.chain[0]!.at ? -1 : 1));
  return {
    id: remote.id,
    child: remote.child,
    childName: remote.childName || (local?.childName ?? ''),
    by: remote.by,
    startedAt: remote.startedAt,
    kind: remote.kind,
    ...(remote.quick ? { quick: true } : {}),
    ...(remote.late ? { late: remote.late } : {}),
    stack: remote.stack,
    ...(local?.soFar ? { soFar: local.soFar } : {}),
    ...(remote.items ? { items: remote.items as readonly CheckItem[] } : {}),
    marks,
    finishedAt: local?.finishedAt ?? remote.finishedAt,
  };
}
