/** A session: its parts, and what is asked for to make it. */
import type { Carried } from './carry-over.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { ContentOf, SessionNeeds, SessionSkill } from './part-content.js';
import type { PartKind, PARTS } from './parts/index.js';
import type { PlanRemark } from './plan-remarks.js';
import type { SessionStyle } from './session-style.js';

interface PartHead {
  /** Stays with the part while its title changes. */
  id: string;
  title: string;
  minutes: number;
  /** What to do, one line or two. */
  how: string;
  /** Not drawn again with the others. */
  pinned?: boolean | undefined;
}
/** A part of one kind, with the fields that parts of this kind have and no others. */
export type SessionPartOf<K extends PartKind> = PartHead & { kind: K } & ContentOf<(typeof PARTS)[K]['holds'][number]>;
/**
 * A part of a session, told apart by its kind.
 * @example
 * { id: 'find the new one', kind: 'find the new one', title: 'Find the new one', minutes: 2, how: 'Along each row …',
 *   gpcs: ['ai:ay'], words: [], rows: [{ items: ['m', 'ai', 's', 't', 'ai', 'p', 'n', 'k'], answer: 'ai: 2 times' }] }
 */
export type SessionPart = { [K in PartKind]: SessionPartOf<K> }[PartKind];
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
   * of the session whose log moved the cycle; whether a child joined since, and whether it was drawn again for one who had.
   */
  drawn?: { again?: string | undefined; after?: string | undefined; joined?: boolean | undefined; forWhoJoined?: boolean | undefined };
}
export interface SessionRequest extends SessionNeeds {
  /** What the last session did not reach: it comes first. */
  readonly carried?: readonly Carried[];
  /** Revisit to apply, where left out. */
  readonly style?: SessionStyle;
}
