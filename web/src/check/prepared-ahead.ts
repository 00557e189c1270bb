/** The first words of a check take the lexicon and every text apart: done while the adult still chooses the child. */
import type { ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core';
import { useEffect } from 'react';
import type { Orders } from '../api/orders.js';
import { itemsFor, type Choice } from './choice.js';

/** After the page stands still for so long, so that what the adult does now comes first. */
const QUIET_MS = 250;

/** Makes the items of the chosen kind once and forgets them: what they rest on stays in the core worker. */
export function usePreparedAhead(choice: Choice, children: readonly ChildLine[] | undefined, orders: Orders | undefined): void {
  const child = children?.find((c) => c.line.length > 0);
  const wanted = child && orders && checkKind(choice.kind).from !== 'pairs';
  const key = wanted ? `${choice.kind} ${child.classId}` : '';
  useEffect(() => {
    if (!child || !orders || key === '') return;
    const timer = setTimeout(() => {
      // nothing to ask, or out of reach: said when a check is begun
      itemsFor(child, choice, orders.taught(child.classId), 1).catch(() => undefined);
    }, QUIET_MS);
    return () => clearTimeout(timer);
    // the kind and the class decide what is warmed, not every change of a choice or of a child
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
}
