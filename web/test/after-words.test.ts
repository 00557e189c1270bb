/** What the cards told that were asked because words only went wrong. */
import { describe, expect, it } from 'vitest';
import { toldBy } from '../src/check/after-words.js';

describe('cards asked to tell letters from pushing together', () => {
  it('say which it is, that it may be both, and that more words are needed where neither is told', () => {
    expect(toldBy(['blending', 'clusters'], 0)).toBe('Sounds are not pushed together yet: these pairs came right.');
    expect(toldBy(['blending'], 2)).toContain('what was missed here may be missing as well');
    expect(toldBy(['clusters', 'longer words'], 0)).toBe('It is clusters and longer words: these pairs came right.');
    expect(toldBy([], 4)).toContain('It is pairs that are missing');
    expect(toldBy([], 0)).toContain('a few more words will tell');
  });
});
