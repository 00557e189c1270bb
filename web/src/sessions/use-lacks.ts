/** What in a plan these children cannot read, worked out in the worker. */
import type { Taught } from '@sapling/core/phonics';
import { wordsToRead } from '@sapling/core/planning';
import { useMemo } from 'react';
import { core } from '../workers/core.js';
import { useAnswer } from '../workers/use-core.js';
import type { Plan } from './part-view.js';

/** What is wrong with a word for these children, by spelling. */
export type Lacks = ReadonlyMap<string, readonly string[]>;

/** The words that children read themselves, of lines too: the same as the plan is held to in the core. */
function wordsOfPlan(plan: Plan): string[] {
  return [...new Set(plan.parts.flatMap(wordsToRead))];
}

const NOTHING: Lacks = new Map();
async function lacksOf(words: readonly string[], focus: readonly string[], taught: Taught): Promise<Lacks> {
  const found = await core().missing([...words], { gpcs: [...taught.gpcs, ...focus], words: [...taught.words] });
  return new Map(found.filter((f) => f.status === 'not yet' || f.status === 'unread').map((f) => [f.word, f.missing]));
}

export function useLacks(plan: Plan | null, taught: Taught | null): Lacks {
  const words = plan ? wordsOfPlan(plan).join(' ') : '';
  const focus = plan?.focus.join(' ') ?? '';
  const ask = useMemo(
    () => (taught && words !== '' ? () => lacksOf(words.split(' '), focus.split(' '), taught) : null),
    [words, focus, taught],
  );
  const { value } = useAnswer(ask);
  return (ask && value) ?? NOTHING;
}
