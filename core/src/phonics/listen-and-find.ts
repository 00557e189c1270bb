/** Listen-and-find rows: the adult says one word, the child finds it among four. Each wrong one differs in one known place. */
import { CoreError } from '../errors.js';
import { seeded, shuffled } from '../random.js';
import type { Taught } from './decodability.js';
import { drawWeighted } from './find-words.js';
import { placeUnits, type Lexicon } from './lexicon.js';
import { isLegal, isMadeUp } from './made-up.js';
import { gpcsOf, normaliseWord, segment } from './segment.js';
import { confusability } from './shape.js';
import { shownWord } from './shown-word.js';
import { isVowelSound } from './sounds.js';
import { offerableWords, pairMask, usesOnly, type IndexedWord } from './word-index.js';

export type Place = 'first' | 'vowel' | 'last';
export interface ListenAndFind {
  /** The target, then the three wrong ones. */
  options: string[];
  /** Where each wrong option differs: `contrast[k]` is of `options[k + 1]`. */
  contrast: Place[];
  /** Which of the wrong ones are nobody's word: whoever shows the row says so. */
  madeUp: string[];
  /** All four in the order they are shown: indexes of `options`. */
  order: number[];
}

/**
 * A row of four for a target of one syllable: three wrong options that each differ from it in its first
 * sound, its vowel or its last sound and nowhere else, all readable with what was taught. Real words come
 * first, the likeliest mix-up of those; where no real word differs in just that place, a made-up one
 * stands in. Where a place cannot be had (no last consonant), another comes twice.
 * @throws CoreError `no-candidates` where the target cannot be read with what was taught or fewer than three options exist.
 * @example listenAndFind(lexicon, { target: 'pin', taught, seed: 1 }) // { options: ['pin', 'bin', 'pen', 'pit'], … }
 */
export function listenAndFind(lexicon: Lexicon, request: { target: string; taught: Taught; seed: number }): ListenAndFind {
  const target = normaliseWord(request.target.trim());
  const allowed = pairMask(lexicon, request.taught.gpcs);
  const taughtPairs = new Set(request.taught.gpcs);
  const segmentation = segment(lexicon, target).find((c) => gpcsOf(c).every((gpc) => taughtPairs.has(gpc)));
  if (!segmentation) throw new CoreError('no-candidates', 'target', `"${request.target}" cannot be read with what was taught.`);
  const vowels = segmentation.units.flatMap((u, k) => (isVowelSound(u.sound) ? [k] : []));
  if (vowels.length !== 1) throw new CoreError('no-candidates', 'target', `"${request.target}" does not have one syllable.`);
  const places: [Place, number][] = [['vowel', vowels[0]!]];
  if (vowels[0]! > 0) places.unshift(['first', 0]);
  if (vowels[0]! < segmentation.units.length - 1) places.push(['last', segmentation.units.length - 1]);
  const random = seeded(request.seed);
  const pairs = segmentation.units.map((u) => lexicon.pairIndex.get(`${u.grapheme}:${u.sound}`)!);
  const real = offerableWords(lexicon).filter((w) => w.pairs.length === pairs.length && w.word !== target && usesOnly(w, allowed));
  const ranked = new Map(places.map(([place, at]) => [place, optionsAt(lexicon, real, pairs, at, allowed, random)]));
  const options = [target];
  const contrast: Place[] = [];
  const takenSounds = new Set([segmentation.units.map((u) => u.sound).join(' ')]);
  for (let round = 0; options.length < 4 && round < 12; round += 1) {
    const [place] = places[round % places.length]!;
    const next = ranked.get(place)!.find((o) => !options.includes(o.word) && !takenSounds.has(o.sounds));
    if (!next) continue;
    options.push(next.word);
    takenSounds.add(next.sounds);
    contrast.push(place);
  }
  if (options.length < 4)
    throw new CoreError('no-candidates', 'taught', `Too little is taught yet for three words like "${request.target}".`);
  const madeUp = options.slice(1).filter((word) => !lexicon.peek(word)?.book);
  return { options: options.map(shownWord), contrast, madeUp, order: shuffled([0, 1, 2, 3], random) };
}

/** Words that differ at one unit, in its sound: likely mix-ups and common words first, then made-up ones. */
function optionsAt(
  lexicon: Lexicon,
  real: readonly IndexedWord[],
  pairs: readonly number[],
  at: number,
  allowed: Uint8Array,
  random: () => number,
): { word: string; sounds: string }[] {
  const own = lexicon.pairs[pairs[at]!]!;
  const sounds = (list: readonly number[]): string => list.map((k) => lexicon.pairs[k]!.sound).join(' ');
  const differing = real.filter(
    (w) => lexicon.pairs[w.pairs[at]!]!.sound !== own.sound && w.pairs.every((p, k) => k === at || p === pairs[k]),
  );
  const words = drawWeighted(differing, differing.length, random)
    .map((w) => ({ word: w.word, sounds: sounds(w.pairs), alike: confusability(own.gpc, lexicon.pairs[w.pairs[at]!]!.gpc) }))
    .sort((a, b) => b.alike - a.alike);
  if (words.length >= 3) return words;
  const swaps = lexicon.pairs.flatMap((pair, k) =>
    allowed[k] === 1 &&
    pair.sound !== own.sound &&
    isVowelSound(pair.sound) === isVowelSound(own.sound) &&
    pair.grapheme.includes('_') === own.grapheme.includes('_')
      ? [k]
      : [],
  );
  const madeUp = shuffled(swaps, random).flatMap((swap) => {
    const list = pairs.map((p, k) => (k === at ? swap : p));
    const { word, units } = placeUnits(list.map((k) => lexicon.pairs[k]!));
    const recut = segment(lexicon, word)[0];
    return isLegal(lexicon, list) &&
      isMadeUp(lexicon, word, units) &&
      recut &&
      gpcsOf(recut).join(' ') === list.map((k) => lexicon.pairs[k]!.gpc).join(' ')
      ? [{ word, sounds: sounds(list) }]
      : [];
  });
  return [...words, ...madeUp];
}
