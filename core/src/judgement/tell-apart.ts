/** Blending told from letters, in words that only went wrong. */
import type { Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL } from './model.js';
import { checked, runFilter, type RecordOptions } from './run-filter.js';

/** So many answers about the pairs of a child's words are enough to tell blending from letters. */
const MOST_ABOUT_WORDS = 250;
const MOST_WORDS = 60;
/** How well children push sounds together, and how many of each there are, before anything is known. */
const BLENDERS: readonly { readonly chance: number; readonly share: number }[] = [
  { chance: 0.08, share: 0.22 },
  { chance: 0.45, share: 0.23 },
  { chance: 0.9, share: 0.55 },
];

/**
 * Which of two is at fault in words that went wrong with nothing noted: pairs that are not known, or the push together. Each
 * kind of blender is tried on all of the child's words, right and wrong, pairs and pushing judged together; what explains the
 * row of words best counts most. Returns the expected chance of pushing together, and how likely the child knows each pair of
 * such a word; null where every wrong word has something noted.
 */
export function tellApart(
  observations: readonly Observation[],
  options: Pick<RecordOptions, 'words' | 'order' | 'model'> & { readonly asOf: string },
): { readonly blends: number; readonly knows: ReadonlyMap<Gpc, number> } | null {
  const words = (options.words ?? []).slice(-MOST_WORDS);
  if (words.every((w) => w.right)) return null;
  const model = options.model ?? DEFAULT_MODEL;
  // the pairs of these words tell, and what was last seen of them: the rest of the record is left out for speed
  const asked = new Set(words.flatMap((w) => w.gpcs));
  const about = checked(observations, model, Date.parse(options.asOf)).filter((o) => asked.has(o.gpc!));
  const list = about.slice(-MOST_ABOUT_WORDS);
  const tried = BLENDERS.map(({ chance, share }) => {
    let log = Math.log(share);
    const filter = runFilter(list, { ...options, words, blends: chance }, model, {
      word: (word, before) => {
        const right = Math.min(0.999, Math.max(0.001, before.wordRight(word, chance)));
        log += Math.log(word.right ? right : 1 - right);
      },
    });
    return { chance, log, filter };
  });
  const top = Math.max(...tried.map((t) => t.log));
  const total = tried.reduce((sum, t) => sum + Math.exp(t.log - top), 0);
  const weight = ({ log }: { log: number }): number => Math.exp(log - top) / total;
  const likeliest = tried.reduce((a, b) => (b.log > a.log ? b : a));
  return {
    blends: tried.reduce((sum, t) => sum + weight(t) * t.chance, 0),
    // pairs as the likeliest blender has them: an average would let each of two stories excuse the other
    knows: new Map([...asked].map((gpc) => [gpc, likeliest.filter.belief(gpc)!.p])),
  };
}
