/** A question about many keys, asked in pieces: a statement may have 65,535 parameters, and a long one keeps others waiting. */
import { breathing } from '../http/breathing.js';

const AT_ONCE = 500;

/** The rows of `ask` for all of these keys, each key once. @param atOnce fewer where a key stands for many rows */
export async function byIds<T>(ids: Iterable<string>, ask: (some: string[]) => PromiseLike<T[]>, atOnce = AT_ONCE): Promise<T[]> {
  const all = [...new Set(ids)];
  const rows: T[] = [];
  const breath = breathing();
  for (let from = 0; from < all.length; from += atOnce) {
    rows.push(...(await ask(all.slice(from, from + atOnce))));
    await breath();
  }
  return rows;
}
