/** Every word that a generator may offer, in the form the word tools search: pair numbers, shape and frequency. Made once a lexicon. */
import type { Gpc, Lexicon } from './lexicon.js';
import { shapeOf, syllableCount } from './shape.js';
import type { FoundWord } from './find-words.js';

export interface IndexedWord {
  readonly word: string;
  /** Numbers in `lexicon.pairs`. */
  readonly pairs: readonly number[];
  readonly shape: string;
  readonly syllables: number;
  /** Occurrences per million words of spoken English. */
  readonly perMillion: number;
}

const RAREST_PER_MILLION = 0.3;
const RAREST_OF_TWO_LETTERS = 40;

/** Words fit for children that are no names, commoner than 0.3 a million. */
export function offerableWords(lexicon: Lexicon): readonly IndexedWord[] {
  return lexicon.derived('offerable', () => {
    const out: IndexedWord[] = [];
    for (const word of lexicon.words()) {
      const entry = lexicon.peek(word)!;
      if (entry.unfit || entry.name || entry.perMillion < RAREST_PER_MILLION || word.includes("'")) continue;
      if (word.length === 1 && word !== 'a' && word !== 'i') continue;
      if (word.length === 2 && entry.perMillion < RAREST_OF_TWO_LETTERS) continue;
      const units = entry.indexes.map((k) => lexicon.pairs[k]!);
      out.push({ word, pairs: entry.indexes, shape: shapeOf(units), syllables: syllableCount(units), perMillion: entry.perMillion });
    }
    return out;
  });
}

/** One byte a pair of the lexicon: 1 where it is in the list. Pairs the lexicon does not know are passed over. */
export function pairMask(lexicon: Lexicon, gpcs: readonly Gpc[]): Uint8Array {
  const mask = new Uint8Array(lexicon.pairs.length);
  for (const gpc of gpcs) {
    const index = lexicon.pairIndex.get(gpc);
    if (index !== undefined) mask[index] = 1;
  }
  return mask;
}

export function usesOnly(word: IndexedWord, mask: Uint8Array): boolean {
  for (const pair of word.pairs) if (mask[pair] === 0) return false;
  return true;
}

export function usesAny(word: IndexedWord, mask: Uint8Array): boolean {
  for (const pair of word.pairs) if (mask[pair] === 1) return true;
  return false;
}

/** An indexed word as the word tools hand it out. */
export function found(lexicon: Lexicon, word: IndexedWord): FoundWord {
  const segmentation = lexicon.get(word.word)!.segmentations[0]!;
  return {
    word: word.word,
    gpcs: word.pairs.map((k) => lexicon.pairs[k]!.gpc),
    segmentation,
    shape: word.shape,
    perMillion: word.perMillion,
  };
}

/** Commoner words are likelier to be drawn: the weight of a word in a lottery. */
export function drawWeight(perMillion: number): number {
  return Math.log2(2 + perMillion) ** 2;
}
