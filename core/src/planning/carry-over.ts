/** What a session left undone, and what of it goes into the next. */
import type { Gpc } from '../phonics/lexicon.js';
import { partKind, type PartKind } from './parts/index.js';
import type { SessionPart, SessionPlan } from './session-plan.js';

export interface HeldSession {
  readonly plan: Pick<SessionPlan, 'focus' | 'parts'>;
  /** Ids of the parts that were done. Logs of older versions hold titles: each stands for every part of that title. */
  readonly done: readonly string[];
  /** Words of parts that were begun and not ended, by the part's id. */
  readonly left?: readonly { readonly part: string; readonly words: readonly string[] }[] | undefined;
}
export interface Carried {
  readonly kind: PartKind;
  /** Words, in the order they were planned. */
  readonly words: readonly string[];
  /** Lines and the id of a text, the same. */
  readonly lines: readonly { readonly text: string; readonly answer?: 'yes' | 'no' | undefined }[];
  readonly text?: string;
}

/**
 * The ids of the parts that were done, in the order of the plan.
 * @example partsDone({ parts: [{ id: 'read words', title: 'Read words' }] }, ['Read words']) // ['read words']
 */
export function partsDone({ parts }: { readonly parts: readonly Pick<SessionPart, 'id' | 'title'>[] }, done: readonly string[]): string[] {
  const ids = new Set(parts.map((p) => p.id));
  const titles = new Set(done.filter((d) => !ids.has(d)));
  return parts.filter((p) => done.includes(p.id) || titles.has(p.title)).map((p) => p.id);
}

/**
 * The focus pairs that were really worked on: those of parts that were done or begun.
 * @example workedOn({ plan, done: ['Review'] }) // []
 */
export function workedOn({ plan, done, left = [] }: HeldSession): Gpc[] {
  const ended = new Set(partsDone(plan, done));
  const touched = plan.parts.filter((p) => ended.has(p.id) || left.some((l) => l.part === p.id && l.words.length < p.words.length));
  const pairs = new Set(touched.flatMap((p) => [...p.gpcs, ...p.words.flatMap((w) => w.focus)]));
  // a text or a sentence is for the focus as a whole
  const whole = touched.some((p) => p.text || (p.lines?.length ?? 0) > 0);
  return plan.focus.filter((gpc) => whole || pairs.has(gpc));
}

/** What the next session takes over: the rest of parts that were begun, and the whole of parts that were not reached. */
export function carryOver({ plan, done, left = [] }: HeldSession): Carried[] {
  const ended = new Set(partsDone(plan, done));
  return plan.parts.flatMap((part): Carried[] => {
    if (partKind(part.kind).startsAnew || ended.has(part.id)) return [];
    const rest = left.find((l) => l.part === part.id)?.words;
    const stays = (text: string): boolean => rest === undefined || rest.includes(text);
    const words = part.words.map((w) => w.word).filter(stays);
    const lines = (part.lines ?? []).filter((l) => stays(l.text)).map(({ text, answer }) => ({ text, ...(answer ? { answer } : {}) }));
    const text = part.text && stays(part.text.id) ? part.text.id : undefined;
    return words.length + lines.length > 0 || text ? [{ kind: part.kind, words, lines, ...(text ? { text } : {}) }] : [];
  });
}

/**
 * The words and lines that were carried over, for a part of the same kind: for the first such part of a style the first that
 * was left, for the second the second.
 * @param nth how many parts of this kind stand before it in the style
 */
export function carriedFor(part: Pick<SessionPart, 'kind'>, carried: readonly Carried[], nth = 0): Carried | undefined {
  return carried.filter((c) => c.kind === part.kind)[nth];
}
