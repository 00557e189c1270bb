/** Who a text is held against: the class as taught, each group with a member here, each child with their own doubts. */
import { type ChildLine, fullName, type Group, type SchoolClass } from '@sapling/contract';
import { asksForWork } from '@sapling/core/judgement';
import type { Reader, Taught } from '@sapling/core/phonics';
import type { Orders } from '../api/orders.js';
import { readsOf } from '../children/reads-of.js';

export interface NamedReader extends Reader {
  readonly name: string;
  readonly kind: 'class' | 'group' | 'child';
}

/** Pairs a child was seen not to have, or not to have surely. */
const doubts = (child: ChildLine): string[] => child.line.filter(asksForWork).map((p) => p.gpc);

export function readersOf(
  schoolClass: SchoolClass | null,
  taught: Taught,
  children: readonly ChildLine[],
  groups: readonly Group[],
  orders: Orders | undefined,
): NamedReader[] {
  const here = children.filter((c) => c.classId === schoolClass?.id);
  const out: NamedReader[] = [{ id: 'class', kind: 'class', name: schoolClass?.name ?? 'All of the order', taught }];
  for (const group of groups) {
    const members = children.filter((c) => group.members.includes(c.id));
    if (!members.some((c) => c.classId === schoolClass?.id)) continue;
    out.push({
      id: group.id,
      kind: 'group',
      name: group.name,
      taught: orders?.taughtToAll(members.map((c) => c.classId)) ?? taught,
      unsure: [...new Set(members.flatMap(doubts))],
    });
  }
  for (const child of here)
    out.push({ id: child.id, kind: 'child', name: fullName(child), taught, unsure: doubts(child), known: readsOf(child) });
  return out;
}
