/** What a board says of its groups as they stand. */
import { columnsOf, costsByChild, groupCost, membersOf, sumCosts } from './cost.js';
import { lookAt, placementIn, thinEvidence, type Placement, type LowEvidence } from './explain.js';
import { learningOf, type Learning } from './learning.js';
import type { CostBreakdown, Group, GroupingProblem } from './problem.js';
import { brokenRules, type Constraint } from './rules.js';

export interface BoardView {
  readonly total: CostBreakdown;
  /** What the groups as they stand are likely to teach in a cycle. */
  readonly learning: Omit<Learning, 'byChild'>;
  /** Group by group, with its focus as it is. */
  readonly groups: readonly CostBreakdown[];
  readonly thin: readonly LowEvidence[];
  /** Children in no group, those with most open minutes first, and where they would do best. */
  readonly waiting: readonly Placement[];
  /** Rules that the groups break as they stand. */
  readonly breaks: readonly Constraint[];
}

/** @throws CoreError as formGroups for a problem that makes no sense */
export function boardOf(problem: GroupingProblem, groups: readonly Group[]): BoardView {
  const look = lookAt(problem, { groups });
  const { n } = look;
  const placed = new Set(groups.flatMap((g) => g.members));
  const { byChild: _byChild, ...learning } = learningOf(problem, { groups });
  const costs = costsByChild(problem, { groups });
  return {
    total: sumCosts([...costs.values()]),
    learning,
    groups: groups.map((g) => groupCost(n, membersOf(n, g), columnsOf(n, g.focus))),
    thin: thinEvidence(problem, { groups }),
    waiting: n.ids
      .filter((id) => !placed.has(id))
      .map((id) => placementIn(look, id)!)
      .sort((a, b) => b.cost.total - a.cost.total),
    breaks: brokenRules(problem, { groups }).filter((c) => c.kind !== 'all placed' && c.kind !== 'adults'),
  };
}
