/** What a group's cycle suggests for the groups that come next: who leaves, who would do better elsewhere, what the group takes up. */
import { CoreError } from '../errors.js';
import type { GroupOutcome } from '../judgement/outcome.js';
import { boardOf } from './board-view.js';
import { movesOf, type Move } from './explain.js';
import { suggestFocus } from './form-groups.js';
import type { Group, GroupingProblem, Need } from './problem.js';
import type { Constraint } from './rules.js';

export type ChildStep =
  /** Every focus pair is secure and no other group works on what this child needs. `breaks`: rules that would no longer hold. */
  | { readonly step: 'leaves'; readonly child: string; readonly breaks: readonly Constraint[] }
  /** Another group works on what this child needs; `move` says what that changes for everybody. */
  | { readonly step: 'moves'; readonly child: string; readonly to: number; readonly move: Move }
  /** Hardly anything was gained here and no other group would serve better: somebody should look closer. */
  | { readonly step: 'look closer'; readonly child: string }
  | { readonly step: 'check first'; readonly child: string }
  | { readonly step: 'stays'; readonly child: string };
export interface AfterCycle {
  readonly steps: readonly ChildStep[];
  /**
   * A focus that serves those who are then in the group better, with the child-minutes a cycle it saves; null where the focus
   * stays. What is being worked on is not laid down halfway: only where a pair of the focus is needed by nobody any more.
   */
  readonly focus: { readonly needs: readonly Need[]; readonly saves: number } | null;
}

/** A new focus has to save this share of what the group loses with the old one. */
const WORTH = 0.1;

/**
 * One step for each child of a group that has an outcome, by these rules in this order: ready to leave goes to a group that
 * works on what the child still needs and where that costs nobody more, else leaves; needs something else goes to such a
 * group, else somebody looks closer; check first is checked first; all others stay. Only moves that break no rule count.
 * @param at the number of the group among `groups`
 * @throws CoreError `bad-input` for a group that is not there
 */
export function afterCycle(problem: GroupingProblem, groups: readonly Group[], at: number, outcome: GroupOutcome): AfterCycle {
  if (!groups[at]) throw new CoreError('bad-input', 'at', 'There is no such group.');
  let now: Group[] = [...groups];
  const put = (child: string, to: number | null): void => {
    now = now.map((g, k) => ({
      ...g,
      members: k === at ? g.members.filter((m) => m !== child) : k === to ? [...g.members, child] : g.members,
    }));
  };
  const elsewhere = (child: string): Move | undefined =>
    movesOf(problem, { groups: now }, child)
      .filter((m) => m.to !== null && m.to !== at && m.breaks.length === 0 && m.needs.length > 0 && m.change.total < 0)
      .sort((a, b) => a.change.total - b.change.total)[0];
  const here = outcome.children.filter((c) => groups[at]!.members.includes(c.id));
  const steps = here.map(({ id: child, advice }): ChildStep => {
    if (advice === 'check first') return { step: 'check first', child };
    if (advice === 'on the way') return { step: 'stays', child };
    const move = elsewhere(child);
    if (move) {
      put(child, move.to);
      return { step: 'moves', child, to: move.to!, move };
    }
    if (advice !== 'ready to leave') return { step: 'look closer', child };
    const out = movesOf(problem, { groups: now }, child).find((m) => m.to === null);
    put(child, null);
    return { step: 'leaves', child, breaks: (out?.breaks ?? []).filter((c) => c.kind !== 'all placed') };
  });
  const members = now[at]!.members;
  if (members.length === 0 || outcome.done.length === 0) return { steps, focus: null };
  const needs = suggestFocus(problem, members);
  const lost = (focus: readonly Need[]): number => {
    const board = now.map((g, k) => (k === at ? { ...g, focus: [...focus] } : g));
    const given = problem.given?.map((g, k) => (k === at ? { ...g, focus: [...focus] } : g));
    return boardOf({ ...problem, ...(given && { given }) }, board).groups[at]!.total;
  };
  const old = lost(now[at]!.focus);
  const saves = old - lost(needs);
  return { steps, focus: saves > WORTH * old ? { needs, saves } : null };
}
