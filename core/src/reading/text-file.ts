/** A reading text as a Markdown file: a header, the text, words to explain, questions. Documented in docs/formats.md. */
import { parse, stringify } from 'yaml';
import { CoreError } from '../errors.js';
import { wordsOf } from '../phonics/decodability.js';

export const TEXT_KINDS = ['story', 'information', 'verse', 'captions', 'letter', 'joke', 'instructions', 'play'] as const;
export type TextKind = (typeof TEXT_KINDS)[number];
/** From which step of a teaching order a text is offered; steps count from 1. */
export interface Offer {
  readonly order: string;
  readonly step: number;
}
export interface TextQuestion {
  readonly ask: string;
  readonly answer: string;
  /** The words of the text where the answer stands, as they stand there; empty where nobody said. */
  readonly place: string;
}
export interface ReadingText {
  readonly title: string;
  readonly kind: TextKind;
  /** The band of a measured text: texts of one band are alike in length and difficulty, so that timed readings can be compared. */
  readonly measured?: number | null;
  readonly offered: readonly Offer[];
  readonly text: string;
  readonly explain: readonly { readonly word: string; readonly meaning: string }[];
  readonly questions: readonly TextQuestion[];
}

/** Kinds whose lines are lines, as they are typed. */
export const keepsLines = (kind: TextKind): boolean =>
  kind === 'verse' || kind === 'captions' || kind === 'instructions' || kind === 'play';

const WORDS = '## Words to explain';
const QUESTIONS = '## Questions';

/**
 * Reads a text's file. In verse and captions every line is a line; elsewhere only an empty line breaks.
 * @throws CoreError `bad-input` with the field: no header, no title, an unknown kind, an offer that is none, a
 * question without an answer, or a place that is not in the text.
 * @example parseTextFile('---\ntitle: A Hat\nkind: story\n---\n\nIt is a hat.\n').text // 'It is a hat.'
 */
export function parseTextFile(file: string): ReadingText {
  const plain = file.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const match = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(plain);
  if (!match) throw new CoreError('bad-input', 'header', 'A text starts with its title and its kind between two lines of three dashes.');
  const header = headerOf(match[1]!);
  const title = header.get('title') ?? '';
  if (title === '') throw new CoreError('bad-input', 'title', 'The header has no title.');
  const kind = TEXT_KINDS.find((k) => k === (header.get('kind') ?? 'story'));
  if (!kind) throw new CoreError('bad-input', 'kind', `"${header.get('kind')}" is no kind of text: it is one of ${TEXT_KINDS.join(', ')}.`);
  const measured = header.get('measured');
  if (measured !== undefined && !/^[1-9]$/.test(measured))
    throw new CoreError('bad-input', 'measured', `"${measured}" is no band of measured texts: a number from 1 to 9.`);
  const [before, ...sections] = match[2]!.split(/\n(?=## )/);
  const section = (heading: string): string[] =>
    (sections.find((s) => s.split('\n')[0]!.trim().toLowerCase() === heading.toLowerCase()) ?? '')
      .split('\n')
      .slice(1)
      .filter((line) => line.trim() !== '');
  const text = textOf(before!, kind);
  if (wordsOf(text).length === 0) throw new CoreError('empty', 'text', 'There is no text below the header.');
  return {
    title,
    kind,
    ...(measured === undefined ? {} : { measured: Number(measured) }),
    offered: offersOf(header.get('for') ?? ''),
    text,
    explain: section(WORDS).map((line, k) => {
      const found = /^[-*]\s*(.+?):\s*(.+)$/.exec(line.trim());
      if (!found)
        throw new CoreError('bad-input', `explain.${k}`, `A word to explain is written "- word: what it means", not "${line.trim()}".`);
      return { word: found[1]!, meaning: found[2]! };
    }),
    questions: questionsOf(section(QUESTIONS), text),
  };
}

/** The header is YAML. One that is not, as `title: Sam: A Story` by hand, is read line by line, each up to its first colon. */
function headerOf(text: string): Map<string, string> {
  let entries: [string, unknown][];
  try {
    // every value a text, as it stands: a title "1900" or "Yes" is no number and no truth
    entries = Object.entries((parse(text, { schema: 'failsafe' }) ?? {}) as Record<string, unknown>);
    if (entries.some(([, value]) => typeof value !== 'string')) throw new Error('not a list of texts');
  } catch {
    entries = text
      .split('\n')
      .filter((line) => line.includes(':'))
      .map((line) => [line.slice(0, line.indexOf(':')), line.slice(line.indexOf(':') + 1)]);
  }
  return new Map(entries.map(([key, value]) => [key.trim().toLowerCase(), String(value).trim()]));
}

function textOf(body: string, kind: TextKind): string {
  const lines = body
    .trim()
    .split('\n')
    .map((line) => line.trim());
  if (keepsLines(kind)) return lines.join('\n').replace(/\n{3,}/g, '\n\n');
  return lines
    .join('\n')
    .split(/\n{2,}/)
    .map((paragraph) => paragraph.replace(/\n/g, ' '))
    .join('\n\n');
}

function offersOf(line: string): Offer[] {
  return line
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part, k) => {
      const found = /^(\S+)\s+(\d+)$/.exec(part.trim());
      if (!found) throw new CoreError('bad-input', `for.${k}`, `"${part.trim()}" is not a teaching order and a step, as in "riverbank 9".`);
      return { order: found[1]!, step: Number(found[2]) };
    });
}

function questionsOf(lines: readonly string[], text: string): TextQuestion[] {
  const questions: { ask: string; answer: string; place: string }[] = [];
  for (const line of lines) {
    const asked = /^(?:\d+[.)]|[-*])\s+(?!answer:|place:)(.+)$/i.exec(line.trim());
    const part = /^[-*]?\s*(answer|place):\s*(.+)$/i.exec(line.trim());
    const last = questions.at(-1);
    if (part && last) last[part[1]!.toLowerCase() as 'answer' | 'place'] = part[2]!;
    else if (asked) questions.push({ ask: asked[1]!, answer: '', place: '' });
    else throw new CoreError('bad-input', `questions.${questions.length}`, `"${line.trim()}" is no question, answer or place.`);
  }
  questions.forEach((question, k) => {
    if (question.answer === '') throw new CoreError('bad-input', `questions.${k}.answer`, `"${question.ask}" has no answer.`);
    if (question.place !== '' && placeOf(text, question.place) === null)
      throw new CoreError('bad-input', `questions.${k}.place`, `"${question.place}" does not stand in the text.`);
  });
  return questions;
}

/**
 * The words of the text where a quoted place stands: first and last, as indexes into `wordsOf(text)`.
 * Spelling and order count, punctuation and capitals do not; null where it is not there.
 */
export function placeOf(text: string, place: string): { first: number; last: number } | null {
  const plain = (list: readonly { text: string }[]): string[] => list.map((w) => w.text.toLowerCase().replace(/’/g, "'"));
  const all = plain(wordsOf(text));
  const sought = plain(wordsOf(place));
  if (sought.length === 0) return null;
  for (let first = 0; first + sought.length <= all.length; first += 1)
    if (sought.every((word, k) => all[first + k] === word)) return { first, last: first + sought.length - 1 };
  return null;
}

/** Writes a text as the file that `parseTextFile` reads back to the same. */
export function writeTextFile(text: ReadingText): string {
  const oneLine = (s: string): string => s.replace(/\s+/g, ' ').trim();
  const parts = [
    '---',
    stringify(
      {
        title: oneLine(text.title),
        kind: text.kind,
        ...(text.measured ? { measured: text.measured } : {}),
        ...(text.offered.length > 0 ? { for: text.offered.map((o) => `${o.order} ${o.step}`).join(', ') } : {}),
      },
      { lineWidth: 0 },
    ).trimEnd(),
    '---',
    '',
    text.text.trim(),
    '',
  ];
  if (text.explain.length > 0) parts.push(WORDS, '', ...text.explain.map((e) => `- ${oneLine(e.word)}: ${oneLine(e.meaning)}`), '');
  if (text.questions.length > 0)
    parts.push(
      QUESTIONS,
      '',
      ...text.questions.flatMap((q, k) => [
        `${k + 1}. ${oneLine(q.ask)}`,
        `   - Answer: ${oneLine(q.answer)}`,
        ...(q.place ? [`   - Place: ${oneLine(q.place)}`] : []),
      ]),
      '',
    );
  return parts.join('\n');
}
