/** What each key does while a child reads, by where the reading stands. */
import type { ReadingMark } from '@sapling/core/reading';
import { MARK_KINDS } from './mark-kinds.js';

export interface LiveState {
  /** Before, while and after the clock runs. */
  readonly phase: 'before' | 'running' | 'stopped';
  /** The word that was touched or gone to by key; null where none is. */
  readonly chosen: number | null;
  /** The word that keys are about: the chosen one, else the one last tapped. */
  readonly target: number;
  /** The last word of the text. */
  readonly last: number;
  /** Words of each line. */
  readonly lines: readonly (readonly number[])[];
  /** Whether there is a slip of which it can be typed what was said. */
  readonly canSay: boolean;
}
export type LiveAction =
  | { readonly do: 'start' | 'stop' | 'finish' | 'along' | 'back' | 'undo' | 'last word' | 'say' | 'clear' }
  | { readonly do: 'choose'; readonly word: number | null }
  | { readonly do: 'mark'; readonly kind: ReadingMark['kind'] };

/** The word above or below, as far along its line; nothing at the first and last line. */
function beside({ lines, target }: LiveState, by: 1 | -1): LiveAction | null {
  const row = lines.findIndex((words) => words.includes(target));
  const other = lines[row + by];
  return other ? { do: 'choose', word: other[Math.min(lines[row]!.indexOf(target), other.length - 1)]! } : null;
}
function onward({ phase, chosen, target, last }: LiveState): LiveAction {
  if (chosen !== null) return { do: 'choose', word: Math.min(last, chosen + 1) };
  return phase === 'running' ? { do: 'along' } : { do: 'choose', word: Math.min(last, target + 1) };
}
function backward({ phase, chosen, target }: LiveState): LiveAction {
  return chosen !== null || phase !== 'running' ? { do: 'choose', word: Math.max(0, target - 1) } : { do: 'back' };
}

const KEYS: Readonly<Record<string, (state: LiveState) => LiveAction | null>> = {
  enter: ({ phase }) => ({ do: phase === 'running' ? 'stop' : phase === 'before' ? 'start' : 'finish' }),
  ' ': ({ phase }) => (phase === 'stopped' ? null : { do: phase === 'running' ? 'along' : 'start' }),
  arrowright: onward,
  arrowleft: backward,
  arrowup: (state) => beside(state, -1),
  arrowdown: (state) => beside(state, 1),
  escape: () => ({ do: 'choose', word: null }),
  z: () => ({ do: 'undo' }),
  backspace: () => ({ do: 'undo' }),
  l: ({ phase }) => (phase === 'before' ? null : { do: 'last word' }),
  e: ({ canSay }) => (canSay ? { do: 'say' } : null),
  x: () => ({ do: 'clear' }),
};
/** Keys that go on while they are held. */
const HELD = new Set(['arrowleft', 'arrowright']);

/** What a press does; null for nothing. @param key in small letters @param held whether the key is held down */
export function liveKey(key: string, held: boolean, state: LiveState): LiveAction | null {
  if (held && !HELD.has(key)) return null;
  const own = KEYS[key];
  if (own) return own(state);
  const mark = MARK_KINDS.find((m) => m.key === key);
  return mark && state.phase !== 'before' ? { do: 'mark', kind: mark.kind } : null;
}
