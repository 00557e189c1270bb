/** From what the screens hold to the week as the core sees it, and back. */
import type { ChildLine, Group, GroupRule, SchoolSettings, Timetable, WeekMeeting } from '@sapling/contract';
import { isUnnamed, type Meeting, type WeekFacts } from '@sapling/core/planning';

export type ScheduledMeeting = Timetable['meetings'][number];
/** How often a group is to meet in a week: as it has it itself, else as the school has it, but at most once on each day there are times for. */
export function wantedMeetings(settings: SchoolSettings, group?: Pick<Group, 'meets'>): number {
  const days = new Set(settings.slots.filter((s) => s.start !== null).flatMap((s) => s.days)).size;
  return Math.max(1, Math.min(group?.meets ?? settings.sessionsAWeek, days));
}

/** The groups of the week: those of this colleague, and whatever else stands on the sheet as what it takes up. */
export function weekFacts(
  settings: SchoolSettings,
  groups: readonly Group[],
  children: readonly ChildLine[],
  rules: readonly GroupRule[],
  meetings: readonly ScheduledMeeting[],
): WeekFacts {
  const count = (id: string): number => meetings.filter((m) => m.group === id).length;
  const others = [...new Set(meetings.map((m) => m.group))].filter((id) => !groups.some((g) => g.id === id));
  return {
    times: settings.slots,
    rooms: settings.rooms,
    adults: settings.groupAdults,
    lessons: settings.lessons,
    children: children.map((c) => ({
      id: c.id,
      classId: c.classId,
      busy: rules.filter((r) => r.kind === 'busy' && r.children.includes(c.id)).flatMap((r) => r.slots),
    })),
    groups: [
      ...groups.map((g) => ({
        id: g.id,
        members: g.members,
        adultId: g.adultId,
        meetings: Math.max(wantedMeetings(settings, g), count(g.id)),
      })),
      ...others.map((id) => ({
        id,
        members: [],
        adultId: meetings.find((m) => m.group === id)!.adult,
        meetings: count(id),
      })),
    ],
  };
}

/** A meeting of the sheet as the core has it: nobody and no room are empty. */
export const toCore = (m: ScheduledMeeting): Meeting => ({ group: m.group, slot: m.slot, adult: m.adult ?? '', room: m.room });
/** What is kept of a meeting. */
export const toKept = ({ group, slot, adultId, room }: WeekMeeting): WeekMeeting => ({ group, slot, adultId, room });

/**
 * What the solver placed, as it is kept, and the adults it gave to groups that had none.
 * A meeting with the group's own adult follows the group.
 */
export function fromCore(
  found: readonly Meeting[],
  groups: readonly Group[],
  before: readonly ScheduledMeeting[],
): { readonly meetings: WeekMeeting[]; readonly given: { readonly group: Group; readonly adultId: string }[] } {
  const given = groups.flatMap((group) => {
    const adult = found.find((m) => m.group === group.id)?.adult ?? '';
    return group.adultId === null && adult !== '' && !isUnnamed(adult) ? [{ group, adultId: adult }] : [];
  });
  return {
    meetings: found.map((m) => ({
      group: m.group,
      slot: m.slot,
      adultId: before.find((b) => b.group === m.group && b.slot === m.slot)?.adultId ?? null,
      room: isUnnamed(m.room) ? '' : m.room,
    })),
    given,
  };
}
