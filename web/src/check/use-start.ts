/** Starting a check from anywhere: made, kept, opened, or said in one sentence why not. */
import type { ChildLine } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import { useCallback, useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { useOrders } from '../api/orders.js';
import { useMe } from '../shell/me.js';
import { WorkerBroken } from '../workers/core.js';
import type { Choice } from './choice.js';
import { NothingToAsk } from './nothing-to-ask.js';
import { useGoOn } from '../shell/go-on.js';

const WAIT_MS = 10_000;
const STEP_MS = 50;

/** A sentence for why a check could not be begun. Errors of the core come from a worker, which keeps their message only. */
function why(error: unknown): string {
  if (error instanceof NothingToAsk || isCoreError(error)) return error.message;
  const message = error instanceof Error ? error.message : '';
  if (/too little|has been taught|too few pictured|makes no word/i.test(message)) return message;
  if (error instanceof WorkerBroken) return message;
  // the device's store says no in its own words
  if (error instanceof DOMException) return 'This device has no room left to keep marks, so the check was not begun.';
  return 'What a check needs could not be loaded just now, so it was not begun. Try again when the server is in reach.';
}

export function useStart(): (child: ChildLine, choice?: Partial<Choice>) => Promise<void> {
  const me = useMe();
  const goOn = useGoOn();
  const orders = useOrders();
  const newest = useRef(orders);
  useEffect(() => {
    newest.current = orders;
  }, [orders]);
  /** Pressed twice is once: one check is made at a time. */
  const starting = useRef(false);
  return useCallback(
    async (child, choice = {}) => {
      if (starting.current) return;
      starting.current = true;
      const begun = performance.now();
      try {
        // pressed before the teaching orders were there: they are on their way
        for (let waited = 0; !newest.current && waited < WAIT_MS; waited += STEP_MS)
          await new Promise((resolve) => setTimeout(resolve, STEP_MS));
        const taught = newest.current?.taught;
        if (!taught) throw new NothingToAsk('What has been taught cannot be read just now. Try again when the server is in reach.');
        // comes when it is pressed: Today and lists have the button, and most of the time nobody presses it
        const { startCheck } = await import('./start.js');
        await goOn(`/check/${await startCheck(child, choice, taught(child.classId), me.colleague.id)}`);
        // read by the benchmark
        performance.measure('check-prepared', { start: begun });
      } catch (error) {
        toast.error(`${child.givenName}: ${why(error)}`);
      } finally {
        starting.current = false;
      }
    },
    [goOn, me.colleague.id],
  );
}
