/** Blending told from letters, in words that only went wrong. */
import type { Observation } from '../evidence/observation.js';
import { DEFAULT_MODEL } from './model.js';
import { BY_SIGHT, KnownTogether, logMean, perDraw } from './known-together.js';
import { ASTRAY } from './word-blame.js';
import { checked, pushOf, runFilter, type Blends, type Push, type RecordOptions } from './run-filter.js';

/** So many answers about the pairs of a child's words are enough to tell blending from letters. */
const MOST_ABOUT_WORDS = 250;
const MOST_WORDS = 60;
/** How well children push sounds together, and how many of each there are, before anything is known. */
const BLENDERS: readonly { readonly chance: number; readonly share: number }[] = [
  { chance: 0.08, share: 0.22 },
  { chance: 0.45, share: 0.23 },
  { chance: 0.9, share: 0.55 },
];
/** Of each of these, how many push clusters and syllables together so well: seldom better than plain words, often worse. */
const HARDER: readonly (readonly number[])[] = [
  [0.9, 0.08, 0.02],
  [0.4, 0.5, 0.1],
  [0.2, 0.25, 0.55],
];

/**
 * Which of two is at fault in words that went wrong with nothing noted: pairs that are not known, or the push together. Each
 * kind of blender is tried on all of the child's words at once, over what the pairs may be by all that tells of them beside
 * these words; what explains the row of words best counts most. Plain words, words with clusters and longer words ask for three
 * pushes, each harder for a child who cannot do a plainer one. Returns the expected chance of each push, and which
 * pairs may be known together; null where every wrong word has something noted.
 */
export function tellApart(
  observations: readonly Observation[],
  options: Pick<RecordOptions, 'words' | 'order' | 'model'> & { readonly asOf: string },
): { readonly blends: Blends; readonly together: KnownTogether } | null {
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
  const logs = new Map<Push, Float64Array[]>();
  const shown = new Set(words.flatMap((w) => (w.right ? w.gpcs : [])));
  for (const word of words) {
    const { gpcs, right } = word;
    const push = pushOf(word);
    if (!logs.has(push)) logs.set(push, BLENDERS.map(perDraw));
    const all = together.all(gpcs, shown);
    BLENDERS.forEach(({ chance }, b) => {
      const known = chance * (1 - ASTRAY) ** gpcs.length;
      const [logKnown, logNot] = [Math.log(right ? known : 1 - known), Math.log(1 - BY_SIGHT)];
      const own = logs.get(push)![b]!;
      all.forEach((is, j) => (own[j]! += is === 1 ? logKnown : logNot));
    });
  }
  return { blends: blendsFrom(logs), together };
}

/**
 * The expected chance of each push, over what the pairs may be and which blender of plain words the child is.
 * @param logs of each push that was asked for and each kind of blender: the logarithm of how well it explains the words, by draw
 */
function blendsFrom(logs: ReadonlyMap<Push, readonly Float64Array[]>): Blends {
  const plain = logs.get('blending');
  const harder = [...logs].filter(([push]) => push !== 'blending');
  /** How well the words of a harder push are explained by whoever is blender b of plain words, by draw. */
  const explained = harder.map(([, own]) =>
    BLENDERS.map((_, b) => {
      const sum = perDraw();
      sum.forEach((_none, j) => (sum[j] = logSum(own.map((log, h) => Math.log(HARDER[b]![h]!) + log[j]!))));
      return sum;
    }),
  );
  const together = BLENDERS.map(({ share }, b) => {
    const log = perDraw();
    log.forEach((_none, j) => {
      log[j] = Math.log(share) + (plain?.[b]![j] ?? 0) + explained.reduce((sum, own) => sum + own[b]![j]!, 0);
    });
    return log;
  });
  const total = logSum(together.map(logMean));
  const expected = (weights: readonly number[]): number => BLENDERS.reduce((sum, { chance }, b) => sum + weights[b]! * chance, 0);
  const out: Partial<Record<Push, number>> = { blending: expected(together.map((log) => Math.exp(logMean(log) - total))) };
  harder.forEach(([push, own], s) => {
    out[push] = expected(
      own.map((log, h) => {
        const of = BLENDERS.map((_, b) =>
          together[b]!.map((value, j) => value - explained[s]![b]![j]! + Math.log(HARDER[b]![h]!) + log[j]!),
        );
        return Math.exp(logSum(of.map(logMean)) - total);
      }),
    );
  });
  return out;
}
function logSum(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}
