/** The kinds of check in the order of the work: what each is called, what the adult does, and how it is answered. */
import type { CheckKind, Outcome } from '@sapling/core';

export type Part = 'Recall' | 'Listening' | 'Decoding' | 'Spelling';
export interface KindInfo {
  readonly kind: CheckKind;
  readonly part: Part;
  /** As it is chosen. */
  readonly title: string;
  /** One line for the adult. */
  readonly how: string;
  /** Whether words are made by the engine for this child. */
  readonly made: 'pairs' | 'words' | 'pictures';
}

export const KINDS: readonly KindInfo[] = [
  { kind: 'see-say', part: 'Recall', title: 'See it, say its sound', how: 'Show a card; the child says its sound.', made: 'pairs' },
  { kind: 'hear-point', part: 'Recall', title: 'Hear it, point to it', how: 'Say a sound; the child points.', made: 'pairs' },
  {
    kind: 'hear-write',
    part: 'Recall',
    title: 'Hear it, write it',
    how: 'Say a sound; the child writes it on paper or a board.',
    made: 'pairs',
  },
  { kind: 'see-name', part: 'Recall', title: 'See it, say its name', how: 'Show a letter; the child says its name.', made: 'pairs' },
  {
    kind: 'key word',
    part: 'Recall',
    title: 'See it, say a key word',
    how: 'Show a card; the child says a word that has it.',
    made: 'pairs',
  },
  {
    kind: 'push together',
    part: 'Listening',
    title: 'Push together',
    how: 'Say the parts with a short gap; the child points to the word.',
    made: 'pictures',
  },
  {
    kind: 'stretch',
    part: 'Listening',
    title: 'Stretch and count',
    how: 'Say the word; the child says each sound and how many.',
    made: 'pictures',
  },
  {
    kind: 'where',
    part: 'Listening',
    title: 'Where is it?',
    how: 'Say the sound, then the word; the child points to where it is.',
    made: 'pictures',
  },
  {
    kind: 'is it this',
    part: 'Listening',
    title: 'Is it this?',
    how: 'Say the vowel, then the word; the child says whether it is in it.',
    made: 'pictures',
  },
  { kind: 'word', part: 'Decoding', title: 'Read words', how: 'Show a word; the child reads it.', made: 'words' },
  {
    kind: 'made-up word',
    part: 'Decoding',
    title: 'Read made-up words',
    how: 'Show a made-up word; the child reads it. Say that it is no real word.',
    made: 'words',
  },
  { kind: 'irregular word', part: 'Decoding', title: 'Read irregular words', how: 'Show a word; the child reads it.', made: 'words' },
  {
    kind: 'find in row',
    part: 'Decoding',
    title: 'Listen and find in a row',
    how: 'Say the word; the child marks it in a row of four. Quick for a group, on paper.',
    made: 'words',
  },
  {
    kind: 'spelling',
    part: 'Spelling',
    title: 'Spell words and a sentence',
    how: 'Say the word; the child writes it; type what is on the paper.',
    made: 'words',
  },
];
export const PARTS: readonly Part[] = ['Recall', 'Listening', 'Decoding', 'Spelling'];
export const kindInfo = (kind: CheckKind): KindInfo => KINDS.find((k) => k.kind === kind)!;

export interface MarkWord {
  readonly outcome: Outcome;
  readonly word: string;
  readonly key: string;
  /** The sounds were said and not pushed together: what was said is filled in. */
  readonly apart?: boolean;
}
/** How marks are said: neutral, so that nothing on the screen tells the child right from wrong. */
export const MARKS: readonly MarkWord[] = [
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
const isReading = (kind: CheckKind): boolean => kind === 'word' || kind === 'made-up word';
export const marksOf = (kind: CheckKind): readonly MarkWord[] => (isReading(kind) ? READING : MARKS);
/** Where speech is marked, an accent or a speech difference is its own mark: it counts as right and is kept. */
export const ACCENT_KEY = 'a';
export const isSpoken = (kind: CheckKind): boolean =>
  ['see-say', 'key word', 'word', 'made-up word', 'irregular word', 'push together', 'stretch'].includes(kind);
export function markWord(outcome: Outcome, kind: CheckKind | string = 'see-say', said?: string): string {
  if (outcome === 'accent') return 'Accent';
  const marks = marksOf(kind as CheckKind);
  if (isReading(kind as CheckKind) && outcome === 'wrong' && said && /^[a-z]+(-[a-z]+)+$/.test(said)) return 'Sounds only';
  return marks.find((m) => m.outcome === outcome)?.word ?? outcome;
}

/** Chosen by pointing: the mark follows from what was chosen. */
export const isChosen = (kind: CheckKind): boolean => ['hear-point', 'where', 'is it this', 'push together', 'find in row'].includes(kind);
/** Typed in from paper: the mark follows from what was written. */
export const isWritten = (kind: CheckKind): boolean => kind === 'spelling';

/** Whether what was written is what was said: capitals do not matter in a word, everything does in a sentence. */
export function asSaid(target: string, written: string): boolean {
  if (/\s/.test(target.trim())) return written.trim() === target.trim();
  return written.trim().toLowerCase() === target.trim().toLowerCase();
}
