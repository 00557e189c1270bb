/** Words to explain as an adult types them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { explainedIn, explainLines } from '../src/library/text-draft.js';

describe('words to explain', () => {
  it('are one a line, with what they mean behind the first colon', () => {
    expect(explainedIn('moat: water all round a castle\n\n  keep :the tower: the last one\nhelm')).toEqual([
      { word: 'moat', meaning: 'water all round a castle' },
      { word: 'keep', meaning: 'the tower: the last one' },
      { word: 'helm', meaning: '' },
    ]);
    expect(explainedIn('\n  \n')).toEqual([]);
  });

  it('come back as they were written down', () => {
    const plain = fc.stringMatching(/^[a-z][a-z ]{0,10}[a-z]$/);
    fc.assert(
      fc.property(fc.array(fc.record({ word: plain, meaning: fc.option(plain, { nil: '' }) })), (list) => {
        expect(explainedIn(explainLines(list))).toEqual(list);
      }),
    );
  });
});
