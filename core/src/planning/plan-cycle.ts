/**
 * A cycle of sessions for a group: which focus pair is new in which session, what comes back and when, what is asked
 * again. One new thing at a time; what was met comes back at growing distances; what is easily mixed up is kept apart
 * and then set side by side. Worked out from what really happened so far, so that a change re-plans the rest.
 */
import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import { confusability } from '../phonics/shape.js';
import type { SessionSkill } from './part-content.js';
import { daysBetween } from '../days.js';

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
    /** Pairs that were asked without teaching. */
    readonly asked?: readonly Gpc[];
  };
}
export interface CycleChild {
  readonly id: string;
  /** Probability of knowing each pair; a pair left out was never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
}
export interface CycleRequest {
  /** In the order in which they are to be taught. Empty only where the cycle is for a skill. */
  readonly focus: readonly Gpc[];
  /** Skills of the group: each session without a new pair is for one of them in turn. */
  readonly skills?: readonly SessionSkill[];
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
  /** What the session is for as a whole: a new pair, what is due, a mix of what was met, or a skill. */
  readonly purpose: 'new' | 'again' | 'mixed' | 'skill';
  readonly skill?: SessionSkill;
}
export interface CyclePlan {
  readonly sessions: readonly PlannedSession[];
  /** By child and pair: how often they will have met it by the end, of that how often so far. */
  readonly met: Readonly<Record<string, Readonly<Record<Gpc, { readonly soFar: number; readonly byEnd: number }>>>>;
  /** The session, by its id, in which each pair was or is to be begun. */
  readonly begun: Readonly<Record<Gpc, string>>;
  /** Focus pairs that do not fit into the sessions left. */
  readonly left: readonly Gpc[];
  /** Pairs that rest too short a time in the cycle to be asked again in it: ask them one to two weeks after its end. */
  readonly askAfter: readonly Gpc[];
}

/** A pair comes back after so many sessions, each time further off (expanding retrieval: Landauer and Bjork 1978). */
export const DISTANCES = [1, 2, 3, 5] as const;
/** A new pair needs so many sessions to be met, to come back and to be read. */
export const SESSIONS_FOR_A_PAIR = 3;
/** So many spaced meetings hold a pair; a cycle with room for it gives each pair as many. */
export const MEETINGS = 6;
/** Between the first lessons of two pairs that are easily mixed up. */
const APART = 3;
/** A pair is asked again after so many meetings … */
const MEETINGS_BEFORE_ASKING = 4;
/** … and after a rest of a week and two sessions, and no later than can still change something: two sessions before the end. */
const REST_DAYS = 7;
const REST_SESSIONS = 2;
const SESSIONS_TO_CHANGE = 2;
const MOST_NEW_APART = 4;
const REVIEWS = 3;
/** Pairs of a session at least: beside a new one, and without. */
const BESIDE_NEW = 2;
const WITHOUT_NEW = 3;

/** What a cycle knows at a session: who met what, what began when, what was asked and set side by side. */
interface Ledger {
  readonly met: ReadonlyMap<string, ReadonlyMap<Gpc, number[]>>;
  readonly begun: Map<Gpc, number>;
  readonly asked: Map<Gpc, number>;
  readonly contrasted: Set<string>;
  readonly queue: Gpc[];
}
type Decision = Pick<PlannedSession, 'fresh' | 'again' | 'contrast' | 'recheck' | 'purpose' | 'skill'>;

/**
 * Plans a cycle. Sessions that were held stay as they were; those to come follow from who met what in them, so that a cycle
 * that goes as planned goes on as it was planned. Pairs are begun in the order of the focus. A child who was away is waited
 * for where the group can: a pair comes back sooner when some of its children have met it less. No session is for nothing:
 * where nothing is new or due it mixes what was met, what was met least first.
 * @throws CoreError `empty` without focus and skill, sessions or children, `bad-input` for a pair or session named twice.
 * @example planCycle({ focus: ['ai:ay', 'igh:igh'], sessions, children }).sessions[0].fresh // 'ai:ay'
 */
export function planCycle(request: CycleRequest): CyclePlan {
  const { focus, sessions, children, skills = [] } = request;
  if (focus.length === 0 && skills.length === 0)
    throw new CoreError('empty', 'focus', 'A cycle needs at least one focus pair, or a skill.');
  if (sessions.length === 0) throw new CoreError('empty', 'sessions', 'A cycle needs at least one session.');
  if (children.length === 0) throw new CoreError('empty', 'children', 'A cycle needs at least one child.');
  if (new Set(focus).size !== focus.length) throw new CoreError('bad-input', 'focus', 'A pair is named twice.');
  if (new Set(sessions.map((s) => s.id)).size !== sessions.length)
    throw new CoreError('bad-input', 'sessions', 'A session is named twice.');
  const order = [...sessions].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.id < b.id ? -1 : 1));
  const wants = new Map(focus.map((gpc) => [gpc, children.filter((c) => (c.known[gpc] ?? 0.5) < 0.9).map((c) => c.id)]));
  const ledger: Ledger = {
    met: new Map(children.map((c) => [c.id, new Map(focus.map((g) => [g, [] as number[]]))])),
    begun: new Map(),
    asked: new Map(),
    contrasted: new Set(),
    queue: [...focus],
  };
  const meet = (at: number, gpc: Gpc, present: readonly string[]): void => {
    for (const id of present) ledger.met.get(id)?.get(gpc)?.push(at);
    if (present.length === 0 || ledger.begun.has(gpc)) return;
    ledger.begun.set(gpc, at);
    ledger.queue.splice(ledger.queue.indexOf(gpc), 1);
  };
  const everybody = children.map((c) => c.id);
  const soFar = new Map<string, number>();
  const lastHeld = order.findLastIndex((s) => s.held !== undefined);
  const plans = order.map((session, at): PlannedSession => {
    const { id, on, held } = session;
    if (at === lastHeld + 1) keepCount(soFar, ledger);
    const decided = decide(request, order, wants, ledger, at);
    if (at > lastHeld) {
      if (decided.fresh) meet(at, decided.fresh, everybody);
      for (const { gpc } of decided.again) meet(at, gpc, everybody);
      settle(ledger, decided, at);
      return { id, on, state: 'ahead', ...decided };
    }
    const { present, pairs, asked = decided.recheck } = held ?? { present: [], pairs: [] };
    const took = present.length > 0;
    const here = took ? pairs.filter((g) => wants.has(g)) : [];
    const fresh = here.find((g) => !ledger.begun.has(g)) ?? null;
    for (const gpc of here) meet(at, gpc, present);
    // what was decided for this session counts as far as it was done
    const done = {
      recheck: took ? asked.filter((g) => ledger.begun.has(g)) : [],
      contrast: decided.contrast.filter((pair) => pair.every((g) => here.includes(g))),
    };
    settle(ledger, done, at);
    const again = here.filter((g) => g !== fresh).map((gpc) => ({ gpc, for: present.filter((c) => wants.get(gpc)!.includes(c)) }));
    return { id, on, state: took ? 'held' : 'missed', fresh, again, ...done, purpose: fresh ? 'new' : 'again' };
  });
  if (lastHeld + 1 >= order.length) keepCount(soFar, ledger);
  return {
    sessions: plans,
    met: Object.fromEntries(
      children.map((c) => [
        c.id,
        Object.fromEntries(focus.map((g) => [g, { soFar: soFar.get(`${c.id} ${g}`) ?? 0, byEnd: ledger.met.get(c.id)!.get(g)!.length }])),
      ]),
    ),
    begun: Object.fromEntries([...ledger.begun].map(([gpc, at]) => [gpc, order[at]!.id])),
    left: [...ledger.queue],
    askAfter: [...ledger.begun.keys()].filter((g) => !ledger.asked.has(g)),
  };
}

function keepCount(soFar: Map<string, number>, { met }: Ledger): void {
  for (const [child, pairs] of met) for (const [gpc, times] of pairs) soFar.set(`${child} ${gpc}`, times.length);
}
function settle({ asked, contrasted }: Ledger, { recheck, contrast }: Pick<Decision, 'recheck' | 'contrast'>, at: number): void {
  for (const gpc of recheck) if (!asked.has(gpc)) asked.set(gpc, at);
  for (const [a, b] of contrast) contrasted.add(`${a} ${b}`);
}

/** What one session is for, from what happened before it. */
function decide(
  { focus, skills = [], reviews = REVIEWS }: CycleRequest,
  order: readonly CycleSession[],
  wants: ReadonlyMap<Gpc, readonly string[]>,
  ledger: Ledger,
  at: number,
): Decision {
  const { met, begun, asked } = ledger;
  const fresh = freshAt(ledger, order.length, focus.length, at);
  const lastOf = (gpc: Gpc): number => Math.max(-1, ...[...met.values()].flatMap((pairs) => pairs.get(gpc)!));
  const timesOf = (gpc: Gpc): number => Math.max(0, ...[...met.values()].map((pairs) => pairs.get(gpc)!.length));
  const rested = (gpc: Gpc, when: number): boolean => {
    const last = lastOf(gpc);
    return when - last >= REST_SESSIONS && daysBetween(order[last]!.on, order[when]!.on) >= REST_DAYS;
  };
  const canChange = order.length - 1 - SESSIONS_TO_CHANGE;
  const recheck = [...begun.keys()].filter(
    (g) => !asked.has(g) && timesOf(g) >= MEETINGS_BEFORE_ASKING && at <= canChange && rested(g, at),
  );
  /** It was met often enough and rests until it is asked, where that still comes in time. */
  const resting = (g: Gpc): boolean =>
    !asked.has(g) &&
    timesOf(g) >= MEETINGS_BEFORE_ASKING &&
    Array.from({ length: Math.max(0, canChange - at + 1) }, (_, k) => at + k).some((w) => rested(g, w));
  const contrast = contrastsOf(at, begun, ledger.contrasted, fresh).filter((pair) => !pair.some((g) => recheck.includes(g)));
  const free = [...begun.keys()].filter((g) => g !== fresh && !recheck.includes(g));
  const due = free
    .map((gpc) => ({ gpc, ...urgency(at, gpc, wants.get(gpc)!, met, order.length) }))
    .filter((d) => (d.overdue >= 0 && !resting(d.gpc)) || inContrast(d.gpc, contrast))
    .sort(
      (a, b) =>
        Number(inContrast(b.gpc, contrast)) - Number(inContrast(a.gpc, contrast)) ||
        b.overdue - a.overdue ||
        focus.indexOf(a.gpc) - focus.indexOf(b.gpc),
    )
    .slice(0, reviews);
  // what was met least, and longest ago, fills up
  const fill = free
    .filter((g) => !due.some((d) => d.gpc === g) && !resting(g))
    .sort((a, b) => timesOf(a) - timesOf(b) || lastOf(a) - lastOf(b) || focus.indexOf(a) - focus.indexOf(b));
  const want = fresh ? BESIDE_NEW : WITHOUT_NEW;
  /** Every second session would not give it its meetings by the end. */
  const pressed = (g: Gpc): boolean => timesOf(g) + Math.floor((order.length - at) / 2) < MEETINGS;
  const more = fill
    .filter((g) => (timesOf(g) >= DISTANCES.length && lastOf(g) < at - 1) || pressed(g))
    .slice(0, Math.max(0, want - due.length));
  const again = [...due.map(({ gpc, children }) => ({ gpc, for: children })), ...more.map((gpc) => ({ gpc, for: wants.get(gpc)! }))];
  // where all there is was met just now or rests, the session is for reading
  const skill = fresh
    ? undefined
    : (skills[at % Math.max(1, skills.length)] ?? (again.length === 0 && begun.size > 0 ? 'fluency' : undefined));
  const purpose = fresh ? 'new' : skill ? 'skill' : due.length > 0 ? 'again' : 'mixed';
  return { fresh, again, contrast, recheck, purpose, ...(skill ? { skill } : {}) };
}

/**
 * The pair to begin at a session, null for none. Pairs are spread over the sessions so that the last of them still has its
 * meetings; whoever fell behind begins the next as soon as it can.
 */
function freshAt({ begun, queue }: Ledger, sessions: number, pairs: number, at: number): Gpc | null {
  if (queue.length === 0 || pairs === 0) return null;
  const enoughLeft = sessions - at >= Math.min(SESSIONS_FOR_A_PAIR, sessions);
  if (!enoughLeft) return null;
  // the last pair begins with its meetings before it, or at least with those that a pair needs
  const latest = sessions - (sessions - MEETINGS >= pairs - 1 ? MEETINGS : SESSIONS_FOR_A_PAIR);
  const every = Math.max(1, Math.min(MOST_NEW_APART, Math.floor(Math.max(0, latest) / Math.max(1, pairs - 1))));
  const last = Math.max(-Infinity, ...begun.values());
  const planned = begun.size === 0 ? 0 : last + every;
  // behind: so near that all that are left still begin in time
  const hurried = latest - (queue.length - 1) * every;
  if (at < Math.min(planned, Math.max(last + 1, hurried))) return null;
  const fits = (g: Gpc): boolean => [...begun].every(([other, when]) => confusability(g, other) === 0 || at - when >= APART);
  return queue.find(fits) ?? null;
}

const inContrast = (gpc: Gpc, contrast: readonly (readonly [Gpc, Gpc])[]): boolean => contrast.some((c) => c.includes(gpc));

/** Pairs mixed up with one another that were both begun long enough ago, once each. */
function contrastsOf(at: number, begun: ReadonlyMap<Gpc, number>, done: ReadonlySet<string>, fresh: Gpc | null): [Gpc, Gpc][] {
  const pairs = [...begun.keys()].sort((a, b) => begun.get(a)! - begun.get(b)!);
  for (let i = 0; i < pairs.length; i += 1)
    for (let j = i + 1; j < pairs.length; j += 1) {
      const [a, b] = [pairs[i]!, pairs[j]!];
      if (fresh !== null || done.has(`${a} ${b}`) || confusability(a, b) === 0 || at - begun.get(b)! < 1) continue;
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
  const [a, b] = [new Map(Object.entries(before.begun)), new Map(Object.entries(after.begun))];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((gpc) => {
    const [from, to] = [a.get(gpc) ?? null, b.get(gpc) ?? null];
    return from === to ? [] : [{ gpc, from, to }];
  });
}
