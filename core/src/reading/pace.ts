/** How long a reader took over each word against what a word of that length takes them, and on which pairs they slowed. */
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { segment } from '../phonics/segment.js';

export interface WordPace {
  readonly word: number;
  /** From reaching this word to reaching the next, in milliseconds. */
  readonly ms: number;
  /** What a word of so many sounds takes this reader here, in milliseconds. */
  readonly expected: number;
  /** Took at least twice as long as expected, and half a second more. */
  readonly slow: boolean;
}
export interface Pace {
  readonly words: readonly WordPace[];
  /** Pairs by how much slower words with them were, slowest first: the mean of `ms / expected`, and of how many words. */
  readonly pairs: readonly { readonly gpc: Gpc; readonly ratio: number; readonly words: number }[];
}
const SLOW_RATIO = 2;
const SLOW_MORE_MS = 500;
/** A word alone takes about the time of so many sounds, besides its own. */
const BASE_SOUNDS = 2;

/**
 * Lays times along words. What a word takes is set by the reader's own median time for a sound, so a slow reader
 * is not slow at every word. The last word reached has no time: nobody knows when it ended. A word before a pause for
 * punctuation is judged without it only if it is far slower than the pause explains.
 * @param sounds how many sounds each word has.
 */
export function paceOf(reached: ReadonlyMap<number, number>, sounds: readonly number[]): WordPace[] {
  const timed = [...reached.keys()]
    .sort((a, b) => a - b)
    .flatMap((word) => {
      const next = reached.get(word + 1);
      const ms = next === undefined ? 0 : next - reached.get(word)!;
      return ms > 0 ? [{ word, ms, units: BASE_SOUNDS + (sounds[word] ?? 3) }] : [];
    });
  if (timed.length === 0) return [];
  const rates = timed.map((t) => t.ms / t.units).sort((a, b) => a - b);
  const usual = rates[Math.floor((rates.length - 1) / 2)]!;
  return timed.map(({ word, ms, units }) => {
    const expected = usual * units;
    return { word, ms, expected, slow: ms >= SLOW_RATIO * expected && ms >= expected + SLOW_MORE_MS };
  });
}

/** The pace of a reading with the pairs that slowed it. Pairs met in fewer than two slow words are left out. */
export function readingPace(lexicon: Lexicon, words: readonly string[], reached: ReadonlyMap<number, number>): Pace {
  const units = words.map((word) => segment(lexicon, word)[0]?.units ?? []);
  const paces = paceOf(
    reached,
    units.map((u, k) => u.length || Math.ceil(words[k]!.length / 1.3)),
  );
  const byPair = new Map<Gpc, { sum: number; n: number; slow: number }>();
  for (const pace of paces)
    for (const gpc of new Set(units[pace.word]!.map((u) => `${u.grapheme}:${u.sound}`))) {
      const entry = byPair.get(gpc) ?? { sum: 0, n: 0, slow: 0 };
      entry.sum += pace.ms / pace.expected;
      entry.n += 1;
      if (pace.slow) entry.slow += 1;
      byPair.set(gpc, entry);
    }
  const overall = paces.reduce((sum, p) => sum + p.ms / p.expected, 0) / Math.max(1, paces.length);
  return {
    words: paces,
    pairs: [...byPair]
      .filter(([, e]) => e.slow >= 1 && e.n >= 2 && e.sum / e.n > 1.3 * overall)
      .map(([gpc, e]) => ({ gpc, ratio: e.sum / e.n, words: e.n }))
      .sort((a, b) => b.ratio - a.ratio || (a.gpc < b.gpc ? -1 : 1)),
  };
}
