/** The text of a session: one this group can read nearly all of, that leans on the focus; read again while it is warm. */
import { wordsOf } from '../phonics/decodability.js';
import { normaliseWord } from '../phonics/segment.js';
import { OFFERED_FROM } from '../reading/first-step.js';
import { seeded, shuffled } from '../random.js';
import { plannedWord } from './session-words.js';
import type { Filled, Filling } from './session-parts.js';

/** A text is read so often in a cycle. */
const READ_TIMES = 3;
/** Words that one group reads aloud in a minute, all its children once. */
const WORDS_A_MINUTE = 20;

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
    const cannot = words.filter((w) => !f.ground.reads(w));
    if (words.length === 0 || 1 - cannot.length / words.length < OFFERED_FROM) return [];
    const uses = words.filter((w) => plannedWord(f.lexicon, w, f.ground.focus).focus.length > 0).length / words.length;
    const tell = [...new Set(cannot)];
    const again = times(text.id) > 0;
    const rank =
      (words.length > longest ? 2 : 0) +
      (f.request.carried?.some((c) => c.text === text.id) ? -9 : 0) +
      (f.avoid.has(text.id) ? 1 : 0) +
      (again && times(text.id) >= READ_TIMES ? 4 : 0) -
      3 * uses +
      tell.length * 0.02;
    return [{ text, tell, again, rank }];
  });
  const [best] = fits.sort((a, b) => a.rank - b.rank);
  if (!best) return null;
  const { id, title, text, questions } = best.text;
  return {
    text: {
      id,
      title,
      text,
      questions,
      tell: best.tell,
      again: best.again,
    },
  };
}
