/** What a child most likely read instead of a word: made by doing to the word what children do, and checked by the analysis itself. */
import type { Gpc, Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { segment, splitGpc } from '../phonics/segment.js';
import { confusability } from '../phonics/shape.js';
import { nearestSounds } from '../phonics/sound-distance.js';
import { isVowelSound } from '../phonics/sounds.js';
import { baseAndEnding, clusters, shareOfGrapheme } from '../phonics/word-parts.js';
import { offerableWords } from '../phonics/word-index.js';
import { analyseResponse, type Pattern } from './response.js';

export interface WordSlip {
  /** As an adult would type it. */
  readonly said: string;
  readonly why: Pattern;
}
interface Candidate extends WordSlip {
  readonly rank: number;
}
const REAL_PER_MILLION = 3;
const PER_KIND = 2;
const SHORT = new Set(['a', 'e', 'i', 'o', 'u']);
const TURNED: Record<string, string> = { b: 'd', d: 'b', p: 'q', q: 'p' };

/**
 * The likeliest wrong readings of a word, likeliest first: a sound lost from a cluster, a vowel taken for its
 * neighbour, a letter turned round, a grapheme's other sound, a digraph read as letters, an ending left out, a
 * real word for a made-up one, a word guessed from its start, sounds said and not pushed together. Each is
 * kept only where `analyseResponse` names it so.
 * @example likelyResponses(lexicon, { word: 'frog', taught: [] })[0] // { said: 'fog', why: 'sound left out' }
 */
export function likelyResponses(
  lexicon: Lexicon,
  request: { word: string; taught: readonly Gpc[]; madeUp?: boolean; limit?: number },
): WordSlip[] {
  const { word, taught, madeUp = false, limit = 6 } = request;
  const units = segment(lexicon, word)[0]?.units;
  if (!units || units.length < 2) return [];
  const candidates: Candidate[] = [
    ...lostFromCluster(units),
    ...swappedVowels(lexicon, units, taught),
    ...turnedRound(units),
    ...otherSounds(lexicon, units),
    ...splitDigraphs(units),
    ...realWords(lexicon, word, units, madeUp),
    ...(baseAndEnding(lexicon, word) ? [{ said: baseAndEnding(lexicon, word)!.base, why: 'ending left out' as const, rank: 2.6 }] : []),
    { said: spelledApart(units), why: 'not blended' as const, rank: 2.2 },
  ];
  const out = new Map<string, Candidate>();
  for (const candidate of candidates.sort((a, b) => b.rank - a.rank)) {
    if (candidate.said === word || out.has(candidate.said) || out.size >= limit) continue;
    // a list of six that all say the same helps nobody
    if ([...out.values()].filter((c) => c.why === candidate.why).length >= PER_KIND) continue;
    const { patterns } = analyseResponse(lexicon, { target: word, said: candidate.said, madeUp });
    if (patterns.includes(candidate.why)) out.set(candidate.said, candidate);
  }
  return [...out.values()].map(({ said, why }) => ({ said, why }));
}

/** The sounds of a word one by one, as an adult would type them: *s-t-o-p*, *k-ay-k*. */
export function spelledApart(units: readonly SegmentUnit[]): string {
  return units.map((u) => (u.grapheme.includes('_') ? u.sound : u.grapheme)).join('-');
}

/** The word in ordinary letters with one unit's letters replaced; split digraphs keep their e at the end. */
function spelled(units: readonly SegmentUnit[], change: (unit: SegmentUnit, k: number) => string | null): string {
  const pieces: { at: number; text: string }[] = [];
  units.forEach((unit, k) => {
    const text = change(unit, k);
    if (text === null) return;
    const [first, last] = text.split('_') as [string, string?];
    pieces.push({ at: unit.letters[0]!, text: first });
    if (last !== undefined) pieces.push({ at: unit.letters.at(-1)!, text: last });
  });
  return pieces
    .sort((a, b) => a.at - b.at)
    .map((p) => p.text)
    .join('');
}
const keep = (unit: SegmentUnit): string => unit.grapheme;

function lostFromCluster(units: readonly SegmentUnit[]): Candidate[] {
  // most often the second of a starting cluster, and the first of an ending one, go missing
  return clusters(units).flatMap((cluster) =>
    cluster.map((lost, place): Candidate => {
      const starting = cluster[0] === 0;
      const likely = starting ? place === cluster.length - 1 : place === 0;
      return { said: spelled(units, (u, k) => (k === lost ? null : keep(u))), why: 'sound left out', rank: likely ? 3.4 : 2.1 };
    }),
  );
}

function swappedVowels(lexicon: Lexicon, units: readonly SegmentUnit[], taught: readonly Gpc[]): Candidate[] {
  const sounds = new Set(taught.map((gpc) => splitGpc(gpc).sound));
  return units.flatMap((unit, at) => {
    if (!isVowelSound(unit.sound)) return [];
    const near = nearestSounds(unit.sound).filter(
      (s) => isVowelSound(s) && (sounds.size === 0 || sounds.has(s)) && spellingOf(lexicon, s) !== null,
    );
    return near.slice(0, 3).map((sound, k): Candidate => {
      const both = SHORT.has(sound) && SHORT.has(unit.sound);
      return {
        said: spelled(units, (u, n) => (n === at ? spellingOf(lexicon, sound)! : keep(u))),
        why: 'vowel swapped',
        rank: (both ? 3 : 1.8) - 0.5 * k,
      };
    });
  });
}

/** The plainest way to write a sound: its own letter, else its commonest spelling. */
function spellingOf(lexicon: Lexicon, sound: string): string | null {
  if (sound.length === 1) return sound;
  return lexicon.pairs.filter((p) => p.sound === sound && !p.grapheme.includes('_')).sort((a, b) => b.count - a.count)[0]?.grapheme ?? null;
}

function turnedRound(units: readonly SegmentUnit[]): Candidate[] {
  return units.flatMap((unit, at): Candidate[] => {
    const other = TURNED[unit.grapheme];
    if (!other) return [];
    return [
      {
        said: spelled(units, (u, k) => (k === at ? (other === 'q' ? 'qu' : other) : keep(u))),
        why: 'reversal',
        rank: unit.grapheme === 'b' || unit.grapheme === 'd' ? 3.2 : 1.2,
      },
    ];
  });
}

function otherSounds(lexicon: Lexicon, units: readonly SegmentUnit[]): Candidate[] {
  const share = shareOfGrapheme(lexicon);
  return units.flatMap((unit, at): Candidate[] =>
    lexicon.pairs
      .filter((p) => p.grapheme === unit.grapheme && p.sound !== unit.sound && (share.get(p.gpc) ?? 0) > 0.08 && p.sound !== 'uh')
      .flatMap((p): Candidate[] => {
        const written = spellingOf(lexicon, p.sound);
        return written === null || written === unit.grapheme
          ? []
          : [
              {
                said: spelled(units, (u, k) => (k === at ? written : keep(u))),
                why: 'other sound of grapheme',
                rank: 1.3 + 2.4 * (share.get(p.gpc) ?? 0),
              },
            ];
      }),
  );
}

function splitDigraphs(units: readonly SegmentUnit[]): Candidate[] {
  return units.flatMap((unit, at): Candidate[] => {
    const letters = unit.grapheme.replace('_', '');
    if (letters.length < 2 || letters[0] === letters[1]) return [];
    if (unit.grapheme.includes('_'))
      return [{ said: spelled(units, (u, k) => (k === at ? letters[0]! : keep(u))), why: 'digraph split', rank: 3.1 }];
    return [
      {
        said: units.map((u, k) => (k === at ? [...letters].join('-') : u.grapheme.replace('_', ''))).join('-'),
        why: 'digraph split',
        rank: 2.3,
      },
      { said: spelled(units, (u, k) => (k === at ? letters[0]! : keep(u))), why: 'digraph split', rank: 2.4 },
    ];
  });
}

/** Where two rows of the same length differ, if in one place alone; thousands of words are asked. */
function onlyDifference(a: readonly number[], b: ArrayLike<number>): number | null {
  if (a.length !== b.length) return null;
  let at: number | null = null;
  for (let k = 0; k < a.length; k += 1) {
    if (a[k] === b[k]) continue;
    if (at !== null) return null;
    at = k;
  }
  return at;
}

/** Real words one unit away, common ones first; for a made-up word these are what it is turned into. */
function realWords(lexicon: Lexicon, word: string, units: readonly SegmentUnit[], madeUp: boolean): Candidate[] {
  const own = units.map((u) => lexicon.pairIndex.get(`${u.grapheme}:${u.sound}`) ?? -1);
  const found: Candidate[] = [];
  for (const other of offerableWords(lexicon)) {
    if (other.word === word || other.perMillion < REAL_PER_MILLION) continue;
    const common = 0.12 * Math.log2(other.perMillion);
    if (madeUp) {
      const at = onlyDifference(own, other.pairs);
      if (at !== null) {
        const alike = confusability(lexicon.pairs[own[at]!]?.gpc ?? ':', lexicon.pairs[other.pairs[at]!]!.gpc);
        found.push({ said: other.word, why: 'made real', rank: 1.9 + 0.6 * alike + common });
      }
    }
    if (
      units.length >= 3 &&
      own[0] === other.pairs[0] &&
      own[1] === other.pairs[1] &&
      other.pairs.length >= 3 &&
      Math.abs(other.pairs.length - own.length) <= 2
    )
      found.push({
        said: other.word,
        why: madeUp ? 'made real' : 'first letters only',
        rank: 1.1 + common - 0.4 * Math.abs(other.pairs.length - own.length),
      });
  }
  return found.sort((a, b) => b.rank - a.rank).slice(0, 6);
}
