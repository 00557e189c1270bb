/** The counts of an oral reading, by the rules that schools and researchers agree on (curriculum-based measurement of oral reading; Deno 1985). */
import { CoreError } from '../errors.js';

export const READING_MARK_KINDS = [
  'substitution',
  'omission',
  'told',
  'insertion',
  'self-correction',
  'repetition',
  'hesitation',
  'accent',
] as const;
export interface ReadingMark {
  /** Index into the words; for an insertion, the word it stands before. */
  readonly word: number;
  readonly kind: (typeof READING_MARK_KINDS)[number];
  readonly said?: string;
}
export interface ReadingSettings {
  /** Whether a self-correction counts as right. Right where left out. */
  readonly selfCorrectionIsRight?: boolean;
}
export interface ReadingScore {
  /** Words attempted: all up to and with the last one. */
  attempted: number;
  correct: number;
  errors: number;
  /** Correct over attempted, 0 to 1; null for no words. */
  accuracy: number | null;
  /** Words read correctly per minute; null for no words or no time. */
  wcpm: number | null;
  selfCorrections: number;
  /** Self-corrections over self-corrections plus errors, 0 to 1; null where there was neither. */
  selfCorrectionShare: number | null;
  byKind: Record<ReadingMark['kind'], number>;
}

/** Marks that say whether a word was read; of several on one word the last one made decides. */
const DECIDES: ReadonlySet<ReadingMark['kind']> = new Set(['accent', 'self-correction', 'told', 'omission', 'substitution']);

/** The mark that says whether a word was read, if one does: the last made, so that put right and then wrong again is wrong. */
export function decidingMark<M extends ReadingMark>(marks: readonly M[], word: number): M | undefined {
  return marks.findLast((m) => m.word === word && DECIDES.has(m.kind));
}

/**
 * Scores a reading. Substitutions, omissions and words told are errors, one a word however many marks it
 * has, the last one deciding; insertions, repetitions and hesitations are counted and take nothing off; a self-correction is right
 * (setting); an accent mark is right, always. `lastWord` is the index of the last word attempted, -1 for none; a mark
 * after it is refused, since it would be about a word that was not read.
 * @throws CoreError with the field: `out-of-range` for a word that is not there, seconds below 0 or no number; `bad-input` for an unknown kind.
 * @example scoreReading({ words: ['The', 'cat', 'sat'], marks: [{ word: 1, kind: 'omission' }], seconds: 6, lastWord: 2 }).wcpm // 20
 */
export function scoreReading(reading: {
  readonly words: readonly string[];
  readonly marks: readonly ReadingMark[];
  readonly seconds: number;
  readonly lastWord: number;
  readonly settings?: ReadingSettings;
}): ReadingScore {
  const { words, marks, seconds, lastWord, settings = {} } = reading;
  if (!Array.isArray(words)) throw new CoreError('bad-input', 'words', 'The words are a list.');
  if (!Number.isFinite(seconds) || seconds < 0)
    throw new CoreError('out-of-range', 'seconds', 'The time is a number of seconds from 0.', { from: 0, is: seconds });
  if (!Number.isInteger(lastWord) || lastWord < -1 || lastWord >= words.length)
    throw new CoreError('out-of-range', 'lastWord', `The last word is one of the ${words.length} words, or -1 where none was read.`, {
      from: -1,
      to: words.length - 1,
      is: lastWord,
    });
  const byKind = Object.fromEntries(READING_MARK_KINDS.map((kind) => [kind, 0])) as ReadingScore['byKind'];
  const onWord = new Map<number, ReadingMark['kind']>();
  marks.forEach((mark, k) => {
    if (!READING_MARK_KINDS.includes(mark.kind))
      throw new CoreError('bad-input', `marks.${k}.kind`, `"${String(mark.kind)}" is no kind of mark.`);
    // something may be put in after the last word that was read
    const most = mark.kind === 'insertion' ? lastWord + 1 : lastWord;
    if (!Number.isInteger(mark.word) || mark.word < 0 || mark.word > most)
      throw new CoreError('out-of-range', `marks.${k}.word`, `The mark is on word ${String(mark.word)}, which was not attempted.`, {
        from: 0,
        to: most,
        is: mark.word,
      });
    byKind[mark.kind] += 1;
    if (DECIDES.has(mark.kind)) onWord.set(mark.word, mark.kind);
  });
  const attempted = lastWord + 1;
  let errors = 0;
  let selfCorrections = 0;
  for (const deciding of onWord.values()) {
    if (deciding === 'self-correction') {
      selfCorrections += 1;
      if (settings.selfCorrectionIsRight === false) errors += 1;
    } else if (deciding !== 'accent') errors += 1;
  }
  const correct = attempted - errors;
  return {
    attempted,
    correct,
    errors,
    accuracy: attempted === 0 ? null : correct / attempted,
    wcpm: attempted === 0 || seconds === 0 ? null : (correct / seconds) * 60,
    selfCorrections,
    selfCorrectionShare: selfCorrections + errors === 0 ? null : selfCorrections / (selfCorrections + errors),
    byKind,
  };
}
