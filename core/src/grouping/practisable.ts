/** A focus that can be practised: pairs whose words all the children of a group can read but for it, at the start or after the pairs before. */
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { sessionWorth } from '../phonics/session-worth.js';
import { offerableWords } from '../phonics/word-index.js';
import type { SessionChild } from '../planning/part-content.js';
import { practiceFor, type Practice } from '../planning/practice.js';
import { canRead } from '../planning/session-words.js';
import { bestFocus, columnsOf, numbersOf, type Numbers } from './cost.js';
import type { GroupingChild, GroupingProblem, Need } from './problem.js';

/** So many words that one child can read to practise a pair with are enough for any group they may come into. */
const PLENTY = 24;
/** Pairs that are looked at for a focus, those that win most first. */
const CANDIDATES = 14;
/** A pair that wins less than this part of what a pair that cannot be practised would win is not put in its place. */
const WORTH_INSTEAD = 0.5;

/** What a child can be asked to read: what they know, and nothing that their class was not taught. */
function asReader(child: GroupingChild, taught: readonly Gpc[]): SessionChild {
  const own = child.taught && new Set(child.taught);
  const known = Object.fromEntries(
    taught.flatMap((gpc): [Gpc, number][] => (own && !own.has(gpc) ? [[gpc, 0]] : gpc in child.known ? [[gpc, child.known[gpc]!]] : [])),
  );
  return { id: child.id, known };
}

/**
 * For each child how much there is to practise each pair with, from 0 to 1: words of the book that the child can read but for
 * the pair. What has no words for a child needs other pairs first.
 */
export function practiceOf(lexicon: Lexicon, problem: Pick<GroupingProblem, 'children' | 'taught'>): Record<Gpc, number>[] {
  const columns = new Map(problem.taught.map((gpc, k) => [lexicon.pairIndex.get(gpc) ?? -1, k]));
  const words = offerableWords(lexicon)
    .filter((w) => w.pairs.length <= 5 && w.perMillion >= 0.3)
    .flatMap((w) => (w.needs.every((p) => columns.has(p)) ? [w.needs.map((p) => columns.get(p)!)] : []));
  return problem.children.map((child) => {
    const reader = asReader(child, problem.taught);
    const reads = problem.taught.map((gpc) => canRead(reader, gpc));
    const count = problem.taught.map(() => 0);
    for (const needs of words) {
      let lacking = -1;
      let lacks = 0;
      for (const k of needs)
        if (!reads[k] && k !== lacking) {
          lacking = k;
          lacks += 1;
        }
      if (lacks === 0) for (const k of needs) count[k]! += 1;
      else if (lacks === 1) count[lacking]! += 1;
    }
    return Object.fromEntries(problem.taught.map((gpc, k) => [gpc, Math.min(1, count[k]! / PLENTY)]));
  });
}

export interface PractisedFocus {
  /** In the order in which the pairs can be taught: each can be practised once those before it are known. Skills last. */
  readonly focus: Need[];
  /** Pairs of it for which there is too little all the same, and what stands between. */
  readonly short: readonly Practice[];
}

/**
 * The best focus for these children of pairs that can be practised. Where a pair that would win most cannot be, what stands
 * before it is taken up first if the group needs that too; else the next best pair is; else it stays and is named in `short`.
 * @param words words that the group reads as wholes
 */
export function practisableFocus(
  lexicon: Lexicon,
  problem: GroupingProblem,
  members: readonly string[],
  words: readonly string[],
  numbers: Numbers = numbersOf(problem),
): PractisedFocus {
  const rows = members.flatMap((id) => numbers.index.get(id) ?? []);
  const best = bestFocus(numbers, rows).map((k) => numbers.needs[k]!);
  const pairs = best.filter((need) => columnsOf(numbers, [need]).every((k) => k < numbers.rule.pairs));
  if (pairs.length === 0) return { focus: best, short: [] };
  const gain = (k: number): number => sessionWorth(numbers.needs[k]!) * rows.reduce((sum, m) => sum + numbers.gain[m]![k]!, 0);
  const candidates = problem.taught
    .map((gpc) => ({ gpc, gain: gain(numbers.column.get(gpc)!) }))
    .sort((a, b) => b.gain - a.gain)
    .slice(0, Math.max(CANDIDATES, pairs.length));
  // neighbours in the order stay neighbours
  if (numbers.rule.window) candidates.splice(0, candidates.length, ...pairs.map((gpc) => ({ gpc, gain: 1 })));
  const children = problem.children.filter((c) => members.includes(c.id)).map((c) => asReader(c, problem.taught));
  const look = (focus: readonly Gpc[]): Practice =>
    practiceFor(lexicon, { taught: { gpcs: problem.taught, words }, focus, children }).at(-1)!;
  const chosen: Gpc[] = [];
  const short: Practice[] = [];
  while (chosen.length < pairs.length) {
    const left = candidates.filter((c) => !chosen.includes(c.gpc) && (c.gain > 0 || pairs.includes(c.gpc)));
    const [top] = left;
    if (!top) break;
    let next: Gpc | null = null;
    let first: Practice | undefined;
    for (const { gpc, gain: wins } of left) {
      // the best one is always looked at, even where all that is left would win less than nothing
      if (gpc !== top.gpc && wins < WORTH_INSTEAD * top.gain) break;
      const practice = look([...chosen, gpc]);
      first ??= practice;
      if (practice.enough) {
        next = gpc;
        break;
      }
      const before = practice.first?.gpc;
      if (before && left.some((c) => c.gpc === before && c.gain > 0) && look([...chosen, before]).enough) {
        next = before;
        break;
      }
    }
    if (next === null) short.push(first!);
    chosen.push(next ?? top.gpc);
  }
  return { focus: [...chosen, ...best.filter((need) => !pairs.includes(need as Gpc))], short };
}
