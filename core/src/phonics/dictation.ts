/** Sentences to dictate, chosen from texts by what they use. */
import { CoreError } from '../errors.js';
import { seeded } from '../random.js';
import { wordJudge, wordsOf, type Taught } from './decodability.js';
import type { Gpc, Lexicon } from './lexicon.js';
import { gpcsOf, normaliseWord, segment } from './segment.js';

export interface DictationText {
  readonly id: string;
  readonly title: string;
  readonly text: string;
}
export interface DictationSentence {
  sentence: string;
  text: string;
  title: string;
  /** The focus pairs it uses, with how often. */
  uses: { gpc: Gpc; times: number }[];
  /** Words that cannot be read with what was taught and the focus; empty unless `allow` let some through. */
  notYet: { word: string; missing: Gpc[] }[];
  words: number;
}

const SHORTEST = 3;

/** The sentences of a text, as they stand in it. */
export function sentencesOf(text: string): string[] {
  return [...text.matchAll(/[^.!?…\n]+[.!?…]+["'”’)]*/gu)].map((m) => m[0].trim()).filter((s) => /\p{L}/u.test(s));
}

interface ParsedSentence {
  readonly sentence: string;
  readonly words: readonly { readonly word: string; readonly gpcs: readonly Gpc[] }[];
}
/** The sentences of a text that can be dictated, their words taken apart; once for a lexicon. */
function parsedSentences(lexicon: Lexicon, text: string, knownOnly: boolean): readonly ParsedSentence[] {
  const known = lexicon.derived(`sentences of texts ${knownOnly}`, () => new Map<string, readonly ParsedSentence[]>());
  const found = known.get(text);
  if (found) return found;
  const parsed = sentencesOf(text).flatMap((sentence): ParsedSentence[] => {
    const words = wordsOf(sentence);
    // speech in a story, and words with hyphens, ask for marks that a dictation is not about
    if (words.length < SHORTEST || /["“”]|\p{L}-\p{L}/u.test(sentence)) return [];
    if (knownOnly && !words.every((w) => lexicon.has(normaliseWord(w.text)))) return [];
    return [
      {
        sentence,
        words: words.map(({ text: word }) => ({
          word,
          gpcs: gpcsOf(segment(lexicon, normaliseWord(word))[0] ?? { units: [], from: 'rules' }),
        })),
      },
    ];
  });
  known.set(text, parsed);
  return parsed;
}

/**
 * Sentences whose every word can be read with what was taught plus the focus, those that use most of the
 * focus in fewest words first. `allow` lets so many unreadable words through, and names them.
 * @throws CoreError `out-of-range` for a limit below 1.
 * @example chooseSentences(lexicon, { texts, taught, focus: ['ai:ay'], limit: 3, seed: 1 })
 */
export function chooseSentences(
  lexicon: Lexicon,
  request: {
    texts: readonly DictationText[];
    taught: Taught;
    focus: readonly Gpc[];
    longest?: number;
    allow?: number;
    /** Leaves out sentences with a word that the lexicon does not hold, and whose cut would be a guess. */
    knownOnly?: boolean;
    limit: number;
    seed: number;
  },
): DictationSentence[] {
  const { texts, taught, focus, longest = 12, allow = 0, knownOnly = false, limit, seed } = request;
  if (!Number.isInteger(limit) || limit < 1)
    throw new CoreError('out-of-range', 'limit', 'The limit is a whole number from 1.', { from: 1, is: limit });
  const judge = wordJudge(lexicon, { gpcs: [...taught.gpcs, ...focus], words: taught.words });
  const random = seeded(seed);
  const all: (DictationSentence & { rank: number })[] = [];
  for (const { id, title, text } of texts)
    for (const { sentence, words } of parsedSentences(lexicon, text, knownOnly)) {
      if (words.length > longest) continue;
      const times = new Map<Gpc, number>();
      for (const { gpcs } of words) for (const gpc of gpcs) if (focus.includes(gpc)) times.set(gpc, (times.get(gpc) ?? 0) + 1);
      if (focus.length > 0 && times.size === 0) continue;
      const notYet = words.flatMap(({ word }) => {
        const verdict = judge(word);
        return verdict.status === 'not yet' || verdict.status === 'unread' ? [{ word, missing: verdict.missing }] : [];
      });
      if (notYet.length > allow) continue;
      const met = [...times.values()].reduce((a, b) => a + b, 0);
      const rank = (2 * times.size + met) / Math.sqrt(words.length) - notYet.length + 0.3 * random();
      all.push({ sentence, text: id, title, uses: [...times].map(([gpc, n]) => ({ gpc, times: n })), notYet, words: words.length, rank });
    }
  return all
    .sort((a, b) => b.rank - a.rank)
    .slice(0, limit)
    .map(({ rank: _rank, ...sentence }) => sentence);
}
