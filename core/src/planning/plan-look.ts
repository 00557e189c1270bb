/** Looking at a plan: how much of it is on the focus, and what has to be said about it. */
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { normaliseWord } from '../phonics/segment.js';
import { wordsInText } from '../reading/text-pairs.js';
import { partKind } from './parts/index.js';
import { practiceFor, LEAST_WORDS, type Practice } from './practice.js';
import type { PlanRemark } from './plan-remarks.js';
import type { SessionPart, SessionRequest } from './session-plan.js';
import { canRead, readablePairsOfEach } from './session-words.js';

/** The part of a session's minutes that is on what it is for. */
export const SHORT_OF_FOCUS = 0.6;
/** A child who lacks so many pairs that all the others know is far behind them … */
const FAR_BEHIND = 6;
/** … where so many more words could be read without. */
const WORDS_LOST = 12;

/** Whether a part is on what the session is for: holds a focus pair or its sound, or practises the skill. */
export function onFocus(lexicon: Lexicon, { focus, skill }: Pick<SessionRequest, 'focus' | 'skill'>, part: SessionPart): boolean {
  if (part.kind === 'review') return false;
  if (skill && focus.length === 0) return true;
  if (skill && partKind(part.kind).evidence === skill) return true;
  const sounds = new Set(focus.map((gpc) => gpc.slice(gpc.indexOf(':') + 1)));
  const holds = (text: string): boolean => wordsInText(lexicon, text).some((w) => w.gpcs.some((gpc) => focus.includes(gpc)));
  return (
    part.gpcs.some((gpc) => focus.includes(gpc)) ||
    part.words.some((w) => w.focus.length > 0 || (w.heard === true && w.units.some((u) => sounds.has(u.sound)))) ||
    (part.lines ?? []).some((line) => holds(line.text)) ||
    (part.rows ?? []).some((row) => row.items.some(holds)) ||
    (part.text !== undefined && holds(part.text.text)) ||
    part.kind === 'own'
  );
}

/** Of a child of whom so small a share of what was taught is known, or guessed from other answers, it is said that little is known. */
const LOOKED_AT = 0.5;

/** What the adult should know about a plan before the session. */
export function remarksOf(lexicon: Lexicon, request: SessionRequest, parts: readonly SessionPart[]): PlanRemark[] {
  const { focus, taught, children, minutes, skill } = request;
  const out: PlanRemark[] = [];
  const unseen = children.filter((c) => taught.gpcs.filter((gpc) => c.known[gpc] !== undefined).length < LOOKED_AT * taught.gpcs.length);
  if (unseen.length > 0) out.push({ kind: 'not looked at', children: unseen.map((c) => c.id) });
  const practice = practiceFor(lexicon, { taught, focus, children, together: true });
  const first = (p: Practice | undefined) => (p?.first ? { first: p.first } : {});
  for (const p of practice) if (p.words < LEAST_WORDS) out.push({ kind: 'few words', gpc: p.gpc, words: p.words, ...first(p) });
  if (skill && parts.every((p) => p.kind === 'review' || p.kind === 'focus')) out.push({ kind: 'no skill words', skill });
  if (minutes >= 15 && !parts.some((p) => partKind(p.kind).connected)) {
    const thin = practice.find((p) => p.sentences === 0) ?? practice[0];
    out.push({ kind: 'no reading', gpc: thin?.gpc ?? null, ...first(thin) });
  }
  const on = parts.reduce((sum, p) => sum + (onFocus(lexicon, request, p) ? p.minutes : 0), 0);
  const of = parts.reduce((sum, p) => sum + p.minutes, 0);
  if (on < SHORT_OF_FOCUS * of) out.push({ kind: 'little focus', minutes: on, of });
  const behind = farBehind(lexicon, request, practice);
  if (behind) out.push(behind);
  out.push(...beyondOne(lexicon, request, parts));
  const last = new Set((request.lastWords ?? []).filter((w) => !request.missed?.includes(w)));
  const again = [
    ...new Set(
      parts.flatMap((p) => (p.kind === 'irregular words' ? [] : p.words.filter((w) => !w.carried && last.has(w.word)).map((w) => w.word))),
    ),
  ];
  if (again.length > 0) out.push({ kind: 'words again', words: again });
  return out.slice(0, 6);
}

/** Children for whom a text of the plan is out of reach, though the others can read it. */
function beyondOne(lexicon: Lexicon, request: SessionRequest, parts: readonly SessionPart[]): PlanRemark[] {
  const { text } = parts.find((p) => p.text !== undefined && p.kind !== 'read to them') ?? {};
  if (!text || request.children.length < 2) return [];
  const words = wordsInText(lexicon, text.text);
  const of = words.reduce((sum, w) => sum + w.times, 0);
  const told = new Set(text.tell.map(normaliseWord));
  const out = readablePairsOfEach(lexicon, request).flatMap((own, k): PlanRemark[] => {
    const unread = words.reduce((sum, w) => sum + (own.reads(w.word) || told.has(w.word) ? 0 : w.times), 0);
    return unread > 0 ? [{ kind: 'text beyond', child: request.children[k]!.id, title: text.title, words: unread, of }] : [];
  });
  return out.slice(0, 2);
}

/** The one child whose missing pairs take most words from the others; null where nobody stands far behind. */
function farBehind(lexicon: Lexicon, { taught, focus, children }: SessionRequest, practice: readonly Practice[]): PlanRemark | null {
  if (children.length < 3 || focus.length === 0) return null;
  const total = (list: readonly Practice[]): number => list.reduce((sum, p) => sum + p.words, 0);
  const lacking = children.map((child) => {
    const others = children.filter((c) => c !== child);
    const pairs: Gpc[] = taught.gpcs.filter((g) => !focus.includes(g) && !canRead(child, g) && others.every((c) => canRead(c, g)));
    return { child, others, pairs };
  });
  const [worst] = lacking.sort((a, b) => b.pairs.length - a.pairs.length);
  if (!worst || worst.pairs.length < FAR_BEHIND) return null;
  const words = total(practiceFor(lexicon, { taught, focus, children: worst.others, together: true })) - total(practice);
  return words >= WORDS_LOST ? { kind: 'far behind', child: worst.child.id, pairs: worst.pairs, words } : null;
}
