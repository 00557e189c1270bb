/**
 * What an answer about a whole word says of its pairs and of the child's skills. Derived each time from the
 * observation as it was marked, so that a corrected mark, a corrected cut or a better analysis is followed.
 */
import { checkKindOf } from '../checks/kinds/index.js';
import { analyseResponse, type ResponseAnalysis } from '../checks/response.js';
import { analyseSentence } from '../checks/sentence-spelling.js';
import { analyseSpelling, type SpellingAnalysis } from '../checks/spelling.js';
import type { Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { segment } from '../phonics/segment.js';
import { clusters } from '../phonics/word-parts.js';
import { syllableCount } from '../phonics/shape.js';
import { effective, type Observation, type Outcome, type Strand } from './observation.js';

/** How an answer about a whole word speaks of its pairs. A word of a text is read. */
const asWord = (kind: Observation['kind']): 'read' | 'spelled' | undefined => (kind === 'text' ? 'read' : checkKindOf(kind)?.asWord);
const RIGHT: ReadonlySet<Outcome> = new Set(['right', 'slow', 'put right', 'accent']);

export interface SkillEvidence {
  readonly strand: Strand;
  readonly right: boolean;
  /** How hard: 0 for a plain item of the strand, more where it is longer. */
  readonly difficulty: number;
  readonly observation: Observation;
  /** The pairs of a word of which only right or wrong is known: where it went wrong, any of them may be at fault. */
  readonly gpcs?: readonly string[];
}
export interface Derived {
  /** The observations themselves, and one more for every pair that an answer about a word speaks of. */
  readonly pairs: Observation[];
  readonly skills: SkillEvidence[];
  /** Words read aloud, right, or wrong with nothing noted of where. */
  readonly words: {
    readonly observation: Observation;
    readonly gpcs: readonly string[];
    readonly right: boolean;
    /** What it asks of a child beside its pairs. */
    readonly strand: Strand;
  }[];
}

/**
 * Everything one child's observations speak of. Observations about a pair stand as they are; those about a
 * word are laid along its units (`analyseResponse`, `analyseSpelling`), each unit becoming an observation
 * with the id `<id>#<unit>`. A word that went wrong with nothing noted names none of them: it stands among `words`,
 * for the estimate to share the blame out. A sound lost in blending says nothing against its pair; a wrong vowel in a word
 * that was pushed together says nothing against blending.
 * @example derive(lexicon, observations).pairs
 */
export function derive(lexicon: Lexicon, observations: readonly Observation[], options: { accent?: string } = {}): Derived {
  const pairs: Observation[] = [];
  const skills: SkillEvidence[] = [];
  const words: Derived['words'] = [];
  for (const observation of effective(observations)) {
    pairs.push(observation);
    const { kind, item } = observation;
    if (item !== undefined && observation.gpc === undefined && asWord(kind) !== undefined) {
      const found =
        asWord(kind) === 'spelled' ? spelled(lexicon, observation, options.accent ?? '') : read(lexicon, observation, options.accent ?? '');
      found.pairs.forEach(({ gpc, right, said }, k) =>
        pairs.push({
          ...withoutSkill(observation),
          id: `${observation.id}#${k}`,
          gpc,
          outcome: right ? plain(observation.outcome) : 'wrong',
          ...(said ? { said } : {}),
        }),
      );
      skills.push(...found.skills);
      if (found.word) words.push({ observation: withoutSkill(observation), ...found.word, right: RIGHT.has(observation.outcome) });
    } else if (observation.skill !== undefined)
      skills.push({
        strand: observation.skill,
        right: RIGHT.has(observation.outcome),
        difficulty: item === undefined ? 0 : heardDifficulty(lexicon, item),
        observation,
      });
  }
  return { pairs, skills, words };
}

function withoutSkill(observation: Observation): Observation {
  // what a word says of a pair corrects nothing by itself: its word did
  const { skill: _skill, said: _said, parts: _parts, ms: _ms, replaces: _replaces, ...rest } = observation;
  return rest;
}
/** A word sounded out and then said is not slow about any one pair. */
const plain = (outcome: Outcome): Outcome => (outcome === 'slow' || outcome === 'wrong' || outcome === 'no answer' ? 'right' : outcome);

interface Found {
  readonly pairs: { gpc: string; right: boolean; said?: string }[];
  readonly skills: SkillEvidence[];
  /** The pairs of a word read right, or wrong with nothing noted. */
  readonly word?: { readonly gpcs: readonly string[]; readonly strand: Strand };
}

/** Answers already laid, by lexicon: many children read the same words, and evidence is read again and again. */
const LAID = new WeakMap<Lexicon, Map<string, unknown>>();
const MOST_LAID = 40_000;
function memoizedAlignment<T>(lexicon: Lexicon, key: string, lay: () => T): T {
  let known = LAID.get(lexicon);
  if (!known || known.size > MOST_LAID) LAID.set(lexicon, (known = new Map()));
  if (!known.has(key)) known.set(key, lay());
  return known.get(key) as T;
}
const unitsOf = (lexicon: Lexicon, word: string): readonly SegmentUnit[] =>
  memoizedAlignment(lexicon, `cut ${word}`, () => segment(lexicon, word)[0]?.units ?? []);

function read(lexicon: Lexicon, observation: Observation, accent: string): Found {
  const word = observation.item!;
  const units = unitsOf(lexicon, word);
  const strand = strandOf(observation, units);
  const difficulty = wordDifficulty(units);
  const skill = (right: boolean): SkillEvidence => ({ strand, right, difficulty, observation });
  const all = (right: (k: number) => boolean): Found['pairs'] =>
    units.map((u, k) => ({ gpc: `${u.grapheme}:${u.sound}`, right: right(k) }));
  const gpcs = units.map((u) => `${u.grapheme}:${u.sound}`);
  const pushed = strand !== 'irregular words' && strand !== 'fluency';
  if (RIGHT.has(observation.outcome))
    return {
      pairs: all(() => true),
      skills: [pushed ? { ...skill(true), gpcs } : skill(true)],
      ...(pushed ? { word: { gpcs, strand } } : {}),
    };
  if (observation.parts && observation.parts.length > 0)
    return { pairs: all((k) => !observation.parts!.includes(k)), skills: [skill(pushed)] };
  if (!observation.said)
    return pushed ? { pairs: [], skills: [{ ...skill(false), gpcs }], word: { gpcs, strand } } : { pairs: [], skills: [skill(false)] };
  let aligned: ResponseAnalysis;
  try {
    const { said, kind } = observation;
    const madeUp = checkKindOf(kind)?.madeUp === true;
    aligned = memoizedAlignment(lexicon, `read ${word} ${said} ${madeUp} ${accent}`, () =>
      analyseResponse(lexicon, { target: word, said, madeUp, accent }),
    );
  } catch {
    // what was typed cannot be laid: the mark stands, its pairs are left alone
    return { pairs: [], skills: [skill(false)] };
  }
  const guessed = aligned.patterns.includes('first letters only');
  const moved = aligned.patterns.includes('order changed') || aligned.patterns.includes('ending left out');
  const pairs = aligned.units.flatMap((u, k): Found['pairs'] => {
    if (u.outcome === 'left out' || (guessed && k > 0) || (moved && u.outcome !== 'right')) return [];
    return [
      { gpc: `${u.grapheme}:${u.sound}`, right: u.outcome === 'right', ...(u.outcome === 'wrong' && u.said ? { said: u.said } : {}) },
    ];
  });
  return { pairs, skills: [skill(pushed && pushedTogether(aligned))] };
}

/** Whether the sounds were all there and pushed together, whatever one of them was. */
function pushedTogether({ patterns, units, added }: ResponseAnalysis): boolean {
  if (patterns.some((p) => p === 'not blended' || p === 'first letters only' || p === 'order changed' || p === 'ending left out'))
    return false;
  // a made-up word read as a real one by a single pair was pushed together; by several it was guessed
  if (patterns.includes('made real') && units.filter((u) => u.outcome !== 'right').length > 1) return false;
  return added.length === 0 && units.every((u) => u.outcome !== 'left out');
}

function strandOf(observation: Observation, units: readonly SegmentUnit[]): Strand {
  if (observation.skill !== undefined) return observation.skill;
  const skill = checkKindOf(observation.kind)?.skill;
  if (skill !== undefined) return skill;
  if (observation.kind === 'text') return 'fluency';
  return syllableCount(units) > 1 ? 'longer words' : clusters(units).length > 0 ? 'clusters' : 'blending';
}

function wordDifficulty(units: readonly SegmentUnit[]): number {
  return 0.35 * Math.max(0, units.length - 3);
}
function heardDifficulty(lexicon: Lexicon, item: string): number {
  return wordDifficulty(unitsOf(lexicon, item));
}

function spelled(lexicon: Lexicon, observation: Observation, accent: string): Found {
  const target = observation.item!;
  const written = RIGHT.has(observation.outcome) && !observation.said ? target : (observation.said ?? '');
  const sentence = /\s/.test(target.trim());
  let aligned: { target: string; analysis: SpellingAnalysis }[] = [];
  try {
    aligned = sentence
      ? analyseSentence(lexicon, { target, written, accent }).words.flatMap((w) =>
          w.target && w.analysis ? [{ target: w.target, analysis: w.analysis }] : [],
        )
      : [
          {
            target,
            analysis: memoizedAlignment(lexicon, `spelled ${target} ${written} ${accent}`, () =>
              analyseSpelling(lexicon, { target, written, accent }),
            ),
          },
        ];
  } catch {
    aligned = [];
  }
  const skills = aligned.map(({ target: word, analysis }): SkillEvidence => ({
    strand: 'spelling',
    right: analysis.right,
    difficulty: wordDifficulty(unitsOf(lexicon, word)),
    observation,
  }));
  if (skills.length === 0) skills.push({ strand: 'spelling', right: RIGHT.has(observation.outcome), difficulty: 0, observation });
  if (written === '') return { pairs: [], skills };
  const pairs = aligned.flatMap(({ analysis }) =>
    analysis.units.flatMap((u): Found['pairs'] =>
      u.outcome === 'left out' || u.outcome === 'order changed'
        ? []
        : [{ gpc: `${u.grapheme}:${u.sound}`, right: u.outcome === 'right', ...(u.outcome === 'right' ? {} : { said: u.written }) }],
    ),
  );
  return { pairs, skills };
}
