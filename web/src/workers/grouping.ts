/** The grouping search inside the worker: in slices, so that a stop is heard and other questions are answered between. */
import {
  formGroupsSteps,
  NoGrouping,
  suggestionsSteps,
  type Group,
  type Grouping,
  type GroupingProblem,
  type RuleConflict,
  type Suggestion,
} from '@sapling/core';

/** No grouping keeps the rules: which of them, and what to say. */
export interface Refused {
  refused: true;
  conflict: RuleConflict | null;
  message: string;
}
const SLICE_MS = 40;
/** Far more than a school needs; what is best by then is returned. */
const MOST_MS = 30_000;

let signal = { aborted: false };
export function stopSearch(): void {
  signal.aborted = true;
}

async function sliced<T>(steps: Generator<number, T>, onProgress: (done: number) => void): Promise<T> {
  let from = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - from < SLICE_MS) continue;
    onProgress(step.value);
    await new Promise((resolve) => setTimeout(resolve));
    from = performance.now();
  }
}
async function orRefused<T>(work: Promise<T>): Promise<T | Refused> {
  try {
    return await work;
  } catch (error) {
    if (!(error instanceof NoGrouping)) throw error;
    return { refused: true, conflict: error.conflict, message: error.message };
  }
}
function begin(): { signal: { aborted: boolean }; budgetMs: number; now: () => number; seed: number } {
  signal = { aborted: false };
  return { signal, budgetMs: MOST_MS, now: () => performance.now(), seed: 1 };
}

export function suggestGroups(problem: GroupingProblem, onProgress: (done: number) => void): Promise<Suggestion[] | Refused> {
  return orRefused(Promise.resolve().then(() => sliced(suggestionsSteps(problem, begin()), onProgress)));
}
export function improveGroups(
  problem: GroupingProblem,
  groups: readonly Group[],
  onProgress: (done: number) => void,
): Promise<Grouping | Refused> {
  return orRefused(Promise.resolve().then(() => sliced(formGroupsSteps(problem, { ...begin(), start: { groups } }), onProgress)));
}
