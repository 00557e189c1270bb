/** Pictured things as they are said, for phrases put to pictures. */
import { seeded, shuffled } from '../../random.js';
import { plannedWord } from '../session-words.js';
import type { Filling } from './part.js';

/** Pictured things that are not counted, or of which the picture shows several. */
const BARE = new Set('bread butter cheese corn gloves grapes ice jeans rain scissors snow soap'.split(' '));
const ONLY_ONE = new Set(['moon', 'sun']);
/** A pictured word as it is said: *an ant, bread, the sun*. */
export const withArticle = (noun: string): string =>
  BARE.has(noun) ? noun : `${ONLY_ONE.has(noun) ? 'the' : /^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;

/** Pictured words that these children can read, those of the focus first, then those not met lately. */
export function countedNouns(f: Filling): string[] {
  const nouns = (f.request.sources?.pictures ?? []).filter((p) => f.readablePairs.reads(p));
  const withFocus = (p: string): boolean => plannedWord(f.lexicon, p, f.readablePairs.focus).focus.length > 0;
  return shuffled(nouns, seeded(f.seed)).sort(
    (x, y) => Number(withFocus(y)) - Number(withFocus(x)) || Number(f.avoid.has(x)) - Number(f.avoid.has(y)),
  );
}
