/** What a session of a group is planned from: its children's states, what they were taught, and what its last sessions were. */
import { textsReadIn } from './texts-read.js';
import type { ChildLine, LibraryText, SchoolSettings, Session, StyleRow } from '@sapling/contract';
import type { Gpc, Taught } from '@sapling/core/phonics';
import { carryOver, metIn, workedOn, YES_OR_NO, type SessionRequest, type SessionSkill } from '@sapling/core/planning';
import { readsOf } from '../children/reads-of.js';

/** Words of so many sessions are not repeated needlessly. */
const NOT_AGAIN = 3;

export interface PlanGiven {
  readonly group: { readonly id: string };
  readonly members: readonly ChildLine[];
  readonly taught: Taught;
  readonly focus: readonly Gpc[];
  /** A skill it is for, beside the pairs or instead of them. */
  readonly skill?: SessionSkill | undefined;
  /** Sessions of any group; those of this one before `on` count. */
  readonly sessions: readonly Session[];
  readonly on: string;
  /** A session that is being planned anew is none of the last ones. */
  readonly but?: string | undefined;
  readonly minutes: number;
  readonly seed: number;
  readonly style: StyleRow | undefined;
  readonly texts: readonly LibraryText[];
  readonly pictures: readonly string[];
  readonly settings: Pick<SchoolSettings, 'madeUpWords'>;
  readonly contrast?: readonly (readonly [Gpc, Gpc])[];
  readonly recheck?: readonly Gpc[];
}

/** Sessions of the group up to a day, the latest first. */
function earlierSessions(given: Pick<PlanGiven, 'group' | 'sessions' | 'on' | 'but'>): Session[] {
  return given.sessions
    .filter((s) => s.groupId === given.group.id && s.on <= given.on && s.id !== given.but)
    .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : a.id < b.id ? 1 : -1));
}

/**
 * The request for `planSession`. Focus pairs that an earlier session really worked on come back in the review; the others
 * are new. What the last logged session left is carried over.
 */
export function planRequest(given: PlanGiven): SessionRequest {
  const { members, taught, focus, skill, minutes, seed, style, texts, pictures, settings, contrast, recheck } = given;
  const earlier = earlierSessions(given);
  const held = earlier.filter((s) => s.log !== null);
  // planned and not reached is not met
  const met = new Set(held.flatMap((s) => workedOn({ plan: s.plan, done: s.log!.done, left: s.log!.left })));
  const last = held[0];
  const missedLast = new Set(last?.log?.missed ?? []);
  return {
    taught,
    focus,
    ...(skill ? { skill } : {}),
    fresh: focus.filter((gpc) => !met.has(gpc)),
    ...(contrast ? { contrast } : {}),
    ...(recheck ? { recheck } : {}),
    children: members.map((c) => ({ id: c.id, known: readsOf(c) })),
    minutes,
    seed,
    // what somebody slipped on is welcome again
    avoid: earlier.slice(0, NOT_AGAIN).flatMap((s) => s.plan.parts.flatMap(metIn).filter((w) => !missedLast.has(w))),
    lastWords: earlier.slice(0, 1).flatMap((s) => s.plan.parts.flatMap((p) => p.words.map((w) => w.word))),
    missed: last?.log?.missed ?? [],
    carried: last ? carryOver({ plan: last.plan, done: last.log!.done, left: last.log!.left }) : [],
    textsRead: held.flatMap(textsReadIn),
    ...(style ? { style } : {}),
    sources: { texts: texts.map(({ id, title, text, questions }) => ({ id, title, text, questions })), pictures, yesOrNo: YES_OR_NO },
    madeUpWords: settings.madeUpWords === 'checking and practice',
  };
}
