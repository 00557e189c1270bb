/** A session: its parts, and what is asked for to make it. */
import type { Carried } from './carry-over.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { PartContent, SessionNeeds, SessionSkill } from './part-content.js';
import type { PartKind } from './parts/index.js';
import type { PlanRemark } from './plan-remarks.js';
import type { SessionStyle } from './session-style.js';

export interface SessionPart extends PartContent {
  /** Stays with the part while its title changes. */
  id: string;
  kind: PartKind;
  title: string;
  minutes: number;
  /** What to do, one line or two. */
  how: string;
  /** Not drawn again with the others. */
  pinned?: boolean;
}
export interface SessionPlan {
  focus: Gpc[];
  skill?: SessionSkill;
  minutes: number;
  parts: SessionPart[];
  /** The name of the style it was made in. */
  style?: string;
  /** What to say at an error. */
  atError?: string;
  /** What this group makes hard, and what would help. */
  remarks?: PlanRemark[];
  /**
   * Drawn for its group's cycle and not changed by hand since: it may be drawn again by itself. The day it last was, and the day
   * of the session whose log moved the cycle.
   */
  drawn?: { again?: string | undefined; after?: string | undefined };
}
export interface SessionRequest extends SessionNeeds {
  /** What the last session did not reach: it comes first. */
  readonly carried?: readonly Carried[];
  /** Revisit to apply, where left out. */
  readonly style?: SessionStyle;
}
