/** How a child is called. */
import { describe, expect, it } from 'vitest';
import { fullName, initials, shortName } from '@sapling/contract';

describe('a child’s name', () => {
  it('is said in full, in short, and by the initials of its first and last part', () => {
    const child = { givenName: 'Zoë Ama', familyName: 'Öz' };
    expect([fullName(child), shortName(child), initials(fullName(child))]).toEqual(['Zoë Ama Öz', 'Zoë Ama Ö.', 'Z.Ö.']);
  });
  it('needs no family name, and no letter of it is cut in two', () => {
    const child = { givenName: '𐐀da', familyName: '' };
    expect([fullName(child), shortName(child), initials(fullName(child)), initials('')]).toEqual(['𐐀da', '𐐀da', '𐐀.', '']);
  });
});
