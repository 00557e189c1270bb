/** A plan as those see it who run it: it speaks of whom it is for by now. */
import type { Session } from '@sapling/contract';

type Plan = Session['plan'];
type Remark = NonNullable<Plan['remarks']>[number];

/**
 * A plan that says nothing of children who are not in it: words and cards that were one's own stay, for everybody. What is kept is the
 * whole plan, so that whoever was taken out by a slip finds their own again.
 */
export function forThese(plan: Plan, members: readonly string[]): Plan {
  const here = (child: string): boolean => members.includes(child);
  const { madeFor: _madeFor, ...own } = plan;
  const parts = plan.parts.map((part) => ({
    ...part,
    words: part.words.map((word) => {
      if (word.for === undefined || here(word.for)) return word;
      const { for: _for, ...rest } = word;
      return rest;
    }),
    ...(part.whose && {
      whose: Object.fromEntries(
        Object.entries(part.whose).flatMap(([gpc, ids]) => (ids.some(here) ? [[gpc, ids.filter(here)] as const] : [])),
      ),
    }),
  }));
  const remarks = plan.remarks?.flatMap((remark): Remark[] => {
    if ('child' in remark) return here(remark.child) ? [remark] : [];
    if (remark.kind === 'not looked at') return remark.children.some(here) ? [{ ...remark, children: remark.children.filter(here) }] : [];
    if ('first' in remark && remark.first) return [{ ...remark, first: { ...remark.first, children: remark.first.children.filter(here) } }];
    return [remark];
  });
  return { ...own, parts, ...(remarks && { remarks }) } as Plan;
}
