/** A teaching order being worked on: changes as pure functions with undo, and a copy or an opened file on its way to the editor. */
import type { OrderDraft, TeachingStep } from '@sapling/core/phonics';

export interface Place {
  readonly step: number;
  /** Before which of the step's pairs; its length for the end. */
  readonly at: number;
}
type Steps = readonly TeachingStep[];

let waiting: OrderDraft | null = null;
/** What the editor opens with next: a copy or a file. */
export function keepDraft(draft: OrderDraft): void {
  waiting = draft;
}
export function takeDraft(): OrderDraft | null {
  return waiting;
}
export function draftTaken(): void {
  waiting = null;
}

const withStep = (steps: Steps, at: number, change: (step: TeachingStep) => TeachingStep): TeachingStep[] =>
  steps.map((step, k) => (k === at ? change(step) : step));

export function placeOf(steps: Steps, gpc: string): Place | null {
  const step = steps.findIndex((s) => s.gpcs.includes(gpc));
  return step < 0 ? null : { step, at: steps[step]!.gpcs.indexOf(gpc) };
}

/** Takes a pair from where it stands, if it does, and puts it where it is wanted. */
export function movePair(steps: Steps, gpc: string, to: Place): Steps {
  const from = placeOf(steps, gpc);
  const at = from && from.step === to.step && from.at < to.at ? to.at - 1 : to.at;
  if (from && from.step === to.step && from.at === at) return steps;
  const without = from ? withStep(steps, from.step, (s) => ({ ...s, gpcs: s.gpcs.filter((g) => g !== gpc) })) : steps;
  return withStep(without, to.step, (s) => ({ ...s, gpcs: [...s.gpcs.slice(0, at), gpc, ...s.gpcs.slice(at)] }));
}
/** One place along the order: within its step, then on to the next. */
export function nudgePair(steps: Steps, gpc: string, by: -1 | 1): Steps {
  const from = placeOf(steps, gpc);
  if (!from) return steps;
  const at = from.at + by;
  if (at >= 0 && at < steps[from.step]!.gpcs.length) return movePair(steps, gpc, { step: from.step, at: by > 0 ? at + 1 : at });
  return shiftPair(steps, gpc, by);
}
/** To the step before or after. */
export function shiftPair(steps: Steps, gpc: string, by: -1 | 1): Steps {
  const from = placeOf(steps, gpc);
  const step = (from?.step ?? 0) + by;
  if (!from || step < 0 || step >= steps.length) return steps;
  return movePair(steps, gpc, { step, at: by > 0 ? 0 : steps[step]!.gpcs.length });
}
export const removePair = (steps: Steps, gpc: string): Steps => steps.map((s) => ({ ...s, gpcs: s.gpcs.filter((g) => g !== gpc) }));
export function moveStep(steps: Steps, at: number, by: -1 | 1): Steps {
  const to = at + by;
  if (to < 0 || to >= steps.length) return steps;
  const out = [...steps];
  [out[at], out[to]] = [out[to]!, out[at]!];
  return out;
}
export const addStep = (steps: Steps, after: number): Steps => [
  ...steps.slice(0, after + 1),
  { name: 'New step', gpcs: [], words: [] },
  ...steps.slice(after + 1),
];
export const removeStep = (steps: Steps, at: number): Steps => steps.filter((_, k) => k !== at);
export const renameStep = (steps: Steps, at: number, name: string): Steps => withStep(steps, at, (s) => ({ ...s, name }));
/** Sets a step's irregular words; a word that stands in another step goes from there. */
export function setWords(steps: Steps, at: number, words: readonly string[]): Steps {
  const set = new Set(words);
  return steps.map((s, k) => (k === at ? { ...s, words: [...set] } : { ...s, words: s.words.filter((w) => !set.has(w)) }));
}
