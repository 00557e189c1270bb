/** How well one child's answers were foretold. Nothing here asks the database: it runs in another thread. */
import { tallyOf, type Foretold, type Tally } from '@sapling/core/judgement';
import { foretellChild } from '../evidence/judge-child.js';

/** All of a child's answers, and by kind of check and by the adult who marked them. */
export interface ChildTallies {
  readonly whole: Tally;
  readonly kinds: readonly (readonly [Foretold['kind'], Tally])[];
  readonly adults: readonly (readonly [string, Tally])[];
}

export async function tallyChild(asked: Parameters<typeof foretellChild>[0]): Promise<ChildTallies> {
  const list = await foretellChild(asked);
  const by = <K>(key: (f: Foretold) => K): [K, Tally][] => {
    const lists = new Map<K, Foretold[]>();
    for (const f of list) {
      const own = lists.get(key(f));
      if (own) own.push(f);
      else lists.set(key(f), [f]);
    }
    return [...lists].map(([k, own]) => [k, tallyOf(own)]);
  };
  return { whole: tallyOf(list), kinds: by((f) => f.kind), adults: by((f) => f.by) };
}
