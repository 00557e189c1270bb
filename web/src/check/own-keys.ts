/**
 * The keys a colleague marks with: numbers always work, and a row of letters for one hand beside them, so that the other can hold a
 * pencil or a child's place. None of the letters is a key of the check for something else.
 */
import type { OwnKeys } from '@sapling/contract';
import { keepHere, keptAs, keptHere } from '../base.js';

const KEPT = keptAs('sapling-keys');
/** What stands for the places 1 to 7, in order. */
export const KEY_SETS: Readonly<Record<OwnKeys, readonly string[]>> = {
  numbers: ['1', '2', '3', '4', '5', '6', '7'],
  'right hand': ['j', 'k', 'l', 'u', 'i', 'o', 'p'],
  'left hand': ['f', 'd', 'r', 'w', 'q', 'g', 'c'],
};
let now: OwnKeys = (keptHere(KEPT) as OwnKeys | null) ?? 'numbers';

/** Goes by the keys of whoever is signed in; kept on the device for a page that opens without the network. */
export function keepKeys(keys: OwnKeys): void {
  now = keys in KEY_SETS ? keys : 'numbers';
  keepHere(KEPT, now);
}
/** The key that stands on a button for a place. @example shownKey('1') // 'J' */
export const shownKey = (place: string): string => (KEY_SETS[now] ?? KEY_SETS.numbers)[Number(place) - 1]?.toUpperCase() ?? place;
/** The place that a pressed key stands for; the key itself where it stands for none. */
export function placeOf(pressed: string): string {
  const at = (KEY_SETS[now] ?? KEY_SETS.numbers).indexOf(pressed);
  return at < 0 ? pressed : String(at + 1);
}
