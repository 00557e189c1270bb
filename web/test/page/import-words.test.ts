/** What a class list did, and what taking it back did, in words. */
import { describe, expect, it } from 'vitest';
import { broughtIn, takenBack } from '../../src/children/import-sum.js';

const list = { added: 0, moved: 0, returned: 0, changed: 0 };

describe('a class list', () => {
  it('says what it did and nothing that it did not', () => {
    expect(broughtIn({ ...list, added: 1 })).toBe('1 child added');
    expect(broughtIn({ ...list, added: 3, moved: 2, returned: 1, changed: 1 })).toBe(
      '3 children added, 2 moved, 1 came back, 1 record filled in',
    );
    expect(broughtIn({ ...list, moved: 2 })).toBe('2 moved');
    expect(broughtIn({ ...list, changed: 4 })).toBe('4 records filled in');
    expect(broughtIn(list)).toBe('0 children added');
  });
  it('taken back says who is where by now', () => {
    expect(takenBack({ ...list, added: 2 })).toBe('Undone: 2 children taken out again.');
    expect(takenBack({ ...list, moved: 3, changed: 1 })).toBe('Undone: 3 back in the class they came from, 1 record as before.');
    expect(takenBack(list)).toBe('Undone.');
  });
  it('taken back names who stays, and why', () => {
    expect(takenBack({ ...list, added: 1, kept: ['Ada Test'] })).toBe(
      'Undone: 1 child taken out again. Kept, because something has been recorded of them since: Ada Test.',
    );
    expect(takenBack({ ...list, moved: 1, stayed: ['Ben Test'] })).toBe(
      'Undone. Still where the list put them, because the class they came from has ended: Ben Test.',
    );
  });
});
