/** Errors carry their numbers as data: whoever says them in other words needs no sentence taken apart. */
import { describe, expect, it } from 'vitest';
import { TEACHING_ORDERS } from '@sapling/data';
import { CoreError, loadLexicon, scoreReading, segment, taughtAfter, type ErrorNumbers } from '../src/index.js';

const numbersOf = (ask: () => unknown): ErrorNumbers | undefined => {
  try {
    ask();
  } catch (error) {
    if (error instanceof CoreError) return error.numbers;
    throw error;
  }
  return undefined;
};

describe('an error about a number', () => {
  it('says what it may be and what it was', async () => {
    const lexicon = await loadLexicon();
    const order = TEACHING_ORDERS[0]!;
    const words = ['the', 'cat'];
    expect(numbersOf(() => taughtAfter(order, 999))).toEqual({ from: 0, to: order.steps.length, is: 999 });
    expect(numbersOf(() => segment(lexicon, 'a'.repeat(60)))).toEqual({ to: 45, is: 60 });
    expect(numbersOf(() => scoreReading({ words, marks: [], seconds: -3, lastWord: 1 }))).toEqual({ from: 0, is: -3 });
    expect(numbersOf(() => scoreReading({ words, marks: [], seconds: 10, lastWord: 2 }))).toEqual({ from: -1, to: 1, is: 2 });
  });
  it('where no number is wrong there is none', () => {
    expect(new CoreError('bad-input', 'word', 'A word must be text.').numbers).toEqual({});
  });
});
