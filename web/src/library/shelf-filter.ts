/** Which texts of the shelf are found by what was chosen, and in which order they stand. */
import type { LibraryText, ReadingSummary, Session } from '@sapling/contract';
import type { Gpc, TeachingOrder } from '@sapling/core/phonics';
import { textsReadIn } from '../sessions/texts-read.js';

export const LENGTHS = { short: 'up to 60 words', middle: '60 to 130 words', long: 'over 130 words' } as const;
export interface ShelfFilter {
  /** Words of the title or the text. */
  readonly find?: string;
  readonly pair?: Gpc;
  /** `taught`: to be read with what was taught; `near`: of the last few steps of that; else all. */
  readonly steps?: 'taught' | 'near';
  readonly kind?: string;
  readonly length?: keyof typeof LENGTHS;
  /** Only measured texts. */
  readonly measured?: boolean;
  /** A group: texts that none of it has read. */
  readonly unread?: string;
  /** Only the school's own. */
  readonly own?: boolean;
}

/** How many of the newest steps count as *near*. */
export const NEAR_STEPS = 4;
/** The step of a text that is offered at none of this order. */
export const NEVER = 1000;

/** The texts that a group has read: aloud to somebody, or in a session that was held. */
export function readByGroup(
  members: readonly string[],
  groupId: string,
  readings: readonly ReadingSummary[],
  sessions: readonly Session[],
): Set<string> {
  const within = new Set(members);
  return new Set([
    ...readings.flatMap((r) => (r.done && within.has(r.child) ? [r.textId] : [])),
    ...sessions.filter((s) => s.groupId === groupId).flatMap(textsReadIn),
  ]);
}

/** The step from which a text is offered in an order; `NEVER` for none. */
export const stepIn = (text: Pick<LibraryText, 'offered'>, order: Pick<TeachingOrder, 'id'>): number =>
  text.offered.find((o) => o.order === order.id)?.step ?? NEVER;

const lengthOf = (words: number): keyof typeof LENGTHS => (words <= 60 ? 'short' : words <= 130 ? 'middle' : 'long');

export interface Shelf {
  readonly order: Pick<TeachingOrder, 'id'>;
  /** Steps of the order taught so far. */
  readonly taughtSteps: number;
  /** What was worked out of each text, by its id; empty while that is on its way. */
  readonly about: ReadonlyMap<string, { readonly words: number; readonly pairs: readonly Gpc[] }>;
  /** Texts that are left out because the chosen group has read them. */
  readonly read: ReadonlySet<string>;
}

/** The texts that fit, the newest taught step first and back from it, then what comes after what was taught. */
export function foundTexts<T extends LibraryText>(
  texts: readonly T[],
  filter: ShelfFilter,
  { order, taughtSteps, about, read }: Shelf,
): T[] {
  const wanted = (filter.find ?? '').toLowerCase().trim();
  const inSteps = (step: number): boolean =>
    !filter.steps || (step <= taughtSteps && (filter.steps === 'taught' || step > taughtSteps - NEAR_STEPS));
  const says = (t: T): boolean => !wanted || t.title.toLowerCase().includes(wanted) || t.text.toLowerCase().includes(wanted);
  const ofKind = (t: T): boolean =>
    (!filter.kind || t.kind === filter.kind) && (!filter.measured || t.measured !== null) && (!filter.own || t.version !== null);
  const holds = (t: T): boolean =>
    (!filter.pair || about.get(t.id)?.pairs.includes(filter.pair) === true) &&
    (!filter.length || lengthOf(about.get(t.id)?.words ?? 0) === filter.length);
  const nearness = (step: number): number => (step <= taughtSteps ? taughtSteps - step : NEVER + step);
  return texts
    .filter((t) => !read.has(t.id) && says(t) && ofKind(t) && holds(t) && inSteps(stepIn(t, order)))
    .sort((a, b) => nearness(stepIn(a, order)) - nearness(stepIn(b, order)) || a.title.localeCompare(b.title));
}
