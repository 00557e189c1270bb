/** What a check asks: one item of it. Items are made before the check begins, so a check can be carried on anywhere. */
import type { Observation, Strand } from '../evidence/observation.js';
import type { Gpc, SegmentUnit } from '../phonics/lexicon.js';
import type { CheckKind } from './kinds/index.js';

export interface CheckItem {
  /** Names the item within its check; for recall it is the pair itself. */
  readonly key: string;
  /** The step of difficulty it belongs to, as shown: `three sounds`, `ending cluster`. */
  readonly level?: string;
  readonly skill: Strand;
  /** The pair it is about, where it is about one. */
  readonly gpc?: Gpc;
  /** What is read, heard or written: a word, or a sentence to dictate. */
  readonly word?: string;
  readonly units?: readonly SegmentUnit[];
  /** Units that are the odd part of an irregular word. */
  readonly odd?: readonly number[];
  /** What the adult says one after another: sounds, or parts of a word in letters. */
  readonly parts?: readonly string[];
  /** The sound that is asked about. */
  readonly sound?: string;
  /** What to choose among: graphemes, places, yes and no, pictured words, or a row of words. */
  readonly options?: readonly string[];
  /** Which of the options are right; also the number of sounds of a word to stretch. */
  readonly accept?: readonly string[];
  /** Words of which pictures are shown. */
  readonly pictures?: readonly string[];
  readonly base?: string;
  readonly ending?: string;
}

/** What an observation of this item says it is about. */
export function aboutItem(kind: CheckKind, item: CheckItem): Pick<Observation, 'kind' | 'skill' | 'gpc' | 'item' | 'options'> {
  return {
    kind,
    skill: item.skill,
    ...(item.gpc === undefined ? {} : { gpc: item.gpc }),
    ...(item.word === undefined ? {} : { item: item.word }),
    ...(item.options === undefined ? {} : { options: item.options.length }),
  };
}
