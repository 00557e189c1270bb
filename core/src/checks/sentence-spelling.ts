/** A dictated sentence, word by word: each laid against its own (spelling.ts), with its capitals, spaces and stop. */
import { CoreError } from '../errors.js';
import type { Lexicon } from '../phonics/lexicon.js';
import { normaliseWord } from '../phonics/segment.js';
import { analyseSpelling, type SpellingAnalysis } from './spelling.js';

export interface SentenceWord {
  /** The word that was said; null for one that was written and not said. */
  target: string | null;
  /** What was written for it; null where it was left out. */
  written: string | null;
  analysis?: SpellingAnalysis;
}
export interface SentenceAnalysis {
  words: SentenceWord[];
  /** Words of the sentence spelled right. */
  right: number;
  of: number;
  /** A capital where the sentence has one, at its start. */
  capital: boolean;
  /** Names and I written with a capital, of so many. */
  capitalsInside: { right: number; of: number };
  /** The mark that ends it. */
  stop: boolean;
  /** Spaces left out between words, and put inside one. */
  spaces: { missing: number; extra: number };
}

const lettersOnly = (text: string): string => normaliseWord(text).replace(/[^\p{L}']/gu, '');

/**
 * A dictated sentence: every word laid against its own, and capital, spaces and stop counted.
 * @throws CoreError `bad-input` for a sentence without words.
 * @example analyseSentence(lexicon, { target: 'The cat sat.', written: 'the cat sta' }).stop // false
 */
export function analyseSentence(lexicon: Lexicon, request: { target: string; written: string; accent?: string }): SentenceAnalysis {
  const { accent = '' } = request;
  const said = request.target
    .trim()
    .split(/\s+/)
    .filter((w) => lettersOnly(w) !== '');
  const put = request.written
    .trim()
    .split(/\s+/)
    .filter((w) => lettersOnly(w) !== '');
  if (said.length === 0) throw new CoreError('bad-input', 'target', 'The sentence has no words.');
  const [n, m] = [said.length, put.length];
  type Move = { said: number; put: number };
  const moves: readonly Move[] = [
    { said: 1, put: 1 },
    { said: 2, put: 1 },
    { said: 1, put: 2 },
    { said: 1, put: 0 },
    { said: 0, put: 1 },
  ];
  const join = (list: readonly string[], from: number, count: number): string =>
    list
      .slice(from, from + count)
      .map(lettersOnly)
      .join('');
  const cost = Array.from({ length: n + 1 }, () => new Array<number>(m + 1).fill(Infinity));
  const chosen = Array.from({ length: n + 1 }, () => new Array<Move | null>(m + 1).fill(null));
  cost[n]![m] = 0;
  for (let i = n; i >= 0; i -= 1)
    for (let j = m; j >= 0; j -= 1)
      for (const move of moves) {
        if (i + move.said > n || j + move.put > m) continue;
        const a = join(said, i, move.said);
        const b = join(put, j, move.put);
        const own = move.said === 0 ? b.length : move.put === 0 ? a.length : editDistance(a, b) + (move.said + move.put > 2 ? 0.6 : 0);
        const value = own + cost[i + move.said]![j + move.put]!;
        if (value < cost[i]![j]! - 1e-9) {
          cost[i]![j] = value;
          chosen[i]![j] = move;
        }
      }
  const words: SentenceWord[] = [];
  const spaces = { missing: 0, extra: 0 };
  for (let i = 0, j = 0; i < n || j < m;) {
    const move = chosen[i]![j]!;
    const written = join(put, j, move.put);
    if (move.said === 2) {
      spaces.missing += 1;
      const [first, second] = [lettersOnly(said[i]!), lettersOnly(said[i + 1]!)];
      const cut = bestCut(first, second, written);
      words.push(word(lexicon, first, written.slice(0, cut), accent), word(lexicon, second, written.slice(cut), accent));
    } else if (move.said === 0) words.push({ target: null, written });
    else {
      if (move.put === 2) spaces.extra += 1;
      words.push(word(lexicon, lettersOnly(said[i]!), move.put === 0 ? null : written, accent));
    }
    i += move.said;
    j += move.put;
  }
  const capitalised = said.slice(1).filter((w) => /^["'“‘(]*\p{Lu}/u.test(w));
  const lettersOf = request.written.replace(/[^\p{L}\s]/gu, '').split(/\s+/);
  return {
    words,
    right: words.filter((w) => w.target !== null && w.analysis?.right).length,
    of: n,
    capital: /^[^\p{L}]*\p{Lu}/u.test(request.written.trim()),
    capitalsInside: { right: capitalised.filter((w) => lettersOf.includes(w.replace(/[^\p{L}]/gu, ''))).length, of: capitalised.length },
    stop:
      /[.!?][^\p{L}]*$/u.test(request.written.trim()) &&
      request.written
        .trim()
        .replace(/["'”’)]+$/u, '')
        .endsWith(
          request.target
            .trim()
            .replace(/["'”’)]+$/u, '')
            .at(-1)!,
        ),
    spaces,
  };
}

function word(lexicon: Lexicon, target: string, written: string | null, accent: string): SentenceWord {
  return written === null ? { target, written } : { target, written, analysis: analyseSpelling(lexicon, { target, written, accent }) };
}

function bestCut(first: string, second: string, run: string): number {
  let best = { at: 0, cost: Infinity };
  for (let at = 0; at <= run.length; at += 1) {
    const cost = editDistance(first, run.slice(0, at)) + editDistance(second, run.slice(at));
    if (cost < best.cost) best = { at, cost };
  }
  return best.at;
}

function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, k) => k);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) next.push(Math.min(next[j - 1]! + 1, row[j]! + 1, row[j - 1]! + Number(a[i - 1] !== b[j - 1])));
    row = next;
  }
  return row[b.length]!;
}
