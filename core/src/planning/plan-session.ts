import { CoreError } from '../errors.js';
import { findWords } from '../phonics/find-words.js';
import { wordJudge, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { gpcsOf, segment } from '../phonics/segment.js';
import { seeded, shuffled } from '../random.js';

export interface SessionChild {
  readonly id: string;
  /** Probability of knowing each pair; left out where never checked. */
  readonly known: Readonly<Record<Gpc, number>>;
}
export interface SessionRequest {
  readonly taught: Taught;
  readonly focus: readonly Gpc[];
  readonly children: readonly SessionChild[];
  readonly minutes: number;
  readonly seed: number;
  /** Words met in the last sessions, not repeated needlessly. */
  readonly avoid?: readonly string[];
}
export interface PlannedWord {
  word: string;
  units: { grapheme: string; sound: string; letters: number[] }[];
  /** Which focus pairs it practises. */
  focus: Gpc[];
  /** Irregular words: indexes of the units that are the odd part, their pairs not being taught. */
  odd?: number[];
}
export type PartKind = 'review' | 'focus' | 'read words' | 'irregular words' | 'spell';
export interface SessionPart {
  kind: PartKind;
  title: string;
  minutes: number;
  gpcs: Gpc[];
  words: PlannedWord[];
  /** What to do, one line. */
  how: string;
}
export interface SessionPlan {
  focus: Gpc[];
  minutes: number;
  parts: SessionPart[];
}

/** Shares of the time, and the least a part is worth starting for. */
const SHARES: readonly { kind: PartKind; share: number; title: string; how: string }[] = [
  {
    kind: 'review',
    share: 0.2,
    title: 'Review',
    how: 'Turn the stack over once, quickly. Give the sound at any slip, have it said again, and put the card back three cards later.',
  },
  {
    kind: 'focus',
    share: 0.2,
    title: 'Focus',
    how: 'Say the sound, show the grapheme, have each child say it and write it. Then contrast it with the one it is mixed up with.',
  },
  {
    kind: 'read words',
    share: 0.3,
    title: 'Read words',
    how: 'Point under each grapheme, sounds first, then the word. A second time without sounding out loud.',
  },
  { kind: 'irregular words', share: 0.1, title: 'Irregular words', how: 'Read the word, find the odd part together, read it again.' },
  { kind: 'spell', share: 0.2, title: 'Spell', how: 'Say the word, count its sounds on fingers, write a grapheme for each, read it back.' },
];

export const LEAST_MINUTES = 10;
export const MOST_MINUTES = 30;

/**
 * One session filled in: what to review, the focus, words that use only what these children were taught
 * plus the focus, and minutes for each part that add up to the session's.
 * @throws CoreError `empty` for no focus, `out-of-range` for minutes outside 10 to 30.
 * @example planSession(lexicon, { taught, focus: ['ai:ay'], children, minutes: 20, seed: 1 })
 */
export function planSession(lexicon: Lexicon, request: SessionRequest): SessionPlan {
  const { taught, focus, children, minutes, seed } = request;
  if (focus.length === 0) throw new CoreError('empty', 'focus', 'A session needs at least one focus pair.');
  if (!Number.isInteger(minutes) || minutes < LEAST_MINUTES || minutes > MOST_MINUTES)
    throw new CoreError('out-of-range', 'minutes', `A session takes ${LEAST_MINUTES} to ${MOST_MINUTES} minutes.`);
  const random = seeded(seed);
  const review = reviewPairs(taught.gpcs, focus, children, 10);
  // words stand on what the children were taught less what none of them is likely to know
  const solid: Taught = { ...taught, gpcs: taught.gpcs.filter((gpc) => !focus.includes(gpc)) };
  const toRead = spread(lexicon, solid, focus, Math.max(6, Math.round(minutes / 2)), seed, request.avoid ?? []);
  const toSpell = spread(lexicon, solid, focus, 4, seed + 1, [...toRead.map((w) => w.word), ...(request.avoid ?? [])]);
  const irregular = shuffled(taught.words.slice(-12), random).slice(0, 3);
  const times = shareMinutes(minutes, irregular.length > 0);
  const parts: SessionPart[] = SHARES.flatMap(({ kind, title, how }) => {
    const time = times.get(kind) ?? 0;
    if (time === 0) return [];
    const content: Record<PartKind, Pick<SessionPart, 'gpcs' | 'words'>> = {
      review: { gpcs: review, words: [] },
      focus: { gpcs: [...focus], words: [] },
      'read words': { gpcs: [], words: toRead },
      'irregular words': { gpcs: [], words: irregular.map((word) => irregularWord(lexicon, word, focus, taught.gpcs)) },
      spell: { gpcs: [], words: toSpell },
    };
    return [{ kind, title, how, minutes: time, ...content[kind] }];
  });
  return { focus: [...focus], minutes, parts };
}

/** A word with its units and the focus pairs it practises; no units where nothing fits it. */
export function plannedWord(lexicon: Lexicon, word: string, focus: readonly Gpc[]): PlannedWord {
  const cut = segment(lexicon, word)[0];
  const gpcs = cut ? gpcsOf(cut) : [];
  return { word, units: cut?.units ?? [], focus: focus.filter((gpc) => gpcs.includes(gpc)) };
}

/** An irregular word with its odd part: the units whose pairs these children have not been taught. */
export function irregularWord(lexicon: Lexicon, word: string, focus: readonly Gpc[], taught: readonly Gpc[]): PlannedWord {
  const planned = plannedWord(lexicon, word, focus);
  return { ...planned, odd: planned.units.flatMap((u, k) => (taught.includes(`${u.grapheme}:${u.sound}`) ? [] : [k])) };
}

/** The words of a plan that these children cannot read yet, each with the missing pairs. */
export function unreadable(lexicon: Lexicon, plan: SessionPlan, taught: Taught): { word: string; missing: Gpc[] }[] {
  const judge = wordJudge(lexicon, { gpcs: [...taught.gpcs, ...plan.focus], words: taught.words });
  return plan.parts
    .flatMap((part) => part.words)
    .map(({ word }) => ({ word, ...judge(word) }))
    .filter(({ status }) => status === 'not yet' || status === 'unread')
    .map(({ word, missing }) => ({ word, missing }));
}

/** Pairs worth another look: shaky for somebody first, then the latest taught, never the focus itself. */
function reviewPairs(taught: readonly Gpc[], focus: readonly Gpc[], children: readonly SessionChild[], count: number): Gpc[] {
  const scored = taught
    .filter((gpc) => !focus.includes(gpc))
    .map((gpc, k) => {
      const shaky = children.reduce((sum, child) => {
        const p = child.known[gpc];
        return sum + (p === undefined ? 0.2 : 4 * p * (1 - p));
      }, 0);
      return { gpc, k, score: shaky / Math.max(1, children.length) + (0.3 * k) / Math.max(1, taught.length) };
    });
  return scored
    .sort((a, b) => b.score - a.score || a.k - b.k)
    .slice(0, count)
    .sort((a, b) => a.k - b.k)
    .map(({ gpc }) => gpc);
}

/** Words a child is likely to have heard come first: at least so often in a million spoken words. */
const COMMON = 8;
const MOST_SOUNDS = 5;

/** Words for each focus pair in turn, easy shapes first. */
function spread(
  lexicon: Lexicon,
  taught: Taught,
  focus: readonly Gpc[],
  count: number,
  seed: number,
  avoid: readonly string[],
): PlannedWord[] {
  const words = new Map<string, PlannedWord>();
  const share = Math.ceil(count / focus.length);
  focus.forEach((gpc, k) => {
    // the other focus pairs are as new as this one: a word has one new thing at a time where it can
    const pick = (skip: readonly string[], from: Taught, minFrequency: number): void => {
      let taken = [...words.values()].filter((w) => w.focus.includes(gpc)).length;
      for (const found of findWords(lexicon, {
        taught: from,
        mustUse: [gpc],
        limit: share * 2,
        seed: seed + k * 101,
        avoid: skip,
        maxSounds: MOST_SOUNDS,
        minFrequency,
      })) {
        if (taken >= share) break;
        if (words.has(found.word)) continue;
        words.set(found.word, plannedWord(lexicon, found.word, focus));
        taken += 1;
      }
    };
    const short = (): boolean => [...words.values()].filter((w) => w.focus.includes(gpc)).length < share;
    pick(avoid, taught, COMMON);
    if (short()) pick(avoid, taught, 1);
    if (short()) pick([], { ...taught, gpcs: [...taught.gpcs, ...focus] }, 0.3);
  });
  return [...words.values()].sort((a, b) => a.units.length - b.units.length || (a.word < b.word ? -1 : 1)).slice(0, count);
}

/** Whole minutes for each part that add up exactly (largest remainder). */
function shareMinutes(minutes: number, irregular: boolean): Map<PartKind, number> {
  const parts = SHARES.filter((s) => irregular || s.kind !== 'irregular words');
  const sum = parts.reduce((a, b) => a + b.share, 0);
  const exact = parts.map((s) => ({ kind: s.kind, exact: (minutes * s.share) / sum }));
  const out = new Map(exact.map(({ kind, exact: e }) => [kind, Math.max(1, Math.floor(e))]));
  let left = minutes - [...out.values()].reduce((a, b) => a + b, 0);
  for (const { kind } of exact.slice().sort((a, b) => (b.exact % 1) - (a.exact % 1))) {
    if (left <= 0) break;
    out.set(kind, out.get(kind)! + 1);
    left -= 1;
  }
  return out;
}
