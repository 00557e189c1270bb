/** Readings counted by hand, what a child says instead, and what to teach next. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TEACHING_ORDERS } from '@sapling/data';
import {
  confusions,
  findWords,
  isCoreError,
  loadLexicon,
  READING_MARK_KINDS,
  scoreReading,
  taughtAfter,
  teachNext,
  type Observation,
  type ReadingMark,
} from '../src/index.js';

const words = (n: number): string[] => Array.from({ length: n }, (_, k) => `w${k}`);
const score = (marks: ReadingMark[], seconds = 60, lastWord = 99, settings = {}) =>
  scoreReading({ words: words(100), marks, seconds, lastWord, settings });

describe('scoreReading', () => {
  it('counts a reading as a person with a pencil does', () => {
    const s = score(
      [
        { word: 3, kind: 'substitution', said: 'house' },
        { word: 8, kind: 'omission' },
        { word: 20, kind: 'told' },
        { word: 30, kind: 'insertion', said: 'very' },
        { word: 31, kind: 'repetition' },
        { word: 40, kind: 'hesitation' },
        { word: 50, kind: 'self-correction', said: 'horse' },
        { word: 60, kind: 'accent', said: 'fing' },
      ],
      90,
    );
    expect(s).toMatchObject({ attempted: 100, errors: 3, correct: 97, selfCorrections: 1, selfCorrectionShare: 0.25 });
    expect(s.wcpm).toBeCloseTo((97 / 90) * 60);
    expect(s.accuracy).toBeCloseTo(0.97);
    expect(s.byKind).toEqual({
      substitution: 1,
      omission: 1,
      told: 1,
      insertion: 1,
      'self-correction': 1,
      repetition: 1,
      hesitation: 1,
      accent: 1,
    });
  });
  it('a self-correction is an error only where the school says so; several marks on a word are one error', () => {
    const marks: ReadingMark[] = [{ word: 1, kind: 'self-correction', said: 'x' }];
    expect(score(marks).errors).toBe(0);
    expect(score(marks, 60, 99, { selfCorrectionIsRight: false })).toMatchObject({
      errors: 1,
      selfCorrections: 1,
      selfCorrectionShare: 0.5,
    });
    expect(
      score([
        { word: 1, kind: 'hesitation' },
        { word: 1, kind: 'told' },
        { word: 1, kind: 'substitution', said: 'x' },
      ]).errors,
    ).toBe(1);
    expect(
      score([
        { word: 1, kind: 'substitution', said: 'x' },
        { word: 1, kind: 'self-correction' },
      ]).errors,
    ).toBe(0);
    expect(
      score([
        { word: 1, kind: 'substitution', said: 'x' },
        { word: 1, kind: 'accent' },
      ]).errors,
    ).toBe(0);
  });
  it('of no words or no time has no figure, neither zero nor infinity', () => {
    expect(score([], 60, -1)).toMatchObject({ attempted: 0, correct: 0, accuracy: null, wcpm: null, selfCorrectionShare: null });
    expect(score([], 0, 9)).toMatchObject({ attempted: 10, wcpm: null, accuracy: 1 });
    expect(scoreReading({ words: [], marks: [], seconds: 10, lastWord: -1 }).wcpm).toBeNull();
  });
  it('never gives a figure out of bounds, and no mark of another kind changes what is correct', () => {
    const mark = fc.record({ word: fc.nat(49), kind: fc.constantFrom(...READING_MARK_KINDS) });
    fc.assert(
      fc.property(fc.array(mark, { maxLength: 40 }), fc.double({ min: 0.5, max: 600, noNaN: true }), (marks, seconds) => {
        const s = score(marks, seconds, 49);
        expect(s.errors + s.correct).toBe(50);
        expect(s.accuracy!).toBeGreaterThanOrEqual(0);
        expect(s.accuracy!).toBeLessThanOrEqual(1);
        expect(s.wcpm).toBeCloseTo((s.correct / seconds) * 60);
        const harmless = marks.filter((m) => !['insertion', 'repetition', 'hesitation'].includes(m.kind));
        expect(score(harmless, seconds, 49).correct).toBe(s.correct);
      }),
    );
  });
  it.each([
    [{ seconds: -1 }, 'seconds'],
    [{ seconds: NaN }, 'seconds'],
    [{ lastWord: 100 }, 'lastWord'],
    [{ lastWord: 4, marks: [{ word: 7, kind: 'omission' }] }, 'marks.0.word'],
    [{ marks: [{ word: 1, kind: 'mumble' }] }, 'marks.0.kind'],
  ])('refuses %j', (change, field) => {
    try {
      scoreReading({ words: words(100), marks: [], seconds: 60, lastWord: 99, ...(change as object) });
      expect.unreachable();
    } catch (error) {
      expect(isCoreError(error) && error.field).toBe(field);
    }
  });
});

describe('confusions', () => {
  const one = (n: number, gpc: string, said: string | undefined, outcome: Observation['outcome'] = 'wrong', more = {}): Observation => ({
    id: String(n),
    child: 'c',
    by: 'b',
    at: `2026-11-${String(n).padStart(2, '0')}T09:00:00.000Z`,
    kind: 'see-say',
    gpc,
    outcome,
    ...(said ? { said } : {}),
    ...more,
  });
  const taught = ['b:b', 'd:d', 'p:p', 'e:e', 'i:i'];
  it('counts what was said against its pair, finds what it was taken for, and whether it goes both ways', () => {
    const list = confusions(
      [
        one(1, 'b:b', 'd'),
        one(2, 'b:b', 'd'),
        one(3, 'b:b', undefined, 'right'),
        one(4, 'd:d', 'b', 'put right'),
        one(5, 'e:e', 'i'),
        one(6, 'e:e', 'name e'),
        one(7, 'p:p', 'b', 'accent'),
      ],
      taught,
    );
    expect(list[0]).toMatchObject({ gpc: 'b:b', said: 'd', times: 2, of: 3, takenFor: 'd:d', bothWays: true });
    expect(list.map((c) => `${c.gpc} ${c.said}`)).toEqual(['b:b d', 'e:e name e', 'e:e i', 'd:d b']);
    expect(list.find((c) => c.said === 'name e')!.takenFor).toBeUndefined();
  });
  it('follows a correction made later', () => {
    const first = one(1, 'b:b', 'd');
    expect(confusions([first, { ...one(2, 'b:b', 'p'), replaces: first.id }], taught)).toMatchObject([{ said: 'p', times: 1, of: 1 }]);
  });
});

describe('teachNext', () => {
  it('names pairs that are not secure, and what each really opens beside the secure ones', async () => {
    const lexicon = await loadLexicon();
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 14).gpcs;
    const gaps = new Set(['ai:ay', 'e:e', 'tt:t', 'sh:sh']);
    const line = taught.map((gpc) => ({ gpc, state: gaps.has(gpc) ? 'gap' : 'secure', p: gaps.has(gpc) ? 0.1 : 0.95 }));
    const next = teachNext(lexicon, { taught: line, limit: 10 });
    expect(new Set(next.map((n) => n.gpc))).toEqual(gaps);
    const secure = taught.filter((gpc) => !gaps.has(gpc));
    for (const n of next) {
      const words = (gpcs: string[]) =>
        new Set(findWords(lexicon, { taught: { gpcs, words: [] }, limit: 100_000, seed: 1, minFrequency: 2 }).map((w) => w.word));
      expect(n.opens).toBe(words([...secure, n.gpc!]).size - words(secure).size);
      for (const word of n.examples) expect(words(secure).has(word)).toBe(false);
    }
    expect(next[0]!.gpc).toBe('e:e');
    expect(teachNext(lexicon, { taught: line.map((l) => ({ ...l, state: 'secure' })), limit: 3 })).toEqual([]);
    // a pair the child probably knows comes after one they probably do not
    const sure = teachNext(lexicon, { taught: line.map((l) => (l.gpc === 'e:e' ? { ...l, state: 'wobbly', p: 0.98 } : l)), limit: 10 });
    expect(sure.at(-1)!.gpc === 'e:e' || sure[0]!.gpc !== 'e:e').toBe(true);
  });
});
