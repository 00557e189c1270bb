/** Starting a check from anywhere: made, kept, opened, or said in one sentence why not. */
import type { ChildLine } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useOrders } from '../api/orders.js';
import { useMe } from '../shell/me.js';
import { DEFAULT_CHOICE, NothingToAsk, type Choice } from './choice.js';
import { startCheck } from './start.js';

/** A sentence for why a check could not be begun. Errors of the core come from a worker, which keeps their message only. */
function why(error: unknown): string {
  if (error instanceof NothingToAsk || isCoreError(error)) return error.message;
  const message = error instanceof Error ? error.message : '';
  if (/too little|has been taught|too few pictured|makes no word/i.test(message)) return message;
  return 'This device has no room left to keep marks, so the check was not begun.';
}

export function useStart(): (child: ChildLine, choice?: Partial<Choice>) => Promise<void> {
  const me = useMe();
  const go = useNavigate();
  const orders = useOrders();
  return useCallback(
    async (child, choice = {}) => {
      if (!orders) return;
      try {
        await go(`/check/${await startCheck(child, { ...DEFAULT_CHOICE, ...choice }, orders.taught(child.classId), me.colleague.id)}`);
      } catch (error) {
        toast.error(`${child.givenName}: ${why(error)}`);
      }
    },
    [go, me.colleague.id, orders],
  );
}
