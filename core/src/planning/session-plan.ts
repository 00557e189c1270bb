/** What a session is made of: its parts, what stands in them, and what is asked for to fill them. */
import type { Taught } from '../phonics/decodability.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EndingChange } from '../phonics/word-parts.js';
import type { TextQuestion } from '../reading/text-file.js';
import type { Carried } from './carry-over.js';
import type { SessionStyle } from './session-style.js';

/** Every kind of part a plan can hold, in the order they are offered. */
export const PART_KINDS = [
  'review',
  'focus',
  'listen',
  'find',
  'letter formation',
  'read words',
  'stepped words',
  'made-up words',
  'word chain',
  'sort spellings',
  'irregular words',
  'endings',
  'sound boxes',
  'spell',
  'picture spelling',
  'sentence',
  'yes or no',
  'picture sort',
  'phrase to picture',
  'text',
  'own',
] as const;
export type PartKind = (typeof PART_KINDS)[number];

export interface SessionChild {
  readonly id: string;
  /** Probability of knowing each pair; left out where never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
}

export interface PlannedWord {
  word: string;
  units: { grapheme: string; sound: string; letters: number[] }[];
  /** Which focus pairs it practises. */
  focus: Gpc[];
  /** Irregular words: indexes of the units that are the odd part, their pairs not being taught. */
  odd?: number[];
  /** The one child it is for; left out where it is for all. */
  for?: string;
  /** Find it among others: what is shown, this word among them. */
  options?: string[];
  /** Stepped support: what is said together at each step, the whole word last. */
  steps?: string[];
  base?: string;
  ending?: string;
  change?: EndingChange;
  /** Nobody's word. */
  madeUp?: boolean;
  /** Only heard or seen as a picture: nobody reads it. */
  heard?: boolean;
  /** Stays when the part is drawn again. */
  pinned?: boolean;
  /** From the session before, where it was not reached. */
  carried?: boolean;
}
export interface PlannedLine {
  text: string;
  answer?: 'yes' | 'no';
  /** Names of pictures it is put to. */
  pictures?: string[];
  pinned?: boolean;
}
export interface PlannedText {
  id: string;
  title: string;
  text: string;
  questions: readonly TextQuestion[];
  /** Words of it that these children cannot read: told before the reading. */
  tell: string[];
  /** Read in a session before. */
  again: boolean;
}
export interface SessionPart {
  /** Stays with the part while its title changes. */
  id: string;
  kind: PartKind;
  title: string;
  minutes: number;
  gpcs: Gpc[];
  words: PlannedWord[];
  /** What to do, one line or two. */
  how: string;
  /** Review: the cards in the order they are turned over, what is new coming back at growing gaps. */
  stack?: Gpc[];
  /** Review: pairs that are asked and not taught, to find out whether they stayed. */
  ask?: Gpc[];
  /** Pairs that only some of the group need, with who they are. */
  whose?: Record<Gpc, string[]>;
  lines?: PlannedLine[];
  text?: PlannedText;
  /** What could not be had, in a sentence. */
  remark?: string;
  /** Not drawn again with the others. */
  pinned?: boolean;
}
export interface SessionPlan {
  focus: Gpc[];
  minutes: number;
  parts: SessionPart[];
  /** The name of the style it was made in. */
  style?: string;
  /** What to say at an error. */
  atError?: string;
}

/** What parts can be filled from, besides the lexicon. */
export interface SessionSources {
  readonly texts?: readonly {
    readonly id: string;
    readonly title: string;
    readonly text: string;
    readonly questions: readonly TextQuestion[];
  }[];
  /** Words of which there are pictures. */
  readonly pictures?: readonly string[];
  readonly yesOrNo?: readonly { readonly text: string; readonly answer: 'yes' | 'no' }[];
}
export interface SessionRequest {
  readonly taught: Taught;
  /** The pairs this session is for. */
  readonly focus: readonly Gpc[];
  /** Those of them that are taught for the first time; the others were met before and come back in the review. All, where left out. */
  readonly fresh?: readonly Gpc[];
  /** Pairs set side by side. */
  readonly contrast?: readonly (readonly [Gpc, Gpc])[];
  /** Pairs to ask without teaching. */
  readonly recheck?: readonly Gpc[];
  readonly children: readonly SessionChild[];
  readonly minutes: number;
  readonly seed: number;
  /** Words, sentences and ids of texts met in the last sessions, not repeated needlessly. */
  readonly avoid?: readonly string[];
  /** What the last session did not reach: it comes first. */
  readonly carried?: readonly Carried[];
  /** Ids of texts that were read; one of them may be read again. */
  readonly textsRead?: readonly string[];
  /** Revisit to apply, where left out. */
  readonly style?: SessionStyle;
  readonly sources?: SessionSources;
  /** Whether made-up words are used for practice. */
  readonly madeUpWords?: boolean;
}
