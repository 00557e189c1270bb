/** The grouping problem and its answer, in types. The cost of an answer is in child-minutes. */
import type { Gpc } from '../phonics/lexicon.js';

export interface GroupingChild {
  readonly id: string;
  /** Probability that the child knows each taught pair; a pair left out was never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
}
export interface GroupingProblem {
  readonly children: readonly GroupingChild[];
  /** What has been taught, in taught order: only this can be a gap. */
  readonly taught: readonly Gpc[];
  readonly groups: number;
  readonly sizeFrom: number;
  readonly sizeTo: number;
  /** How many pairs a cycle of sessions can carry. */
  readonly focusSize: number;
  /** Minutes of a cycle spent on one focus pair. */
  readonly minutesPerPair?: number;
  readonly together?: readonly (readonly [string, string])[];
  readonly apart?: readonly (readonly [string, string])[];
}
export interface Group {
  members: string[];
  focus: Gpc[];
}
export interface Grouping {
  groups: Group[];
  cost: CostBreakdown;
}
export interface CostBreakdown {
  /** Child-minutes spent on what the child already knows. */
  knownAlready: number;
  /** Child-minutes of gaps that no focus of the child's group covers, weighted by place in the order. */
  notCovered: number;
  total: number;
}
export interface GroupExplanation {
  group: number;
  /** Each focus pair with how many members need it. */
  shared: { gpc: Gpc; need: number; of: number }[];
  /** The member the group serves worst, and where else they could go at what change in cost (child-minutes). */
  worst: { child: string; covered: number; gaps: number; elsewhere: { group: number; change: number }[] } | null;
}
export const DEFAULT_MINUTES_PER_PAIR = 20;
