/** What a kind of session part is, and what its filling stands on. One file beside this one is one kind. */
import type { Strand } from '../../evidence/observation.js';
import { CoreError } from '../../errors.js';
import { confusability } from '../../phonics/shape.js';
import { drawWeighted } from '../../phonics/find-words.js';
import type { Gpc, Lexicon } from '../../phonics/lexicon.js';
import { offerableWords, pairMask, usesAny, type IndexedWord } from '../../phonics/word-index.js';
import { soundParts } from '../../phonics/sounds.js';
import { baseAndEnding } from '../../phonics/word-parts.js';
import { seeded, shuffled } from '../../random.js';
import type { ContentOf, OwnField, PartContent, PlannedWord, SessionNeeds } from '../part-content.js';
import { assignToChildren, drawWords, plannedWord, type ReadablePairs, type SearchOptions } from '../session-words.js';

/** Sheets for the children that parts ask for. */
export type ChildSheet = 'cards' | 'words' | 'boxes' | 'chain' | 'sort' | 'dictation' | 'letters' | 'pictures' | 'rows' | 'text';

export interface Filling {
  readonly lexicon: Lexicon;
  readonly request: SessionNeeds;
  readonly readablePairs: ReadablePairs;
  readonly minutes: number;
  readonly seed: number;
  /** What stands elsewhere in the session or was met in the last ones. */
  readonly avoid: ReadonlySet<string>;
  readonly oldToNew: number;
  /** All answer at once: words are for all, and a child's own come after them in turn. */
  readonly together: boolean;
  /** Ids of texts that were left unread last time. */
  readonly textsLeft: readonly string[];
  /** What the parts before hold. */
  readonly before: readonly (PartContent & { readonly kind: string; readonly fromHearing: boolean; readonly connected: boolean })[];
}
/** What goes into a part that has these fields of its own. */
export type Filled<Own extends OwnField = OwnField> = Partial<ContentOf<Own>>;

/**
 * A kind of part. What is written, hidden, carried over, marked one by one and printed follows from what stands here;
 * nothing else holds a list of kinds.
 */
export interface PartDescriptor<Own extends OwnField = OwnField> {
  /** The name it goes by and what is done in it, where a style says nothing else. */
  readonly title: string;
  readonly how: string;
  /** What goes into it; null where nothing can be had with what these children can read. */
  readonly fill: (f: Filling) => Filled<NoInfer<Own>> | null;
  /** Which fields its parts have besides pairs and words. */
  readonly holds: readonly Own[];
  /** How much a session misses without it, where minutes are too few for all: from 0 to 10. */
  readonly worth: number;
  /** Minutes under which it is not worth beginning; two where left out. */
  readonly least?: number;
  /** What a single mark in it is evidence about: the pair that is practised, a skill, or nothing. */
  readonly evidence: 'pair' | Strand | null;
  /** Which sheets its content stands on, besides the cards. */
  readonly sheets: readonly ChildSheet[];
  /** Sentences or a text: reading that means something together. */
  readonly connected?: true;
  /** Its lines are those of the text before it: what cannot be read in them was told there. */
  readonly linesOfText?: true;
  /** Nothing of it is carried over into the next session. */
  readonly startsAnew?: true;
  /** Its words belong together (rows, steps, chains, columns): they are drawn anew and not one by one. */
  readonly keepsTogether?: true;
  /** The children write its words from hearing them: their spelling is shown nowhere. */
  readonly fromHearing?: true;
  /** Looked at as a whole, unless somebody asks for one item after the other. */
  readonly shownWhole?: true;
  /** What an adult may type into it. */
  readonly takes?: 'words' | 'lines';
  /** There is one way to fill it: it is not drawn again. */
  readonly fixed?: true;
  /** What a child sees of a word: the word, its picture, or nothing, since it is only said. */
  readonly childSees?: 'picture' | 'nothing';
}

/** A kind of part, whose own fields are those that it names. */
export const definePart = <const Own extends OwnField = never>(part: PartDescriptor<Own>): PartDescriptor<Own> => part;

/** Items for the minutes there are, between a least and a most. */
export const itemCount = (minutes: number, aMinute: number, least: number, most: number): number =>
  Math.max(least, Math.min(most, Math.round(minutes * aMinute)));

/** Null for fewer words than `least`. */
export const atLeast = (least: number, words: PlannedWord[]): Filled<never> | null => (words.length >= least ? { words } : null);

/** A generator that finds nothing says so with an error; here that is an empty list. */
export function emptyIfNoCandidates<T>(make: () => T[]): T[] {
  try {
    return make();
  } catch (error) {
    if (error instanceof CoreError && error.code === 'no-candidates') return [];
    throw error;
  }
}

/** Words to read or write for the focus, given to single children where only some need a pair. */
export function readableWords(f: Filling, count: number, look: SearchOptions = {}, fits?: (word: PlannedWord) => boolean): PlannedWord[] {
  const { avoid, readablePairs, lexicon, request, seed } = f;
  const asked = { count, seed, avoid, last: lastOf(request), ...(fits ? { fits } : {}) };
  // what somebody slipped on last time comes first, for half of them at most
  const again = (request.missed ?? [])
    .filter((word) => readablePairs.reads(word) && !avoid.has(word))
    .map((word) => plannedWord(lexicon, word, readablePairs.focus))
    .filter((w) => (readablePairs.focus.length === 0 || w.focus.length > 0) && (!fits || fits(w)))
    .slice(0, Math.floor(count / 2));
  const fresh = drawWords(lexicon, readablePairs, { ...asked, avoid: new Set([...avoid, ...again.map((w) => w.word)]) }, look);
  const drawn = [...again, ...fresh.filter((w) => !again.some((a) => a.word === w.word))].slice(0, count);
  if (request.skill && readablePairs.focus.length > 0 && drawn.length < count) {
    // a skill beside pairs: its words hold a pair where there are such, and others fill up
    const others = drawWords(lexicon, { ...readablePairs, focus: [], taught: readablePairs.withFocus }, asked, look).filter(
      (w) => !drawn.some((d) => d.word === w.word),
    );
    drawn.push(...others.slice(0, count - drawn.length).map((w) => plannedWord(lexicon, w.word, readablePairs.focus)));
  }
  return assignToChildren(drawn, readablePairs, f.together);
}
/** What stood in the session before and was not missed there. */
export const lastOf = ({ lastWords = [], missed = [] }: SessionNeeds): ReadonlySet<string> =>
  new Set(lastWords.filter((w) => !missed.includes(w)));

/** Words a young child is likely to have heard, per million of spoken words. */
const HEARD = 8;

/** Vowels that many accents say as two or as another one: nothing to take apart by ear. */
const UNSURE_BY_EAR = new Set(['eer', 'oor', 'air', 'er', 'uh']);
/** Words for the ear: common, known to young children, no little words and no endings, every sound one that all count alike. */
function wordsToHear(lexicon: Lexicon): readonly IndexedWord[] {
  return lexicon.derived('words to hear', () =>
    offerableWords(lexicon).filter((w) => {
      const entry = lexicon.peek(w.word);
      return (
        w.perMillion >= HEARD &&
        w.age <= 6 &&
        w.readings === undefined &&
        entry?.book?.kind !== 'little' &&
        entry?.book?.kind !== 'idea' &&
        w.pairs.every((k) => {
          const { sound } = lexicon.pairs[k]!;
          return soundParts(sound).length === 1 && !UNSURE_BY_EAR.has(sound);
        }) &&
        baseAndEnding(lexicon, w.word) === null
      );
    }),
  );
}

/**
 * Words that are only heard: none of them need be readable. They hold a focus pair, or else its sound; without a focus
 * they are any. Commoner ones come likelier.
 */
export function heardWords(f: Filling, count: number, fits: (word: IndexedWord) => boolean): PlannedWord[] {
  const { focus } = f.readablePairs;
  const pairs = pairMask(f.lexicon, focus);
  const sounds = new Set(focus.map((gpc) => gpc.split(':')[1]!));
  const common = wordsToHear(f.lexicon).filter(fits);
  const last = lastOf(f.request);
  const pick = (pool: readonly IndexedWord[], salt: number): string[] => {
    const fresh = pool.filter((w) => !f.avoid.has(w.word) && !last.has(w.word));
    return drawWeighted(fresh.length >= count ? fresh : pool.filter((w) => !last.has(w.word)), count, seeded(f.seed + salt)).map(
      (w) => w.word,
    );
  };
  const drawn =
    focus.length === 0
      ? pick(common, 0)
      : [
          ...pick(
            common.filter((w) => usesAny(w, pairs)),
            0,
          ),
          ...pick(
            common.filter((w) => !usesAny(w, pairs) && w.pairs.some((k) => sounds.has(f.lexicon.pairs[k]!.sound))),
            1,
          ),
        ];
  return [...new Set(drawn)].slice(0, count).map((word) => ({ ...plannedWord(f.lexicon, word, focus), heard: true }));
}

/** Who needs a pair, for those that not all need. */
export function ownersOf(gpcs: readonly Gpc[], readablePairs: ReadablePairs): { whose?: Record<Gpc, string[]> } {
  const some = gpcs.flatMap((gpc) =>
    readablePairs.owners.has(gpc) ? [[gpc, [...readablePairs.owners.get(gpc)!]] as [Gpc, string[]]] : [],
  );
  return some.length > 0 ? { whose: Object.fromEntries(some) } : {};
}

/** Cards shuffled so that those easily mixed up are seldom neighbours. */
export function shuffledApart(gpcs: readonly Gpc[], seed: number): Gpc[] {
  const left = shuffled(gpcs, seeded(seed));
  const out: Gpc[] = [];
  while (left.length > 0) {
    const last = out.at(-1);
    const free = last === undefined ? 0 : left.findIndex((g) => confusability(last, g) === 0);
    out.push(left.splice(Math.max(0, free), 1)[0]!);
  }
  return out;
}

/** One of each kind in turn. */
export function roundRobin<T>(items: readonly T[], kind: (item: T) => number): T[] {
  const piles = new Map<number, T[]>();
  for (const item of items) piles.set(kind(item), [...(piles.get(kind(item)) ?? []), item]);
  const out: T[] = [];
  while (out.length < items.length) for (const pile of piles.values()) if (pile.length > 0) out.push(pile.shift()!);
  return out;
}

export const soundOf = (gpc: Gpc): string => gpc.slice(gpc.indexOf(':') + 1);
export const graphemeOf = (gpc: Gpc): string => gpc.slice(0, gpc.indexOf(':'));
