/** What each key does while a card is asked, by the kind of check. */
import type { CheckKind } from '@sapling/core/checks';
import { ACCENT_KEY, isChosen, isSpoken, isWritten, marksOf, type MarkWord } from './kinds.js';
import { placeOf } from './own-keys.js';

export interface CardState {
  readonly kind: CheckKind;
  /** What can be pointed at, where the answer is pointed at. */
  readonly options: readonly string[];
  /** The first of the other sounds the grapheme may be said with. */
  readonly other: string | undefined;
  /** Whether a mark was made of which it can be said what was said. */
  readonly marked: boolean;
}
export type CardAction =
  | { readonly do: 'pause' | 'take back' | 'say' | 'again' | 'no answer' }
  | { readonly do: 'choose'; readonly option: string }
  | { readonly do: 'other'; readonly gpc: string }
  | { readonly do: 'mark'; readonly mark: MarkWord | 'accent' };

function chosen(key: string, options: readonly string[]): CardAction | null {
  if (key === '0') return { do: 'no answer' };
  if (key === 't') return { do: 'again' };
  const option = options[Number(key) - 1];
  return option === undefined ? null : { do: 'choose', option };
}

/** Whether a press takes up a check that waits. On a button Enter is the button's own: it may be *End here*. */
export const carriesOn = (key: string, onButton: boolean): boolean => key === 'escape' || (key === 'enter' && !onButton);

/**
 * What a press does; null for nothing.
 * @param key in small letters
 * @param typing whether it goes into a field: then only Escape is for the check
 */
export function cardKey(key: string, typing: boolean, { kind, options, other, marked }: CardState): CardAction | null {
  if (key === 'escape') return { do: 'pause' };
  if (typing) return null;
  if (key === 'z' || key === 'backspace') return { do: 'take back' };
  if (key === 's' && marked && !isWritten(kind)) return { do: 'say' };
  if (isChosen(kind)) return chosen(key, options);
  if (key === ACCENT_KEY && isSpoken(kind)) return { do: 'mark', mark: 'accent' };
  const place = placeOf(key);
  if (place === '7' && other !== undefined) return { do: 'other', gpc: other };
  const mark = marksOf(kind).find((m) => m.key === place);
  return mark ? { do: 'mark', mark } : null;
}
