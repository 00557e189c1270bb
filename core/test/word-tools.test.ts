/** No word tool ever gives a child a word outside what was taught; what comes is what was asked for. */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  allGpcs,
  alternativeSpellings,
  baseAndEnding,
  chooseSentences,
  findWords,
  gpcsOf,
  isCoreError,
  legalOnset,
  listenAndFind,
  loadLexicon,
  makeMadeUpWords,
  rimeFamilies,
  segment,
  shapeOf,
  taughtAfter,
  wordChain,
  wordJudge,
  wordsWithEndings,
  type Lexicon,
} from '../src/index.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});
/** A class somewhere in one of the orders, and a pair it may be taught next. */
const place = fc
  .record({
    order: fc.nat(TEACHING_ORDERS.length - 1),
    step: fc.double({ min: 0.12, max: 1, noNaN: true }),
    pick: fc.nat(1000),
    seed: fc.nat(1e6),
  })
  .map(({ order, step, pick, seed }) => {
    const chosen = TEACHING_ORDERS[order]!;
    const taught = taughtAfter(chosen, Math.max(3, Math.round(step * chosen.steps.length)));
    const all = allGpcs(chosen);
    return { taught, focus: all[pick % all.length]!, seed };
  });
const within = (gpcs: readonly string[], allowed: readonly string[], word: string): void => {
  const set = new Set(allowed);
  for (const gpc of gpcs) expect(set.has(gpc), `${word} uses ${gpc}`).toBe(true);
};
const oneApart = (a: string, b: string): boolean => {
  if (Math.abs(a.length - b.length) > 1) return false;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  let at = 0;
  while (at < short.length && short[at] === long[at]) at += 1;
  return short.slice(at + (short.length === long.length ? 1 : 0)) === long.slice(at + 1);
};
const SHAPES = ['VC', 'CVC', 'CVCC', 'CCVC', 'CCVCC', 'CVCVC', 'CVCCVC'];

describe('made-up words', () => {
  it('use taught pairs only, keep their shape, re-cut to what they were made of, and are nobody’s word nor near a rude one', () => {
    fc.assert(
      fc.property(place, fc.constantFrom(...SHAPES), ({ taught, seed }, shape) => {
        const words = makeMadeUpWords(lexicon, { taught, shape, count: 8, seed });
        expect(new Set(words.map((w) => w.word)).size).toBe(words.length);
        for (const { word, gpcs } of words) {
          within(gpcs, taught.gpcs, word);
          const [cut] = segment(lexicon, word);
          expect(gpcsOf(cut!)).toEqual(gpcs);
          expect(shapeOf(cut!.units)).toBe(shape);
          expect(lexicon.has(word), word).toBe(false);
          expect(
            lexicon.rude.filter((rude) => oneApart(word, rude) || word === rude),
            word,
          ).toEqual([]);
        }
      }),
      { numRuns: 80 },
    );
  });
  it('sound like no word that people say, and start as English words do', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 20);
    const said = new Set(
      lexicon.words().map((w) =>
        lexicon
          .peek(w)!
          .indexes.map((k) => lexicon.pairs[k]!.sound)
          .join(' '),
      ),
    );
    for (const shape of SHAPES)
      for (const { word, segmentation } of makeMadeUpWords(lexicon, { taught, shape, count: 30, seed: 11 })) {
        const sounds = segmentation.units.map((u) => u.sound);
        expect(said.has(sounds.join(' ')), word).toBe(false);
        const onset = /^C*/.exec(shapeOf(segmentation.units))![0].length;
        if (onset > 0) expect(legalOnset(sounds.slice(0, onset)) || sounds[0] === 'kw', word).toBe(true);
      }
  });
  it('are plentiful for a class of a few weeks, the same for a seed, and use the focus', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 6);
    const ask = (seed: number) => makeMadeUpWords(lexicon, { taught, shape: 'CVC', count: 12, seed }).map((w) => w.word);
    expect(ask(4)).toHaveLength(12);
    expect(ask(4)).toEqual(ask(4));
    expect(ask(4)).not.toEqual(ask(5));
    for (const w of makeMadeUpWords(lexicon, { taught, shape: 'CVC', count: 6, seed: 1, mustUse: ['sh:sh'] }))
      expect(w.gpcs).toContain('sh:sh');
  });
  it.each([
    [{ shape: 'CC' }, 'unknown-shape'],
    [{ shape: 'pq' }, 'unknown-shape'],
    [{ count: 0 }, 'out-of-range'],
  ])('refuse %j', (change, code) => {
    expect(caught(() => makeMadeUpWords(lexicon, { taught: { gpcs: [], words: [] }, shape: 'CVC', count: 3, seed: 1, ...change }))).toBe(
      code,
    );
  });
});

describe('word chains', () => {
  it('are real words from taught pairs, each one grapheme from the one before, none twice', () => {
    fc.assert(
      fc.property(place, fc.integer({ min: 2, max: 12 }), ({ taught, seed }, length) => {
        const chain = wordChain(lexicon, { taught, length, seed });
        expect(chain.length).toBeLessThanOrEqual(length);
        expect(new Set(chain.map((s) => s.word)).size).toBe(chain.length);
        chain.forEach((step, k) => {
          within(step.gpcs, taught.gpcs, step.word);
          expect(lexicon.peek(step.word)!.unfit).toBe(false);
          if (k === 0) return expect(step.change).toBeNull();
          const [a, b] = [chain[k - 1]!.gpcs, step.gpcs];
          const { kind, at } = step.change!;
          const without = (list: readonly string[]): string => list.filter((_, n) => n !== at).join(' ');
          if (kind === 'change') expect([without(a), a.length]).toEqual([without(b), b.length]);
          if (kind === 'add') expect(without(b)).toBe(a.join(' '));
          if (kind === 'drop') expect(without(a)).toBe(b.join(' '));
        });
      }),
      { numRuns: 60 },
    );
  });
  it('start where they are told, and say so where that cannot be', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 14);
    expect(wordChain(lexicon, { taught, length: 8, seed: 1, from: 'ship' })[0]!.word).toBe('ship');
    expect(wordChain(lexicon, { taught, length: 8, seed: 1 })).toHaveLength(8);
    expect(caught(() => wordChain(lexicon, { taught, length: 5, seed: 1, from: 'through' }))).toBe('no-candidates');
    expect(caught(() => wordChain(lexicon, { taught, length: 1, seed: 1 }))).toBe('out-of-range');
  });
});

describe('listen and find', () => {
  it('gives three wrong options that each differ in the one place it names', () => {
    let rows = 0;
    fc.assert(
      fc.property(place, ({ taught, seed }) => {
        for (const { word } of findWords(lexicon, { taught, limit: 4, seed, syllables: 1, maxSounds: 5 })) {
          let row;
          try {
            row = listenAndFind(lexicon, { target: word, taught, seed });
          } catch (error) {
            expect(isCoreError(error)).toBe(true);
            continue;
          }
          rows += 1;
          expect(row.options[0]).toBe(word);
          expect(new Set(row.options).size).toBe(4);
          expect([...row.order].sort()).toEqual([0, 1, 2, 3]);
          const cutOf = (w: string) => segment(lexicon, w).find((c) => gpcsOf(c).every((gpc) => taught.gpcs.includes(gpc)))!;
          const target = cutOf(word).units;
          row.options.slice(1).forEach((option, k) => {
            const cut = cutOf(option);
            within(gpcsOf(cut), taught.gpcs, option);
            const differs = cut.units.flatMap((u, n) => (u.sound === target[n]!.sound ? [] : [n]));
            expect(differs, `${word} ${option}`).toHaveLength(1);
            const vowel = target.findIndex((u) => 'V' === shapeOf([u]).at(-1));
            const where =
              differs[0] === vowel ? 'vowel' : differs[0] === 0 ? 'first' : differs[0] === target.length - 1 ? 'last' : 'elsewhere';
            expect(row.contrast[k]).toBe(where);
          });
        }
      }),
      { numRuns: 40 },
    );
    expect(rows).toBeGreaterThan(60);
  });
  it('refuses a target that cannot be read or has two syllables', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 14);
    expect(caught(() => listenAndFind(lexicon, { target: 'through', taught, seed: 1 }))).toBe('no-candidates');
    expect(caught(() => listenAndFind(lexicon, { target: 'rabbit', taught: taughtAfter(TEACHING_ORDERS[0]!, 30), seed: 1 }))).toBe(
      'no-candidates',
    );
  });
});

describe('families, endings, sentences', () => {
  it('keep to what was taught plus the focus', () => {
    fc.assert(
      fc.property(place, ({ taught, focus, seed }) => {
        const allowed = [...taught.gpcs, focus];
        for (const family of rimeFamilies(lexicon, { taught, mustUse: [focus], limit: 5 })) {
          expect(family.words.length).toBeGreaterThanOrEqual(3);
          for (const w of family.words) {
            within(w.gpcs, allowed, w.word);
            expect(w.word.endsWith(family.rime), `${w.word} ends in ${family.rime}`).toBe(true);
            expect(w.gpcs.slice(-family.gpcs.length)).toEqual(family.gpcs);
          }
        }
        for (const w of wordsWithEndings(lexicon, { taught, limit: 8, seed })) {
          within(w.gpcs, taught.gpcs, w.word);
          within(gpcsOf(segment(lexicon, w.base)[0]!), taught.gpcs, w.base);
          const stem = {
            none: w.base,
            doubled: w.base + w.base.at(-1)!,
            'e dropped': w.base.slice(0, -1),
            'y to i': `${w.base.slice(0, -1)}i`,
          }[w.change];
          expect(stem + w.ending).toBe(w.word);
        }
        const judge = wordJudge(lexicon, { gpcs: allowed, words: taught.words });
        for (const s of chooseSentences(lexicon, { texts: TEXTS, taught, focus: [focus], limit: 5, seed })) {
          for (const word of s.sentence.match(/\p{L}[\p{L}'’]*\p{L}|\p{L}/gu)!)
            expect(['decodable', 'known whole', 'reachable']).toContain(judge(word).status);
          expect(s.uses.map((u) => u.gpc)).toEqual([focus]);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('find mice, slice and twice together, and the spellings of a sound by how common they are', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, TEACHING_ORDERS[0]!.steps.length);
    const [family] = rimeFamilies(lexicon, { taught: { ...taught, gpcs: [...taught.gpcs, 'c:s'] }, like: 'mice', limit: 1 });
    expect(family!.words.map((w) => w.word)).toEqual(expect.arrayContaining(['mice', 'slice', 'twice']));
    const spellings = alternativeSpellings(lexicon, { sound: 'ay', perSpelling: 5 });
    expect(spellings.slice(0, 4).map((s) => s.grapheme)).toEqual(['a', 'a_e', 'ai', 'ay']);
    expect(spellings.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1);
    for (const s of spellings) expect(s.first + s.middle + s.last).toBeCloseTo(1);
    expect(caught(() => alternativeSpellings(lexicon, { sound: 'nope', perSpelling: 5 }))).toBe('bad-input');
  });
  it('let through no more unreadable words than allowed, and name them', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 12);
    const some = chooseSentences(lexicon, { texts: TEXTS, taught, focus: [], allow: 1, limit: 4000, seed: 1 });
    expect(some.some((s) => s.notYet.length === 1)).toBe(true);
    for (const s of some) expect(s.notYet.length).toBeLessThanOrEqual(1);
  });
});

describe('finding by position and frequency', () => {
  it('puts the pair where it was asked for', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 20);
    for (const [position, test] of [
      ['first', (at: number) => at === 0],
      ['last', (at: number, n: number) => at === n - 1],
      ['middle', (at: number, n: number) => at > 0 && at < n - 1],
    ] as const) {
      const words = findWords(lexicon, { taught, mustUse: ['ch:ch'], position, limit: 20, seed: 2 });
      for (const w of words)
        expect(
          w.gpcs.some((gpc, k) => gpc === 'ch:ch' && test(k, w.gpcs.length)),
          `${w.word} ${position}`,
        ).toBe(true);
      expect(words.length).toBeGreaterThan(2);
    }
    for (const w of findWords(lexicon, { taught, minFrequency: 50, limit: 50, seed: 1 })) expect(w.perMillion).toBeGreaterThanOrEqual(50);
  });
});

function caught(run: () => unknown): string {
  try {
    run();
  } catch (error) {
    if (isCoreError(error)) return error.code;
    throw error;
  }
  return 'nothing was thrown';
}

describe('base and ending', () => {
  // written before it was run, from a page of words that a teacher would join and of words nobody would
  const joined = `cared=care+ed scary=scare+y staring=stare+ing hopping=hop+ing hoping=hope+ing cries=cry+es carried=carry+ed
    happily=happy+ly furry=fur+y useful=use+ful paths=path+s horses=horse+s bushes=bush+es teacher=teach+er biggest=big+est
    sunny=sun+y flowers=flower+s kindness=kind+ness making=make+ing studied=study+ed buttered=butter+ed`;
  const whole = `flower tower power butter better letter dinner summer number corner after copper pepper hammer master sister finger
    story party carry copy every pony body they this toy boy forest feed shed seed need speed brass glass dress hiss ceiling evening
    morning king ring being's early comment princess offer manner proper battery factory victory study belly`;
  it('parts what is made of two, and leaves alone what only looks so', () => {
    for (const line of joined.split(/\s+/).filter(Boolean)) {
      const [word, made] = line.split('=') as [string, string];
      const parts = baseAndEnding(lexicon, word);
      expect(parts && `${parts.base}+${parts.ending}`, word).toBe(made);
    }
    for (const word of whole.split(/\s+/).filter(Boolean)) expect(baseAndEnding(lexicon, word), word).toBeNull();
  });
});
