import type { CostBreakdown, Group, Grouping, GroupingProblem } from './problem.js';
import { DEFAULT_MINUTES_PER_PAIR } from './problem.js';

/** The problem as numbers: need[child][pair] is the probability that a taught pair is not known. */
export interface Dense {
  readonly ids: readonly string[];
  readonly need: readonly Float64Array[];
  /** Weight of each pair: an earlier pair opens more, so missing it costs more (1 down to 0.5). */
  readonly weight: Float64Array;
  readonly minutes: number;
}

/** What is not known of a pair never checked: it may well be known. */
const UNCHECKED_NEED = 0.35;

export function dense(problem: GroupingProblem): Dense {
  const pairs = problem.taught;
  return {
    ids: problem.children.map((c) => c.id),
    need: problem.children.map((child) =>
      Float64Array.from(pairs, (gpc) => {
        const p = child.known[gpc];
        return p === undefined ? UNCHECKED_NEED : 1 - p;
      }),
    ),
    weight: Float64Array.from(pairs, (_, k) => 1 - (0.5 * k) / Math.max(1, pairs.length - 1)),
    minutes: problem.minutesPerPair ?? DEFAULT_MINUTES_PER_PAIR,
  };
}

/**
 * The best focus for these members and what it costs: pair by pair, putting it in the focus saves the
 * members' uncovered minutes and spends the minutes of those who know it.
 */
export function bestFocus(
  d: Dense,
  members: readonly number[],
  focusSize: number,
): { focus: number[]; knownAlready: number; notCovered: number } {
  const gains: { pair: number; gain: number; spent: number; open: number }[] = [];
  let notCovered = 0;
  for (let pair = 0; pair < d.weight.length; pair += 1) {
    let open = 0;
    let spent = 0;
    for (const m of members) {
      const need = d.need[m]![pair]!;
      open += need * d.weight[pair]! * d.minutes;
      spent += (1 - need) * d.minutes;
    }
    notCovered += open;
    gains.push({ pair, gain: open - spent * 0.5, spent, open });
  }
  gains.sort((a, b) => b.gain - a.gain || a.pair - b.pair);
  const focus: number[] = [];
  let knownAlready = 0;
  for (const { pair, gain, spent, open } of gains.slice(0, focusSize)) {
    if (gain <= 0 && focus.length > 0) break;
    focus.push(pair);
    knownAlready += spent * 0.5;
    notCovered -= open;
  }
  return { focus: focus.sort((a, b) => a - b), knownAlready, notCovered };
}

/**
 * What a grouping costs, in child-minutes, for the focus it names.
 * @example costOf(problem, formGroups(problem, { seed: 1 })).total
 */
export function costOf(problem: GroupingProblem, grouping: { groups: readonly Group[] } | Grouping): CostBreakdown {
  const d = dense(problem);
  const pairIndex = new Map(problem.taught.map((gpc, k) => [gpc, k]));
  const childIndex = new Map(d.ids.map((id, k) => [id, k]));
  let knownAlready = 0;
  let notCovered = 0;
  for (const group of grouping.groups) {
    const focus = new Set(group.focus.map((gpc) => pairIndex.get(gpc)).filter((k) => k !== undefined));
    for (const id of group.members) {
      const need = d.need[childIndex.get(id)!];
      if (!need) continue;
      for (let pair = 0; pair < d.weight.length; pair += 1) {
        if (focus.has(pair)) knownAlready += (1 - need[pair]!) * d.minutes * 0.5;
        else notCovered += need[pair]! * d.weight[pair]! * d.minutes;
      }
    }
  }
  return { knownAlready, notCovered, total: knownAlready + notCovered };
}
