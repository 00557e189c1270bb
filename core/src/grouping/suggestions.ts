/** Two or three groupings that truly differ, each the best of its kind. */
import { costOf, costsByChild } from './cost.js';
import { formGroupsSteps, drain, type FormOptions } from './form-groups.js';
import { DEFAULT_CONTINUITY, type Grouping, type GroupingProblem } from './problem.js';

export interface Suggestion {
  /** What it was searched for. */
  readonly aim: 'least cost' | 'other groups' | 'other way' | 'keeps together';
  readonly grouping: Grouping;
  /** Share of pairs of children together in one of the two groupings that are not in both, against the first; 0 for the first. */
  readonly difference: number;
  /** The children for whom it costs most more, and most less, than the first; child-minutes. */
  readonly worse: readonly { readonly child: string; readonly change: number }[];
  readonly better: readonly { readonly child: string; readonly change: number }[];
}
/** Below this, two groupings are the same with a child or two moved. */
export const TRULY_DIFFERENT = 0.4;
const MOST_MOVED = 3;

/** Pairs of children together in just one of two groupings, over those together in either (Jaccard distance). */
export function groupingDifference(a: Pick<Grouping, 'groups'>, b: Pick<Grouping, 'groups'>): number {
  const together = (grouping: Pick<Grouping, 'groups'>): Set<string> =>
    new Set(
      grouping.groups.flatMap((g) => {
        const ids = [...g.members].sort();
        return ids.flatMap((x, k) => ids.slice(k + 1).map((y) => `${x} ${y}`));
      }),
    );
  const [x, y] = [together(a), together(b)];
  let both = 0;
  for (const pair of x) if (y.has(pair)) both += 1;
  const either = x.size + y.size - both;
  return either === 0 ? 0 : 1 - both / either;
}

/**
 * The best grouping first, then up to `count - 1` that differ from all before: one that keeps last cycle's
 * groups together where there were some, one by the other way of grouping, and one led away from those
 * before at the least extra cost. All are costed alike, as the problem is set.
 */
export function suggestions(problem: GroupingProblem, options: SuggestOptions): Suggestion[] {
  return drain(suggestionsSteps(problem, options), options.onProgress);
}
type SuggestOptions = FormOptions & { readonly count?: number };

/** The same a slice at a time. Stopped, it returns what it has found, the first in any case. */
export function* suggestionsSteps(problem: GroupingProblem, options: SuggestOptions): Generator<number, Suggestion[]> {
  const count = options.count ?? 3;
  const stopped = (): boolean => options.signal?.aborted ?? false;
  const found: { aim: Suggestion['aim']; grouping: Grouping }[] = [];
  let searches = 0;
  function* search(changed: GroupingProblem, more: Partial<FormOptions> = {}): Generator<number, Grouping> {
    const budget = options.budgetMs === undefined ? {} : { budgetMs: options.budgetMs / (count + 1) };
    const steps = formGroupsSteps(changed, { ...options, ...budget, ...more, seed: options.seed + searches });
    for (;;) {
      const step = steps.next();
      if (step.done) {
        searches += 1;
        const { groups, waiting } = step.value;
        return { groups, waiting, cost: costOf(problem, { groups }) };
      }
      yield Math.min(0.99, (searches + step.value) / (count + 2));
    }
  }
  const offer = (aim: Suggestion['aim'], grouping: Grouping): void => {
    // stopped half-way, it is not the best of its kind
    if (found.length > 0 && stopped()) return;
    if (found.length < count && found.every((f) => groupingDifference(f.grouping, grouping) >= TRULY_DIFFERENT))
      found.push({ aim, grouping });
  };
  offer('least cost', yield* search(problem));
  const first = found[0]!.grouping;
  if (!stopped() && problem.children.some((c) => c.last !== undefined))
    offer('keeps together', yield* search({ ...problem, continuity: 4 * (problem.continuity || DEFAULT_CONTINUITY) }));
  const way = problem.way ?? 'shared gaps';
  if (!stopped() && found.length < count && (way === 'shared gaps' || way === 'next step'))
    offer('other way', yield* search({ ...problem, way: way === 'shared gaps' ? 'next step' : 'shared gaps' }));
  // led away ever more strongly, until it is truly another grouping
  const perChild = first.cost.total / Math.max(1, problem.children.length);
  for (let push = perChild / 40; found.length < count && push < perChild && !stopped(); push *= 3) {
    const before = found.map((f) => new Map(f.grouping.groups.flatMap((g, k) => g.members.map((m) => [m, k] as const))));
    const penalty = (a: string, b: string): number =>
      before.reduce((sum, of) => sum + (of.has(a) && of.get(a) === of.get(b) ? push : 0), 0);
    offer('other groups', yield* search(problem, { penalty }));
  }
  const costs = costsByChild(problem, first);
  const told = ({ aim, grouping }: (typeof found)[number]): Suggestion => {
    const own = costsByChild(problem, grouping);
    const change = problem.children.map(({ id }) => ({ child: id, change: own.get(id)!.total - costs.get(id)!.total }));
    change.sort((a, b) => b.change - a.change);
    const felt = change.filter((c) => Math.abs(c.change) > 1);
    return {
      aim,
      grouping,
      difference: groupingDifference(first, grouping),
      worse: felt.filter((c) => c.change > 0).slice(0, MOST_MOVED),
      better: felt
        .filter((c) => c.change < 0)
        .slice(-MOST_MOVED)
        .reverse(),
    };
  };
  return [
    told(found[0]!),
    ...found
      .slice(1)
      .sort((a, b) => a.grouping.cost.total - b.grouping.cost.total)
      .map(told),
  ];
}
