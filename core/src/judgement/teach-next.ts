/**
 * What to teach a child next, and why: a skill that holds the child back comes before pairs; pairs come by what they
 * open of the words the child meets, counting how likely everything else in a word is known.
 */
import type { Strand } from '../evidence/observation.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { segment } from '../phonics/segment.js';
import { sessionWorth } from '../phonics/session-worth.js';
import { syllableCount } from '../phonics/shape.js';
import { shownWord } from '../phonics/shown-word.js';
import { offerableWords } from '../phonics/word-index.js';
import { clusters } from '../phonics/word-parts.js';
import type { PairState } from './estimate.js';

export interface TeachNext {
  /** A pair to teach, or a skill to work on first. */
  readonly gpc?: Gpc;
  readonly skill?: Strand;
  /** Common words that the child could most likely read with this pair; of a skill, words whose pairs are all likely known. */
  readonly opens: number;
  readonly examples: string[];
  /** Place of a pair in the teaching order, from 1; of a skill 0. */
  readonly place: number;
  /** Chance of a right answer now. */
  readonly p: number;
  /** Why, in a sentence for a teacher. */
  readonly why: string;
}
export interface TeachNextRequest {
  /** The taught pairs in taught order, as the estimate has them. */
  readonly taught: readonly { readonly gpc: Gpc; readonly state: string; readonly p: number }[];
  /** The skills that were looked at; none where left out. */
  readonly strands?: readonly { readonly strand: Strand; readonly state: PairState; readonly p: number }[];
  readonly limit: number;
}

const COMMON_PER_MILLION = 2;
const EXAMPLES = 5;
/** What is more likely known than this, and is no gap either, is not taught: it is looked at again. */
const LIKELY_KNOWN = 0.35;
/**
 * How much it weighs that a pair is surely lacking, against what it opens: a power of one less its chance. Every gap is named, the
 * likelier ones behind. Without it, and with no gap from 0.35 up, a child who knows thirty and missed the same eight in two checks was
 * told to be taught two of them, and after 26 % of looks at simulated children of four kinds nothing was named (now 14). Of the first
 * three 9.5 in 100 are known (8.6 so); with 2 here 12.2, with 4 11.5, with 6 10.7, with 8 9.8. What the first one opens is, after two
 * checks of children of plain rules, 66 to 100 % of what the best pair would by the truth (64 to 100), after a quick check 12 to 84
 * (12 to 91).
 */
const SURELY_LACKING = 9;
/** A word is opened by a pair where all its other pairs together come right at least this often. */
const OTHERS_KNOWN = 0.4;
/** Sounds are pushed together once so many pairs are there to push. */
const PAIRS_TO_BLEND = 6;

/**
 * Ranks what is open for a child. A pair's worth is what it adds to the words the child can expect to read: of each common
 * word, how often it is met (its logarithm), times the chance that everything else in it is known, times the chance that this
 * pair is not; a little more for what stands early in the order. What is surely lacking comes first, and a pair that is probably
 * known is never named. Listening, then blending, comes before all where it is a gap: without it new pairs open no words.
 * @example teachNext(lexicon, { taught: child.line, strands: child.strands, limit: 4 })[0].why
 */
export function teachNext(lexicon: Lexicon, request: TeachNextRequest): TeachNext[] {
  const { taught, limit } = request;
  const chance = new Map<number, number>();
  for (const { gpc, state, p } of taught) {
    const k = lexicon.pairIndex.get(gpc);
    if (k !== undefined) chance.set(k, state === 'secure' ? 1 : p);
  }
  const worth = new Map<number, { value: number; opens: number; words: { word: string; perMillion: number }[] }>();
  const readable: { word: string; perMillion: number }[] = [];
  for (const word of offerableWords(lexicon)) {
    if (word.perMillion < COMMON_PER_MILLION) continue;
    const chances = word.needs.map((k) => chance.get(k) ?? 0);
    const missing = chances.filter((p) => p === 0).length;
    if (missing > 1) continue;
    const weight = Math.log2(1 + word.perMillion);
    word.needs.forEach((k, n) => {
      const own = chance.get(k);
      if (own === undefined || own === 1) return;
      const others = chances.reduce((product, p, m) => (m === n ? product : product * p), 1);
      if (others === 0) return;
      const entry = worth.get(k) ?? { value: 0, opens: 0, words: [] };
      entry.value += weight * others * (1 - own);
      if (others >= OTHERS_KNOWN) {
        entry.opens += 1;
        entry.words.push(word);
      }
      worth.set(k, entry);
    });
    if (chances.reduce((product, p) => product * p, 1) >= OTHERS_KNOWN) readable.push(word);
  }
  const pairs = taught
    .flatMap(({ gpc, state, p }, k) => {
      if (state === 'secure' || state === 'unchecked' || (p >= LIKELY_KNOWN && state !== 'gap')) return [];
      const entry = worth.get(lexicon.pairIndex.get(gpc) ?? -1);
      const early = 1.25 - (0.5 * k) / Math.max(1, taught.length);
      const opens = entry?.opens ?? 0;
      const examples = commonest(entry?.words ?? []);
      return [
        {
          gpc,
          opens,
          examples,
          place: k + 1,
          p,
          why: pairWhy(opens, examples, p),
          rank: (0.5 * (1 - p) + (entry?.value ?? 0)) * early * sessionWorth(gpc) * (1 - p) ** SURELY_LACKING,
        },
      ];
    })
    .sort((a, b) => b.rank - a.rank)
    .map(({ rank: _rank, ...next }): TeachNext => next);
  const known = taught.reduce((sum, t) => sum + t.p, 0);
  return [...skillsFirst(request, readable, known), ...pairs, ...skillsAfter(lexicon, request, readable)].slice(0, limit);
}

const commonest = (words: readonly { word: string; perMillion: number }[]): string[] =>
  [...words]
    .sort((a, b) => b.perMillion - a.perMillion)
    .slice(0, EXAMPLES)
    .map((w) => shownWord(w.word));
const often = (p: number): string => `${Math.round(10 * p)} of 10`;

function pairWhy(opens: number, examples: readonly string[], p: number): string {
  const now = `It comes right about ${often(p)} times now.`;
  if (opens === 0) return `${now} The words that use it wait for other pairs too.`;
  return `${now} With it ${moreWords(opens, examples)}.`;
}
const moreWords = (opens: number, examples: readonly string[]): string =>
  `${opens === 1 ? 'one more common word' : `${opens} more common words`} could be read${examples.length > 0 ? `: ${examples.join(', ')}` : ''}`;

const SKILL_WHY: Partial<Record<Strand, (right: string) => string>> = {
  listening: (right) => `Sounds in spoken words are heard about ${right} times; hearing them comes before reading them.`,
  blending: (right) => `Known sounds are pushed together about ${right} times; until they are, a new pair opens no word.`,
  clusters: (right) => `Words with neighbouring consonants come right about ${right} times, though their pairs are known.`,
  'longer words': (right) => `Words of more than one part come right about ${right} times, though their pairs are known.`,
};

/** Listening, then blending, where it is a gap and there are sounds enough to work with. */
function skillsFirst(
  { strands = [] }: TeachNextRequest,
  readable: readonly { word: string; perMillion: number }[],
  known: number,
): TeachNext[] {
  return (['listening', 'blending'] as const).flatMap((skill) => {
    const found = strands.find((s) => s.strand === skill);
    if (found?.state !== 'gap' || (skill === 'blending' && known < PAIRS_TO_BLEND)) return [];
    const opens = skill === 'blending' ? readable.length : 0;
    return [
      {
        skill,
        opens,
        examples: skill === 'blending' ? commonest(readable) : [],
        place: 0,
        p: found.p,
        why: SKILL_WHY[skill]!(often(found.p)),
      },
    ];
  });
}
/** Clusters and longer words come after the pairs they are made of. */
function skillsAfter(
  lexicon: Lexicon,
  { strands = [] }: TeachNextRequest,
  readable: readonly { word: string; perMillion: number }[],
): TeachNext[] {
  return (['clusters', 'longer words'] as const).flatMap((skill) => {
    const found = strands.find((s) => s.strand === skill);
    if (found?.state !== 'gap') return [];
    const words = readable.filter(({ word }) => asksFor(lexicon, word) === skill);
    const examples = commonest(words);
    const opens = words.length;
    const more = opens === 0 ? '' : ` With them ${moreWords(opens, examples)}.`;
    return [{ skill, opens, examples, place: 0, p: found.p, why: `${SKILL_WHY[skill]!(often(found.p))}${more}` }];
  });
}
/** What a word asks for beside its pairs. Kept with the lexicon: thousands of words are asked about, the same ones for every child. */
function asksFor(lexicon: Lexicon, word: string): 'clusters' | 'longer words' | null {
  const known = lexicon.derived('what words ask for', () => new Map<string, 'clusters' | 'longer words' | null>());
  const before = known.get(word);
  if (before !== undefined) return before;
  const units = segment(lexicon, word)[0]?.units ?? [];
  const found = syllableCount(units) > 1 ? 'longer words' : clusters(units).length > 0 ? 'clusters' : null;
  known.set(word, found);
  return found;
}
