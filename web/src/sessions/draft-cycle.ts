/** The sessions of a cycle drafted one after the other: each knows the words and texts of those before it. */
import type { ChildLine, Group, LibraryText, SchoolSettings, Session, StyleRow } from '@sapling/contract';
import type { Gpc, Taught } from '@sapling/core/phonics';
import type { CycleRequest, PlannedSession, SessionPlan, SessionRequest } from '@sapling/core/planning';
import { planRequest } from './plan-request.js';
import type { Plan } from './part-view.js';

/** What sessions of a group are drafted from. */
export interface Materials {
  readonly group: Group;
  readonly members: readonly ChildLine[];
  readonly taught: Taught;
  readonly past: readonly Session[];
  readonly style: StyleRow;
  readonly texts: readonly LibraryText[];
  readonly pictures: readonly string[];
  readonly settings: SchoolSettings;
}
export interface Drafted {
  /** The session of the cycle, by its id there. */
  readonly id: string;
  readonly on: string;
  readonly session: PlannedSession;
  readonly plan: Plan;
}

/** The pairs of one session of a cycle: what is new, then what comes back. */
export const pairsOf = (session: Pick<PlannedSession, 'fresh' | 'again'>): Gpc[] => [
  ...(session.fresh ? [session.fresh] : []),
  ...session.again.map((a) => a.gpc),
];

/**
 * The request for one session of a cycle.
 * @param before drafts of the cycle that come before it and are not kept yet
 */
export function requestOf(
  m: Materials,
  session: PlannedSession,
  before: readonly Drafted[],
  minutes: number,
  seed: number,
): SessionRequest {
  // a draft stands in for the session it will be
  const drafts = before.map((d): Session => ({ id: d.id, groupId: m.group.id, on: d.on, plan: d.plan, log: null }) as unknown as Session);
  const request = planRequest({
    group: m.group,
    members: m.members,
    taught: m.taught,
    focus: pairsOf(session),
    skill: session.skill,
    sessions: [...m.past, ...drafts],
    on: session.on,
    but: session.id,
    minutes,
    seed,
    style: m.style,
    texts: m.texts,
    pictures: m.pictures,
    settings: m.settings,
    contrast: session.contrast,
    recheck: session.recheck,
  });
  // the cycle says what is new, drafts have no log yet that could
  return { ...request, fresh: session.fresh ? [session.fresh] : [] };
}

/** Drafts every session in turn; `onDone` hears of each. Stops early where `signal` says so. */
export async function draftAll(
  materials: Materials,
  sessions: readonly PlannedSession[],
  minutes: number,
  plan: (request: SessionRequest) => Promise<SessionPlan>,
  onDone: (drafted: Drafted, of: number) => void,
  signal: { readonly aborted: boolean },
): Promise<Drafted[]> {
  const out: Drafted[] = [];
  for (const [k, session] of sessions.entries()) {
    if (signal.aborted) break;
    const drafted = {
      id: session.id,
      on: session.on,
      session,
      plan: { ...(await plan(requestOf(materials, session, out, minutes, k + 1))), drawn: {} },
    };
    out.push(drafted);
    onDone(drafted, sessions.length);
  }
  return out;
}

/** Sessions to come that were made for other pairs than the cycle has for their day now, or before a child joined. */
export function outOfStep(
  plan: { readonly sessions: readonly PlannedSession[] },
  made: readonly Session[],
  request: CycleRequest,
): PlannedSession[] {
  const ahead = new Set(request.sessions.filter((s) => !s.held).map((s) => s.id));
  return plan.sessions.filter((s) => {
    const session = ahead.has(s.id) ? made.find((x) => x.id === s.id) : undefined;
    if (!session || session.log) return false;
    const [now, then] = [new Set(pairsOf(s)), new Set(session.plan.focus)];
    const forOthers = now.size !== then.size || [...now].some((gpc) => !then.has(gpc)) || session.plan.skill !== s.skill;
    return forOthers || session.plan.drawn?.joined === true;
  });
}

/** What redrawing changed: enough to take it back. */
export interface Redrawn {
  readonly id: string;
  readonly version: number;
  readonly was: Plan;
}

/**
 * Draws sessions to come again as the cycle has them now, one after the other; each knows those drawn before it.
 * @param save keeps a plan and returns the new version; null where somebody else changed the session first
 */
export async function redrawAll(
  materials: Materials,
  stale: readonly PlannedSession[],
  today: string,
  plan: (request: SessionRequest) => Promise<SessionPlan>,
  save: (session: Session, plan: Plan) => Promise<number | null>,
): Promise<Redrawn[]> {
  const out: Redrawn[] = [];
  const drafts: Drafted[] = [];
  const after = materials.past
    .filter((s) => s.groupId === materials.group.id && s.log !== null)
    .map((s) => s.on)
    .sort()
    .at(-1);
  for (const [k, session] of stale.entries()) {
    const old = materials.past.find((s) => s.id === session.id);
    if (!old) continue;
    const drawn = { again: today, ...(old.plan.drawn?.joined ? { forWhoJoined: true } : after !== undefined && { after }) };
    const next: Plan = { ...(await plan(requestOf(materials, session, drafts, old.minutes, 31 + k))), drawn };
    drafts.push({ id: session.id, on: session.on, session, plan: next });
    const version = await save(old, next);
    if (version !== null) out.push({ id: old.id, version, was: old.plan });
  }
  return out;
}
