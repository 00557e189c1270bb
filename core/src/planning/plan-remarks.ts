/** What a plan says about its group: what is short, why, and what would make it possible. */
import { counted, fewOf, pairInWords } from '../in-words.js';
import type { Gpc } from '../phonics/lexicon.js';

/** Facts, so that a name can stand in them where it is shown; `remarkWords` makes the sentence. */
export type PlanRemark =
  /** Of these children little was looked at: what they can read is taken from what was taught. */
  | { kind: 'not looked at'; children: string[] }
  /** Few words hold a focus pair for all of them; the pair that would open most, and who lacks it. */
  | { kind: 'few words'; gpc: Gpc; words: number; first?: RemarkBlocker | undefined }
  /** The words of the session before had to come again. */
  | { kind: 'words again'; words: string[] }
  /** Nothing to read that means something together. */
  | { kind: 'no reading'; gpc: Gpc | null; first?: RemarkBlocker | undefined }
  /** A text that the others can read is out of this child's reach: so many of its running words. */
  | { kind: 'text beyond'; child: string; title: string; words: number; of: number }
  /** One child lacks what all the others know. */
  | { kind: 'far behind'; child: string; pairs: Gpc[]; words: number }
  /** Less than three fifths of the time is on what the session is for. */
  | { kind: 'little focus'; minutes: number; of: number }
  /** Nothing for this skill can be drawn yet. */
  | { kind: 'no skill words'; skill: string };
interface RemarkBlocker {
  gpc: Gpc;
  children: string[];
  words: number;
  sentences: number;
}

function opening(first: RemarkBlocker | undefined, nameOf: (id: string) => string): string {
  if (!first) return '';
  const more = [
    first.words > 0 ? counted(first.words, 'more word') : '',
    first.sentences > 0 ? counted(first.sentences, 'more sentence') : '',
  ]
    .filter(Boolean)
    .join(' and ');
  const are = first.words + first.sentences === 1 ? 'is' : 'are';
  const who = fewOf(first.children.map(nameOf));
  const needs = `${who} ${first.children.length === 1 ? 'needs' : 'need'} ${pairInWords(first.gpc)} first`;
  if (more === '') return ` ${needs}, and more besides.`;
  return who === ''
    ? ` With ${pairInWords(first.gpc)}, which comes later in the order, there would be ${more}.`
    : ` ${needs}: then there ${are} ${more}.`;
}

/**
 * A remark as a sentence.
 * @param nameOf the name a child is called by
 * @example remarkWords({ kind: 'words again', words: ['quiz'] }, String) // 'Few words are left for this focus: “quiz” comes again.'
 */
export function remarkWords(remark: PlanRemark, nameOf: (id: string) => string): string {
  switch (remark.kind) {
    case 'not looked at':
      return `Little is known of ${fewOf(remark.children.map(nameOf), 4)}: the words rest on what was taught. A quick check first would fit them to what they can read.`;
    case 'few words':
      return `${remark.words === 0 ? 'No words' : `Only ${counted(remark.words, 'word')}`} with ${pairInWords(remark.gpc)} can be read by all of them.${opening(remark.first, nameOf)}`;
    case 'words again':
      return `Few words are left for this focus: ${fewOf(remark.words.map((w) => `“${w}”`))} ${remark.words.length === 1 ? 'comes' : 'come'} again.`;
    case 'no reading':
      return `No text or sentence${remark.gpc ? ` with ${pairInWords(remark.gpc)}` : ''} can be read by all of them yet.${opening(remark.first, nameOf)}`;
    case 'far behind':
      return `${nameOf(remark.child)} does not know ${counted(remark.pairs.length, 'pair')} that all the others know (${fewOf(
        remark.pairs.map((gpc) => pairInWords(gpc, remark.pairs)),
        4,
      )}), and every word here is held to that: without, the others had ${counted(remark.words, 'more word')}. Give ${nameOf(remark.child)} items of their own, find a group that is nearer, or run this with two adults.`;
    case 'text beyond':
      return `“${remark.title}” is within reach of the others, but ${nameOf(remark.child)} cannot read ${remark.words} of its ${remark.of} words yet: let ${nameOf(remark.child)} follow while a partner reads, and read the words of the focus.`;
    case 'little focus':
      return `Only ${remark.minutes} of ${remark.of} minutes are on the focus: nothing more that practises it can be read by all of them yet.`;
    case 'no skill words':
      return `Nothing to practise ${remark.skill} with can be read by all of them yet: they know too few pairs. Work on pairs first.`;
  }
}
