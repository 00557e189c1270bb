/** A check in which nothing came right is taken for a bad day where most of what it asked is believed to be known all the same. */
import { describe, expect, it } from 'vitest';
import { takenForABadDay } from '../src/check/bad-day.js';

const PAIRS = ['s:s', 'a:a', 't:t', 'p:p', 'i:i', 'n:n'];
const marked = (outcomes: readonly string[]) =>
  ({ kind: 'see-say', marks: outcomes.map((outcome, k) => ({ key: PAIRS[k], chain: [{ id: `${k}`, gpc: PAIRS[k], outcome }] })) }) as never;
const known = (share: number, basedOn = 2) => ({ line: PAIRS.map((gpc) => ({ gpc, known: share, basedOn })) }) as never;
const silent = PAIRS.map(() => 'no answer');

const words = (outcomes: readonly string[], noted = {}) =>
  ({
    kind: 'word',
    marks: outcomes.map((outcome, k) => ({ key: `${k}`, chain: [{ id: `${k}`, item: 'pin', outcome, ...noted }] })),
  }) as never;
const reads = (p: number, basedOn: number) => ({ line: [], strands: [{ strand: 'blending', p, basedOn, state: 'wobbly' }] }) as never;

describe('a check in which nothing came right', () => {
  it('is a bad day where the child showed these pairs before, and a finding where it did not', () => {
    expect(takenForABadDay(marked(silent), known(0.8))).toBe('pairs');
    expect(takenForABadDay(marked(silent), known(0.2))).toBeUndefined();
    expect(takenForABadDay(marked(silent), known(0.8, 0))).toBeUndefined();
  });
  it('is none with one right answer, or with so few cards that any day has them', () => {
    expect(takenForABadDay(marked([...silent.slice(1), 'right']), known(0.8))).toBeUndefined();
    expect(takenForABadDay(marked(silent.slice(2)), known(0.8))).toBeUndefined();
  });
  it('is told of words as well, where they came right before and nothing is noted of how they went wrong', () => {
    expect(takenForABadDay(words(silent), reads(0.7, 26))).toBe('blending');
    expect(takenForABadDay(words(silent), reads(0.3, 26))).toBeUndefined();
    // its first words
    expect(takenForABadDay(words(silent), reads(0.7, 6))).toBeUndefined();
    // five other vowels, each pushed together
    expect(
      takenForABadDay(
        words(
          silent.map(() => 'wrong'),
          { said: 'pen' },
        ),
        reads(0.7, 26),
      ),
    ).toBeUndefined();
  });
});
