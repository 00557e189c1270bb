/** A plan being changed, with every step back. */
import { useCallback, useState } from 'react';
import type { Plan } from './part-view.js';

const STEPS_BACK = 50;

export interface Draft {
  readonly plan: Plan | null;
  /** The plan it began with, or was saved as. */
  readonly changed: boolean;
  readonly canUndo: boolean;
  change(plan: Plan): void;
  undo(): void;
  /** Another plan altogether, with no way back to the one before. */
  begin(plan: Plan | null): void;
}

export function useDraft(): Draft {
  const [{ past, plan }, set] = useState<{ past: readonly Plan[]; plan: Plan | null }>({ past: [], plan: null });
  const change = useCallback(
    (next: Plan) => set((now) => ({ past: now.plan ? [...now.past, now.plan].slice(-STEPS_BACK) : [], plan: next })),
    [],
  );
  const undo = useCallback(() => set((now) => (now.past.length > 0 ? { past: now.past.slice(0, -1), plan: now.past.at(-1)! } : now)), []);
  const begin = useCallback((next: Plan | null) => set({ past: [], plan: next }), []);
  return { plan, changed: past.length > 0, canUndo: past.length > 0, change, undo, begin };
}
