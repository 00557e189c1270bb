/** The one clock, and days where the school is. */
import { describe, expect, it } from 'vitest';
import { clockAhead, clockFrom, dayIn } from '../src/index.js';

describe('the clock', () => {
  it('is the machine’s where nothing was set, and runs on from where it was set', () => {
    let ms = 1_000_000;
    const real = (): number => ms;
    expect(clockFrom(real).ahead).toBe(0);
    const set = clockFrom(real, '2028-02-29T23:59:59.500Z');
    expect(set.now()).toBe('2028-02-29T23:59:59.500Z');
    ms += 1000;
    expect(set.now()).toBe('2028-03-01T00:00:00.500Z');
    expect(clockAhead(real, set.ahead).ms()).toBe(set.ms());
    // set a while ago: it has run on since
    expect(clockFrom(real, '2028-02-29T12:00:00Z', ms - 4000).now()).toBe('2028-02-29T12:00:04.000Z');
  });
  it('refuses what is no moment, or one without a zone', () => {
    for (const wrong of ['', 'tomorrow', '2028-02-29', '2028-02-29T10:00', '2028-02-31'])
      expect(() => clockFrom(Date.parse.bind(null, '2026-01-01'), wrong), wrong).toThrow(/is no moment/);
  });
  it('knows the school’s day in any zone, by summer and by winter time', () => {
    expect(dayIn('2027-07-01T23:30:00Z', 'Europe/London')).toBe('2027-07-02');
    expect(dayIn('2027-12-01T23:30:00Z', 'Europe/London')).toBe('2027-12-01');
    expect(dayIn('2027-03-28T00:59:59Z', 'Europe/London')).toBe('2027-03-28');
    expect(dayIn('2027-10-31T23:59:59Z', 'Europe/London')).toBe('2027-10-31');
    expect(dayIn('2028-02-29T11:00:00Z', 'Pacific/Auckland')).toBe('2028-03-01');
    expect(dayIn('2028-01-01T05:00:00Z', 'America/Los_Angeles')).toBe('2027-12-31');
  });
});
