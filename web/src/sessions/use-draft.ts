/** A plan being changed, with every step back. */
import { keepPinned } from '@sapling/core/planning';
import { useCallback, useMemo, useState } from 'react';
import type { Plan } from './part-view.js';

const STEPS_BACK = 50;

export interface Draft {
  readonly plan: Plan | null;
  /** The plan it began with, or was saved as. */
  readonly changed: boolean;
  readonly canUndo: boolean;
  /** Whether more was done to it than drawing it anew. */
  readonly byHand: boolean;
  change(plan: Plan): void;
  undo(): void;
  /** Another plan altogether, with no way back to the one before. */
  begin(plan: Plan | null): void;
  /** A plan drawn anew: for the same aim it is a step that keeps what is pinned, for another it begins. */
  take(plan: Plan): void;
}

interface Steps {
  readonly past: readonly Plan[];
  readonly plan: Plan | null;
  readonly byHand?: boolean;
}
const stepTo = (now: Steps, plan: Plan): Steps => ({ ...now, past: now.plan ? [...now.past, now.plan].slice(-STEPS_BACK) : [], plan });
/** What a newly drawn plan does to the one that stands. */
export const taken = (now: Steps, drawn: Plan): Steps =>
  now.plan && now.plan.focus.join() === drawn.focus.join() && now.plan.skill === drawn.skill
    ? stepTo(now, keepPinned(now.plan, drawn))
    : { past: [], plan: drawn };

export function useDraft(): Draft {
  const [{ past, plan, byHand = false }, set] = useState<Steps>({ past: [], plan: null });
  const change = useCallback((next: Plan) => set((now) => ({ ...stepTo(now, next), byHand: true })), []);
  const undo = useCallback(
    () =>
      set((now) =>
        now.past.length > 0
          ? { past: now.past.slice(0, -1), plan: now.past.at(-1)!, byHand: now.byHand === true && now.past.length > 1 }
          : now,
      ),
    [],
  );
  const begin = useCallback((next: Plan | null) => set({ past: [], plan: next }), []);
  const take = useCallback((drawn: Plan) => set((now) => taken(now, drawn)), []);
  const changed = past.length > 0;
  return useMemo(
    () => ({ plan, changed, canUndo: changed, byHand, change, undo, begin, take }),
    [plan, changed, byHand, change, undo, begin, take],
  );
}
