import { CoreError } from '../errors.js';
import { randomBelow, seeded, shuffled, type Random } from '../random.js';
import { Board } from './board.js';
import { conflictSteps, type RuleConflict } from './conflict.js';
import { bestFocus, costOf, numbersOf, type Numbers } from './cost.js';
import { assignTimes, findLegal, type Legal } from './feasible.js';
import type { Grouping, GroupingProblem, Need } from './problem.js';
import { brokenRules, rulesOf, type Rules } from './rules.js';

export interface FormOptions {
  readonly seed: number;
  /** Search steps; more is better and slower. The answer depends on the seed and this alone. */
  readonly iterations?: number;
  /** Wall-clock limit; needs `now`, since the core has no clock. */
  readonly budgetMs?: number;
  readonly now?: () => number;
  readonly onProgress?: (done: number) => void;
  readonly signal?: { readonly aborted: boolean };
  /** Where to begin: a grouping of this problem; used if it keeps every rule. */
  readonly start?: { readonly groups: readonly { readonly members: readonly string[]; readonly slot?: string }[] };
  /** Minutes added where two children are together, to be led away from earlier answers; not in the cost returned. */
  readonly penalty?: (a: string, b: string) => number;
}

/** No grouping keeps all the rules; `conflict` says which of them cannot all hold. */
export class NoGrouping extends CoreError {
  constructor(
    readonly conflict: RuleConflict | null,
    field: string,
    message: string,
  ) {
    super('impossible', field, message);
  }
}

/** Search steps that serve most problems: more for more children and groups, within reason. */
export function defaultIterations(children: number, groups: number): number {
  return Math.min(1_500_000, 60_000 + children * groups * 100);
}

/**
 * Sorts children into groups and gives each group its focus. Membership and focus are searched together:
 * simulated annealing over moves and swaps (Kirkpatrick, Gelatt and Vecchi 1983), where every grouping
 * visited is costed with its best focus. Holds a legal grouping from the first step on, which is returned
 * at once when aborted or out of time. Deterministic for a seed and a number of iterations.
 * @throws NoGrouping where the rules cannot all hold; CoreError `empty`, `out-of-range` or `bad-input` for a problem that makes no sense
 * @example formGroups({ children, taught, groups: 3, sizeFrom: 2, sizeTo: 6, focusSize: 4 }, { seed: 1 })
 */
export function formGroups(problem: GroupingProblem, options: FormOptions): Grouping {
  return drain(formGroupsSteps(problem, options), options.onProgress);
}

/** The same a slice at a time, so that a worker can hear a stop between: yields how much is done, from 0 to 1. */
export function* formGroupsSteps(problem: GroupingProblem, options: FormOptions): Generator<number, Grouping> {
  const rules = rulesOf(problem);
  const n = numbersOf(problem);
  const random = seeded(options.seed);
  const penalty = options.penalty && ((a: number, b: number) => options.penalty!(n.ids[a]!, n.ids[b]!));
  const begin = legalStart(problem, rules, random, options.start) ?? (yield* refuse(problem, options.signal));
  const iterations = options.iterations ?? defaultIterations(problem.children.length, problem.groups);
  const best = yield* search(n, rules, begin, { ...options, iterations }, random, penalty);
  const found = answer(problem, n, rules, best);
  return options.start ? sameNumbers(problem, found, options.start.groups) : found;
}

/** Gives each group the number of the one it came from, as far as the rules let: numbers mean nothing to the search. */
function sameNumbers(problem: GroupingProblem, found: Grouping, before: readonly { readonly members: readonly string[] }[]): Grouping {
  let groups = found.groups.slice();
  const kept = (k: number, g: Grouping['groups'][number]): number => g.members.filter((m) => before[k]?.members.includes(m)).length;
  for (let better = true; better;) {
    better = false;
    for (let a = 0; a < groups.length; a += 1)
      for (let b = a + 1; b < groups.length; b += 1) {
        const [x, y] = [groups[a]!, groups[b]!];
        if (kept(a, y) + kept(b, x) <= kept(a, x) + kept(b, y)) continue;
        // what is given stays with its number; what was found goes with the children
        const at = (k: number, g: typeof x, instead: typeof x): typeof x => ({
          ...g,
          ...(problem.given?.[k]?.focus && { focus: [...problem.given[k].focus] }),
          ...(problem.given?.[k]?.slot !== undefined && instead.slot !== undefined && { slot: instead.slot }),
          ...(problem.given?.[k]?.adult !== undefined && instead.adult !== undefined && { adult: instead.adult }),
        });
        const swapped = groups.slice();
        swapped[a] = at(a, y, x);
        swapped[b] = at(b, x, y);
        const cost = costOf(problem, { groups: swapped });
        if (cost.total > found.cost.total + 1e-6 || brokenRules(problem, { groups: swapped }).length > 0) continue;
        groups = swapped;
        better = true;
      }
  }
  return { ...found, groups };
}

/** Runs slices to their end. */
export function drain<T>(steps: Generator<number, T>, onProgress?: (done: number) => void): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    onProgress?.(step.value);
  }
}

interface Found extends Legal {
  readonly total: number;
}

function* search(
  n: Numbers,
  rules: Rules,
  begin: Legal,
  options: FormOptions & { iterations: number },
  random: Random,
  penalty: ((a: number, b: number) => number) | undefined,
): Generator<number, Found> {
  const board = new Board(n, rules, begin, penalty);
  const keep = (): Found => ({
    groupOf: board.groupOf.slice(),
    slotOf: board.slotOf.slice(),
    adultOf: board.adultOf.slice(),
    total: board.total,
  });
  let best = keep();
  const { iterations, signal, budgetMs, now } = options;
  const { units, groups, slots } = rules;
  if (units.length === 0) return best;
  const began = now?.() ?? 0;
  // small problems are begun several times, since a cooled search rarely leaves its valley
  const rounds = iterations < 400_000 ? 4 : iterations < 2_000_000 ? 2 : 1;
  const perRound = Math.ceil(iterations / rounds);
  const hot = Math.max(0.5, board.total / Math.max(1, n.ids.length) / 6);
  const cold = hot / 400;
  let heat = hot;
  let draw = 0;
  const accept = (change: number): boolean => change <= 0 || draw < Math.exp(-change / heat);
  for (let k = 0; k < iterations; k += 1) {
    const within = (k % perRound) / perRound;
    if (k % 1024 === 0) {
      yield k / iterations;
      if (signal?.aborted || (budgetMs !== undefined && now && now() - began > budgetMs)) return best;
      board.recount();
      // a later round begins from the best so far, not quite as hot
      heat = (k < perRound ? hot : hot / 2) * (cold / hot) ** within;
    }
    const u = randomBelow(random, units.length);
    if (slots > 1 && random() < 0.05) {
      board.meetAt(randomBelow(random, groups), randomBelow(random, slots));
      continue;
    }
    draw = random();
    let moved = false;
    if (random() < 0.5) {
      const other = randomBelow(random, units.length);
      if (board.groupOf[other] !== board.groupOf[u]) moved = board.move(u, board.groupOf[other]!, other, accept);
    } else {
      const to = rules.mayWait[u] && random() < 1 / (groups + 1) ? -1 : randomBelow(random, groups);
      if (to !== board.groupOf[u]) moved = board.move(u, to, -1, accept);
    }
    if (moved && board.total < best.total - 1e-7) best = keep();
  }
  yield 1;
  if (signal?.aborted) return best;
  return polish(n, rules, best, penalty);
}

/** Every single move and swap tried until none helps: what annealing leaves in the last corner. */
function polish(n: Numbers, rules: Rules, found: Found, penalty: ((a: number, b: number) => number) | undefined): Found {
  const board = new Board(n, rules, found, penalty);
  const helps = (change: number): boolean => change < -1e-7;
  for (let pass = 0, better = true; better && pass < (rules.units.length > 150 ? 2 : 20); pass += 1) {
    better = false;
    for (let u = 0; u < rules.units.length; u += 1) {
      for (let to = rules.mayWait[u] ? -1 : 0; to < rules.groups; to += 1)
        if (to !== board.groupOf[u] && board.move(u, to, -1, helps)) better = true;
      for (let v = u + 1; v < rules.units.length; v += 1)
        if (board.groupOf[u] !== board.groupOf[v] && board.move(u, board.groupOf[v]!, v, helps)) better = true;
    }
  }
  board.recount();
  return { groupOf: board.groupOf, slotOf: board.slotOf, adultOf: board.adultOf, total: board.total };
}

function answer(problem: GroupingProblem, n: Numbers, rules: Rules, found: Found): Grouping {
  const groups = Array.from({ length: rules.groups }, (_, g) => {
    const members = rules.units.flatMap((unit, u) => (found.groupOf[u] === g ? [...unit] : [])).sort((a, b) => a - b);
    const slot = problem.slots?.[found.slotOf[g]!]?.id;
    const adult = problem.adults?.[found.adultOf[g]!]?.id;
    return {
      members: members.map((m) => n.ids[m]!),
      focus: [...(problem.given?.[g]?.focus ?? (members.length === 0 ? [] : bestFocus(n, members).map((k) => n.needs[k]!)))],
      ...(slot !== undefined && { slot }),
      ...(adult !== undefined && { adult }),
    };
  });
  const placed = new Set(groups.flatMap((g) => g.members));
  const out = new Set(problem.out);
  const waiting = n.ids.flatMap((child, k): Grouping['waiting'] => {
    if (placed.has(child)) return [];
    const why = out.has(child) ? 'kept out' : n.need[k]!.some((p) => p > 0.5) ? 'not served' : 'no gaps';
    return [{ child, why }];
  });
  return { groups, waiting, cost: costOf(problem, { groups }) };
}

/** A grouping that keeps every rule: the one given, one dealt out, or one searched for; null where there is none. */
function legalStart(problem: GroupingProblem, rules: Rules, random: Random, given: FormOptions['start']): Legal | null {
  const asGiven = given && fromGroups(problem, rules, given.groups);
  if (asGiven) return asGiven;
  for (let attempt = 0; attempt < 20; attempt += 1) {
    const dealt = deal(rules, random);
    if (dealt) return dealt;
  }
  const found = findLegal(rules);
  if (found && found !== 'unknown') return found;
  if (found === 'unknown')
    throw new NoGrouping(
      null,
      'children',
      'No grouping that keeps all these rules was found, and the search was too long to show that there is none.',
    );
  return null;
}

/** Says what stands against every grouping. @throws NoGrouping always */
function* refuse(problem: GroupingProblem, signal: FormOptions['signal']): Generator<number, never> {
  const conflict = yield* conflictSteps(problem, signal);
  const { children, groups, sizeFrom, sizeTo } = problem;
  if (children.length < groups * sizeFrom)
    throw new NoGrouping(conflict, 'sizeFrom', `${children.length} children are too few for ${groups} groups of at least ${sizeFrom}.`);
  if (children.length > groups * sizeTo && !problem.mayWait)
    throw new NoGrouping(conflict, 'sizeTo', `${children.length} children are too many for ${groups} groups of at most ${sizeTo}.`);
  throw new NoGrouping(conflict, conflict?.constraints[0]?.kind ?? 'children', 'No grouping keeps all these rules.');
}

function fromGroups(
  problem: GroupingProblem,
  rules: Rules,
  groups: readonly { readonly members: readonly string[]; readonly slot?: string }[],
): Legal | null {
  const of = new Map(groups.flatMap((g, k) => g.members.map((m) => [m, k] as const)));
  const groupOf = Int32Array.from(rules.units, (unit) => of.get(problem.children[unit[0]!]!.id) ?? -1);
  const slotOf = Int32Array.from({ length: rules.groups }, (_, g) => problem.slots?.findIndex((s) => s.id === groups[g]?.slot) ?? -1);
  return keeps(rules, groupOf, slotOf);
}

/** Whether this is legal, told by the complete search with everything fixed. */
function keeps(rules: Rules, groupOf: Int32Array, slotOf: Int32Array): Legal | null {
  if (groupOf.some((g, u) => (g < 0 ? !rules.mayWait[u] : g >= rules.groups || !rules.allowed[u]![g]))) return null;
  const fixed: Rules = {
    ...rules,
    allowed: rules.allowed.map((row, u) => row.map((_, g) => (groupOf[u] === g ? 1 : 0))),
    mayWait: rules.mayWait.map((_, u) => (groupOf[u] === -1 ? 1 : 0)),
    givenSlot: rules.givenSlot.map((s, g) => (s >= 0 ? s : slotOf[g]!)),
  };
  const legal = findLegal(fixed, 5000) ?? findLegal({ ...fixed, givenSlot: rules.givenSlot }, 5000);
  return legal === 'unknown' ? null : legal;
}

/** Units dealt out by size into the emptiest groups that may have them; null where that leads nowhere. */
function deal(rules: Rules, random: Random): Legal | null {
  const { units, groups, slots, sizeFrom, sizeTo, allowed, apart, busy } = rules;
  if (rules.broken || rules.classes === 'mix') return null;
  const busyIn = Array.from({ length: groups }, () => new Int32Array(slots));
  const groupOf = new Int32Array(units.length).fill(-1);
  const size = new Int32Array(groups);
  const setIn = new Int32Array(groups).fill(-1);
  const freedom = units.map((unit, u) => allowed[u]!.reduce((a, b) => a + b, 0) - unit.length * 100 - apart[u]!.length);
  const order = shuffled(
    units.map((_, u) => u),
    random,
  ).sort((a, b) => freedom[a]! - freedom[b]!);
  for (const u of order) {
    let best = -1;
    for (let g = 0; g < groups; g += 1) {
      if (!allowed[u]![g] || size[g]! + units[u]!.length > sizeTo) continue;
      if (apart[u]!.some((v) => groupOf[v] === g)) continue;
      if (rules.classes === 'keep') {
        const first = rules.set[units[u]![0]!]!;
        if (units[u]!.some((m) => rules.set[m] !== first) || (setIn[g]! >= 0 && setIn[g] !== first)) continue;
      }
      if (slots > 0 && !busyIn[g]!.some((count, s) => count === 0 && rules.rooms[s]! > 0 && units[u]!.every((m) => !busy[m]![s]))) continue;
      if (best < 0 || size[g]! < size[best]!) best = g;
    }
    if (best < 0) {
      if (rules.mayWait[u]) continue;
      return null;
    }
    groupOf[u] = best;
    size[best]! += units[u]!.length;
    setIn[best] = rules.set[units[u]![0]!]!;
    for (const m of units[u]!) for (let s = 0; s < slots; s += 1) busyIn[best]![s]! += busy[m]![s]!;
  }
  if (size.some((count) => count < sizeFrom)) return null;
  const times = assignTimes(rules, busyIn, 5000);
  return times && times !== 'unknown' ? { groupOf, ...times } : null;
}

/** Focus that serves these children best, for a group made or changed by hand. */
export function suggestFocus(problem: GroupingProblem, members: readonly string[]): Need[] {
  const n = numbersOf(problem);
  const indexes = members.map((id) => n.index.get(id)).filter((k) => k !== undefined);
  if (indexes.length === 0) return [];
  return bestFocus(n, indexes).map((k) => n.needs[k]!);
}
