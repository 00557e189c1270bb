/** What a grouping is likely to teach: pairs by child and in all, and who would gain little. */
import { columnsOf, givenBy, membersOf, numbersOf } from './cost.js';
import { SKILL_SIZE, type Group, type GroupingProblem } from './problem.js';
import type { Strand } from '../evidence/observation.js';

/** Fewer pairs than this in a cycle are little. */
export const LITTLE = 0.75;

export interface Learning {
  /** Pairs that are gaps now and likely closed at the end, over all children. */
  readonly pairs: number;
  /** Children in a group. */
  readonly children: number;
  /** By child, in groups and waiting; a child in no group learns none here. */
  readonly byChild: ReadonlyMap<string, number>;
  /** Skills that groups work on, with how many children are likely to have each in hand at the end who have not now. */
  readonly skills: readonly { readonly skill: Strand; readonly children: number }[];
  /** Children in a group who would gain little there, those who gain least first. */
  readonly little: readonly string[];
}

/**
 * Expected learning in one cycle, by the curve that groups are formed by (`cost.ts`): for each child and pair of the focus the
 * chance that it is not known now and is at the end. Skills of a focus are counted apart; to a child who lacks
 * it a skill is worth as many pairs as it takes of the focus.
 * @example learningOf(problem, grouping).pairs // 21.4
 */
export function learningOf(problem: GroupingProblem, grouping: { readonly groups: readonly Group[] }): Learning {
  const n = numbersOf(problem);
  const byChild = new Map<string, number>(n.ids.map((id) => [id, 0]));
  const little: { id: string; learns: number }[] = [];
  const skills = new Map<Strand, number>();
  let children = 0;
  for (const group of grouping.groups) {
    const members = membersOf(n, group);
    const given = givenBy(n, members);
    const columns = columnsOf(n, group.focus);
    for (const m of members) {
      let [learns, worth] = [0, 0];
      for (const k of columns) {
        const closes = given * n.closes[m]![k]!;
        if (k < n.rule.pairs) {
          learns += closes;
          continue;
        }
        const skill = n.needs[k] as Strand;
        worth += SKILL_SIZE * closes;
        skills.set(skill, (skills.get(skill) ?? 0) + closes);
      }
      children += 1;
      byChild.set(n.ids[m]!, learns);
      if (learns + worth < LITTLE) little.push({ id: n.ids[m]!, learns });
    }
  }
  little.sort((a, b) => a.learns - b.learns || (a.id < b.id ? -1 : 1));
  return {
    pairs: [...byChild.values()].reduce((a, b) => a + b, 0),
    children,
    byChild,
    skills: [...skills].map(([skill, count]) => ({ skill, children: count })),
    little: little.map((x) => x.id),
  };
}
