/** How the answers to a check are given and what the marks are called; what a kind of check is stands in the core. */
import { checkKind, checkKindOf, type CheckKind } from '@sapling/core/checks';
import type { Outcome } from '@sapling/core/evidence';

export interface MarkWord {
  readonly outcome: Outcome;
  readonly word: string;
  readonly key: string;
  /** The sounds were said and not pushed together: what was said is filled in. */
  readonly apart?: boolean;
}
/** How marks are said: neutral, so that nothing on the screen tells the child right from wrong. */
const MARKS: readonly MarkWord[] = [
  { outcome: 'right', word: 'At once', key: '1' },
  { outcome: 'slow', word: 'Slow', key: '2' },
  { outcome: 'put right', word: 'Second try', key: '3' },
  { outcome: 'wrong', word: 'Something else', key: '4' },
  { outcome: 'no answer', word: 'No answer', key: '5' },
];
const READING: readonly MarkWord[] = [
  { outcome: 'right', word: 'At sight', key: '1' },
  { outcome: 'slow', word: 'Sounds, then word', key: '2' },
  { outcome: 'put right', word: 'Second try', key: '3' },
  { outcome: 'wrong', word: 'Something else', key: '4' },
  { outcome: 'no answer', word: 'No answer', key: '5' },
  { outcome: 'wrong', word: 'Sounds only', key: '6', apart: true },
];
export const marksOf = (kind: string): readonly MarkWord[] => (checkKindOf(kind)?.soundedOut ? READING : MARKS);
/** Where speech is marked, an accent or a speech difference is its own mark: it counts as right and is kept. */
export const ACCENT_KEY = 'a';
export const isSpoken = (kind: CheckKind): boolean => checkKind(kind).spoken === true;
export function markWord(outcome: Outcome, kind = '', said?: string): string {
  if (outcome === 'accent') return 'Accent';
  const marks = marksOf(kind);
  if (checkKindOf(kind)?.soundedOut && outcome === 'wrong' && said && /^[a-z]+(-[a-z]+)+$/.test(said)) return 'Sounds only';
  return marks.find((m) => m.outcome === outcome)?.word ?? outcome;
}

/** Chosen by pointing: the mark follows from what was chosen. */
export const isChosen = (kind: string): boolean => checkKindOf(kind)?.answered === 'chosen';
/** Typed in from paper: the mark follows from what was written. */
export const isWritten = (kind: string): boolean => checkKindOf(kind)?.answered === 'typed';

/** Whether what was written is what was said: capitals do not matter in a word, everything does in a sentence. */
export function asSaid(target: string, written: string): boolean {
  if (/\s/.test(target.trim())) return written.trim() === target.trim();
  return written.trim().toLowerCase() === target.trim().toLowerCase();
}
