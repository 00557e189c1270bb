/**
 * Designs the teaching orders by counting: at each place comes the pair that opens most of what children
 * meet, among those the stage allows, weighted by what the way of working values and kept away from what it
 * is easily mixed up with. Nothing here is recalled from a published order; `npm run orders -w data` writes the
 * results. The reasons are in docs/decisions/teaching-order.md.
 */
import { writeFileSync } from 'node:fs';
import {
  confusability,
  loadLexicon,
  offerableWords,
  shareOfGrapheme,
  wordJudge,
  type TeachingOrder,
  type TeachingStep,
} from '@sapling/core';
import { DESIGNS, type Design } from './designs.js';

/** Frequent in speech, but no words for a reading lesson. */
const NOT_YET = new Set('uh yeah hey oh hi okay god money huh baby sir wanna guy honey cause gonna gotta ok ah um'.split(' '));
const IRREGULAR_FROM_PER_MILLION = 150;
const COUNTED_FROM_PER_MILLION = 8;

const lexicon = await loadLexicon();
const share = shareOfGrapheme(lexicon);
const soundTotals = new Map<string, number>();
for (const pair of lexicon.pairs) soundTotals.set(pair.sound, (soundTotals.get(pair.sound) ?? 0) + pair.count);
const words = offerableWords(lexicon)
  .filter((w) => w.perMillion >= COUNTED_FROM_PER_MILLION)
  .map((w) => ({ word: w.word, pairs: [...new Set(w.pairs)], perMillion: w.perMillion, weight: Math.log2(1 + w.perMillion) }));

function design(plan: Design): TeachingOrder {
  const taught = new Set<number>();
  const order: number[] = [];
  const steps: TeachingStep[] = [];
  const wholes: string[] = [];

  /** What a pair opens: words that it completes, and a fifth for each word that would still lack one more, and so on. */
  const worth = (candidate: number): number => {
    let sum = 0;
    for (const word of words) {
      if (!word.pairs.includes(candidate)) continue;
      const missing = word.pairs.filter((p) => !taught.has(p) && p !== candidate).length;
      if (missing <= 3) sum += (word.weight * (word.pairs.length <= 4 ? 1 : 0.5)) / 5 ** missing;
    }
    const pair = lexicon.pairs[candidate]!;
    return sum * plan.value(pair, share.get(pair.gpc)!, pair.count / soundTotals.get(pair.sound)!);
  };
  /** The share of its grapheme's uses that the oddest pair of a word has, in tenths over 2.2: below one it is irregular. */
  const oddness = (pairs: readonly number[]): number => Math.min(...pairs.map((k) => (10 * share.get(lexicon.pairs[k]!.gpc)!) / 2.2));
  const irregularWords = (): string[] => {
    if (order.length < plan.wordsAfter) return [];
    const judge = wordJudge(lexicon, { gpcs: [...taught].map((k) => lexicon.pairs[k]!.gpc), words: wholes });
    const chosen = words
      .filter(
        (w) =>
          w.perMillion > IRREGULAR_FROM_PER_MILLION &&
          w.word.length <= 7 &&
          !wholes.includes(w.word) &&
          !NOT_YET.has(w.word) &&
          judge(w.word).status === 'not yet' &&
          (oddness(w.pairs) < 1 || w.perMillion > 2500),
      )
      .sort((a, b) => b.perMillion - a.perMillion)
      .slice(0, plan.wordsPerStep + (steps.length % 3 === 0 ? 1 : 0))
      .map((w) => w.word);
    wholes.push(...chosen);
    return chosen;
  };

  for (const stage of plan.stages) {
    const candidates = lexicon.pairs.flatMap((pair, k) => (stage.allow(pair) && pair.count > 40 ? [k] : []));
    for (let n = 0; n < stage.pairs;) {
      const step: number[] = [];
      while (step.length < stage.perStep && n < stage.pairs) {
        const recent = order.slice(-plan.keepApart).map((k) => lexicon.pairs[k]!.gpc);
        const best = candidates
          .filter((k) => !taught.has(k))
          .map((k) => {
            const clash = Math.max(0, ...recent.map((gpc) => confusability(gpc, lexicon.pairs[k]!.gpc)));
            return { k, score: worth(k) * [1, 0.25, 0.1][clash]! };
          })
          .sort((a, b) => b.score - a.score || a.k - b.k)[0];
        if (!best || best.score <= 0) break;
        taught.add(best.k);
        order.push(best.k);
        step.push(best.k);
        n += 1;
      }
      if (step.length === 0) break;
      const last = steps.at(-1);
      if (step.length === 1 && n > 1 && last) {
        // one pair left over at the end of a stage goes with the step before
        steps[steps.length - 1] = { ...last, gpcs: [...last.gpcs, lexicon.pairs[step[0]!]!.gpc] };
        continue;
      }
      steps.push({ name: `Step ${steps.length + 1}`, gpcs: step.map((k) => lexicon.pairs[k]!.gpc), words: irregularWords() });
    }
  }
  return { id: plan.id, name: plan.name, style: plan.style, steps };
}

for (const plan of DESIGNS) {
  const result = design(plan);
  writeFileSync(new URL(`./${plan.id}.json`, import.meta.url), `${JSON.stringify(result, null, 2)}\n`);
  console.log(`\n${result.name} (${result.style})`);
  for (const step of result.steps) console.log(step.name.padEnd(8), step.gpcs.join(' ').padEnd(44), step.words.join(' '));
}
