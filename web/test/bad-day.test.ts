/** A check in which nothing came right is taken for a bad day where most of what it asked is believed to be known all the same. */
import { describe, expect, it } from 'vitest';
import { takenForABadDay } from '../src/check/bad-day.js';

const PAIRS = ['s:s', 'a:a', 't:t', 'p:p', 'i:i', 'n:n'];
const marked = (outcomes: readonly string[]) =>
  ({ kind: 'see-say', marks: outcomes.map((outcome, k) => ({ key: PAIRS[k], chain: [{ id: `${k}`, gpc: PAIRS[k], outcome }] })) }) as never;
const known = (share: number, basedOn = 2) => ({ line: PAIRS.map((gpc) => ({ gpc, known: share, basedOn })) }) as never;
const silent = PAIRS.map(() => 'no answer');

const STARTED = '2026-11-25T10:00:00.000Z';
const words = { kind: 'word', startedAt: STARTED, marks: (marked(silent) as { marks: unknown }).marks } as never;
const reads = (lastSeen: string, doubted?: true) =>
  ({ line: [], strands: [{ strand: 'blending', p: 0.7, basedOn: 26, lastSeen, doubted }] }) as never;

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
  it('is told of words as well, where their day is not believed, and not before that is worked out with this check', () => {
    expect(takenForABadDay(words, reads('2026-11-25T10:01:00Z', true))).toBe('blending');
    // a second one alike is believed
    expect(takenForABadDay(words, reads('2026-11-25T10:01:00Z'))).toBeUndefined();
    expect(takenForABadDay(words, reads('2026-11-18T10:01:00Z', true))).toBeUndefined();
  });
});
