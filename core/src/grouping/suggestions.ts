/** Two or three groupings that truly differ, each the best of its kind. */
import { costOf, costsByChild } from './cost.js';
import { formGroups, type FormOptions } from './form-groups.js';
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
export function difference(a: Pick<Grouping, 'groups'>, b: Pick<Grouping, 'groups'>): number {
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
export function suggestions(problem: GroupingProblem, options: FormOptions & { readonly count?: number }): Suggestion[] {
  const count = options.count ?? 3;
  const part = (k: number): FormOptions => ({
    ...options,
    seed: options.seed + k,
    ...(options.onProgress && { onProgress: (done: number) => options.onProgress!(Math.min(1, (k + done) / (count + 1))) }),
    ...(options.budgetMs !== undefined && { budgetMs: options.budgetMs / (count + 1) }),
  });
  const first = formGroups(problem, part(0));
  const found: { aim: Suggestion['aim']; grouping: Grouping }[] = [{ aim: 'least cost', grouping: first }];
  const offer = (aim: Suggestion['aim'], grouping: Grouping): void => {
    if (found.length < count && found.every((f) => difference(f.grouping, grouping) >= TRULY_DIFFERENT)) found.push({ aim, grouping });
  };
  const again = (changed: GroupingProblem, k: number): Grouping => {
    const { groups, waiting } = formGroups(changed, part(k));
    return { groups, waiting, cost: costOf(problem, { groups }) };
  };
  let step = 0;
  if (problem.children.some((c) => c.last !== undefined))
    offer('keeps together', again({ ...problem, continuity: 4 * (problem.continuity || DEFAULT_CONTINUITY) }, (step += 1)));
  const way = problem.way ?? 'shared gaps';
  if (found.length < count && (way === 'shared gaps' || way === 'next step'))
    offer('other way', again({ ...problem, way: way === 'shared gaps' ? 'next step' : 'shared gaps' }, (step += 1)));
  // led away ever more strongly, until it is truly another grouping
  const perChild = first.cost.total / Math.max(1, problem.children.length);
  for (let push = perChild / 40; found.length < count && push < perChild && !options.signal?.aborted; push *= 3) {
    const before = found.map((f) => new Map(f.grouping.groups.flatMap((g, k) => g.members.map((m) => [m, k] as const))));
    const penalty = (a: string, b: string): number =>
      before.reduce((sum, of) => sum + (of.has(a) && of.get(a) === of.get(b) ? push : 0), 0);
    const { groups, waiting } = formGroups(problem, { ...part(count), penalty });
    offer('other groups', { groups, waiting, cost: costOf(problem, { groups }) });
  }
  const [base, ...rest] = found;
  const costs = costsByChild(problem, base!.grouping);
  const told = ({ aim, grouping }: (typeof found)[number]): Suggestion => {
    const own = costsByChild(problem, grouping);
    const change = problem.children.map(({ id }) => ({ child: id, change: own.get(id)!.total - costs.get(id)!.total }));
    change.sort((a, b) => b.change - a.change);
    return {
      aim,
      grouping,
      difference: difference(base!.grouping, grouping),
      worse: change.filter((c) => c.change > 1).slice(0, MOST_MOVED),
      better: change
        .filter((c) => c.change < -1)
        .slice(-MOST_MOVED)
        .reverse(),
    };
  };
  return [told(base!), ...rest.sort((a, b) => a.grouping.cost.total - b.grouping.cost.total).map(told)];
}
