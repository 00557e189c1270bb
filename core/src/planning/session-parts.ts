/** Filling one part of a session. Each kind of part has its own way; all stand on what these children can read plus the focus. */
import { wordsOf } from '../phonics/decodability.js';
import type { Gpc, Lexicon } from '../phonics/lexicon.js';
import { listenAndFind } from '../phonics/listen-and-find.js';
import { makeMadeUpWords } from '../phonics/made-up.js';
import { confusability } from '../phonics/shape.js';
import { wordChain } from '../phonics/chain.js';
import { wordsWithEndings } from '../phonics/word-families.js';
import { CoreError } from '../errors.js';
import { seeded, shuffled } from '../random.js';
import { reviewPairs, reviewStack } from './review-stack.js';
import type { PartKind, PlannedLine, PlannedWord, SessionPart, SessionRequest } from './session-plan.js';
import { dealOut, drawWords, irregularWord, plannedWord, type Ground } from './session-words.js';
import { fillText, readableSentences } from './session-text.js';

export interface Filling {
  readonly lexicon: Lexicon;
  readonly request: SessionRequest;
  readonly ground: Ground;
  readonly minutes: number;
  readonly seed: number;
  /** What stands elsewhere in the session or was met in the last ones. */
  readonly avoid: ReadonlySet<string>;
  readonly oldToNew: number;
}
export type Filled = Partial<Omit<SessionPart, 'id' | 'kind' | 'title' | 'how' | 'minutes'>>;

/** What goes into a part; null where nothing can be had for it with what these children can read. */
export function fillPart(kind: PartKind, filling: Filling): Filled | null {
  return FILL[kind](filling);
}

/** Items for the minutes there are, between a least and a most. */
const howMany = (minutes: number, aMinute: number, least: number, most: number): number =>
  Math.max(least, Math.min(most, Math.round(minutes * aMinute)));
const orNull = (words: PlannedWord[]): Filled | null => (words.length > 0 ? { words } : null);
/** A generator that finds nothing says so with an error; here that is an empty list. */
function orNone<T>(make: () => T[]): T[] {
  try {
    return make();
  } catch (error) {
    if (error instanceof CoreError && error.code === 'no-candidates') return [];
    throw error;
  }
}

function words(
  f: Filling,
  count: number,
  look: Parameters<typeof drawWords>[3] = {},
  fits?: (word: PlannedWord) => boolean,
): PlannedWord[] {
  const drawn = drawWords(f.lexicon, f.ground, { count, seed: f.seed, avoid: f.avoid, ...(fits ? { fits } : {}) }, look);
  return dealOut(drawn, f.ground);
}

const FILL: Record<PartKind, (f: Filling) => Filled | null> = {
  review: (f) => {
    const { request, ground } = f;
    const fresh = request.fresh ?? request.focus;
    const met = request.focus.filter((gpc) => !fresh.includes(gpc));
    const ask = (request.recheck ?? []).filter((gpc) => !request.focus.includes(gpc));
    const count = Math.max(4, Math.min(16, f.oldToNew * Math.max(1, met.length), f.minutes * 5));
    const old = [...ask, ...reviewPairs(request.taught.gpcs, [...request.focus, ...ask], request.children, count)];
    if (old.length + met.length === 0) return null;
    const dealt = shuffledApart(old, f.seed);
    return {
      gpcs: [...met, ...old],
      stack: reviewStack(dealt, met),
      ...(ask.length > 0 ? { ask } : {}),
      ...whose(met, ground),
    };
  },
  focus: (f) => {
    const fresh = f.request.fresh ?? f.request.focus;
    // without a new pair the session is for those that come back; what is set side by side is shown side by side
    const gpcs = fresh.length > 0 ? [...fresh] : [...new Set([...(f.request.contrast ?? []).flat(), ...f.request.focus])];
    return gpcs.length > 0 ? { gpcs, ...whose(gpcs, f.ground) } : null;
  },
  listen: (f) => orNull(words(f, howMany(f.minutes, 2, 3, 8), { maxSounds: 4 }).map((w) => ({ ...w, heard: true }))),
  find: (f) => {
    const out: PlannedWord[] = [];
    const rows = howMany(f.minutes, 1, 2, 5);
    for (const w of words(f, 3 * rows + 2, { maxSounds: 4, syllables: 1 })) {
      if (out.length >= rows) break;
      const [row] = orNone(() => [listenAndFind(f.lexicon, { target: w.word, taught: f.ground.withFocus, seed: f.seed + out.length })]);
      // on a plan nothing says which option is nobody's word, so there is none
      if (row && row.madeUp.length === 0) out.push({ ...w, options: row.order.map((k) => row.options[k]!) });
    }
    return orNull(out);
  },
  'letter formation': (f) => {
    const { fresh = [], focus } = f.request;
    const gpcs = fresh.length > 0 ? fresh : focus;
    return { gpcs: [...gpcs], ...whose(gpcs, f.ground) };
  },
  'read words': (f) => orNull(words(f, howMany(f.minutes, 2, 6, 16))),
  'stepped words': (f) =>
    orNull(
      words(f, howMany(f.minutes, 1.3, 3, 6), { syllables: 1, maxSounds: 5 }, (w) => steps(w) !== null).map((w) => ({
        ...w,
        steps: steps(w)!,
      })),
    ),
  'made-up words': (f) => {
    if (!f.request.madeUpWords) return null;
    const count = howMany(f.minutes, 2, 3, 8);
    const made = f.ground.focus.flatMap((gpc, k) =>
      ['CVC', 'CVCC', 'CCVC', 'VC', 'CV'].flatMap((shape, n) =>
        makeMadeUpWords(f.lexicon, { taught: f.ground.taught, mustUse: [gpc], shape, count: 3, seed: f.seed + k * 17 + n }),
      ),
    );
    const few = [...new Map(made.filter((m) => !f.avoid.has(m.word)).map((m) => [m.word, m])).values()];
    return orNull(
      dealOut(
        turnAbout(few, (m) => f.ground.focus.findIndex((g) => m.gpcs.includes(g)))
          .slice(0, count)
          .map((m) => ({
            word: m.word,
            units: m.segmentation.units,
            focus: f.ground.focus.filter((g) => m.gpcs.includes(g)),
            madeUp: true,
          })),
        f.ground,
      ),
    );
  },
  'word chain': (f) => {
    const chain = orNone(() =>
      wordChain(f.lexicon, { taught: f.ground.taught, focus: [...f.ground.focus], length: howMany(f.minutes, 2, 5, 10), seed: f.seed }),
    );
    return chain.length < 3 ? null : orNull(chain.map((step) => plannedWord(f.lexicon, step.word, f.ground.focus)));
  },
  'sort spellings': (f) => {
    const columns = columnsToSort(f);
    if (!columns) return null;
    const each = Math.max(3, Math.min(5, Math.ceil((f.minutes * 2) / columns.length)));
    const sorted = columns.map((gpc, k) => {
      const others = columns.filter((g) => g !== gpc);
      return drawWords(
        f.lexicon,
        { ...f.ground, focus: [gpc] },
        { count: each, seed: f.seed + k, avoid: f.avoid, fits: (w) => !w.units.some((u) => others.includes(`${u.grapheme}:${u.sound}`)) },
      );
    });
    if (sorted.some((list) => list.length < 2)) return null;
    const mixed = shuffled([...new Map(sorted.flat().map((w) => [w.word, w])).values()], seeded(f.seed));
    return { gpcs: columns, words: mixed.map((w) => plannedWord(f.lexicon, w.word, f.ground.focus)) };
  },
  'irregular words': (f) => {
    // a word whose every pair has been taught by now is a word like any other: there is no odd part to find
    const known = f.request.taught.words
      .map((w) => irregularWord(f.lexicon, w, f.ground.focus, f.request.taught.gpcs))
      .filter((w) => (w.odd?.length ?? 0) > 0)
      .slice(-12);
    const fresh = shuffled(known, seeded(f.seed)).sort((a, b) => Number(f.avoid.has(a.word)) - Number(f.avoid.has(b.word)));
    return orNull(fresh.slice(0, howMany(f.minutes, 1.5, 2, 4)));
  },
  endings: (f) => {
    const count = howMany(f.minutes, 1, 3, 6);
    const draw = (mustUse: readonly Gpc[], avoid: ReadonlySet<string>) =>
      wordsWithEndings(f.lexicon, {
        taught: mustUse.length > 0 ? f.ground.taught : f.ground.withFocus,
        mustUse,
        limit: 40,
        seed: f.seed,
      }).filter((w) => !avoid.has(w.word));
    const found = [...draw(f.ground.focus, f.avoid), ...draw([], f.avoid), ...draw([], new Set())];
    // one word of a base is enough
    const few = [...new Map(found.map((w) => [w.base, w])).values()].slice(0, count);
    return orNull(
      few.map((w) => ({ ...plannedWord(f.lexicon, w.word, f.ground.focus), base: w.base, ending: w.ending, change: w.change })),
    );
  },
  'sound boxes': (f) => orNull(words(f, howMany(f.minutes, 1, 3, 8), { maxSounds: 5, syllables: 1 })),
  spell: (f) => orNull(words(f, howMany(f.minutes, 1, 4, 8))),
  'picture spelling': (f) => {
    const pictures = new Set(f.request.sources?.pictures ?? []);
    return orNull(words(f, howMany(f.minutes, 1, 3, 6), {}, (w) => pictures.has(w.word)));
  },
  sentence: (f) => {
    const lines = shuffledTop(readableSentences(f, 9, 12), f.seed).slice(0, f.minutes >= 5 ? 2 : 1);
    return lines.length > 0 ? { lines: lines.map((text) => ({ text })) } : null;
  },
  'yes or no': (f) => {
    const fitting = (f.request.sources?.yesOrNo ?? []).filter((q) => wordsOf(q.text).every((w) => f.ground.reads(w.text)));
    const uses = (text: string): number =>
      wordsOf(text).filter(({ text: w }) => plannedWord(f.lexicon, w.toLowerCase(), f.ground.focus).focus.length > 0).length;
    const ranked = shuffled(fitting, seeded(f.seed))
      .map((q) => ({ q, rank: Number(f.avoid.has(q.text)) * 10 - uses(q.text) }))
      .sort((a, b) => a.rank - b.rank)
      .slice(0, howMany(f.minutes, 2, 3, 8))
      .map(({ q }) => q);
    const lines: PlannedLine[] = shuffled(ranked, seeded(f.seed + 1)).map((q) => ({ text: q.text, answer: q.answer }));
    return lines.length > 0 ? { lines } : null;
  },
  'picture sort': (f) => {
    const [a, b] = soundsToSort(f);
    if (!a || !b) return null;
    const drawn = shuffled(f.request.sources?.pictures ?? [], seeded(f.seed)).map((word) => plannedWord(f.lexicon, word, f.ground.focus));
    const has = (w: PlannedWord, sound: string): boolean => w.units.some((u) => u.sound === sound);
    const each = (sound: string, not: string): PlannedWord[] =>
      drawn.filter((w) => w.units.length > 1 && w.units.length <= 6 && has(w, sound) && !has(w, not)).slice(0, 4);
    const [first, second] = [each(a, b), each(b, a)];
    if (first.length < 2 || second.length < 2) return null;
    return {
      gpcs: [],
      words: shuffled([...first, ...second], seeded(f.seed)).map((w) => ({ ...w, heard: true })),
      remark: `Sort by /${a}/ and /${b}/.`,
    };
  },
  'phrase to picture': (f) => {
    const nouns = (f.request.sources?.pictures ?? []).filter((p) => f.ground.reads(p));
    const withFocus = (p: string): boolean => plannedWord(f.lexicon, p, f.ground.focus).focus.length > 0;
    const ranked = shuffled(nouns, seeded(f.seed)).sort(
      (x, y) => Number(withFocus(y)) - Number(withFocus(x)) || Number(f.avoid.has(x)) - Number(f.avoid.has(y)),
    );
    const count = howMany(f.minutes, 1, 3, 5);
    const lines: PlannedLine[] = [];
    for (let k = 0; k + 1 < ranked.length && lines.length < count; k += 2) {
      const [one, two] = [ranked[k]!, ranked[k + 1]!];
      const text = [`${withArticle(one)} and ${withArticle(two)}`, `${one} and ${two}`, one].find((t) =>
        t.split(' ').every(f.ground.reads),
      )!;
      lines.push({ text, pictures: text === one ? [one] : [one, two] });
    }
    return lines.length > 0 ? { lines } : null;
  },
  text: fillText,
  own: () => ({}),
};

/** Pictured things that are not counted, or of which the picture shows several. */
const BARE = new Set('bread butter cheese corn gloves grapes ice jeans rain scissors snow soap'.split(' '));
const ONLY_ONE = new Set(['moon', 'sun']);
/** A pictured word as it is said: *an ant, bread, the sun*. */
export const withArticle = (noun: string): string =>
  BARE.has(noun) ? noun : `${ONLY_ONE.has(noun) ? 'the' : /^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;

function whose(gpcs: readonly Gpc[], ground: Ground): { whose?: Record<Gpc, string[]> } {
  const some = gpcs.flatMap((gpc) => (ground.owners.has(gpc) ? [[gpc, [...ground.owners.get(gpc)!]] as [Gpc, string[]]] : []));
  return some.length > 0 ? { whose: Object.fromEntries(some) } : {};
}

/** Old cards shuffled so that those easily mixed up are seldom neighbours. */
function shuffledApart(gpcs: readonly Gpc[], seed: number): Gpc[] {
  const left = shuffled(gpcs, seeded(seed));
  const out: Gpc[] = [];
  while (left.length > 0) {
    const last = out.at(-1);
    const at =
      last === undefined
        ? 0
        : Math.max(
            0,
            left.findIndex((g) => confusability(last, g) === 0),
          );
    out.push(left.splice(at, 1)[0]!);
  }
  return out;
}

/** The best few in another order each time. */
function shuffledTop<T>(ranked: readonly T[], seed: number): T[] {
  return shuffled(ranked.slice(0, 6), seeded(seed));
}

/** One of each kind in turn. */
function turnAbout<T>(items: readonly T[], kind: (item: T) => number): T[] {
  const piles = new Map<number, T[]>();
  for (const item of items) piles.set(kind(item), [...(piles.get(kind(item)) ?? []), item]);
  const out: T[] = [];
  while (out.length < items.length) for (const pile of piles.values()) if (pile.length > 0) out.push(pile.shift()!);
  return out;
}

/**
 * What is uncovered step by step in a word of four or five sounds: its first two sounds said together, then one more
 * each time. Null for shorter words and where letters of one sound stand apart.
 */
function steps(word: PlannedWord): string[] | null {
  const { units } = word;
  if (units.length < 4 || units.length > 5) return null;
  const inRow = units.every((u) => u.letters.every((l, k) => k === 0 || l === u.letters[k - 1]! + 1));
  return inRow ? units.slice(1).map((_, k) => word.word.slice(0, units[k + 1]!.letters.at(-1)! + 1)) : null;
}

/** Spellings to sort: those set side by side, else the other readable spellings of a focus sound, else what a focus pair is mixed up with. */
function columnsToSort(f: Filling): Gpc[] | null {
  const { ground, request } = f;
  const readable = [...ground.withFocus.gpcs];
  const [contrast] = request.contrast ?? [];
  if (contrast?.every((gpc) => readable.includes(gpc))) return [...contrast];
  for (const gpc of ground.focus) {
    const sound = gpc.split(':')[1];
    const same = readable.filter((g) => g !== gpc && g.split(':')[1] === sound);
    if (same.length > 0) return [gpc, ...same.slice(-2)];
  }
  for (const gpc of ground.focus) {
    const near = readable.filter((g) => g !== gpc && confusability(gpc, g) > 0);
    if (near.length > 0) return [gpc, near.at(-1)!];
  }
  return null;
}

/** Two sounds to tell apart: those set side by side, else a focus sound and one it is near to. */
function soundsToSort(f: Filling): [string | undefined, string | undefined] {
  const soundOf = (gpc: Gpc): string => gpc.split(':')[1]!;
  const [contrast] = f.request.contrast ?? [];
  if (contrast && soundOf(contrast[0]) !== soundOf(contrast[1])) return [soundOf(contrast[0]), soundOf(contrast[1])];
  const [first] = f.ground.focus;
  if (!first) return [undefined, undefined];
  const others = f.ground.withFocus.gpcs.filter((g) => soundOf(g) !== soundOf(first));
  const near = others.filter((g) => confusability(first, g) > 0);
  return [soundOf(first), (near.at(-1) ?? others.at(-1))?.split(':')[1]];
}
