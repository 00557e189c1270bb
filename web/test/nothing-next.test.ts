/** What a child's page says where it names nothing to teach. */
import { describe, expect, it } from 'vitest';
import { lookFirst, nothingNext } from '../src/children/nothing-next.js';

describe('where nothing is named to be taught next', () => {
  const pair = (state: string, basedOn: number, known: number) => ({ state, basedOn, known }) as never;
  it('says so of a child nobody has looked at, of one who has it all, and of one of whom little is sure', () => {
    expect(nothingNext([])).toContain('No pair has been taught');
    expect(nothingNext([pair('unchecked', 0, 0.5), pair('unchecked', 0, 0.5)])).toContain('Nothing was looked at yet');
    expect(nothingNext([pair('secure', 3, 0.95)])).toBe('Every taught pair is secure.');
    expect(nothingNext([pair('secure', 3, 0.95), pair('wobbly', 1, 0.7)])).toContain('One pair is in doubt: ask it once more first.');
    expect(nothingNext([pair('secure', 3, 0.95), pair('wobbly', 1, 0.9)])).toContain(
      'One pair is not sure or not checked: look at it first.',
    );
  });
  it('names the cards to ask: what went wrong, or else whatever is not secure, the least likely known first; two dozen at most', () => {
    const of = (gpc: string, state: string, basedOn: number, known: number) => ({ gpc, state, basedOn, known }) as never;
    expect(lookFirst([of('a', 'unchecked', 0, 0.5)])).toEqual([]);
    const pairs = [of('a', 'secure', 3, 0.95), of('b', 'wobbly', 1, 0.96), of('c', 'unchecked', 0, 0.3), of('e', 'wobbly', 1, 0.9)];
    expect(lookFirst(pairs)).toEqual(['e', 'b', 'c']);
    // what came right once is not asked with what went wrong
    expect(lookFirst([...pairs, of('d', 'wobbly', 1, 0.5)])).toEqual(['d']);
    expect(lookFirst(Array.from({ length: 40 }, (_, k) => of(`p${k}`, 'wobbly', 1, 0.5)))).toHaveLength(24);
  });
});
