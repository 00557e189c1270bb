import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { keepWording } from '../src/wording/say.js';
import { dateText, distanceText, inOrder, readDateNames } from '../src/wording/date-text.js';

// what keeps the wording on the device
beforeAll(() => vi.stubGlobal('localStorage', { setItem: () => undefined }));
afterAll(() => {
  // other files run in the same worker
  keepWording({ words: {}, language: 'en-GB', dateOrder: '24 Nov' }, {});
  vi.unstubAllGlobals();
});

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

  it('has the names of a colleague’s own language, and leaves how long ago in the language of the sentence', async () => {
    const school = { words: {}, language: 'en-GB', dateOrder: 'Nov 24' } as const;
    const on = new Date(2026, 10, 24, 9);
    const shown = async (dateLanguage?: string): Promise<string> => {
      keepWording({ ...school, ...(dateLanguage ? { dateLanguage } : {}) }, {});
      await readDateNames();
      return dateText(on, 'EEEE d MMMM');
    };
    expect(await shown()).toBe('Tuesday November 24');
    expect(await shown('pl')).toBe('wtorek 24 listopada');
    expect(await shown('cy')).toBe('dydd Mawrth 24 Tachwedd');
    expect(distanceText(new Date(2026, 10, 22, 9), on.getTime())).toBe('2 days ago');
    expect(await shown('en-GB')).toBe('Tuesday November 24');
  });
});
