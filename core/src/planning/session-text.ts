/**
 * The text of a session: one that every child of the group can read, all but a few words that are told first, that leans on the
 * focus; read again while it is warm. Where there is none, written sentences stand in for it.
 */
import { wordJudge, wordsOf } from '../phonics/decodability.js';
import type { Gpc } from '../phonics/lexicon.js';
import { normaliseWord } from '../phonics/segment.js';
import { chooseSentences } from '../phonics/dictation.js';
import { pairInWords } from '../in-words.js';
import { seeded, shuffled } from '../random.js';
import { SENTENCE_BANK } from './sentences.js';
import type { PlannedText, SessionNeeds } from './part-content.js';
import { wordsInText, type WordInText } from '../reading/text-pairs.js';
import { readablePairsOfEach, type ReadablePairs } from './session-words.js';
import type { Filled, Filling } from './parts/part.js';

export type SourceText = NonNullable<NonNullable<SessionNeeds['sources']>['texts']>[number];

/** A text is read so often in a cycle. */
const READ_TIMES = 3;
/** Words that one group reads aloud in a minute, all its children once. */
const WORDS_A_MINUTE = 20;
/** A text practises the focus from so many different words on. */
const FOCUS_WORDS = 3;
/** Beyond so many words of the focus one more is worth nothing. */
const ENOUGH_FOCUS_WORDS = 6;
/** The part of a text’s running words that may be told before it is read: a text is read with few errors, or it teaches nothing. */
const TOLD = 0.03;
/** Where gaps lie scattered: what each child may lack, what may be told in all, and how many different words at most. */
const OWN_SHARE = 0.05;
const TOLD_IN_ALL = 0.1;
const MOST_TOLD = 8;
/** The one child who is left to follow reads three of four words alone: who cannot has nothing of it. */
const MOST_BEYOND = 0.25;
/** What telling more, and leaving one child to follow, weigh against one word more of the focus (30). */
const DEAR_TOLD = 20;
const DEAR_WITHOUT_ONE = 60;
/** And each of a hundred running words that a child is not expected to read. */
const DEAR_UNREAD = 1;
/** Fewer sentences than this are no reading. */
const LEAST_LINES = 3;
/** A text that a group cannot read yet is named where so few pairs stand between. */
const FEW_PAIRS = 2;

/** Said where no whole text is within reach. */
const NO_TEXT = 'No whole text is within reach of all of them yet: these sentences are.';

/** Said where a text has nothing of the focus. */
const NO_FOCUS = 'It uses nothing of the focus: it is there to read fluently what they know.';

const sum = (words: readonly WordInText[]): number => words.reduce((n, w) => n + w.times, 0);
/** What of a text is not read, or null as soon as it is more of its running words than `most`: most texts are out of reach, and soon seen to be. */
function unreadUpTo(words: readonly WordInText[], reads: (word: string) => boolean, most: number): WordInText[] | null {
  const out: WordInText[] = [];
  let left = most;
  for (const w of words) {
    if (reads(w.word)) continue;
    left -= w.times;
    if (left < 0) return null;
    out.push(w);
  }
  return out;
}

/** A word as a text writes it: in small letters wherever the text has it so once. */
export function asWritten(text: string, word: string): string {
  const forms = wordsOf(text).flatMap((w) => (normaliseWord(w.text) === word ? [w.text] : []));
  return forms.find((form) => form === form.toLowerCase()) ?? forms[0] ?? word;
}

/** What a text has for this group: different words of the focus, and how near its hardest word stands to the group's step. */
function worthOf(f: Filling, words: readonly WordInText[]): { focusWords: number; behind: number } {
  const places = placesOf(f.readablePairs.withFocus.gpcs);
  const newest = words.reduce((top, w) => w.gpcs.reduce((most, gpc) => Math.max(most, places.get(gpc) ?? 0), top), 0);
  return {
    focusWords: words.filter((w) => w.gpcs.some((gpc) => f.readablePairs.focus.includes(gpc))).length,
    behind: places.size - newest,
  };
}
/** The share of running words, but for those that are told, that a child of the group is expected not to read. */
function unlikely(f: Filling, words: readonly WordInText[], told: ReadonlySet<string>): number {
  const { chanceOf } = f.readablePairs;
  const missed = words.reduce((total, w) => total + (told.has(w.word) ? 0 : w.times * (1 - chanceOf(w.word, w.gpcs))), 0);
  return missed / Math.max(1, sum(words));
}
const places = new WeakMap<readonly string[], ReadonlyMap<string, number>>();
function placesOf(gpcs: readonly string[]): ReadonlyMap<string, number> {
  const known = places.get(gpcs) ?? new Map(gpcs.map((gpc, k) => [gpc, k]));
  places.set(gpcs, known);
  return known;
}

/**
 * The text of a session. It weighs first how much of the focus a text uses, then how near it stands to the group's step, then
 * whether the group has read it, and length last. Where none uses enough of the focus it says so, and which text would, once
 * which pairs are known.
 */
export function fillText(f: Filling): Filled<'text' | 'lines'> | null {
  const texts = f.request.sources?.texts ?? [];
  const read = f.request.textsRead ?? [];
  const times = (id: string): number => read.filter((r) => r === id).length;
  const longest = Math.max(70, f.minutes * WORDS_A_MINUTE);
  const all = shuffled(texts, seeded(f.seed))
    .map((text) => ({ text, words: wordsInText(f.lexicon, text.text) }))
    .filter(({ words }) => words.length > 0);
  type Fit = { text: SourceText; again: boolean; rank: number; focusWords: number; tell: readonly string[] };
  const fit = ({ text, words }: (typeof all)[number], tell: readonly string[], dear: number): Fit => {
    const length = sum(words);
    const { focusWords, behind } = worthOf(f, words);
    const before = times(text.id);
    const rank =
      dear +
      DEAR_UNREAD * 100 * unlikely(f, words, new Set(tell)) +
      (f.textsLeft.includes(text.id) ? -1000 : 0) -
      // read often enough, or met in the last session: only where nothing else practises the focus
      (before >= READ_TIMES ? 0.3 : f.avoid.has(text.id) ? 0.7 : 1) * 30 * Math.min(focusWords, ENOUGH_FOCUS_WORDS) +
      // reading for speed wants a text of their own step: an early one says nothing of it
      (f.readablePairs.focus.length > 0 ? 0.25 : 1) * Math.min(behind, 60) +
      2 * Math.min(before, READ_TIMES) +
      3 * tell.length +
      (length > longest ? 1 : 0);
    return { text, again: before > 0, rank, focusWords, tell };
  };
  const fits = all.flatMap((t): Fit[] => {
    const tell = unreadUpTo(t.words, f.readablePairs.reads, TOLD * sum(t.words));
    const told = tell?.map((w) => w.word);
    return told ? [fit(t, told, 0)] : [];
  });
  // gaps that lie scattered leave hardly a text that all can read wholly: then each child's own share counts
  const forPairs = f.readablePairs.focus.length > 0;
  if (!forPairs || !fits.some((t) => t.focusWords >= FOCUS_WORDS)) {
    const each = readablePairsOfEach(f.lexicon, f.request);
    for (const t of all) {
      if ((forPairs && worthOf(f, t.words).focusWords === 0) || fits.some((x) => x.text === t.text)) continue;
      const within = reachOf(t.words, each);
      // timed reading is everybody's own
      if (within && (forPairs || within.without === null)) fits.push(fit(t, within.tell, within.without ? DEAR_WITHOUT_ONE : DEAR_TOLD));
    }
  }
  const [best] = fits.sort((a, b) => a.rank - b.rank);
  const remark = !forPairs || (best && best.focusWords >= FOCUS_WORDS) ? undefined : later(f, all);
  if (!best || (forPairs && best.focusWords === 0)) {
    const instead = sentencesInstead(f);
    // one or two sentences are read in a breath: a text that all can read, though it lacks the focus, is more to read
    if (instead && (!best || instead.lines!.length >= LEAST_LINES))
      return remark ? { ...instead, remark: `${instead.remark ?? ''} ${remark}`.trim() } : instead;
    if (!best) return null;
    if (forPairs && !remark) return { text: plannedText(best), remark: NO_FOCUS };
  }
  return { text: plannedText(best), ...(remark ? { remark } : {}) };
}
const plannedText = ({ text, tell, again }: { text: SourceText; tell: readonly string[]; again: boolean }): PlannedText => ({
  id: text.id,
  title: text.title,
  text: text.text,
  questions: text.questions,
  tell: tell.map((w) => asWritten(text.text, w)),
  again,
});

/**
 * Whether a text is within reach of a group whose gaps lie scattered: each child alone reads nineteen of twenty words, and few words
 * have to be told in all; or so for all but one, in a group of three and more. Null where it is not.
 */
function reachOf(
  words: readonly WordInText[],
  each: readonly ReadablePairs[],
): { readonly tell: string[]; readonly without: number | null } | null {
  const length = sum(words);
  const unread: WordInText[][] = [];
  const beyond: number[] = [];
  for (const [k, own] of each.entries()) {
    const list = unreadUpTo(words, own.reads, MOST_BEYOND * length);
    if (list === null) return null;
    if (sum(list) > OWN_SHARE * length) beyond.push(k);
    if (beyond.length > (each.length >= 3 ? 1 : 0)) return null;
    unread.push(list);
  }
  const tell = [...new Set(unread.flatMap((list, k) => (beyond.includes(k) ? [] : list)))];
  if (tell.length > MOST_TOLD || sum(tell) > TOLD_IN_ALL * length) return null;
  return { tell: tell.map((w) => w.word), without: beyond[0] ?? null };
}

/** The text for a session to be read to the children: the one whose words use most of the focus, however much else they cannot read. */
export function chosenText(f: Filling): PlannedText | null {
  const longest = Math.max(60, f.minutes * 60);
  const ranked = (f.request.sources?.texts ?? [])
    .map((text) => ({ text, words: wordsInText(f.lexicon, text.text) }))
    .filter(({ text, words }) => !f.avoid.has(text.id) && sum(words) <= longest)
    .map(({ text, words }) => ({
      text,
      uses: worthOf(f, words).focusWords,
      far: words.filter((w) => !f.readablePairs.reads(w.word)).length,
    }))
    .sort((a, b) => b.uses - a.uses || a.far - b.far || (a.text.id < b.text.id ? -1 : 1));
  const [best] = ranked;
  if (!best) return null;
  const { id, title, text, questions } = best.text;
  return { id, title, text, questions, tell: [], again: f.request.textsRead?.includes(id) ?? false };
}

/** Which text would practise the focus, and what the group lacks for it. */
function later(f: Filling, all: readonly { text: { readonly title: string }; words: readonly WordInText[] }[]): string | undefined {
  const judge = wordJudge(f.lexicon, f.readablePairs.withFocus);
  const near = all
    .flatMap(({ text, words }) => {
      const { focusWords } = worthOf(f, words);
      if (focusWords < FOCUS_WORDS) return [];
      const lacks = new Set<Gpc>();
      for (const w of words) {
        for (const gpc of judge(w.word).missing) lacks.add(gpc);
        if (lacks.size > FEW_PAIRS) return [];
      }
      if (lacks.size === 0) return [];
      return [{ title: text.title, lacks: [...lacks], focusWords }];
    })
    .sort((a, b) => a.lacks.length - b.lacks.length || b.focusWords - a.focusWords)[0];
  return (
    near && `“${near.title}” uses more of the focus: it fits once all know ${near.lacks.map((gpc) => pairInWords(gpc)).join(' and ')}.`
  );
}

/**
 * Sentences that every child can read all of: of the surest pairs first, and those that lean most on the focus; none that was met
 * lately. Each says something by itself: none is cut out of a text.
 */
export function readableSentences(f: Filling, longest: number, limit: number): string[] {
  const { surestFirst, focus, reads } = f.readablePairs;
  const out = new Set<string>();
  for (const taught of surestFirst) {
    if (out.size >= limit) break;
    const found = chooseSentences(f.lexicon, { texts: [SENTENCE_BANK], taught, focus, longest, limit, seed: f.seed });
    for (const { sentence } of found)
      if (out.size < limit && !f.avoid.has(sentence) && wordsOf(sentence).every((w) => reads(normaliseWord(w.text)))) out.add(sentence);
  }
  return [...out];
}

function sentencesInstead(f: Filling): Filled<'lines'> | null {
  const lines = readableSentences(f, 14, 24).slice(0, Math.max(3, Math.min(8, f.minutes)));
  return lines.length > 0 ? { lines: lines.map((text) => ({ text })), remark: NO_TEXT } : null;
}
