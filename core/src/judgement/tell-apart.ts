/** Blending told from letters, in words that only went wrong. */
import type { Observation } from '../evidence/observation.js';
import { DEFAULT_MODEL } from './model.js';
import { BY_SIGHT, KnownTogether, logMean, perDraw } from './known-together.js';
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

/** How often a known pair goes wrong in a word all the same. */
const ASTRAY = 0.03;

/**
 * Which of two is at fault in words that went wrong with nothing noted: pairs that are not known, or the push together. Each
 * kind of blender is tried on all of the child's words at once, over what the pairs may be by all that tells of them beside
 * these words; what explains the row of words best counts most. Returns the expected chance of pushing together, and which
 * pairs may be known together; null where every wrong word has something noted.
 */
export function tellApart(
  observations: readonly Observation[],
  options: Pick<RecordOptions, 'words' | 'order' | 'model'> & { readonly asOf: string },
): { readonly blends: number; readonly together: KnownTogether } | null {
  const words = (options.words ?? []).slice(-MOST_WORDS);
  if (words.every((w) => w.right)) return null;
  const model = options.model ?? DEFAULT_MODEL;
  // the pairs of these words tell, and what was last seen of them: the rest of the record is left out for speed
  const asked = new Set(words.flatMap((w) => w.gpcs));
  const about = checked(observations, model, Date.parse(options.asOf)).filter((o) => asked.has(o.gpc!));
  // their pairs are held, and none of them is blamed yet
  const unblamed = words.map((w) => ({ ...w, right: true }));
  const filter = runFilter(about.slice(-MOST_ABOUT_WORDS), { ...options, words: unblamed }, model);
  const together = new KnownTogether(filter, [...asked]);
  const logs = BLENDERS.map(() => perDraw());
  const shown = new Set(words.flatMap((w) => (w.right ? w.gpcs : [])));
  for (const { gpcs, right } of words) {
    const all = together.all(gpcs, shown);
    BLENDERS.forEach(({ chance }, b) => {
      const known = chance * (1 - ASTRAY) ** gpcs.length;
      const [logKnown, logNot] = [Math.log(right ? known : 1 - known), Math.log(1 - BY_SIGHT)];
      all.forEach((is, j) => (logs[b]![j]! += is === 1 ? logKnown : logNot));
    });
  }
  const likely = BLENDERS.map(({ share }, b) => Math.log(share) + logMean(logs[b]!));
  const top = Math.max(...likely);
  const weights = likely.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return { blends: BLENDERS.reduce((sum, { chance }, b) => sum + (weights[b]! / total) * chance, 0), together };
}
