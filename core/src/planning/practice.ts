/**
 * Can a focus be practised by these children? Counts the words and sentences that all of them can read but for the pair, and
 * finds what stands between them and more: one pair that one or a few of them do not know yet.
 */
import { wordJudge, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { offerableWords } from '../phonics/word-index.js';
import { wordsInText } from '../reading/text-pairs.js';
import type { SessionChild } from './part-content.js';
import { SENTENCES } from './sentences.js';
import { canRead } from './session-words.js';

/** A focus pair can be practised from so many words … */
export const LEAST_WORDS = 8;
/** … and sentences on that all can read. */
export const LEAST_SENTENCES = 2;

/** A pair that one or a few children lack, and what it would open to practise a focus pair. */
export interface Blocker {
  gpc: Gpc;
  /** Who does not know it, by id; empty where it has not been taught to the class. */
  children: string[];
  words: number;
  sentences: number;
}
export interface Practice {
  readonly gpc: Gpc;
  /** Words of the word book with the pair that all can read but for it. */
  readonly words: number;
  readonly sentences: number;
  readonly enough: boolean;
  /** The pair that would open most, if all knew it; null where nothing single would. */
  readonly first: Blocker | null;
}

/** The longest words that count: those that are drawn for a session. */
const MOST_SOUNDS = 5;

interface PracticeIndex {
  /** By pair number: words that hold it, as the numbers of all pairs they need. */
  readonly words: ReadonlyMap<number, readonly (readonly number[])[]>;
  readonly sentences: readonly { readonly words: readonly string[]; readonly gpcs: ReadonlySet<Gpc> }[];
}
function practiceIndex(lexicon: Lexicon): PracticeIndex {
  return lexicon.derived('practice index', () => {
    const words = new Map<number, (readonly number[])[]>();
    for (const w of offerableWords(lexicon)) {
      if (w.pairs.length > MOST_SOUNDS || w.perMillion < 0.3) continue;
      // a word of two readings practises only what both hold
      const all = [w.pairs, ...(w.readings ?? [])];
      for (const pair of new Set(w.pairs)) if (all.every((r) => r.includes(pair))) words.set(pair, [...(words.get(pair) ?? []), w.needs]);
    }
    const sentences = SENTENCES.map((sentence) => {
      const list = wordsInText(lexicon, sentence);
      return { words: list.map((w) => w.word), gpcs: new Set(list.flatMap((w) => w.gpcs)) };
    });
    return { words, sentences };
  });
}

/**
 * What there is to practise each pair of a focus with, counting the focus pairs before it as known.
 * @example practiceFor(lexicon, { taught, focus: ['ai:ay'], children })[0] // { gpc: 'ai:ay', words: 31, sentences: 6, enough: true, first: null }
 */
export function practiceFor(
  lexicon: Lexicon,
  {
    taught,
    focus,
    children,
    together = false,
  }: {
    readonly taught: Taught;
    readonly focus: readonly Gpc[];
    readonly children: readonly SessionChild[];
    /** All of the focus is worked on at once, as in one session: each pair counts for the others too. */
    readonly together?: boolean;
  },
): Practice[] {
  const index = practiceIndex(lexicon);
  return focus.map((gpc, k): Practice => {
    const before = together ? focus : focus.slice(0, k + 1);
    const ground = [...taught.gpcs.filter((g) => children.every((c) => canRead(c, g))), ...before];
    const known = new Set(ground.flatMap((g) => lexicon.pairIndex.get(g) ?? []));
    let words = 0;
    const opens = new Map<number, number>();
    const wanting = new Map<number, number>();
    for (const needs of index.words.get(lexicon.pairIndex.get(gpc) ?? -1) ?? []) {
      const missing = needs.filter((p) => !known.has(p));
      if (missing.length === 0) words += 1;
      else if (missing.length === 1) opens.set(missing[0]!, (opens.get(missing[0]!) ?? 0) + 1);
      for (const p of missing) wanting.set(p, (wanting.get(p) ?? 0) + 1 / missing.length ** 2);
    }
    const judge = wordJudge(lexicon, { gpcs: ground, words: taught.words });
    let sentences = 0;
    const more = new Map<Gpc, number>();
    for (const s of index.sentences) {
      if (!s.gpcs.has(gpc)) continue;
      const missing = new Set<Gpc>();
      let readable = true;
      for (const word of s.words) {
        const { status, missing: lacks } = judge(word);
        if (status === 'unread') readable = false;
        if (status === 'not yet') for (const g of lacks) missing.add(g);
        if (missing.size > 1) break;
      }
      if (!readable || missing.size > 1) continue;
      if (missing.size === 0) sentences += 1;
      else for (const g of missing) more.set(g, (more.get(g) ?? 0) + 1);
    }
    const enough = words >= LEAST_WORDS && sentences >= LEAST_SENTENCES;
    return { gpc, words, sentences, enough, first: enough ? null : firstBlocker(lexicon, taught, children, opens, more, wanting) };
  });
}

/**
 * The pair that stands most in the way: of those that were taught and a child lacks, the one that opens most by itself, else the one
 * that is wanting most often; only where nothing taught stands in the way, one that comes later in the order.
 */
function firstBlocker(
  lexicon: Lexicon,
  taught: Taught,
  children: readonly SessionChild[],
  opens: ReadonlyMap<number, number>,
  more: ReadonlyMap<Gpc, number>,
  wanting: ReadonlyMap<number, number>,
): Blocker | null {
  const isTaught = new Set(taught.gpcs);
  const pairs = new Set([...[...opens.keys(), ...wanting.keys()].map((k) => lexicon.pairs[k]!.gpc), ...more.keys()]);
  let best: (Blocker & { readonly rank: readonly number[] }) | null = null;
  for (const gpc of pairs) {
    const at = lexicon.pairIndex.get(gpc) ?? -1;
    const words = opens.get(at) ?? 0;
    const sentences = more.get(gpc) ?? 0;
    const known = isTaught.has(gpc);
    if (!known && words + sentences === 0) continue;
    const rank = [known ? 1 : 0, words + 2 * sentences, wanting.get(at) ?? 0];
    if (!best || isAbove(rank, best.rank))
      best = { gpc, words, sentences, children: known ? children.filter((c) => !canRead(c, gpc)).map((c) => c.id) : [], rank };
  }
  if (!best) return null;
  const { rank: _rank, ...blocker } = best;
  return blocker;
}
const isAbove = (a: readonly number[], b: readonly number[]): boolean => {
  const k = a.findIndex((x, at) => x !== b[at]);
  return k >= 0 && a[k]! > b[k]!;
};
