/** The written sentences, held against the orders: enough for each pair, readable when the pair is taught. */
import { beforeAll, describe, expect, it } from 'vitest';
import { loadLexicon } from '@sapling/core';
import { gpcsOf, normaliseWord, segment, taughtAfter, wordJudge, wordsOf, type Lexicon } from '@sapling/core/phonics';
import { SENTENCES } from '@sapling/core/planning';
import { TEACHING_ORDERS } from '@sapling/data';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

/** Words that hold a pair but do not practise it. */
const LITTLE = new Set('a the i to of no me we was he be go you so said have my she do are they what is it in on at and'.split(' '));

describe('the written sentences', () => {
  it('are each there once, begin with a capital and end as a sentence does', () => {
    expect(new Set(SENTENCES).size).toBe(SENTENCES.length);
    expect(SENTENCES.filter((s) => !/^[A-Z“"].*[.!?]["”]?$/.test(s))).toEqual([]);
  });
  it.each(TEACHING_ORDERS.map((o) => [o.id, o] as const))('of %s: eight for every pair, in words that practise them', (_id, order) => {
    const sentences = SENTENCES.map((s) => {
      const words = wordsOf(s).map((w) => normaliseWord(w.text));
      const pairs = new Set(words.filter((w) => !LITTLE.has(w)).flatMap((w) => gpcsOf(segment(lexicon, w)[0]!)));
      return { words, pairs };
    });
    const counts: [string, number][] = [];
    order.steps.forEach((step, k) => {
      // from a fifth of the order on: before it too few letters are there for eight sentences
      if (k + 1 <= order.steps.length / 5) return;
      const judge = wordJudge(lexicon, taughtAfter(order, k + 1));
      const readable = sentences.filter((s) => s.words.every((w) => !['not yet', 'unread'].includes(judge(w).status)));
      for (const gpc of step.gpcs) counts.push([gpc, readable.filter((s) => s.pairs.has(gpc)).length]);
    });
    // of these there is no word that can be read so early, or one
    const none = new Set(['rr:r', 'ure:er']);
    expect(counts.filter(([gpc, n]) => n < 8 && !(order.id === 'hillside' && none.has(gpc)))).toEqual([]);
  });
});
