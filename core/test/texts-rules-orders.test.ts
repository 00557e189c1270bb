/** Whole-text reports, counted rules, teaching orders as files, and words a school has cut by hand. */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  checkedOrder,
  countRule,
  decodability,
  findWords,
  isCoreError,
  loadLexicon,
  orderCurve,
  orderFromJson,
  orderFromRows,
  orderRemarks,
  orderToJson,
  orderToRows,
  segment,
  SPELLING_RULES,
  statedRule,
  syllableLetters,
  taughtAfter,
  textReport,
  type Lexicon,
  type TeachingOrder,
} from '../src/index.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});
const riverbank = TEACHING_ORDERS[0]!;
const codeOf = (run: () => unknown): { code: string; field: string } | null => {
  try {
    run();
    return null;
  } catch (error) {
    if (!isCoreError(error)) throw error;
    return { code: error.code, field: error.field };
  }
};

describe('the whole-text report', () => {
  const text = TEXTS.map((t) => t.text).join('\n');
  it('says for each reader what decodability says, word by word', () => {
    const readers = [3, 9, 17, 30].map((step) => ({ id: String(step), taught: taughtAfter(riverbank, step) }));
    const report = textReport(lexicon, text, readers);
    for (const reader of report.readers) {
      const alone = decodability(lexicon, text, readers.find((r) => r.id === reader.id)!.taught);
      expect(reader.share).toBeCloseTo(alone.share, 10);
      // one comparison for all words: thousands of them take longer than what they are about
      const said = report.words.map(({ text: word, at, form }) => {
        const found = { word: text.slice(at, at + word.length), status: reader.statuses[form], missing: reader.missing[form] };
        return word === found.word ? found : { ...found, otherThan: word };
      });
      expect(said).toEqual(alone.words.map(({ text: word, status, missing }) => ({ word, status, missing })));
    }
  });
  it('ranks missing pairs by what teaching each alone really opens', () => {
    const taught = taughtAfter(riverbank, 9);
    const [reader] = textReport(lexicon, text, [{ id: 'x', taught }]).readers;
    const words = textReport(lexicon, text, []).words.length;
    for (const missing of reader!.ranked.slice(0, 8)) {
      const more = decodability(lexicon, text, { ...taught, gpcs: [...taught.gpcs, missing.gpc] }).share;
      // a word may have a second reading that the pair opens too, so at least as many
      expect(Math.round((more - reader!.share) * words)).toBeGreaterThanOrEqual(missing.opens);
      expect(missing.touches).toBeGreaterThanOrEqual(missing.opens);
    }
    for (let k = 1; k < reader!.ranked.length; k += 1) expect(reader!.ranked[k]!.opens).toBeLessThanOrEqual(reader!.ranked[k - 1]!.opens);
  });
  it('parts what is readable from what is surely readable', () => {
    const taught = taughtAfter(riverbank, 12);
    const [sure, shaky] = textReport(lexicon, text, [
      { id: 'a', taught },
      { id: 'b', taught, unsure: ['ai:ay', 't:t'] },
    ]).readers;
    expect(sure!.sureShare).toBe(sure!.share);
    expect(shaky!.share).toBe(sure!.share);
    expect(shaky!.sureShare).toBeLessThan(sure!.share);
    shaky!.unsure.forEach((pairs) => pairs.forEach((gpc) => expect(['ai:ay', 't:t']).toContain(gpc)));
  });
  it('says what a reader likely reads, and on how much of the text that rests', () => {
    const taught = { gpcs: ['s:s', 'a:a', 't:t', 'p:p', 'i:i', 'n:n'], words: [] };
    const held = (known?: Record<string, number>) =>
      textReport(lexicon, 'sat pin', [{ id: 'c', taught, ...(known ? { known } : {}) }]).readers[0]!;
    expect(held()).toMatchObject({ share: 1, likelyShare: 1, restsOn: 0 });
    expect(held({ 's:s': 0.9, 'a:a': 0.9 })).toMatchObject({ share: 1, restsOn: 0 });
    expect(held({ 's:s': 1, 'a:a': 0.5, 't:t': 1 })).toMatchObject({ likelyShare: 0.75, restsOn: 0.5 });
    // a word taught as a whole tells nothing of what this child knows
    const [own] = textReport(lexicon, 'the sat', [{ id: 'c', taught: { ...taught, words: ['the'] } }]).readers;
    expect(own).toMatchObject({ share: 1, restsOn: 0 });
  });
  it('finds syllables as they are taught, bases, odd parts and what to explain', () => {
    const { forms } = textReport(lexicon, 'The rabbit was hopping past the lemon in the thicket', []);
    const form = (word: string) => forms.find((f) => f.spelling === word)!;
    expect(form('rabbit').syllables).toEqual(['rab', 'bit']);
    expect(form('lemon').syllables).toEqual(['lem', 'on']);
    expect(form('hopping')).toMatchObject({ parts: { base: 'hop', ending: 'ing', change: 'doubled' }, syllables: ['hop', 'ping'] });
    expect(form('thicket').explain).toBe(true);
    expect(form('past').clusters).toEqual([[2, 3]]);
    for (const f of forms) expect(syllableLetters(f.spelling, f.units).join('')).toBe(f.spelling);
  });
  it.each([
    ['', 0],
    ['🐸🐸 ☔', 0],
    ['שלום עולם', 2],
    ['42 1,000', 3],
    ['a'.repeat(60), 1],
    [' \n\t', 0],
  ])('takes %j', (given, words) => {
    const report = textReport(lexicon, given, [{ id: 'x', taught: taughtAfter(riverbank, 5) }]);
    expect(report.words).toHaveLength(words);
    expect(Number.isFinite(report.readers[0]!.share)).toBe(true);
    expect(report.readers[0]!.statuses.filter((s) => s !== 'unread')).toEqual([]);
  });
  it('takes 100,000 words, and refuses what is no text or too long', () => {
    const long = 'the frog sat on a log '.repeat(17_000);
    expect(textReport(lexicon, long, [{ id: 'x', taught: taughtAfter(riverbank, 9) }]).words.length).toBe(102_000);
    expect(codeOf(() => textReport(lexicon, 7 as never, []))).toEqual({ code: 'bad-input', field: 'text' });
    expect(codeOf(() => textReport(lexicon, 'a '.repeat(1_000_001), []))?.code).toBe('too-long');
    expect(codeOf(() => segment(lexicon, 'z'.repeat(46)))?.code).toBe('too-long');
    expect(segment(lexicon, 'pneumonoultramicroscopicsilicovolcanoconi').length).toBeGreaterThanOrEqual(0);
  });
});

describe('counted rules', () => {
  it('count every case once, and list exceptions that really break the rule', () => {
    for (const rule of SPELLING_RULES) {
      const count = countRule(lexicon, rule, { commonest: 3000 });
      expect(count.holds).toBeLessThanOrEqual(count.cases);
      expect(count.share).toBe(count.cases === 0 ? 0 : count.holds / count.cases);
      for (const [list, holds] of [
        [count.exceptions, false],
        [count.examples, true],
      ] as const)
        for (const e of list)
          expect(
            rule.cases({ word: e.word, units: e.units, syllables: countVowels(e.units), perMillion: 1 }),
            `${rule.id} ${e.word}`,
          ).toContainEqual({ at: e.at, holds });
    }
  });
  it('agree with a count by hand over a few words', () => {
    const rule = statedRule({ id: 'x', says: 'ea says ee', about: 'reading', graphemes: ['ea'], sounds: ['ee'], where: 'anywhere' });
    const of = (word: string) =>
      rule.cases({ word, units: segment(lexicon, word)[0]!.units, syllables: 1, perMillion: 1 }).map((c) => c.holds);
    expect([of('sea'), of('bread'), of('great'), of('cat')]).toEqual([[true], [false], [false], []]);
    const soft = SPELLING_RULES.find((r) => r.id === 'c-soft')!;
    expect(countRule(lexicon, soft, { commonest: 3000 }).share).toBeGreaterThan(0.95);
    const twoVowels = SPELLING_RULES.find((r) => r.id === 'two-vowels')!;
    expect(countRule(lexicon, twoVowels, { commonest: 3000 }).share).toBeLessThan(0.7);
  });
  it('keep to words whose spellings the class has met', () => {
    const graphemes = new Set(taughtAfter(riverbank, 10).gpcs.map((gpc) => gpc.split(':')[0]!));
    for (const rule of SPELLING_RULES)
      for (const e of [...countRule(lexicon, rule, { graphemes }).exceptions])
        for (const u of e.units) expect(graphemes.has(u.grapheme), e.word).toBe(true);
  });
  it('a stated rule about an end counts a split digraph as the end of its word, and one before letters looks at the next letter', () => {
    const end = statedRule({ id: 'x', says: '', about: 'reading', graphemes: ['o_e'], sounds: ['oh'], where: 'end' });
    const of = (rule: typeof end, word: string) =>
      rule.cases({ word, units: segment(lexicon, word)[0]!.units, syllables: 1, perMillion: 1 });
    expect(of(end, 'bone')).toHaveLength(1);
    expect(of(end, 'bones')).toHaveLength(0);
    const before = statedRule({
      id: 'x',
      says: '',
      about: 'reading',
      graphemes: ['g'],
      sounds: ['j'],
      where: 'anywhere',
      before: ['e', 'i', 'y'],
    });
    expect(of(before, 'get')).toEqual([{ at: 0, holds: false }]);
    expect(of(before, 'got')).toEqual([]);
  });
  it.each([
    [{ graphemes: [] }, 'graphemes'],
    [{ sounds: [] }, 'sounds'],
    [{ sounds: ['zzz'] }, 'sounds'],
    [{ graphemes: ['É'] }, 'graphemes'],
  ])('refuses %j', (change, field) => {
    const rule = { id: 'x', says: '', about: 'reading' as const, graphemes: ['ea'], sounds: ['ee'], where: 'anywhere' as const };
    expect(codeOf(() => statedRule({ ...rule, ...change }))).toEqual({ code: 'bad-input', field });
  });
});
const countVowels = (units: readonly { sound: string }[]): number =>
  units.filter((u) => !/^(p|b|t|d|k|g|f|v|s|z|h|m|n|l|r|w|y|th|dh|sh|zh|ch|j|ng|ks|gz|kw)$/.test(u.sound)).length;

describe('teaching orders', () => {
  it('ship three, one for each way of working, whose pairs are all in words', () => {
    expect(new Set(TEACHING_ORDERS.map((o) => o.style)).size).toBe(3);
    for (const order of TEACHING_ORDERS) {
      expect(() => checkedOrder(order)).not.toThrow();
      expect(orderRemarks(lexicon, order.steps).filter((r) => /in no word/.test(r.remark))).toEqual([]);
    }
  });
  it('open what their curve says: counted again from the words themselves', () => {
    for (const order of TEACHING_ORDERS) {
      const curve = orderCurve(lexicon, order.steps);
      for (let k = 1; k < curve.length; k += 1) {
        expect(curve[k]!.words).toBe(curve[k - 1]!.words + curve[k]!.opened);
        expect(curve[k]!.heardShare).toBeGreaterThanOrEqual(curve[k - 1]!.heardShare);
      }
      const at = Math.floor(order.steps.length / 2);
      const taught = taughtAfter(order, at);
      const found = new Set(findWords(lexicon, { taught, limit: 100_000, seed: 1, minFrequency: 2 }).map((w) => w.word.toLowerCase()));
      const wholes = taught.words.filter((w) => !found.has(w) && (lexicon.peek(w)?.perMillion ?? 0) >= 2 && lexicon.peek(w)!.book !== null);
      expect(curve[at - 1]!.words).toBe(found.size + wholes.length);
    }
  });
  const anyOrder = fc
    .uniqueArray(fc.constantFrom(...TEACHING_ORDERS[0]!.steps.flatMap((s) => [...s.gpcs])), { minLength: 1, maxLength: 40 })
    .chain((gpcs) =>
      fc.record({
        gpcs: fc.constant(gpcs),
        cuts: fc.array(fc.nat(gpcs.length), { maxLength: 6 }),
        words: fc.uniqueArray(fc.constantFrom('the', 'said', 'was', "don't", 'one', 'two', 'you'), { maxLength: 5 }),
        name: fc.string({ minLength: 1, maxLength: 20 }).filter((s) => s.trim() !== ''),
        style: fc.constantFrom('cue and answer' as const, 'revisit to apply' as const),
      }),
    )
    .map(({ gpcs, cuts, words, name, style }): TeachingOrder => {
      const edges = [...new Set([0, ...cuts.filter((c) => c > 0 && c < gpcs.length), gpcs.length])].sort((a, b) => a - b);
      const steps = edges
        .slice(1)
        .map((end, k) => ({ name: `Part ${k + 1}`, gpcs: gpcs.slice(edges[k], end), words: k === 0 ? words : [] }));
      return { id: 'x', name: name.trim(), style, steps };
    });
  it('come back from JSON and from CSV as they went, with or without a byte-order mark', () => {
    fc.assert(
      fc.property(anyOrder, fc.boolean(), (order, mark) => {
        const { id: _id, ...plain } = order;
        expect(orderFromJson((mark ? '\uFEFF' : '') + orderToJson(order))).toEqual(plain);
        const rows = orderToRows(order);
        if (mark) rows[0]![0] = `\uFEFF${rows[0]![0]}`;
        expect(orderFromRows(rows, order.name, order.style)).toEqual(plain);
      }),
    );
  });
  it.each([
    ['not json', 'file'],
    ['{"steps":[]}', 'format'],
    ['{"format":"keen-sapling-teaching-order"}', 'version'],
    ['{"format":"keen-sapling-teaching-order","version":2,"name":"x","style":"cue and answer","steps":[{"gpcs":["s:s"]}]}', 'version'],
    ['{"format":"keen-sapling-teaching-order","version":1}', 'steps'],
    ['{"format":"keen-sapling-teaching-order","version":1,"name":"x","style":"cue and answer","steps":[{"gpcs":[3]}]}', 'steps.0.gpcs'],
    ['{"format":"keen-sapling-teaching-order","version":1,"name":"x","style":"cue and answer","steps":[{"gpcs":["ai"]}]}', 'gpc'],
    ['{"format":"keen-sapling-teaching-order","version":1,"name":"x","style":"other","steps":[{"gpcs":["s:s"]}]}', 'style'],
    [
      '{"format":"keen-sapling-teaching-order","version":1,"name":"x","style":"cue and answer","steps":[{"gpcs":["s:s","s:s"]}]}',
      'steps.0.gpcs',
    ],
    [
      '{"format":"keen-sapling-teaching-order","version":1,"name":"x","style":"cue and answer","steps":[{"gpcs":["s:qq"]}]}',
      'steps.0.gpcs',
    ],
  ])('refuse %s with where it is wrong', (text, field) => {
    expect(codeOf(() => orderFromJson(text))?.field).toBe(field);
  });
  it('refuse a CSV without pairs, and take a row without a step name as going on', () => {
    expect(codeOf(() => orderFromRows([['a', 'b']], 'x', 'cue and answer'))?.field).toBe('row 1');
    const read = orderFromRows(
      [
        ['Step', 'PAIRS'],
        ['One', 's:s'],
        ['', 'a:a; t:t'],
      ],
      'x',
      'cue and answer',
    );
    expect(read.steps).toEqual([{ name: 'One', gpcs: ['s:s', 'a:a', 't:t'], words: [] }]);
  });
});

describe('a word cut by the school', () => {
  it('is cut so everywhere and leaves the shipped lexicon as it was', () => {
    const own = lexicon.corrected([
      {
        word: 'again',
        units: [
          { grapheme: 'a', sound: 'uh' },
          { grapheme: 'g', sound: 'g' },
          { grapheme: 'ai', sound: 'ay' },
          { grapheme: 'n', sound: 'n' },
        ],
      },
    ]);
    const taught = { gpcs: ['a:uh', 'g:g', 'ai:ay', 'n:n'], words: [] };
    expect(decodability(own, 'again', taught).share).toBe(1);
    expect(segment(own, 'Again')[0]!.units.map((u) => u.sound)).toEqual(['uh', 'g', 'ay', 'n']);
    expect(segment(lexicon, 'again')[0]!.units.map((u) => u.sound)).toEqual(['uh', 'g', 'e', 'n']);
    expect(own.corrected([])).toBe(own);
    expect(findWords(own, { taught, limit: 50, seed: 1, minFrequency: 0.3 }).map((w) => w.word)).toContain('again');
  });
  it('may be a word no dictionary has, and must spell it', () => {
    const own = lexicon.corrected([
      {
        word: 'zaithe',
        units: [
          { grapheme: 'z', sound: 'z' },
          { grapheme: 'ai', sound: 'ay' },
          { grapheme: 'the', sound: 'dh' },
        ],
      },
    ]);
    expect(segment(own, 'zaithe')[0]).toMatchObject({ from: 'dictionary' });
    expect(codeOf(() => lexicon.corrected([{ word: 'cat', units: [{ grapheme: 'd', sound: 'd' }] }]))?.code).toBe('bad-input');
  });
});
