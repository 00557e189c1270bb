/** What a grouping costs: every part in child-minutes, every part a child's own, so that they add up to the total. */
import type { Strand } from '../evidence/observation.js';
import { focusOf, type FocusRule } from './focus.js';
import {
  DEFAULT_CONTINUITY,
  DEFAULT_MINUTES_PER_PAIR,
  DEFAULT_WEEKS,
  SKILL_SIZE,
  type CostBreakdown,
  type Group,
  type GroupingChild,
  type GroupingProblem,
  type Need,
} from './problem.js';

/** What is not known of a pair never checked: it may well be known. Which of these were tuned and which chosen: docs/decisions/numbers.md. */
const UNCHECKED_NEED = 0.35;
const UNCHECKED_WIDTH = 0.9;
/** The part of focus minutes that is lost on a child who knows the pair: going over it is worth something. */
const LOST_ON_KNOWN = 0.25;
/** The part of focus minutes at risk for a child of whom nothing is known. */
const AT_RISK = 0.1;
/** The part of the minutes lost for each pair by which a child's cycle would run ahead of or behind the group's. */
const LOST_TO_PACE = 0.5;
/** The part of a cycle's focus minutes that a group gives beyond its focus: going over, reading, being listened to. */
const LOST_WAITING = 0.5;
/**
 * How much of a gap that stands on firm ground a cycle closes: 1 − e^(−r), the learning curve of an exponential (Heathcote,
 * Brown and Mewhort 2000) after a pair's meetings. This, the ground, the crowd, the share of text and what is lost on the known
 * were tuned on schools 100 to 115 of `bench:outside`; what concerns skills was chosen.
 */
const CYCLE_RATE = 1;
/** Pairs just before a pair in the order that it stands on, and the part of the rate lost where all of them are missing. */
const GROUND = 4;
const LOST_WITHOUT_GROUND = 0.4;
/** The part of all a group gives that is lost with each child beyond three. */
const LOST_TO_CROWD = 0.05;
/** How strongly those who have little to win in a cycle count for more; 0 for not at all. */
const FAIR = 0.5;
/** How much of a pair's weight is the logarithm of what it opens in text; the rest is the same for all. */
const TEXT_SHARE = 0.25;

/** The part of all a group gives that is lost where its children have no pair in common: no word is for all of them. */
const LOST_WITHOUT_COMMON_GROUND = 0.4;

/** What a group of this size gives each of its children, 1 for three and fewer. */
const inCrowd = (size: number): number => 1 / (1 + LOST_TO_CROWD * Math.max(0, size - 3));

/** What a group gives each of its children of what it could: less in a crowd, and with less that all of them can read. */
export function givenBy(n: Numbers, members: readonly number[]): number {
  let common = 0;
  for (let k = 0; k < n.rule.pairs; k += 1) {
    let all = 1;
    for (let i = 0; i < members.length && all === 1; i += 1) all = n.reads[members[i]!]![k]!;
    common += all * n.readsWeight[k]!;
  }
  return givenFor(members.length, common);
}
/** The same from the size of a group and the part of all that is read which its children have in common. */
export const givenFor = (size: number, common: number): number => inCrowd(size) * (1 - LOST_WITHOUT_COMMON_GROUND * (1 - common));

/** The problem as numbers. Rows are children; columns are needs, pairs in taught order first, then skills. */
export interface Numbers {
  readonly problem: GroupingProblem;
  readonly ids: readonly string[];
  readonly index: ReadonlyMap<string, number>;
  readonly needs: readonly Need[];
  readonly column: ReadonlyMap<Need, number>;
  /** Probability that it is a gap. */
  readonly need: readonly Float64Array[];
  /** Minutes of the gap, if it is not covered. */
  readonly open: readonly Float64Array[];
  /** Of those, what a cycle with it in the focus is likely to close. */
  readonly learn: readonly Float64Array[];
  readonly known: readonly Float64Array[];
  readonly untaught: readonly Float64Array[];
  readonly unsure: readonly Float64Array[];
  /** Chance that it is a gap now and closed at the end of a cycle with it in the focus of three children or fewer. */
  readonly closes: readonly Float64Array[];
  /** 1 where the child can be asked to read the pair, and what each pair is of all that there is to read. */
  readonly reads: readonly Uint8Array[];
  readonly readsWeight: Float64Array;
  /** Minutes won by having it in the focus: `learn` less `known`, `untaught` and `unsure`. */
  readonly gain: readonly Float64Array[];
  /** All of a child's open minutes. */
  readonly base: Float64Array;
  /** What waiting costs beside those: a child with more gaps misses more. */
  readonly waiting: Float64Array;
  /** Pairs a cycle, NaN where not known. */
  readonly pace: Float64Array;
  readonly paceMinutes: number;
  /** Number of last cycle's group, -1 for none; how many companions each child had. */
  readonly last: Int32Array;
  readonly mates: Int32Array;
  readonly continuity: number;
  readonly rule: FocusRule;
}

export function numbersOf(problem: GroupingProblem): Numbers {
  const { children, taught } = problem;
  const minutes = problem.minutesPerPair ?? DEFAULT_MINUTES_PER_PAIR;
  const skill = problem.way !== undefined && problem.way !== 'shared gaps' && problem.way !== 'next step' ? problem.way : undefined;
  const pairs = skill ? [] : taught;
  const skills: readonly Strand[] = skill ? [skill] : problem.way === 'next step' ? [] : (problem.skills ?? []);
  const needs: Need[] = [...pairs, ...skills];
  const weight = weightsOf(problem, pairs, skills);
  const size = Float64Array.from(needs, (_, k) => (k < pairs.length ? 1 : skill ? problem.focusSize : SKILL_SIZE));
  const rows = children.map((child) => rowOf(child, needs, pairs.length, weight, size, minutes, skill !== undefined));
  fairShares(rows, problem.focusSize);
  const labels = new Map<string, number>();
  const last = Int32Array.from(children, (c) => {
    if (c.last === undefined) return -1;
    if (!labels.has(c.last)) labels.set(c.last, labels.size);
    return labels.get(c.last)!;
  });
  return {
    problem,
    ids: children.map((c) => c.id),
    index: new Map(children.map((c, k) => [c.id, k])),
    needs,
    column: new Map(needs.map((need, k) => [need, k])),
    need: rows.map((r) => r.need),
    open: rows.map((r) => r.open),
    learn: rows.map((r) => r.learn),
    closes: rows.map((r) => r.closes),
    reads: rows.map((r) => Uint8Array.from(r.need.subarray(0, pairs.length), (need, k) => (r.untaught[k]! === 0 && need < 0.5 ? 1 : 0))),
    readsWeight: shares(pairs.map((gpc) => Math.log(1 + Math.max(0, problem.textOpened?.[gpc] ?? 1)))),
    known: rows.map((r) => r.known),
    untaught: rows.map((r) => r.untaught),
    unsure: rows.map((r) => r.unsure),
    gain: rows.map((r) => r.gain),
    waiting: Float64Array.from(
      rows,
      (r) =>
        LOST_WAITING *
        minutes *
        Math.min(
          problem.focusSize,
          r.need.reduce((sum, need, k) => sum + need * (skill ? SKILL_SIZE : size[k]!), 0),
        ),
    ),
    base: Float64Array.from(rows, (r) => r.open.reduce((a, b) => a + b, 0)),
    pace: Float64Array.from(children, (c) => (c.pace ?? NaN) * (problem.weeks ?? DEFAULT_WEEKS)),
    paceMinutes: LOST_TO_PACE * minutes,
    last,
    mates: Int32Array.from(last, (label, k) => (label < 0 ? 0 : last.reduce((n, other, j) => n + (other === label && j !== k ? 1 : 0), 0))),
    continuity: problem.continuity ?? DEFAULT_CONTINUITY,
    rule: { size, capacity: problem.focusSize, pairs: pairs.length, window: problem.way === 'next step', all: skill !== undefined },
  };
}

function shares(list: readonly number[]): Float64Array {
  const sum = list.reduce((a, b) => a + b, 0) || 1;
  return Float64Array.from(list, (x) => x / sum);
}

/** By the logarithm of what a pair opens: by itself it would let a few very common pairs take all; 1 on average. */
function weightsOf(problem: GroupingProblem, pairs: readonly string[], skills: readonly Strand[]): Float64Array {
  const logs = pairs.map((gpc) => Math.log(1 + Math.max(0, problem.textOpened?.[gpc] ?? 1)));
  const mean = logs.reduce((a, b) => a + b, 0) / Math.max(1, logs.length) || 1;
  return Float64Array.from([...logs.map((log) => 1 - TEXT_SHARE + (TEXT_SHARE * log) / mean), ...skills.map(skillWeight)]);
}

function rowOf(
  child: GroupingChild,
  needs: readonly Need[],
  pairs: number,
  weight: Float64Array,
  size: Float64Array,
  perPair: number,
  oneSkill: boolean,
) {
  const own = child.taught && new Set<string>(child.taught);
  const row = () => new Float64Array(needs.length);
  const [need, open, learn, closes, known, untaught, unsure, gain] = [row(), row(), row(), row(), row(), row(), row(), row()];
  const ready = readiness(child);
  /** How much of what was taught the child knows: what reading skills stand on. */
  const groundOf = knownShare(child, needs.slice(0, pairs), own);
  /** Whether the pairs just before are missing, as far as they were taught. */
  const before: number[] = [];
  needs.forEach((name, k) => {
    const p = k < pairs ? child.known[name] : child.skills?.[name as Strand];
    const minutes = perPair * (oneSkill ? SKILL_SIZE : size[k]!);
    const taught = k >= pairs || own === undefined || own.has(name);
    const width = child.unsure?.[name] ?? (p === undefined ? UNCHECKED_WIDTH : 0);
    need[k] = !taught ? 0 : p === undefined ? UNCHECKED_NEED : 1 - p;
    open[k] = need[k]! * weight[k]! * minutes;
    if (taught) known[k] = (1 - need[k]!) * minutes * LOST_ON_KNOWN;
    else untaught[k] = minutes * LOST_ON_KNOWN;
    unsure[k] = taught ? Math.min(1, Math.max(0, width)) * minutes * AT_RISK : 0;
    const lacking = k < pairs && before.length > 0 ? before.reduce((a, b) => a + b, 0) / before.length : 0;
    const rate =
      k < pairs
        ? CYCLE_RATE * ready * (1 - LOST_WITHOUT_GROUND * lacking) * practised(child, name)
        : CYCLE_RATE * skillReady(name as Strand, groundOf);
    const closed = 1 - Math.exp(-rate);
    learn[k] = open[k]! * closed;
    closes[k] = need[k]! * closed;
    gain[k] = learn[k]! - known[k]! - untaught[k]! - unsure[k]!;
    if (k < pairs && taught) {
      before.push(need[k]!);
      if (before.length > GROUND) before.shift();
    }
  });
  return { need, open, learn, closes, known, untaught, unsure, gain };
}

/** What a pair teaches a child who cannot yet push sounds together or hear them apart. */
const LOST_WITHOUT_EAR = 0.4;
function readiness({ skills }: GroupingChild): number {
  const inHand = Math.min(skills?.blending ?? 1, skills?.listening ?? 1);
  return 1 - LOST_WITHOUT_EAR * (1 - inHand);
}
/** Skills that stand on pairs are taught little where few are known: how strongly each does. Listening and blending stand on none. */
const STANDS_ON_PAIRS: Readonly<Partial<Record<Strand, number>>> = {
  clusters: 1,
  'irregular words': 1,
  spelling: 1,
  'longer words': 3,
  fluency: 3,
};
/** Beside pairs that are gaps, a skill that stands on them is worth less than the time it takes; listening and blending are worth it. */
const skillWeight = (skill: Strand): number => (STANDS_ON_PAIRS[skill] === undefined ? 1 : 0.6);
const skillReady = (skill: Strand, known: number): number => known ** (STANDS_ON_PAIRS[skill] ?? 0);
function knownShare(child: GroupingChild, pairs: readonly Need[], own: ReadonlySet<string> | undefined): number {
  const taught = pairs.filter((gpc) => own === undefined || own.has(gpc));
  return taught.length === 0 ? 1 : taught.reduce((sum, gpc) => sum + (child.known[gpc] ?? 1 - UNCHECKED_NEED), 0) / taught.length;
}
/** A pair for which the child can read no words is half as well learnt. */
const practised = (child: GroupingChild, name: Need): number => 0.5 + 0.5 * Math.min(1, child.practice?.[name] ?? 1);

/**
 * Scales every child's row so that those who have little to win in a cycle count for more: by the root of what the middle
 * child could win over what they could, within bounds. Without it groups are made for those with most gaps.
 */
function fairShares(rows: readonly { readonly [name: string]: Float64Array }[], focusSize: number): void {
  const could = rows.map((r) =>
    [...r.learn!]
      .sort((a, b) => b - a)
      .slice(0, focusSize)
      .reduce((a, b) => a + b, 0),
  );
  const sorted = [...could].sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1] ?? 0;
  rows.forEach((r, m) => {
    const share = Math.min(2, Math.max(0.7, (middle / Math.max(could[m]!, 1e-6)) ** FAIR));
    for (const list of Object.values(r))
      if (list !== r.need && list !== r.closes) for (let k = 0; k < list.length; k += 1) list[k]! *= share;
  });
}

const scratch = new Float64Array(64);
/** Minutes lost to the spread of pace: distance from the middle child, over the children whose pace is known. */
export function paceCost(n: Numbers, members: readonly number[]): number {
  let count = 0;
  const into = members.length > scratch.length ? new Float64Array(members.length) : scratch;
  for (const m of members) {
    const pace = n.pace[m]!;
    if (pace !== pace) continue;
    let k = count;
    while (k > 0 && into[k - 1]! > pace) {
      into[k] = into[k - 1]!;
      k -= 1;
    }
    into[k] = pace;
    count += 1;
  }
  // twice the sum of distances from the median is what the outer pairs span
  let sum = 0;
  for (let low = 0, high = count - 1; low < high; low += 1, high -= 1) sum += into[high]! - into[low]!;
  return sum * n.paceMinutes;
}

/** Minutes lost where last cycle's companions are not here. */
export function continuityCost(n: Numbers, members: readonly number[]): number {
  if (n.continuity === 0) return 0;
  let lost = 0;
  for (const m of members) {
    const mates = n.mates[m]!;
    if (mates === 0) continue;
    let kept = 0;
    for (const other of members) if (other !== m && n.last[other] === n.last[m]) kept += 1;
    lost += (mates - kept) / mates;
  }
  return lost * n.continuity;
}

export const NO_COST: Readonly<CostBreakdown> = {
  knownAlready: 0,
  notTaughtYet: 0,
  notCovered: 0,
  pace: 0,
  continuity: 0,
  waiting: 0,
  unsure: 0,
  total: 0,
};

/** What each of these children costs in a group of this focus. Row by row they add up to the group's cost. */
export function memberCosts(n: Numbers, members: readonly number[], focus: readonly number[]): CostBreakdown[] {
  const inFocus = new Set(focus);
  const given = givenBy(n, members);
  const paces = members.map((m) => n.pace[m]!).filter((pace) => !Number.isNaN(pace));
  paces.sort((a, b) => a - b);
  const middle = paces.length === 0 ? NaN : (paces[(paces.length - 1) >> 1]! + paces[paces.length >> 1]!) / 2;
  return members.map((m) => {
    const cost = { ...NO_COST };
    for (let k = 0; k < n.needs.length; k += 1) {
      cost.notCovered += n.open[m]![k]!;
      if (!inFocus.has(k)) continue;
      cost.notCovered -= given * n.learn[m]![k]!;
      cost.knownAlready += given * n.known[m]![k]!;
      cost.notTaughtYet += given * n.untaught[m]![k]!;
      cost.unsure += given * n.unsure[m]![k]!;
    }
    if (!Number.isNaN(n.pace[m]!)) cost.pace = Math.abs(n.pace[m]! - middle) * n.paceMinutes;
    if (n.mates[m]! > 0) {
      const kept = members.filter((other) => other !== m && n.last[other] === n.last[m]).length;
      cost.continuity = (n.continuity * (n.mates[m]! - kept)) / n.mates[m]!;
    }
    return withTotal(cost);
  });
}

function withTotal(cost: CostBreakdown): CostBreakdown {
  return {
    ...cost,
    total: cost.notCovered + cost.knownAlready + cost.notTaughtYet + cost.pace + cost.continuity + cost.waiting + cost.unsure,
  };
}
export function sumCosts(costs: readonly CostBreakdown[]): CostBreakdown {
  const sum = { ...NO_COST };
  for (const cost of costs) for (const part of Object.keys(sum) as (keyof CostBreakdown)[]) sum[part] += cost[part];
  return withTotal(sum);
}

/** The same difference part by part. */
export function costChange(after: CostBreakdown, before: CostBreakdown): CostBreakdown {
  const out = { ...NO_COST };
  for (const part of Object.keys(out) as (keyof CostBreakdown)[]) out[part] = after[part] - before[part];
  return out;
}

export function groupCost(n: Numbers, members: readonly number[], focus: readonly number[]): CostBreakdown {
  return sumCosts(memberCosts(n, members, focus));
}

/** Which columns a group's named focus is; names that are none of this problem's needs count for nothing. */
export function columnsOf(n: Numbers, focus: readonly Need[]): number[] {
  return focus.map((need) => n.column.get(need)).filter((k) => k !== undefined);
}
export function membersOf(n: Numbers, group: Pick<Group, 'members'>): number[] {
  return group.members.map((id) => n.index.get(id)).filter((k) => k !== undefined);
}

/** The best focus for these members. */
export function bestFocus(n: Numbers, members: readonly number[]): number[] {
  const gain = new Float64Array(n.needs.length);
  for (const m of members) for (let k = 0; k < gain.length; k += 1) gain[k]! += n.gain[m]![k]!;
  return focusOf(n.rule, gain);
}

/** What a child in no group costs. */
export function waitingCost(n: Numbers, m: number): CostBreakdown {
  return withTotal({ ...NO_COST, notCovered: n.base[m]!, waiting: n.waiting[m]! });
}

/** Each child's cost; a child in no group waits, and all their gaps stay open. */
export function costsByChild(problem: GroupingProblem, grouping: { groups: readonly Group[] }): Map<string, CostBreakdown> {
  const n = numbersOf(problem);
  const out = new Map<string, CostBreakdown>();
  for (const group of grouping.groups) {
    const members = membersOf(n, group);
    memberCosts(n, members, columnsOf(n, group.focus)).forEach((cost, k) => out.set(n.ids[members[k]!]!, cost));
  }
  n.ids.forEach((id, k) => {
    if (!out.has(id)) out.set(id, waitingCost(n, k));
  });
  return out;
}

/**
 * What a grouping costs, in child-minutes, for the focus it names. A child in no group has all their gaps open.
 * @example costOf(problem, formGroups(problem, { seed: 1 })).total
 */
export function costOf(problem: GroupingProblem, grouping: { groups: readonly Group[] }): CostBreakdown {
  return sumCosts([...costsByChild(problem, grouping).values()]);
}
