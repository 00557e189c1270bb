/** What the sheets of a session are made from, and what they share. */
import type { SchoolSettings, Session } from '@sapling/contract';
import { isShippedText, partKind, type ChildSheet } from '@sapling/core/planning';
import { ownWording, type OwnWords } from '@sapling/core/wording';

export const PAPERS = [
  'cover',
  'plan',
  'record',
  'cards',
  'words',
  'boxes',
  'chain',
  'sort',
  'dictation',
  'letters',
  'pictures',
  'rows',
  'text',
] as const;
export type PaperKind = (typeof PAPERS)[number];

export interface PaperFacts {
  readonly session: Session;
  /** Names of the children as they are printed, in full or as initials. */
  readonly names: ReadonlyMap<string, string>;
  readonly adult: string;
  /** The day in words, the time and the room as far as they are known. */
  readonly day: string;
  readonly when: string;
  readonly where: string;
  /** By child: pairs of the focus they do not know yet, and what they say instead. */
  readonly watch: readonly { readonly child: string; readonly text: string }[];
  /** The last notes colleagues left about this group, newest first. */
  readonly notes: readonly { readonly by: string; readonly on: string; readonly text: string }[];
  /** What the school has every cover told: where things are, whom to call. */
  readonly safety: string;
  /** The school's own words. */
  readonly words: OwnWords;
  readonly cues: ReadonlyMap<string, string>;
  /** How the school rules lines to write on. */
  readonly ruling: SchoolSettings['ruling'];
}
export type Part = Session['plan']['parts'][number];

/** A grapheme as a child sees it. */
export const shown = (gpc: string): string => gpc.split(':')[0]!.replace('_', '‑');
/** Whether children write the words of a part: their spelling stands nowhere on their sheets. */
export const hasSpelling = (part: Part): boolean => partKind(part.kind).fromHearing === true;
/** Whether a part's content stands on a sheet. */
export const standsOn = (part: Part, sheet: ChildSheet): boolean => partKind(part.kind).sheets.includes(sheet);

export const partsOf = (facts: PaperFacts): Part[] => facts.session.plan.parts;

/** A session whose plan says the program's own titles and routines in the school's words; what somebody typed stays. */
export function inWordsOf(session: Session, words: OwnWords): Session {
  const own = ownWording(words);
  const said = (text: string): string => (isShippedText(text) ? own(text) : text);
  const { plan } = session;
  const parts = plan.parts.map((p) => ({ ...p, title: said(p.title), how: said(p.how) }));
  return { ...session, plan: { ...plan, parts, ...(plan.atError === undefined ? {} : { atError: said(plan.atError) }) } };
}
