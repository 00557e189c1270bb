/** Texts as files, the texts that ship, and lines that stay put. */
import fc from 'fast-check';
import { load } from 'js-yaml';
import { beforeAll, describe, expect, it } from 'vitest';
import { TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  decodability,
  firstStep,
  isCoreError,
  lineUp,
  loadLexicon,
  OFFERED_FROM,
  parseTextFile,
  placeOf,
  punctuationOf,
  taughtAfter,
  TEXT_KINDS,
  wordsOf,
  writeTextFile,
  type Lexicon,
  type ReadingText,
} from '../src/index.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('the texts that ship', () => {
  it('are at least 240, of every kind, 20 to 300 words, each with four or five questions whose answers stand in it', () => {
    expect(TEXTS.length).toBeGreaterThanOrEqual(240);
    expect(new Set(TEXTS.map((t) => t.kind))).toEqual(new Set(TEXT_KINDS));
    expect(new Set(TEXTS.map((t) => t.title)).size).toBe(TEXTS.length);
    for (const text of TEXTS) {
      const words = wordsOf(text.text).length;
      expect(words, text.id).toBeGreaterThanOrEqual(20);
      expect(words, text.id).toBeLessThanOrEqual(300);
      expect([4, 5], text.id).toContain(text.questions.length);
      expect(text.explain.length, text.id).toBeGreaterThanOrEqual(1);
      for (const q of text.questions) expect(placeOf(text.text, q.place), `${text.id}: ${q.place}`).not.toBeNull();
      for (const e of text.explain)
        expect(text.text.toLowerCase(), `${text.id}: ${e.word}`).toContain(e.word.toLowerCase().replace(/s?$/, ''));
    }
  });
  it('can be read at the step they are offered from, 95 % and more, and are offered from no later step than need be', () => {
    for (const text of TEXTS)
      for (const { order: id, step } of text.offered) {
        const order = TEACHING_ORDERS.find((o) => o.id === id)!;
        const { share } = decodability(lexicon, text.text, taughtAfter(order, step));
        expect(share, `${text.id} at ${id} ${step}`).toBeGreaterThanOrEqual(OFFERED_FROM);
        expect(firstStep(lexicon, text.text, order)!.step, `${text.id} at ${id}`).toBe(step);
      }
  });
  it('are spread over the steps of all three orders: no stretch of a fifth of an order is without three', () => {
    for (const order of TEACHING_ORDERS) {
      const steps = TEXTS.flatMap((t) => t.offered.filter((o) => o.order === order.id).map((o) => o.step));
      expect(steps.length).toBeGreaterThanOrEqual(50);
      for (let fifth = 0; fifth < 5; fifth += 1) {
        const from = (order.steps.length * fifth) / 5;
        const here = steps.filter((s) => s > from && s <= from + order.steps.length / 5).length;
        expect(here, `${order.id}, fifth ${fifth + 1}`).toBeGreaterThanOrEqual(3);
      }
    }
  });
});

describe('a text’s file', () => {
  const line = fc.stringMatching(/^[A-Za-z][A-Za-z ,.!?']{0,40}[a-z]$/).map((s) => s.replace(/\s+/g, ' '));
  const text: fc.Arbitrary<ReadingText> = fc
    .record({
      // also what YAML would take for something else: a colon, quotes, a number, yes, a dash, a hash
      title: fc.oneof(
        line,
        fc.constantFrom(
          'Sam: A Story',
          '"A Hat"',
          "'Tis Sam",
          '1900',
          'yes',
          '- a dash',
          'Big # Small',
          '[Sam]',
          'null',
          '*Sam*',
          '@ home',
          'a: b: c',
        ),
      ),
      kind: fc.constantFrom(...TEXT_KINDS),
      offered: fc.array(fc.record({ order: fc.constantFrom('riverbank', 'own-1'), step: fc.integer({ min: 1, max: 60 }) }), {
        maxLength: 3,
      }),
      paragraphs: fc.array(line, { minLength: 1, maxLength: 4 }),
      explain: fc.array(fc.record({ word: fc.stringMatching(/^[a-z]{1,9}$/), meaning: line }), { maxLength: 3 }),
      questions: fc.array(fc.record({ ask: line, answer: line, place: fc.constant('') }), { maxLength: 3 }),
    })
    .map(({ paragraphs, ...rest }) => ({ ...rest, text: paragraphs.join('\n\n') }));
  it('is read back as it was written, with whatever line ends', () => {
    fc.assert(
      fc.property(text, fc.constantFrom('\n', '\r\n'), (given, end) => {
        fc.pre(given.questions.every((q) => !/^(answer|place):/i.test(q.ask)));
        const file = writeTextFile(given).replace(/\n/g, end);
        expect(parseTextFile(`\uFEFF${file}`)).toEqual(given);
        // any reader of YAML reads the same header
        expect(load(file.split(/---\r?\n/)[1]!)).toMatchObject({ title: given.title, kind: given.kind });
      }),
      { numRuns: 300 },
    );
    for (const { id: _id, ...shipped } of TEXTS) expect(parseTextFile(writeTextFile(shipped))).toEqual(shipped);
  });
  it('is read where somebody typed quotes, or a colon without them', () => {
    const titled = (header: string): string => parseTextFile(`---\n${header}\n---\n\nIt is a hat.\n`).title;
    expect(titled('title: "A Hat"\nkind: \'story\'')).toBe('A Hat');
    expect(titled('title: Sam: A Story')).toBe('Sam: A Story');
    expect(titled('Title: 1900 # a note')).toBe('1900');
  });
  it.each([
    ['no header', 'header'],
    ['---\nkind: story\n---\nA hat.', 'title'],
    ['---\ntitle: A\nkind: song\n---\nA hat.', 'kind'],
    ['---\ntitle: A\n---\n', 'text'],
    ['---\ntitle: A\nfor: riverbank\n---\nA hat.', 'for.0'],
    ['---\ntitle: A\n---\nA hat.\n\n## Questions\n\n1. What?\n', 'questions.0.answer'],
    ['---\ntitle: A\n---\nA hat.\n\n## Questions\n\n1. What?\n   - Answer: a hat\n   - Place: a coat\n', 'questions.0.place'],
    ['---\ntitle: A\n---\nA hat.\n\n## Words to explain\n\n- hat\n', 'explain.0'],
  ])('is refused with the field that is wrong: %j', (file, field) => {
    try {
      parseTextFile(file);
      expect.fail('it was taken');
    } catch (error) {
      expect(isCoreError(error) && error.field).toBe(field);
    }
  });
});

describe('lines', () => {
  it('hold every word once and in order, keep what stands between, and are no longer than asked', () => {
    const anyText = fc.array(fc.constantFrom('a', 'cat', 'sat,', '“on”', 'mat.', 'Rat-a-tat', "don't", '\n', '\n\n', 'extraordinarily'), {
      maxLength: 60,
    });
    fc.assert(
      fc.property(anyText, fc.integer({ min: 8, max: 60 }), (chunks, width) => {
        const given = chunks.join(' ');
        const lines = lineUp(given, width);
        expect(lines.flatMap((l) => l.words)).toEqual(wordsOf(given).map((_, k) => k));
        expect(
          lines
            .map((l) => l.parts.map((p) => p.text).join(''))
            .join(' ')
            .replace(/\s+/g, ' ')
            .trim(),
        ).toBe(given.replace(/\s+/g, ' ').trim());
        for (const l of lines) {
          const set = l.parts.map((p) => p.text).join('');
          expect(set.length <= width || !/\s/.test(set)).toBe(true);
        }
      }),
    );
  });
  it('break verse where it breaks, and say where a paragraph begins', () => {
    const lines = lineUp('One two.\nThree four.\n\nFive six.');
    expect(lines.map((l) => l.words.length)).toEqual([2, 2, 2]);
    expect(lines.map((l) => l.gap)).toEqual([false, false, true]);
  });
  it('find the punctuation a voice heeds', () => {
    expect(punctuationOf('"Stop," said Rat-a-tat. Did he? No!').map((p) => [p.sign, p.word, p.rest])).toEqual([
      [',', 0, 'short'],
      ['.', 4, 'long'],
      ['?', 6, 'long'],
      ['!', 7, 'long'],
    ]);
  });
});
