/** What a kind of check is. One file beside this one is one kind. */
import type { Strand } from '../../evidence/observation.js';
import type { Taught } from '../../phonics/decodability.js';
import type { DictationText } from '../../phonics/dictation.js';
import type { Gpc, Lexicon } from '../../phonics/lexicon.js';
import type { CheckItem } from '../items.js';
import type { Choices } from '../recall-items.js';

export const CHECK_AREAS = ['Recall', 'Listening', 'Decoding', 'Spelling'] as const;
export type CheckArea = (typeof CHECK_AREAS)[number];

/** What the items of a check are made from: what the child is to be asked, what was taught, what ships. */
export interface ItemRequest {
  /** Every pair the child's class was taught. */
  readonly all: readonly Gpc[];
  /** The pairs to ask, where a kind asks for pairs. */
  readonly ask: readonly Gpc[];
  /** What words may hold: all that was taught, or that without the child's gaps. */
  readonly readable: Taught;
  readonly taught: Taught;
  /** Items of each step of difficulty. */
  readonly perLevel: number;
  readonly choices: Choices;
  readonly seed: number;
  /** Words that were asked lately. */
  readonly avoid: readonly string[];
  /** Words of which pictures exist. */
  readonly pictured: readonly string[];
  /** Where sentences to dictate are taken from. */
  readonly texts: readonly DictationText[];
}

/** What can be set before a check of a kind begins. */
export type CheckSetting = 'which pairs' | 'among how many' | 'how many words' | 'without the gaps';

/**
 * What the child has before its eyes, on a card, on its own screen and on its sheet. What it does not name stays hidden from
 * the child: with *nothing*, or with *words* to choose among, the word that is said is not sent to the child's screen.
 */
export type ChildView =
  | 'grapheme'
  | 'graphemes'
  | 'word'
  | 'words'
  | 'pictures'
  | 'picture'
  | 'picture and places'
  | 'picture and yes or no'
  /** Listens and writes on paper. */
  | 'nothing';

interface Described {
  readonly area: CheckArea;
  /** As it is chosen. */
  readonly title: string;
  /** One line for the adult. */
  readonly how: string;
  /** What an answer of this kind is called in a list of answers. */
  readonly past: string;
  readonly childSees: ChildView;
  /** The adult marks what was said; the mark follows from what was pointed to; or from what was written and is typed in. */
  readonly answered: 'marked' | 'chosen' | 'typed';
  /** The child speaks: an accent or a speech difference has its own mark, which counts as right. */
  readonly spoken?: true;
  /** A whole word is read, at sight or sound by sound: its marks say which. */
  readonly soundedOut?: true;
  /** How an answer about a whole word speaks of its pairs: laid along what was read, or along what was written. */
  readonly asWord?: 'read' | 'spelled';
  /** The skill such an answer speaks of, where it is not what the word's own shape asks for. */
  readonly skill?: Strand;
  /** Words that are none: guessing helps least. */
  readonly madeUp?: true;
  /** Pairs come in it by the way, again and again: rights of one sitting beyond the second tell nothing new. */
  readonly byTheWay?: true;
  /** What was said or chosen instead tells which pair it is mixed up with. */
  readonly confuses?: true;
  /** Can be asked by the few cards that tell most, and missed cards once more; a grapheme of two sounds is asked for both. */
  readonly byCard?: true;
  /** A sentence of a text is dictated too. */
  readonly dictates?: true;
  /** A number of sounds is the answer, right or wrong by how many. */
  readonly counted?: true;
  readonly settings: readonly CheckSetting[];
  /** Offered only where the school uses made-up words, or names of letters. */
  readonly onlyWith?: 'made-up words' | 'letter names';
  /** What the adult says or needs to know, small beside the card. */
  readonly ask: (item: CheckItem) => string;
  /** How often somebody who does not know it is right, and somebody who does is wrong: where nothing was fitted. */
  readonly chances: { readonly guess: number; readonly lapse: number };
}
export type CheckKindDescriptor = Described &
  (
    | {
        readonly from: 'pairs';
        /** @throws CoreError `empty` where nothing fits. */
        readonly items: (request: ItemRequest) => CheckItem[];
      }
    | {
        /** From the lexicon alone, or from words that have a picture. */
        readonly from: 'words' | 'pictures';
        /** @throws CoreError `no-candidates` where what was taught makes none. */
        readonly items: (request: ItemRequest, lexicon: Lexicon) => CheckItem[];
      }
  );

/** The sounds of a word one after another, as they stand beside it. */
export const soundsOf = (item: CheckItem): string => (item.units ?? []).map((u) => `/${u.sound}/`).join(' ');
