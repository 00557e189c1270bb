/** Groups into the week: to slots, adults and rooms, or what makes it impossible. */
import { CoreError } from '../errors.js';
import { seeded } from '../random.js';
import { failsBounds } from './timetable-bounds.js';
import { drain, smallestConflict } from '../smallest-conflict.js';

export interface TimetableSlot {
  readonly id: string;
  /** Day of the week, 1 Monday to 7 Sunday. */
  readonly day: number;
  /** Minutes since midnight. */
  readonly start: number;
  readonly end: number;
}
export interface TimetableRequest {
  readonly slots: readonly TimetableSlot[];
  /** Each room with the slots at which it is free; left out, always. */
  readonly rooms: readonly { readonly id: string; readonly free?: readonly string[] }[];
  /** Each adult with the slots at which they are there, and how many meetings and how many groups they take at most. */
  readonly adults: readonly {
    readonly id: string;
    readonly free: readonly string[];
    readonly most?: number;
    readonly mostGroups?: number;
  }[];
  readonly groups: readonly {
    readonly id: string;
    readonly members: readonly string[];
    /** How often a week it meets. */
    readonly meetings: number;
    /** Adults who may take it; left out, any. A kept meeting may have another: somebody stands in, and the rest of the week does not follow them. */
    readonly adults?: readonly string[];
  }[];
  /** Children who must not miss a lesson at these slots. */
  readonly children: readonly { readonly id: string; readonly busy: readonly string[] }[];
  /** Meetings that stay where they are. */
  readonly kept?: readonly Meeting[];
}
export interface Meeting {
  readonly group: string;
  readonly slot: string;
  readonly adult: string;
  /** Of a meeting that is kept: empty where any room will do. */
  readonly room: string;
}
/** One demand of a timetable that can be given up. */
export type Demand =
  | { readonly kind: 'meetings'; readonly group: string }
  | { readonly kind: 'lessons'; readonly child: string }
  | { readonly kind: 'adult hours'; readonly adult: string }
  | { readonly kind: 'adult load'; readonly adult: string }
  | { readonly kind: 'rooms' }
  | { readonly kind: 'kept'; readonly meeting: Meeting }
  | { readonly kind: 'one adult'; readonly group: string };
export type TimetableResult =
  | { readonly meetings: readonly Meeting[]; readonly conflict: null; readonly proven: true; readonly daysApart: number }
  | {
      readonly meetings: null;
      /** Demands that cannot all hold, as few as were found. */
      readonly conflict: readonly Demand[];
      /** Whether none of them can be left out: shown, within the search's bounds. */
      readonly irreducible: boolean;
      /** Those of them that, given up alone, really make the whole week possible. */
      readonly enough: readonly Demand[];
      /** Meetings that do fit together, as many as were found by placing one after another. */
      readonly most: readonly Meeting[];
      /** Whether it was shown that there is no timetable; else only that none was found in the search’s bounds. */
      readonly proven: boolean;
    };

const MOST_STEPS = 20_000;
const CONFLICT_STEPS = 500;
/** Steps that looking for a reason may take in all, and showing what giving one up does: a few seconds on a slow machine. */
const REASON_STEPS = 25_000;
const ENOUGH_STEPS = 25_000;
/** Smaller sets tried for a smaller reason than the one found: a reason of which nothing can be left out is good enough. */
const SETS_TRIED = 60;

/**
 * Places every meeting: one adult a group all week, one group an adult and a child at a time, a room for each, no child
 * out of a lesson they must not miss, no adult beyond their hours or their load, a group at most once a day. Meetings of
 * a group are spread over the week where that is possible. Exact search (most constrained first, forward checking), so
 * that "impossible" is shown, not guessed, within stated bounds.
 * @throws CoreError `bad-input` for a name that is not there, `out-of-range` for fewer than one meeting.
 * @example timetable({ slots, rooms: [{ id: 'A' }], adults, groups, children: [] }).meetings
 */
export function timetable(request: TimetableRequest): TimetableResult {
  check(request);
  const demands = demandsOf(request);
  const all = search(request, new Set(demands), MOST_STEPS);
  if (all.found) return { meetings: all.found, conflict: null, proven: true, daysApart: spreadOf(request, all.found) };
  const most = all.most();
  // not shown to be impossible: there is no reason to look for, and everything is named
  if (!all.whole) return { meetings: null, conflict: demands, irreducible: false, enough: [], most, proven: false };
  let left = REASON_STEPS;
  const signal = { aborted: false };
  const { items } = drain(
    smallestConflict(
      demands,
      (kept) => {
        const tried = search(request, new Set(kept), CONFLICT_STEPS, 2);
        left -= tried.steps;
        if (left < 0) signal.aborted = true;
        return tried.found === null && tried.whole;
      },
      signal,
      SETS_TRIED,
    ),
  );
  return {
    meetings: null,
    conflict: items,
    irreducible: !signal.aborted,
    enough: enoughAlone(request, demands, items),
    most,
    proven: true,
  };
}

/** Which of these demands, given up alone, leave a week in which everything else holds. */
function enoughAlone(request: TimetableRequest, demands: readonly Demand[], items: readonly Demand[]): Demand[] {
  let left = ENOUGH_STEPS;
  return items.filter((item) => {
    if (left <= 0) return false;
    const without = search(request, new Set(demands.filter((d) => d !== item)), Math.min(left, MOST_STEPS / 4), 4);
    left -= without.steps;
    return without.found !== null;
  });
}

function check({ slots, rooms, adults, groups, children, kept = [] }: TimetableRequest): void {
  const named = (list: readonly string[], known: readonly { id: string }[], field: string): void => {
    const missing = list.find((id) => !known.some((k) => k.id === id));
    if (missing !== undefined) throw new CoreError('bad-input', field, `"${missing}" is not there.`);
  };
  for (const slot of slots)
    if (!(slot.end > slot.start))
      throw new CoreError('out-of-range', `slots.${slot.id}`, 'A slot ends after it starts.', { from: slot.start, is: slot.end });
  for (const group of groups) {
    if (!Number.isInteger(group.meetings) || group.meetings < 1)
      throw new CoreError('out-of-range', `groups.${group.id}.meetings`, 'A group meets at least once a week.', {
        from: 1,
        is: group.meetings,
      });
    named(group.adults ?? [], adults, `groups.${group.id}.adults`);
  }
  for (const adult of adults) named(adult.free, slots, `adults.${adult.id}.free`);
  for (const room of rooms) named(room.free ?? [], slots, `rooms.${room.id}.free`);
  for (const child of children) named(child.busy, slots, `children.${child.id}.busy`);
  for (const meeting of kept) {
    named([meeting.group], groups, 'kept.group');
    named([meeting.slot], slots, 'kept.slot');
    named([meeting.adult], adults, 'kept.adult');
    if (meeting.room !== '') named([meeting.room], rooms, 'kept.room');
  }
}

function demandsOf({ adults, groups, children, kept = [] }: TimetableRequest): Demand[] {
  return [
    ...groups.map((g): Demand => ({ kind: 'meetings', group: g.id })),
    ...kept.map((meeting): Demand => ({ kind: 'kept', meeting })),
    ...children.filter((c) => c.busy.length > 0).map((c): Demand => ({ kind: 'lessons', child: c.id })),
    ...adults.map((a): Demand => ({ kind: 'adult hours', adult: a.id })),
    ...adults.filter((a) => a.most !== undefined || a.mostGroups !== undefined).map((a): Demand => ({ kind: 'adult load', adult: a.id })),
    ...groups.filter((g) => g.meetings > 1).map((g): Demand => ({ kind: 'one adult', group: g.id })),
    { kind: 'rooms' },
  ];
}

/** Whether two slots share time. */
export const slotsOverlap = (a: TimetableSlot, b: TimetableSlot): boolean => a.day === b.day && a.start < b.end && b.start < a.end;

interface Place {
  readonly slot: number;
  readonly adult: number;
}
interface ScheduledMeeting extends Place {
  readonly group: number;
}
/** So many ways are begun anew before the search goes through all of them: a bad first choice costs little. */
const BEGINNINGS = 12;

/** Finds a timetable that meets these demands. `whole` says that the search ended by itself. */
interface Searched {
  readonly found: Meeting[] | null;
  readonly whole: boolean;
  /** Steps it took. */
  readonly steps: number;
  /** Places what can be placed, one after another. */
  readonly most: () => Meeting[];
}
function search(request: TimetableRequest, kept: ReadonlySet<Demand>, steps: number, beginnings = BEGINNINGS): Searched {
  const { slots, adults } = request;
  const asked = new Set([...kept].map((d) => `${d.kind} ${'group' in d ? d.group : 'child' in d ? d.child : 'adult' in d ? d.adult : ''}`));
  const has = (kind: Demand['kind'], id = ''): boolean => asked.has(`${kind} ${id}`);
  const groups = request.groups.filter((g) => has('meetings', g.id));
  const index = (list: readonly { id: string }[]): Map<string, number> => new Map(list.map((x, k) => [x.id, k]));
  const [slotAt, adultAt, groupAt] = [index(slots), index(adults), index(groups)];
  const lessons = new Map(request.children.filter((c) => has('lessons', c.id)).map((c) => [c.id, new Set(c.busy)]));
  const single = groups.map((g) => g.meetings > 1 && has('one adult', g.id));
  const loads = adults.map((a) => (has('adult load', a.id) ? (a.most ?? Infinity) : Infinity));
  const groupLoads = adults.map((a) => (has('adult load', a.id) ? (a.mostGroups ?? Infinity) : Infinity));
  const rooms = slots.map((slot) => (has('rooms') ? request.rooms.filter((r) => !r.free || r.free.includes(slot.id)).length : Infinity));
  const touching = slots.map((a) => slots.flatMap((b, k) => (slotsOverlap(a, b) ? [k] : [])));
  /** Groups that share a child. */
  const sharing = groups.map((g, k) => groups.flatMap((o, n) => (n !== k && o.members.some((m) => g.members.includes(m)) ? [n] : [])));
  const mayTake = (g: number, adult: number): boolean => groups[g]!.adults?.includes(adults[adult]!.id) ?? true;
  const there = (slot: number, adult: number): boolean =>
    !has('adult hours', adults[adult]!.id) || adults[adult]!.free.includes(slots[slot]!.id);
  const domains = groups.map((group) =>
    slots.flatMap((slot, s) =>
      group.members.some((m) => lessons.get(m)?.has(slot.id))
        ? []
        : adults.flatMap((adult, a) => (there(s, a) && (group.adults?.includes(adult.id) ?? true) ? [{ slot: s, adult: a }] : [])),
    ),
  );
  // what is taken now: adults and groups by slot, with every slot that shares time; rooms, loads, days and adults of groups
  const adultTaken = adults.map(() => new Uint8Array(slots.length));
  const groupTaken = groups.map(() => new Uint8Array(slots.length));
  const roomTaken = new Uint8Array(slots.length);
  const load = new Uint16Array(adults.length);
  const meetingsWith = adults.map(() => new Uint8Array(groups.length));
  const groupLoad = new Uint16Array(adults.length);
  const placed: ScheduledMeeting[] = [];
  const fits = (g: number, { slot, adult }: Place): boolean =>
    adultTaken[adult]![slot] === 0 &&
    load[adult]! < loads[adult]! &&
    (groupLoad[adult]! < groupLoads[adult]! || meetingsWith[adult]![g]! > 0) &&
    roomTaken[slot]! < rooms[slot]! &&
    !sharing[g]!.some((o) => groupTaken[o]![slot]! > 0) &&
    !placed.some(
      (p) =>
        p.group === g &&
        (slots[p.slot]!.day === slots[slot]!.day || (single[g]! && p.adult !== adult && mayTake(g, p.adult) && mayTake(g, adult))),
    );
  const take = ({ slot, adult, group }: ScheduledMeeting, by: 1 | -1): void => {
    for (const s of touching[slot]!) {
      adultTaken[adult]![s]! += by;
      groupTaken[group]![s]! += by;
      roomTaken[s]! += by;
    }
    load[adult]! += by;
    if (by === 1 && meetingsWith[adult]![group] === 0) groupLoad[adult]! += 1;
    meetingsWith[adult]![group]! += by;
    if (by === -1 && meetingsWith[adult]![group] === 0) groupLoad[adult]! -= 1;
    if (by === 1) placed.push({ slot, adult, group });
    else placed.pop();
  };
  const open = groups.map((g) => g.meetings);
  const fixed = [...kept].flatMap((d) => (d.kind === 'kept' ? [d.meeting] : []));
  for (const meeting of fixed) {
    const group = groupAt.get(meeting.group);
    if (group === undefined) continue;
    const place = { slot: slotAt.get(meeting.slot)!, adult: adultAt.get(meeting.adult)! };
    // what was kept must itself hold
    const inClass = groups[group]!.members.some((m) => lessons.get(m)?.has(meeting.slot));
    if (inClass || !there(place.slot, place.adult) || !fits(group, place)) return { found: null, whole: true, steps: 1, most: () => [] };
    take({ ...place, group }, 1);
    open[group]! -= 1;
  }
  let left = 0;
  let random = seeded(1);
  let loose = false;
  const put = (): boolean => {
    let best = -1;
    let bestPlaces: Place[] = [];
    let bestRatio = Infinity;
    for (let g = 0; g < groups.length; g += 1) {
      if (open[g]! <= 0) continue;
      const places = domains[g]!.filter((d) => fits(g, d));
      // fewer days than meetings still to come: no way on
      if (new Set(places.map((d) => slots[d.slot]!.day)).size < open[g]!) return false;
      const ratio = places.length / open[g]!;
      if (ratio < bestRatio) [best, bestPlaces, bestRatio] = [g, places, ratio];
    }
    if (best < 0) return true;
    if ((left -= 1) < 0) return false;
    // days far from the group's other meetings first, then slots and adults that others need least
    const days = placed.filter((p) => p.group === best).map((p) => slots[p.slot]!.day);
    const worth = (d: Place): number =>
      (days.length === 0 ? 0 : 4 * Math.min(...days.map((day) => Math.abs(day - slots[d.slot]!.day)))) -
      load[d.adult]! -
      roomTaken[d.slot]! +
      (loose ? 6 * random() : 0);
    const sorted = bestPlaces.map((d) => ({ d, w: worth(d) })).sort((a, b) => b.w - a.w || a.d.slot - b.d.slot || a.d.adult - b.d.adult);
    open[best]! -= 1;
    for (const { d } of sorted) {
      take({ ...d, group: best }, 1);
      if (put()) return true;
      take({ ...d, group: best }, -1);
      if (left < 0) break;
    }
    open[best]! += 1;
    return false;
  };
  const asMeetings = (counted: boolean): Meeting[] | null =>
    assignRooms(
      request,
      placed.map((p) => ({ group: groups[p.group]!, slot: slots[p.slot]!, adult: adults[p.adult]!.id })),
      fixed,
      counted,
    );
  const most = (): Meeting[] => {
    for (let going = true; going;) {
      going = false;
      const next = groups
        .map((_, g) => ({ g, places: open[g]! > 0 ? domains[g]!.filter((d) => fits(g, d)) : [] }))
        .filter((n) => n.places.length > 0)
        .sort((x, y) => x.places.length / open[x.g]! - y.places.length / open[y.g]!)[0];
      if (!next) break;
      take(
        { ...next.places.sort((x, y) => roomTaken[x.slot]! - roomTaken[y.slot]! || load[x.adult]! - load[y.adult]!)[0]!, group: next.g },
        1,
      );
      open[next.g]! -= 1;
      going = true;
    }
    return (asMeetings(false) ?? []).filter((m) => !has('rooms') || m.room !== '');
  };
  const counted = {
    // meetings that somebody stands in for are as they are: leaving them out of the count only makes it easier
    groups: groups.flatMap((g, k) => {
      const meetings = g.meetings - fixed.filter((m) => m.group === g.id && !mayTake(k, adultAt.get(m.adult)!)).length;
      return meetings > 0 ? [{ meetings, single: single[k]!, places: domains[k]! }] : [];
    }),
    slots: slots.map((slot, k) => ({ day: slot.day, rooms: rooms[k]! })),
    adults: adults.map((_, k) => ({ meetings: loads[k]!, groups: groupLoads[k]! })),
  };
  // counting them is work too
  if (failsBounds(counted)) return { found: null, whole: true, steps: groups.length, most };
  let found = false;
  let whole = false;
  let taken = groups.length;
  for (let beginning = 0; beginning <= beginnings && !found && !whole; beginning += 1) {
    const most = beginning < beginnings ? Math.min(steps, 10 * groups.length + 40) : steps;
    left = most;
    loose = beginning > 0 && beginning < beginnings;
    random = seeded(beginning + 1);
    found = put();
    whole = left >= 0;
    taken += most - Math.max(0, left);
  }
  if (!found) return { found: null, whole, steps: taken, most };
  const meetings = asMeetings(has('rooms'));
  return { found: meetings, whole: meetings !== null, steps: taken, most };
}

/** A room for each meeting: those that were kept keep theirs, the others take the first that is free. */
function assignRooms(
  request: TimetableRequest,
  placed: readonly { readonly group: { id: string }; readonly slot: TimetableSlot; readonly adult: string }[],
  fixed: readonly Meeting[],
  counted: boolean,
): Meeting[] | null {
  const out: Meeting[] = [];
  const slotOf = new Map(request.slots.map((s) => [s.id, s]));
  const free = (room: { id: string; free?: readonly string[] }, slot: TimetableSlot): boolean =>
    (!room.free || room.free.includes(slot.id)) && !out.some((m) => m.room === room.id && slotsOverlap(slotOf.get(m.slot)!, slot));
  const isFixed = (p: (typeof placed)[number]): Meeting | undefined =>
    fixed.find((m) => m.room !== '' && m.group === p.group.id && m.slot === p.slot.id);
  // rooms that are seldom free are taken only where no other will do
  const rooms = [...request.rooms].sort((a, b) => (a.free?.length ?? request.slots.length) - (b.free?.length ?? request.slots.length));
  for (const p of placed) {
    const own = isFixed(p);
    if (own) out.push(own);
  }
  for (const p of [...placed].filter((q) => !isFixed(q)).sort((a, b) => a.slot.start - b.slot.start)) {
    const room = rooms.find((r) => free(r, p.slot));
    if (!room && counted) return null;
    out.push({ group: p.group.id, slot: p.slot.id, adult: p.adult, room: room?.id ?? '' });
  }
  return out;
}

/** The least number of days between two meetings of one group; the length of the week where each meets once. */
function spreadOf(request: TimetableRequest, meetings: readonly Meeting[]): number {
  const day = new Map(request.slots.map((s) => [s.id, s.day]));
  let least = 7;
  for (const group of request.groups) {
    const days = meetings.filter((m) => m.group === group.id).map((m) => day.get(m.slot)!);
    for (const [k, a] of days.entries()) for (const b of days.slice(k + 1)) least = Math.min(least, Math.abs(a - b));
  }
  return least;
}

/** One demand as a clause. */
export function demandInWords(demand: Demand, name: (id: string) => string): string {
  switch (demand.kind) {
    case 'meetings':
      return `${name(demand.group)} meets as often as it is to`;
    case 'lessons':
      return `${name(demand.child)} misses none of the lessons set`;
    case 'adult hours':
      return `${name(demand.adult)} is there only at the times set`;
    case 'adult load':
      return `${name(demand.adult)} takes no more than set`;
    case 'rooms':
      return 'no more groups meet at a time than there are free rooms';
    case 'kept':
      return `${name(demand.meeting.group)} stays at ${name(demand.meeting.slot)} with ${name(demand.meeting.adult)}`;
    case 'one adult':
      return `${name(demand.group)} has the same adult all week`;
  }
}
