/**
 * The text of a session: one that every child of the group can read all of, that leans on the focus; read again while it is
 * warm. Where there is none, sentences of other texts stand in for it.
 */
import { wordsOf } from '../phonics/decodability.js';
import { normaliseWord } from '../phonics/segment.js';
import { chooseSentences } from '../phonics/dictation.js';
import { seeded, shuffled } from '../random.js';
import { plannedWord } from './session-words.js';
import type { Filled, Filling } from './session-parts.js';

/** A text is read so often in a cycle. */
const READ_TIMES = 3;
/** Words that one group reads aloud in a minute, all its children once. */
const WORDS_A_MINUTE = 20;

/** Said where no whole text is within reach. */
const NO_TEXT = 'No whole text is within reach of all of them yet: these sentences are.';

const tokens = new WeakMap<object, string[]>();
/** The words of a text in small letters, taken apart once. */
function tokensOf(text: { readonly text: string }): string[] {
  const known = tokens.get(text) ?? wordsOf(text.text).map((w) => normaliseWord(w.text));
  tokens.set(text, known);
  return known;
}

export function fillText(f: Filling): Filled | null {
  const texts = f.request.sources?.texts ?? [];
  const read = f.request.textsRead ?? [];
  const times = (id: string): number => read.filter((r) => r === id).length;
  const longest = Math.max(70, f.minutes * WORDS_A_MINUTE);
  const fits = shuffled(texts, seeded(f.seed)).flatMap((text) => {
    const words = tokensOf(text);
    if (words.length === 0 || !words.every((w) => f.ground.reads(w))) return [];
    const uses = words.filter((w) => plannedWord(f.lexicon, w, f.ground.focus).focus.length > 0).length / words.length;
    const again = times(text.id) > 0;
    const rank =
      (words.length > longest ? 2 : 0) +
      (f.request.carried?.some((c) => c.text === text.id) ? -9 : 0) +
      (f.avoid.has(text.id) ? 1 : 0) +
      (again && times(text.id) >= READ_TIMES ? 4 : 0) -
      3 * uses;
    return [{ text, again, rank }];
  });
  const [best] = fits.sort((a, b) => a.rank - b.rank);
  if (!best) return sentencesInstead(f);
  const { id, title, text, questions } = best.text;
  return {
    text: {
      id,
      title,
      text,
      questions,
      tell: [],
      again: best.again,
    },
  };
}

/** Sentences that every child can read all of, those that lean most on the focus first, none that was met lately. */
export function readableSentences(f: Filling, longest: number, limit: number): string[] {
  return chooseSentences(f.lexicon, {
    texts: f.request.sources?.texts ?? [],
    taught: f.ground.taught,
    focus: f.ground.focus,
    longest,
    limit,
    seed: f.seed,
  })
    .map((s) => s.sentence)
    .filter((s) => !f.avoid.has(s) && wordsOf(s).every((w) => f.ground.reads(normaliseWord(w.text))));
}

function sentencesInstead(f: Filling): Filled | null {
  const lines = readableSentences(f, 14, 24).slice(0, Math.max(3, Math.min(8, f.minutes)));
  return lines.length > 0 ? { lines: lines.map((text) => ({ text })), remark: NO_TEXT } : null;
}
