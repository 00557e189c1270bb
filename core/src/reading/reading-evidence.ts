/** A reading as evidence: of the pairs in its words, weighed as reading in context, and of fluency. */
import { FewOfMany } from '../evidence/few-of-many.js';
import { derive, type Derived } from '../evidence/derived.js';
import { isMiss, type Observation, type Outcome } from '../evidence/observation.js';
import type { Lexicon } from '../phonics/lexicon.js';
import { normaliseWord, segment } from '../phonics/segment.js';
import { oddUnits } from '../phonics/word-parts.js';
import { FLUENCY_PARTS, lastWordOf, scoreMarking, type Marking } from './marking.js';
import { decidingMark } from './score-reading.js';
import type { ReadingMark, ReadingSettings } from './score-reading.js';

export interface ReadingRead {
  readonly id: string;
  readonly child: string;
  readonly at: string;
  readonly words: readonly string[];
  readonly marking: Marking;
}
/** What a reading must reach to count as fluent. */
export interface FluencyNeeds extends ReadingSettings {
  /** Share of words right to read alone, 0 to 1. */
  readonly alone: number;
  /** WCPM the child should reach by now, where the school set one. */
  readonly aim?: number | undefined;
}
const OUTCOME: Record<ReadingMark['kind'], Outcome> = {
  accent: 'accent',
  'self-correction': 'put right',
  told: 'no answer',
  omission: 'no answer',
  substitution: 'wrong',
  insertion: 'right',
  repetition: 'right',
  hesitation: 'slow',
};
/** The middle of the scale of four. */
const FLUENT_SCALE = 3;

/**
 * The observations a reading comes to, of kind `text`. Each different word counts once: by its first error where it went wrong
 * in half of its places or more, else as right. A word with an odd part that was read right says nothing of its pairs, since it
 * may be known as a whole.
 */
export function readingObservations(lexicon: Lexicon, reading: ReadingRead): Observation[] {
  const { words, marking } = reading;
  const last = Math.min(lastWordOf(marking), words.length - 1);
  const byWord = new Map<string, { right: number; wrong: number; firstRight?: Observation; firstWrong?: Observation }>();
  for (let k = 0; k <= last; k += 1) {
    const item = normaliseWord(words[k]!);
    const deciding = decidingMark(marking.marks, k);
    const paused = marking.marks.some((m) => m.word === k && m.kind === 'hesitation');
    const outcome: Outcome = deciding ? OUTCOME[deciding.kind] : paused ? 'slow' : 'right';
    const miss = isMiss(outcome);
    const so = byWord.get(item) ?? { right: 0, wrong: 0 };
    byWord.set(item, so);
    so[miss ? 'wrong' : 'right'] += 1;
    so[miss ? 'firstWrong' : 'firstRight'] ??= {
      id: `${reading.id}@${k}`,
      child: reading.child,
      by: marking.by,
      at: reading.at,
      kind: 'text',
      item,
      outcome,
      ...(deciding?.said && miss ? { said: deciding.said } : {}),
    };
  }
  return [...byWord].flatMap(([item, { right, wrong, firstRight, firstWrong }]) =>
    wrong > 0 && wrong >= right ? [firstWrong!] : tellsOfPairs(lexicon, item) ? [firstRight!] : [],
  );
}

const TELLS = new WeakMap<Lexicon, Map<string, boolean>>();
function tellsOfPairs(lexicon: Lexicon, word: string): boolean {
  let known = TELLS.get(lexicon);
  if (!known) TELLS.set(lexicon, (known = new Map()));
  if (!known.has(word)) {
    const units = segment(lexicon, word)[0]?.units ?? [];
    known.set(word, units.length > 1 && oddUnits(lexicon, units).length === 0);
  }
  return known.get(word)!;
}

/** Words of one reading are one sitting: of each pair, so many right ones count, and of the wrong ones as large a share. */
const RIGHT_OF_EACH = 3;
function fewOfEach(pairs: readonly Observation[]): Observation[] {
  const rights = new Map<string, number>();
  for (const { gpc, outcome } of pairs) if (gpc !== undefined && !isMiss(outcome)) rights.set(gpc, (rights.get(gpc) ?? 0) + 1);
  const seen = new Map<string, FewOfMany>();
  return pairs.filter(({ gpc, outcome }) => {
    if (gpc === undefined) return true;
    const few = seen.get(gpc) ?? new FewOfMany(RIGHT_OF_EACH);
    seen.set(gpc, few);
    return few.takes(isMiss(outcome), rights.get(gpc) ?? 0);
  });
}

/**
 * What a reading says of pairs and of the fluency strand. Fluent is accurate enough to read alone and, where the school
 * set an aim, at least so many words a minute; where it set none, at least 3 of 4 on the scale if that was given.
 */
export function readingEvidence(lexicon: Lexicon, reading: ReadingRead, needs: FluencyNeeds, accent = ''): Derived {
  const observations = readingObservations(lexicon, reading);
  const derived = derive(lexicon, observations, { accent });
  const pairs = fewOfEach(derived.pairs);
  // only words that went wrong: of those that came right their pairs speak
  const words = derived.words.filter((w) => !w.right);
  const score = scoreMarking(reading.words, reading.marking, needs);
  if (score.accuracy === null) return { pairs, skills: [], words };
  const levels = FLUENCY_PARTS.flatMap((part) => reading.marking.scale[part] ?? []);
  const expressive = levels.length === 0 || levels.reduce((sum, l) => sum + l, 0) / levels.length >= FLUENT_SCALE;
  const quick = needs.aim !== undefined && score.wcpm !== null ? score.wcpm >= needs.aim : expressive;
  const right = score.accuracy >= needs.alone && quick;
  return {
    pairs,
    words,
    skills: [
      {
        strand: 'fluency',
        right,
        difficulty: 0,
        observation: {
          id: reading.id,
          child: reading.child,
          by: reading.marking.by,
          at: reading.at,
          kind: 'text',
          skill: 'fluency',
          outcome: right ? 'right' : 'wrong',
        },
      },
    ],
  };
}
