/** The grouping problem and its answer, in types. Every cost is in child-minutes of one cycle. */
import type { Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';

/** What a group can work on: a taught pair, or a skill. */
export type Need = Gpc | Strand;

export interface GroupingChild {
  readonly id: string;
  /** Probability that the child knows each taught pair; a pair left out was never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
  /** Probability that the child has each skill in hand; a skill left out was never looked at. */
  readonly skills?: Readonly<Partial<Record<Strand, number>>>;
  /** Width of the interval around each of those probabilities, 0 to 1. Left out: 0 where there is one, 0.9 where there is none. */
  readonly unsure?: Readonly<Record<Need, number>>;
  /** From 0 to 1: how many words there are for this child to practise each pair with. Left out: enough. */
  readonly practice?: Readonly<Record<Gpc, number>>;
  /** What this child's class has been taught, where that is not all of `taught`: nothing else can be a gap of theirs. */
  readonly taught?: readonly Gpc[];
  /** Pairs the child gains in a week. Children without it are left out of the spread of pace. */
  readonly pace?: number;
  /** Slots in which the child must not be taken out of class. */
  readonly busy?: readonly string[];
  /** The class or family the child belongs to, for `classes`. */
  readonly set?: string;
  /** Last cycle's group. */
  readonly last?: string;
}
export interface Slot {
  readonly id: string;
  /** How many groups can meet in it. */
  readonly rooms: number;
}
export interface Adult {
  readonly id: string;
  /** How many groups this adult can take; one at a time. */
  readonly groups: number;
  readonly busy?: readonly string[];
}
/** What is fixed about a group beforehand. */
export interface GivenGroup {
  readonly focus?: readonly Need[];
  readonly slot?: string;
  readonly adult?: string;
  /** Nobody but those who must stay is to be in it. */
  readonly closed?: boolean;
}
export type Way = 'shared gaps' | 'next step' | Strand;

export interface GroupingProblem {
  readonly children: readonly GroupingChild[];
  /** What has been taught, in taught order: only this can be a gap. */
  readonly taught: readonly Gpc[];
  readonly groups: number;
  readonly sizeFrom: number;
  readonly sizeTo: number;
  /** How many pairs a cycle of sessions can carry; a skill counts as `SKILL_SIZE`. See `pairsInCycle`. */
  readonly focusSize: number;
  /** Minutes of a cycle spent on one focus pair. */
  readonly minutesPerPair?: number;
  /** Weeks in a cycle. */
  readonly weeks?: number;
  /** By gaps shared wherever they are, by next step (neighbours in the order), or one skill across the school. */
  readonly way?: Way;
  /** Skills that a focus may hold beside pairs. */
  readonly skills?: readonly Strand[];
  /** How often each pair comes in running text: its logarithm counts. Left out: all alike. */
  readonly textOpened?: Readonly<Record<Gpc, number>>;
  readonly together?: readonly (readonly [string, string])[];
  readonly apart?: readonly (readonly [string, string])[];
  /** Children who must be in a group, by its number from 0. */
  readonly stay?: readonly (readonly [string, number])[];
  /** Children who must not be in a group, by its number from 0. */
  readonly notIn?: readonly (readonly [string, number])[];
  /** Children who must be in a group, where others may wait. */
  readonly placed?: readonly string[];
  /** Children who must be in none, waiting for a specialist, say. */
  readonly out?: readonly string[];
  /** `keep`: a group is of one set; `mix`: no group is of one set alone. */
  readonly classes?: 'any' | 'keep' | 'mix';
  readonly slots?: readonly Slot[];
  readonly adults?: readonly Adult[];
  readonly given?: readonly (GivenGroup | undefined)[];
  /** Whether a child whom no group serves well may be left waiting. Otherwise all are placed. */
  readonly mayWait?: boolean;
  /** Child-minutes lost by a child who keeps none of last cycle's companions. */
  readonly continuity?: number;
}
export interface Group {
  members: string[];
  focus: Need[];
  slot?: string;
  adult?: string;
}
export interface Waiting {
  child: string;
  /** Kept out by rule; nothing a group could work on; or no group serves them well enough. */
  why: 'kept out' | 'no gaps' | 'not served';
}
export interface Grouping {
  groups: Group[];
  waiting: Waiting[];
  cost: CostBreakdown;
}
export interface CostBreakdown {
  /** Focus minutes of children who know the pair already; a quarter of them, since going over it is not all lost. */
  knownAlready: number;
  /** Focus minutes of children whose class has not been taught the pair; a quarter of them. */
  notTaughtYet: number;
  /** Minutes of gaps that are likely still gaps at the end of the cycle, weighted by the logarithm of the text they open. */
  notCovered: number;
  /** Minutes lost to a group that moves faster or slower than the child. */
  pace: number;
  /** Minutes lost settling in where last cycle's companions are gone. */
  continuity: number;
  /** Minutes of review and reading that a child in no group does not get: half of what their gaps would fill of a cycle. */
  waiting: number;
  /** Focus minutes at risk because little is known of the child. */
  unsure: number;
  total: number;
}
export const COST_PARTS = ['notCovered', 'knownAlready', 'notTaughtYet', 'pace', 'continuity', 'waiting', 'unsure'] as const;

export interface GroupExplanation {
  group: number;
  /** Each focus pair or skill with how many members need it. */
  shared: { gpc: Need; need: number; of: number }[];
  /** The member who gains least here: pairs they are likely to learn, how many of the focus they need, how many gaps they have, and where else they could go at what change in cost (child-minutes). */
  worst: { child: string; learns: number; covered: number; gaps: number; elsewhere: { group: number; change: number }[] } | null;
}
/** Four sessions of five minutes. */
export const DEFAULT_MINUTES_PER_PAIR = 20;
export const SESSIONS_PER_PAIR = 4;
export const DEFAULT_WEEKS = 6;
/** Small: groups are made as the evidence says, and companions decide only where it says nothing. */
export const DEFAULT_CONTINUITY = 5;
/** A skill takes the place of so many pairs in a focus. */
export const SKILL_SIZE = 2;

/** How many pairs a cycle can carry: each needs four sessions to be met, come back and be read. At least 1, at most 12. */
export function pairsInCycle(weeks: number, sessionsAWeek: number): number {
  return Math.max(1, Math.min(12, Math.floor((weeks * sessionsAWeek) / SESSIONS_PER_PAIR)));
}
