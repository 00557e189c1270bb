import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { teachingOrder } from '@sapling/data';
import {
  confusability,
  CoreError,
  decodability,
  findWords,
  gpcsOf,
  isCoreError,
  legalOnset,
  loadLexicon,
  segment,
  shapeOf,
  syllables,
  taughtAfter,
  wordJudge,
  wordsOf,
  type Lexicon,
} from '../src/index.js';

let lexicon: Lexicon;
let words: string[];
beforeAll(async () => {
  lexicon = await loadLexicon();
  words = [...lexicon.words()];
});
const order = teachingOrder('riverbank')!;
const step = fc.integer({ min: 1, max: order.steps.length });
const seed = fc.nat(1e6);

describe('segmentation', () => {
  it('accounts for every letter of any word of the dictionary exactly once, in each reading', () => {
    fc.assert(
      fc.property(fc.nat(words.length - 1), (k) => {
        const word = words[k]!;
        for (const { units } of segment(lexicon, word)) {
          const letters = units.flatMap((u) => u.letters).sort((a, b) => a - b);
          expect(letters).toEqual([...word].flatMap((c, at) => (/[a-z]/.test(c) ? [at] : [])));
          for (const unit of units) expect(unit.letters.map((at) => word[at]).join('')).toBe(unit.grapheme.replace('_', ''));
        }
      }),
      { numRuns: 1500 },
    );
  });

  it('covers words nobody has met, or says nothing at all', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyz'), minLength: 1, maxLength: 12 }), (word) => {
        for (const { units } of segment(lexicon, word))
          expect(units.flatMap((u) => u.letters).sort((a, b) => a - b)).toEqual([...word].map((_, at) => at));
      }),
      { numRuns: 300 },
    );
  });

  const KNOWN: [string, string][] = [
    ['ship', 'sh:sh i:i p:p'],
    ['rain', 'r:r ai:ay n:n'],
    ['cake', 'c:k a_e:ay k:k'],
    ['box', 'b:b o:o x:ks'],
    ['night', 'n:n igh:igh t:t'],
    ['little', 'l:l i:i tt:t le:uhl'],
    ['queen', 'qu:kw ee:ee n:n'],
    ['knock', 'kn:n o:o ck:k'],
    ['phone', 'ph:f o_e:oh n:n'],
    ['jumping', 'j:j u:u m:m p:p i:i ng:ng'],
    ['hedge', 'h:h e:e dge:j'],
    ['witch', 'w:w i:i tch:ch'],
    ['thin', 'th:th i:i n:n'],
    ['this', 'th:dh i:i s:s'],
  ];
  it.each(KNOWN)('%s is %s', (word, expected) => {
    expect(gpcsOf(segment(lexicon, word)[0]!).join(' ')).toBe(expected);
  });

  it('gives the same units in capitals and with stray marks, and refuses what is no word', () => {
    expect(segment(lexicon, 'Rain')).toEqual(segment(lexicon, 'rain'));
    expect(segment(lexicon, '42')).toEqual([]);
    expect(segment(lexicon, '')).toEqual([]);
  });
});

describe('finding words', () => {
  it('uses only what was taught and what must be used, whatever the step, seed and focus', () => {
    fc.assert(
      fc.property(step, seed, fc.nat(200), (steps, draw, pick) => {
        const taught = taughtAfter(order, steps);
        const next = order.steps.slice(steps).flatMap((s) => [...s.gpcs]);
        const mustUse = next.length > 0 && pick % 3 > 0 ? [next[pick % next.length]!] : [];
        const allowed = new Set([...taught.gpcs, ...mustUse]);
        const found = findWords(lexicon, { taught, mustUse, limit: 20, seed: draw });
        expect(new Set(found.map((f) => f.word)).size).toBe(found.length);
        for (const { word, gpcs, segmentation } of found) {
          for (const gpc of gpcs) expect(allowed.has(gpc), `${word} uses ${gpc}`).toBe(true);
          if (mustUse.length > 0) expect(gpcs).toContain(mustUse[0]);
          expect(gpcsOf(segmentation)).toEqual(gpcs);
          expect(lexicon.peek(word)?.unfit).toBeFalsy();
        }
      }),
      { numRuns: 60 },
    );
  });

  it('gives the same words for the same seed and keeps to a shape', () => {
    const taught = taughtAfter(order, 14);
    const ask = (shape: string, draw: number) => findWords(lexicon, { taught, shape, limit: 10, seed: draw });
    expect(ask('CVC', 3)).toEqual(ask('CVC', 3));
    expect(ask('CVC', 3)).not.toEqual(ask('CVC', 4));
    for (const shape of ['CVC', 'CCVC', 'CVCC']) for (const w of ask(shape, 1)) expect(shapeOf(w.segmentation.units)).toBe(shape);
  });

  it('avoids what it is told to and returns fewer where there are no more', () => {
    const taught = { gpcs: ['s:s', 'a:a', 't:t'], words: [] };
    const all = findWords(lexicon, { taught, limit: 500, seed: 1, minFrequency: 0.3 });
    expect(all.length).toBeGreaterThan(0);
    expect(all.length).toBeLessThan(100);
    const rest = findWords(lexicon, { taught, limit: 500, seed: 1, minFrequency: 0.3, avoid: [all[0]!.word] });
    expect(rest.map((w) => w.word)).not.toContain(all[0]!.word);
    expect(findWords(lexicon, { taught: { gpcs: [], words: [] }, limit: 5, seed: 1 })).toEqual([]);
  });

  it.each([
    [{ limit: 0 }, 'out-of-range', 'limit'],
    [{ shape: 'CVX' }, 'unknown-shape', 'shape'],
    [{ mustUse: ['ai'] }, 'unknown-pair', 'mustUse'],
  ])('refuses %j with its field', (change, code, field) => {
    try {
      findWords(lexicon, { taught: taughtAfter(order, 5), limit: 5, seed: 1, ...change });
      expect.unreachable();
    } catch (error) {
      expect(isCoreError(error)).toBe(true);
      expect(error).toMatchObject({ code, field });
    }
  });
});

describe('decodability', () => {
  it('never calls a word decodable that lacks a pair, and teaching more never makes less readable', () => {
    fc.assert(
      fc.property(fc.nat(words.length - 1), step, (k, steps) => {
        const word = words[k]!;
        const less = taughtAfter(order, steps);
        const { status, missing } = wordJudge(lexicon, less)(word);
        const readings = segment(lexicon, word);
        if (status === 'decodable') expect(readings.some((r) => gpcsOf(r).every((gpc) => less.gpcs.includes(gpc)))).toBe(true);
        if (status === 'not yet') {
          expect(missing.length).toBeGreaterThan(0);
          for (const gpc of missing) expect(less.gpcs).not.toContain(gpc);
          // teaching exactly what is missing makes it readable
          expect(wordJudge(lexicon, { gpcs: [...less.gpcs, ...missing], words: [] })(word).status).toBe('decodable');
        }
        const more = wordJudge(lexicon, taughtAfter(order, order.steps.length))(word).status;
        if (status === 'decodable' || status === 'known whole') expect(['decodable', 'known whole']).toContain(more);
      }),
      { numRuns: 800 },
    );
  });

  it('counts a small text by hand', () => {
    const taught = { gpcs: ['r:r', 'ai:ay', 'n:n', 'i:i', 't:t', 's:s'], words: ['the', 'look'] };
    const report = decodability(lexicon, 'The rain sits. 12 looks, the frog', taught);
    expect(report.words.map((w) => [w.text, w.status])).toEqual([
      ['The', 'known whole'],
      ['rain', 'decodable'],
      ['sits', 'decodable'],
      ['12', 'unread'],
      ['looks', 'reachable'],
      ['the', 'known whole'],
      ['frog', 'not yet'],
    ]);
    expect(report.share).toBeCloseTo(5 / 7);
    expect(report.words.at(-1)!.missing).toEqual(['f:f', 'o:o', 'g:g']);
    expect(decodability(lexicon, '', taught)).toEqual({ words: [], share: 0 });
  });

  it('reads words out of running text with where they stand', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        for (const { text: word, at } of wordsOf(text)) expect(text.slice(at, at + word.length)).toBe(word);
      }),
    );
    expect(wordsOf('Don’t stop—go on.').map((w) => w.text)).toEqual(['Don’t', 'stop', 'go', 'on']);
  });

  it('refuses what is no text with a typed error', () => {
    expect(() => decodability(lexicon, 5 as never, { gpcs: [], words: [] })).toThrow(CoreError);
  });
});

describe('shapes and syllables', () => {
  const units = (word: string) => segment(lexicon, word)[0]!.units;
  it.each([
    ['stop', 'CCVC'],
    ['box', 'CVCC'],
    ['ship', 'CVC'],
    ['eat', 'VC'],
    ['jumper', 'CVCCV'],
  ])('%s is %s', (word, shape) => expect(shapeOf(units(word))).toBe(shape));

  it('cuts syllables that together are the whole word, each with one vowel sound and a legal start', () => {
    fc.assert(
      fc.property(fc.nat(words.length - 1), (k) => {
        const cut = units(words[k]!);
        const parts = syllables(cut);
        expect(parts.flat()).toEqual(cut.map((_, at) => at));
        if (parts.length > 1)
          for (const part of parts) expect([...shapeOf(part.map((at) => cut[at]!))].filter((c) => c === 'V')).toHaveLength(1);
      }),
      { numRuns: 400 },
    );
    expect(legalOnset(['s', 't', 'r'])).toBe(true);
    expect(legalOnset(['r', 't'])).toBe(false);
    expect(legalOnset(['ng'])).toBe(false);
  });

  it('confusability does not depend on the order and is none with itself', () => {
    fc.assert(
      fc.property(fc.nat(lexicon.pairs.length - 1), fc.nat(lexicon.pairs.length - 1), (a, b) => {
        const [x, y] = [lexicon.pairs[a]!.gpc, lexicon.pairs[b]!.gpc];
        expect(confusability(x, y)).toBe(confusability(y, x));
        expect(confusability(x, x)).toBe(0);
      }),
    );
    expect(confusability('b:b', 'd:d')).toBeGreaterThan(0);
    expect(confusability('s:s', 's:z')).toBe(2);
  });
});

describe('the lexicon', () => {
  it('is refused when damaged, with a code', async () => {
    await expect(loadLexicon(new Uint8Array([1, 2, 3]))).rejects.toMatchObject({ code: 'bad-lexicon' });
  });
  it('holds no unfit word among those offered, and enough of all', () => {
    expect(words.length).toBeGreaterThan(80_000);
    expect(lexicon.get('nonexistentword')).toBeUndefined();
  });
});
