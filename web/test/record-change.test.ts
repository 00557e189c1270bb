/** What two people write in one child's record: nothing of either is lost, and nobody's word is put over the other's in silence. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ChildBody } from '@sapling/contract';
import { bringTogether, type RecordField } from '../src/children/record-change.js';

const few = fc.constantFrom('', 'a', 'b');
const record = fc.record<ChildBody>({
  givenName: few,
  familyName: few,
  classId: few,
  externalId: fc.option(few),
  firstLanguage: few,
  needs: few,
  dateOfBirth: fc.option(few),
});

describe('two changes of one record', () => {
  it('leaves what I wrote, takes over what only they wrote, and names what both did', () => {
    const before: ChildBody = {
      givenName: 'Ode',
      familyName: 'Farran',
      classId: 'one',
      externalId: null,
      firstLanguage: '',
      needs: 'Glasses',
      dateOfBirth: null,
    };
    const mine = { ...before, familyName: 'Farrand', needs: 'Glasses, sits in front' };
    const now = { ...before, classId: 'two', needs: 'Glasses, hearing test due' };
    expect(bringTogether(before, mine, now)).toEqual({ record: { ...mine, classId: 'two' }, theirs: ['classId'], both: ['needs'] });
  });

  it('holds for any two: each word of mine stands, each of theirs stands or is named, and what nobody touched is as it was', () => {
    fc.assert(
      fc.property(record, record, record, (before, mine, now) => {
        const { record: out, theirs, both } = bringTogether(before, mine, now);
        for (const field of Object.keys(before) as RecordField[]) {
          if (mine[field] !== before[field]) expect(out[field]).toBe(mine[field]);
          else expect(out[field]).toBe(now[field]);
          const lost = now[field] !== before[field] && out[field] !== now[field];
          expect(both.includes(field)).toBe(lost);
          expect(theirs.includes(field)).toBe(now[field] !== before[field] && mine[field] === before[field]);
        }
      }),
    );
  });
});
