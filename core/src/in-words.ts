/** Lists, counts and pairs as they are said to a teacher: one way everywhere. */
import type { Gpc } from './phonics/lexicon.js';
import { isPlain, keyWordOf } from './phonics/key-words.js';

/** @example listed(['a', 'b', 'c']) // 'a, b and c' */
export const listed = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`;

/** So many things are named before the rest is a number. */
export const MOST_NAMED = 5;

/** A list that ends after `most`: the rest is a number. @example fewOf(['a', 'b', 'c'], 2) // 'a, b and 1 more' */
export const fewOf = (items: readonly string[], most = MOST_NAMED): string =>
  items.length > most ? `${items.slice(0, most).join(', ')} and ${items.length - most} more` : listed(items);

/** A number with its thing, agreeing. @example counted(1, 'pair') // '1 pair' */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * A pair with a word it stands in, where the spelling alone does not say which is meant.
 * @param among what it is named beside: another sound of the same spelling there makes it ambiguous
 * @example pairInWords('s:z') // '‘s’ as in his'
 */
export function pairInWords(gpc: Gpc, among: readonly string[] = []): string {
  const grapheme = gpc.slice(0, gpc.indexOf(':'));
  const shown = `‘${grapheme.replace('_', '‑')}’`;
  const other = among.some((n) => n !== gpc && n.startsWith(`${grapheme}:`));
  return isPlain(gpc) && !other ? shown : `${shown} as in ${keyWordOf(gpc)}`;
}
