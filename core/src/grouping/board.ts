/** A grouping while it is searched: what each group costs, kept up to date as units move. */
import { continuityCost, givenFor, paceCost, type Numbers } from './cost.js';
import type { Legal } from './feasible.js';
import { focusValue } from './focus.js';
import { assignAdults, type Rules } from './rules.js';

const NOBODY: readonly number[] = [];

export class Board {
  readonly groupOf: Int32Array;
  readonly slotOf: Int32Array;
  adultOf: Int32Array;
  readonly members: number[][];
  /** Cost of each group with its best focus, in child-minutes; waiting children apart. */
  readonly costs: Float64Array;
  total = 0;
  private readonly gain: Float64Array[];
  private readonly base: Float64Array;
  /** By group and pair, how many members cannot read it. */
  private readonly lacking: Int16Array[];
  private readonly busyIn: Int32Array[];
  private readonly inSlot: Int32Array;
  private waiting = 0;
  /** Scratch: members and gains of a group as it would be. */
  private readonly list: number[] = [];
  private readonly sum: Float64Array;
  private readonly fixedFocus: readonly (readonly number[] | undefined)[];

  /** @param penalty minutes added for every two children who are in one group, to be led away from an earlier answer */
  constructor(
    private readonly n: Numbers,
    private readonly rules: Rules,
    start: Legal,
    private readonly penalty?: (a: number, b: number) => number,
  ) {
    const { groups, slots } = rules;
    this.groupOf = start.groupOf.slice();
    this.slotOf = start.slotOf.slice();
    this.adultOf = start.adultOf.slice();
    this.members = Array.from({ length: groups }, () => []);
    this.costs = new Float64Array(groups);
    this.gain = Array.from({ length: groups }, () => new Float64Array(n.needs.length));
    this.sum = new Float64Array(n.needs.length);
    this.base = new Float64Array(groups);
    this.lacking = Array.from({ length: groups }, () => new Int16Array(n.rule.pairs));
    this.busyIn = Array.from({ length: groups }, () => new Int32Array(slots));
    this.inSlot = new Int32Array(slots);
    this.fixedFocus = Array.from({ length: groups }, (_, g) => {
      const focus = n.problem.given?.[g]?.focus;
      return focus?.map((need) => n.column.get(need)).filter((k) => k !== undefined);
    });
    for (const s of this.slotOf) if (s >= 0) this.inSlot[s]! += 1;
    for (let u = 0; u < rules.units.length; u += 1) this.add(u, this.groupOf[u]!, 1);
    for (let g = 0; g < groups; g += 1) this.costs[g] = this.costWith(g, -1, -1);
    this.recount();
  }

  /** The total afresh, so that no rounding gathers over a million moves. */
  recount(): void {
    this.total = this.waiting + this.costs.reduce((a, b) => a + b, 0);
  }

  private add(u: number, g: number, sign: 1 | -1): void {
    const { units, busy, slots } = this.rules;
    for (const m of units[u]!) {
      if (g < 0) {
        this.waiting += sign * (this.n.base[m]! + this.n.waiting[m]!);
        continue;
      }
      const sum = this.gain[g]!;
      const own = this.n.gain[m]!;
      if (sign > 0) for (let k = 0; k < sum.length; k += 1) sum[k]! += own[k]!;
      else for (let k = 0; k < sum.length; k += 1) sum[k]! -= own[k]!;
      this.base[g]! += sign * this.n.base[m]!;
      const lacking = this.lacking[g]!;
      const reads = this.n.reads[m]!;
      for (let k = 0; k < lacking.length; k += 1) lacking[k]! += sign * (1 - reads[k]!);
      const list = this.members[g]!;
      if (sign > 0) list.push(m);
      else {
        const at = list.indexOf(m);
        list[at] = list[list.length - 1]!;
        list.pop();
      }
      for (let s = 0; s < slots; s += 1) this.busyIn[g]![s]! += sign * busy[m]![s]!;
    }
  }

  /** Cost of a group with one unit gone and another come; -1 for neither. Leaves the new members in `list`. */
  private costWith(g: number, gone: number, come: number): number {
    const { units } = this.rules;
    const list = this.list;
    list.length = 0;
    for (const m of this.members[g]!) if (gone < 0 || !units[gone]!.includes(m)) list.push(m);
    if (come >= 0) for (const m of units[come]!) list.push(m);
    if (list.length === 0) return 0;
    const sum = this.sum;
    sum.set(this.gain[g]!);
    let cost = this.base[g]!;
    if (gone >= 0)
      for (const m of units[gone]!) {
        const own = this.n.gain[m]!;
        for (let k = 0; k < sum.length; k += 1) sum[k]! -= own[k]!;
        cost -= this.n.base[m]!;
      }
    if (come >= 0)
      for (const m of units[come]!) {
        const own = this.n.gain[m]!;
        for (let k = 0; k < sum.length; k += 1) sum[k]! += own[k]!;
        cost += this.n.base[m]!;
      }
    const fixed = this.fixedFocus[g];
    const given = givenFor(list.length, this.commonWith(g, gone, come));
    if (fixed) for (const k of fixed) cost -= given * sum[k]!;
    else cost -= given * focusValue(this.n.rule, sum);
    cost += paceCost(this.n, list) + continuityCost(this.n, list);
    if (this.penalty) for (let a = 1; a < list.length; a += 1) for (let b = 0; b < a; b += 1) cost += this.penalty(list[a]!, list[b]!);
    return cost;
  }

  /** What the members of a group have in common of all that is read, with one unit gone and another come. */
  private commonWith(g: number, gone: number, come: number): number {
    const { reads, readsWeight } = this.n;
    const lacking = this.lacking[g]!;
    const out = gone >= 0 ? this.rules.units[gone]! : NOBODY;
    const into = come >= 0 ? this.rules.units[come]! : NOBODY;
    let common = 0;
    for (let k = 0; k < lacking.length; k += 1) {
      let count = lacking[k]!;
      for (let i = 0; i < out.length; i += 1) count -= 1 - reads[out[i]!]![k]!;
      if (count > 0) continue;
      for (let i = 0; i < into.length; i += 1) count += 1 - reads[into[i]!]![k]!;
      if (count === 0) common += readsWeight[k]!;
    }
    return common;
  }

  /** Whether a unit may go to a group that another unit leaves for the first one's; without another, just there. */
  mayGo(u: number, to: number, leaving: number): boolean {
    const { units, allowed, apart, mayWait, sizeFrom, sizeTo } = this.rules;
    const from = this.groupOf[u]!;
    const own = units[u]!.length;
    const other = leaving < 0 ? 0 : units[leaving]!.length;
    if (to < 0 ? !mayWait[u] : !allowed[u]![to]) return false;
    if (leaving >= 0 && (from < 0 ? !mayWait[leaving] : !allowed[leaving]![from])) return false;
    if (to >= 0) {
      const size = this.members[to]!.length + own - other;
      if (size > sizeTo || size < sizeFrom) return false;
      for (const v of apart[u]!) if (v !== leaving && this.groupOf[v] === to) return false;
    }
    if (from >= 0) {
      const size = this.members[from]!.length - own + other;
      if (size > sizeTo || size < sizeFrom) return false;
      if (leaving >= 0) for (const v of apart[leaving]!) if (v !== u && this.groupOf[v] === from) return false;
    }
    return true;
  }

  /** Whether the members in `list` may be one group. */
  private classesHold(): boolean {
    const { classes, set } = this.rules;
    const list = this.list;
    if (classes === 'any' || list.length < 2) return true;
    const alike = list.every((m) => set[m] === set[list[0]!]);
    return classes === 'keep' ? alike : !alike;
  }

  /** A slot that a group could keep or take with one unit gone and another come; -1 where there is none. */
  private slotWith(g: number, gone: number, come: number): number {
    const { slots, rooms, givenSlot, units, busy } = this.rules;
    const now = this.slotOf[g]!;
    const free = (s: number): boolean => {
      let count = this.busyIn[g]![s]!;
      if (gone >= 0) for (const m of units[gone]!) count -= busy[m]![s]!;
      if (come >= 0) for (const m of units[come]!) count += busy[m]![s]!;
      return count === 0;
    };
    if (free(now)) return now;
    let found = -1;
    for (let s = 0; s < slots; s += 1) {
      if (this.inSlot[s]! >= rooms[s]! || (givenSlot[g]! >= 0 && givenSlot[g] !== s) || !free(s)) continue;
      // best one that the group's adult can come to
      if (this.adultFree(g, s)) return s;
      if (found < 0) found = s;
    }
    return found;
  }

  /** Whether the adult a group has is free to take it in another slot. */
  private adultFree(g: number, s: number): boolean {
    const { adults } = this.rules;
    const adult = this.adultOf[g]!;
    if (!adults) return true;
    if (adults[adult]!.busy[s]) return false;
    for (let h = 0; h < this.slotOf.length; h += 1) if (this.slotOf[h] === s && h !== g && this.adultOf[h] === adult) return false;
    return true;
  }

  /** Moves a group to a slot that its members are known to be free in; false and no change where that leaves a group without an adult. */
  private setSlot(g: number, s: number): boolean {
    const before = this.slotOf[g]!;
    if (before === s) return true;
    const adultFree = this.adultFree(g, s);
    this.slotOf[g] = s;
    if (!adultFree) {
      const dealt = assignAdults(this.rules, this.slotOf, { adultOf: this.adultOf, moved: g });
      if (!dealt) {
        this.slotOf[g] = before;
        return false;
      }
      this.adultOf = dealt;
    }
    this.inSlot[before]! -= 1;
    this.inSlot[s]! += 1;
    return true;
  }
  /** Moves a group to another slot, if everybody can. */
  meetAt(g: number, s: number): boolean {
    return this.slotOf[g] !== s && this.mayMeet(g, s) && this.setSlot(g, s);
  }
  private mayMeet(g: number, s: number): boolean {
    const { rooms, givenSlot } = this.rules;
    return this.busyIn[g]![s] === 0 && this.inSlot[s]! < rooms[s]! && (givenSlot[g]! < 0 || givenSlot[g] === s);
  }

  /**
   * Moves a unit, and `leaving` the other way, if every rule holds and `accept` likes the change of cost.
   * Otherwise all is as before.
   */
  move(u: number, to: number, leaving: number, accept: (change: number) => boolean): boolean {
    if (!this.mayGo(u, to, leaving)) return false;
    const from = this.groupOf[u]!;
    const waits = this.waits(u) * (Number(to < 0) - Number(from < 0)) + this.waits(leaving) * (Number(from < 0) - Number(to < 0));
    const costTo = to < 0 ? 0 : this.costWith(to, leaving, u);
    if (to >= 0 && !this.classesHold()) return false;
    const costFrom = from < 0 ? 0 : this.costWith(from, u, leaving);
    if (from >= 0 && !this.classesHold()) return false;
    const before = (from < 0 ? 0 : this.costs[from]!) + (to < 0 ? 0 : this.costs[to]!);
    const change = costFrom + costTo + waits - before;
    if (!accept(change)) return false;
    if (this.rules.slots > 0 && !this.retime(u, from, to, leaving)) return false;
    this.add(u, from, -1);
    this.add(u, to, 1);
    this.groupOf[u] = to;
    if (leaving >= 0) {
      this.add(leaving, to, -1);
      this.add(leaving, from, 1);
      this.groupOf[leaving] = from;
    }
    if (from >= 0) this.costs[from] = costFrom;
    if (to >= 0) this.costs[to] = costTo;
    this.total += change;
    return true;
  }

  private waits(u: number): number {
    let sum = 0;
    if (u >= 0) for (const m of this.rules.units[u]!) sum += this.n.base[m]! + this.n.waiting[m]!;
    return sum;
  }

  /** Slots for both groups after a move; false and no change where there are none. */
  private retime(u: number, from: number, to: number, leaving: number): boolean {
    const slotTo = to < 0 ? -1 : this.slotWith(to, leaving, u);
    if (to >= 0 && slotTo < 0) return false;
    const before = to < 0 ? -1 : this.slotOf[to]!;
    const adults = this.adultOf;
    if (to >= 0 && !this.setSlot(to, slotTo)) return false;
    if (from < 0 || leaving < 0) return true;
    const slotFrom = this.slotWith(from, u, leaving);
    if (slotFrom >= 0 && this.setSlot(from, slotFrom)) return true;
    if (to >= 0 && before !== slotTo) {
      this.inSlot[slotTo]! -= 1;
      this.inSlot[before]! += 1;
      this.slotOf[to] = before;
      this.adultOf = adults;
    }
    return false;
  }
}
