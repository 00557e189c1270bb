/**
 * Do children read what a plan puts before them? Groups of simulated pupils whose knowledge is known: of the words that a session has
 * them read, for how many of its children is every pair but the focus known. Each word counts once a child.
 */
import { drawQuickChild, PICTURED, TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  allGpcs,
  judge,
  loadLexicon,
  nextCard,
  normaliseWord,
  plannedWord,
  planSession,
  seeded,
  SHIPPED_STYLES,
  textReport,
  textsInOrder,
  wordsInText,
  wordsToRead,
  YES_OR_NO,
  type Gpc,
  type Observation,
} from '../../src/index.js';
import { derive } from '../../src/evidence/index.js';
import { drawOf, KINDS } from './pupils.js';

const KNOWN = 0.6;
const LACKING = 0.35;
const IN_GROUP = 4;
/** A group is whoever is most like its first child in what they truly know, among so many of one order: the same whatever is believed. */
const POOL = 16;
const QUICK_AT = Date.parse('2026-11-24T09:00:00.000Z');
const lexicon = await loadLexicon();
const sources = { texts: TEXTS, pictures: Object.keys(PICTURED), yesOrNo: YES_OR_NO };

/** Irregular words of the steps whose pairs were all taught. */
function wordsOfSteps(order: readonly Gpc[], taught: readonly Gpc[]): string[] {
  const own = new Set(taught);
  const found = TEACHING_ORDERS.find((o) => allGpcs(o)[0] === order[0] && allGpcs(o)[9] === order[9])!;
  const out: string[] = [];
  for (const step of found.steps) {
    if (!step.gpcs.every((gpc) => own.has(gpc))) break;
    out.push(...step.words);
  }
  return out;
}
interface Member {
  readonly taught: readonly Gpc[];
  /** Irregular words that were taught by then. */
  readonly words: readonly string[];
  readonly chance: (gpc: Gpc) => number;
  /** What the tool believes, as the server would hand it to a plan. */
  readonly known: Readonly<Record<Gpc, number>>;
}

/** What is believed of a child, from all its answers. */
function believed(
  observations: readonly Observation[],
  asOf: string,
  order: readonly Gpc[],
  taught: readonly Gpc[],
): Readonly<Record<Gpc, number>> {
  const { pairs, unasked } = judge(derive(lexicon, observations), { asOf, order, taught });
  return Object.fromEntries([...unasked, ...pairs].map(([gpc, e]) => [gpc, e.known]));
}
function inTerm(kind: (typeof KINDS)[number], seed: number): Member {
  const pupil = drawOf(kind, seed);
  const look = pupil.snapshots.filter((l) => l.when === 'in term')[1]!;
  const taught = [...look.chance.keys()];
  const seen = pupil.observations.filter((o) => o.at < look.at);
  return {
    taught,
    words: wordsOfSteps(pupil.order, taught),
    chance: (gpc) => look.chance.get(gpc) ?? 0,
    known: believed(seen, look.at, pupil.order, taught),
  };
}
function afterQuickCheck(seed: number): Member {
  const sorts = ['steady', 'steady', 'slow', 'late joiner', 'erratic', 'mirror', 'bilingual'] as const;
  const child = drawQuickChild(sorts[seed % sorts.length]!, seed);
  const { order, taught } = child;
  const asked: Observation[] = [];
  const random = seeded(seed + 1);
  for (;;) {
    const at = QUICK_AT + asked.length * 5000;
    const next = nextCard(
      { order, taught, observations: asked, asOf: new Date(at).toISOString(), limits: { once: true, atLeast: 8 } },
      { seed },
    );
    if ('done' in next) break;
    asked.push(child.answer(next.gpc, at, random));
  }
  return {
    taught,
    words: wordsOfSteps(order, taught),
    chance: child.chance,
    known: believed(asked, new Date(QUICK_AT + 3_600_000).toISOString(), order, taught),
  };
}

interface Count {
  shown: number;
  read: number;
}
type Counts = Record<'words' | 'sentences' | 'texts', Count> & { plans: number; withText: number; few: number };
const none = (): Counts => ({
  words: { shown: 0, read: 0 },
  sentences: { shown: 0, read: 0 },
  texts: { shown: 0, read: 0 },
  plans: 0,
  withText: 0,
  few: 0,
});

function countOne(counts: Counts, members: readonly Member[], seed: number): void {
  const { taught, words } = [...members].sort((a, b) => a.taught.length - b.taught.length)[0]!;
  const lacking = (gpc: Gpc): number => members.filter((m) => m.chance(gpc) < LACKING).length;
  const focus = [...taught].sort((a, b) => lacking(b) - lacking(a) || taught.indexOf(a) - taught.indexOf(b)).slice(0, 2);
  const children = members.map((m, k) => ({ id: `c${k}`, known: m.known }));
  for (const style of SHIPPED_STYLES) {
    const plan = planSession(lexicon, { taught: { gpcs: taught, words }, focus, children, minutes: 20, seed, style, sources });
    counts.plans += 1;
    const reads = (word: string, m: Member): boolean =>
      words.includes(normaliseWord(word)) ||
      plannedWord(lexicon, normaliseWord(word), focus).units.every((u) => {
        const gpc: Gpc = `${u.grapheme}:${u.sound}`;
        return focus.includes(gpc) || m.chance(gpc) >= KNOWN;
      });
    const add = (to: Count, words: readonly string[]): void => {
      for (const word of words) for (const m of members) [to.shown, to.read] = [to.shown + 1, to.read + (reads(word, m) ? 1 : 0)];
    };
    for (const part of plan.parts) {
      if (part.kind === 'irregular words') continue;
      const own = part.words.filter((w) => w.for !== undefined);
      const { lines: _lines, rows: _rows, ...rest } = part;
      const shared = { ...rest, words: part.words.filter((w) => w.for === undefined) };
      add(counts.words, wordsToRead(shared));
      for (const w of own) {
        const k = Number(w.for!.slice(1));
        counts.words.shown += 1;
        counts.words.read += reads(w.word, members[k]!) ? 1 : 0;
      }
      add(counts.sentences, wordsToRead({ ...part, words: [] }));
      if (!part.text || part.kind === 'read to them') continue;
      counts.withText += 1;
      const told = new Set(part.text.tell.map(normaliseWord));
      for (const w of wordsInText(lexicon, part.text.text))
        if (!told.has(w.word)) for (let n = 0; n < w.times; n += 1) add(counts.texts, [w.word]);
    }
    counts.few += (plan.remarks ?? []).some((r) => r.kind === 'few words') ? 1 : 0;
  }
}
/** The text that a child is offered first: the share of its running words all of whose pairs the child truly knows, beside what was said. */
function offeredTo(m: Member, texts: typeof TEXTS) {
  const taught = { gpcs: m.taught, words: m.words };
  const fits = texts.map(({ id, text }) => {
    const report = textReport(lexicon, text, [{ id: 'child', taught, known: m.known }]);
    const [own] = report.readers;
    return { id, share: own!.share, likelyShare: own!.likelyShare, read: 0 };
  });
  const [first] = textsInOrder(fits);
  const words = wordsInText(lexicon, texts.find((t) => t.id === first!.id)!.text);
  const whole = new Set(m.words.map(normaliseWord));
  const own = new Set(m.taught);
  const knows = ({ word, gpcs }: { word: string; gpcs: readonly Gpc[] }): boolean =>
    whole.has(word) || gpcs.every((gpc) => own.has(gpc) && m.chance(gpc) >= KNOWN);
  const running = words.reduce((sum, w) => sum + w.times, 0);
  return { said: first!.likelyShare, knows: words.reduce((sum, w) => sum + (knows(w) ? w.times : 0), 0) / running };
}
/** Texts offered to single children. */
export function textsOffered(say: (line: string) => void, children: number): void {
  say('\nThe text a child is offered first: running words all of whose pairs the child truly knows, and what was said of it');
  const rows: { knows: number; said: number }[] = [];
  const count = (name: string, draw: (seed: number) => Member, first: number): void => {
    const own = Array.from({ length: children }, (_, k) => offeredTo(draw(first + k), TEXTS));
    rows.push(...own);
    say(`  ${name.padEnd(18)} ${summed(own)}`);
  };
  for (const kind of KINDS) count(kind, (seed) => inTerm(kind, seed), 83_000);
  count('a quick check only', afterQuickCheck, 84_000);
  say(`  ${'all'.padEnd(18)} ${summed(rows)}`);
}
function summed(rows: readonly { knows: number; said: number }[]): string {
  const mean = (of: (r: (typeof rows)[number]) => number): string =>
    ((100 * rows.reduce((sum, r) => sum + of(r), 0)) / rows.length).toFixed(0);
  return `knows ${mean((r) => r.knows)} % of the words, ${mean((r) => r.said)} % said; less than three of four words ${mean((r) => (r.knows < 0.75 ? 1 : 0))} % of children`;
}

const percent = ({ shown, read }: Count): string => (shown === 0 ? '-' : `${((100 * read) / shown).toFixed(1)} %`);
const lineOf = (c: Counts): string =>
  `words ${percent(c.words)} (${(c.words.shown / IN_GROUP / c.plans).toFixed(1)} a plan)  sentences ${percent(c.sentences)} (${(c.sentences.shown / IN_GROUP / c.plans).toFixed(1)})  texts ${percent(c.texts)} (in ${((100 * c.withText) / c.plans).toFixed(0)} % of plans)  few words said ${((100 * c.few) / c.plans).toFixed(0)} %`;

/** Groups of four in term, of each kind of mind, and of children of whom only a quick check is known. */
export function canTheyRead(say: (line: string) => void, groups: number): void {
  say('\nCan they read it? Of the words that a session has its children read, those all of whose pairs but the focus a child truly knows');
  const orders = TEACHING_ORDERS.length;
  const groupOf = (draw: (seed: number) => Member, first: number, g: number): Member[] => {
    const [start, ...others] = Array.from({ length: POOL }, (_, k) => draw(first + (g % orders) + orders * (g * POOL + k)));
    const apart = (m: Member): number => start!.taught.reduce((sum, gpc) => sum + Math.abs(m.chance(gpc) - start!.chance(gpc)), 0);
    return [start!, ...others.sort((a, b) => apart(a) - apart(b)).slice(0, IN_GROUP - 1)];
  };
  const all = none();
  const count = (name: string, draw: (seed: number) => Member, first: number): void => {
    const counts = none();
    for (let g = 0; g < groups; g += 1) countOne(counts, groupOf(draw, first, g), g);
    say(`  ${name.padEnd(18)} ${lineOf(counts)}`);
    for (const key of ['words', 'sentences', 'texts'] as const) {
      all[key].shown += counts[key].shown;
      all[key].read += counts[key].read;
    }
    for (const key of ['plans', 'withText', 'few'] as const) all[key] += counts[key];
  };
  for (const kind of KINDS) count(kind, (seed) => inTerm(kind, seed), 81_000);
  count('a quick check only', afterQuickCheck, 82_000);
  say(`  ${'all'.padEnd(18)} ${lineOf(all)}`);
}
