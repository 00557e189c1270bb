import { describe, expect, it } from 'vitest';
import { dateText, inOrder } from '../src/wording/date-text.js';

describe('dates as a school writes them', () => {
  it('puts the month first where the school does, with a comma before the year', () => {
    expect(inOrder('EEE d MMM', 'Nov 24', false)).toBe('EEE MMM d');
    expect(inOrder('EEEE d MMMM yyyy, HH:mm', 'Nov 24', false)).toBe('EEEE MMMM d, yyyy, HH:mm');
    expect(inOrder('EEEE', 'Nov 24', false)).toBe('EEEE');
  });

  it('leaves the day first otherwise, in German with its point', () => {
    expect(inOrder('d MMM yyyy', '24 Nov', false)).toBe('d MMM yyyy');
    expect(inOrder('EEE d MMM', '24 Nov', true)).toBe('EEE d. MMM');
    expect(dateText(new Date(2026, 10, 24, 9), 'EEE d MMM yyyy')).toBe('Tue 24 Nov 2026');
  });
});
