/** The lexicon as a school cuts words, from what can be copied to another thread. The shipped one is loaded once a thread. */
import { loadLexicon } from '@sapling/core';
import type { Lexicon, SchoolWords, WordCorrection } from '@sapling/core/phonics';

/** What a school has decided about words. */
export interface BookFacts {
  /** Another one where words are cut, offered or heard otherwise. */
  readonly stamp: string;
  readonly accent: string;
  readonly corrections: readonly WordCorrection[];
  readonly words: SchoolWords;
}
let shipped: Promise<Lexicon> | undefined;
/** The last few schools’ own, newest last: a test has several. */
const own = new Map<string, Promise<Lexicon>>();
const MOST_HELD = 4;

export function lexiconOf({ stamp, corrections, words }: Omit<BookFacts, 'accent'>): Promise<Lexicon> {
  shipped ??= loadLexicon();
  const key = `${stamp} ${JSON.stringify([corrections, words])}`;
  let found = own.get(key);
  if (!found) {
    found = shipped.then((lexicon) => lexicon.corrected(corrections, words));
    if (own.size >= MOST_HELD) own.delete(own.keys().next().value!);
    own.set(key, found);
  }
  return found;
}
