/** What a spelling rule is worth: how often it holds among words, with the commonest words that break it. */
import { CoreError } from '../errors.js';
import type { Lexicon, SegmentUnit } from './lexicon.js';
import { SOUNDS } from './sounds.js';
import { found, offerableWords } from './word-index.js';

/** A word as a rule sees it. */
export interface RuleWord {
  readonly word: string;
  readonly units: readonly SegmentUnit[];
  readonly syllables: number;
  readonly perMillion: number;
}
/** A rule: for each place where it applies in a word, whether it holds there. */
export interface SpellingRule {
  readonly id: string;
  /** As teachers say it. */
  readonly says: string;
  readonly about: 'reading' | 'spelling' | 'endings';
  cases(word: RuleWord): { at: number; holds: boolean }[];
}

/** A rule stated in the form by a teacher: plain data that can be kept. */
export interface StatedRule {
  readonly id: string;
  readonly says: string;
  /** `reading`: these graphemes spell one of these sounds. `spelling`: these sounds are spelled by one of these graphemes. */
  readonly about: 'reading' | 'spelling';
  readonly graphemes: readonly string[];
  readonly sounds: readonly string[];
  readonly where: 'anywhere' | 'start' | 'middle' | 'end';
  /** Only where one of these letters comes next. */
  readonly before?: readonly string[];
  /** Only where one of these letters comes just before. */
  readonly after?: readonly string[];
  readonly oneSyllable?: boolean;
}

/**
 * A stated rule made countable.
 * @throws CoreError `bad-input` with the field for no graphemes, no sounds or a sound that is none.
 * @example countRule(lexicon, statedRule({ id: 'x', says: 'ea says ee', about: 'reading', graphemes: ['ea'], sounds: ['ee'], where: 'anywhere' }))
 */
export function statedRule(rule: StatedRule): SpellingRule {
  if (rule.graphemes.length === 0 || rule.graphemes.some((g) => !/^[a-z_]{1,6}$/.test(g)))
    throw new CoreError('bad-input', 'graphemes', 'Name at least one spelling, in small letters, such as ea or a_e.');
  if (rule.sounds.length === 0) throw new CoreError('bad-input', 'sounds', 'Name at least one sound.');
  for (const sound of rule.sounds)
    if (!SOUNDS.has(sound)) throw new CoreError('bad-input', 'sounds', `"${sound}" is not one of the sounds.`);
  const [graphemes, sounds] = [new Set(rule.graphemes), new Set(rule.sounds)];
  return {
    id: rule.id,
    says: rule.says,
    about: rule.about,
    cases: ({ word, units, syllables }) => {
      if (rule.oneSyllable && syllables !== 1) return [];
      return units.flatMap((unit, at) => {
        const applies = rule.about === 'reading' ? graphemes.has(unit.grapheme) : sounds.has(unit.sound);
        if (!applies || !standsAt(rule.where, at, units)) return [];
        const next = word[unit.letters.at(-1)! + 1] ?? '';
        const previous = word[unit.letters[0]! - 1] ?? '';
        if (rule.before && rule.before.length > 0 && !rule.before.includes(next)) return [];
        if (rule.after && rule.after.length > 0 && !rule.after.includes(previous)) return [];
        return [{ at, holds: rule.about === 'reading' ? sounds.has(unit.sound) : graphemes.has(unit.grapheme) }];
      });
    },
  };
}

function standsAt(where: StatedRule['where'], at: number, units: readonly SegmentUnit[]): boolean {
  if (where === 'anywhere') return true;
  if (where === 'start') return at === 0;
  // the last unit is the one that holds the word's last letter: a split digraph ends its word
  const end = Math.max(...units.map((u) => u.letters.at(-1)!));
  const last = units[at]!.letters.at(-1)! === end;
  return where === 'end' ? last : !last && at > 0;
}

export interface RuleScope {
  /** Words whose every grapheme is one of these, whatever it spells in them. */
  readonly graphemes?: ReadonlySet<string>;
  /** Only so many of the commonest words. */
  readonly commonest?: number;
}
export interface RuleCount {
  id: string;
  says: string;
  about: SpellingRule['about'];
  /** Places in words where the rule applies. */
  cases: number;
  holds: number;
  /** Share of cases in which it holds, 0 to 1; 0 for no case. */
  share: number;
  /** The same counted in running speech: a common word weighs as often as it is heard. */
  heardShare: number;
  /** Commonest words that break it, with where. */
  exceptions: { word: string; units: SegmentUnit[]; at: number }[];
  /** Commonest words that keep it. */
  examples: { word: string; units: SegmentUnit[]; at: number }[];
}

const LISTED = 16;

/** The words a rule is counted over, commonest first. */
export function ruleWords(lexicon: Lexicon, scope: RuleScope = {}): RuleWord[] {
  const all = lexicon.derived('rule words', () =>
    offerableWords(lexicon)
      .filter((w) => w.perMillion >= 1)
      .sort((a, b) => b.perMillion - a.perMillion || (a.word < b.word ? -1 : 1))
      .map((w): RuleWord => ({
        word: w.word,
        units: found(lexicon, w).segmentation.units,
        syllables: w.syllables,
        perMillion: w.perMillion,
      })),
  );
  const common = scope.commonest === undefined ? all : all.slice(0, scope.commonest);
  return scope.graphemes === undefined ? common : common.filter((w) => w.units.every((u) => scope.graphemes!.has(u.grapheme)));
}

/**
 * Counts a rule over words: how often it holds, and where it does not.
 * @example countRule(lexicon, SPELLING_RULES[0], { commonest: 3000 }).share
 */
export function countRule(lexicon: Lexicon, rule: SpellingRule, scope: RuleScope = {}): RuleCount {
  let cases = 0;
  let holds = 0;
  let heard = 0;
  let heardHolds = 0;
  const exceptions: RuleCount['exceptions'] = [];
  const examples: RuleCount['examples'] = [];
  for (const word of ruleWords(lexicon, scope))
    for (const one of rule.cases(word)) {
      cases += 1;
      heard += word.perMillion;
      if (one.holds) {
        holds += 1;
        heardHolds += word.perMillion;
      }
      const list = one.holds ? examples : exceptions;
      if (list.length < LISTED && !list.some((e) => e.word === word.word))
        list.push({ word: word.word, units: [...word.units], at: one.at });
    }
  return {
    id: rule.id,
    says: rule.says,
    about: rule.about,
    cases,
    holds,
    share: cases === 0 ? 0 : holds / cases,
    heardShare: heard === 0 ? 0 : heardHolds / heard,
    exceptions,
    examples,
  };
}
