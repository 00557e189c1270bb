/** A plan being changed, with every step back. */
import { keepPinned } from '@sapling/core/planning';
import { useCallback, useMemo, useState } from 'react';
import type { Plan } from './part-view.js';

const STEPS_BACK = 50;

export interface Draft {
  readonly plan: Plan | null;
  /** What the last step back brings, which may be for other pairs. */
  readonly before: Plan | null;
  /** The plan it began with, or was saved as. */
  readonly changed: boolean;
  readonly canUndo: boolean;
  /** Whether more was done to it than drawing it anew. */
  readonly byHand: boolean;
  /** @param to what becomes of the plan as it stands then: what was drawn meanwhile, or changed elsewhere in it, stays */
  change(to: (now: Plan) => Plan): void;
  undo(): void;
  /** Another plan altogether, with no way back to the one before. */
  begin(plan: Plan): void;
  /**
   * A plan drawn anew: for the same aim it is a step that keeps what is pinned, for another it begins; but of a plan that was
   * changed by hand there is a way back from both. Null where there is nothing to draw for.
   */
  take(plan: Plan | null): void;
}

export interface Steps {
  readonly past: readonly Plan[];
  readonly plan: Plan | null;
  readonly byHand?: boolean;
  /** A step back led to another aim: what is drawn for that by itself comes too late. */
  readonly back?: boolean;
}
export const sameAim = (a: Plan, b: Plan): boolean => a.focus.join() === b.focus.join() && a.skill === b.skill;
const stepTo = (now: Steps, plan: Plan): Steps => ({
  ...now,
  past: now.plan ? [...now.past, now.plan].slice(-STEPS_BACK) : [],
  plan,
});
/** What a change by hand does; one that changes nothing is no step. */
export function changedTo(now: Steps, to: (now: Plan) => Plan): Steps {
  const next = now.plan && to(now.plan);
  return !next || next === now.plan ? now : { ...stepTo(now, next), byHand: true };
}
/** What a newly drawn plan does to the one that stands. */
export function taken(now: Steps, drawn: Plan | null): Steps {
  if (!drawn) return now.byHand ? now : { past: [], plan: null };
  if (!now.plan) return { past: [], plan: drawn };
  if (sameAim(now.plan, drawn)) return now.back ? { ...now, back: false } : stepTo(now, keepPinned(now.plan, drawn));
  return now.byHand ? { ...stepTo(now, drawn), back: false } : { past: [], plan: drawn };
}
/** What stood before the last step. */
export function undone(now: Steps): Steps {
  const plan = now.past.at(-1);
  if (!plan) return now;
  const back = now.back === true || (now.plan !== null && !sameAim(plan, now.plan));
  return { past: now.past.slice(0, -1), plan, byHand: now.byHand === true && now.past.length > 1, back };
}

export function useDraft(): Draft {
  const [{ past, plan, byHand = false }, set] = useState<Steps>({ past: [], plan: null });
  const change = useCallback((to: (now: Plan) => Plan) => set((now) => changedTo(now, to)), []);
  const undo = useCallback(() => set(undone), []);
  const begin = useCallback((next: Plan) => set({ past: [], plan: next }), []);
  const take = useCallback((drawn: Plan | null) => set((now) => taken(now, drawn)), []);
  const changed = past.length > 0;
  const before = past.at(-1) ?? null;
  return useMemo(
    () => ({ plan, before, changed, canUndo: changed, byHand, change, undo, begin, take }),
    [plan, before, changed, byHand, change, undo, begin, take],
  );
}
