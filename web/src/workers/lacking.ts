/** What pages lack because the core worker gave no answer: said once, in one place, however many parts of a page asked. */
import { useSyncExternalStore } from 'react';

/** By who asks, what is missing and why. */
const missing = new Map<object, { readonly what: string; readonly reason: string }>();
const NOTHING: readonly string[] = [];
let shown: { readonly what: readonly string[]; readonly reasons: readonly string[] } = { what: NOTHING, reasons: NOTHING };
/** Raised when all that failed is asked once more. */
let times = 0;
const listeners = new Set<() => void>();
const listen = (tell: () => void): (() => void) => {
  listeners.add(tell);
  return () => void listeners.delete(tell);
};
function changed(): void {
  const all = [...missing.values()];
  shown = { what: [...new Set(all.map((m) => m.what))], reasons: [...new Set(all.map((m) => m.reason))] };
  for (const tell of listeners) tell();
}

/** @param by the same for each answer of one who asks */
export function lacks(by: object, what: string, reason: string): void {
  missing.set(by, { what, reason });
  changed();
}
/** An answer came, another one is asked for, or nobody asks any more. */
export function lacksNothing(by: object): void {
  if (missing.delete(by)) changed();
}
export const useLacking = (): typeof shown => useSyncExternalStore(listen, () => shown);

/** How often all that failed was asked once more. */
export const useTimesAsked = (): number => useSyncExternalStore(listen, () => times);
export function askOnceMore(): void {
  times += 1;
  for (const tell of listeners) tell();
}
