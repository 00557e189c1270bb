/** Words for a group: what all its children can read, words for each focus pair, and whose turn each is. */
import { findWords, type FindWordsRequest } from '../phonics/find-words.js';
import { wordJudge, type Taught } from '../phonics/decodability.js';
import type { Gpc, Lexicon, Segmentation } from '../phonics/lexicon.js';
import { gpcsOf, normaliseWord, segment } from '../phonics/segment.js';
import { shownWord } from '../phonics/shown-word.js';
import type { PlannedWord, SessionChild, SessionNeeds } from './part-content.js';

/** A pair counts as readable for a child who is likelier than not to know it; a word is likely read where that is so of its pairs together. Never checked: as taught. */
export const READS_FROM = 0.5;
/** Words are drawn from what every child of the group knows so surely first. Chosen: docs/decisions/planning.md. */
const SURELY = [0.9, 0.75] as const;

export interface ReadablePairs {
  /** What every child of the group can read, the focus left out. */
  readonly taught: Taught;
  /** The same with the focus. */
  readonly withFocus: Taught;
  /** Of `taught`, what all of them surely know, the surest first; all of it last. */
  readonly surestFirst: readonly Taught[];
  readonly focus: readonly Gpc[];
  /** Children who need a focus pair, where it is not all of them. */
  readonly owners: ReadonlyMap<Gpc, readonly string[]>;
  /** Whether each child likely reads a word of these pairs, the focus counted as known. */
  readonly likelyRead: (gpcs: readonly Gpc[]) => boolean;
  /** How likely a child of the group reads a word of these pairs: the mean of all its children; taught as a whole it is read. */
  readonly chanceOf: (word: string, gpcs: readonly Gpc[]) => number;
  /** Whether a word can be read on this ground with the focus; it remembers what it met. */
  readonly reads: (word: string) => boolean;
}

/** Whether a child can be asked to read a pair. */
export const canRead = (child: SessionChild, gpc: Gpc): boolean => (child.known[gpc] ?? 1) >= READS_FROM;

const readablePairsByRequest = new WeakMap<object, ReadablePairs>();
/** What the words of a session stand on, worked out once a request. */
export function readablePairsOf(lexicon: Lexicon, request: Pick<SessionNeeds, 'taught' | 'focus' | 'children'>): ReadablePairs {
  const made = readablePairsByRequest.get(request) ?? makeReadablePairs(lexicon, request);
  readablePairsByRequest.set(request, made);
  return made;
}
const readablePairsOfEachByRequest = new WeakMap<object, readonly ReadablePairs[]>();
/** The same for each child alone, in the order of the group: what this child could read if the others were not there. */
export function readablePairsOfEach(
  lexicon: Lexicon,
  request: Pick<SessionNeeds, 'taught' | 'focus' | 'children'>,
): readonly ReadablePairs[] {
  const made =
    readablePairsOfEachByRequest.get(request) ??
    request.children.map((child) => makeReadablePairs(lexicon, { ...request, children: [child] }));
  readablePairsOfEachByRequest.set(request, made);
  return made;
}
function makeReadablePairs(
  lexicon: Lexicon,
  { taught, focus, children }: Pick<SessionNeeds, 'taught' | 'focus' | 'children'>,
): ReadablePairs {
  const gpcs = taught.gpcs.filter((gpc) => !focus.includes(gpc) && children.every((c) => canRead(c, gpc)));
  const owners = new Map<Gpc, string[]>();
  for (const gpc of focus) {
    const need = children.filter((c) => (c.known[gpc] ?? 0) < READS_FROM).map((c) => c.id);
    if (need.length > 0 && need.length < children.length) owners.set(gpc, need);
  }
  const withFocus = { gpcs: [...gpcs, ...focus], words: taught.words };
  const known = children.map((c) => new Map(gpcs.map((gpc) => [gpc, c.known[gpc] ?? 1])));
  // each pair of a word may be likelier known than not, and the word all the same beyond the child
  const all = (own: ReadonlyMap<Gpc, number>, of: readonly Gpc[]): number => of.reduce((chance, gpc) => chance * (own.get(gpc) ?? 1), 1);
  const likelyRead = (of: readonly Gpc[]): boolean => known.every((own) => all(own, of) >= READS_FROM);
  const wholes = new Set(taught.words.map(normaliseWord));
  const chanceOf = (word: string, of: readonly Gpc[]): number =>
    wholes.has(word) ? 1 : known.reduce((total, own) => total + all(own, of), 0) / Math.max(1, known.length);
  const judge = wordJudge(lexicon, withFocus);
  const reads = (word: string): boolean => {
    const { status } = judge(word);
    return status !== 'not yet' && status !== 'unread';
  };
  const surely = SURELY.map((from) => gpcs.filter((gpc) => known.every((own) => own.get(gpc)! >= from)));
  const surestFirst = [...surely, gpcs].map((list) => ({ gpcs: list, words: taught.words }));
  return { taught: { gpcs, words: taught.words }, withFocus, surestFirst, focus, owners, likelyRead, chanceOf, reads };
}

/** The likeliest cut of a word, kept with the lexicon: planning asks for the same few thousand again and again. */
function segmentationOf(lexicon: Lexicon, word: string): Segmentation | undefined {
  const segmentations = lexicon.derived('planned cuts', () => new Map<string, Segmentation | undefined>());
  if (!segmentations.has(word)) segmentations.set(word, segment(lexicon, word)[0]);
  return segmentations.get(word);
}

/** A word with its units and the focus pairs it practises; no units where nothing fits it. */
export function plannedWord(lexicon: Lexicon, word: string, focus: readonly Gpc[]): PlannedWord {
  const segmentation = segmentationOf(lexicon, word);
  const gpcs = segmentation ? gpcsOf(segmentation) : [];
  return { word, units: segmentation?.units ?? [], focus: focus.filter((gpc) => gpcs.includes(gpc)) };
}

/** An irregular word with its odd part: the units whose pairs these children have not been taught. */
export function irregularWord(lexicon: Lexicon, word: string, focus: readonly Gpc[], taught: readonly Gpc[]): PlannedWord {
  const planned = plannedWord(lexicon, word, focus);
  return {
    ...planned,
    word: shownWord(word),
    odd: planned.units.flatMap((u, k) => (taught.includes(`${u.grapheme}:${u.sound}`) ? [] : [k])),
  };
}

/** Words a child is likely to have heard come first: at least so often in a million spoken words. */
const COMMON = 8;
const MOST_SOUNDS = 5;
export type SearchOptions = Omit<Partial<FindWordsRequest>, 'taught' | 'mustUse' | 'limit' | 'seed' | 'avoid'>;

/** Where a pair has no other word, so many of the session before come again. */
const HARDLY_ANY = 1;

/**
 * Words for each focus pair in turn, shortest first, so many in all; without a focus, any that these children can read. A
 * word has one new thing at a time where there are such; what was met lately comes again only where nothing else is left,
 * and what stood in the session before only where there is hardly anything else.
 */
export function drawWords(
  lexicon: Lexicon,
  readablePairs: ReadablePairs,
  request: {
    readonly count: number;
    readonly seed: number;
    readonly avoid: ReadonlySet<string>;
    /** Words of the session before. */
    readonly last?: ReadonlySet<string>;
    readonly fits?: (word: PlannedWord) => boolean;
  },
  look: SearchOptions = {},
): PlannedWord[] {
  const { focus, withFocus, surestFirst, likelyRead } = readablePairs;
  const { count, seed, avoid, last = new Set<string>(), fits = () => true } = request;
  const words = new Map<string, PlannedWord>();
  const wanted: readonly (readonly Gpc[])[] = focus.length > 0 ? focus.map((gpc) => [gpc]) : [[]];
  const share = Math.ceil(count / wanted.length);
  /** Of these nearly every word is likely read. */
  const surely = new Set(surestFirst.slice(0, -1));
  wanted.forEach((mustUse, k) => {
    const taken = (): number => [...words.values()].filter((w) => mustUse.every((gpc) => w.focus.includes(gpc))).length;
    const pick = (
      skip: readonly string[],
      from: Taught,
      minFrequency: number,
      { upTo = share, likely = true }: { readonly upTo?: number; readonly likely?: boolean } = {},
    ): void => {
      if (taken() >= upTo) return;
      const found = findWords(lexicon, {
        maxSounds: MOST_SOUNDS,
        ...look,
        taught: from,
        mustUse,
        limit: request.fits || !surely.has(from) ? share * 12 : share * 2,
        seed: seed + k * 101,
        avoid: skip,
        minFrequency,
      });
      for (const { word, gpcs } of found) {
        if (taken() >= upTo) break;
        if (words.has(word) || (likely && !likelyRead(gpcs))) continue;
        const planned = plannedWord(lexicon, word, focus);
        if (fits(planned)) words.set(word, planned);
      }
    };
    for (const ground of surestFirst) for (const often of [COMMON, 1]) pick([...avoid, ...last], ground, often);
    pick([...avoid, ...last], withFocus, 1);
    // what is not sure to be read comes before what was met yesterday
    pick([...avoid, ...last], withFocus, 1, { likely: false });
    pick([...last], withFocus, 0.3, { likely: false });
    pick([], withFocus, 0.3, { upTo: Math.min(share, HARDLY_ANY), likely: false });
  });
  return [...words.values()].sort((a, b) => a.units.length - b.units.length || (a.word < b.word ? -1 : 1)).slice(0, count);
}

/**
 * Whose each word is, where a focus pair is the need of some and not of all: its words go to them in turn. Where there
 * are fewer words than children who need them, they are for all. Where all answer together every word is for all, but
 * for one at the end for each child who needs it, called as theirs.
 */
export function assignToChildren(words: readonly PlannedWord[], readablePairs: ReadablePairs, together = false): PlannedWord[] {
  const out = words.map((w) => ({ ...w }));
  for (const [gpc, who] of readablePairs.owners) {
    const theirs = out.filter(
      (w) => w.for === undefined && w.focus.includes(gpc) && w.focus.every((g) => g === gpc || !sharedByAll(g, readablePairs)),
    );
    if (theirs.length < who.length + (together ? 2 : 0)) continue;
    const given = together ? theirs.slice(-who.length) : theirs;
    given.forEach((w, k) => {
      w.for = who[k % who.length]!;
    });
  }
  return together ? [...out.filter((w) => w.for === undefined), ...out.filter((w) => w.for !== undefined)] : out;
}
const sharedByAll = (gpc: Gpc, readablePairs: ReadablePairs): boolean => !readablePairs.owners.has(gpc);
