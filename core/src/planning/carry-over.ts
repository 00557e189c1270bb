/** What a session left undone, and what of it goes into the next. */
import type { Gpc } from '../phonics/lexicon.js';
import type { PartKind, SessionPart, SessionPlan } from './session-plan.js';

export interface HeldSession {
  readonly plan: Pick<SessionPlan, 'focus' | 'parts'>;
  /** Titles of the parts that were done. */
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

/** Parts that are begun anew each time: nothing of them is carried over. */
const ANEW: ReadonlySet<PartKind> = new Set(['review', 'focus', 'letter formation', 'own']);

/**
 * The focus pairs that were really worked on: those of parts that were done or begun.
 * @example workedOn({ plan, done: ['Review'] }) // []
 */
export function workedOn({ plan, done, left = [] }: HeldSession): Gpc[] {
  const touched = plan.parts.filter((p) => done.includes(p.title) || left.some((l) => l.part === p.id && l.words.length < p.words.length));
  const pairs = new Set(touched.flatMap((p) => [...p.gpcs, ...p.words.flatMap((w) => w.focus)]));
  // a text or a sentence is for the focus as a whole
  const whole = touched.some((p) => p.text || (p.lines?.length ?? 0) > 0);
  return plan.focus.filter((gpc) => whole || pairs.has(gpc));
}

/** What the next session takes over: the rest of parts that were begun, and the whole of parts that were not reached. */
export function carryOver({ plan, done, left = [] }: HeldSession): Carried[] {
  return plan.parts.flatMap((part): Carried[] => {
    if (ANEW.has(part.kind) || done.includes(part.title)) return [];
    const rest = left.find((l) => l.part === part.id)?.words;
    const stays = (text: string): boolean => rest === undefined || rest.includes(text);
    const words = part.words.map((w) => w.word).filter(stays);
    const lines = (part.lines ?? []).filter((l) => stays(l.text)).map(({ text, answer }) => ({ text, ...(answer ? { answer } : {}) }));
    const text = part.text && stays(part.text.id) ? part.text.id : undefined;
    return words.length + lines.length > 0 || text ? [{ kind: part.kind, words, lines, ...(text ? { text } : {}) }] : [];
  });
}

/** The words and lines that were carried over, for a part of the same kind. */
export function carriedFor(part: Pick<SessionPart, 'kind'>, carried: readonly Carried[]): Carried | undefined {
  return carried.find((c) => c.kind === part.kind);
}
