/** Is there any grouping that keeps all the rules? A complete search, so that a no is a proof. */
import { assignAdults, type Rules } from './rules.js';

export interface Legal {
  /** Group of each unit, -1 for waiting. */
  readonly groupOf: Int32Array;
  /** Slot of each group, -1 where there are no slots. */
  readonly slotOf: Int32Array;
  readonly adultOf: Int32Array;
}

export const MOST_STEPS = 200_000;
/** A step looks at every unit and group: on a large problem fewer are made, so that a search ends in a second or so. */
const MOST_LOOKS = 1e8;

/**
 * A grouping that keeps every rule, null where none can, or `unknown` where the search was given up after
 * `limit` steps. Depth first, the most constrained unit next (Haralick and Elliott 1980), groups that
 * are alike and empty tried once.
 */
export function findLegal(rules: Rules, limit = MOST_STEPS): Legal | null | 'unknown' {
  const { units, groups, sizeFrom, sizeTo, allowed, apart, slots, busy } = rules;
  if (rules.broken) return null;
  const total = units.reduce((sum, unit) => sum + unit.length, 0);
  if (total < groups * sizeFrom) return null;
  // too few rooms or adults whoever sits where
  const anyTimes = assignTimes(
    rules,
    Array.from({ length: groups }, () => new Int32Array(slots)),
    limit,
  );
  if (anyTimes === null) return null;
  const most = Math.min(limit, Math.max(5 * units.length, Math.floor(MOST_LOOKS / Math.max(1, units.length * groups))));
  const groupOf = new Int32Array(units.length).fill(-2);
  const size = new Int32Array(groups);
  const inGroup: number[][] = Array.from({ length: groups }, () => []);
  const busyIn = Array.from({ length: groups }, () => new Int32Array(slots));
  let times: Times | null = null;
  let steps = 0;
  // groups of which nothing different is said are alike while they are empty
  const alike = Array.from(
    { length: groups },
    (_, g) => `${rules.givenSlot[g]} ${rules.givenAdult[g]} ${allowed.map((row) => row[g]).join('')}`,
  );
  let left = total;

  const fits = (u: number, g: number): boolean => {
    if (!allowed[u]![g] || size[g]! + units[u]!.length > sizeTo) return false;
    for (const other of apart[u]!) if (groupOf[other] === g) return false;
    if (rules.classes === 'keep') {
      const first = inGroup[g]![0] ?? units[u]![0]!;
      if (units[u]!.some((m) => rules.set[m] !== rules.set[first])) return false;
    }
    if (slots > 0) {
      const given = rules.givenSlot[g]!;
      for (let s = 0; s < slots; s += 1) {
        if (given >= 0 && given !== s) continue;
        if (busyIn[g]![s] === 0 && rules.rooms[s]! > 0 && units[u]!.every((m) => !busy[m]![s])) return true;
      }
      return false;
    }
    return true;
  };
  const put = (u: number, g: number, sign: 1 | -1): void => {
    groupOf[u] = sign > 0 ? g : -2;
    left -= sign * units[u]!.length;
    if (g < 0) return;
    size[g]! += sign * units[u]!.length;
    for (const m of units[u]!) {
      if (sign > 0) inGroup[g]!.push(m);
      else inGroup[g]!.pop();
      for (let s = 0; s < slots; s += 1) busyIn[g]![s]! += sign * busy[m]![s]!;
    }
  };
  const mixed = (): boolean =>
    rules.classes !== 'mix' || inGroup.every((list) => list.length < 2 || list.some((m) => rules.set[m] !== rules.set[list[0]!]));

  const search = (placed: number): boolean => {
    if ((steps += 1) > most) return false;
    let short = 0;
    for (let g = 0; g < groups; g += 1) short += Math.max(0, sizeFrom - size[g]!);
    if (short > left) return false;
    if (placed === units.length) {
      if (!mixed()) return false;
      const found = assignTimes(rules, busyIn, most - steps);
      if (found === 'unknown') steps = most + 1;
      else times = found;
      return times !== null;
    }
    let next = -1;
    let choices: number[] = [];
    let fewest = Infinity;
    for (let u = 0; u < units.length; u += 1) {
      if (groupOf[u] !== -2) continue;
      const open: number[] = [];
      for (let g = 0; g < groups; g += 1) if (fits(u, g)) open.push(g);
      const count = open.length + rules.mayWait[u]! - units[u]!.length / 1000 - apart[u]!.length / 1e6;
      if (count < fewest) {
        fewest = count;
        next = u;
        choices = open;
      }
      if (open.length + rules.mayWait[u]! === 0) return false;
    }
    choices.sort((a, b) => size[a]! - size[b]!);
    const seenEmpty = new Set<string>();
    for (const g of choices) {
      if (size[g] === 0) {
        if (seenEmpty.has(alike[g]!)) continue;
        seenEmpty.add(alike[g]!);
      }
      put(next, g, 1);
      if (search(placed + 1)) return true;
      put(next, g, -1);
      if (steps > most) return false;
    }
    if (rules.mayWait[next]) {
      put(next, -1, 1);
      groupOf[next] = -1;
      if (search(placed + 1)) return true;
      put(next, -1, -1);
    }
    return false;
  };
  if (search(0)) return { groupOf, ...times! };
  return steps > most ? 'unknown' : null;
}

type Times = Pick<Legal, 'slotOf' | 'adultOf'>;

/**
 * A slot for every group in which all its members are free, and an adult in it, with no more groups at a
 * time than there are rooms; null where there is none. The group with fewest slots open is placed first.
 * @param busyIn for each group and slot, how many of its members are busy
 */
export function assignTimes(rules: Rules, busyIn: readonly Int32Array[], limit: number): Times | null | 'unknown' {
  const { groups, slots, rooms, givenSlot } = rules;
  const slotOf = new Int32Array(groups).fill(-1);
  if (slots === 0) {
    const adultOf = assignAdults(rules, slotOf);
    return adultOf && { slotOf, adultOf };
  }
  const open = Array.from({ length: groups }, (_, g) =>
    Array.from({ length: slots }, (_s, s) => s).filter((s) => busyIn[g]![s] === 0 && (givenSlot[g]! < 0 || givenSlot[g] === s)),
  );
  const order = open.map((_, g) => g).sort((a, b) => open[a]!.length - open[b]!.length);
  const used = new Int32Array(slots);
  let adultOf: Int32Array | null = null;
  let steps = 0;
  const place = (k: number): boolean => {
    if ((steps += 1) > limit) return false;
    if (k === groups) {
      adultOf = assignAdults(rules, slotOf);
      return adultOf !== null;
    }
    const g = order[k]!;
    // the emptiest slot first: adults and rooms are then easiest to find
    for (const s of open[g]!.slice().sort((a, b) => used[a]! - rooms[a]! - (used[b]! - rooms[b]!))) {
      if (used[s]! >= rooms[s]!) continue;
      used[s]! += 1;
      slotOf[g] = s;
      if (place(k + 1)) return true;
      used[s]! -= 1;
      slotOf[g] = -1;
      if (steps > limit) return false;
    }
    return false;
  };
  if (place(0)) return { slotOf, adultOf: adultOf! };
  return steps > limit ? 'unknown' : null;
}
