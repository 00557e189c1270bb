/** The texts that ship, held against what a text must be: cover of the orders, length, questions, measured bands. */
import { beforeAll, describe, expect, it } from 'vitest';
import { loadLexicon } from '@sapling/core';
import { wordsOf, type Lexicon } from '@sapling/core/phonics';
import { placeOf } from '@sapling/core/reading';
import { coverOf, kindsOfQuestion, readableFrom, TEACHING_ORDERS, TEXTS, type PairCover, type QuestionKind } from '@sapling/data';

let lexicon: Lexicon;
let covers: Map<string, PairCover[]>;
/** Where in an order a text can be read first, 0 to 1, the mean of the three orders. */
let place: Map<string, number>;
beforeAll(async () => {
  lexicon = await loadLexicon();
  covers = new Map(TEACHING_ORDERS.map((o) => [o.id, coverOf(lexicon, o, TEXTS)]));
  place = new Map(
    TEXTS.map((t) => {
      const at = TEACHING_ORDERS.map((o) => (readableFrom(lexicon, t.text, o) ?? o.steps.length) / o.steps.length);
      return [t.id, at.reduce((a, b) => a + b) / at.length];
    }),
  );
}, 60_000);

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;

describe('cover', () => {
  /** It stands in the order before the letters of its words do. */
  const KNOWN_SHORT: Readonly<Record<string, readonly string[]>> = { riverbank: [], hillside: ['rr:r'], lantern: [] };
  it.each(['riverbank', 'hillside', 'lantern'])('of %s: every pair has all the texts that it should', (id) => {
    const cover = covers.get(id)!;
    expect(cover.filter((c) => c.texts.length < c.wanted).map((c) => c.gpc)).toEqual(KNOWN_SHORT[id]);
  });
});

describe('length', () => {
  it('grows: about thirty words at first, about a hundred in the middle, enough for a minute of a quick reader in the last third', () => {
    const between = (from: number, to: number): number[] =>
      TEXTS.filter((t) => place.get(t.id)! > from && place.get(t.id)! <= to).map((t) => wordsOf(t.text).length);
    expect(median(between(0, 0.17))).toBeGreaterThanOrEqual(20);
    expect(median(between(0, 0.17))).toBeLessThanOrEqual(45);
    expect(median(between(0.33, 0.55))).toBeGreaterThanOrEqual(60);
    expect(median(between(0.33, 0.55))).toBeLessThanOrEqual(120);
    expect(median(between(0.67, 1))).toBeGreaterThanOrEqual(180);
    const stretches = [0, 0.17, 0.33, 0.5, 0.67, 1].slice(1).map((to, k) => median(between([0, 0.17, 0.33, 0.5, 0.67][k]!, to)));
    expect(stretches).toEqual([...stretches].sort((a, b) => a - b));
  });
  it('of a story of the last third is 150 words at least', () => {
    const short = TEXTS.filter((t) => t.kind === 'story' && place.get(t.id)! > 0.72 && wordsOf(t.text).length < 150).map((t) => t.id);
    expect(short).toEqual([]);
  });
});

describe('questions', () => {
  it('are four or five, with one to be worked out, one about a word, and one about a feeling or a reason', () => {
    for (const text of TEXTS) {
      const kinds = new Set<QuestionKind>(text.questions.flatMap((q) => kindsOfQuestion(text.text, q)));
      expect([4, 5], text.id).toContain(text.questions.length);
      for (const kind of ['worked out', 'word', 'feeling or reason'] as const) expect(kinds.has(kind), `${text.id}: ${kind}`).toBe(true);
      for (const q of text.questions) expect(placeOf(text.text, q.place), `${text.id}: ${q.place}`).not.toBeNull();
    }
  });
  it('are told apart: what stands in the text is found, what does not must be worked out', () => {
    const text = 'Sam fell in the pond. Mum ran. She had a rope.';
    const kinds = (ask: string, answer: string, at: string) => kindsOfQuestion(text, { ask, answer, place: at });
    expect(kinds('Where did Sam fall?', 'in the pond', 'in the pond')).toEqual(['found']);
    expect(kinds('Who will get wet?', 'both of them, most likely', 'Mum ran')).toEqual(['worked out']);
    expect(kinds('What is a "pond"?', 'a small lake', 'in the pond')).toEqual(['word']);
    expect(kinds('Why did Mum run?', 'to pull him out', 'Mum ran')).toContain('feeling or reason');
  });
});

describe('measured texts', () => {
  it('are at least thirty, six to a band, alike in words, in letters a word and in words a sentence', () => {
    const measured = TEXTS.filter((t) => t.measured);
    expect(measured.length).toBeGreaterThanOrEqual(30);
    const bands = groups(measured);
    expect(bands.size).toBeGreaterThanOrEqual(5);
    for (const [band, texts] of bands) {
      expect(texts.length, `band ${band}`).toBeGreaterThanOrEqual(6);
      const near = (values: readonly number[], part: number, what: string): void => {
        const middle = median(values);
        values.forEach((v, k) => expect(Math.abs(v - middle) / middle, `${texts[k]!.id}: ${what} ${v}`).toBeLessThanOrEqual(part));
      };
      const words = texts.map((t) => wordsOf(t.text));
      near(words.map((w) => w.length), 0.15, 'words'); // prettier-ignore
      near(words.map((w) => w.reduce((n, x) => n + x.text.length, 0) / w.length), 0.09, 'letters a word'); // prettier-ignore
      near(texts.map((t, k) => words[k]!.length / t.text.split(/[.!?]+["”]?\s/).length), 0.3, 'words a sentence'); // prettier-ignore
    }
    const order = [...bands].sort((a, b) => a[0] - b[0]).map(([, texts]) => median(texts.map((t) => wordsOf(t.text).length)));
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });
  const groups = (list: readonly (typeof TEXTS)[number][]): Map<number, (typeof TEXTS)[number][]> => {
    const out = new Map<number, (typeof TEXTS)[number][]>();
    for (const t of list) out.set(t.measured!, [...(out.get(t.measured!) ?? []), t]);
    return out;
  };
});
