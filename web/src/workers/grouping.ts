/** The grouping search inside the worker: in slices, so that a stop is heard and other questions are answered between. */
import {
  costOf,
  formGroupsSteps,
  learningOf,
  NoGrouping,
  practisableFocus,
  suggestionsSteps,
  type Group,
  type Grouping,
  type GroupingProblem,
  type Learning,
  type RuleConflict,
  type Suggestion,
} from '@sapling/core/grouping';
import type { Lexicon } from '@sapling/core/phonics';
import type { Practice } from '@sapling/core/planning';

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

/** A suggestion with what it would teach, and what of each group's focus cannot be practised yet. */
export interface Offer extends Suggestion {
  readonly learning: Omit<Learning, 'byChild'> & { readonly byChild: readonly (readonly [string, number])[] };
  /** Group by group. */
  readonly short: readonly (readonly Practice[])[];
}
/** @param words words that every class of these children reads as wholes */
export function suggestGroups(
  lexicon: Lexicon,
  problem: GroupingProblem,
  words: readonly string[],
  onProgress: (done: number) => void,
): Promise<Offer[] | Refused> {
  return orRefused(
    Promise.resolve().then(async () => {
      const list = await sliced(suggestionsSteps(problem, begin()), onProgress);
      return list.map((s) => offerOf(lexicon, problem, words, s));
    }),
  );
}
function offerOf(lexicon: Lexicon, problem: GroupingProblem, words: readonly string[], suggestion: Suggestion): Offer {
  const made = suggestion.grouping.groups.map((g) => practisableFocus(lexicon, problem, g.members, words));
  const groups = suggestion.grouping.groups.map((g, k) => ({ ...g, focus: made[k]!.focus }));
  const { byChild, ...learning } = learningOf(problem, { groups });
  return {
    ...suggestion,
    grouping: { ...suggestion.grouping, groups, cost: costOf(problem, { groups }) },
    learning: { ...learning, byChild: [...byChild] },
    short: made.map((m) => m.short),
  };
}

export function improveGroups(
  problem: GroupingProblem,
  groups: readonly Group[],
  onProgress: (done: number) => void,
): Promise<Grouping | Refused> {
  return orRefused(Promise.resolve().then(() => sliced(formGroupsSteps(problem, { ...begin(), start: { groups } }), onProgress)));
}
