/** What a grouping must keep, as numbers for the search and by name for people. */
import { CoreError } from '../errors.js';
import type { Group, GroupingProblem } from './problem.js';

/** One thing that must hold, as it can be told to a person or left out. */
export type Constraint =
  | { kind: 'size from' }
  | { kind: 'size to' }
  | { kind: 'all placed' }
  | { kind: 'placed'; child: string }
  | { kind: 'together'; children: readonly [string, string] }
  | { kind: 'apart'; children: readonly [string, string] }
  | { kind: 'stay'; child: string; group: number }
  | { kind: 'not in'; child: string; group: number }
  | { kind: 'closed'; group: number }
  | { kind: 'classes'; how: 'keep' | 'mix' }
  | { kind: 'busy'; child: string }
  | { kind: 'rooms' }
  | { kind: 'adults' }
  | { kind: 'adult busy'; adult: string };

/** The constraints of a problem, one by one. */
export function constraintsOf(problem: GroupingProblem): Constraint[] {
  const slots = new Set(problem.slots?.map((s) => s.id));
  const ids = new Set(problem.children.map((c) => c.id));
  const out = new Set(problem.out);
  const pair = (kind: 'together' | 'apart', list: GroupingProblem['together']): Constraint[] =>
    (list ?? []).filter(([a, b]) => ids.has(a) && ids.has(b) && !out.has(a) && !out.has(b)).map((children) => ({ kind, children }));
  return [
    { kind: 'size from' },
    { kind: 'size to' },
    ...(problem.mayWait ? [] : [{ kind: 'all placed' } as const]),
    ...(problem.placed ?? []).filter((child) => ids.has(child) && !out.has(child)).map((child): Constraint => ({ kind: 'placed', child })),
    ...pair('together', problem.together),
    ...pair('apart', problem.apart),
    ...(problem.stay ?? []).filter(([child]) => !out.has(child)).map(([child, group]): Constraint => ({ kind: 'stay', child, group })),
    ...(problem.notIn ?? []).filter(([child]) => !out.has(child)).map(([child, group]): Constraint => ({ kind: 'not in', child, group })),
    ...(problem.given ?? []).flatMap((g, group): Constraint[] => (g?.closed ? [{ kind: 'closed', group }] : [])),
    ...(problem.classes === 'keep' || problem.classes === 'mix' ? [{ kind: 'classes', how: problem.classes } as const] : []),
    ...(slots.size === 0
      ? []
      : [
          ...problem.children.filter((c) => c.busy?.some((s) => slots.has(s))).map((c): Constraint => ({ kind: 'busy', child: c.id })),
          { kind: 'rooms' } as const,
        ]),
    ...(problem.adults ? [{ kind: 'adults' } as const] : []),
    ...(problem.adults ?? [])
      .filter((a) => a.busy?.some((s) => slots.has(s)))
      .map((a): Constraint => ({ kind: 'adult busy', adult: a.id })),
  ];
}

/** The same problem with only these of its constraints. */
export function withOnly(problem: GroupingProblem, kept: readonly Constraint[]): GroupingProblem {
  const has = (kind: Constraint['kind']): boolean => kept.some((c) => c.kind === kind);
  const busy = new Set(kept.flatMap((c) => (c.kind === 'busy' ? [c.child] : [])));
  const adultBusy = new Set(kept.flatMap((c) => (c.kind === 'adult busy' ? [c.adult] : [])));
  const closed = new Set(kept.flatMap((c) => (c.kind === 'closed' ? [c.group] : [])));
  const classes = kept.find((c) => c.kind === 'classes');
  const { adults, given, slots, ...rest } = problem;
  return {
    ...rest,
    sizeFrom: has('size from') ? problem.sizeFrom : 0,
    sizeTo: has('size to') ? problem.sizeTo : problem.children.length,
    mayWait: !has('all placed'),
    placed: kept.flatMap((c) => (c.kind === 'placed' ? [c.child] : [])),
    together: kept.flatMap((c) => (c.kind === 'together' ? [c.children] : [])),
    apart: kept.flatMap((c) => (c.kind === 'apart' ? [c.children] : [])),
    stay: kept.flatMap((c) => (c.kind === 'stay' ? [[c.child, c.group] as const] : [])),
    notIn: kept.flatMap((c) => (c.kind === 'not in' ? [[c.child, c.group] as const] : [])),
    classes: classes?.kind === 'classes' ? classes.how : 'any',
    children: problem.children.map(({ busy: not, ...c }) => (not && busy.has(c.id) ? { ...c, busy: not } : c)),
    ...(slots && { slots: has('rooms') ? slots : slots.map((s) => ({ ...s, rooms: problem.groups })) }),
    ...(adults && has('adults') && { adults: adults.map(({ busy: not, ...a }) => (not && adultBusy.has(a.id) ? { ...a, busy: not } : a)) }),
    ...(given && {
      given: given.map((g, k) => {
        if (!g) return g;
        const { adult, ...other } = g;
        return { ...other, ...(adult !== undefined && has('adults') && { adult }), closed: closed.has(k) };
      }),
    }),
  };
}

/** The constraints as numbers. A unit is a set of children who must be together; it moves as one. */
export interface Rules {
  readonly groups: number;
  readonly sizeFrom: number;
  readonly sizeTo: number;
  readonly units: readonly (readonly number[])[];
  /** Unit by unit, which groups it may be in. */
  readonly allowed: readonly Uint8Array[];
  /** Unit by unit, which units it must not meet. */
  readonly apart: readonly (readonly number[])[];
  /** Unit by unit, whether it may be left waiting. */
  readonly mayWait: Uint8Array;
  /** A unit that breaks its own rules whatever is done. */
  readonly broken: boolean;
  readonly classes: 'any' | 'keep' | 'mix';
  /** Child by child: number of the class or family, a number of its own where there is none. */
  readonly set: Int32Array;
  /** Number of slots; with none, time is no matter. */
  readonly slots: number;
  readonly rooms: Int32Array;
  /** Child by child and slot by slot. */
  readonly busy: readonly Uint8Array[];
  readonly adults: readonly { readonly groups: number; readonly busy: Uint8Array }[] | null;
  readonly givenSlot: Int32Array;
  readonly givenAdult: Int32Array;
}

/** @throws CoreError `empty` for no children, `out-of-range` for sizes and group numbers that make no sense, `bad-input` for a child twice. */
export function rulesOf(problem: GroupingProblem): Rules {
  const { children, groups, sizeFrom, sizeTo } = problem;
  if (children.length === 0) throw new CoreError('empty', 'children', 'There are no children to group.');
  if (!Number.isInteger(groups) || groups < 1)
    throw new CoreError('out-of-range', 'groups', 'There must be one group or more.', { from: 1, is: groups });
  if (!(sizeFrom >= 0) || !(sizeTo >= 1) || sizeTo < sizeFrom)
    throw new CoreError('out-of-range', 'sizeTo', 'Sizes run from 1 up, and the largest is not below the smallest.', {
      from: Math.max(1, sizeFrom),
      is: sizeTo,
    });
  if (!(problem.focusSize >= 1))
    throw new CoreError('out-of-range', 'focusSize', 'A focus holds one pair or more.', { from: 1, is: problem.focusSize });
  const index = new Map(children.map((c, k) => [c.id, k]));
  if (index.size < children.length) throw new CoreError('bad-input', 'children', 'One child is in the list twice.');
  for (const [field, list] of [['stay', problem.stay] as const, ['notIn', problem.notIn] as const])
    for (const [, group] of list ?? [])
      if (!Number.isInteger(group) || group < 0 || group >= groups)
        throw new CoreError('out-of-range', field, `There is no group ${group + 1} of ${groups}.`, { from: 0, to: groups - 1, is: group });
  const out = new Set(problem.out);
  const units = blocks(problem, index, out);
  const unitOf = new Int32Array(children.length).fill(-1);
  units.forEach((unit, u) => unit.forEach((m) => (unitOf[m] = u)));
  const unit = (id: string): number => unitOf[index.get(id) ?? -1] ?? -1;

  const allowed = units.map(() => new Uint8Array(groups).fill(1));
  const mayWait = new Uint8Array(units.length).fill(problem.mayWait ? 1 : 0);
  for (const id of problem.placed ?? []) if (unit(id) >= 0) mayWait[unit(id)] = 0;
  const stays = new Set<string>();
  for (const [id, group] of problem.stay ?? []) {
    const u = unit(id);
    if (u < 0) continue;
    mayWait[u] = 0;
    stays.add(`${u} ${group}`);
    for (let g = 0; g < groups; g += 1) if (g !== group) allowed[u]![g] = 0;
  }
  for (const [id, group] of problem.notIn ?? []) if (unit(id) >= 0) allowed[unit(id)]![group] = 0;
  problem.given?.forEach((given, g) => {
    if (given?.closed) units.forEach((_, u) => stays.has(`${u} ${g}`) || (allowed[u]![g] = 0));
  });
  const apart: number[][] = units.map(() => []);
  let broken = false;
  for (const [a, b] of problem.apart ?? []) {
    const [x, y] = [unit(a), unit(b)];
    if (x < 0 || y < 0) continue;
    if (x === y) broken = true;
    else {
      apart[x]!.push(y);
      apart[y]!.push(x);
    }
  }
  const labels = new Map<string, number>();
  const slotAt = new Map((problem.slots ?? []).map((s, k) => [s.id, k]));
  const adultAt = new Map((problem.adults ?? []).map((a, k) => [a.id, k]));
  const marks = (list: readonly string[] | undefined): Uint8Array => {
    const row = new Uint8Array(slotAt.size);
    for (const id of list ?? []) if (slotAt.has(id)) row[slotAt.get(id)!] = 1;
    return row;
  };
  return {
    groups,
    sizeFrom,
    sizeTo,
    units,
    allowed,
    apart,
    mayWait,
    broken,
    classes: problem.classes ?? 'any',
    set: Int32Array.from(children, (c, k) => {
      const label = c.set ?? `\u0000${k}`;
      if (!labels.has(label)) labels.set(label, labels.size);
      return labels.get(label)!;
    }),
    slots: slotAt.size,
    rooms: Int32Array.from(problem.slots ?? [], (s) => s.rooms),
    busy: children.map((c) => marks(c.busy)),
    adults: problem.adults?.map((a) => ({ groups: a.groups, busy: marks(a.busy) })) ?? null,
    givenSlot: Int32Array.from({ length: groups }, (_, g) => slotAt.get(problem.given?.[g]?.slot ?? '') ?? -1),
    givenAdult: Int32Array.from({ length: groups }, (_, g) => adultAt.get(problem.given?.[g]?.adult ?? '') ?? -1),
  };
}

/** Children who must be together move as one. Those who are to be in no group are in no unit. */
function blocks(problem: GroupingProblem, index: ReadonlyMap<string, number>, out: ReadonlySet<string>): number[][] {
  const parent = problem.children.map((_, k) => k);
  const find = (k: number): number => (parent[k] === k ? k : (parent[k] = find(parent[k]!)));
  for (const [a, b] of problem.together ?? []) {
    const x = index.get(a);
    const y = index.get(b);
    if (x !== undefined && y !== undefined && !out.has(a) && !out.has(b)) parent[find(x)] = find(y);
  }
  const found = new Map<number, number[]>();
  problem.children.forEach((child, k) => {
    if (!out.has(child.id)) found.set(find(k), [...(found.get(find(k)) ?? []), k]);
  });
  return [...found.values()];
}

/**
 * An adult for each group, each in one place at a time and with no more groups than they can take; null
 * where there is none. Augmenting paths through (adult, slot) and adult (Ford and Fulkerson 1956), so that
 * a null is a proof.
 * @param now a dealing that held until one group moved to another slot: only that one is placed anew, others give way if they must
 */
export function assignAdults(rules: Rules, slotOf: Int32Array, now?: { adultOf: Int32Array; moved: number }): Int32Array | null {
  const { adults, groups, givenAdult } = rules;
  const adultOf = now ? now.adultOf.slice() : new Int32Array(groups).fill(-1);
  if (!adults) return adultOf;
  if (now) adultOf[now.moved] = -1;
  const load = new Int32Array(adults.length);
  for (const a of adultOf) if (a >= 0) load[a]! += 1;
  const holderOf = (a: number, slot: number): number => {
    for (let h = 0; h < groups; h += 1) if (adultOf[h] === a && slotOf[h] === slot) return h;
    return -1;
  };
  const place = (g: number, triedSpot: Set<number>, triedAdult: Set<number>): boolean => {
    const slot = slotOf[g]!;
    const plain = adults.findIndex(
      (adult, a) =>
        load[a]! < adult.groups &&
        (givenAdult[g]! < 0 || givenAdult[g] === a) &&
        (slot < 0 || (!adult.busy[slot] && holderOf(a, slot) < 0 && !triedSpot.has(slot * adults.length + a))) &&
        !triedAdult.has(a),
    );
    if (plain >= 0) {
      adultOf[g] = plain;
      load[plain]! += 1;
      return true;
    }
    for (let a = 0; a < adults.length; a += 1) {
      if (givenAdult[g]! >= 0 && givenAdult[g] !== a) continue;
      if (slot >= 0 && adults[a]!.busy[slot]) continue;
      const spot = slot < 0 ? -1 - g * adults.length - a : slot * adults.length + a;
      if (triedSpot.has(spot)) continue;
      triedSpot.add(spot);
      const holder = slot < 0 ? -1 : holderOf(a, slot);
      // a group that goes elsewhere leaves its place with this adult to this one, so the load stays
      if (holder >= 0) {
        if (!leave(holder, a, triedSpot, triedAdult)) continue;
      } else if (load[a]! < adults[a]!.groups) load[a]! += 1;
      else {
        if (triedAdult.has(a)) continue;
        triedAdult.add(a);
        let freed = false;
        for (let h = 0; h < groups && !freed; h += 1) freed = adultOf[h] === a && leave(h, a, triedSpot, triedAdult);
        if (!freed) continue;
      }
      adultOf[g] = a;
      return true;
    }
    return false;
  };
  const leave = (h: number, a: number, triedSpot: Set<number>, triedAdult: Set<number>): boolean => {
    adultOf[h] = -1;
    if (place(h, triedSpot, triedAdult)) return true;
    adultOf[h] = a;
    return false;
  };
  for (let g = 0; g < groups; g += 1) if (adultOf[g]! < 0 && !place(g, new Set(), new Set())) return null;
  return adultOf;
}

/** Everything that a grouping breaks; none where it is legal. */
export function brokenRules(problem: GroupingProblem, grouping: { groups: readonly Group[] }): Constraint[] {
  const of = new Map(grouping.groups.flatMap((g, k) => g.members.map((m) => [m, k] as const)));
  const child = new Map(problem.children.map((c) => [c.id, c]));
  const adult = new Map((problem.adults ?? []).map((a) => [a.id, a]));
  const sizes = grouping.groups.map((g) => g.members.length);
  const setsIn = (g: Group): number => new Set(g.members.map((m) => child.get(m)?.set ?? m)).size;
  const stays = new Set((problem.stay ?? []).map(([id, g]) => `${id} ${g}`));
  const sameTime = (by: (g: Group) => string | undefined, most: (id: string) => number): boolean => {
    const count = new Map<string, number>();
    for (const g of grouping.groups) if (by(g) !== undefined) count.set(by(g)!, (count.get(by(g)!) ?? 0) + 1);
    return [...count].some(([id, n]) => n > most(id));
  };
  return constraintsOf(problem).filter((c) => {
    switch (c.kind) {
      case 'size from':
        return sizes.some((n) => n < problem.sizeFrom);
      case 'size to':
        return sizes.some((n) => n > problem.sizeTo);
      case 'all placed':
        return problem.children.some((x) => !of.has(x.id) && !problem.out?.includes(x.id));
      case 'placed':
        return !of.has(c.child);
      case 'together':
        return of.get(c.children[0]) !== of.get(c.children[1]);
      case 'apart':
        return of.has(c.children[0]) && of.get(c.children[0]) === of.get(c.children[1]);
      case 'stay':
        return of.get(c.child) !== c.group;
      case 'not in':
        return of.get(c.child) === c.group;
      case 'closed':
        return grouping.groups[c.group]!.members.some((m) => !stays.has(`${m} ${c.group}`));
      case 'classes':
        return grouping.groups.some((g) => (c.how === 'keep' ? setsIn(g) > 1 : g.members.length > 1 && setsIn(g) < 2));
      case 'busy':
        return child.get(c.child)!.busy!.includes(grouping.groups[of.get(c.child) ?? -1]?.slot ?? '');
      case 'rooms':
        return sameTime(
          (g) => g.slot,
          (id) => problem.slots!.find((s) => s.id === id)?.rooms ?? 0,
        );
      case 'adults':
        return (
          grouping.groups.some((g) => g.adult === undefined) ||
          sameTime(
            (g) => g.adult,
            (id) => adult.get(id)?.groups ?? 0,
          ) ||
          sameTime(
            (g) => (g.slot !== undefined ? `${g.slot}\u0000${g.adult}` : undefined),
            () => 1,
          )
        );
      case 'adult busy':
        return grouping.groups.some((g) => g.adult === c.adult && g.slot !== undefined && adult.get(c.adult)!.busy!.includes(g.slot));
    }
  });
}
