/** What in a plan these children cannot read, worked out in the worker. */
import type { Taught } from '@sapling/core/phonics';
import { wordsToRead } from '@sapling/core/planning';
import { useMemo } from 'react';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useAnswer, type Answer } from '../workers/use-core.js';
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

/** While a new question is worked out, what was wrong before stays. */
export function useLacks(plan: Plan | null, taught: Taught | null): Lacks {
  return useAsked(plan, taught)?.value ?? NOTHING;
}
/** Undefined until it is known of just this plan and these pairs. */
export function useKnownLacks(plan: Plan | null, taught: Taught | null): Lacks | undefined {
  const asked = useAsked(plan, taught);
  return asked?.settled ? asked.value : undefined;
}
function useAsked(plan: Plan | null, taught: Taught | null): Answer<Lacks> | null {
  const words = plan ? wordsOfPlan(plan).join(' ') : '';
  const focus = plan?.focus.join(' ') ?? '';
  const ask = useMemo(
    () => (taught && words !== '' ? () => lacksOf(words.split(' '), focus.split(' '), taught) : null),
    [words, focus, taught],
  );
  const answer = useAnswer(ask, say('which words these children cannot read yet'));
  return ask ? answer : null;
}
