import type { ChildLine } from '@sapling/contract';
import { useEffect } from 'react';
import type { Orders } from '../api/orders.js';
import { core } from '../workers/core.js';
import type { Choice } from './choice.js';
import { prepare } from './prepared-ahead.js';

/** While Check stands open: the screen beside the child is fetched, and the items of the child at the top are made. */
export function usePreparedAhead(choice: Choice, first: ChildLine | undefined, orders: Orders | undefined): void {
  useEffect(() => {
    void import('./marking.js').catch(() => undefined);
    // before the children are there: the lexicon is most of what a first check waits for
    void core().ready();
  }, []);
  useEffect(() => {
    if (first && orders) prepare(first, choice, orders.taught(first.classId));
  }, [first, choice, orders]);
}
