/** A session filled in, and the ways to change it: another draw of a part, another word, what is unreadable in it. */
import { CoreError } from '../errors.js';
import { wordJudge, wordsOf, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { carriedFor } from './carry-over.js';
import type { PartKind, PlannedWord, SessionPart, SessionPlan, SessionRequest } from './session-plan.js';
import { fillPart, type Filled, type Filling } from './session-parts.js';
import { shareMinutes, styleFor, type StylePart } from './session-style.js';
import { groundOf, irregularWord, plannedWord } from './session-words.js';

export const LEAST_MINUTES = 10;
export const MOST_MINUTES = 30;

/**
 * One session filled in: what to review, the focus, and parts whose words use only what every one of these children can
 * read plus the focus, with minutes that add up to the session's. A part for which nothing can be had is left out and
 * its minutes go to the others.
 * @throws CoreError `empty` for no focus, `out-of-range` for minutes outside 10 to 30.
 * @example planSession(lexicon, { taught, focus: ['ai:ay'], children, minutes: 20, seed: 1 })
 */
export function planSession(lexicon: Lexicon, request: SessionRequest): SessionPlan {
  const { focus, minutes } = request;
  if (focus.length === 0) throw new CoreError('empty', 'focus', 'A session needs at least one focus pair.');
  if (!Number.isInteger(minutes) || minutes < LEAST_MINUTES || minutes > MOST_MINUTES)
    throw new CoreError('out-of-range', 'minutes', `A session takes ${LEAST_MINUTES} to ${MOST_MINUTES} minutes.`);
  const style = request.style ?? styleFor('revisit to apply');
  // what is dropped for want of minutes or of words gives its time to the rest
  let wanted: readonly StylePart[] = style.parts;
  for (;;) {
    const shared = shareMinutes(minutes, wanted);
    const avoid = new Set(request.avoid ?? []);
    const parts: SessionPart[] = [];
    const empty = new Set<StylePart>();
    shared.forEach(({ part, minutes: time }, k) => {
      const filled = fillPart(part.kind, fillingOf(lexicon, request, time, k, avoid));
      if (!filled) return void empty.add(part);
      const nth = parts.filter((p) => p.kind === part.kind).length;
      const made = withCarried(lexicon, request, asPart(part, time, filled), nth);
      for (const met of metIn(made)) avoid.add(met);
      parts.push(made);
    });
    if (empty.size === 0 || empty.size === shared.length)
      return { focus: [...focus], minutes, parts, style: style.name, ...(style.atError ? { atError: style.atError } : {}) };
    wanted = wanted.filter((p) => !empty.has(p));
  }
}

/** Puts what was carried over first, as far as it is readable still, in place of as much that was drawn. */
function withCarried(lexicon: Lexicon, request: SessionRequest, part: SessionPart, nth: number): SessionPart {
  const carried = carriedFor(part, request.carried ?? [], nth);
  // rows, steps, bases, chains and columns belong together and are drawn anew
  if (!carried || TOGETHER.has(part.kind)) return part;
  const { reads } = groundOf(lexicon, request);
  const first = carried.words.filter((w) => part.kind === 'made-up words' || reads(w)).map((w) => plannedAgain(lexicon, request, part, w));
  const words = [...first, ...part.words.filter((w) => !first.some((c) => c.word === w.word))].slice(
    0,
    Math.max(first.length, part.words.length),
  );
  const sentences = carried.lines.filter((l) => wordsOf(l.text).every((w) => reads(w.text))).map((l) => ({ ...l }));
  const lines = [...sentences, ...(part.lines ?? []).filter((l) => !sentences.some((c) => c.text === l.text))].slice(
    0,
    Math.max(sentences.length, part.lines?.length ?? 0),
  );
  return { ...part, words, ...(lines.length > 0 ? { lines } : {}) };
}
const TOGETHER: ReadonlySet<PartKind> = new Set(['find', 'stepped words', 'endings', 'word chain', 'sort spellings', 'picture sort']);
function plannedAgain(lexicon: Lexicon, request: SessionRequest, part: SessionPart, word: string): PlannedWord {
  const same = part.words.find((w) => w.word === word);
  if (same) return { ...same, carried: true };
  const planned =
    part.kind === 'irregular words'
      ? irregularWord(lexicon, word, request.focus, request.taught.gpcs)
      : plannedWord(lexicon, word, request.focus);
  return {
    ...planned,
    ...(part.kind === 'made-up words' ? { madeUp: true } : {}),
    ...(part.kind === 'listen' ? { heard: true } : {}),
    carried: true,
  };
}
/** Words, sentences and texts of a part, as the next sessions need not repeat them. */
export function metIn(part: SessionPart): string[] {
  return [...part.words.map((w) => w.word), ...(part.lines ?? []).map((l) => l.text), ...(part.text ? [part.text.id] : [])];
}

/**
 * A part drawn again: what is pinned stays, the rest is other than before where there is anything else.
 * @throws CoreError `no-candidates` where nothing can be had.
 */
export function redrawPart(lexicon: Lexicon, request: SessionRequest, plan: SessionPlan, partId: string, seed: number): SessionPart {
  const part = partOf(plan, partId);
  const elsewhere = plan.parts.filter((p) => p.id !== partId).flatMap(metIn);
  const avoid = new Set([...(request.avoid ?? []), ...elsewhere, ...metIn(part)]);
  const filled = fillPart(part.kind, fillingOf(lexicon, request, Math.max(1, part.minutes), seed, avoid));
  if (!filled)
    throw new CoreError('no-candidates', 'part', `Nothing else can be had for “${part.title}” with what these children can read.`);
  return withPinned(part, asPart(part, part.minutes, filled));
}

/** A plan drawn again with what was pinned in the one before: whole parts, and words in their places. */
export function keepPinned(before: SessionPlan, next: SessionPlan): SessionPlan {
  const parts = next.parts.map((part) => {
    const old = before.parts.find((p) => p.id === part.id && p.kind === part.kind);
    if (!old) return part;
    if (old.pinned) return { ...old, minutes: part.minutes };
    return withPinned(old, part);
  });
  // a pinned part stays though the new draw has none of its kind
  const gone = before.parts.filter((p) => p.pinned && !parts.some((q) => q.id === p.id));
  return { ...next, parts: [...parts, ...gone] };
}
function withPinned(old: SessionPart, part: SessionPart): SessionPart {
  const pinned = old.words.filter((w) => w.pinned);
  const lines = (old.lines ?? []).filter((l) => l.pinned);
  const next = { ...part };
  if (pinned.length > 0) {
    // a pinned word keeps its place; what was drawn fills the others
    const drawn = part.words.filter((w) => !pinned.some((p) => p.word === w.word));
    const many = Math.max(part.words.length, pinned.length);
    next.words = Array.from({ length: many }, (_, k) => (old.words[k]?.pinned ? old.words[k] : drawn.shift())).filter(
      (w) => w !== undefined,
    );
    next.words.push(...pinned.filter((p) => !next.words.includes(p)));
  }
  if (lines.length > 0)
    next.lines = [...lines, ...(part.lines ?? []).filter((l) => !lines.some((k) => k.text === l.text))].slice(
      0,
      Math.max(lines.length, part.lines?.length ?? 0),
    );
  return next;
}

/**
 * One word of a part put in place of another: of the same kind, for the same pair and the same child, and not met yet.
 * @throws CoreError `no-candidates` where no other fits.
 */
export function swapWord(
  lexicon: Lexicon,
  request: SessionRequest,
  plan: SessionPlan,
  at: { readonly part: string; readonly word: string; readonly seed: number },
): PlannedWord {
  const part = partOf(plan, at.part);
  const old = part.words.find((w) => w.word === at.word);
  const met = new Set([...(request.avoid ?? []), ...plan.parts.flatMap(metIn)]);
  // drawn for this word's pair alone, so that the new one practises the same
  const focus = old && old.focus.length > 0 ? [old.focus[0]!] : request.focus;
  for (let tries = 0; tries < 6; tries += 1) {
    const filling = fillingOf(lexicon, request, Math.max(2, part.minutes), at.seed + tries * 7, met);
    const filled = fillPart(part.kind, { ...filling, ground: { ...filling.ground, focus } });
    const other = filled?.words?.find((w) => !met.has(w.word));
    if (other) {
      const { for: _whose, ...word } = other;
      return {
        ...word,
        focus: request.focus.filter((g) => word.units.some((u) => `${u.grapheme}:${u.sound}` === g)),
        ...(old?.for ? { for: old.for } : {}),
      };
    }
  }
  throw new CoreError('no-candidates', 'word', `No other word fits in the place of “${at.word}”.`);
}

function partOf(plan: SessionPlan, id: string): SessionPart {
  const part = plan.parts.find((p) => p.id === id);
  if (!part) throw new CoreError('bad-input', 'part', 'The plan has no such part.');
  return part;
}

function fillingOf(lexicon: Lexicon, request: SessionRequest, minutes: number, k: number, avoid: ReadonlySet<string>): Filling {
  const style = request.style ?? styleFor('revisit to apply');
  return { lexicon, request, ground: groundOf(lexicon, request), minutes, seed: request.seed + k * 1009, avoid, oldToNew: style.oldToNew };
}

function asPart(from: Pick<SessionPart, 'id' | 'kind' | 'title' | 'how'>, minutes: number, filled: Filled): SessionPart {
  return { id: from.id, kind: from.kind, title: from.title, how: from.how, minutes, gpcs: [], words: [], ...filled };
}

/**
 * What of a plan these children cannot read yet, each with the missing pairs: words, and words of lines. Made-up words
 * and what is only heard are passed over, and so are the words of a text that are told first.
 */
export function unreadable(lexicon: Lexicon, plan: SessionPlan, taught: Taught): { word: string; missing: Gpc[] }[] {
  const judge = wordJudge(lexicon, { gpcs: [...taught.gpcs, ...plan.focus], words: taught.words });
  const words = plan.parts.flatMap((part) => [
    ...part.words.filter((w) => !w.heard && !w.madeUp).flatMap((w) => [w.word, ...(w.options ?? [])]),
    ...(part.lines ?? []).flatMap((line) => wordsOf(line.text).map((w) => w.text)),
  ]);
  return [...new Set(words)]
    .map((word) => ({ word, ...judge(word) }))
    .filter(({ status }) => status === 'not yet' || status === 'unread')
    .map(({ word, missing }) => ({ word, missing }));
}
