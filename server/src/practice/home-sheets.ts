/** What children can practise at home, for several at once. Nothing here asks the database: it runs in another thread. */
import { homeSheet } from '@sapling/core/planning';
import { lexiconOf, type BookFacts } from '../library/lexicon-of.js';

type Asked = Parameters<typeof homeSheet>[1];

/** @param asked by child; the sheets come back in the same order */
export async function homeSheets({ book, asked }: { book: BookFacts; asked: readonly Asked[] }): Promise<ReturnType<typeof homeSheet>[]> {
  const lexicon = await lexiconOf(book);
  return asked.map((one) => homeSheet(lexicon, one));
}
