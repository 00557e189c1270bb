/** Every kind of part a session can hold, in the order they are offered. A new kind is one file and one line here. */
import { addASound } from './add-a-sound.js';
import { buildUp } from './build-up.js';
import { bySyllable } from './by-syllable.js';
import { capitals } from './capitals.js';
import { clusterWords } from './clusters.js';
import { coldReading } from './cold-reading.js';
import { endings } from './endings.js';
import { find } from './find.js';
import { findTheNewOne } from './find-the-new-one.js';
import { focus } from './focus.js';
import { irregularWords } from './irregular-words.js';
import { letterFormation } from './letter-formation.js';
import { listen } from './listen.js';
import { lostSound } from './lost-sound.js';
import { madeUpWords } from './made-up-words.js';
import { moreWords } from './more-words.js';
import { own } from './own.js';
import type { PartDescriptor } from './part.js';
import { partners } from './partners.js';
import { phraseAndPicture } from './phrase-and-picture.js';
import { phraseToPicture } from './phrase-to-picture.js';
import { phrases } from './phrases.js';
import { pictureSort } from './picture-sort.js';
import { pictureSpelling } from './picture-spelling.js';
import { readSpellRead } from './read-spell-read.js';
import { readToThem } from './read-to-them.js';
import { readWords } from './read-words.js';
import { review } from './review.js';
import { sayItFast } from './say-it-fast.js';
import { sentence } from './sentence.js';
import { slowAndFast } from './slow-and-fast.js';
import { sortSpellings } from './sort-spellings.js';
import { soundBoxes } from './sound-boxes.js';
import { spell } from './spell.js';
import { steppedWords } from './stepped-words.js';
import { takeApart } from './take-apart.js';
import { text } from './text.js';
import { tickOrMend } from './tick-or-mend.js';
import { warmReading } from './warm-reading.js';
import { wordChainPart } from './word-chain.js';
import { writeInTheAir } from './write-in-the-air.js';
import { yesOrNo } from './yes-or-no.js';

export const PARTS = {
  review,
  focus,
  listen,
  'take apart': takeApart,
  'say it fast': sayItFast,
  'slow and fast': slowAndFast,
  'build up': buildUp,
  'find the new one': findTheNewOne,
  find,
  capitals,
  'letter formation': letterFormation,
  'write in the air': writeInTheAir,
  'read words': readWords,
  partners,
  'stepped words': steppedWords,
  'lost sound': lostSound,
  'add a sound': addASound,
  clusters: clusterWords,
  'made-up words': madeUpWords,
  'word chain': wordChainPart,
  'sort spellings': sortSpellings,
  'irregular words': irregularWords,
  'read, spell, read': readSpellRead,
  endings,
  'by syllable': bySyllable,
  'sound boxes': soundBoxes,
  spell,
  'tick or mend': tickOrMend,
  'picture spelling': pictureSpelling,
  sentence,
  'yes or no': yesOrNo,
  'picture sort': pictureSort,
  'phrase to picture': phraseToPicture,
  'phrase and picture': phraseAndPicture,
  'more words': moreWords,
  'read to them': readToThem,
  text,
  'cold reading': coldReading,
  phrases,
  'warm reading': warmReading,
  own,
} as const satisfies Readonly<Record<string, PartDescriptor>>;

export type PartKind = keyof typeof PARTS;
export const PART_KINDS = Object.keys(PARTS) as [PartKind, ...PartKind[]];

/** The descriptor of a kind, with every field that descriptors may have. */
export const partKind = (kind: PartKind): PartDescriptor => PARTS[kind];
