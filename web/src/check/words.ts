/** How marks are said: neutral, so that nothing on the screen tells the child right from wrong. */
import type { Outcome } from '@sapling/core';
import { splitGpc, soundLabel } from '@sapling/core';

export const MARKS: readonly { outcome: Outcome; word: string; key: string }[] = [
  { outcome: 'right', word: 'At once', key: '1' },
  { outcome: 'slow', word: 'Slow', key: '2' },
  { outcome: 'put right', word: 'Second try', key: '3' },
  { outcome: 'wrong', word: 'Something else', key: '4' },
  { outcome: 'no answer', word: 'No answer', key: '5' },
];
export const markWord = (outcome: Outcome): string => MARKS.find((m) => m.outcome === outcome)?.word ?? 'Accent';
/** `ai` /ay/ as in rain: for the adult. */
export const pairLabel = (gpc: string): string => soundLabel(splitGpc(gpc).sound);
export function saidShown(said: string): string {
  return said.startsWith('name ') ? `letter name ${said.slice(5)}` : `/${said}/`;
}
