/** What stands in a part of a session, and what a session is asked to be made of. */
import type { Taught } from '../phonics/decodability.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EndingChange } from '../phonics/word-parts.js';
import type { TextQuestion } from '../reading/text-file.js';

/** Skills that a session can be for by itself or beside pairs. */
export const SESSION_SKILLS = ['listening', 'blending', 'clusters', 'longer words', 'irregular words', 'spelling', 'fluency'] as const;
export type SessionSkill = (typeof SESSION_SKILLS)[number];

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
  /** What the adult says for it, piece by piece: *sn*, *ail*. */
  say?: string[];
  /** What is right, where the word itself is not: *top* for *stop* without its first sound. */
  answer?: string;
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
/** A row of things of which one is chosen. @example { show: 'G', items: ['c', 'g', 'q'], answer: 'g' } */
export interface PlannedRow {
  /** What the row is about, read or looked at; left out where the adult says it. */
  show?: string;
  /** The name of a picture it is about. */
  picture?: string;
  items: string[];
  answer: string;
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
/** What stands in a part, whatever its kind. */
export interface PartContent {
  gpcs: Gpc[];
  words: PlannedWord[];
  /** Review: the cards in the order they are turned over, what is new coming back at growing gaps. */
  stack?: Gpc[];
  /** Review: pairs that are asked and not taught, to find out whether they stayed. */
  ask?: Gpc[];
  /** Pairs that only some of the group need, with who they are. */
  whose?: Record<Gpc, string[]>;
  lines?: PlannedLine[];
  rows?: PlannedRow[];
  text?: PlannedText;
  /** What could not be had, in a sentence. */
  remark?: string;
}

/** Fields that only parts of some kinds have: each descriptor names those of its kind. Pairs, words and a remark any may have. */
export const OWN_FIELDS = ['stack', 'ask', 'whose', 'lines', 'rows', 'text'] as const;
export type OwnField = (typeof OWN_FIELDS)[number];
/** What stands in a part that has these fields of its own and no others. */
export type ContentOf<Own extends OwnField> = Pick<PartContent, 'gpcs' | 'words' | 'remark'> & { [F in Own]?: PartContent[F] } & {
  [F in Exclude<OwnField, Own>]?: undefined;
};

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
/** What a session is for and for whom, without the style it is made in. */
export interface SessionNeeds {
  readonly taught: Taught;
  /** The pairs this session is for. Empty only where it is for a skill. */
  readonly focus: readonly Gpc[];
  /** A skill it is for, beside the pairs or instead of them. */
  readonly skill?: SessionSkill;
  /** Those of the focus that are taught for the first time; the others were met before and come back in the review. All, where left out. */
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
  /** Words of the session just before: they do not come again unless there are hardly any others. */
  readonly lastWords?: readonly string[];
  /** Words missed there: they come again. */
  readonly missed?: readonly string[];
  /** Ids of texts that were read; one of them may be read again. */
  readonly textsRead?: readonly string[];
  readonly sources?: SessionSources;
  /** Whether made-up words are used for practice. */
  readonly madeUpWords?: boolean;
}
