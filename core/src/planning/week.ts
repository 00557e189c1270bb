/** The school's week: the times at which groups can meet, what stands in their way, and what clashes in a timetable. */
import { weekday } from '../days.js';
import { slotsOverlap, type Meeting, type TimetableRequest, type TimetableSlot } from './timetable.js';

/** A time at which groups can meet, on one day of the week or more. */
export interface WeekTime {
  readonly id: string;
  readonly name: string;
  /** Days of the week, 1 Monday to 7 Sunday. */
  readonly days: readonly number[];
  /** Minutes since midnight; null where the school set no clock time, and then it is in no timetable. */
  readonly start: number | null;
  readonly minutes: number;
  /** How many groups can meet at once, where no rooms are named. */
  readonly rooms: number;
}
/** `busy` names times, or single days of a time as `weekCell` writes them. */
export interface WeekFacts {
  readonly times: readonly WeekTime[];
  readonly rooms: readonly { readonly id: string; readonly busy: readonly string[] }[];
  readonly adults: readonly { readonly id: string; readonly groups: number; readonly busy: readonly string[] }[];
  /** Lessons that children of a class must not miss; of every class where it is null. */
  readonly lessons: readonly Lesson[];
  readonly children: readonly { readonly id: string; readonly classId: string; readonly busy: readonly string[] }[];
  readonly groups: readonly {
    readonly id: string;
    readonly members: readonly string[];
    readonly adultId: string | null;
    readonly meetings: number;
  }[];
}
export interface Lesson {
  readonly classId: string | null;
  readonly days: readonly number[];
  readonly start: number;
  readonly end: number;
}
/** A slot of the timetable with the time it is a day of. */
export interface WeekSlot extends TimetableSlot {
  readonly time: string;
}

/** The name of one day of a time. */
export const weekCell = (time: string, day: number): string => `${time}@${day}`;
/** Whether a list of times and of days of times holds this slot. */
export const holdsSlot = (list: readonly string[], slot: WeekSlot): boolean => list.includes(slot.id) || list.includes(slot.time);

/** The slots of the week by day and clock. Times without a day or a clock time have none. */
export function weekSlots(times: readonly WeekTime[]): WeekSlot[] {
  return times
    .flatMap(({ id, days, start, minutes }) =>
      start === null ? [] : days.map((day): WeekSlot => ({ id: weekCell(id, day), time: id, day, start, end: start + minutes })),
    )
    .sort((a, b) => a.day - b.day || a.start - b.start || (a.id < b.id ? -1 : 1));
}

/** Whether children of a class must be in a lesson at some minute of a slot. */
export function inLesson(classId: string, slot: TimetableSlot, lessons: readonly Lesson[]): boolean {
  return lessons.some(
    (l) => (l.classId === null || l.classId === classId) && l.days.includes(slot.day) && l.start < slot.end && slot.start < l.end,
  );
}

/** The times on every day of which something is so; a time without days by its name alone. */
export function wholeTimes(times: readonly WeekTime[], list: readonly string[], also: (slot: WeekSlot) => boolean = () => false): string[] {
  return times
    .filter((time) => {
      const slots = weekSlots([time]);
      return list.includes(time.id) || (slots.length > 0 && slots.every((s) => list.includes(s.id) || also(s)));
    })
    .map((time) => time.id);
}

/** A room or an adult that nobody named. */
const UNNAMED = '#';
export const isUnnamed = (id: string): boolean => id.startsWith(UNNAMED);

/**
 * The week as a problem for `timetable`. Where no rooms are named, there are as many as each time says; a group without an
 * adult may get any of those who take groups, and stays without one where nobody is said to.
 */
export function weekRequest(facts: WeekFacts, kept: readonly Meeting[] = []): TimetableRequest {
  const slots = weekSlots(facts.times);
  const ids = slots.map((s) => s.id);
  const free = (busy: readonly string[]): string[] => slots.filter((s) => !holdsSlot(busy, s)).map((s) => s.id);
  const most = Math.max(0, ...facts.times.map((t) => t.rooms));
  const roomsAt = new Map(facts.times.map((t) => [t.id, t.rooms]));
  const unnamed = Array.from({ length: most }, (_, k) => ({
    id: `${UNNAMED}${k + 1}`,
    free: slots.filter((s) => roomsAt.get(s.time)! > k).map((s) => s.id),
  }));
  const own = facts.adults.map((a) => ({ id: a.id, free: free(a.busy), mostGroups: a.groups }));
  const named = [...facts.groups.map((g) => g.adultId), ...kept.map((m) => m.adult)];
  const others = [...new Set(named.flatMap((id) => id || []))].filter((id) => !own.some((a) => a.id === id));
  // meetings that stay and have nobody yet: somebody without a name takes them
  const bare = new Set(kept.filter((m) => m.adult === '').map((m) => m.group));
  const nobody = facts.groups.filter((g) => bare.has(g.id) || (g.adultId === null && facts.adults.length === 0));
  return {
    slots,
    rooms: facts.rooms.length > 0 ? facts.rooms.map((r) => ({ id: r.id, free: free(r.busy) })) : unnamed,
    adults: [...own, ...others.map((id) => ({ id, free: ids })), ...nobody.map((g) => ({ id: `${UNNAMED}${g.id}`, free: ids }))],
    groups: facts.groups.map((g) => ({
      id: g.id,
      members: g.members,
      meetings: g.meetings,
      adults: nobody.includes(g) ? [`${UNNAMED}${g.id}`] : g.adultId !== null ? [g.adultId] : facts.adults.map((a) => a.id),
    })),
    children: facts.children.map((c) => ({
      id: c.id,
      busy: slots.filter((s) => holdsSlot(c.busy, s) || inLesson(c.classId, s, facts.lessons)).map((s) => s.id),
    })),
    kept: kept.map((m) => ({ ...m, adult: m.adult || `${UNNAMED}${m.group}` })),
  };
}

/** Something in a timetable that cannot be, or that a demand of the school forbids. `meetings` are places in the list. */
export type Clash =
  | { readonly kind: 'lesson'; readonly child: string; readonly meetings: readonly [number] }
  | { readonly kind: 'child twice'; readonly child: string; readonly meetings: readonly [number, number] }
  | { readonly kind: 'adult away'; readonly adult: string; readonly meetings: readonly [number] }
  | { readonly kind: 'adult twice'; readonly adult: string; readonly meetings: readonly [number, number] }
  | { readonly kind: 'adult load'; readonly adult: string; readonly meetings: readonly number[] }
  | { readonly kind: 'room away'; readonly room: string; readonly meetings: readonly [number] }
  | { readonly kind: 'room twice'; readonly room: string; readonly meetings: readonly [number, number] }
  | { readonly kind: 'rooms'; readonly slot: string; readonly meetings: readonly number[] }
  | { readonly kind: 'twice a day'; readonly group: string; readonly meetings: readonly [number, number] }
  | { readonly kind: 'two adults'; readonly group: string; readonly meetings: readonly number[] };

/**
 * What clashes in these meetings. A meeting may be without a room or an adult (empty). Meetings at slots or of groups that
 * the request does not know clash with nothing.
 * @example clashes(request, []) // []
 */
export function clashes(request: TimetableRequest, meetings: readonly Meeting[]): Clash[] {
  const out: Clash[] = [];
  const slotOf = new Map(request.slots.map((s) => [s.id, s]));
  const groupOf = new Map(request.groups.map((g) => [g.id, g]));
  const adultOf = new Map(request.adults.map((a) => [a.id, a]));
  const roomOf = new Map(request.rooms.map((r) => [r.id, r]));
  const busyOf = new Map(request.children.map((c) => [c.id, new Set(c.busy)]));
  const known = meetings.flatMap((m, at) => {
    const slot = slotOf.get(m.slot);
    return slot ? [{ ...m, at, when: slot, members: groupOf.get(m.group)?.members ?? [] }] : [];
  });
  for (const [k, a] of known.entries()) {
    for (const child of a.members) if (busyOf.get(child)?.has(a.slot)) out.push({ kind: 'lesson', child, meetings: [a.at] });
    const adult = adultOf.get(a.adult);
    if (adult && !adult.free.includes(a.slot)) out.push({ kind: 'adult away', adult: a.adult, meetings: [a.at] });
    const room = roomOf.get(a.room);
    if (room?.free && !room.free.includes(a.slot)) out.push({ kind: 'room away', room: a.room, meetings: [a.at] });
    for (const b of known.slice(k + 1)) {
      if (a.group === b.group && a.when.day === b.when.day) {
        out.push({ kind: 'twice a day', group: a.group, meetings: [a.at, b.at] });
        continue;
      }
      if (!slotsOverlap(a.when, b.when)) continue;
      if (a.adult !== '' && a.adult === b.adult) out.push({ kind: 'adult twice', adult: a.adult, meetings: [a.at, b.at] });
      if (a.room !== '' && a.room === b.room) out.push({ kind: 'room twice', room: a.room, meetings: [a.at, b.at] });
      for (const child of a.members) if (b.members.includes(child)) out.push({ kind: 'child twice', child, meetings: [a.at, b.at] });
    }
  }
  for (const slot of request.slots) {
    const here = known.filter((m) => slotsOverlap(m.when, slot));
    const rooms = request.rooms.filter((r) => !r.free || r.free.includes(slot.id)).length;
    const all = here.map((m) => m.at);
    // said once where slots share time
    const said = out.some((c) => c.kind === 'rooms' && c.meetings.join() === all.join());
    if (here.length > rooms && !said && here.some((m) => m.slot === slot.id)) out.push({ kind: 'rooms', slot: slot.id, meetings: all });
  }
  for (const adult of request.adults) {
    const own = known.filter((m) => m.adult === adult.id);
    const groups = new Set(own.map((m) => m.group)).size;
    if (own.length > (adult.most ?? Infinity) || groups > (adult.mostGroups ?? Infinity))
      out.push({ kind: 'adult load', adult: adult.id, meetings: own.map((m) => m.at) });
  }
  for (const group of request.groups) {
    const own = known.filter((m) => m.group === group.id && m.adult !== '');
    if (new Set(own.map((m) => m.adult)).size > 1) out.push({ kind: 'two adults', group: group.id, meetings: own.map((m) => m.at) });
  }
  return out;
}

/** A clash as a sentence without its full stop. `when` puts a slot into words. */
export function clashInWords(
  clash: Clash,
  meetings: readonly Meeting[],
  name: (id: string) => string,
  when: (slot: string) => string,
): string {
  const [first, second] = clash.meetings.map((k) => meetings[k]!);
  switch (clash.kind) {
    case 'lesson':
      return `${name(clash.child)} would miss a lesson ${when(first!.slot)} (${name(first!.group)})`;
    case 'child twice':
      return `${name(clash.child)} is in ${name(first!.group)} and in ${name(second!.group)} ${when(first!.slot)}`;
    case 'adult away':
      return `${name(clash.adult)} is not there ${when(first!.slot)} (${name(first!.group)})`;
    case 'adult twice':
      return `${name(clash.adult)} has ${name(first!.group)} and ${name(second!.group)} ${when(first!.slot)}`;
    case 'adult load':
      return `${name(clash.adult)} has more groups than they take`;
    case 'room away':
      return `${name(clash.room)} is not free ${when(first!.slot)} (${name(first!.group)})`;
    case 'room twice':
      return `${name(first!.group)} and ${name(second!.group)} are both in ${name(clash.room)} ${when(first!.slot)}`;
    case 'rooms':
      return `more groups meet ${when(clash.slot)} than there are rooms`;
    case 'twice a day':
      return `${name(clash.group)} meets twice on one day: ${when(first!.slot)} and ${when(second!.slot)}`;
    case 'two adults':
      return `${name(clash.group)} has more than one adult in a week`;
  }
}

export interface Holiday {
  readonly name: string;
  /** First and last day, YYYY-MM-DD. */
  readonly from: string;
  readonly to: string;
}
export const holidayOn = (on: string, holidays: readonly Holiday[]): Holiday | undefined =>
  holidays.find((h) => h.from <= on && on <= h.to);

/** The meeting of a group on a day, the earliest where there are two. */
export function meetingOn<M extends Pick<Meeting, 'group' | 'slot'>>(
  on: string,
  group: string,
  meetings: readonly M[],
  slots: readonly WeekSlot[],
): { readonly meeting: M; readonly slot: WeekSlot } | undefined {
  const day = weekday(on);
  for (const slot of slots) {
    if (slot.day !== day) continue;
    const meeting = meetings.find((m) => m.group === group && m.slot === slot.id);
    if (meeting) return { meeting, slot };
  }
  return undefined;
}
