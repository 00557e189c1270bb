/**
 * What a child wrote, laid against the word that was said: which sound was left out, which was spelled by
 * another of its graphemes, which is another sound, which letter is turned round, where the order changed.
 * The cheapest way to give each unit of the target a run of the written letters (dynamic programming over
 * letters; Needleman and Wunsch 1970), where a run costs by what it says of the child.
 */
import { CoreError } from '../errors.js';
import type { Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { LONGEST_WORD, normaliseWord, segment } from '../phonics/segment.js';
import { sameSound, soundsHeardAs } from '../phonics/accents.js';
import { soundDistance } from '../phonics/sound-distance.js';
import { isVowelSound, soundParts } from '../phonics/sounds.js';
import { baseAndEnding, shareOfGrapheme } from '../phonics/word-parts.js';

export type SpellingOutcome = 'right' | 'wrong grapheme' | 'wrong sound' | 'left out' | 'turned round' | 'order changed';
export interface SpellingUnit {
  grapheme: string;
  sound: string;
  outcome: SpellingOutcome;
  /** The letters written for it, empty where none. */
  written: string;
}
export type SpellingPattern =
  Exclude<SpellingOutcome, 'right'> | 'letter added' | 'ending left out' | 'ending joined wrongly' | 'apostrophe left out';
export interface SpellingAnalysis {
  right: boolean;
  units: SpellingUnit[];
  /** Letters that belong to no sound of the word. */
  added: string[];
  /** Most telling first. */
  patterns: SpellingPattern[];
}

/** How these were chosen, and what a quarter more or less does, is in docs/decisions/numbers.md. */
const COST = {
  otherGrapheme: 0.32,
  partOfSplit: 0.25,
  turned: 0.3,
  swappedInside: 0.3,
  leftOut: 0.72,
  added: 0.62,
  wrong: 0.5,
  nothing: 1.05,
} as const;
/** Letters taken for one another when turned round or over. */
const TURNED: Record<string, string> = { b: 'dp', d: 'bq', p: 'qb', q: 'pgd', m: 'w', w: 'm', n: 'u', u: 'n', f: 't', t: 'f', g: 'q' };
const LONGEST_RUN = 4;
/** Weak vowels are not told apart (*sista*), and the consonant that ends one is heard with it (*wintr*, *tabl*). */
const WEAK: ReadonlyMap<string, { readonly letter?: string; readonly like?: string }> = new Map([
  ['er', { letter: 'r', like: 'uh' }],
  ['uhl', { letter: 'l' }],
  ['uh', { like: 'er' }],
]);
/** Vowels that an r is part of in writing; of the weak one the r is heard alone. */
const R_VOWELS = new Set(['ar', 'or', 'ur', 'air', 'eer', 'oor']);
const SHORT_VOWELS = new Set(['a', 'e', 'i', 'o', 'u']);
/** Letters that say another sound before e, i and y only: *gump* is no *jump*. */
const SOFT: Record<string, string> = { c: 's', g: 'j' };
/** Letters that never stand for this sound at the beginning of a word: *sip* is no *zip*. */
const NEVER_FIRST: Record<string, string> = { s: 'z' };
/** A pair met less often than this among the lexicon's words is no way to spell a sound. */
const RARE = 12;
/** Nor is one that its letters stand for this seldom: *ch* for the sound of *sh* is another sound, whatever *chef* does. */
const USUAL_SHARE = 0.05;

/** A stretch of a unit: the whole of it, or one half of a split digraph. */
interface Slot {
  readonly unit: number;
  readonly letters: string;
  readonly half?: 'first' | 'last';
}

/**
 * Lays a written word along its target.
 * @throws CoreError `bad-input` for no target or one that cannot be cut, `too-long` beyond 45 letters.
 * @example analyseSpelling(lexicon, { target: 'rain', written: 'ran' }).units[1].outcome // 'wrong grapheme'
 */
export function analyseSpelling(
  lexicon: Lexicon,
  request: {
    target: string;
    written: string;
    /** Mergers of the school's accent, as in ACCENT_MERGERS: where *pin* and *pen* sound alike, either letter spells them. */
    accent?: string;
  },
): SpellingAnalysis {
  const target = normaliseWord(request.target.trim());
  const written = normaliseWord(request.written.trim()).replace(/[^\p{L}']/gu, '');
  if (target === '') throw new CoreError('bad-input', 'target', 'There is no target.');
  if (target.length > LONGEST_WORD || written.length > LONGEST_WORD)
    throw new CoreError('too-long', 'written', `At most ${LONGEST_WORD} letters are compared.`, {
      to: LONGEST_WORD,
      is: Math.max(target.length, written.length),
    });
  const segmentations = segment(lexicon, target);
  if (segmentations.length === 0) throw new CoreError('bad-input', 'target', `"${request.target}" cannot be cut into sounds.`);
  const aligned = segmentations
    .map((segmentation) => align(lexicon, segmentation.units, written, request.accent ?? ''))
    .reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a));
  return named(lexicon, target, written, aligned);
}

interface Alignment {
  readonly units: SpellingUnit[];
  readonly added: string[];
  readonly cost: number;
}

function align(lexicon: Lexicon, units: readonly SegmentUnit[], written: string, accent: string): Alignment {
  const slots = slotsOf(units);
  const firstVowel = units.findIndex((u) => isVowelSound(u.sound));
  const heardAs = units.map((u) => soundsHeardAs(u.sound, accent));
  const spells = (k: number) => (run: string, next: string) =>
    spellsHere(lexicon, run, units[k]!.sound, { next, accent, heardAs: heardAs[k]!, stressed: k === firstVowel, first: k === 0 });
  const [n, m] = [slots.length, written.length];
  const cost = Array.from({ length: n + 1 }, () => new Array<number>(m + 1).fill(Infinity));
  const take = Array.from({ length: n + 1 }, () => new Array<number>(m + 1).fill(0));
  cost[n]![m] = 0;
  for (let i = n; i >= 0; i -= 1)
    for (let j = m; j >= 0; j -= 1) {
      if (i === n && j === m) continue;
      let best = Infinity;
      let chosen = 0;
      if (j < m) {
        best = COST.added + cost[i]![j + 1]!;
        chosen = -1;
      }
      if (i < n)
        for (let run = 0; run <= LONGEST_RUN && j + run <= m; run += 1) {
          const value =
            runCost(lexicon, slots[i]!, units[slots[i]!.unit]!, written.slice(j, j + run), (text) =>
              spells(slots[i]!.unit)(text, written[j + run] ?? ''),
            ) + cost[i + 1]![j + run]!;
          if (value < best - 1e-9) {
            best = value;
            chosen = run;
          }
        }
      cost[i]![j] = best;
      take[i]![j] = chosen;
    }
  const runs = slots.map(() => '');
  const nexts = slots.map(() => '');
  const added: string[] = [];
  for (let i = 0, j = 0; i < n || j < m;) {
    const run = take[i]![j]!;
    if (run < 0) {
      added.push(written[j]!);
      j += 1;
      continue;
    }
    runs[i] = written.slice(j, j + run);
    j += run;
    nexts[i] = written[j] ?? '';
    i += 1;
  }
  const silent = silentE(lexicon, slots, units, { runs, added, written });
  return {
    units: units.map((unit, k) =>
      judged(
        unit,
        slots.flatMap((s, at) => (s.unit === k ? [runs[at]!] : [])),
        (run) => run === silent[k] || spells(k)(run, nexts[slots.findIndex((s) => s.unit === k)]!),
      ),
    ),
    added,
    cost: cost[0]![0]!,
  };
}

/** Units in the order of their letters; a split digraph stands twice, around what is inside it. */
function slotsOf(units: readonly SegmentUnit[]): Slot[] {
  return units
    .flatMap((unit, k): (Slot & { at: number })[] => {
      const cut = unit.grapheme.indexOf('_');
      if (cut < 0) return [{ unit: k, letters: unit.grapheme, at: unit.letters[0]! }];
      return [
        { unit: k, letters: unit.grapheme.slice(0, cut), half: 'first', at: unit.letters[0]! },
        { unit: k, letters: unit.grapheme.slice(cut + 1), half: 'last', at: unit.letters.at(-1)! },
      ];
    })
    .sort((a, b) => a.at - b.at);
}

function runCost(lexicon: Lexicon, slot: Slot, unit: SegmentUnit, run: string, spells: (run: string) => boolean): number {
  if (run === slot.letters) return 0;
  if (slot.half === 'last') return run === '' ? COST.partOfSplit : Infinity;
  if (run === '') return COST.leftOut;
  if (isTurned(slot.letters, run)) return COST.turned;
  if (run.length > 1 && sameLetters(run, slot.letters)) return COST.swappedInside;
  if (spells(run)) return COST.otherGrapheme;
  const heard = soundOf(lexicon, run);
  if (heard === undefined) return COST.nothing + 0.35 * Math.abs(run.length - slot.letters.length);
  const apart = isVowelSound(heard) === isVowelSound(unit.sound) ? Math.min(1, 0.5 * soundDistance(heard, unit.sound)) : 0.9;
  // letters of the grapheme that are there speak for it
  return COST.wrong + 0.3 * apart + 0.12 * (run.length - 1) - (slot.letters.includes(run) ? 0.12 : 0);
}

/**
 * A vowel written round the consonant after it, as in *cote* for *coat*: the vowel gets its e back from the run in which it
 * was laid or as the letter that was over, and the consonant is as it was. Returns the split spelling by unit.
 */
function silentE(
  lexicon: Lexicon,
  slots: readonly Slot[],
  units: readonly SegmentUnit[],
  { runs, added, written }: { runs: string[]; added: string[]; written: string },
): Record<number, string> {
  const last = slots.length - 1;
  const before = last - 1;
  const [vowel, consonant] = [slots[before], slots[last]];
  if (!vowel || !consonant || vowel.half || consonant.half || !/^[aeiou]$/.test(runs[before]!) || !/^[^aeiou]+$/.test(consonant.letters))
    return {};
  const withE = `${consonant.letters}e` === runs[last];
  const eAdded = consonant.letters === runs[last] && added.length === 1 && written.endsWith(`${consonant.letters}e`);
  if (!withE && !eAdded) return {};
  const split = `${runs[before]!}_e`;
  if (!isVowelSound(units[vowel.unit]!.sound) || !spellsSound(lexicon, split, units[vowel.unit]!.sound)) return {};
  runs[before] = split;
  runs[last] = consonant.letters;
  if (eAdded) added.pop();
  return { [vowel.unit]: split };
}

/**
 * Whether a run spells a sound where it stands. One short vowel letter for another is another sound, however some word
 * has it (*pretty*, *son*), save in a weak syllable or where the accent hears no difference; sounds that it hears alike are spelled alike.
 */
function spellsHere(
  lexicon: Lexicon,
  run: string,
  sound: string,
  {
    next,
    accent,
    heardAs,
    stressed,
    first,
  }: { next: string; accent: string; heardAs: readonly string[]; stressed: boolean; first: boolean },
): boolean {
  if (stressed && SHORT_VOWELS.has(run) && SHORT_VOWELS.has(sound)) return sameSound(run, sound, accent);
  if (SOFT[run] === sound && !/[eiy]/.test(next)) return false;
  if (first && NEVER_FIRST[run] === sound) return false;
  const weak = WEAK.get(sound);
  return (
    heardAs.some((heard) => spellsSound(lexicon, run, heard)) ||
    run === weak?.letter ||
    (weak?.like !== undefined && spellsSound(lexicon, run, weak.like))
  );
}

function judged(unit: SegmentUnit, runs: readonly string[], spells: (run: string) => boolean): SpellingUnit {
  const { grapheme, sound } = unit;
  const whole = grapheme.split('_');
  const written = runs.join(runs.length > 1 && runs[1] !== '' ? '_' : '');
  const of = (outcome: SpellingOutcome): SpellingUnit => ({ grapheme, sound, outcome, written });
  if (runs.every((run, k) => run === whole[k])) return of('right');
  if (runs[0] === '') return of('left out');
  const first = runs[0]!;
  if (whole.length > 1)
    return of(first === whole[0] || spells(first) ? 'wrong grapheme' : isTurned(whole[0]!, first) ? 'turned round' : 'wrong sound');
  if (isTurned(grapheme, first)) return of('turned round');
  if (first.length > 1 && sameLetters(first, grapheme)) return of('order changed');
  // q alone is qu without its habit; k for x is half of it
  if (grapheme === 'qu' && first === 'q') return of('wrong grapheme');
  // the sound of the ending, or half of it: *helpt*, *jumpd*
  if (grapheme === 'ed' && (first === 'd' || first === 't')) return of('wrong grapheme');
  // the vowel is what is missing: *brd*
  if (first === 'r' && R_VOWELS.has(sound) && /^[aeiou].*r/.test(grapheme)) return of('left out');
  return of(spells(first) ? 'wrong grapheme' : 'wrong sound');
}

function named(lexicon: Lexicon, target: string, written: string, laid: Alignment): SpellingAnalysis {
  const { units, added } = laid;
  const right = written === target;
  const patterns: SpellingPattern[] = [];
  const name = (pattern: SpellingPattern): void => {
    if (!patterns.includes(pattern)) patterns.push(pattern);
  };
  if (right) return { right, units, added, patterns };
  const parts = baseAndEnding(lexicon, target);
  if (parts && written === parts.base) {
    name('ending left out');
    return { right, units, added, patterns };
  }
  // a base that should have changed before its ending and did not, or the other way round: *hoping* for *hopping*, *crys*
  if (parts && joinings(parts.base, parts.ending).has(written)) {
    name('ending joined wrongly');
    return { right, units, added, patterns };
  }
  if (target.includes("'") && written === target.replace(/'/g, '')) {
    name('apostrophe left out');
    return { right, units, added, patterns };
  }
  // *grene* for *green* is the sound by its split spelling
  const split = units.some((u) => u.outcome === 'wrong grapheme' && /^[aeiou]_e$/.test(u.written));
  if (written !== '' && sameLetters(written, target) && !split) {
    name('order changed');
    const moved = units.map((u): SpellingUnit =>
      u.outcome === 'right' || u.outcome === 'turned round' ? u : { ...u, outcome: 'order changed' },
    );
    return { right, units: moved, added: [], patterns };
  }
  for (const outcome of ['turned round', 'order changed', 'left out', 'wrong sound', 'wrong grapheme'] as const)
    if (units.some((u) => u.outcome === outcome)) name(outcome);
  // half of a joined sound: *fok* for *fox*
  if (
    units.some(
      (u) =>
        u.outcome === 'wrong sound' &&
        soundParts(u.sound).length === 2 &&
        soundParts(u.sound).some((part) => spellsSound(lexicon, u.written, part)),
    )
  )
    patterns.unshift(...(patterns.includes('left out') ? [] : (['left out'] as const)));
  if (added.length > 0) name('letter added');
  return { right, units, added, patterns };
}

/** Every way to join an ending to a base by one of the changes that are taught, right or not. */
function joinings(base: string, ending: string): ReadonlySet<string> {
  const stems = [
    base,
    base + base.at(-1)!,
    base.replace(/e$/, ''),
    base.replace(/(.)e$/, '$1$1'),
    base.replace(/y$/, 'i'),
    base.replace(/y$/, 'ie'),
  ];
  const endings = ending === 's' || ending === 'es' ? ['s', 'es'] : [ending];
  return new Set(stems.flatMap((stem) => endings.map((e) => stem + e)));
}

const sameLetters = (a: string, b: string): boolean =>
  a !== b && a.length === b.length && [...a].sort().join('') === [...b].sort().join('');

function isTurned(letters: string, run: string): boolean {
  if (run.length !== letters.length || run === letters) return false;
  return [...run].every((c, k) => c === letters[k] || (TURNED[letters[k]!]?.includes(c) ?? false));
}

function countsOf(lexicon: Lexicon): ReadonlyMap<string, number> {
  return lexicon.derived('pair counts', () => new Map(lexicon.pairs.map((p) => [p.gpc, p.count])));
}
/** Whether letters are a way to spell a sound; of a joined sound (x, qu) also part by part: *kw*, *ks*. */
function spellsSound(lexicon: Lexicon, letters: string, sound: string): boolean {
  const gpc = `${letters}:${sound}`;
  if ((countsOf(lexicon).get(gpc) ?? 0) >= RARE && shareOfGrapheme(lexicon).get(gpc)! >= USUAL_SHARE) return true;
  const parts = soundParts(sound);
  if (parts.length !== 2) return false;
  return Array.from({ length: letters.length - 1 }, (_, k) => k + 1).some(
    (cut) => spellsSound(lexicon, letters.slice(0, cut), parts[0]!) && spellsSound(lexicon, letters.slice(cut), parts[1]!),
  );
}

/** The sound letters stand for most often. */
function soundOf(lexicon: Lexicon, letters: string): string | undefined {
  const commonest = lexicon.derived('commonest sound', () => {
    const best = new Map<string, { sound: string; count: number }>();
    for (const { grapheme, sound, count } of lexicon.pairs)
      if (count > (best.get(grapheme)?.count ?? 0)) best.set(grapheme, { sound, count });
    return best;
  });
  return commonest.get(letters)?.sound;
}
