/** What a question about a text asks for, read from the question itself: found, worked out, a word, a feeling or a reason. */
import type { TextQuestion } from '@sapling/core/reading';

export const QUESTION_KINDS = ['found', 'worked out', 'word', 'feeling or reason'] as const;
export type QuestionKind = (typeof QUESTION_KINDS)[number];

const LITTLE = new Set(
  'a an and are as at be but by do for from had has have he her him his i in is it its me my not of off on or our out she so that the their them then they this to too up us was we were what when where which who will with you your'.split(
    ' ',
  ),
);
const wordsOfLine = (line: string): string[] => (line.toLowerCase().match(/[a-z]+/g) ?? []).filter((w) => !LITTLE.has(w));
const stem = (word: string): string => word.replace(/(?:ing|ed|es|s)$/, '').slice(0, 5);

/** The sentence in which a place of a text stands, whole. */
export function sentenceAround(text: string, place: string): string {
  const plain = text.replace(/\s+/g, ' ');
  const loose = new RegExp((place.toLowerCase().match(/[a-z0-9']+/g) ?? []).map((w) => w.replace(/'/g, "['’]")).join("[^a-z0-9'’]+"), 'i');
  const at = loose.exec(plain)?.index ?? -1;
  if (at < 0) return place;
  const from = Math.max(...['. ', '! ', '? '].map((end) => plain.lastIndexOf(end, at) + 1), 0);
  const ends = ['. ', '! ', '? '].map((end) => plain.indexOf(end, at + place.length)).filter((n) => n >= 0);
  return plain.slice(from, ends.length > 0 ? Math.min(...ends) + 1 : undefined);
}

/**
 * The kinds a question is of; often two (why somebody did a thing must be worked out as well). *Worked out*: less than half of
 * the answer’s content words stand in the sentence where it points, or in the one before or after.
 */
export function kindsOfQuestion(text: string, { ask, answer, place }: TextQuestion): readonly QuestionKind[] {
  const kinds: QuestionKind[] = [];
  if (/["“”]/.test(ask) || /\bwhich (?:two |three )?words?\b|\bfind (?:the|a) word\b|^what is an? .* \?$|\bwhat does .* mean\b/i.test(ask))
    kinds.push('word');
  if (
    /^why\b|\bwhy\b|\bfeel|\bcross\b|\bkind of person\b|\bmind\b|\bsort of\b|\blike .* in the end\b|\bpleased\b|\bglad\b|\bhow (?:do|can|could) you (?:know|tell)\b|\bwhat makes you think\b|\b(?:did|does|do|was|were|is|are|should|would|will) .*\b(?:think|want|kind|fair|clever|right|good day|sure|change|believe|enjoy)\b|\bhow (?:did|does|do) .*\b(?:help|change|repay|stop)\b|\bhow had\b|\bwhat (?:did|do|does) .* (?:hope|learn|think|want)\b/i.test(
      ask,
    )
  )
    kinds.push('feeling or reason');
  const said = new Set(wordsOfLine(sentenceAround(text, place)).map(stem));
  const wanted = wordsOfLine(answer).map(stem);
  if (!kinds.includes('word') && wanted.filter((w) => !said.has(w)).length * 2 >= Math.max(1, wanted.length)) kinds.push('worked out');
  return kinds.length > 0 ? kinds : ['found'];
}
