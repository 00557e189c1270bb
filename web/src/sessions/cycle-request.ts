/** A group's cycle from its records: what was held and who was there, what is planned, and the days still to fill. */
import type { ChildLine, Group, SchoolSettings, Session, Timetable } from '@sapling/contract';
import { daysAfter, weekday } from '@sapling/core';
import {
  daysOff,
  type SchoolTerm,
  holidayOn,
  partsDone,
  SESSION_SKILLS,
  weekSlots,
  workedOn,
  type CycleRequest,
  type CycleSession,
  type Holiday,
  type PlannedSession,
} from '@sapling/core/planning';
import { addDays, format, getISOWeek, getISOWeekYear, parseISO } from 'date-fns';
import { readsOf } from '../children/reads-of.js';

export const TO_COME = 'day ';
const dayOf = (date: Date): string => format(date, 'yyyy-MM-dd');
const weekOf = (on: string): string => `${getISOWeekYear(parseISO(on))} ${getISOWeek(parseISO(on))}`;

/**
 * The request for `planCycle`. Days to come are the group's days in the timetable, or else school days, from `today` on, no holiday,
 * and no more a week than the school has sessions, until there are as many sessions as the cycle has. Null for a group without members, or with neither pairs nor a skill that sessions can be for.
 */
// eslint-disable-next-line complexity -- what is asked of a cycle, field by field
export function cycleRequest(
  group: Group,
  sessions: readonly Session[],
  children: readonly ChildLine[],
  settings: { cycleWeeks: number; sessionsAWeek: number; holidays: readonly Holiday[]; terms: readonly SchoolTerm[] },
  today: string,
  /** Days of the week on which the group meets, 1 Monday; left out where no timetable says. */
  days?: readonly number[],
): CycleRequest | null {
  const members = children.filter((c) => group.members.includes(c.id));
  const skills = SESSION_SKILLS.filter((skill) => group.skills.includes(skill));
  if (members.length === 0 || group.focus.length + skills.length === 0) return null;
  const from = group.startsOn || '0000-00-00';
  const own = sessions.filter((s) => s.groupId === group.id && s.on >= from && (s.log !== null || s.on >= today));
  const list: CycleSession[] = own.map((s) => ({
    id: s.id,
    on: s.on,
    ...(s.log
      ? {
          held: {
            present: s.log.attendance.filter((a) => a.present).map((a) => a.child),
            pairs: workedOn({ plan: s.plan, done: s.log.done, left: s.log.left }),
            asked: askedIn(s),
          },
        }
      : {}),
  }));
  const aWeek = group.meets ?? settings.sessionsAWeek;
  const wanted = settings.cycleWeeks * aWeek;
  const perWeek = new Map<string, number>();
  for (const s of list) perWeek.set(weekOf(s.on), (perWeek.get(weekOf(s.on)) ?? 0) + 1);
  const end = group.endsOn ?? dayOf(addDays(parseISO(group.startsOn || today), 7 * settings.cycleWeeks - 1));
  for (let date = parseISO(today); list.length < wanted && dayOf(date) <= end; date = addDays(date, 1)) {
    const on = dayOf(date);
    const weekend = date.getDay() === 0 || date.getDay() === 6;
    const off = days ? !days.includes(weekday(on)) : weekend;
    if (off || holidayOn(on, daysOff(settings)) || list.some((s) => s.on === on) || (perWeek.get(weekOf(on)) ?? 0) >= aWeek) continue;
    perWeek.set(weekOf(on), (perWeek.get(weekOf(on)) ?? 0) + 1);
    list.push({ id: TO_COME + on, on });
  }
  if (list.length === 0) return null;
  return {
    focus: group.focus,
    ...(skills.length > 0 ? { skills } : {}),
    sessions: list,
    children: members.map((c) => ({ id: c.id, known: readsOf(c) })),
  };
}

/** Pairs that a held session asked without teaching. */
function askedIn({ plan, log }: Session): string[] {
  const done = log ? partsDone(plan, log.done) : [];
  return plan.parts.flatMap((p) => (done.includes(p.id) ? (p.ask ?? []) : []));
}

/** The same cycle had every session been held with everybody there: what a change is held against. */
export function asPlanned(request: CycleRequest): CycleRequest {
  return { ...request, sessions: request.sessions.map(({ id, on }) => ({ id, on })) };
}

/** Days of the week on which a group meets, as the timetable has it; undefined where it has none. */
export function meetingDays(group: Group, table: Timetable | undefined, settings: SchoolSettings | undefined): number[] | undefined {
  const slots = weekSlots(settings?.slots ?? []);
  const days = (table?.meetings ?? []).flatMap((m) => (m.group === group.id ? (slots.find((s) => s.id === m.slot)?.day ?? []) : []));
  return days.length > 0 ? [...new Set(days)] : undefined;
}

/** The next day from `from` on on which a group meets and has no session: after the timetable, or else the next school day that is no holiday. */
export function nextDay(
  group: Group,
  sessions: readonly Session[],
  settings: SchoolSettings,
  table: Timetable | undefined,
  from: string,
): string {
  const days = meetingDays(group, table, settings) ?? [1, 2, 3, 4, 5];
  for (let k = 0; k < 90; k += 1) {
    const on = daysAfter(from, k);
    const taken = sessions.some((s) => s.groupId === group.id && s.on === on);
    if (days.includes(weekday(on)) && !taken && !holidayOn(on, daysOff(settings))) return on;
  }
  return from;
}

/** What a session of the cycle is for, as the address of the page where it is made. */
export function sessionAddress(groupId: string, session: PlannedSession): string {
  const focus = [...(session.fresh ? [session.fresh] : []), ...session.again.map((a) => a.gpc)];
  return new URLSearchParams({
    group: groupId,
    on: session.on,
    focus: focus.join(' '),
    ...(session.skill ? { skill: session.skill } : {}),
    ...(session.contrast.length > 0 ? { contrast: session.contrast.map((pair) => pair.join('~')).join(' ') } : {}),
    ...(session.recheck.length > 0 ? { recheck: session.recheck.join(' ') } : {}),
  }).toString();
}
