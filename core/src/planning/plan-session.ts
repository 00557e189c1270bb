/** A session filled in, and the ways to change it: another draw of a part, another word, what is unreadable in it. */
import { CoreError } from '../errors.js';
import { wordJudge, wordsOf, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { carriedFor } from './carry-over.js';
import type { PlannedWord } from './part-content.js';
import { partKind, type PartKind } from './parts/index.js';
import type { Filled, Filling } from './parts/part.js';
import { onFocus, remarksOf, SHORT_OF_FOCUS } from './plan-look.js';
import type { SessionPart, SessionPlan, SessionRequest } from './session-plan.js';
import {
  LEAST_A_PART,
  part as partOfStyle,
  shareMinutes,
  SHIPPED_STYLES,
  styleFor,
  type SessionStyle,
  type StylePart,
} from './session-style.js';
import { readablePairsOf, irregularWord, plannedWord } from './session-words.js';
import { skillStyle } from './skill-styles.js';
import { emptyPart, withContent } from './with-content.js';

export const LEAST_MINUTES = 10;
export const MOST_MINUTES = 30;
/** From so many minutes on a session has some reading that means something together. */
const READS_FROM_MINUTES = 15;
/** What stands in where reading that means something together cannot be had from the style's own parts. */
const CONNECTED: readonly PartKind[] = ['text', 'yes or no', 'phrase and picture', 'phrase to picture'];
/** What stands in where too little can be had for the focus: none of it needs words that all can read. */
const WITHOUT_WORDS: readonly PartKind[] = ['listen', 'find the new one', 'write in the air', 'picture sort', 'more words', 'read to them'];
/** A session with fewer parts than one in so many minutes is a hollow one. */
const MINUTES_A_PART = 5;

/**
 * One session filled in: what to review, the focus, and parts whose words use only what every one of these children can
 * read plus the focus, with minutes that add up to the session's, none under two. A part for which nothing can be had is
 * left out and its minutes go to the others; where too little is left for the focus, parts that need no words come in. What
 * could not be had, and what would make it possible, stands in `remarks`.
 * @throws CoreError `empty` for no focus and no skill, `out-of-range` for minutes outside 10 to 30.
 * @example planSession(lexicon, { taught, focus: ['ai:ay'], children, minutes: 20, seed: 1 })
 */
export function planSession(lexicon: Lexicon, request: SessionRequest): SessionPlan {
  const { focus, minutes, skill } = request;
  if (focus.length === 0 && !skill) throw new CoreError('empty', 'focus', 'A session needs at least one focus pair, or a skill.');
  if (!Number.isInteger(minutes) || minutes < LEAST_MINUTES || minutes > MOST_MINUTES)
    throw new CoreError('out-of-range', 'minutes', `A session takes ${LEAST_MINUTES} to ${MOST_MINUTES} minutes.`, {
      from: LEAST_MINUTES,
      to: MOST_MINUTES,
      is: minutes,
    });
  const style = styleOf(request);
  const never = new Set<PartKind>();
  let wanted: StylePart[] = [...style.parts];
  let parts: SessionPart[] = [];
  for (;;) {
    const filled = fillAll(lexicon, request, wanted);
    parts = filled.parts;
    // what cannot be had gives its time to the rest
    const gone = new Set(filled.empty);
    for (const p of gone) never.add(p.kind);
    wanted = wanted.filter((p) => !gone.has(p));
    if (gone.size > 0 && wanted.length > 0) continue;
    const more = missingPart(lexicon, request, wanted, parts, never);
    if (!more) break;
    never.add(more.kind);
    wanted = more.connected ? [...wanted, more.part] : inserted(wanted, more.part);
  }
  const balanced = withTimeOnFocus(lexicon, request, parts);
  const remarks = remarksOf(lexicon, request, balanced);
  return {
    focus: [...focus],
    ...(skill ? { skill } : {}),
    minutes,
    parts: balanced.map((part) =>
      part.kind === 'focus' && request.fresh?.length === 0 && isShipped(request.style) ? { ...part, ...ONCE_MORE } : part,
    ),
    style: style.name,
    ...(style.atError ? { atError: style.atError } : {}),
    ...(remarks.length > 0 ? { remarks } : {}),
  };
}

/** What a shipped style says of its focus part where no pair is new: nothing is taught there. A school's own style says it its way. */
const ONCE_MORE = {
  title: 'Once more',
  how: 'Show each card: all say its sound, one child gives a word with it. Set side by side what is mixed up. What came slowly is said and written once more.',
};
const isShipped = (style: SessionStyle | undefined): boolean => !style || SHIPPED_STYLES.some((s) => s.id === style.id);

/** The style asked for; for a skill the skill's own parts in that way, with the new pairs before them where there are any. */
function styleOf({ focus, skill, style = styleFor('revisit to apply') }: SessionRequest): SessionStyle {
  if (!skill) return style;
  const own = skillStyle(skill, style);
  if (focus.length === 0) return own;
  const pairs = style.parts.find((p) => p.kind === 'focus') ?? partOfStyle('focus', 4);
  const at = own.parts.findIndex((p) => p.kind === 'review') + 1;
  return { ...own, parts: [...own.parts.slice(0, at), pairs, ...own.parts.slice(at)] };
}

/** Fills parts in turn: each knows what stands before it. */
function fillAll(lexicon: Lexicon, request: SessionRequest, wanted: readonly StylePart[]): { parts: SessionPart[]; empty: StylePart[] } {
  // of what is read in context the best stays, however few the minutes
  const connected = wanted.filter((p) => partKind(p.kind).connected);
  const [kept] = [...connected].sort((a, b) => partKind(b.kind).worth - partKind(a.kind).worth || b.minutes - a.minutes);
  const shared = shareMinutes(
    request.minutes,
    wanted,
    (p) => partKind(p.kind).worth + (p === kept ? 3 : 0),
    (p) => leastOf(p.kind, request.minutes),
  );
  const avoid = new Set(request.avoid ?? []);
  const parts: SessionPart[] = [];
  const empty: StylePart[] = [];
  shared.forEach(({ part, minutes }, k) => {
    const filled = partKind(part.kind).fill(fillingOf(lexicon, request, minutes, k, avoid, parts));
    if (!filled) return void empty.push(part);
    const nth = parts.filter((p) => p.kind === part.kind).length;
    const made = withCarried(lexicon, request, asPart(part, minutes, filled), nth);
    for (const met of metIn(made)) avoid.add(met);
    parts.push(made);
  });
  return { parts, empty };
}

/** Minutes under which a part is not begun; a short session takes what it can. */
const leastOf = (kind: PartKind, minutes: number): number =>
  minutes < READS_FROM_MINUTES ? LEAST_A_PART : (partKind(kind).least ?? LEAST_A_PART);

/** A part that the style has not and the session needs: something to read together, or more on the focus. */
function missingPart(
  lexicon: Lexicon,
  request: SessionRequest,
  wanted: readonly StylePart[],
  parts: readonly SessionPart[],
  never: ReadonlySet<PartKind>,
): { kind: PartKind; part: StylePart; connected: boolean } | null {
  const free = (kind: PartKind): boolean => !never.has(kind) && !wanted.some((p) => p.kind === kind);
  const can = (kind: PartKind): boolean =>
    free(kind) && partKind(kind).fill(fillingOf(lexicon, request, 3, parts.length, new Set(request.avoid), parts)) !== null;
  if (request.minutes >= READS_FROM_MINUTES && !parts.some((p) => partKind(p.kind).connected)) {
    const kind = CONNECTED.find(can);
    if (kind) return { kind, part: { ...partOfStyle(kind, 4), id: kind }, connected: true };
  }
  if (request.focus.length === 0 || parts.reduce((sum, p) => sum + leastOf(p.kind, request.minutes), 2) > request.minutes) return null;
  const most = mostOnFocus(lexicon, request, parts);
  if (most >= SHORT_OF_FOCUS * request.minutes && parts.length >= Math.max(4, Math.ceil(request.minutes / MINUTES_A_PART))) return null;
  const kind = WITHOUT_WORDS.find(can);
  return kind ? { kind, part: { ...partOfStyle(kind, 3), id: kind }, connected: false } : null;
}
/** Behind the focus. */
function inserted(wanted: readonly StylePart[], part: StylePart): StylePart[] {
  const at = wanted.findLastIndex((p) => p.kind === 'focus' || WITHOUT_WORDS.includes(p.kind)) + 1;
  return [...wanted.slice(0, at), part, ...wanted.slice(at)];
}

/** The longest that one part that is on the focus is spun out to, in minutes. */
const LONGEST_ON_FOCUS = 9;
/** Minutes on the focus if all else had the least. */
function mostOnFocus(lexicon: Lexicon, request: SessionRequest, parts: readonly SessionPart[]): number {
  const on = parts.filter((p) => onFocus(lexicon, request, p)).length;
  return Math.min(on * LONGEST_ON_FOCUS, request.minutes - LEAST_A_PART * (parts.length - on));
}

/** Moves minutes from what is not on the focus to what is, until three fifths are; what cannot give goes, the least worth first. */
function withTimeOnFocus(lexicon: Lexicon, request: SessionRequest, made: readonly SessionPart[]): SessionPart[] {
  let parts = made.map((p) => ({ ...p }));
  const want = Math.ceil(SHORT_OF_FOCUS * request.minutes);
  const on = new Set(parts.filter((p) => onFocus(lexicon, request, p)).map((p) => p.id));
  if (on.size === 0) return parts;
  const time = (): number => parts.reduce((sum, p) => sum + (on.has(p.id) ? p.minutes : 0), 0);
  const give = (minutes: number): void => {
    for (let k = 0; k < minutes; k += 1) {
      const [least] = parts
        .filter((p) => on.has(p.id))
        .sort((a, b) => a.minutes / partKind(a.kind).worth - b.minutes / partKind(b.kind).worth);
      least!.minutes += 1;
    }
  };
  while (time() < want) {
    const [giver] = parts
      .filter((p) => !on.has(p.id) && p.minutes > leastOf(p.kind, request.minutes))
      .sort((a, b) => b.minutes - a.minutes);
    if (giver) {
      giver.minutes -= 1;
      give(1);
      continue;
    }
    const spare = parts.filter((p) => !on.has(p.id) && !partKind(p.kind).connected && p.kind !== 'review');
    const [drop] = spare.sort((a, b) => partKind(a.kind).worth - partKind(b.kind).worth);
    if (!drop) break;
    parts = parts.filter((p) => p !== drop);
    give(drop.minutes);
  }
  return parts;
}

/** Puts what was carried over first, as far as it is readable still, in place of as much that was drawn. */
function withCarried(lexicon: Lexicon, request: SessionRequest, part: SessionPart, nth: number): SessionPart {
  const carried = carriedFor(part, request.carried ?? [], nth);
  // rows, steps, bases, chains and columns belong together and are drawn anew
  if (!carried || partKind(part.kind).keepsTogether) return part;
  const { reads } = readablePairsOf(lexicon, request);
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
  return withContent(part, { words, ...(lines.length > 0 ? { lines } : {}) });
}
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
    ...(partKind(part.kind).childSees === 'nothing' ? { heard: true } : {}),
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
  const before = plan.parts.slice(
    0,
    plan.parts.findIndex((p) => p.id === partId),
  );
  const filled = partKind(part.kind).fill(fillingOf(lexicon, request, Math.max(1, part.minutes), seed, avoid, before));
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
    const filling = fillingOf(lexicon, request, Math.max(2, part.minutes), at.seed + tries * 7, met, []);
    const filled = partKind(part.kind).fill({ ...filling, readablePairs: { ...filling.readablePairs, focus } });
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

function fillingOf(
  lexicon: Lexicon,
  request: SessionRequest,
  minutes: number,
  k: number,
  avoid: ReadonlySet<string>,
  before: readonly SessionPart[],
): Filling {
  const style = request.style ?? styleFor('revisit to apply');
  return {
    lexicon,
    request,
    readablePairs: readablePairsOf(lexicon, request),
    minutes,
    seed: request.seed + k * 1009,
    avoid,
    oldToNew: style.oldToNew,
    together: style.together === true,
    textsLeft: (request.carried ?? []).flatMap((c) => c.text ?? []),
    before: before.map((p) => ({
      ...p,
      fromHearing: partKind(p.kind).fromHearing === true,
      connected: partKind(p.kind).connected === true,
    })),
  };
}

function asPart(from: Pick<SessionPart, 'id' | 'kind' | 'title' | 'how'>, minutes: number, filled: Filled): SessionPart {
  return withContent(emptyPart({ ...from, minutes }), filled);
}

/** The words of a part that children read themselves: of lines and rows too, not what is only heard or nobody's. */
export function wordsToRead(part: Pick<SessionPart, 'kind' | 'words' | 'lines' | 'rows'>): string[] {
  // what is heard, pictures and single graphemes are not read as words
  const rows = part.rows?.filter((r) => r.picture !== undefined) ?? [];
  return [
    ...part.words.filter((w) => !w.heard && !w.madeUp).flatMap((w) => [w.word, ...(w.options ?? [])]),
    ...(partKind(part.kind).linesOfText ? [] : (part.lines ?? [])).flatMap((line) => wordsOf(line.text).map((w) => w.text)),
    ...rows.flatMap((r) => r.items.flatMap((item) => wordsOf(item).map((w) => w.text))),
  ];
}

/**
 * What of a plan these children cannot read yet, each with the missing pairs: words, and words of lines. Made-up words
 * and what is only heard are passed over, and so are the words of a text that are told first.
 */
export function unreadable(lexicon: Lexicon, plan: SessionPlan, taught: Taught): { word: string; missing: Gpc[] }[] {
  const judge = wordJudge(lexicon, { gpcs: [...taught.gpcs, ...plan.focus], words: taught.words });
  return [...new Set(plan.parts.flatMap(wordsToRead))]
    .map((word) => ({ word, ...judge(word) }))
    .filter(({ status }) => status === 'not yet' || status === 'unread')
    .map(({ word, missing }) => ({ word, missing }));
}
