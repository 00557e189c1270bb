/** What somebody chose of a session to be made, and what it is where nothing was chosen: from the cycle, the group, the timetable. */
import type { Group, Lending, SchoolSettings, Session, StyleRow } from '@sapling/contract';
import type { Gpc } from '@sapling/core/phonics';
import { SESSION_SKILLS, type CyclePlan, type SessionSkill } from '@sapling/core/planning';
import { pairsOf } from './draft-cycle.js';

const FOCUS_A_SESSION = 2;
type CycleSession = CyclePlan['sessions'][number];

/** Undefined, or null for the day, is not chosen. */
export interface SessionChoice {
  readonly on: string | null;
  readonly minutes: number;
  readonly adult: string | undefined;
  readonly focus: readonly Gpc[] | undefined;
  /** The empty text is no skill. */
  readonly skill: SessionSkill | '' | undefined;
  readonly style: string | undefined;
  /** Which of many draws of words. */
  readonly draw: number;
}
/** What a cycle asked for when the page was opened: pairs side by side, and pairs to ask again. */
export interface Asked {
  readonly contrast: readonly (readonly [Gpc, Gpc])[];
  readonly recheck: readonly Gpc[];
}

/** Pairs of an address: `b:b~d:d`, spaces between. */
const sideBySide = (text: string | null): [Gpc, Gpc][] =>
  (text ?? '')
    .split(' ')
    .map((pair) => pair.split('~'))
    .filter((pair): pair is [Gpc, Gpc] => pair.length === 2);

/**
 * What an address asks for.
 * @param before what was chosen at another address, maybe for another group: its length, style and draw stay
 */
export const choiceFrom = (address: URLSearchParams, before?: Pick<SessionChoice, 'minutes' | 'style' | 'draw'>): SessionChoice => ({
  on: address.get('on'),
  minutes: before?.minutes ?? 20,
  adult: undefined,
  focus: address.get('focus')?.split(' ').filter(Boolean),
  skill: SESSION_SKILLS.find((s) => s === address.get('skill')),
  style: before?.style,
  draw: before?.draw ?? 1,
});
export const askedFrom = (address: URLSearchParams): Asked => ({
  contrast: sideBySide(address.get('contrast')),
  recheck: address.get('recheck')?.split(' ').filter(Boolean) ?? [],
});
export interface Aim {
  readonly focus: readonly Gpc[];
  readonly skill: SessionSkill | undefined;
  readonly contrast: readonly (readonly [Gpc, Gpc])[];
  readonly recheck: readonly Gpc[];
}
/** What the session is for: as chosen, else what the cycle has for the day, else the first of the group's focus; a group without pairs is for its skill. */
export function aimOf(
  { focus, skill }: Pick<SessionChoice, 'focus' | 'skill'>,
  group: Pick<Group, 'focus' | 'skills'> | undefined,
  planned: CycleSession | undefined,
  asked: Asked,
): Aim {
  const ofCycle = focus === undefined && planned && pairsOf(planned).length > 0 ? planned : undefined;
  const chosen = focus ?? (ofCycle ? pairsOf(ofCycle) : (group?.focus.slice(0, FOCUS_A_SESSION) ?? []));
  const own = skill ?? (chosen.length === 0 ? SESSION_SKILLS.find((s) => group?.skills.includes(s)) : undefined);
  return {
    focus: chosen,
    skill: own || undefined,
    contrast: ofCycle?.contrast ?? asked.contrast,
    recheck: ofCycle?.recheck ?? asked.recheck,
  };
}

/** Whether a session is for just the pairs that the cycle has for its day: then it is drawn again when the cycle moves. */
export const asInCycle = (aim: Aim, planned: CycleSession | undefined): boolean =>
  planned !== undefined && [...pairsOf(planned)].sort().join() === [...aim.focus].sort().join();

/** Who runs it: as chosen, else whom the group is lent to on the day, else who meets it then, else its own adult; empty for nobody. */
export function adultOf(
  chosen: string | undefined,
  group: Pick<Group, 'id' | 'adultId'>,
  on: string,
  lendings: readonly Lending[],
  meets: string | null | undefined,
): string {
  const lent = lendings.find((l) => l.groupId === group.id && l.from <= on && on <= l.until);
  return chosen ?? lent?.colleagueId ?? meets ?? group.adultId ?? '';
}

export const styleOf = (
  chosen: string | undefined,
  styles: readonly StyleRow[] | undefined,
  settings: Pick<SchoolSettings, 'sessionStyle'> | undefined,
): StyleRow | undefined => styles?.find((s) => s.id === (chosen ?? settings?.sessionStyle)) ?? styles?.[0];

/** Whether a drawn plan is still for what is wanted: while another is drawn, the one that stands may be for something else. */
export const isForAim = (plan: Session['plan'] | null, { focus, skill }: Aim): boolean =>
  plan !== null && plan.focus.join() === focus.join() && (plan.skill ?? '') === (skill ?? '');
