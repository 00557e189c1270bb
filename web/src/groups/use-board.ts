/** What the board knows beyond its groups: rules, settings, and what the core says of it all, kept up to date. */
import type { ChildLine, Group, GroupHistory, GroupRule, SchoolSettings } from '@sapling/contract';
import type { BoardView, GroupingProblem } from '@sapling/core/grouping';
import { useCallback, useMemo } from 'react';
import { useData } from '../api/data.js';
import { taughtToAny, useOrders, type Orders } from '../api/orders.js';
import { core } from '../workers/core.js';
import { useAnswer } from '../workers/use-core.js';
import { STANDS_MS, useLate } from '../ui/use-late.js';
import { readsOf } from '../children/reads-of.js';
import { boardProblem, toCoreGroup, type GroupingContext } from './problem.js';

export interface Board {
  readonly around: GroupingContext;
  readonly problem: GroupingProblem | null;
  /** Null until the worker has answered, and where there are no groups. */
  readonly view: BoardView | null;
  /** Why nothing could be worked out, and asking once more. */
  readonly trouble: string | null;
  readonly askAgain: () => void;
  readonly rules: readonly GroupRule[];
  readonly settings: SchoolSettings;
  readonly history: GroupHistory | undefined;
  /**
   * Whether all that stands over and in the groups is there, or will not be: drawn before, everything moves under a finger. After some
   * seconds it is drawn all the same, since moving children needs none of it.
   */
  readonly ready: boolean;
  /** Last cycle's group of each child: the latest that has ended. */
  readonly lastGroup: ReadonlyMap<string, GroupHistory['past'][number]>;
}

const askTextOpened = () => core().textOpened();
/** By child, how much there is to practise each pair with. */
async function practiceOf(children: readonly ChildLine[], orders: Orders): Promise<NonNullable<GroupingContext['practice']>> {
  const readers = children.map((c) => ({ id: c.id, known: readsOf(c), taught: orders.taught(c.classId).gpcs }));
  const found = await core().practiceOf(readers, taughtToAny(children, orders));
  return new Map(children.map((c, k) => [c.id, found[k]!]));
}

export function useBoard(
  groups: readonly Group[] | undefined,
  children: readonly ChildLine[] | undefined,
  may: boolean,
): Board | undefined {
  const orders = useOrders();
  const { data: settings } = useData('settings');
  const { data: rules } = useData(may ? 'groupRules' : null);
  const { data: history, error: noHistory } = useData(may ? 'groupHistory' : null);
  // who may not form groups runs them: nothing of it is worked out on their device
  const opened = useAnswer(may ? askTextOpened : null, null);
  const textOpened = opened.value;
  const askPractice = useMemo(() => (may && children && orders ? () => practiceOf(children, orders) : null), [may, children, orders]);
  const practised = useAnswer(askPractice, null);
  const practice = practised.value;
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
  const complete = may && textOpened !== undefined && practice !== undefined;
  const problem = useMemo(
    () => (complete && around && groups && groups.length > 0 ? boardProblem(groups, around) : null),
    [complete, around, groups],
  );
  const askView = useMemo(
    () => (problem && groups && problem.children.length > 0 ? () => core().boardOf(problem, groups.map(toCoreGroup)) : null),
    [problem, groups],
  );
  const viewed = useAnswer(askView, null);
  const answer = viewed.value;
  const late = useLate(STANDS_MS);
  const trouble = opened.error ?? practised.error ?? viewed.error;
  // there is nothing to work out of no groups, and of groups without children
  const idle = groups?.length === 0 || problem?.children.length === 0;
  const ready = !may || late || trouble !== null || ((history ?? noHistory) !== undefined && (idle || answer !== undefined));
  const { again: askOpenedAgain } = opened;
  const { again: askPracticeAgain } = practised;
  const { again: askViewAgain } = viewed;
  const askAgain = useCallback(() => {
    askOpenedAgain();
    askPracticeAgain();
    askViewAgain();
  }, [askOpenedAgain, askPracticeAgain, askViewAgain]);
  return useMemo(
    () =>
      around && {
        around,
        problem,
        view: answer && problem && answer.groups.length === problem.groups ? answer : null,
        trouble,
        askAgain,
        rules: around.rules,
        settings: around.settings,
        history,
        ready,
        lastGroup,
      },
    [around, problem, answer, trouble, askAgain, history, ready, lastGroup],
  );
}
