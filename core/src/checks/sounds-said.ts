/** What was said, as ordinary letters show it: the sounds that typed letters may stand for, each with how likely it is meant. */
import { guessSegmentations } from '../phonics/guess.js';
import type { Lexicon, PairInfo, SegmentUnit } from '../phonics/lexicon.js';
import { LONGEST_WORD, segment } from '../phonics/segment.js';
import { isVowelSound, SOUNDS, soundParts } from '../phonics/sounds.js';
import { NEVER_MEANT, typedSounds } from './typed-sounds.js';

/** What it costs to take typed letters for anything but their plain sounds. */
const GUESSED = 1.2;
/** What it costs to take a word for its letters' plain consonants. */
const CHANCE_WORD = 0.3;
/** A short word must be met this often for typed letters to be taken for it first. */
const USED_PER_MILLION = 3;

export interface Spoken {
  readonly sounds: readonly string[];
  /** Said one by one. */
  readonly apart: boolean;
  /** How much less likely this reading of the typed letters is than the first. */
  readonly doubt: number;
  /** The word, where the dictionary has it as typed. */
  readonly word: boolean;
}

/** What stands between sounds said one by one. */
const APART = /[\s,.\-–—…]+/g;

/** The sounds that typed letters stand for: every cut of a word, or one sound a token; `/ow/` among letters is that sound. */
export function soundsSaid(lexicon: Lexicon, said: string, target: readonly SegmentUnit[]): Spoken[] {
  const slashed = [...said.matchAll(/\/([a-z]+)\//g)].map((m) => m[1]!);
  const told = slashed.length > 0 && slashed.every((s) => SOUNDS.has(s));
  if (told && said.replace(/\/[a-z]+\//g, '').replace(APART, '') === '')
    return [{ sounds: slashed.flatMap((s) => [...soundParts(s)]), apart: slashed.length > 1, doubt: 0, word: false }];
  let tokens = told ? said.match(/\/[a-z]+\/|[^\s,.\-–—…/]+/g)! : said.split(APART).filter(Boolean);
  // sounds, then the word: *d-o-g dog*
  const last = tokens.at(-1) ?? '';
  if (last.length > 1 && tokens.slice(0, -1).join('') === last) tokens = [last];
  if (tokens.length > 1) return tokensSaid(lexicon, tokens, target);
  const spelling = tokens[0] ?? said;
  const out: Spoken[] = [];
  const offer = (sounds: readonly string[], doubt: number, word: boolean): void => {
    out.push({ sounds: sounds.flatMap((s) => [...soundParts(s)]), apart: false, doubt, word });
  };
  const known = lexicon.get(spelling);
  // a word nobody uses is more likely meant as its letters say: *fet*, *mas*
  const used = known !== undefined && (known.perMillion >= USED_PER_MILLION || spelling.length > 4);
  known?.segmentations.forEach((segmentation, k) =>
    offer(
      segmentation.units.map((u) => u.sound),
      0.02 * k + (used ? 0 : GUESSED),
      true,
    ),
  );
  if (/^[a-z]+$/.test(spelling) && spelling.length <= LONGEST_WORD) {
    // no word: the letters are meant plainly before they are meant as a spelling
    const plain = typedSounds(lexicon, spelling);
    if (!used && plain) {
      offer(plain, 0, false);
      // oo is typed for the vowel of *good* too
      if (plain.includes('oo'))
        offer(
          plain.map((s) => (s === 'oo' ? 'uu' : s)),
          0.05,
          false,
        );
    }
    // *gin* for *grin*: a word by chance, its consonants as the target has them
    else if (plain && known?.segmentations.some((segmentation) => sameVowels(segmentation.units, plain))) offer(plain, CHANCE_WORD, false);
    const alike = known ? null : likeTarget(lexicon, spelling, target);
    if (alike) offer(alike, 0, false);
    if (!known)
      guessSegmentations(lexicon, spelling, 3).forEach((segmentation, k) =>
        offer(
          segmentation.units.map((u) => u.sound),
          (plain ? GUESSED : 0) + 0.08 * k,
          false,
        ),
      );
    if (target.length === 1) {
      // on a card, a sound's own name is that sound, and a letter of a longer grapheme is its plain sound
      const single = spelling.length === 1 && target[0]!.grapheme !== spelling;
      const own = tokenSounds(lexicon, spelling);
      if (single || (spelling.length > 1 && SOUNDS.has(spelling))) out.length = 0;
      for (const sounds of single ? own.slice(0, 1) : own) offer(sounds, 0, false);
    }
  }
  return out.length > 0 ? out : [{ sounds: [], apart: false, doubt: 0, word: false }];
}

/** No word, and all but a letter or two stand as in the target: those are read as the target reads them (*tadle* for *table*). */
function likeTarget(lexicon: Lexicon, spelling: string, target: readonly SegmentUnit[]): string[] | null {
  if (spelling.length !== target.reduce((sum, u) => Math.max(sum, ...u.letters), 0) + 1) return null;
  let astray = 0;
  const sounds: string[] = [];
  for (const { grapheme, sound, letters } of target) {
    const typed = letters.map((at) => spelling[at]!).join('');
    if (typed === grapheme.replace('_', '')) {
      sounds.push(sound);
      continue;
    }
    const own = grapheme.length === 1 ? tokenSounds(lexicon, typed)[0] : undefined;
    if (!own) return null;
    astray += 1;
    sounds.push(...own);
  }
  return astray <= 2 && astray < target.length - 1 ? sounds : null;
}

function sameVowels(units: readonly SegmentUnit[], plain: readonly string[]): boolean {
  const vowels = (sounds: readonly string[]): string => sounds.filter((s) => isVowelSound(s)).join(' ');
  return vowels(units.flatMap((u) => [...soundParts(u.sound)])) === vowels(plain.flatMap((s) => [...soundParts(s)]));
}

/** The sounds a token said alone may be: its grapheme's, commonest first; `kuh` is k; a whole word is its sounds. */
export function tokenSounds(lexicon: Lexicon, token: string): string[][] {
  const told = /^\/(.+)\/$/.exec(token)?.[1];
  if (told !== undefined && SOUNDS.has(told)) return [[told]];
  const plain = /^([bcdfghjklmnpqrstvwxyz]{1,2})uh$/.exec(token)?.[1] ?? token;
  if (SOUNDS.has(plain) && plain.length > 1) return [[plain]];
  if (plain === 'eh' || plain === 'ih') return [[plain[0]!]];
  const cluster = NEVER_MEANT.has(plain) || /^[^aeiouy]{2,}$/.test(plain) ? typedSounds(lexicon, plain) : null;
  if (cluster && cluster.length > 1) return [cluster];
  const pairs = pairsOf(lexicon, plain).filter((p) => p.sound !== 'uh');
  const total = pairs.reduce((sum, p) => sum + p.count, 0);
  const own = pairs.filter((p) => p.count / total > 0.03).map((p) => [p.sound]);
  // a single letter said alone is its plain sound first: a, not ay
  if (plain.length === 1 && SOUNDS.has(plain)) own.unshift([plain]);
  if (plain === 'c') own.unshift(['k']);
  if (plain === 'q') own.unshift(['kw']);
  if (own.length > 0) return own;
  const segmentation = segment(lexicon, plain)[0];
  return segmentation ? [segmentation.units.flatMap((u) => [...soundParts(u.sound)])] : [];
}

function tokensSaid(lexicon: Lexicon, tokens: readonly string[], target: readonly SegmentUnit[]): Spoken[] {
  // syllables said apart are no sounds said apart: *gigh-ant*
  if (
    tokens.every((t) => t.length > 1 && !t.startsWith('/') && /[aeiouy]/.test(t) && !/^[a-z]{1,2}uh$/.test(t)) &&
    !tokens.some((t) => target.some((u) => u.grapheme === t))
  ) {
    return syllablesSaid(lexicon, tokens, target);
  }
  let rows: string[][] = [[]];
  for (const token of tokens) {
    const own = target.find((u) => u.grapheme.replace('_', '') === token || u.grapheme === token);
    // a grapheme of the word may be said with any of its sounds; any other letter is said plainly
    const options = tokenSounds(lexicon, token).slice(0, own ? 3 : 1);
    if (own) options.sort((a, b) => Number(b[0] === own.sound) - Number(a[0] === own.sound));
    if (options.length === 0) continue;
    rows = rows.flatMap((row) => options.map((o) => [...row, ...o.flatMap((s) => [...soundParts(s)])])).slice(0, 24);
  }
  return rows.map((sounds, k) => ({ sounds, apart: true, doubt: 0.01 * k, word: false }));
}

/**
 * Syllables said apart: the word itself where its letters are all there (*kit-chen*), and otherwise each as a word that it is
 * (*guy-ant*, *win-dough*) or as its letters say.
 */
function syllablesSaid(lexicon: Lexicon, tokens: readonly string[], target: readonly SegmentUnit[]): Spoken[] {
  const parts = (sounds: readonly string[]): string[] => sounds.flatMap((s) => [...soundParts(s)]);
  const itself: Spoken[] = isCutWord(tokens, target)
    ? [{ sounds: parts(target.map((u) => u.sound)), apart: false, doubt: 0, word: false }]
    : [];
  let rows: { sounds: string[]; doubt: number }[] = [{ sounds: [], doubt: 0 }];
  for (const token of tokens) {
    const plain = parts(typedSounds(lexicon, token) ?? []);
    const known = lexicon.get(token);
    const asWord = (known?.segmentations ?? []).slice(0, 1).map((cut) => parts(cut.units.map((u) => u.sound)));
    const doubt = known && known.perMillion >= USED_PER_MILLION ? 0.02 : CHANCE_WORD;
    rows = rows
      .flatMap((row) => [
        { sounds: [...row.sounds, ...plain], doubt: row.doubt },
        ...asWord.map((sounds) => ({ sounds: [...row.sounds, ...sounds], doubt: row.doubt + doubt })),
      ])
      .slice(0, 24);
  }
  return [...itself, ...rows.map((row) => ({ ...row, apart: false, word: false }))];
}

/** Whether these are the word's own letters, cut where syllables are: inside no grapheme but a doubled letter and *tch*. */
function isCutWord(tokens: readonly string[], target: readonly SegmentUnit[]): boolean {
  const letters = target
    .flatMap(({ grapheme, letters: places }) => [...grapheme.replace('_', '')].map((letter, k) => ({ letter, at: places[k]! })))
    .sort((a, b) => a.at - b.at);
  if (tokens.join('') !== letters.map(({ letter }) => letter).join('')) return false;
  let at = 0;
  return tokens.slice(0, -1).every((token) => {
    at += token.length;
    return target.every(({ grapheme, letters: places }) => !(places[0]! < at && at <= places.at(-1)!) || /^(.)\1$|^tch$/.test(grapheme));
  });
}

/** The pairs of a grapheme, commonest first. */
export function pairsOf(lexicon: Lexicon, grapheme: string): readonly PairInfo[] {
  const byGrapheme = lexicon.derived('pairs by grapheme', () => {
    const map = new Map<string, PairInfo[]>();
    for (const pair of [...lexicon.pairs].sort((a, b) => b.count - a.count))
      map.set(pair.grapheme, [...(map.get(pair.grapheme) ?? []), pair]);
    return map;
  });
  return byGrapheme.get(grapheme) ?? [];
}
