/** Every word that a generator may offer, in the form the word tools search: pair numbers, shape and frequency. Made once a lexicon. */
import type { Gpc, Lexicon } from './lexicon.js';
import { segment } from './segment.js';
import { shapeOf, syllableCount } from './shape.js';
import { shownWord } from './shown-word.js';
import type { FoundWord } from './find-words.js';

export interface IndexedWord {
  readonly word: string;
  /** Numbers in `lexicon.pairs`. */
  readonly pairs: readonly number[];
  /** Of a word that sounds otherwise by its sense: every further reading. */
  readonly readings?: readonly (readonly number[])[];
  /** Every pair that some reading of it needs, each once. */
  readonly needs: readonly number[];
  readonly shape: string;
  readonly syllables: number;
  /** Occurrences per million words of spoken English. */
  readonly perMillion: number;
  /** Offered from about this age. */
  readonly age: number;
}

const LONGEST_OWN = 30;

/**
 * Words that may be offered to a child: those of the word book in the school's spelling, less what the school never wants,
 * and the school's own. Nothing else, however common.
 */
export function offerableWords(lexicon: Lexicon): readonly IndexedWord[] {
  return lexicon.derived('offerable', () => {
    const { spelling = 'British', added = [], removed = [] } = lexicon.school;
    const never = new Set(removed);
    const out: IndexedWord[] = [];
    for (const word of lexicon.bookWords()) {
      const entry = lexicon.peek(word)!;
      if (!entry.book || never.has(word) || (entry.book.spelling !== 'both' && entry.book.spelling !== spelling)) continue;
      const readings = entry.book.homograph
        ? lexicon
            .get(word)!
            .segmentations.slice(1)
            .map((segmentation) => segmentation.units.map((u) => lexicon.pairIndex.get(`${u.grapheme}:${u.sound}`)!))
        : [];
      out.push(indexed(lexicon, word, entry.indexes, entry.perMillion, entry.book.age, readings));
    }
    const there = new Set(out.map((w) => w.word));
    for (const word of added) {
      if (there.has(word) || never.has(word) || word.length > LONGEST_OWN) continue;
      const segmentation = segment(lexicon, word)[0];
      const pairs = segmentation?.units.map((u) => lexicon.pairIndex.get(`${u.grapheme}:${u.sound}`));
      if (!pairs || pairs.some((k) => k === undefined)) continue;
      out.push(indexed(lexicon, word, pairs as number[], Math.max(1, lexicon.peek(word)?.perMillion ?? 0), 5, []));
    }
    return out;
  });
}

function indexed(
  lexicon: Lexicon,
  word: string,
  pairs: readonly number[],
  perMillion: number,
  age: number,
  readings: readonly (readonly number[])[],
): IndexedWord {
  const units = pairs.map((k) => lexicon.pairs[k]!);
  return {
    word,
    pairs,
    needs: [...new Set([...pairs, ...readings.flat()])],
    ...(readings.length > 0 ? { readings } : {}),
    shape: shapeOf(units),
    syllables: syllableCount(units),
    perMillion,
    age,
  };
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

/** Whether a word can be read with these pairs, whichever of its readings is meant. */
export function usesOnly(word: IndexedWord, mask: Uint8Array): boolean {
  for (const pair of word.needs) if (mask[pair] === 0) return false;
  return true;
}

/** Whether a word has one of these pairs, whichever of its readings is meant: *wind* is practice for neither of its two. */
export function usesAny(word: IndexedWord, mask: Uint8Array): boolean {
  return [word.pairs, ...(word.readings ?? [])].every((reading) => reading.some((pair) => mask[pair] === 1));
}

/** An indexed word as the word tools hand it out. */
export function found(lexicon: Lexicon, word: IndexedWord): FoundWord {
  const segmentation = segment(lexicon, word.word)[0]!;
  return {
    word: shownWord(word.word),
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
