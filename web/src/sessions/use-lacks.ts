/** What in a plan these children cannot read, worked out in the worker. */
import type { Taught } from '@sapling/core/phonics';
import { wordsToRead } from '@sapling/core/planning';
import { useEffect, useState } from 'react';
import { core } from '../workers/core.js';
import type { Plan } from './part-view.js';

/** What is wrong with a word for these children, by spelling. */
export type Lacks = ReadonlyMap<string, readonly string[]>;

/** The words that children read themselves, of lines too: the same as the plan is held to in the core. */
function wordsOfPlan(plan: Plan): string[] {
  return [...new Set(plan.parts.flatMap(wordsToRead))];
}

export function useLacks(plan: Plan | null, taught: Taught | null): Lacks {
  const [lacks, setLacks] = useState<Lacks>(new Map());
  const words = plan ? wordsOfPlan(plan).join(' ') : '';
  const focus = plan?.focus.join(' ') ?? '';
  useEffect(() => {
    if (!taught || words === '') return setLacks(new Map());
    let gone = false;
    void core()
      .missing(words.split(' '), { gpcs: [...taught.gpcs, ...focus.split(' ')], words: [...taught.words] })
      .then((found) => {
        if (!gone) setLacks(new Map(found.filter((f) => f.status === 'not yet' || f.status === 'unread').map((f) => [f.word, f.missing])));
      });
    return () => {
      gone = true;
    };
  }, [words, focus, taught]);
  return lacks;
}
