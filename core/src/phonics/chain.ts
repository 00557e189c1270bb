/** Word chains: a row of real words, each one grapheme away from the one before. */
import { CoreError } from '../errors.js';
import { seeded, shuffled } from '../random.js';
import type { Taught } from './decodability.js';
import type { FoundWord } from './find-words.js';
import type { Lexicon } from './lexicon.js';
import { normaliseWord, segment } from './segment.js';
import { drawWeight, found, offerableWords, pairMask, usesOnly, type IndexedWord } from './word-index.js';

export interface ChainStep extends FoundWord {
  /** What was done to the word before; null for the first. `at` is the unit's place in this word (for `drop`, in the one before). */
  change: { kind: 'change' | 'add' | 'drop'; at: number; from?: string; to?: string } | null;
}
export interface ChainRequest {
  readonly taught: Taught;
  /** How many words. */
  readonly length: number;
  readonly seed: number;
  /** The first word; drawn where left out. */
  readonly from?: string;
  /** Pairs that count as readable besides, and that the chain passes through where it can. */
  readonly focus?: readonly string[];
}

const LONGEST_WORD_IN_UNITS = 5;
const STARTS = 24;
const STEPS_LOOKED_AT = 4000;
export const LONGEST_CHAIN = 30;

/**
 * A chain of real words, each readable with what was taught, each changing, adding or dropping one
 * grapheme; no word comes twice and neighbouring steps change different places where that can be had.
 * A shorter chain comes back where there is none of the length asked for.
 * @throws CoreError `out-of-range` for a length below 2 or above 30, `no-candidates` where `from` cannot be read with what was taught.
 * @example wordChain(lexicon, { taught, length: 6, seed: 1 }).map((s) => s.word) // ['sat', 'sit', 'spit', …]
 */
export function wordChain(lexicon: Lexicon, request: ChainRequest): ChainStep[] {
  const { taught, length, seed, focus = [] } = request;
  if (!Number.isInteger(length) || length < 2 || length > LONGEST_CHAIN)
    throw new CoreError('out-of-range', 'length', `A chain has from 2 to ${LONGEST_CHAIN} words.`, {
      from: 2,
      to: LONGEST_CHAIN,
      is: length,
    });
  const allowed = pairMask(lexicon, [...taught.gpcs, ...focus]);
  const wanted = pairMask(lexicon, focus);
  const words = offerableWords(lexicon).filter(
    (w) => w.pairs.length >= 2 && w.pairs.length <= LONGEST_WORD_IN_UNITS && w.syllables === 1 && usesOnly(w, allowed),
  );
  const random = seeded(seed);
  const starts = request.from === undefined ? shuffled(words, random).slice(0, STARTS) : [startOf(lexicon, request.from, allowed)];
  const neighbours = neighbourIndex(words);
  const inFocus = (w: IndexedWord): boolean => w.pairs.some((k) => wanted[k] === 1);
  let best: { word: IndexedWord; change: ChainStep['change'] }[] = [];
  let looked = 0;
  for (const start of starts) {
    const path: typeof best = [{ word: start, change: null }];
    const used = new Set([start.word]);
    const extend = (): boolean => {
      if (path.length > best.length) best = [...path];
      if (path.length === length || looked > STEPS_LOOKED_AT) return path.length === length;
      const { word, change } = path.at(-1)!;
      const options = neighbours(word)
        .filter((n) => !used.has(n.word.word))
        .map((n) => ({
          ...n,
          rank:
            random() ** (1 / drawWeight(n.word.perMillion)) +
            (focus.length > 0 && inFocus(n.word) ? 0.3 : 0) -
            (change && change.kind === n.change.kind && change.at === n.change.at ? 0.6 : 0),
        }))
        .sort((a, b) => b.rank - a.rank);
      for (const option of options.slice(0, 8)) {
        looked += 1;
        path.push(option);
        used.add(option.word.word);
        if (extend()) return true;
        path.pop();
        used.delete(option.word.word);
      }
      return false;
    };
    if (extend() || looked > STEPS_LOOKED_AT) break;
  }
  const gpc = (k: number): string => lexicon.pairs[k]!.gpc;
  return best.map(({ word, change }) => ({
    ...found(lexicon, word),
    change: change && {
      ...change,
      ...(change.from === undefined ? {} : { from: gpc(Number(change.from)) }),
      ...(change.to === undefined ? {} : { to: gpc(Number(change.to)) }),
    },
  }));
}

function startOf(lexicon: Lexicon, from: string, allowed: Uint8Array): IndexedWord {
  const spelling = normaliseWord(from.trim());
  const segmentation = segment(lexicon, spelling)[0];
  const pairs = segmentation?.units.map((u) => lexicon.pairIndex.get(`${u.grapheme}:${u.sound}`) ?? -1) ?? [];
  const word = offerableWords(lexicon).find((w) => w.word === spelling);
  if (!word || pairs.some((k) => k < 0 || allowed[k] === 0))
    throw new CoreError(
      'no-candidates',
      'from',
      `"${from}" is no word that can be read with what was taught, so no chain can start there.`,
    );
  return word;
}

interface Neighbour {
  readonly word: IndexedWord;
  readonly change: { kind: 'change' | 'add' | 'drop'; at: number; from?: string; to?: string };
}

/** Words one unit away, found through what is left when one unit is taken out or left open. */
function neighbourIndex(words: readonly IndexedWord[]): (word: IndexedWord) => Neighbour[] {
  const bySpelling = new Map<string, IndexedWord[]>();
  const open = new Map<string, IndexedWord[]>();
  const shorter = new Map<string, { word: IndexedWord; at: number }[]>();
  const push = <T>(map: Map<string, T[]>, key: string, value: T): void => {
    const list = map.get(key);
    if (list) list.push(value);
    else map.set(key, [value]);
  };
  for (const word of words) {
    push(bySpelling, word.pairs.join(' '), word);
    word.pairs.forEach((_, at) => {
      push(open, leftOpen(word.pairs, at), word);
      push(shorter, leftOut(word.pairs, at), { word, at });
    });
  }
  return (word) => {
    const out: Neighbour[] = [];
    word.pairs.forEach((pair, at) => {
      for (const other of open.get(leftOpen(word.pairs, at)) ?? [])
        if (other.pairs[at] !== pair)
          out.push({ word: other, change: { kind: 'change', at, from: String(pair), to: String(other.pairs[at]) } });
      for (const other of bySpelling.get(leftOut(word.pairs, at)) ?? [])
        out.push({ word: other, change: { kind: 'drop', at, from: String(pair) } });
    });
    for (const { word: other, at } of shorter.get(word.pairs.join(' ')) ?? [])
      out.push({ word: other, change: { kind: 'add', at, to: String(other.pairs[at]) } });
    return out;
  };
}
const leftOpen = (pairs: readonly number[], at: number): string => pairs.map((p, k) => (k === at ? '*' : p)).join(' ');
const leftOut = (pairs: readonly number[], at: number): string => pairs.filter((_, k) => k !== at).join(' ');
