/** What the board knows beyond its groups: rules, settings, and what the core says of it all, kept up to date. */
import type { ChildLine, Group, GroupHistory, GroupRule, SchoolSettings } from '@sapling/contract';
import type { BoardView, GroupingProblem } from '@sapling/core/grouping';
import { useEffect, useMemo, useState } from 'react';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { core } from '../workers/core.js';
import { boardProblem, knownOf, taughtToAny, toCoreGroup, type GroupingContext } from './problem.js';

export interface Board {
  readonly around: GroupingContext;
  readonly problem: GroupingProblem | null;
  /** Null until the worker has answered, and where there are no groups. */
  readonly view: BoardView | null;
  readonly rules: readonly GroupRule[];
  readonly settings: SchoolSettings;
  readonly history: GroupHistory | undefined;
  /** Last cycle's group of each child: the latest that has ended. */
  readonly lastGroup: ReadonlyMap<string, GroupHistory['past'][number]>;
}

export function useBoard(
  groups: readonly Group[] | undefined,
  children: readonly ChildLine[] | undefined,
  may: boolean,
): Board | undefined {
  const orders = useOrders();
  const { data: settings } = useData('settings');
  const { data: rules } = useData(may ? 'groupRules' : null);
  const { data: history } = useData(may ? 'groupHistory' : null);
  const [textOpened, setTextOpened] = useState<Record<string, number>>();
  const [practice, setPractice] = useState<GroupingContext['practice']>();
  const [answer, setAnswer] = useState<{ problem: GroupingProblem; view: BoardView }>();
  useEffect(() => {
    let gone = false;
    void core()
      .textOpened()
      .then((found) => gone || setTextOpened(found));
    return () => {
      gone = true;
    };
  }, []);
  useEffect(() => {
    if (!may || !children || !orders) return;
    let gone = false;
    const readers = children.map((c) => ({ id: c.id, known: knownOf(c), taught: orders.taught(c.classId).gpcs }));
    void core()
      .practiceOf(readers, taughtToAny(children, orders))
      .then((found) => gone || setPractice(new Map(children.map((c, k) => [c.id, found[k]!]))));
    return () => {
      gone = true;
    };
  }, [may, children, orders]);
  const around = useMemo<GroupingContext | undefined>(
    () => (children && orders && settings ? { children, orders, settings, rules: rules ?? [], textOpened, practice } : undefined),
    [children, orders, settings, rules, textOpened, practice],
  );
  const lastGroup = useMemo(() => {
    const out = new Map<string, GroupHistory['past'][number]>();
    for (const g of history?.past ?? []) for (const m of g.members) if (!out.has(m)) out.set(m, g);
    return out;
  }, [history]);
  // figures are shown once all that they rest on is there: the board and a suggestion say the same of the same groups
  const complete = !may || (textOpened !== undefined && practice !== undefined);
  const problem = useMemo(
    () => (complete && around && groups && groups.length > 0 ? boardProblem(groups, around) : null),
    [complete, around, groups],
  );
  useEffect(() => {
    if (!problem || !groups || problem.children.length === 0) return;
    let gone = false;
    void core()
      .boardOf(problem, groups.map(toCoreGroup))
      .then((view) => gone || setAnswer({ problem, view }));
    return () => {
      gone = true;
    };
  }, [problem, groups]);
  return useMemo(
    () =>
      around && {
        around,
        problem,
        view: answer && problem && answer.view.groups.length === problem.groups ? answer.view : null,
        rules: around.rules,
        settings: around.settings,
        history,
        lastGroup,
      },
    [around, problem, answer, history, lastGroup],
  );
}
