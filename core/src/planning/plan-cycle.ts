/**
 * A cycle of sessions for a group: which focus pair is new in which session, what comes back and when, what is asked
 * again. One new thing at a time; what was met comes back at growing distances; what is easily mixed up is kept apart
 * and then set side by side. Worked out from what really happened so far, so that a change re-plans the rest.
 */
import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';

export interface CycleSession {
  readonly id: string;
  /** YYYY-MM-DD. */
  readonly on: string;
  /** What came of it; left out for one to come. */
  readonly held?: {
    /** Children who were there. Nobody: it did not take place. */
    readonly present: readonly string[];
    /** Focus pairs that were worked on. */
    readonly pairs: readonly Gpc[];
  };
}
export interface CycleChild {
  readonly id: string;
  /** Probability of knowing each pair; a pair left out was never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
}
export interface CycleRequest {
  /** In the order in which they would be taught. */
  readonly focus: readonly Gpc[];
  readonly sessions: readonly CycleSession[];
  readonly children: readonly CycleChild[];
  /** Pairs that come back in one session, besides the new one. */
  readonly reviews?: number;
}
export interface PlannedSession {
  readonly id: string;
  readonly on: string;
  /** Held, did not take place, or still to come. */
  readonly state: 'held' | 'missed' | 'ahead';
  /** The pair taught for the first time; null in a session without a new one. */
  readonly fresh: Gpc | null;
  /** Pairs that come back, most wanted first, with the children who need it most now. */
  readonly again: readonly { readonly gpc: Gpc; readonly for: readonly string[] }[];
  /** Two pairs easily mixed up, set side by side. */
  readonly contrast: readonly (readonly [Gpc, Gpc])[];
  /** Pairs to ask without teaching, to find out whether they stayed. */
  readonly recheck: readonly Gpc[];
}
export interface CyclePlan {
  readonly sessions: readonly PlannedSession[];
  /** By child and pair: how often they will have met it by the end, of that how often so far. */
  readonly met: Readonly<Record<string, Readonly<Record<Gpc, { readonly soFar: number; readonly byEnd: number }>>>>;
  /** Focus pairs that do not fit into the sessions left. */
  readonly left: readonly Gpc[];
}

/** A pair comes back after so many sessions, each time further off (expanding retrieval: Landauer and Bjork 1978). */
export const DISTANCES = [1, 2, 3, 5] as const;
/** A new pair needs so many sessions to be met, to come back and to be read. */
export const SESSIONS_FOR_A_PAIR = 3;
/** Between the first lessons of two pairs that are easily mixed up. */
const APART = 3;
/** A recheck tells something once a pair has rested so long. */
const RESTED = 2;
const MOST_NEW_APART = 4;
const REVIEWS = 3;

/**
 * Plans a cycle. Sessions that were held stay as they were; those to come follow from who met what in them. Pairs go
 * from the one most children are nearest to the hardest and back, easy with hard. A child who was away is waited for
 * where the group can: a pair comes back sooner when some of its children have met it less.
 * @throws CoreError `empty` without focus, sessions or children, `bad-input` for a pair or session named twice.
 * @example planCycle({ focus: ['ai:ay', 'igh:igh'], sessions, children }).sessions[0].fresh // 'ai:ay'
 */
export function planCycle(request: CycleRequest): CyclePlan {
  const { focus, sessions, children, reviews = REVIEWS } = request;
  if (focus.length === 0) throw new CoreError('empty', 'focus', 'A cycle needs at least one focus pair.');
  if (sessions.length === 0) throw new CoreError('empty', 'sessions', 'A cycle needs at least one session.');
  if (children.length === 0) throw new CoreError('empty', 'children', 'A cycle needs at least one child.');
  if (new Set(focus).size !== focus.length) throw new CoreError('bad-input', 'focus', 'A pair is named twice.');
  if (new Set(sessions.map((s) => s.id)).size !== sessions.length)
    throw new CoreError('bad-input', 'sessions', 'A session is named twice.');
  const order = [...sessions].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.id < b.id ? -1 : 1));
  const wants = new Map(focus.map((gpc) => [gpc, children.filter((c) => (c.known[gpc] ?? 0.5) < 0.9).map((c) => c.id)]));
  /** Sessions, by their number, in which a child met a pair. */
  const met = new Map<string, Map<Gpc, number[]>>(children.map((c) => [c.id, new Map(focus.map((g) => [g, []]))]));
  const begun = new Map<Gpc, number>();
  const asked = new Map<Gpc, number>();
  const contrasted = new Set<string>();
  const meet = (at: number, gpc: Gpc, present: readonly string[]): void => {
    for (const id of present) met.get(id)?.get(gpc)?.push(at);
    if (present.length > 0 && !begun.has(gpc)) begun.set(gpc, at);
  };
  const soFar = new Map<string, number>();
  const lastHeld = order.findLastIndex((s) => s.held !== undefined);
  const heldPlans = order.slice(0, lastHeld + 1).map((session, at): PlannedSession => {
    const { present, pairs } = session.held ?? { present: [], pairs: [] };
    const here = pairs.filter((g) => wants.has(g));
    const fresh = here.find((g) => !begun.has(g) && present.length > 0) ?? null;
    for (const gpc of here) meet(at, gpc, present);
    return {
      id: session.id,
      on: session.on,
      state: present.length > 0 ? 'held' : 'missed',
      fresh,
      again: (present.length > 0 ? here : [])
        .filter((g) => g !== fresh)
        .map((gpc) => ({ gpc, for: present.filter((id) => wants.get(gpc)!.includes(id)) })),
      contrast: [],
      recheck: [],
    };
  });
  for (const child of children) for (const gpc of focus) soFar.set(`${child.id} ${gpc}`, met.get(child.id)!.get(gpc)!.length);

  const queue = easyWithHard(
    focus.filter((g) => !begun.has(g)),
    children,
  );
  const from = lastHeld + 1;
  const ahead = order.length - from;
  // new pairs are spread so that the last of them still comes back
  const room = Math.max(1, ahead - SESSIONS_FOR_A_PAIR + 1);
  const every = Math.max(1, Math.min(MOST_NEW_APART, Math.floor(room / Math.max(1, queue.length))));
  let nextNew = from;
  const plans = order.slice(from).map((session, k): PlannedSession => {
    const at = from + k;
    const everybody = children.map((c) => c.id);
    let fresh: Gpc | null = null;
    const enoughLeft = order.length - at >= Math.min(SESSIONS_FOR_A_PAIR, ahead);
    if (at >= nextNew && queue.length > 0 && enoughLeft) {
      // the first in the queue that is far enough from what it is mixed up with; where none is, a session without a new pair
      const fits = (g: Gpc): boolean => [...begun].every(([other, when]) => confusability(g, other) === 0 || at - when >= APART);
      const pick = queue.findIndex(fits);
      if (pick >= 0) {
        fresh = queue.splice(pick, 1)[0]!;
        nextNew = at + every;
      }
    }
    const contrast = contrastsOf(at, begun, contrasted, fresh);
    const due = [...begun.keys()]
      .filter((g) => g !== fresh)
      .map((gpc) => ({ gpc, ...urgency(at, gpc, wants.get(gpc)!, met, order.length) }))
      .filter((d) => d.overdue >= 0 || contrast.some((c) => c.includes(d.gpc)))
      .sort(
        (a, b) =>
          Number(inContrast(b.gpc, contrast)) - Number(inContrast(a.gpc, contrast)) ||
          b.overdue - a.overdue ||
          focus.indexOf(a.gpc) - focus.indexOf(b.gpc),
      )
      .slice(0, reviews);
    const recheck = [...begun.keys()].filter((gpc) => {
      const last = Math.max(-1, ...children.flatMap((c) => met.get(c.id)!.get(gpc)!));
      const times = Math.max(0, ...children.map((c) => met.get(c.id)!.get(gpc)!.length));
      return !asked.has(gpc) && times >= SESSIONS_FOR_A_PAIR && at - last >= RESTED && !due.some((d) => d.gpc === gpc);
    });
    for (const gpc of recheck) asked.set(gpc, at);
    if (fresh) meet(at, fresh, everybody);
    for (const { gpc } of due) meet(at, gpc, everybody);
    return {
      id: session.id,
      on: session.on,
      state: 'ahead',
      fresh,
      again: due.map(({ gpc, children: who }) => ({ gpc, for: who })),
      contrast,
      recheck,
    };
  });
  return {
    sessions: [...heldPlans, ...plans],
    met: Object.fromEntries(
      children.map((c) => [
        c.id,
        Object.fromEntries(focus.map((g) => [g, { soFar: soFar.get(`${c.id} ${g}`)!, byEnd: met.get(c.id)!.get(g)!.length }])),
      ]),
    ),
    left: queue,
  };
}

const inContrast = (gpc: Gpc, contrast: readonly (readonly [Gpc, Gpc])[]): boolean => contrast.some((c) => c.includes(gpc));

/** Nearest to known first, then the hardest, then the next nearest: an easy pair rests the group between two hard ones. */
function easyWithHard(focus: readonly Gpc[], children: readonly CycleChild[]): Gpc[] {
  const mean = (g: Gpc): number => children.reduce((sum, c) => sum + (c.known[g] ?? 0.5), 0) / children.length;
  const sorted = [...focus].sort((a, b) => mean(b) - mean(a) || focus.indexOf(a) - focus.indexOf(b));
  const out: Gpc[] = [];
  while (sorted.length > 0) out.push((out.length % 2 === 0 ? sorted.shift() : sorted.pop())!);
  return out;
}

/** Pairs mixed up with one another that were both begun long enough ago, once each. */
function contrastsOf(at: number, begun: ReadonlyMap<Gpc, number>, done: Set<string>, fresh: Gpc | null): [Gpc, Gpc][] {
  const pairs = [...begun.keys()].sort((a, b) => begun.get(a)! - begun.get(b)!);
  for (let i = 0; i < pairs.length; i += 1)
    for (let j = i + 1; j < pairs.length; j += 1) {
      const [a, b] = [pairs[i]!, pairs[j]!];
      if (fresh !== null || done.has(`${a} ${b}`) || confusability(a, b) === 0 || at - begun.get(b)! < 1) continue;
      done.add(`${a} ${b}`);
      return [[a, b]];
    }
  return [];
}

/**
 * How far past its time a pair is for the children who need it: each child's next time is their last plus a distance
 * that grows with how often they met it. The child who waits most decides; below 0 it is not due.
 */
function urgency(
  at: number,
  gpc: Gpc,
  who: readonly string[],
  met: ReadonlyMap<string, ReadonlyMap<Gpc, readonly number[]>>,
  sessions: number,
): { overdue: number; children: string[] } {
  let overdue = -Infinity;
  let children: string[] = [];
  for (const id of who) {
    const times = met.get(id)!.get(gpc)!;
    // met by others and not by this child: they are owed it now
    const next = times.length === 0 ? -1 : times.at(-1)! + DISTANCES[Math.min(times.length, DISTANCES.length) - 1]!;
    const late = at - Math.min(next, sessions);
    if (late > overdue) {
      overdue = late;
      children = [];
    }
    if (late === overdue) children.push(id);
  }
  return { overdue, children };
}

export interface Moved {
  readonly gpc: Gpc;
  /** Sessions by their id; null for not at all. */
  readonly from: string | null;
  readonly to: string | null;
}
/** What of the new pairs moved between two plans of one cycle. */
export function movedBetween(before: CyclePlan, after: CyclePlan): Moved[] {
  const where = (plan: CyclePlan): Map<Gpc, string> => new Map(plan.sessions.flatMap((s) => (s.fresh ? [[s.fresh, s.id] as const] : [])));
  const [a, b] = [where(before), where(after)];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((gpc) => {
    const [from, to] = [a.get(gpc) ?? null, b.get(gpc) ?? null];
    return from === to ? [] : [{ gpc, from, to }];
  });
}
