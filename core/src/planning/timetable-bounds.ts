/** Counting that shows at once that a timetable cannot be, where trying every way would take for ever. */
import { Network } from '../max-flow.js';

export interface Counted {
  readonly groups: readonly {
    readonly meetings: number;
    readonly single: boolean;
    readonly places: readonly { readonly slot: number; readonly adult: number }[];
  }[];
  /** Day of each slot, and how many rooms are free at it. */
  readonly slots: readonly { readonly day: number; readonly rooms: number }[];
  /** How many meetings and how many groups each adult takes at most. */
  readonly adults: readonly { readonly meetings: number; readonly groups: number }[];
}

/** Whether there are too few rooms, adults or days for all meetings, whatever the order. False says nothing. */
export function failsBounds({ groups, slots, adults }: Counted): boolean {
  const wanted = groups.reduce((sum, g) => sum + g.meetings, 0);
  const [source, sink] = [0, 1];
  let nodes = 2;
  // a group meets once a day; a slot takes as many as it has rooms and adults
  const byPlace = new Network();
  const slotNode = slots.map(() => (nodes += 1));
  const adultsAt = slots.map((_, s) => new Set(groups.flatMap((g) => g.places.filter((p) => p.slot === s).map((p) => p.adult))).size);
  slots.forEach((slot, s) => byPlace.addEdge(slotNode[s]!, sink, Math.min(slot.rooms, adultsAt[s]!)));
  for (const group of groups) {
    const node = (nodes += 1);
    byPlace.addEdge(source, node, group.meetings);
    const used = new Set(group.places.map((p) => p.slot));
    for (const day of new Set([...used].map((s) => slots[s]!.day))) {
      const dayNode = (nodes += 1);
      byPlace.addEdge(node, dayNode, 1);
      for (const s of used) if (slots[s]!.day === day) byPlace.addEdge(dayNode, slotNode[s]!, 1);
    }
  }
  if (byPlace.maxFlow(source, sink) < wanted) return true;
  // one adult all week: a group goes whole to somebody who is there on enough days
  const whole = groups.filter((g) => g.single);
  const byAdult = new Network();
  const adultNode = adults.map(() => (nodes += 1));
  adults.forEach((adult, a) => {
    const free = new Map<number, Set<number>>();
    for (const g of whole)
      for (const p of g.places) if (p.adult === a) free.set(slots[p.slot]!.day, (free.get(slots[p.slot]!.day) ?? new Set()).add(p.slot));
    const perDay = [...free.values()].map((s) => s.size);
    const least = Math.min(...whole.map((g) => g.meetings));
    let most = 0;
    // so many groups need so many times, at most one a day each
    while (most < whole.length && perDay.reduce((sum, n) => sum + Math.min(n, most + 1), 0) >= (most + 1) * least) most += 1;
    byAdult.addEdge(adultNode[a]!, sink, Math.min(most, adult.groups, Math.floor(adult.meetings / least)));
  });
  for (const group of whole) {
    const node = (nodes += 1);
    byAdult.addEdge(source, node, 1);
    for (const a of adults.keys()) {
      const days = new Set(group.places.filter((p) => p.adult === a).map((p) => slots[p.slot]!.day));
      if (days.size >= group.meetings) byAdult.addEdge(node, adultNode[a]!, 1);
    }
  }
  return whole.length > 0 && byAdult.maxFlow(source, sink) < whole.length;
}
