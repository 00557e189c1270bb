/** How the marks of a reading are named on the screen, and the key of each. */
import type { ReadingMark } from '@sapling/core/reading';

export interface MarkKind {
  readonly kind: ReadingMark['kind'];
  readonly key: string;
  readonly name: string;
  /** Whether it takes the word off what was read right. */
  readonly error: boolean;
  readonly hint: string;
}
export const MARK_KINDS: readonly MarkKind[] = [
  { kind: 'substitution', key: 's', name: 'Said otherwise', error: true, hint: 'another word, or the word not quite' },
  { kind: 'omission', key: 'o', name: 'Left out', error: true, hint: 'passed over' },
  { kind: 'told', key: 't', name: 'Told', error: true, hint: 'you said it after three seconds' },
  { kind: 'self-correction', key: 'p', name: 'Put right', error: false, hint: 'wrong first, then right by themselves' },
  { kind: 'insertion', key: 'i', name: 'Put in', error: false, hint: 'a word before this one that is not there' },
  { kind: 'repetition', key: 'r', name: 'Said again', error: false, hint: 'read twice' },
  { kind: 'hesitation', key: 'w', name: 'Waited', error: false, hint: 'a long pause before it' },
  { kind: 'accent', key: 'a', name: 'Accent', error: false, hint: 'how they speak: right, always' },
];
export const markKind = (kind: ReadingMark['kind']): MarkKind => MARK_KINDS.find((m) => m.kind === kind)!;
